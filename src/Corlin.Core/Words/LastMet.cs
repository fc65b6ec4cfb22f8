using System.Text.RegularExpressions;

namespace Corlin.Core.Words;

/// <summary>A question typed into the search: "When did Maren last meet Rosa", "last met Rosa".</summary>
/// <param name="Who">Who met, or null where the asker's first principal is meant.</param>
/// <param name="Whom">Whom they met.</param>
public sealed partial record LastMet(string? Who, string Whom)
{
    /// <returns>Null where the text asks no such thing.</returns>
    public static LastMet? Read(string text)
    {
        var match = Question().Match(text.Trim());
        if (!match.Success)
            return null;
        var who = match.Groups["who"].Value.Trim();
        return new LastMet(who.Length == 0 || Anybody.Contains(who.ToLowerInvariant()) ? null : who, match.Groups["whom"].Value.Trim());
    }

    private static readonly HashSet<string> Anybody = ["we", "they", "i", "he", "she"];

    [GeneratedRegex(
        @"^(?:when\s+did\s+)?(?<who>.*?)\s*\blast\s+(?:met|meet|saw|see|seen|meeting|time)\s+(?:with\s+)?(?<whom>[^?]+?)\s*\??$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
        200
    )]
    private static partial Regex Question();
}
