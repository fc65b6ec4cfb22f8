using System.Collections.Frozen;
using NodaTime.TimeZones;

namespace Corlin.Core.Time;

/// <summary>Countries by ISO 3166, under the names by which people know them.</summary>
public static class Countries
{
    private const int LongestPart = 3;

    /// <summary>The codes by the key of each name that the lists of cities and of tzdb have.</summary>
    internal static readonly ILookup<string, string> CodesByName = Cities
        .All.Where(c => c.Code.Length > 0)
        .Select(c => (Key: Cities.Key(c.Country), c.Code))
        .Distinct()
        .ToLookup(c => c.Key, c => c.Code);

    private static readonly FrozenDictionary<string, string> Names = Cities
        .All.Where(c => c.Code.Length == 2)
        .GroupBy(c => c.Code)
        .ToFrozenDictionary(c => c.Key, c => c.First().Country);

    /// <summary>The list of cities gives what is overseas the name of its country; tzdb tells them apart.</summary>
    private static readonly FrozenDictionary<string, string> Apart = (TzdbDateTimeZoneSource.Default.ZoneLocations ?? [])
        .DistinctBy(l => l.CountryCode)
        .ToFrozenDictionary(l => l.CountryCode, l => l.CountryName);

    /// <summary>The code of a country that is named, or whose letters are given.</summary>
    /// <param name="text">"Portugal", "the Netherlands", "uk", "pt"; with a part of it by ISO 3166-2, "ca-ns".</param>
    /// <returns>"PT", "CA-NS"; null where no country is called so.</returns>
    public static string? Read(string text)
    {
        var said = text.Trim();
        if (said.Length > 2 && said[2] == '-')
            return Known(said[..2]) is { } code && IsPart(said[3..]) ? $"{code}-{said[3..].ToUpperInvariant()}" : null;
        var key = Cities.Key(said);
        if (key.StartsWith("the ", StringComparison.Ordinal))
            key = key[4..];
        if (ZoneNames.Countries.TryGetValue(key, out var other))
            return other;
        return Known(said) ?? Called(key);
    }

    /// <summary>"Portugal" for PT; "Canada (NS)" for CA-NS.</summary>
    /// <param name="code">As <see cref="Read"/> gives it; one that is not known stands for itself.</param>
    public static string Name(string code) =>
        (code.Length < 2 ? null : Named(code[..2])) is not { } name ? code
        : code.Length > LongestPart ? $"{name} ({code[3..]})"
        : name;

    private static string? Named(string letters) =>
        !Names.TryGetValue(letters, out var name) ? null
        : CodesByName[Cities.Key(name)].Count() > 1 ? Apart.GetValueOrDefault(letters, name)
        : name;

    private static string? Known(string letters) =>
        letters.Length == 2 && Names.ContainsKey(letters.ToUpperInvariant()) ? letters.ToUpperInvariant() : null;

    private static string? Called(string key)
    {
        var codes = CodesByName[key].Where(Names.ContainsKey).ToList();
        return codes is [var one] ? one : codes.Find(c => Apart.TryGetValue(c, out var name) && Cities.Key(name) == key);
    }

    private static bool IsPart(string part) => part.Length is > 0 and <= LongestPart && part.All(char.IsAsciiLetterOrDigit);
}
