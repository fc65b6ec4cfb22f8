namespace Corlin.Core.Words;

/// <summary>A question typed into the search: "When did Maren last meet Rosa", "last met Rosa".</summary>
/// <param name="Who">Who met, or null where the asker's first principal is meant.</param>
/// <param name="Whom">Whom they met.</param>
public sealed record LastMet(string? Who, string Whom)
{
    private static readonly HashSet<string> Anybody = ["we", "they", "i", "he", "she"];
    private static readonly HashSet<string> Meeting = ["met", "meet", "saw", "see", "seen", "meeting", "time"];

    /// <returns>Null where the text asks no such thing.</returns>
    public static LastMet? Read(string text)
    {
        var words = text.Trim().TrimEnd('?').Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        var last = Array.FindIndex(words, w => Is(w, "last"));
        while (last >= 0 && (last + 1 == words.Length || !Meeting.Contains(words[last + 1].ToLowerInvariant())))
            last = Array.FindIndex(words, last + 1, w => Is(w, "last"));
        if (last < 0)
            return null;
        var begin = last >= 2 && Is(words[0], "when") && Is(words[1], "did") ? 2 : 0;
        var end = last + 2 < words.Length - 1 && Is(words[last + 2], "with") ? last + 3 : last + 2;
        var (who, whom) = (string.Join(' ', words[begin..last]), string.Join(' ', words[end..]));
        if (whom.Length == 0 || whom.Contains('?', StringComparison.Ordinal))
            return null;
        return new LastMet(who.Length == 0 || Anybody.Contains(who.ToLowerInvariant()) ? null : who, whom);
    }

    private static bool Is(string word, string wanted) => string.Equals(word, wanted, StringComparison.OrdinalIgnoreCase);
}
