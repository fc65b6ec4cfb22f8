using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using MimeKit;
using NodaTime.Text;
using CoreAttendee = Corlin.Core.Meetings.AddressedAttendee;

namespace Corlin.Interchange.Mail;

/// <summary>Writes scheduling messages (RFC 5546) in their mail form (RFC 6047).</summary>
public static class SchedulingWriter
{
    private static readonly LocalDateTimePattern LongTime = LocalDateTimePattern.Create("dddd d MMMM uuuu, HH:mm", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>The message as mail: text for people, and the same as text/calendar with its method.</summary>
    /// <param name="messageId">Without angle brackets.</param>
    public static MimeMessage ToMime(OutgoingMail mail, string messageId)
    {
        var message = new MimeMessage { MessageId = messageId, Date = mail.Stamp.ToDateTimeOffset(), Subject = mail.Subject };
        // Who writes is whom a reply in words reaches; the organiser stands in the calendar part.
        message.From.Add(Box(mail.SentBy ?? mail.Organiser));
        message.To.Add(Box(mail.To));
        if (mail.SentBy is not null) message.ReplyTo.Add(Box(mail.SentBy));

        var calendar = new TextPart("calendar") { Text = ToText(mail), ContentTransferEncoding = ContentEncoding.QuotedPrintable };
        calendar.ContentType.Parameters.Add("method", Method(mail.Method));
        calendar.ContentType.Charset = "utf-8";
        message.Body = new MultipartAlternative { new TextPart("plain") { Text = Words(mail) }, calendar };
        return message;
    }

    /// <summary>The iCalendar object of a message.</summary>
    public static string ToText(OutgoingMail mail)
    {
        var calendar = new Calendar { Method = Method(mail.Method), ProductId = "-//Corlin//Corlin//EN" };
        var occurrence = new CalendarEvent
        {
            Uid = mail.Uid,
            Sequence = mail.Sequence,
            DtStamp = Zoned.Write(mail.Stamp, "UTC"),
            Start = Zoned.Write(mail.Stretch.Start, mail.Zone),
            End = Zoned.Write(mail.Stretch.End, mail.Zone),
            Summary = mail.Title,
            Organizer = new Organizer($"mailto:{mail.Organiser.Address}")
            {
                CommonName = mail.Organiser.Name,
                SentBy = mail.SentBy is null ? null : new Uri($"mailto:{mail.SentBy.Address}"),
            },
            // For those who stay it takes place: a cancellation to one of them says no status (RFC 5546 3.2.5).
            Status = mail.Uninvited ? null : mail.Method == SchedulingMethod.Cancel ? "CANCELLED" : "CONFIRMED",
        };
        if (mail.Place is not null) occurrence.Location = mail.Place;
        if (mail.Agenda is not null) occurrence.Description = mail.Agenda;
        if (mail.Link is not null) occurrence.Url = new Uri(mail.Link);
        if (mail.Line is not null) occurrence.Comments.Add(mail.Line);
        if (mail.RecurrenceId is { } id) occurrence.RecurrenceIdentifier = new RecurrenceIdentifier(Zoned.Write(Zones.Get(mail.Zone).ToInstant(id), mail.Zone));
        if (mail.Series is { } series) Repeat(occurrence, series, mail.Zone);
        foreach (var attendee in mail.Attendees) occurrence.Attendees.Add(Attendee(attendee));
        calendar.Events.Add(occurrence);
        if (mail.Zone is not ("UTC" or "Etc/UTC")) calendar.AddTimeZone(new VTimeZone(mail.Zone));
        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    private static void Repeat(CalendarEvent occurrence, MailSeries series, string zone)
    {
        if (series.Rule is not null) occurrence.RecurrenceRule = new RecurrenceRule(series.Rule);
        foreach (var start in series.LeftOut) occurrence.ExceptionDates.Add(Zoned.Write(Zones.Get(zone).ToInstant(start), zone));
        foreach (var start in series.Added) occurrence.RecurrenceDates.Add(Zoned.Write(Zones.Get(zone).ToInstant(start), zone));
        if (series.RelatedTo is not null) occurrence.Properties.Add(new CalendarProperty("RELATED-TO", series.RelatedTo));
    }

    private static Attendee Attendee(CoreAttendee attendee) => new($"mailto:{attendee.Who.Address}")
    {
        CommonName = attendee.Who.Name,
        Role = PartStat.WriteRole(attendee.Role),
        Type = attendee.Role == AttendeeRole.Resource ? "ROOM" : "INDIVIDUAL",
        ParticipationStatus = PartStat.Write(attendee.Answer),
        Rsvp = attendee.Role != AttendeeRole.Resource,
    };

    private static string Method(SchedulingMethod method) => method.ToString().ToUpperInvariant();

    private static MailboxAddress Box(Mailbox box) => new(box.Name, box.Address);

    /// <summary>What people read of it.</summary>
    public static string Words(OutgoingMail mail)
    {
        var zone = Zones.Get(mail.Zone);
        var from = mail.SentBy is null ? mail.Organiser.Name : $"{mail.SentBy.Name} for {mail.Organiser.Name}";
        var lines = new List<string>
        {
            mail.Method switch
            {
                SchedulingMethod.Cancel when mail.Uninvited => $"{from} no longer asks you to “{mail.Title}”.",
                SchedulingMethod.Cancel => $"{from} has cancelled “{mail.Title}”.",
                SchedulingMethod.DeclineCounter => $"{from} cannot take up another time; “{mail.Title}” stays as it was.",
                _ => $"{from} asks you to “{mail.Title}”.",
            },
            "",
            $"{LongTime.Format(zone.ToLocal(mail.Stretch.Start))} to {zone.ToLocal(mail.Stretch.End):HH:mm} ({mail.Zone})",
        };
        if (mail.Series is not null) lines.Add($"It repeats {mail.Series.Words}.");
        if (mail.Place is not null) lines.Add($"Place: {mail.Place}");
        if (mail.Link is not null) lines.Add($"Conference: {mail.Link}");
        if (mail.Changes.Count > 0) lines.AddRange(["", "Different now", .. mail.Changes.Select(c => $"- {c}")]);
        if (mail.Line is not null) lines.AddRange(["", mail.Line]);
        if (mail.Agenda is not null) lines.AddRange(["", "Agenda", mail.Agenda]);
        return string.Join("\r\n", lines) + "\r\n";
    }
}
