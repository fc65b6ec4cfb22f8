using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>An answer to an invitation, as an attendee's mail program sends it (REPLY, COUNTER).</summary>
/// <param name="Proposed">Another time, which makes it a COUNTER; null for a REPLY.</param>
public sealed record ReplyMail(
    Mailbox From,
    Mailbox To,
    Mailbox Organiser,
    string Uid,
    int Sequence,
    Instant Stamp,
    string Title,
    Answer Answer,
    string? Comment,
    Stretch? Proposed
)
{
    /// <summary>Who comes in their place (RFC 5546 3.2.2.3); null for nobody.</summary>
    public Mailbox? DelegatedTo { get; init; }
}

public static class ReplyWriter
{
    public static MimeMessage ToMime(ReplyMail reply, string messageId)
    {
        var method = reply.Proposed is null ? "REPLY" : "COUNTER";
        var message = new MimeMessage
        {
            MessageId = messageId,
            Date = reply.Stamp.ToDateTimeOffset(),
            Subject = $"Re: {reply.Title}",
        };
        message.From.Add(new MailboxAddress(reply.From.Name, reply.From.Address));
        message.To.Add(new MailboxAddress(reply.To.Name, reply.To.Address));
        var calendar = new TextPart("calendar") { Text = ToText(reply, method) };
        calendar.ContentType.Parameters.Add("method", method);
        calendar.ContentType.Charset = "utf-8";
        message.Body = new MultipartAlternative
        {
            new TextPart("plain") { Text = reply.Comment ?? reply.Answer.ToString() },
            calendar,
        };
        return message;
    }

    private static string ToText(ReplyMail reply, string method)
    {
        var occurrence = new CalendarEvent
        {
            Uid = reply.Uid,
            Sequence = reply.Sequence,
            DtStamp = Zoned.Write(reply.Stamp, "UTC"),
            Summary = reply.Title,
            Organizer = new Organizer($"mailto:{reply.Organiser.Address}") { CommonName = reply.Organiser.Name },
        };
        if (reply.Proposed is { } proposed)
        {
            occurrence.Start = Zoned.Write(proposed.Start, "UTC");
            occurrence.End = Zoned.Write(proposed.End, "UTC");
        }

        if (reply.Comment is not null)
            occurrence.Comments.Add(reply.Comment);
        var answers = new Attendee($"mailto:{reply.From.Address}")
        {
            CommonName = reply.From.Name,
            ParticipationStatus = PartStat.Write(reply.Answer),
        };
        occurrence.Attendees.Add(answers);
        if (reply.DelegatedTo is { } deputy)
        {
            answers.DelegatedTo = [$"mailto:{deputy.Address}"];
            occurrence.Attendees.Add(
                new Attendee($"mailto:{deputy.Address}") { CommonName = deputy.Name, DelegatedFrom = [$"mailto:{reply.From.Address}"] }
            );
        }

        var calendar = new Calendar { Method = method, ProductId = "-//Ebbline//Correspondent//EN" };
        calendar.Events.Add(occurrence);
        return new CalendarSerializer().SerializeToString(calendar)!;
    }
}
