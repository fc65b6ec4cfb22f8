using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;
using System.Globalization;
using Corlin.Core.Text;
using NodaTime;

namespace Corlin.Core.Time;

/// <summary>A zone as it is offered to somebody who looks for one.</summary>
/// <param name="Id">The tzdb id.</param>
/// <param name="City">The city by which it was found, or the one that tzdb names it by.</param>
/// <param name="Country">Null for zones of no country.</param>
/// <param name="Abbreviation">What the zone's time is called at the moment asked for, WEST.</param>
public sealed record FoundZone(string Id, string City, string? Country, string Abbreviation, Offset Offset);

/// <summary>
/// Finds zones by what people know them by: city, country, abbreviation as business uses it, or offset; one letter may be wrong.
/// </summary>
public static class ZoneSearch
{
    private const int MostOfCountry = 40;

    private const int TownsPerState = 20;

    private const int MostWordsOfRegion = 5;

    private static readonly ILookup<string, City> ByCountry = Cities.All.Where(c => c.Code.Length > 0).ToLookup(c => c.Code);

    private static readonly ImmutableArray<string> Keys = [.. Cities.ByKey.Select(c => c.Key)];

    private static readonly ImmutableArray<(string Zone, long People, City City)> Largest =
    [
        .. Cities
            .All.GroupBy(c => c.Zone)
            .Select(z => (z.Key, z.Sum(c => c.People), z.MaxBy(c => c.People)!))
            .OrderByDescending(z => z.Item2),
    ];

    /// <summary>How well a zone fits; what fits better comes first.</summary>
    private enum Fit
    {
        Named,
        Whole,
        Region,
        Begins,
        NearlyWhole,
    }

    private sealed record Hit(Fit Fit, long People, string Zone, string City, string? Country);

    /// <summary>The zones that a text fits, the best first.</summary>
    /// <param name="text">"Halifax", "india", "CET", "+5:30", "UTC-4", "St Johns, Newfoundland".</param>
    /// <param name="at">The moment at which an offset holds.</param>
    public static IEnumerable<FoundZone> Find(string text, Instant at)
    {
        var wanted = text.Trim();
        if (wanted.Length == 0)
            return [];
        var hits = ReadOffset(wanted) is { } offset ? ByOffset(offset, at) : ByName(wanted);
        return hits.OrderBy(h => h.Fit)
            .ThenByDescending(h => h.People)
            .ThenBy(h => h.City, StringComparer.Ordinal)
            .DistinctBy(h => h.Zone)
            .Select(h =>
            {
                var interval = Zones.Get(h.Zone).GetZoneInterval(at);
                return new FoundZone(h.Zone, h.City, h.Country, interval.Name, interval.WallOffset);
            });
    }

    /// <summary>
    /// The zone that a text names beyond doubt: an abbreviation, a city, or a country with one main zone; null where it names none.
    /// </summary>
    public static string? Named(string text)
    {
        var best = ByName(text.Trim()).Where(h => h.Fit <= Fit.Whole).OrderBy(h => h.Fit).ThenByDescending(h => h.People).FirstOrDefault();
        return best?.Zone;
    }

