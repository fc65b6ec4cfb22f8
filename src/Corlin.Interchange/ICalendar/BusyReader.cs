using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Ical.Net;
using Ical.Net.CalendarComponents;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>Reads from an iCalendar object what takes somebody's time. Recurring events are refused: they come with the whole of recurrence.</summary>
public static class BusyReader
{
    /// <param name="span">What lies outside is left out.</param>
    /// <param name="owner">The zone for all-day and floating times.</param>
    /// <exception cref="FormatException">An event repeats, or the text is no iCalendar object.</exception>
    public static IEnumerable<Busy> Read(string text, Stretch span, DateTimeZone owner)
    {
        var calendar = Calendar.Load(text) ?? throw new FormatException("The file is no iCalendar object.");
        foreach (var found in calendar.Events)
        {
            if (string.Equals(found.Transparency, "TRANSPARENT", StringComparison.OrdinalIgnoreCase) || found.Status == "CANCELLED") continue;
            if (found.RecurrenceRule is not null || found.RecurrenceIdentifier is not null) throw new FormatException($"{found.Uid} repeats, which is not read yet.");
            if (Taken(found, owner) is { } stretch && stretch.Overlaps(span)) yield return new Busy(stretch, found.Status == "TENTATIVE" ? TimeTaken.Pencilled : TimeTaken.Firm);
        }
    }

    private static Stretch? Taken(CalendarEvent found, DateTimeZone owner)
    {
        if (found.Start is not { } start) return null;
        var from = Zoned.Read(start, owner);
        if (found.End is { } end) return Until(from, Zoned.Read(end, owner));
        if (found.Duration is { } duration) return Until(from, from + Duration.FromTimeSpan(duration.ToTimeSpan(start)));
        // Without an end an all-day event takes its day, a timed one nothing (RFC 5545 3.6.1).
        return start.HasTime ? null : owner.Day(LocalDate.FromDateTime(start.Value));
    }

    private static Stretch? Until(Instant from, Instant to) => to > from ? new Stretch(from, to) : null;
}
