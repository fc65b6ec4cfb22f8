using System.Text.Json;
using System.Text.Json.Serialization;
using Corlin.Core.Access;

namespace Corlin.Web.Hosting;

/// <summary>
/// Rules of the core that a screen follows while something is chosen, as data beside the description of the endpoints: the browser has no
/// copy of them.
/// </summary>
internal static class RulesFile
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    public static string Text() => JsonSerializer.Serialize(new { Access = AccessRules }, Json) + "\n";

    private static object AccessRules =>
        new
        {
            Sights = Enum.GetValues<Sight>(),
            Actings = Enum.GetValues<Acting>(),
            Needs = Enum.GetValues<Acting>().ToDictionary(a => a, Grant.Needs),
            Granting.MostInOneCalendar,
        };
}
