using System.Collections.Immutable;
using System.Globalization;
using Corlin.Core.Words;
using NodaTime;
using NodaTime.TimeZones;

namespace Corlin.Core.Time;

/// <summary>A zone as it is offered to somebody who looks for one.</summary>
/// <param name="Id">The tzdb id.</param>
/// <param name="Country">Null for zones of no country.</param>
/// <param name="Abbreviation">What the zone's time is called at the moment asked for, WEST.</param>
public sealed record FoundZone(string Id, string City, string? Country, string Abbreviation, Offset Offset);

/// <summary>Finds zones by what people know them by: city, country, abbreviation or offset.</summary>
public static class ZoneSearch
{
    private static readonly ImmutableArray<(string Id, string City, string? Country)> All =
    [
        .. (TzdbDateTimeZoneSource.Default.ZoneLocations ?? []).GroupBy(l => l.ZoneId).Select(l => (l.Key, Zones.City(l.Key), (string?)l.First().CountryName)),
        ("Etc/UTC", "UTC", null),
    ];

    /// <summary>The zones that a text fits, the best first: a city before a country before an abbreviation or an offset.</summary>
    /// <param name="text">"Halifax", "india", "CET", "+5:30", "UTC-4".</param>
    /// <param name="at">The moment at which abbreviation and offset hold.</param>
    public static IEnumerable<FoundZone> Find(string text, Instant at)
    {
        var wanted = text.Trim();
        if (wanted.Length == 0) return [];
        var offset = ReadOffset(wanted);
        return All
            .Select(z => (Zone: z, Interval: Zones.Get(z.Id).GetZoneInterval(at)))
            .Select(z => (z.Zone, z.Interval, Rank: Rank(wanted, offset, z.Zone, z.Interval)))
            .Where(z => z.Rank < int.MaxValue)
            .OrderBy(z => z.Rank).ThenBy(z => z.Zone.City, StringComparer.Ordinal)
            .Select(z => new FoundZone(z.Zone.Id, z.Zone.City, z.Zone.Country, z.Interval.Name, z.Interval.WallOffset));
    }

    private static int Rank(string wanted, Offset? offset, (string Id, string City, string? Country) zone, ZoneInterval interval)
    {
        if (offset is { } by) return interval.WallOffset == by ? 0 : int.MaxValue;
        if (Same(zone.City, wanted) || Same(zone.Id, wanted)) return 0;
        if (zone.Country is { } named && Same(named, wanted)) return 1;
        if (Begins(zone.City, wanted)) return 2;
        if (zone.Country is { } country && (Begins(country, wanted) || country.Split(' ').Any(w => Begins(w, wanted)))) return 3;
        return Same(interval.Name, wanted) ? 4 : int.MaxValue;
    }

    private static Offset? ReadOffset(string text)
    {
        var number = text.StartsWith("UTC", StringComparison.OrdinalIgnoreCase) || text.StartsWith("GMT", StringComparison.OrdinalIgnoreCase) ? text[3..].Trim() : text;
        if (number.Length < 2 || number[0] is not ('+' or '-' or '−')) return null;
        var parts = number[1..].Split(':');
        if (parts.Length > 2 || !int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var hours) || hours > 14) return null;
        var minutes = 0;
        if (parts.Length == 2 && (!int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out minutes) || minutes > 59)) return null;
        return Offset.FromSeconds((number[0] == '+' ? 1 : -1) * ((hours * 3_600) + (minutes * 60)));
    }

    private static bool Begins(string name, string wanted) => Plain.Of(name).StartsWith(Plain.Of(wanted), StringComparison.Ordinal);

    private static bool Same(string name, string wanted) => string.Equals(name, wanted, StringComparison.OrdinalIgnoreCase);
}
