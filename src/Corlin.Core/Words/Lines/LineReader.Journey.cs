using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Words.Lines;

// A journey: its end is told by another clock than its start.
public sealed partial class LineReader
{
    /// <summary>In days.</summary>
    private const int LongestJourney = 4;

    private (int Arrives, (string Zone, string Name) From, (string Zone, string Name) To, LocalDate? Day, bool NextDay)? journey;

    /// <summary>
    /// "10:00 Lisbon to 13:30 Halifax", "14:00 Wellington to 21 March 06:30 Lisbon": an hour, and behind it the rest of a journey.
    /// </summary>
    /// <param name="at">The first word behind the hour.</param>
    /// <returns>How many words that rest has; none where it is no journey.</returns>
    private int Journey(int at)
    {
        if (CityAt(at, out var leaves) is not { } from || words[at + leaves] is not ("to" or "-" or "arriving" or "arrives"))
            return 0;
        var end = at + leaves + 1;
        var day = dayWords.At(end + (words[end] == "on" ? 1 : 0)) is { Said: DaysSaid.Day } landing ? landing : (DayReading?)null;
        if (day is { } said)
            end += said.Words + (words[end] == "on" ? 1 : 0);
        if (words[end] is "at" or ",")
            end++;
        if (
            clockWords.At(end, HalfOfDay.Unsaid) is not { To: null, Doubtful: false } arrives
            || CityAt(end + arrives.Words, out var lands) is not { } to
        )
            return 0;
        end += arrives.Words + lands;
        var next = NextDay(end);
        journey = (arrives.From, from, to, day?.First, next > 0);
        return end + next - at;
    }

    /// <summary>How many words say that it lands the day after: "the next day", "+1".</summary>
    private int NextDay(int at)
    {
        if (words[at] == "+" && words[at + 1] == "1")
            return 2;
        var lead = words[at] is "the" or "on" ? 1 : 0;
        if (words[at] == "on" && words[at + 1] == "the")
            lead = 2;
        return words[at + lead] is "next" or "following" && words[at + lead + 1] == "day" ? lead + 2 : 0;
    }

    /// <summary>The zone of a city that is named there with a capital, "in" before it or not, and the city as it was typed.</summary>
    private (string Zone, string Name)? CityAt(int at, out int count)
    {
        var led = words[at] == "in" ? 1 : 0;
        for (count = 3 + led; count > led; count--)
        {
            if (at + count > words.Count || !char.IsUpper(words.Text[words.Tokens[at + led].At]))
                continue;
            var typed = words.Typed(at + led, at + count);
            if (Enumerable.Range(at, count).Any(i => !char.IsLetter(words[i][0])) || ZoneSearch.Named(typed) is not { } zone)
                continue;
            if (words[at + count] == "time")
                count++;
            return (zone, typed);
        }

        return null;
    }

    /// <summary>How long a journey takes from a moment of a day on; within a day and a night where no day is said for its end.</summary>
    private Line Travelled(Line said)
    {
        if (journey is not { } way || said is not { Date: { } date, Time: { } time })
            return said;
        var leaves = Zones.Get(way.From.Zone).ToInstant(date + time);
        var lands = way.Day ?? date.PlusDays(way.NextDay ? 1 : 0);
        var arrives = Zones.Get(way.To.Zone).ToInstant(lands.At(new LocalTime(way.Arrives / 60 % 24, way.Arrives % 60)));
        var length = arrives - leaves;
        // Who lands before they leave, or weeks later, has made a slip.
        if (way.Day is not null && (length <= Duration.Zero || length > Duration.FromDays(LongestJourney)))
        {
            foreach (var (at, count, _) in clocks)
                Miss(at, count, NotUnderstoodKind.Time);
            return said with { Time = null, Length = null };
        }

        if (length <= Duration.Zero)
            length += Duration.FromDays(1);
        return said with
        {
            Zone = way.From.Zone,
            ZoneName = way.From.Name,
            EndZone = way.To.Zone,
            EndZoneName = way.To.Name,
            Length = length,
        };
    }
}
