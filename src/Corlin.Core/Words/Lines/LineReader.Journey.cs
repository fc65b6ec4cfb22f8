using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Words.Lines;

// A journey: its end is told by another clock than its start.
public sealed partial class LineReader
{
    private (int Arrives, string From, string To)? journey;

    /// <summary>"10:00 Lisbon to 13:30 Halifax": an hour, and behind it the rest of a journey.</summary>
    /// <param name="at">The first word behind the hour.</param>
    /// <returns>How many words that rest has; none where it is no journey.</returns>
    private int Journey(int at)
    {
        if (CityAt(at, out var leaves) is not { } from || words[at + leaves] is not ("to" or "-" or "arriving" or "arrives"))
            return 0;
        var end = at + leaves + 1;
        if (words[end] == "at")
            end++;
        if (
            clockWords.At(end, HalfOfDay.Unsaid) is not { To: null, Doubtful: false } arrives
            || CityAt(end + arrives.Words, out var lands) is not { } to
        )
            return 0;
        journey = (arrives.From, from, to);
        return end + arrives.Words + lands - at;
    }

    /// <summary>The zone of a city that is named there with a capital, "in" before it or not.</summary>
    private string? CityAt(int at, out int count)
    {
        var led = words[at] == "in" ? 1 : 0;
        for (count = 3 + led; count > led; count--)
        {
            if (at + count > words.Count || !char.IsUpper(words.Text[words.Tokens[at + led].At]))
                continue;
            var typed = words.Typed(at + led, at + count);
            if (typed.Contains(',', StringComparison.Ordinal) || ZoneSearch.Named(typed) is not { } zone)
                continue;
            if (words[at + count] == "time")
                count++;
            return zone;
        }

        return null;
    }

    /// <summary>How long a journey takes that begins at a moment of a day; within a day and a night.</summary>
    private Line Travelled(Line said)
    {
        if (journey is not { } way || said is not { Date: { } date, Time: { } time })
            return said;
        var leaves = Zones.Get(way.From).ToInstant(date + time);
        var arrives = Zones.Get(way.To).ToInstant(date.At(new LocalTime(way.Arrives / 60 % 24, way.Arrives % 60)));
        var length = arrives - leaves;
        if (length <= Duration.Zero)
            length += Duration.FromDays(1);
        return said with { Zone = way.From, EndZone = way.To, Length = length };
    }
}
