using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>Where a change of clocks moves a series out of somebody's hours.</summary>
public static class Turns
{
    /// <summary>As the other, by the days of somebody.</summary>
    public static Stretch? OutOfHours(IEnumerable<Stretch> series, PersonDays days) =>
        OutOfHours(series, days.ZoneAt, days.Hours, at => days.On(days.ZoneAt(at).ToLocal(at).Date).Any(p => p.Working));

    /// <summary>
    /// The first occurrence that is out of hours at another hour of their day than one before it, which was within them; null where
    /// there is none.
    /// </summary>
    /// <param name="series">The occurrences, in order.</param>
    /// <param name="zoneAt">By which clock they live at a moment.</param>
    /// <param name="hours">Their working time around all of them.</param>
    /// <param name="works">Whether they work on a day at all: a day off is no matter of clocks.</param>
    public static Stretch? OutOfHours(
        IEnumerable<Stretch> series,
        Func<Instant, DateTimeZone> zoneAt,
        StretchSet hours,
        Func<Instant, bool> works
    )
    {
        // By zone: who travels lives by another clock, and no clock has changed.
        var good = new Dictionary<string, LocalTime>();
        foreach (var occurrence in series)
        {
            var zone = zoneAt(occurrence.Start);
            var local = zone.ToLocal(occurrence.Start).TimeOfDay;
            if (hours.Covers(occurrence))
                good[zone.Id] = local;
            else if (good.TryGetValue(zone.Id, out var before) && before != local && works(occurrence.Start))
                return occurrence;
        }

        return null;
    }
}
