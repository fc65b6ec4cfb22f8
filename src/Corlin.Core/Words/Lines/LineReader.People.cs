using System.Collections.Immutable;
using Corlin.Core.Text;

namespace Corlin.Core.Words.Lines;

// Who comes.
public sealed partial class LineReader
{
    /// <summary>What somebody does whose day is told.</summary>
    private static readonly HashSet<string> Doings =
    [
        .. "arrives attends calls collects drives flies gives goes has is joins lands leaves meets needs picks returns rings sees speaks takes".Split(
            ' '
        ),
        .. "travels visits wants works".Split(' '),
    ];

    private const int MostWordsOfName = 3;

    /// <summary>"When is Desmond free", "when can Maren and Rosa meet", "is Wiremu free": whose time is sought.</summary>
    private int AsksWhen()
    {
        var lead =
            words[0] == "when" && words[1] is "is" or "are" or "can" or "could" or "will" ? 2
            : words[0] is "is" or "are" ? 1
            : 0;
        if (lead == 0 || NameAt(lead, out _) is null)
            return 0;
        var verb = Enumerable.Range(lead, words.Count - lead).FirstOrDefault(i => words[i] is "free" or "available" or "meet", -1);
        if (verb < 0)
            return 0;
        var sought = new List<string>();
        if (Persons(lead, sought) != verb - lead)
            return 0;
        required.AddRange(sought);
        return Take(0, verb + (words[verb] == "meet" && NameAt(verb + 1, out _) is not null ? 0 : 1));
    }

    private int People(int at)
    {
        var word = words[at];
        if (word is "except" or "excluding" || LeavesOut(at))
            return Without(at, word is "but" or "and" ? 2 : 1);
        // Who looks for a slot to call somebody needs them; in a calendar it is only what it is called.
        if (wishing && at == 0 && word is "call" or "ring" or "phone")
            return Persons(1, required) is > 0 and var called ? 1 + Take(1, called) : 0;
        if (SomeOf(at) is > 0 and var some)
            return some;
        if (OneAfterAnother(at) is > 0 and var several)
            return several;
        if (word == "with" && words[at + 1] == "or" && words[at + 2] == "without")
            return Persons(at + 3, optional, wanted: true) is > 0 and var either ? Take(at, 3 + either) : 0;
        if (word is "with" or "w/" or "wiht" or "wtih" or "wih" or "witth" || (word == "w" && NameAt(at + 1, out _) is not null))
            return Persons(at + 1, required, wanted: true) is > 0 and var with ? Take(at, 1 + with) : 0;
        if (word is "talk" or "speak" && words[at + 1] == "to")
            return Persons(at + 2, required) is > 0 and var spoken ? Take(at, 2 + spoken) : 0;
        if (word is "meet" or "see")
            return Persons(at + 1, required) is > 0 and var met ? Take(at, 1 + met) : 0;
        if (word is "invite" or "inviting" or "attendees")
            return Persons(Skip(at + 1), required, wanted: true) is > 0 and var asked ? Take(at, Skip(at + 1) - at + asked) : 0;
        if (word is "optional" or "optionally" or "opt" or "maybe" or "cc" or "possibly" or "preferably" or "ideally")
            return Persons(Skip(at + 1), optional, wanted: word is "optional" or "opt" or "cc") is > 0 and var may
                ? Take(at, Skip(at + 1) - at + may)
                : 0;
        if (word == "if" && words[at + 1] is "free" or "available" or "possible")
            return Persons(Skip(at + 2), optional, wanted: true) is > 0 and var free ? Take(at, Skip(at + 2) - at + free) : 0;
        if (word == "if" && words[at + 1] is "she" or "he" or "they" && words[at + 2] == "can")
            return Persons(Skip(at + 3), optional) is > 0 and var can ? Take(at, Skip(at + 3) - at + can) : 0;
        if (
            word == "for"
            && NameAt(at + 1, out var other) is not null
            && words[at + 1 + other] is "and"
            && words[at + 2 + other] is "me" or "us"
        )
            return Persons(at + 1, required) is > 0 and var both ? Take(at, 1 + both) : 0;
        if (word == "for" && NameAt(at + 1, out var count) is { Key: { } key } && names.ArrangesFor(key))
        {
            line = line with { InNameOf = key };
            return Take(at, 1 + count);
        }

        // "Wiremu flies to Lisbon" is for Wiremu, and says so by its name.
        if (at == 0 && NameAt(at, out var first) is { Key: { } whose })
        {
            var isState = LineTitle.IsState(words, first);
            if (names.ArrangesFor(whose) && (isState || Doings.Contains(words[first])))
            {
                line = line with { InNameOf = whose };
                return first;
            }

            // "Tomé on leave" is what it is called, and nobody is asked.
            if (isState)
                return first;
        }

        return Bare(at);
    }

