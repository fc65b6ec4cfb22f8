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
    /// <exception cref="FormatException">As <see cref="CalendarReader.Read"/>.</exception>
    public static IEnumerable<Busy> Read(string text, Stretch span, DateTimeZone owner) =>
        CalendarReader
            .Read(text, owner)
            .Where(e => e.Takes != TimeTaken.Free)
            .SelectMany(e => Occurrences.In(e, span, owner))
            .Select(o => new Busy(o.Stretch, o.Entry.Takes));
}
