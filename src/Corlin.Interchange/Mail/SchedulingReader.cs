using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using Ical.Net;
using Ical.Net.CalendarComponents;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>Reads scheduling messages that come in as mail. It reads syntax and decides nothing.</summary>
public static class SchedulingReader
{
    /// <summary>The answer or proposal in a mail, or null where it holds none that can be read.</summary>
    /// <param name="sender">The authenticated sender's address.</param>
    public static IncomingMessage? Read(MimeMessage mail, string sender)
    {
        var part = mail.BodyParts.OfType<TextPart>().FirstOrDefault(p => p.ContentType.IsMimeType("text", "calendar"));
        return part is null ? null : Read(part.Text, sender);
    }

    /// <summary>The same from the iCalendar object itself.</summary>
    public static IncomingMessage? Read(string text, string sender)
    {
        if (Load(text) is not { } calendar) return null;
        if (!Enum.TryParse<SchedulingMethod>(calendar.Method, ignoreCase: true, out var method)) return null;
        if (calendar.Events.FirstOrDefault() is not { Uid: { } uid } occurrence) return null;
        if (Address(occurrence.Organizer?.Value) is not { } organiser || occurrence.Attendees.FirstOrDefault() is not { } attendee) return null;
        if (Address(attendee.Value) is not { } who) return null;
        var stamp = occurrence.DtStamp is { } at ? Zoned.Read(at, DateTimeZone.Utc) : Instant.MinValue;
        LocalDateTime? recurrence = occurrence.RecurrenceIdentifier?.StartTime is { } id
            ? LocalDateTime.FromDateTime(DateTime.SpecifyKind(id.Value, DateTimeKind.Unspecified))
            : null;
        return new IncomingMessage(
            method, uid, occurrence.Sequence, stamp, sender.ToLowerInvariant(), who, organiser, PartStat.Read(attendee.ParticipationStatus),
            occurrence.Comments.FirstOrDefault(), method == SchedulingMethod.Counter ? Stretch(occurrence) : null, recurrence);
    }

    private static Calendar? Load(string text)
    {
        try
        {
            return Calendar.Load(text);
        }
        // The library's parser lets several kinds of exceptions through on broken input; none of them is more than "cannot be read".
        catch (Exception e) when (e is FormatException or ArgumentException or InvalidOperationException or System.Runtime.Serialization.SerializationException or NullReferenceException or IndexOutOfRangeException)
        {
            return null;
        }
    }

    private static Stretch? Stretch(CalendarEvent occurrence)
    {
        if (occurrence is not { Start: { } start, End: { } end }) return null;
        var from = Zoned.Read(start, DateTimeZone.Utc);
        var to = Zoned.Read(end, DateTimeZone.Utc);
        return to > from ? new Stretch(from, to) : null;
    }

    private static string? Address(Uri? uri) =>
        uri is { Scheme: "mailto" } ? Uri.UnescapeDataString(uri.AbsoluteUri["mailto:".Length..]).ToLowerInvariant() : null;
}