    /// <summary>"except Arif": of a group it cannot be said, so it is told.</summary>
    private int Without(int at, int lead)
    {
        var named = new List<string>();
        if (Persons(at + lead, named) is not (> 0 and var count))
            return 0;
        without.AddRange(named.Select(key => (at, lead + count, key)));
        return Take(at, lead + count);
    }

    /// <summary>"+ Ines".</summary>
    private int Added(int at)
    {
        if (Persons(at + 1, required) is not (> 0 and var more))
            return 0;
        ListedBefore(at);
        return Take(at, 1 + more);
    }

    /// <summary>"Dinner Rosa + Luis", "array budget Maren, Wiremu": a list that goes on here begins with the name before.</summary>
    private void ListedBefore(int at)
    {
        for (var from = Math.Max(0, at - MostWordsOfName); from < at; from++)
        {
            if (taken[from] || NameAt(from, out var count) is not { Key: { } key } || from + count != at)
                continue;
            if (!required.Contains(key))
                required.Add(key);
            Take(from, count);
            return;
        }
    }

    private int Skip(int at) => words[at] == "," ? at + 1 : at;

    /// <summary>
    /// Names that stand alone: "Sofia 30m Thursday", "Ada + Owen Thursday 9:30: crew insurance". A name before a thing is part of it:
    /// "Power cable".
    /// </summary>
    private int Bare(int at)
    {
        if (at > 0 && !taken[at - 1] && words[at - 1] is not ",")
            return 0;
        var list = new List<string>();
        var count = Persons(at, list);
        if (count == 0)
            return NameAt(at, out var either) is { Key: null, Either: var several } && StandsAlone(at + either)
                ? Miss(at, either, NotUnderstoodKind.Person, several)
                : 0;
        // "Owen and optionally Luis", "Owen but not Luis".
        var and =
            words[at + count] is "and" or "&" && words[at + count + 1] is "optionally" or "maybe" or "possibly" or "preferably" ? 1 : 0;
        var stands = and > 0 || LeavesOut(at + count) || StandsAlone(at + count);
        if (!stands && list.Count < 2)
            return 0;
        if (words[at - 1] == ",")
            ListedBefore(at - 1);
        required.AddRange(list.Where(k => !required.Contains(k)));
        return Take(at, count + and);
    }

    private bool LeavesOut(int at) => words[at] is "without" or "not" || (words[at] is "but" or "and" && words[at + 1] == "not");

    private bool StandsAlone(int next) =>
        next >= words.Count || words[next] is "," or "about" or "re" or "at" or "on" or "for" or "in" or "by" || SaysWhen(next);

