using Corlin.Core.Conversations;
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
        FreeBusy(output, $"busy-{uid}", [organiser], span, stamp, busy);
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

    /// <summary>
    /// The taken time alone: what a free-busy query is answered (RFC 4791 7.10), or a request for somebody's taken time (RFC 6638 5).
    /// </summary>
    /// <param name="asked">The request that it answers; null for a query.</param>
    public static void WriteTaken(
        TextWriter output,
        Mailbox owner,
        Stretch span,
        Instant stamp,
        IEnumerable<BusyTime> busy,
        BusyAsked? asked
    )
    {
        output.Write("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN\r\n");
        var uid = $"busy-{CalendarWriter.Utc.Format(span.Start)}-{CalendarWriter.Utc.Format(span.End)}-{owner.Address}";
        if (asked is not null)
            output.Write("METHOD:REPLY\r\n");
        FreeBusy(
            output,
            asked?.Uid ?? uid,
            asked is null
                ? [$"ORGANIZER;CN={Properties.Parameter(owner.Name)}:mailto:{owner.Address}"]
                : [$"ORGANIZER:mailto:{asked.By}", $"ATTENDEE;CN={Properties.Parameter(owner.Name)}:mailto:{owner.Address}"],
            span,
            stamp,
            busy
        );
        output.Write("END:VCALENDAR\r\n");
    }

    private static void FreeBusy(
        TextWriter output,
        string uid,
        IEnumerable<string> people,
        Stretch span,
        Instant stamp,
        IEnumerable<BusyTime> busy
    )
    {
        void Line(string line) => output.Write(Properties.Folded(line));
        Line("BEGIN:VFREEBUSY");
        Line($"UID:{uid}");
        Line($"DTSTAMP:{CalendarWriter.Utc.Format(stamp)}");
        Line($"DTSTART:{CalendarWriter.Utc.Format(span.Start)}");
        Line($"DTEND:{CalendarWriter.Utc.Format(span.End)}");
        foreach (var line in people)
            Line(line);
        foreach (var time in busy)
            Line(
                $"FREEBUSY;FBTYPE={Kind(time.Kind)}:{CalendarWriter.Utc.Format(time.Stretch.Start)}/{CalendarWriter.Utc.Format(time.Stretch.End)}"
            );
        Line("END:VFREEBUSY");
    }

    private static string Kind(BusyKind kind) =>
        kind switch
        {
            BusyKind.Unavailable => "BUSY-UNAVAILABLE",
            BusyKind.Tentative => "BUSY-TENTATIVE",
            _ => "BUSY",
        };
}
