using Corlin.Core.Meetings;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>Writes what takes somebody's time, and when they work, without telling what it is: a VFREEBUSY (RFC 5545 3.6.4) and a VAVAILABILITY (RFC 7953 3.1).</summary>
public static class BusyWriter
{
    private static readonly InstantPattern Utc = InstantPattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss'Z'");

    /// <param name="owner">Whose time it is.</param>
    /// <param name="span">What is told about; outside it nothing is said.</param>
    /// <param name="stamp">DTSTAMP.</param>
    /// <param name="busy">Within the span, in order.</param>
    /// <param name="hours">When they work within the span; all else is BUSY-UNAVAILABLE.</param>
    public static void Write(TextWriter output, Mailbox owner, Stretch span, Instant stamp, IEnumerable<BusyTime> busy, StretchSet hours)
    {
        void Line(string line) => output.Write(Properties.Folded(line));
        var organiser = $"ORGANIZER;CN={Properties.Parameter(owner.Name)}:mailto:{owner.Address}";
        var uid = $"{Utc.Format(span.Start)}-{Utc.Format(span.End)}-{owner.Address}";
        output.Write("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN\r\n");
        Line("BEGIN:VFREEBUSY");
        Line($"UID:busy-{uid}");
        Line($"DTSTAMP:{Utc.Format(stamp)}");
        Line($"DTSTART:{Utc.Format(span.Start)}");
        Line($"DTEND:{Utc.Format(span.End)}");
        Line(organiser);
        foreach (var time in busy) Line($"FREEBUSY;FBTYPE={Kind(time.Kind)}:{Utc.Format(time.Stretch.Start)}/{Utc.Format(time.Stretch.End)}");
        Line("END:VFREEBUSY");
        Line("BEGIN:VAVAILABILITY");
        Line($"UID:hours-{uid}");
        Line($"DTSTAMP:{Utc.Format(stamp)}");
        Line($"DTSTART:{Utc.Format(span.Start)}");
        Line($"DTEND:{Utc.Format(span.End)}");
        Line(organiser);
        Line("BUSYTYPE:BUSY-UNAVAILABLE");
        foreach (var stretch in hours.Stretches)
        {
            Line("BEGIN:AVAILABLE");
            Line($"UID:hours-{Utc.Format(stretch.Start)}-{owner.Address}");
            Line($"DTSTAMP:{Utc.Format(stamp)}");
            Line($"DTSTART:{Utc.Format(stretch.Start)}");
            Line($"DTEND:{Utc.Format(stretch.End)}");
            Line("END:AVAILABLE");
        }

        Line("END:VAVAILABILITY");
        output.Write("END:VCALENDAR\r\n");
    }

    private static string Kind(BusyKind kind) => kind switch
    {
        BusyKind.Unavailable => "BUSY-UNAVAILABLE",
        BusyKind.Tentative => "BUSY-TENTATIVE",
        _ => "BUSY",
    };
}
