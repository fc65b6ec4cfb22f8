using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using Corlin.Core.Text;
using NodaTime.TimeZones;

namespace Corlin.Core.Time;

/// <summary>A city by which people know a zone.</summary>
/// <param name="Key">Its name without case, accents, dots and apostrophes.</param>
/// <param name="Code">ISO 3166 of its country.</param>
/// <param name="Zone">A tzdb id.</param>
/// <param name="People">About how many live there.</param>
internal sealed record City(string Key, string Name, string Province, string Country, string Code, string Zone, long People)
{
    /// <summary>The same of the state or region that it is in.</summary>
    public string ProvinceKey { get; } = Cities.Key(Province);
}

/// <summary>The cities of the world that have more than a few thousand people, and those of tzdb.</summary>
internal static class Cities
{
    private static readonly FrozenSet<string> Listed = (TzdbDateTimeZoneSource.Default.ZoneLocations ?? [])
        .Select(l => l.ZoneId)
        .ToFrozenSet();

    /// <summary>Every city that is known.</summary>
    public static readonly ImmutableArray<City> All = [.. Read(), .. OfTzdb()];

    /// <summary>The same by <see cref="Key"/>.</summary>
    public static readonly ILookup<string, City> ByKey = All.ToLookup(c => c.Key);

    /// <summary>Lower case without accents, dots and apostrophes, one space between words.</summary>
    public static string Key(string name) =>
        Plain
            .Of(
                name.Replace("'", "", StringComparison.Ordinal)
                    .Replace("’", "", StringComparison.Ordinal)
                    .Replace(".", "", StringComparison.Ordinal)
            )
            .Trim() switch
        {
            var plain when plain.Contains("  ", StringComparison.Ordinal) => string.Join(
                ' ',
                plain.Split(' ', StringSplitOptions.RemoveEmptyEntries)
            ),
            var plain => plain,
        };

    private static IEnumerable<City> Read()
    {
        using var stream = typeof(Cities).Assembly.GetManifestResourceStream("cities.tsv")!;
        using var reader = new StreamReader(stream);
        while (reader.ReadLine() is { } line)
        {
            var parts = line.Split('\t');
            if (line.StartsWith('#') || parts.Length < 6 || !Zones.Exists(parts[4]))
                continue;
            yield return new City(
                Key(parts[0]),
                parts[0],
                parts[1],
                parts[2],
                parts[3],
                Canonical(parts[4]),
                long.Parse(parts[5], CultureInfo.InvariantCulture)
            );
        }
    }

    /// <summary>The names that tzdb gives its zones; how many live there is not known from it.</summary>
    private static IEnumerable<City> OfTzdb() =>
        (TzdbDateTimeZoneSource.Default.ZoneLocations ?? []).Select(l => new City(
            Key(Zones.City(l.ZoneId)),
            Zones.City(l.ZoneId),
            "",
            l.CountryName,
            l.CountryCode,
            l.ZoneId,
            1
        ));

    /// <summary>
    /// An old name becomes the one in use; a zone that tzdb lists for its country stays, whatever it shares its clock with.
    /// </summary>
    private static string Canonical(string zone) =>
        Listed.Contains(zone) ? zone
        : TzdbDateTimeZoneSource.Default.CanonicalIdMap.TryGetValue(zone, out var known) ? known
        : zone;
}
