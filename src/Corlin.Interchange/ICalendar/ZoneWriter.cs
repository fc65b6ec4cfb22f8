using System.Globalization;
using System.Text;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Interchange.ICalendar;

/// <summary>
/// Writes a zone as a VTIMEZONE (RFC 5545 3.6.5) from its own transitions over a span: each is named, none follows from a rule, so that a
/// reader that goes by the definition alone comes to the same moments.
/// </summary>
public static class ZoneWriter
{
    /// <summary>So many years after its first time the definition of a series without end reaches.</summary>
    public const int YearsAhead = 40;

    private static readonly LocalDateTimePattern Local = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");

    /// <param name="zone">A tzdb id.</param>
    /// <param name="span">What the definition has to cover.</param>
    public static void Write(TextWriter output, string zone, Stretch span)
    {
        output.Write("BEGIN:VTIMEZONE\r\n");
        output.Write(Properties.Folded($"TZID:{zone}"));
        foreach (var observed in Observed(Zones.Get(zone), span))
            Write(output, observed);
        output.Write("END:VTIMEZONE\r\n");
    }

    public static string ToText(string zone, Stretch span)
    {
        using var text = new StringWriter();
        Write(text, zone, span);
        return text.ToString();
    }

    /// <summary>A definition before the events of an iCalendar object that was written without any.</summary>
    public static string Into(string calendar, IEnumerable<string> zones, Stretch span)
    {
        var at = calendar.IndexOf("BEGIN:VEVENT", StringComparison.Ordinal);
        return at < 0 ? calendar : calendar[..at] + string.Concat(zones.Select(z => ToText(z, span))) + calendar[at..];
    }

    /// <summary>The span that a stretch without or with an end asks for.</summary>
    public static Stretch Covering(Instant first, Instant last)
    {
        var most = Bounded(first) + Duration.FromDays(366 * YearsAhead);
        return new Stretch(
            Bounded(first) - Duration.FromDays(2),
            Instant.Max(Bounded(first), Instant.Min(Bounded(last), most)) + Duration.FromDays(2)
        );
    }

    private static readonly Instant Earliest = Instant.FromUtc(1900, 1, 1, 0, 0);
    private static readonly Instant Latest = Instant.FromUtc(2300, 1, 1, 0, 0);

    private static Instant Bounded(Instant moment) => Instant.Max(Earliest, Instant.Min(Latest, moment));

    /// <summary>Transitions that are alike but for when they happen.</summary>
    private sealed record Observance(bool Daylight, Offset From, Offset To, string Name, List<LocalDateTime> Starts);

    private static List<Observance> Observed(DateTimeZone zone, Stretch span)
    {
        var found = new List<Observance>();
        foreach (var interval in zone.GetZoneIntervals(span.Start, span.End))
        {
            // What holds when the span begins may have begun long before, or always.
            var (start, before) =
                interval.HasStart && interval.Start > Earliest
                    ? (interval.Start, zone.GetZoneInterval(interval.Start - Duration.Epsilon).WallOffset)
                    : (Earliest, interval.WallOffset);
            var daylight = interval.Savings > Offset.Zero;
            var alike = found.Find(o => (o.Daylight, o.From, o.To, o.Name) == (daylight, before, interval.WallOffset, interval.Name));
            if (alike is null)
                found.Add(alike = new Observance(daylight, before, interval.WallOffset, interval.Name, []));
            // A transition is told on the clock that held before it.
            alike.Starts.Add(start.WithOffset(before).LocalDateTime);
        }

        return found;
    }

    private static void Write(TextWriter output, Observance observed)
    {
        var kind = observed.Daylight ? "DAYLIGHT" : "STANDARD";
        output.Write($"BEGIN:{kind}\r\n");
        output.Write($"DTSTART:{Local.Format(observed.Starts[0])}\r\n");
        // Some readers take DTSTART for one of the onsets only where it stands among the dates too.
        foreach (var start in observed.Starts.Count > 1 ? observed.Starts : [])
            output.Write($"RDATE:{Local.Format(start)}\r\n");
        output.Write($"TZOFFSETFROM:{Text(observed.From)}\r\n");
        output.Write($"TZOFFSETTO:{Text(observed.To)}\r\n");
        output.Write(Properties.Folded($"TZNAME:{observed.Name}"));
        output.Write($"END:{kind}\r\n");
    }

    /// <summary>UTC-OFFSET (RFC 5545 3.3.14): seconds only where there are some.</summary>
    private static string Text(Offset offset)
    {
        var seconds = Math.Abs(offset.Seconds);
        var text = new StringBuilder(offset.Seconds < 0 ? "-" : "+")
            .Append((seconds / 3600).ToString("00", CultureInfo.InvariantCulture))
            .Append((seconds / 60 % 60).ToString("00", CultureInfo.InvariantCulture));
        return seconds % 60 == 0 ? text.ToString() : text.Append((seconds % 60).ToString("00", CultureInfo.InvariantCulture)).ToString();
    }
}
