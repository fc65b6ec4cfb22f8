using Corlin.Core.Time;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Features.Lanes;

/// <param name="Label">Its city.</param>
/// <param name="Note">Country, abbreviation and offset at the moment asked for.</param>
/// <param name="OffsetMinutes">Minutes east of UTC at that moment.</param>
public sealed record FoundZoneView(string Id, string Label, string Note, int OffsetMinutes);

internal static class ZonesEndpoints
{
    private const int Most = 8;
    private static readonly OffsetPattern Written = OffsetPattern.CreateWithInvariantCulture("+H:mm");

    public static void Map(RouteGroupBuilder api) => api.MapGet("/zones", Get);

    /// <param name="text">City, country, abbreviation or offset.</param>
    /// <param name="at">The moment, in milliseconds since 1970; now where none is given.</param>
    private static Ok<IReadOnlyList<FoundZoneView>> Get(Reader reader, string text, long? at)
    {
        var moment = at is { } ms ? Instant.FromUnixTimeMilliseconds(Math.Clamp(ms, -60_000_000_000_000, 250_000_000_000_000)) : reader.Now;
        return TypedResults.Ok<IReadOnlyList<FoundZoneView>>([.. ZoneSearch.Find(text, moment).Take(Most).Select(View)]);
    }

    private static FoundZoneView View(FoundZone zone)
    {
        var abbreviation = zone.Abbreviation.Any(char.IsAsciiDigit) ? null : zone.Abbreviation;
        return new FoundZoneView(
            zone.Id,
            zone.City,
            string.Join(", ", new[] { zone.Country, abbreviation, "UTC" + Written.Format(zone.Offset) }.OfType<string>()),
            zone.Offset.Seconds / 60
        );
    }
}
