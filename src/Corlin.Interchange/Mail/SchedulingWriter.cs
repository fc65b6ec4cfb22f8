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
    private static readonly LocalDateTimePattern LongTime = LocalDateTimePattern.Create(
        "dddd d MMMM uuuu, HH:mm",
        System.Globalization.CultureInfo.InvariantCulture
    );

    /// <summary>The message as mail: text for people, and the same as text/calendar with its method.</summary>
    /// <param name="messageId">Without angle brackets.</param>
    /// <param name="open">The content of a paper by its hash; null where it is not there.</param>
    public static MimeMessage ToMime(OutgoingMail mail, string messageId, Func<string, Stream?>? open = null)
    {
        var message = new MimeMessage
        {
            MessageId = messageId,
            Date = mail.Stamp.ToDateTimeOffset(),
            Subject = mail.Subject,
        };
        // Who writes is whom a reply in words reaches; the organiser stands in the calendar part.
        message.From.Add(Box(mail.From));
        message.To.Add(Box(mail.To));
        if (mail.From != mail.Organiser)
            message.ReplyTo.Add(Box(mail.From));
        // What is about one meeting belongs together, whichever of it came first (RFC 5322 3.6.4).
        message.References.Add(Thread(mail.Uid));

        var calendar = new TextPart("calendar") { Text = ToText(mail), ContentTransferEncoding = ContentEncoding.QuotedPrintable };
        calendar.ContentType.Parameters.Add("method", Method(mail.Method));
        calendar.ContentType.Charset = "utf-8";
        var body = new MultipartAlternative
        {
            new TextPart("plain") { Text = Words(mail), ContentTransferEncoding = ContentEncoding.QuotedPrintable },
            calendar,
        };
        var papers = SentPapers.Of(mail.Papers, open ?? (_ => null)).ToList();
        if (papers.Count == 0)
        {
            message.Body = body;
            return message;
        }

        var whole = new Multipart("mixed") { body };
        papers.ForEach(whole.Add);
        message.Body = whole;
        return message;
    }

    /// <summary>The id under which all mail of a meeting is gathered; no message has it.</summary>
    private static string Thread(string uid) =>
        $"{Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(uid)))[..32]}@meeting.corlin.invalid";

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
            Summary = mail.Title,
            Organizer = new Organizer($"mailto:{mail.Organiser.Address}")
            {
                CommonName = mail.Organiser.Name,
                SentBy = mail.IsAnswer ? null : SentBy(mail),
            },
            // For those who stay it takes place: a cancellation to one of them says no status (RFC 5546 3.2.5). An answer says none.
            Status =
                mail.Uninvited || mail.IsAnswer ? null
                : mail.Method == SchedulingMethod.Cancel ? "CANCELLED"
                : "CONFIRMED",
        };
        SetEnd(occurrence, mail.Stretch, mail.Zone);
        if (mail.Place is not null)
            occurrence.Location = mail.Place;
        if (mail.Agenda is not null)
            occurrence.Description = mail.Agenda;
        if (mail.StyledAgenda is not null)
        {
            var styled = new CalendarProperty("STYLED-DESCRIPTION", mail.StyledAgenda);
            styled.AddParameter("VALUE", "TEXT");
            styled.AddParameter("FMTTYPE", "text/html");
            occurrence.Properties.Add(styled);
        }

        foreach (var paper in mail.Papers.Where(p => p.Address is not null))
            occurrence.Attachments.Add(new Attachment(paper.Address!));
        if (mail.Link is not null)
            occurrence.Url = new Uri(mail.Link);
        if (mail.Line is not null)
            occurrence.Comments.Add(mail.Line);
        if (mail.RecurrenceId is { } id)
            occurrence.RecurrenceIdentifier = new RecurrenceIdentifier(Zoned.Write(Zones.Get(mail.Zone).ToInstant(id), mail.Zone));
        if (mail.Series is { } series)
            Repeat(occurrence, series, mail.Zone);
        foreach (var attendee in mail.Attendees)
            occurrence.Attendees.Add(mail.IsAnswer ? Answering(attendee, mail) : Attendee(attendee, mail.AnswersWanted));
        calendar.Events.Add(occurrence);
        foreach (var changed in mail.Series?.Changed ?? [])
            calendar.Events.Add(Changed(mail, occurrence, changed));
        var text = new CalendarSerializer().SerializeToString(calendar)!;
        if (mail.Zone is "UTC" or "Etc/UTC")
            return text;
        var last = mail.Series is null ? mail.Stretch.End : NodaTime.Instant.MaxValue;
        return ZoneWriter.Into(text, [mail.Zone], ZoneWriter.Covering(mail.Stretch.Start, last));
    }

    /// <summary>An occurrence that is not as the series, so that who is asked to the whole is told where and when it is.</summary>
    private static CalendarEvent Changed(OutgoingMail mail, CalendarEvent series, MailOverride changed)
    {
        var one = new CalendarEvent
        {
            Uid = mail.Uid,
            Sequence = mail.Sequence,
            DtStamp = series.DtStamp,
            RecurrenceIdentifier = new RecurrenceIdentifier(Zoned.Write(Zones.Get(mail.Zone).ToInstant(changed.RecurrenceId), mail.Zone)),
            Start = Zoned.Write(changed.Stretch.Start, mail.Zone),
            Summary = changed.Title,
            Description = series.Description,
            Url = series.Url,
            Organizer = series.Organizer,
            Status = series.Status,
        };
        SetEnd(one, changed.Stretch, mail.Zone);
        if (changed.Place is not null)
            one.Location = changed.Place;
        foreach (var attendee in mail.Attendees)
            one.Attendees.Add(Attendee(attendee, mail.AnswersWanted));
        return one;
    }

    /// <summary>An end in an hour that comes twice is told by its length.</summary>
    private static void SetEnd(CalendarEvent occurrence, Stretch stretch, string zone)
    {
        if (Zoned.IsReadBack(stretch.End, zone))
            occurrence.End = Zoned.Write(stretch.End, zone);
        else
            occurrence.Duration = Duration.FromTimeSpanExact(stretch.Length.ToTimeSpan());
    }

    private static void Repeat(CalendarEvent occurrence, MailSeries series, string zone)
    {
        if (series.Rule is not null)
            occurrence.RecurrenceRule = new RecurrenceRule(series.Rule);
        foreach (var start in series.LeftOut)
            occurrence.ExceptionDates.Add(Zoned.Write(Zones.Get(zone).ToInstant(start), zone));
        foreach (var start in series.Added)
            occurrence.RecurrenceDates.Add(Zoned.Write(Zones.Get(zone).ToInstant(start), zone));
        if (series.RelatedTo is not null)
            occurrence.Properties.Add(new CalendarProperty("RELATED-TO", series.RelatedTo));
    }

    private static string Answered(Answer answer, Mailbox? instead) =>
        answer switch
        {
            Answer.Accepted => "accepts",
            Answer.Declined => "declines",
            Answer.Tentative => "may come to",
            Answer.Delegated when instead is not null => $"sends {instead.Name} to",
            Answer.Delegated => "sends somebody else to",
            _ => "has not decided about",
        };

    private static Attendee Attendee(CoreAttendee attendee, bool answersWanted) =>
        new($"mailto:{attendee.Who.Address}")
        {
            CommonName = attendee.Who.Name,
            Role = PartStat.WriteRole(attendee.Role),
            Type = attendee.Role == AttendeeRole.Resource ? "ROOM" : "INDIVIDUAL",
            ParticipationStatus = PartStat.Write(attendee.Answer),
            Rsvp = answersWanted && attendee.Role != AttendeeRole.Resource,
        };

    /// <summary>Who answers, with who does it for them (RFC 5546 3.2.3); what they are asked stands in the invitation.</summary>
    private static Attendee Answering(CoreAttendee attendee, OutgoingMail mail) =>
        new($"mailto:{attendee.Who.Address}")
        {
            CommonName = attendee.Who.Name,
            ParticipationStatus = PartStat.Write(attendee.Answer),
            SentBy = SentBy(mail),
            DelegatedTo = mail.DelegatedTo is { } other ? [$"mailto:{other.Address}"] : [],
        };

    private static Uri? SentBy(OutgoingMail mail) => mail.SentBy is null ? null : new Uri($"mailto:{mail.SentBy.Address}");

    private static string Method(SchedulingMethod method) => method.ToString().ToUpperInvariant();

    private static MailboxAddress Box(Mailbox box) => new(box.Name, box.Address);

    /// <summary>What people read of it.</summary>
    public static string Words(OutgoingMail mail)
    {
        var zone = Zones.Get(mail.Zone);
        var forwarder =
            mail.Forwarder is null ? ""
            : mail.ForwardedFor is null ? mail.Forwarder.Name
            : $"{mail.Forwarder.Name} for {mail.ForwardedFor}";
        var whose = mail.IsAnswer ? mail.Attendees[0].Who : mail.Organiser;
        var from = mail.SentBy is null ? whose.Name : $"{mail.SentBy.Name} for {whose.Name}";
        var lines = new List<string>
        {
            mail.Method switch
            {
                SchedulingMethod.Cancel when mail.Uninvited => $"{from} no longer invites you to “{mail.Title}”.",
                SchedulingMethod.Cancel => $"{from} has cancelled “{mail.Title}”.",
                SchedulingMethod.DeclineCounter => $"{from} cannot take up another time; “{mail.Title}” stays as it was.",
                SchedulingMethod.Publish =>
                    $"{forwarder} forwards “{mail.Title}” to you, so that you know of it. It is organised by {mail.Organiser.Name}; you are not invited to it.",
                SchedulingMethod.Counter => $"{from} asks for another time for “{mail.Title}”:",
                SchedulingMethod.Reply => $"{from} {Answered(mail.Attendees[0].Answer, mail.DelegatedTo)} “{mail.Title}”.",
                _ => $"{from} invites you to “{mail.Title}”.",
            },
            "",
            $"{LongTime.Format(zone.ToLocal(mail.Stretch.Start))} to {zone.ToLocal(mail.Stretch.End):HH:mm} ({mail.Zone})",
        };
        if (mail.ReaderZone is { } reader && Zones.Get(reader).GetUtcOffset(mail.Stretch.Start) != zone.GetUtcOffset(mail.Stretch.Start))
            lines.Add(
                $"With you: {LongTime.Format(Zones.Get(reader).ToLocal(mail.Stretch.Start))} to {Zones.Get(reader).ToLocal(mail.Stretch.End):HH:mm} ({reader})"
            );
        if (mail.Series is not null)
            lines.Add($"It repeats {mail.Series.Words}.");
        if (mail.Place is not null)
            lines.Add($"Place: {mail.Place}");
        if (mail.Link is not null)
            lines.Add($"Conference: {mail.Link}");
        if (mail.DialIn is not null)
            lines.Add($"By telephone: {mail.DialIn.ReplaceLineEndings("; ")}");
        if (mail is { Method: SchedulingMethod.Request, AnswersWanted: false })
            lines.Add("No reply is wanted.");
        if (mail.AnswerBy is not null)
            lines.AddRange(["", mail.AnswerBy]);
        if (mail.Changes.Count > 0)
            lines.AddRange([
                "",
                mail.ReaderZone is null ? "Different now" : $"Different now (times in {mail.ReaderZone})",
                .. mail.Changes.Select(c => $"- {c}"),
            ]);
        if (mail.Line is not null)
            lines.AddRange(["", mail.Line]);
        if (mail.Agenda is not null)
            lines.AddRange(["", "Agenda", mail.Agenda]);
        if (mail.Papers.Count > 0)
            lines.AddRange([
                "",
                "Papers",
                .. mail.Papers.Select(p => p.Address is null ? $"- {p.Name}, attached" : $"- {p.Name}: {p.Address}"),
            ]);
        return string.Join("\r\n", lines) + "\r\n";
    }
}
