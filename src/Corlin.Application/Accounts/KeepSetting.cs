using Corlin.Application.Arranging;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Accounts;

/// <summary>Remembers how somebody likes their views: lanes hidden, clocks, named sets of lanes.</summary>
/// <param name="Json">The value, as the screen that uses it writes it.</param>
public sealed record KeepSetting(UserId Actor, string Name, string Json) : IChange<bool>
{
    /// <summary>The settings there are; nothing else is kept.</summary>
    public static readonly IReadOnlySet<string> Names = new HashSet<string>
    {
        "hidden-lanes",
        "as-list",
        "rulers",
        "lane-sets",
        "reminders",
        "colour-by",
        "away-languages",
        "places-known",
        "answer-lines",
        "set-up-later",
        Copies.Setting,
    };

    private const int MostCharacters = 8_000;

    public bool Apply(IChangeSession session)
    {
        if (!Names.Contains(Name))
            throw new RefusedException(RefusalKind.BadInput, "name", Name);
        if (Json.Length > MostCharacters || !Drafts.IsJson(Json))
            throw new RefusedException(RefusalKind.BadInput, "value", Name);
        session.SettingStore.Save(Actor, Name, Json);
        return true;
    }
}