    private static IEnumerable<Hit> ByName(string wanted)
    {
        var key = Cities.Key(wanted);
        if (key.Length == 0)
            return [];
        if (
            DateTimeZoneProviders.Tzdb.Ids.FirstOrDefault(id =>
                id.Equals(wanted, StringComparison.OrdinalIgnoreCase) && id.Contains('/', StringComparison.Ordinal)
            ) is
            { } id
        )
            return [Of(id, Fit.Named)];
        if (ZoneNames.Abbreviations.TryGetValue(key, out var meant) || WrittenOut(key, out meant))
            return [Of(meant, Fit.Named)];
        if (!key.Any(char.IsLetter))
            return [];
        if (key.StartsWith("the ", StringComparison.Ordinal) && !Whole(key).Any())
            return ByName(wanted.TrimStart()[4..]);
        if (key.EndsWith(" time", StringComparison.Ordinal) && ByName(wanted.TrimEnd()[..^5]).ToList() is { Count: > 0 } clock)
            return clock;
        if (wanted.IndexOf(',', StringComparison.Ordinal) is > 0 and var comma)
            // A town that the list has not still has the clock of its country or state.
            return InRegion(wanted[..comma], wanted[(comma + 1)..]).ToList() is { Count: > 0 } there
                ? there
                : ByName(wanted[(comma + 1)..]).Where(h => h.Fit <= Fit.Region);
        List<Hit> hits = [.. Whole(key), .. OfCountry(key)];
        var region = Cities.All.Where(c => c.ProvinceKey == key).ToList();
        // A state of many is meant before a small town of its name elsewhere.
        var fit = region.Sum(c => c.People) > TownsPerState * hits.Sum(h => h.People) && hits.Count > 0 ? Fit.Named : Fit.Region;
        hits.AddRange(region.Select(c => Hits(c, fit)));
        if (key.Length > 1)
            hits.AddRange(Cities.All.Where(c => c.Key.StartsWith(key, StringComparison.Ordinal)).Select(c => Hits(c, Fit.Begins)));
        if (key.Length > 2)
            hits.AddRange(
                Countries
                    .CodesByName.Where(c => (" " + c.Key).Contains(" " + key, StringComparison.Ordinal))
                    .SelectMany(c => c)
                    .SelectMany(code => OfCode(code, Fit.Begins))
            );
        if (hits.Count == 0)
            hits = [.. WithItsRegion(wanted)];
        if (hits.Count > 0)
            return hits;
        return Keys.Where(k => Near.Is(key, k))
            .SelectMany(k => Cities.ByKey[k])
            .Select(c => Hits(c, Fit.NearlyWhole))
            .Concat(ZoneNames.OtherCities.Keys.Where(k => Near.Is(key, k)).SelectMany(Whole).Select(h => h with { Fit = Fit.NearlyWhole }))
            .Concat(
                Countries.CodesByName.Where(c => Near.Is(key, c.Key)).SelectMany(c => c).SelectMany(code => OfCode(code, Fit.NearlyWhole))
            );
    }

    /// <summary>"Central European Summer Time", "Indian Standard Time".</summary>
    private static bool WrittenOut(string key, [NotNullWhen(true)] out string? zone)
    {
        zone = null;
        if (!key.EndsWith(" time", StringComparison.Ordinal))
            return false;
        var name = key[..^5];
        foreach (var season in new[] { " standard", " daylight", " summer", " savings", " daylight savings" })
            if (name.EndsWith(season, StringComparison.Ordinal))
                name = name[..^season.Length];
        return ZoneNames.Written.TryGetValue(name, out zone) || ZoneNames.Abbreviations.TryGetValue(name, out zone);
    }

    /// <summary>"St Johns Newfoundland", "Paris Texas": a city and its state or country, without a comma.</summary>
    private static IEnumerable<Hit> WithItsRegion(string wanted)
    {
        var parts = wanted.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var longest = Math.Max(1, parts.Length - MostWordsOfRegion);
        var cuts = Enumerable
            .Range(longest, Math.Max(0, parts.Length - longest))
            .Select(i => (City: string.Join(' ', parts[..i]), Region: string.Join(' ', parts[i..])))
            .ToList();
        return cuts.Select(c => InRegion(c.City, c.Region).ToList()).LastOrDefault(found => found.Count > 0)
            ?? cuts.Select(c => OfRegion(Cities.Key(c.Region))).FirstOrDefault(found => found.Count > 0)
            ?? [];
    }

    /// <summary>
    /// The clock of a country by its name, not by two letters of any sentence, or of a state; for a town that the list has not.
    /// </summary>
    private static List<Hit> OfRegion(string key) =>
        [
            .. Countries.CodesByName.Contains(key) ? OfCountry(key) : [],
            .. Cities.All.Where(c => c.ProvinceKey == key).Select(c => Hits(c, Fit.Region)),
        ];

