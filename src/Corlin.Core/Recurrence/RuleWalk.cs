using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>
/// Walks over the starts that a rule yields, in order of the wall clock, without allocating for each. A walk far from the start is begun
/// there by arithmetic; only a COUNT over periods of unequal yield is counted from the start.
/// </summary>
/// <remarks>
/// RFC 5545 3.3.10. The first start (DTSTART) counts only where the rule yields it. Times that the clock skips or shows twice are read by
/// 3.3.5; instants that fall together count once.
/// </remarks>
public sealed class RuleWalk
{
    private readonly Rule rule;
    private readonly PeriodDays days;
    private readonly int[] times;
    private readonly long start;
    private readonly long from;
    private readonly long to;
    private readonly long until;
    private readonly bool untilIsUtc;
    private readonly bool zoned;
    private readonly bool oneADay;
    private WallClock clock;
    private List<long>? skippedTo;
    private long remaining;
    private int at;
    private int size;
    private bool over;

    /// <param name="start">The first wall-clock start (DTSTART).</param>
    /// <param name="zone">The zone of the wall clock; null for all-day series, whose times are read as UTC.</param>
    /// <param name="from">The first wall-clock start wanted.</param>
    /// <param name="to">The wall-clock time before which a start must lie.</param>
    public RuleWalk(LocalDateTime start, Rule rule, DateTimeZone? zone, LocalDateTime from, LocalDateTime to)
    {
        this.rule = rule;
        this.start = CivilDays.Seconds(start);
        this.from = Math.Max(CivilDays.Seconds(from), this.start);
        this.to = CivilDays.Seconds(to);
        until = rule.Until is { } end ? CivilDays.Seconds(end.Time) : long.MaxValue;
        untilIsUtc = rule.Until is { IsUtc: true };
        zoned = zone is not null;
        if (zone is not null)
            clock = new WallClock(zone);
        times = Times(rule, start);
        oneADay = times.Length == 1 && rule.Positions.IsEmpty;
        days = new PeriodDays(rule, start);
        remaining = rule.Count ?? long.MaxValue;
        Seek();
    }

    /// <summary>The wall-clock start, in seconds since 1970-01-01T00:00:00 of that clock.</summary>
    public long LocalSeconds { get; private set; }

    /// <summary>The start as an instant, in seconds since 1970-01-01T00:00:00Z.</summary>
    public long MomentSeconds { get; private set; }

    /// <summary>The start on the wall clock.</summary>
    public LocalDateTime Local => CivilDays.ToLocal(LocalSeconds);

    /// <summary>The start as a moment.</summary>
    public Instant Moment => Instant.FromUnixTimeSeconds(MomentSeconds);

    /// <summary>Goes to the next start; false where there is none.</summary>
    public bool Next()
    {
        while (!over)
        {
            while (at < size)
            {
                var local = oneADay ? days.Base(at) + times[0] : Candidate(at);
                at++;
                if (local < start)
                    continue;
                if (local >= to || (!untilIsUtc && local > until))
                    return End();
                var moment = local;
                if (zoned)
                {
                    moment = clock.ToUtc(local, out var skipped);
                    if ((skipped || skippedTo is not null) && FallsTogether(moment, skipped))
                        continue;
                }

                if (untilIsUtc && moment > until)
                    return End();
                if (remaining-- <= 0)
                    return End();
                if (local < from)
                    continue;
                LocalSeconds = local;
                MomentSeconds = moment;
                return true;
            }

            if (!days.NextOnes(to))
                return End();
            at = 0;
            size = rule.Positions.IsEmpty ? days.Count * times.Length : days.Choose(rule.Positions, times.Length);
        }

        return false;
    }

    private long Candidate(int index)
    {
        var chosen = rule.Positions.IsEmpty ? index : days.Chosen(index);
        return days.Base(chosen / times.Length) + times[chosen % times.Length];
    }

    private bool End()
    {
        over = true;
        return false;
    }

    /// <summary>Whether an instant was already yielded by a time that the clock skipped: those are read an hour, say, later.</summary>
    private bool FallsTogether(long moment, bool skipped)
    {
        if (skippedTo is { } earlier)
        {
            if (earlier.Contains(moment))
                return true;
            if (!skipped && moment > earlier[^1])
                skippedTo = null;
        }

        if (skipped)
            (skippedTo ??= []).Add(moment);
        return false;
    }

    private void Seek()
    {
        if (from <= start)
            return;
        var period = days.PeriodBefore(from);
        if (period <= 0)
            return;
        if (rule.Count is null)
        {
            days.Skip(period);
        }
        else if (times.Length == 1 && days.YieldOfEach is { } each)
        {
            // The first period may begin before the start; all that follow yield alike.
            days.Next(to);
            var first = 0;
            for (var i = 0; i < days.Count; i++)
                if (days.Base(i) + times[0] >= start)
                    first++;
            remaining -= first + ((period - 1) * each);
            days.Skip(period);
        }
    }

    /// <summary>The seconds within a day (of an hourly rule: within an hour) at which a start may lie, in order.</summary>
    private static int[] Times(Rule rule, LocalDateTime start)
    {
        var hourly = rule.Frequency == Frequency.Hourly;
        if (rule.Minutes.IsEmpty && rule.Seconds.IsEmpty && (hourly || rule.Hours.IsEmpty))
            return [((hourly ? 0 : start.Hour) * 3_600) + (start.Minute * 60) + start.Second];
        var hours = hourly ? [0] : Sorted(rule.Hours, start.Hour);
        var minutes = Sorted(rule.Minutes, start.Minute);
        var seconds = Sorted(rule.Seconds, start.Second);
        return [.. hours.SelectMany(h => minutes.SelectMany(m => seconds.Select(s => (h * 3_600) + (m * 60) + s)))];
    }

    private static int[] Sorted(ImmutableArray<int> numbers, int otherwise) =>
        numbers.IsEmpty ? [otherwise] : [.. numbers.Distinct().Order()];
}
