using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>The wall-clock starts that a rule yields.</summary>
public static class Expansion
{
    /// <summary>The starts from <paramref name="from"/> (with it) to <paramref name="to"/> (without it), in order.</summary>
    /// <param name="start">The first occurrence (DTSTART), which always counts.</param>
    /// <remarks>Without COUNT a span far from the start is reached by arithmetic, not by walking there.</remarks>
    public static IEnumerable<LocalDateTime> Starts(LocalDateTime start, Rule rule, LocalDateTime from, LocalDateTime to)
    {
        var period = rule.Frequency == Frequency.Daily ? rule.Interval : rule.Interval * 7;
        // Weeks begin on Monday (WKST, RFC 5545 3.3.10).
        var origin = rule.Frequency == Frequency.Daily ? start.Date : start.Date.PlusDays(1 - (int)start.DayOfWeek);
        var days = Offsets(start, rule);
        var skip = rule.Count is null && from > start ? Math.Max(0, Period.DaysBetween(origin, from.Date) / period) : 0;
        var yielded = 0;
        for (var cycle = origin.PlusDays(skip * period); cycle.AtMidnight() < to; cycle = cycle.PlusDays(period))
        {
            foreach (var offset in days)
            {
                var occurrence = cycle.PlusDays(offset) + start.TimeOfDay;
                if (occurrence < start) continue;
                if (occurrence > rule.Until || yielded == rule.Count || occurrence >= to) yield break;
                yielded++;
                if (occurrence >= from) yield return occurrence;
            }
        }
    }

    private static int[] Offsets(LocalDateTime start, Rule rule)
    {
        if (rule.Frequency == Frequency.Daily) return [0];
        return rule.Days.IsEmpty ? [(int)start.DayOfWeek - 1] : [.. rule.Days.Select(d => (int)d - 1).Distinct().Order()];
    }
}