    private static IEnumerable<Hit> Whole(string key)
    {
        if (!ZoneNames.OtherCities.TryGetValue(key, out var name))
            return Cities.ByKey[key].Select(c => Hits(c, Fit.Whole));
        if (name.Contains('/', StringComparison.Ordinal))
            return [Of(name, Fit.Whole) with { City = CultureInfo.InvariantCulture.TextInfo.ToTitleCase(key) }];
        return Cities.ByKey[Cities.Key(name)].Concat(Cities.ByKey[key]).Select(c => Hits(c, Fit.Whole));
    }

    private static IEnumerable<Hit> OfCountry(string key)
    {
        var codes =
            ZoneNames.Countries.TryGetValue(key, out var code) ? [code]
            : key.Length == 2 ? [key.ToUpperInvariant()]
            : Countries.CodesByName[key];
        return codes.SelectMany(c => OfCode(c, Fit.Whole));
    }

    /// <summary>The zones of a country, the one of most people first; it counts as many as live in all of it.</summary>
    private static IEnumerable<Hit> OfCode(string code, Fit fit)
    {
        var all = ByCountry[code].Sum(c => c.People);
        return ByCountry[code]
            .GroupBy(c => c.Zone)
            .OrderByDescending(z => z.Sum(c => c.People))
            .Take(MostOfCountry)
            .Select((z, i) => Hits(z.MaxBy(c => c.People)!, fit) with { People = all - i, City = Zones.City(z.Key) });
    }

    private static IEnumerable<Hit> InRegion(string city, string region)
    {
        var (key, of) = (Cities.Key(city), Cities.Key(region));
        return Whole(key)
            .Where(h =>
                Cities
                    .ByKey[Cities.Key(h.City)]
                    .Any(c =>
                        c.Zone == h.Zone
                        && (
                            Begins(c.Province, of)
                            || Begins(c.Country, of)
                            || (ZoneNames.Countries.TryGetValue(of, out var code) && code == c.Code)
                        )
                    )
            );
    }

    private static bool Begins(string name, string key) =>
        key.Length > 1 && (" " + Cities.Key(name)).Contains(" " + key, StringComparison.Ordinal);

    private static IEnumerable<Hit> ByOffset(Offset offset, Instant at) =>
        Largest
            .Where(z => Zones.Get(z.Zone).GetUtcOffset(at) == offset)
            .Select(z => new Hit(Fit.Named, z.People, z.Zone, Zones.City(z.Zone), z.City.Country));

    private static Hit Hits(City city, Fit fit) =>
        new(fit, city.People, city.Zone, city.Name, city.Country.Length == 0 ? null : city.Country);

    private static Hit Of(string zone, Fit fit) =>
        new(fit, 0, zone, Zones.City(zone), Cities.All.FirstOrDefault(c => c.Zone == zone)?.Country);

    /// <summary>"+5:30", "5:30", "+0530", "UTC-3", "GMT+1": the everyday sign, east is ahead.</summary>
    private static Offset? ReadOffset(string text)
    {
        var named =
            text.StartsWith("UTC", StringComparison.OrdinalIgnoreCase) || text.StartsWith("GMT", StringComparison.OrdinalIgnoreCase);
        var number = (named ? text[3..] : text).Trim();
        var signed = number.Length > 1 && number[0] is '+' or '-' or '−';
        if (!signed && (named || !number.Contains(':', StringComparison.Ordinal)))
            return null;
        var digits = signed ? number[1..].Trim() : number;
        var parts = digits.Split(':');
        if (parts.Length == 1 && digits.Length is 3 or 4)
            parts = [digits[..^2], digits[^2..]];
        if (parts.Length > 2 || !Digits(parts[0], out var hours) || hours > 14)
            return null;
        var minutes = 0;
        if (parts.Length == 2 && (parts[1].Length != 2 || !Digits(parts[1], out minutes) || minutes > 59))
            return null;
        return Offset.FromSeconds((signed && number[0] != '+' ? -1 : 1) * ((hours * 3_600) + (minutes * 60)));
    }

    private static bool Digits(string text, out int number) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out number);
}
