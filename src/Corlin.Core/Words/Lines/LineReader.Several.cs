using System.Collections.Immutable;

namespace Corlin.Core.Words.Lines;

// Several people of whom not all come, or not at once.
public sealed partial class LineReader
{
    /// <summary>Who was named in the list that was read last, and the word behind it.</summary>
    private (int End, ImmutableArray<string> Keys) lastNamed = (-1, []);

    /// <summary>Where "each" stands behind a length.</summary>
    private int? lengthOfEach;

    /// <summary>"any two of Owen, Luis and Maeve", "with one of Owen and Luis": not all of them, and which is not said.</summary>
    private int SomeOf(int at)
    {
        var lead = words[at] is "with" or "w/" or "w" ? 1 : 0;
        if (words[at + lead] == "any" || (words[at + lead] == "at" && words[at + lead + 1] == "least"))
            lead += words[at + lead] == "any" ? 1 : 2;
        var of = at + lead;
        var atLeast = words[of] == "either" ? 1 : CalendarWords.Number(words[of]);
        if (words[of] != "of" && atLeast is not null)
            of++;
        if (of == at || words[of] != "of")
            return 0;
        var named = new List<string>();
        var from = of + 1 + (words[of + 1] == "the" ? 1 : 0);
        if (Persons(from, named) is not (> 0 and var count) || named.Count < 2)
            return 0;
        var whole = from + count - at;
        var many = atLeast ?? 1;
        if (!wishing || line.Some is not null || many >= named.Count)
            return Miss(at, whole, NotUnderstoodKind.Person);
        line = line with { Some = new LineSome([.. named], many) };
        return Take(at, whole);
    }

    /// <summary>"Owen, Luis and Maeve one after another", "each of Owen and Luis", "back to back: Owen, Luis".</summary>
    private int OneAfterAnother(int at)
    {
        var (count, inOneRun) = ManyMeetings(at);
        if (count == 0)
            return 0;
        var keys = lastNamed.Keys;
        var next = at + count;
        // Those named before it are meant, or else those behind it.
        if (keys.Length < 2 || lastNamed.End != at - (words[at - 1] == "," ? 1 : 0))
        {
            var from = next + (words[next] is "," or "with" ? 1 : 0);
            var named = new List<string>();
            if (Persons(from, named) is not (> 0 and var behind) || named.Count < 2)
                return wishing && words[at] != "each" ? Miss(at, count, NotUnderstoodKind.Words) : 0;
            (keys, next) = ([.. named], from + behind);
        }

        if (!wishing || line.Each is not null)
            return Miss(at, next - at, NotUnderstoodKind.Words);
        required.RemoveAll(k => keys.Contains(k));
        line = line with { Each = new LineEach(keys, inOneRun) };
        return Take(at, next - at);
    }

    private (int Words, bool InOneRun) ManyMeetings(int at) =>
        words[at] == "each" && words[at + 1] == "of" ? (2, false)
        : words[at] == "one" && words[at + 1] == "after" && words[at + 2] == "another" ? (3, false)
        : words[at] == "one" && words[at + 1] == "after" && words[at + 2] == "the" && words[at + 3] == "other" ? (4, false)
        : words[at] == "one" && words[at + 1] == "by" && words[at + 2] == "one" ? (3, false)
        : words[at] == "back" && words[at + 1] == "to" && words[at + 2] == "back" ? (3, true)
        : words[at] == "back-to-back" ? (1, true)
        : (0, false);

    /// <summary>"30 minutes each", "each of Owen and Luis": of people who are met one after another, and not how it repeats.</summary>
    private int Each(int at)
    {
        if (words[at] == "each" && words[at + 1] == "of")
            return OneAfterAnother(at);
        if (words[at] != "each" || !lengths.Any(l => l.At + l.Words == at))
            return 0;
        lengthOfEach = at;
        return Take(at, 1);
    }
}
