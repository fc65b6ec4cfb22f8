using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>
/// Which starts of a meeting of one length break a rule, as stretches of starts: half-open, to the nanosecond. Every rule of the search is
/// one of these, so that a start on no grid, as of a series, is asked in the same way.
/// </summary>
internal static class Starts
{
    private static readonly Duration Tick = Duration.Epsilon;

    /// <summary>Starts at which the meeting, with some time around it, shares time with what is taken.</summary>
    public static StretchSet Overlapping(StretchSet taken, Duration length, Duration around = default) =>
        taken.Each(t => Stretch(t.Start - length - around + Tick, t.End + around));

    /// <summary>Starts at which the whole meeting lies in one of the stretches.</summary>
    public static StretchSet Within(StretchSet allowed, Duration length) => allowed.Each(a => Stretch(a.Start, a.End - length + Tick));

    /// <summary>Starts that are the end of a stretch, or whose meeting ends as one begins.</summary>
    public static StretchSet Touching(StretchSet taken, Duration length) =>
        taken.Each(t => At(t.End)).Union(taken.Each(t => At(t.Start - length)));

    /// <summary>Starts in the first time of a stretch, within which the whole meeting lies.</summary>
    public static StretchSet AtTheBeginning(StretchSet days, Duration within) => days.Each(d => Stretch(d.Start, d.Start + within));

    /// <summary>Starts of which less than so much is left of the stretch when the meeting ends.</summary>
    public static StretchSet AtTheEnd(StretchSet days, Duration length, Duration within) =>
        days.Each(d => Stretch(d.End - within - length + Tick, d.End));

    /// <summary>Starts that a clock allows.</summary>
    public static StretchSet By(ClockWish clock, Stretch reach, Duration length)
    {
        var allowed = new List<Stretch>();
        foreach (var date in Dates(reach, clock.Zone))
        {
            if (!clock.Days.IsEmpty && !clock.Days.Contains(date.DayOfWeek))
                continue;
            var day = clock.Zone.Day(date);
            var first = clock.From is { } from ? Instant.Max(day.Start, clock.Zone.ToInstant(date + from)) : day.Start;
            var last = clock.To is { } to ? Instant.Min(day.End, clock.Zone.ToInstant(date + to) - length + Tick) : day.End;
            if (first < last)
                allowed.Add(Stretch(first, last));
        }

        return StretchSet.Of(allowed);
    }

    /// <summary>The dates of a clock that a stretch touches, and one more at each end.</summary>
    public static IEnumerable<LocalDate> Dates(Stretch reach, DateTimeZone zone)
    {
        var last = zone.ToLocal(reach.End).Date.PlusDays(1);
        for (var date = zone.ToLocal(reach.Start).Date.PlusDays(-1); date <= last; date = date.PlusDays(1))
            yield return date;
    }

    /// <summary>From one moment to another; empty where the second comes before the first.</summary>
    public static Stretch Stretch(Instant from, Instant to) => new(from, Instant.Max(from, to));

    /// <summary>One moment alone.</summary>
    private static Stretch At(Instant moment) => new(moment, moment + Tick);
}
