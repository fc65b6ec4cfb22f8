using Corlin.Core.Time;

namespace Corlin.Core.Words.Lines;

// Where, and by which medium.
public sealed partial class LineReader
{
    private int Place(int at)
    {
        // "not in Dunlin" says where it is not.
        if (words[at] == "not" && words[at + 1] is "in" or "at" && PlaceAt(at + 2, out var not) is not null)
            return Miss(at, 2 + not, NotUnderstoodKind.Words);
        var led = words[at] is "in" or "at" or "@" ? 1 : 0;
        var from = at + led + (led == 1 && words[at + 1] == "the" ? 1 : 0);
        if (PlaceAt(from, out var count) is { } known)
        {
            var end = from + count;
            var bounded =
                end >= words.Count
                || words[end]
                    is ","
                        or "on"
                        or "at"
                        or "from"
                        or "with"
                        or "for"
                        or "or"
                        or "w/"
                        or "by"
                        or "please"
                        or "room"
                        or "all"
                        or "all-day"
                        or "whole"
                || SaysWhen(end);
            if (led == 0 && (!bounded || (at > 0 && words[at - 1] == "the")))
                return 0;
            places.Add((from, count, known));
            // "Gannet room", "room Gannet".
            if (words[end] == "room")
                end++;
            if (at > 0 && words[at - 1] == "room")
                Take(at - 1, 1);
            return Take(at, end - at);
        }

        if (words[at] != "in")
            return 0;
        // A place need not be known: it is what begins with a capital and ends its part.
        count = 0;
        while (IsName(from + count) && names.Person(words.Typed(from + count, from + count + 1)) is null)
            count++;
        if (count == 0 || ZoneSearch.Named(words.Typed(from, from + count)) is not null && clocks.Count > 0)
            return 0;
        if (
            from + count < words.Count
            && words[from + count] is not ("," or "on" or "at" or "with" or "for" or "by")
            && dayWords.At(from + count) is null
        )
            return 0;
        line = line with { OtherPlace = words.Typed(from, from + count) };
        return Take(at, from + count - at);
    }

    private string? PlaceAt(int at, out int count)
    {
        for (count = Math.Min(5, words.Count - at); count > 0; count--)
        {
            if (Enumerable.Range(at, count).Any(i => words[i] is "," or "and" or "or"))
                continue;
            if (names.Place(words.Typed(at, at + count)) is { } found)
                return found;
        }

        return null;
    }

    private int Medium(int at)
    {
        var count = words[at] switch
        {
            "by" or "via" or "over" or "on" when words[at + 1] == "video" => words[at + 2] is "call" or "conference" or "link" ? 3 : 2,
            "on" or "in" when words[at + 1] is "a" && words[at + 2] is "call" => 3,
            "on" or "in" when words[at + 1] is "a" && words[at + 2] is "video" && words[at + 3] is "call" => 4,
            "online"
            or "virtual"
            or "virtually"
            or "remote"
            or "remotely" when at + 1 >= words.Count || words[at + 1] is "," || taken[Math.Max(0, at - 1)] => 1,
            _ => 0,
        };
        if (count > 0)
        {
            line = line with { Video = true };
            return Take(at, count);
        }

        if (ByTelephone(at) is > 0 and var spoken)
        {
            telephone = words.Typed(at, at + spoken);
            return Take(at, spoken);
        }

        if (
            words[at] == "video"
            && (at == 0 || words[at - 1] == "," || taken[at - 1])
            && (words[at + 1] is "with" or "w/" or "," or "" || LengthWords.At(words, at + 1, out _) is not null)
        )
        {
            line = line with { Video = true };
            return Take(at, 1);
        }

        if (words[at] == "video" && words[at + 1] is "call" or "conference" or "meeting")
            line = line with { Video = true };
        return 0;
    }

    private int ByTelephone(int at) =>
        words[at] switch
        {
            "by" when words[at + 1] is "phone" or "telephone" => 2,
            "in" when words[at + 1] == "person" => 2,
            "over" or "on" when words[at + 1] == "the" && words[at + 2] is "phone" or "telephone" => 3,
            _ => 0,
        };
}
