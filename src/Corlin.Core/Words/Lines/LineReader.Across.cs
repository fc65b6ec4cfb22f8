using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Words.Lines;

// From an hour of one day to an hour of a later one.
public sealed partial class LineReader
{
    private (int DaysLater, int Ends)? across;

    /// <summary>"Saturday 22:00 to Sunday 06:00", "from 13 March at 10pm until 14 March at 6am", "22:00 Saturday to 06:00 Sunday".</summary>
    private int Across(int at)
    {
        var led = words[at] is "from" or "on" ? 1 : 0;
        if (rules.Count > 0 || across is not null || DayAndHour(at + led) is not { } first)
            return 0;
        var to = at + led + first.Words;
        if (words[to] is not ("to" or "-" or "until" or "till" or "til") || DayAndHour(to + 1) is not { } last)
            return 0;
        var later = Period.DaysBetween(first.Day.First, last.Day.First);
        // "Friday 6pm to Monday 8am" on a Monday: the one that comes after it.
        if (later < 0 && last.Day.Weekday)
            later += 7;
        if (later < 0 || (later == 0 && last.Clock.From <= first.Clock.From))
            return 0;
        days.Add((first.DayAt, first.Day.Words, first.Day, true));
        clocks.Add((first.ClockAt, first.Clock.Words, true));
        across = (later, last.Clock.From);
        var count = Take(at, led + first.Words + 1 + last.Words);
        return count + Zone(at + count);
    }

    /// <summary>"Saturday at 22:00", "22:00 on Saturday": one day and one hour.</summary>
    private (DayReading Day, int DayAt, ClockReading Clock, int ClockAt, int Words)? DayAndHour(int at)
    {
        if (OneDay(at) is { } day)
        {
            var hour = at + day.Words + (words[at + day.Words] is "at" or "," ? 1 : 0);
            return OneHour(hour) is { } clock ? (day, at, clock, hour, hour + clock.Words - at) : null;
        }

        if (OneHour(at) is not { } first)
            return null;
        var next = at + first.Words + (words[at + first.Words] is "on" ? 1 : 0);
        return OneDay(next) is { } behind ? (behind, next, first, at, next + behind.Words - at) : null;
    }

    private DayReading? OneDay(int at) => dayWords.At(at) is { Said: DaysSaid.Day } day ? day : null;

    private ClockReading? OneHour(int at) => clockWords.At(at, half) is { To: null, Doubtful: false } clock ? clock : null;

    /// <summary>How long it takes from the one hour to the other, by the clocks of where it is.</summary>
    private Line Spanned(Line said)
    {
        if (across is not { } end || said is not { Date: { } date, Time: { } time })
            return said;
        var last = date.PlusDays(end.DaysLater).At(LocalTime.FromMinutesSinceMidnight(end.Ends % ClockSaid.Day));
        var where = said.Zone is { } named ? Zones.Get(named) : zone ?? DateTimeZone.Utc;
        var length = last.InZoneLeniently(where) - date.At(time).InZoneLeniently(where);
        if (said.Length is null || said.Length == length)
            return said with { Length = length };
        foreach (var (at, count, _) in lengths)
            Miss(at, count, NotUnderstoodKind.Time);
        return said with { Length = null };
    }
}
