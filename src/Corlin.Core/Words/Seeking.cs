using System.Collections.Immutable;
using System.Globalization;
using Corlin.Core.Text;

namespace Corlin.Core.Words;

/// <summary>Somebody, a group or a room, by the words under which they are looked for: lower case without accents.</summary>
/// <param name="Name">The words of the name.</param>
/// <param name="Else">Post, town, groups; of a room its place and what it has.</param>
/// <param name="Seats">Of a room how many it seats; null where that was not said, and for who is none.</param>
public sealed record Sought(ImmutableArray<string> Name, ImmutableArray<string> Else, string Address, int? Seats);

/// <summary>What somebody typed to find people and rooms: "owne tupper", "cfo", "room for six with a screen".</summary>
public sealed class Seeking
{
    private const int LeastWithin = 3;
    private const int LeastNear = 4;

    /// <summary>Words that say nothing of whom is meant.</summary>
    private static readonly HashSet<string> Said =
    [
        "a",
        "an",
        "the",
        "with",
        "and",
        "for",
        "in",
        "at",
        "of",
        "people",
        "seats",
        "seat",
        "who",
        "has",
        "room",
        "rooms",
    ];

    private static readonly string[] Numbers = ["two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];

    private readonly ImmutableArray<string> words;
    private readonly string address;
    private readonly int? seats;

    /// <param name="text">As it was typed.</param>
    public Seeking(string text)
    {
        address = text.Trim().ToLowerInvariant();
        var typed = Plain.Words(text);
        seats = typed.Length > 1 ? typed.Select(Number).FirstOrDefault(n => n is not null) : null;
        var meant = typed.Where(w => seats is null || Number(w) is null).ToImmutableArray();
        // A word that says nothing counts where it is all there is: somebody may be called so.
        words =
            meant.Any(w => !Said.Contains(w)) || (seats is not null && meant.Length > 0) ? [.. meant.Where(w => !Said.Contains(w))] : meant;
    }

    /// <summary>Whether anything was typed that can name somebody.</summary>
    public bool SaysNothing => words.IsEmpty && seats is null;

    /// <summary>How well somebody is what was typed: the higher the better; null where they are not.</summary>
    public int? Score(Sought one)
    {
        if (address.Length > 0 && one.Address.StartsWith(address, StringComparison.Ordinal))
            return 100;
        if (SaysNothing || (seats is { } least && !(one.Seats >= least)))
            return null;
        var sum = 0;
        foreach (var word in words)
        {
            // A name counts for more than what else is known.
            var score = Math.Max(4 * Best(word, one.Name), Best(word, one.Else));
            if (score == 0)
                return null;
            sum += score;
        }

        // Of rooms that seat enough the smallest comes first.
        return sum - (seats is null ? 0 : Math.Min(one.Seats ?? 0, 200) / 10);
    }

    private static int Best(string word, ImmutableArray<string> known)
    {
        var best = 0;
        foreach (var other in known)
        {
            var score =
                other == word ? 6
                : other.StartsWith(word, StringComparison.Ordinal) ? 5
                : word.Length >= LeastWithin && other.Contains(word, StringComparison.Ordinal) ? 3
                : word.Length >= LeastNear && IsNear(word, other) ? 1
                : 0;
            best = Math.Max(best, score);
        }

        return best;
    }

    /// <summary>One slip away from a word, or from its beginning while it is typed.</summary>
    private static bool IsNear(string word, string other)
    {
        if (Near.Is(word, other))
            return true;
        for (var length = word.Length - 1; length <= word.Length + 1; length++)
            if (length < other.Length && length >= LeastNear && Near.Is(word, other[..length]))
                return true;
        return false;
    }

    private static int? Number(string word) =>
        int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number is > 0 and < 1_000 ? number
        : Array.IndexOf(Numbers, word) is >= 0 and var at ? at + 2
        : null;
}
