using Corlin.Application.Ports;
using Corlin.Core.Meetings;
using Corlin.Interchange.Mail;
using Corlin.Web.Edge;
using MimeKit;
using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>Writes out mail, with the way into Corlin where a letter has one.</summary>
internal sealed class MailWriter(StartOptions options, IPaperFiles papers) : IMailWriter
{
    // Lines of mail end in CRLF (RFC 5322 2.1), whatever the machine's own habit.
    private static readonly FormatOptions Crlf = new() { NewLineFormat = NewLineFormat.Dos };

    public WrittenMail Write(string messageId, OutgoingMail mail)
    {
        using var message = SchedulingWriter.ToMime(mail, messageId, papers.Open);
        return new WrittenMail(messageId, mail.From, mail.To, mail.Subject, SchedulingWriter.Words(mail), Bytes(message));
    }

    public WrittenMail Write(string messageId, Letter letter)
    {
        var text = letter.Way is null ? letter.Text : $"{letter.Text}\r\n\r\n{options.Address}{letter.Way}\r\n";
        using var message = LetterWriter.ToMime(
            messageId,
            letter.From,
            letter.To,
            letter.Subject,
            text,
            letter.Stamp,
            letter.Answers,
            letter.Lane is { } lane ? File(lane, letter.Stamp) : null,
            letter.Automatic,
            letter.Sheet is { } sheet ? SheetMail.Of(sheet) : null,
            letter.Papers,
            papers.Open
        );
        return new WrittenMail(messageId, letter.From, letter.To, letter.Subject, text, Bytes(message));
    }

    private static (string Name, string Text)? File(SharedLane lane, Instant stamp) =>
        lane.Entries.Count == 0 ? null : ("calendar.ics", SharedLaneEntries.ToText(lane, stamp));

    private static byte[] Bytes(MimeMessage message)
    {
        using var stream = new MemoryStream();
        message.WriteTo(Crlf, stream);
        return stream.ToArray();
    }
}
