using Corlin.Core.Meetings;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>
/// Writes what takes somebody's time, and when they work, without telling what it is: a VFREEBUSY (RFC 5545 3.6.4) and a VAVAILABILITY (RFC
/// 7953 3.1).
/// </summary>
public static class BusyWriter
{
    /// <param name="owner">Whose time it is.</param>
    /// <param name="span">What is told about; outside it nothing is said.</param>
    /// <param name="stamp">DTSTAMP.</param>
    /// <param name="busy">Within the span, in order.</param>
    /// <param name="hours">When they work within the span; all else is BUSY-UNAVAILABLE.</param>
    public static void Write(TextWriter output, Mailbox owner, Stretch span, Instant stamp, IEnumerable<BusyTime> busy, StretchSet hours)
    {
        void Line(string line) => output.Write(Properties.Folded(line));
        var organiser = $"ORGANIZER;CN={Properties.Parameter(owner.Name)}:mailto:{owner.Address}";
        var uid = $"{CalendarWriter.Utc.Format(span.Start)}-{CalendarWriter.Utc.Format(span.End)}-{owner.Address}";
        output.Write("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN\r\n");
        Line("BEGIN:VFREEBUSY");
        Line($"UID:busy-{uid}");
        Line($"DTSTAMP:{CalendarWriter.Utc.Format(stamp)}");
        Line($"DTSTART:{CalendarWriter.Utc.Format(span.Start)}");
        Line($"DTEND:{CalendarWriter.Utc.Format(span.End)}");
        Line(organiser);
        foreach (var time in busy)
            Line(
                $"FREEBUSY;FBTYPE={Kind(time.Kind)}:{CalendarWriter.Utc.Format(time.Stretch.Start)}/{CalendarWriter.Utc.Format(time.Stretch.End)}"
            );
        Line("END:VFREEBUSY");
        Line("BEGIN:VAVAILABILITY");
        Line($"UID:hours-{uid}");
        Line($"DTSTAMP:{CalendarWriter.Utc.Format(stamp)}");
        Line($"DTSTART:{CalendarWriter.Utc.Format(span.Start)}");
        Line($"DTEND:{CalendarWriter.Utc.Format(span.End)}");
        Line(organiser);
        Line("BUSYTYPE:BUSY-UNAVAILABLE");
        foreach (var stretch in hours.Stretches)
        {
            Line("BEGIN:AVAILABLE");
            Line($"UID:hours-{CalendarWriter.Utc.Format(stretch.Start)}-{owner.Address}");
            Line($"DTSTAMP:{CalendarWriter.Utc.Format(stamp)}");
            Line($"DTSTART:{CalendarWriter.Utc.Format(stretch.Start)}");
            Line($"DTEND:{CalendarWriter.Utc.Format(stretch.End)}");
            Line("END:AVAILABLE");
        }

        Line("END:VAVAILABILITY");
        output.Write("END:VCALENDAR\r\n");
    }

    private static string Kind(BusyKind kind) =>
        kind switch
        {
            BusyKind.Unavailable => "BUSY-UNAVAILABLE",
            BusyKind.Tentative => "BUSY-TENTATIVE",
            _ => "BUSY",
        };
}
