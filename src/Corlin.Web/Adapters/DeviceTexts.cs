using System.Collections.Immutable;
using System.Text;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>What a device laid down, as it was read.</summary>
/// <param name="Kept">What of it Corlin does not use and is kept where it is a meeting.</param>
internal sealed record DeviceBody(Entry Entry, ImmutableArray<ScheduledPart> Parts, string? Kept);

/// <summary>Why what a device laid down is not taken.</summary>
internal enum WhyNotRead
{
    /// <summary>It is no iCalendar object, or none that can be read.</summary>
    Data,

    /// <summary>It is an iCalendar object, and not one of a calendar: no event, more than one, or a message.</summary>
    Object,

    /// <summary>It is a task, a journal or the like.</summary>
    Component,
}

/// <summary>The texts that go between a device and Corlin, by the interchange.</summary>
internal static class DeviceTexts
{
    /// <param name="zone">For floating times.</param>
    /// <returns>What it says, or why it is not taken and that in words.</returns>
    public static (DeviceBody? Body, WhyNotRead Why, string Words) Read(byte[] body, DateTimeZone zone, CancellationToken cancel)
    {
        try
        {
            using var file = CalendarFile.Open(new MemoryStream(body), zone, cancel);
            var entries = file.Entries().Take(2).ToList();
            var (method, parts) = ScheduledPartReader.Read(Encoding.UTF8.GetString(body), zone, known: true);
            if (method is not null)
                return (null, WhyNotRead.Object, "A message about an event is no event of a calendar (METHOD).");
            if (entries.Count == 0 && file.Skipped is [var skipped, ..])
                return (
                    null,
                    skipped.Uid is null && parts.IsEmpty ? WhyNotRead.Component : WhyNotRead.Data,
                    $"{skipped.What}: {skipped.Why}."
                );
            if (entries.Count != 1 || parts.All(p => p.RecurrenceId is not null))
                return (null, WhyNotRead.Object, "It has to be one event, with all of its series.");
            return (new DeviceBody(entries[0], parts, CalendarFile.KeptOfMeeting(entries[0])), default, "");
        }
        catch (FormatException e)
        {
            return (null, WhyNotRead.Data, e.Message);
        }
    }

    /// <summary>Whether what is kept of two entries is the same but for a category, which the second has or none.</summary>
    public static bool SameBesidesCategory(Entry stands, Entry read, string category) =>
        CalendarFile.SameBesidesCategory(stands, read, category);

    /// <summary>Each occurrence of an entry that touches a span, by itself.</summary>
    public static string Expanded(
        Entry entry,
        IEnumerable<Occurrence> occurrences,
        Instant stamp,
        IReadOnlyDictionary<UserId, Mailbox> people
    )
    {
        using var text = new StringWriter();
        CalendarWriter.WriteExpanded(text, entry, occurrences, stamp, who => people.GetValueOrDefault(who));
        return text.ToString();
    }

    public static BusyAsked? Asked(byte[] body) => BusyAskedReader.Read(Encoding.UTF8.GetString(body));

    /// <param name="asked">What it answers; null for a query of a calendar.</param>
    public static string Taken(BusyTimes times, BusyAsked? asked, Instant stamp)
    {
        using var text = new StringWriter();
        BusyWriter.WriteTaken(text, times.Owner, times.Span, stamp, times.Busy, asked);
        return text.ToString();
    }

    /// <summary>A zone for the years around a moment, as a calendar of its own.</summary>
    public static string Zone(string zone, Instant now)
    {
        var year = now.InUtc().Year;
        return "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN\r\n"
            + ZoneWriter.ToText(zone, new Stretch(Instant.FromUtc(year - 1, 1, 1, 0, 0), Instant.FromUtc(year + 5, 1, 1, 0, 0)))
            + "END:VCALENDAR\r\n";
    }
}
