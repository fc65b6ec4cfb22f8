using System.Collections.Immutable;

namespace Corlin.Core.Words.Lines;

// Any room that is like that.
public sealed partial class LineReader
{
    private const int MostSeats = 999;

    /// <summary>"in a room for six with a screen", "any room", "a meeting room with step-free and screen".</summary>
    private int AnyRoom(int at)
    {
        var lead = words[at] == "in" ? 1 : 0;
        var any = words[at + lead] == "any";
        lead += words[at + lead] is "a" or "any" ? 1 : 0;
        lead += words[at + lead] == "meeting" ? 1 : 0;
        if (line.Room is not null || words[at + lead] != "room")
            return 0;
        var end = at + lead + 1;
        var seats = words[end] == "for" && CalendarWords.Number(words[end + 1]) is > 0 and <= MostSeats and var many ? many : 0;
        // "a room for 2 hours" says how long.
        if (seats > 0 && LengthWords.At(words, end + 1, out _) is not null)
            seats = 0;
        if (seats > 0)
            end += 2 + (words[end + 2] is "people" or "persons" ? 1 : 0);
        var features = Features(ref end);
        if (!any && seats == 0 && features.IsEmpty)
            return 0;
        line = line with { Room = new LineRoom(seats, features) };
        return end - at;
    }

    /// <summary>"with a screen and step-free"; the words stay where they name nothing that a room has.</summary>
    private ImmutableArray<string> Features(ref int end)
    {
        var found = ImmutableArray.CreateBuilder<string>();
        while (words[end] == "with" || (found.Count > 0 && words[end] is "and" or ","))
        {
            var from = end + 1 + (words[end + 1] is "a" or "an" ? 1 : 0);
            var named = Enumerable
                .Range(1, 3)
                .Reverse()
                .Where(count => from + count <= words.Count)
                .Select(count => (Count: count, Name: names.RoomFeature(words.Typed(from, from + count))))
                .FirstOrDefault(f => f.Name is not null);
            if (named.Name is not { } feature)
                break;
            found.Add(feature);
            end = from + named.Count;
        }

        return found.ToImmutable();
    }
}
