using System.Collections.Frozen;

namespace Corlin.Core.Time;

/// <summary>Countries by ISO 3166, under the names by which people know them.</summary>
public static class Countries
{
    private const int LongestPart = 3;

    private static readonly FrozenDictionary<string, string> Names = Cities
        .All.Where(c => c.Code.Length > 0)
        .GroupBy(c => c.Code)
        .ToFrozenDictionary(c => c.Key, c => c.First().Country);

    private static readonly ILookup<string, string> CodesByName = Names.ToLookup(n => Cities.Key(n.Value), n => n.Key);

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
        return Known(said) ?? (CodesByName[key].Take(2).ToList() is [var one] ? one : null);
    }

    /// <summary>"Portugal" for PT; "Canada (NS)" for CA-NS.</summary>
    /// <param name="code">As <see cref="Read"/> gives it; one that is not known stands for itself.</param>
    public static string Name(string code) =>
        !Names.TryGetValue(code.Length < 2 ? code : code[..2], out var name) ? code
        : code.Length > LongestPart ? $"{name} ({code[3..]})"
        : name;

    private static string? Known(string letters) =>
        letters.Length == 2 && Names.ContainsKey(letters.ToUpperInvariant()) ? letters.ToUpperInvariant() : null;

    private static bool IsPart(string part) => part.Length is > 0 and <= LongestPart && part.All(char.IsAsciiLetterOrDigit);
}