    /// <summary>A list of names.</summary>
    /// <param name="into">Who is named; null where they are named and not asked.</param>
    /// <param name="wanted">Whether a name is expected: what is none is told.</param>
    private int Persons(int from, List<string>? into, bool wanted = false)
    {
        var (at, found) = (from, new List<string>());
        var end = from;
        var doubts = new List<(int At, int Words, ImmutableArray<string> Either)>();
        while (at < words.Count)
        {
            if (wanted && at == from && words[at] == "either")
                at++;
            // "everyone in array design" is the group.
            if (words[at] is "everyone" or "everybody" or "all" && words[at + 1] is "in" or "from" or "of")
                at += 2;
            if (NameAt(at, out var count) is { } name)
            {
                // "Owen Clarke", "Owen C" is not the Owen Tupper who is known here.
                if (
                    count == 1
                    && name.Name is not null
                    && (
                        IsInitial(at + 1)
                        || (
                            wanted
                            && IsName(at + 1)
                            && Called(at + 1, out _) is null
                            && (words[at + 2] is "and" or "&" or "+" or "if" || StandsAlone(at + 2))
                        )
                    )
                )
                {
                    count = 2;
                    doubts.Add((at, count, []));
                }
                else if (name.Key is { } key)
                    found.Add(key);
                else
                    doubts.Add((at, count, name.Either));
                end = at + count;
                if (words.IsBracketed(end) && words[end].Contains('@', StringComparison.Ordinal))
                    end++;
                if (words[end] == "or" && NameAt(end + 1, out var other) is { } either)
                {
                    // "Maeve or Ines": which of them is asked.
                    found.Remove(name.Key ?? "");
                    doubts.RemoveAll(d => d.At == at);
                    end += 1 + other;
                    doubts.Add((at, end - at, [.. new[] { name.Name, either.Name }.OfType<string>()]));
                }

                end += Required(end);
                if (Later(end, out var more))
                {
                    if (name.Key is { } optionally && found.Contains(optionally) && into is not null)
                        optional.Add(optionally);
                    found.RemoveAll(k => optional.Contains(k));
                    end += more;
                }
            }
            else if (words[at] is "me" or "myself" or "us" && (wanted || end > from))
            {
                end = at + 1;
            }
            else if (wanted && words[at] is "everyone" or "everybody" or "guests" or "others" or "co" or "colleagues")
            {
                doubts.Add((at, 1, []));
                end = at + 1;
            }
            else if (wanted && IsSomebodys(at))
            {
                doubts.Add((at, 2, []));
                end = at + 2;
            }
            else if (wanted && Addressed(at, out count) is { } address)
            {
                found.Add(address);
                end = at + count;
            }
            else if (wanted && IsName(at))
            {
                count = 1;
                while (IsName(at + count))
                    count++;
                // "Owen's team".
                if (words[at + count - 1].EndsWith("'s", StringComparison.Ordinal) && !StandsAlone(at + count))
                    count++;
                doubts.Add((at, count, []));
                end = at + count;
            }
            else
            {
                break;
            }

            var join =
                // "with Ana: Owen and Luis one after another".
                words[end] == ","
                && words.Text[words.Tokens[end].At] == ':'
                    ? 0
                : words[end] == "," && words[end + 1] == "and" ? 2
                : words[end] is "and" or "&" or "+" or "," ? 1
                : 0;
            if (
                join == 0
                || (
                    NameAt(end + join, out _) is null
                    && words[end + join] is not ("me" or "myself" or "us")
                    && !(wanted && words[end] is not "," && words[end + join] is "guests" or "others" or "co" or "colleagues")
                    && !(wanted && words[end] is not "," && (IsName(end + join) || IsSomebodys(end + join)))
                    && !(wanted && Addressed(end + join, out _) is not null)
                )
            )
                break;
            // "…, optional: Tomé" begins another list.
            at = end + join;
        }

        if (end == from)
            return 0;
        if (doubts.Count > 0 && found.Count == 0 && !wanted)
            return 0;
        foreach (var (where, many, either) in doubts)
            Miss(where, many, NotUnderstoodKind.Person, either);
        into?.AddRange(found.Where(k => !into.Contains(k)));
        lastNamed = (end, [.. found]);
        return end - from;
    }

