using System.Collections.Immutable;
using NodaTime;

namespace Corlin.Core.Time;

/// <summary>A run of working time on a weekday, in minutes of the wall clock since its midnight.</summary>
/// <param name="From">0 to 1439.</param>
/// <param name="To">More than <paramref name="From"/>, at most 1440 (midnight at its end).</param>
/// <param name="Place">Where one works then, or null for the usual place.</param>
public sealed record WorkingSpan(IsoDayOfWeek Day, int From, int To, string? Place = null);

/// <summary>The hours in which somebody works, by weekday, in the zone in which they work that day.</summary>
public sealed record WorkingHours(ImmutableArray<WorkingSpan> Spans)
{
    /// <summary>So much at the beginning and at the end of somebody's day is its first and its last hour.</summary>
    public static readonly Duration EdgeOfDay = Duration.FromHours(1);

    /// <summary>What is taken for the hours of somebody who told none: weekdays 09:00 to 18:00.</summary>
    public static readonly WorkingHours Usual = Weekdays(9 * 60, 18 * 60);

    /// <summary>Around the clock, every day: a room, say.</summary>
    public static readonly WorkingHours Always = new([.. Enumerable.Range(1, 7).Select(d => new WorkingSpan((IsoDayOfWeek)d, 0, 24 * 60))]);

    /// <summary>The same span from Monday to Friday.</summary>
    public static WorkingHours Weekdays(int from, int to) =>
        new([.. Enumerable.Range(1, 5).Select(d => new WorkingSpan((IsoDayOfWeek)d, from, to))]);

    /// <summary>The working time in a span. Spans that touch are one, over midnight too.</summary>
    public StretchSet Within(Stretch span, DateTimeZone zone)
    {
        if (span.IsEmpty || Spans.IsEmpty)
            return StretchSet.Empty;
        var last = zone.ToLocal(span.End).Date;
        var found = new List<Stretch>();
        for (var date = zone.ToLocal(span.Start).Date.PlusDays(-1); date <= last; date = date.PlusDays(1))
        {
            foreach (var own in Spans)
            {
                if (own.Day == date.DayOfWeek && On(date, own, zone).Intersect(span) is { } inside)
                    found.Add(inside);
            }
        }

        return StretchSet.Of(found);
    }

    private static Stretch On(LocalDate date, WorkingSpan span, DateTimeZone zone)
    {
        var from = zone.ToInstant(date.AtMidnight().PlusMinutes(span.From));
        var to = zone.ToInstant(date.AtMidnight().PlusMinutes(span.To));
        // A span that a clock change swallows whole is empty, not inverted.
        return new Stretch(from, Instant.Max(from, to));
    }
}
