using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>Reads from an iCalendar object what takes somebody's time.</summary>
public static class BusyReader
{
    /// <param name="span">What lies outside is left out.</param>
    /// <param name="owner">The zone for all-day and floating times.</param>
    /// <returns>Each under its UID where it is no occurrence of a series; a whole day has no place.</returns>
    /// <exception cref="FormatException">As <see cref="CalendarReader.Read"/>.</exception>
    public static IEnumerable<Busy> Read(string text, Stretch span, DateTimeZone owner) =>
        CalendarReader
            .Read(text, owner)
            .SelectMany(e => Occurrences.In(e, span, owner))
            .Where(o => o.Takes != TimeTaken.Free)
            .Select(o => new Busy(o.Stretch, o.Takes, o.Time is TimedEntry ? o.Place : null)
            {
                Key = o.RecurrenceId is null ? o.Entry.Uid : null,
            });
}
