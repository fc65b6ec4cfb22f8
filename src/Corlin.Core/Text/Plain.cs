using System.Text;

namespace Corlin.Core.Text;

/// <summary>Text without what people leave out when they look for something.</summary>
public static class Plain
{
    // The process runs without the ICU library, which alone could take letters apart; these are the Latin ones.
    private static readonly Dictionary<char, string> Letters = new (string Letters, string As)[]
    {
        ("àáâãäåāăą", "a"),
        ("çćĉċč", "c"),
        ("ďđð", "d"),
        ("èéêëēĕėęě", "e"),
        ("ĝğġģ", "g"),
        ("ĥħ", "h"),
        ("ìíîïĩīĭįı", "i"),
        ("ĵ", "j"),
        ("ķ", "k"),
        ("ĺļľŀł", "l"),
        ("ñńņňŋ", "n"),
        ("òóôõöøōŏő", "o"),
        ("ŕŗř", "r"),
        ("śŝşšș", "s"),
        ("ţťŧț", "t"),
        ("ùúûüũūŭůűų", "u"),
        ("ŵ", "w"),
        ("ýÿŷ", "y"),
        ("źżž", "z"),
        ("æ", "ae"),
        ("œ", "oe"),
        ("ß", "ss"),
        ("þ", "th"),
    }
        .SelectMany(row => row.Letters.Select(letter => (letter, row.As)))
        .ToDictionary(pair => pair.letter, pair => pair.As);

    /// <summary>Lower case without accents, each word after a space; signs are spaces.</summary>
    public static string Of(string text)
    {
        var plain = new StringBuilder(" ");
        foreach (var c in text)
        {
            var lower = char.ToLowerInvariant(c);
            plain.Append(
                !char.IsLetterOrDigit(lower) ? " "
                : Letters.TryGetValue(lower, out var letters) ? letters
                : lower.ToString()
            );
        }

        return plain.ToString();
    }

    /// <summary>The words of a text, lower case without accents.</summary>
    public static string[] Words(string text) => Of(text).Split(' ', StringSplitOptions.RemoveEmptyEntries);

    /// <summary>Lower case without accents, letter for letter; signs stay.</summary>
    internal static string Fold(string text) => string.Create(text.Length, text, (folded, from) =>
        {
            for (var i = 0; i < from.Length; i++)
            {
                var lower = char.ToLowerInvariant(from[i]);
                folded[i] =
                    Letters.TryGetValue(lower, out var letters) ? letters[0]
                    : lower is '’' or '‘' ? '\''
                    : lower is '–' or '—' ? '-'
                    : lower;
            }
        });

    /// <summary>Whether the two are the same but for case, accents and space around them.</summary>
    public static bool Same(string a, string b) => Of(a).Trim() == Of(b).Trim();
}
