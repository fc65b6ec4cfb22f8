using System.Text.RegularExpressions;

namespace Corlin.Core.Words;

/// <summary>Somebody in a text that was pasted: a name, an address, or both.</summary>
/// <param name="Name">Empty where only an address stands there.</param>
/// <param name="Address">In lower case; null where only a name stands there.</param>
public sealed record Pasted(string Name, string? Address);

/// <summary>
/// Reads the people of a text as mail programs and lists give them: "Ana Brandão &lt;ana@…&gt;; tome@…", a line each, with commas,
/// "mailto:" or quotes.
/// </summary>
public static partial class PastedPeople
{
    /// <summary>More are not read at once.</summary>
    public const int Most = 500;

    /// <summary>In the order in which they stand there, each address once.</summary>
    public static IReadOnlyList<Pasted> Read(string text) =>
        [
            .. Pieces(text)
                .SelectMany(One)
                .Where(p => p.Address is not null || p.Name.Length > 0)
                .DistinctBy(p => p.Address ?? p.Name.ToLowerInvariant())
                .Take(Most),
        ];

    // Bounded, so that no text takes longer than its length (RFC 5321 4.5.3.1).
    [GeneratedRegex(@"[^\s<>()\[\]{},;:|/""'“”]{1,64}@[^\s<>()\[\]{},;:|/""'“”]{1,250}\.[^\s<>()\[\]{},;:|/""'“”?.]{1,63}")]
    private static partial Regex Address();

    /// <summary>Cut at what parts people, but not within quotes or brackets; "Brandão, Ana &lt;…&gt;" is one.</summary>
    private static List<string> Pieces(string text)
    {
        var pieces = new List<(string Text, char After)>();
        var from = 0;
        var within = ' ';
        for (var at = 0; at <= text.Length; at++)
        {
            var sign = at < text.Length ? text[at] : '\n';
            if (within != ' ')
            {
                if (sign == within || sign is '\n')
                    within = ' ';
                if (sign is not '\n')
                    continue;
            }
            else if (sign is '"' or '“')
            {
                within = sign == '"' ? '"' : '”';
                continue;
            }

            if (sign is not ('\n' or '\r' or '\t' or ';' or ',' or '|') && !(sign == '/' && IsBetweenPeople(text, from, at)))
                continue;
            if (text[from..at].Trim() is { Length: > 0 } piece)
                pieces.Add((piece, sign));
            from = at + 1;
        }

        var joined = new List<string>();
        for (var i = 0; i < pieces.Count; i++)
        {
            // A last name alone, a comma, and a given name with its address.
            var last =
                pieces[i].After == ','
                && !pieces[i].Text.Contains('@', StringComparison.Ordinal)
                && !pieces[i].Text.Contains(' ', StringComparison.Ordinal)
                && i + 1 < pieces.Count
                && pieces[i + 1].Text.Contains('<', StringComparison.Ordinal)
                && !pieces[i + 1].Text.StartsWith('<');
            joined.Add(last ? Turned(pieces[i].Text, pieces[++i].Text) : pieces[i].Text);
        }

        return joined;
    }

    private static bool IsBetweenPeople(string text, int from, int at) =>
        !text[from..at].Contains("//", StringComparison.Ordinal)
        && at + 1 < text.Length
        && text[at + 1] != '/'
        && (at == 0 || text[at - 1] is not (':' or '/'));

    private static string Turned(string last, string given)
    {
        var bracket = given.IndexOf('<', StringComparison.Ordinal);
        return $"{given[..bracket].Trim()} {last.Trim('"')} {given[bracket..]}";
    }

    private static IEnumerable<Pasted> One(string piece)
    {
        var addresses = Address().Matches(piece);
        if (addresses.Count == 0)
            return [new Pasted(Plainly(piece), null)];
        if (addresses.Count > 1)
            return addresses.Select(a => new Pasted("", Plain(a.Value)));
        var name = Plainly(piece.Remove(addresses[0].Index, addresses[0].Length));
        return [new Pasted(Turn(name), Plain(addresses[0].Value))];
    }

    private static string Plain(string address) => address.Trim('.', '\'').ToLowerInvariant();

    /// <summary>Without signs around it, without what says that it is an address.</summary>
    private static string Plainly(string text)
    {
        var plain = text.Replace("mailto:", "", StringComparison.OrdinalIgnoreCase);
        var asked = plain.IndexOf('?', StringComparison.Ordinal);
        if (asked >= 0)
            plain = plain[..asked];
        return string.Join(' ', plain.Split([' ', '<', '>', '(', ')', '[', ']', '"', '“', '”'], StringSplitOptions.RemoveEmptyEntries))
            .Trim(' ', '\'', '-', '•', '*', '.', ':');
    }

    /// <summary>"Brandão, Ana" in quotes is Ana Brandão.</summary>
    private static string Turn(string name) =>
        name.Split(',') is [var last, var given] && given.Trim().Length > 0 ? $"{given.Trim()} {last.Trim()}" : name;
}
