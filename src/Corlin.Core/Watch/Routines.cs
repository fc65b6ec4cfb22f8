using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>Series that people have got used to.</summary>
public static class Routines
{
    /// <summary>Fewer are planned one by one, and nobody expects more of them.</summary>
    public const int FewestOccurrences = 4;

    private const int WeeksMore = 26;

    /// <summary>The rule that goes on for half a year after the last occurrence, up to a day and no number of times.</summary>
    /// <param name="last">The day of the last occurrence by the rule as it is.</param>
    public static Rule Longer(Rule rule, LocalDate last) =>
        rule with
        {
            Count = null,
            Until = new Until(last.PlusWeeks(WeeksMore).At(Rule.EndOfDay)),
        };

    /// <summary>
    /// The last occurrence of a series that takes place for the last time within a time; null where it goes on, is over, or has too few.
    /// </summary>
    /// <param name="ahead">How long from now on is looked.</param>
    /// <param name="ownerZone">The zone of its owner, for all-day entries.</param>
    public static Occurrence? Last(Entry series, Instant now, Duration ahead, DateTimeZone ownerZone)
    {
        if (series.Rule is not { Ends: true })
            return null;
        var coming = Occurrences.In(series, new Stretch(now, now + ahead), ownerZone).Where(o => o.Stretch.Start > now).ToList();
        if (coming.Count == 0 || coming.Max(o => o.RecurrenceId) is not { } last)
            return null;
        if (Occurrences.FirstFrom(series, last.PlusSeconds(1), ownerZone) is not null)
            return null;
        var all = Occurrences.In(series, Occurrences.Extent(series, ownerZone), ownerZone).Take(FewestOccurrences).Count();
        return all == FewestOccurrences ? coming[^1] : null;
    }
}