    /// <summary>"Bela Costa &lt;bela@tides.example>", as mail has it: the address says who is meant, known or not.</summary>
    private string? Addressed(int at, out int count)
    {
        count = 0;
        while (IsName(at + count))
            count++;
        return count > 0 && words.IsBracketed(at + count) ? NameAt(at + count++, out _)?.Key : null;
    }

    /// <summary>"Aroha optional", "Maeve if she's free".</summary>
    private bool Later(int at, out int count)
    {
        count =
            words[at] is "optional" or "opt" ? 1
            : words.IsRound(at) && words[at + 1] is "optional" or "opt" && (at + 2 >= words.Count || words.Typed(at + 2, at + 3) == ")")
                ? words[at + 2] == "," && words[at + 3] == "," ? 3
                    : 2
            : words[at] == "if" && words[at + 1] is "free" or "available" or "needed" or "possible" && NameAt(at + 2, out _) is null ? 2
            : words[at] == "if"
            && words[at + 1] is "she's" or "he's" or "they're" or "shes" or "hes"
            && words[at + 2] is "free" or "available"
                ? 3
            : words[at] == "if" && words[at + 1] is "she" or "he" or "they" && words[at + 2] == "can" && StandsAlone(at + 3) ? 3
            : words[at] == "if"
            && words[at + 1] is "she" or "he" or "they"
            && words[at + 2] is "is" or "are" or "can"
            && words[at + 3] is "free" or "available" or "come" or "make"
                ? words[at + 4] == "it" ? 5
                    : 4
            : 0;
        return count > 0;
    }

    /// <summary>"her assistant", "my team": people, and which is not said.</summary>
    private bool IsSomebodys(int at) => words[at] is "my" or "our" or "his" or "her" or "their" && words[at + 1] is not ("" or ",");

    /// <summary>How many words say "(required)", which everyone is where nothing else is said.</summary>
    private int Required(int at) =>
        words.IsRound(at) && words[at + 1] is "required" or "must" ? 2
        : words[at] == "required" && StandsAlone(at + 1) ? 1
        : 0;

    /// <summary>
    /// A word that looks like the name of somebody: it begins with a capital, and is neither day nor month nor the first of a part.
    /// </summary>
    private bool IsName(int at)
    {
        if (at >= words.Count || !char.IsUpper(words.Text[words.Tokens[at].At]) || words[at].Length < 2)
            return false;
        return CalendarWords.Weekday(words[at], out _, out _) is null
            && CalendarWords.Month(words[at]) is null
            && dayWords.At(at) is null
            && names.Place(words.Typed(at, at + 1)) is null
            && words.Text.Any(char.IsLower);
    }

    /// <summary>"B" of "Ana B".</summary>
    private bool IsInitial(int at) => at < words.Count && words[at].Length == 1 && char.IsUpper(words.Text[words.Tokens[at].At]);

    /// <summary>The longest name that begins there; with "Mr" or "Dr" before it, and a slip in the last name forgiven.</summary>
    private LineName? NameAt(int at, out int count)
    {
        if (words[at] is "mr" or "mrs" or "ms" or "miss" or "dr" or "prof" && Called(at + 1, out count) is { } titled)
        {
            count++;
            return titled;
        }

        var found = Called(at, out count);
        if (
            found is { Name: { } full }
            && count == 1
            && IsName(at + 1)
            && Plain.Words(full) is [.., var last] parts
            && parts.Length > 1
            && Near.Is(words[at + 1], last)
        )
            count = 2;
        return found;
    }

    private LineName? Called(int at, out int count)
    {
        for (count = Math.Min(5, words.Count - at); count > 0; count--)
        {
            if (Enumerable.Range(at, count).Any(i => words[i] is "," or "and" or "&" or "+" or "-"))
                continue;
            if (names.Person(words.Typed(at, at + count)) is { } found)
                return found;
        }

        return null;
    }
}
