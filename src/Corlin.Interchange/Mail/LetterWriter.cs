using Corlin.Core.Meetings;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>Writes words to somebody as mail.</summary>
public static class LetterWriter
{
    /// <param name="messageId">Without angle brackets.</param>
    /// <param name="answers">The id of the message that it answers, without angle brackets.</param>
    /// <param name="automatic">Whether nobody wrote it now (RFC 3834 5).</param>
    /// <param name="calendar">A calendar file that goes along, with its name; null for none.</param>
    /// <param name="papers">What goes along besides.</param>
    /// <param name="open">What lies under the hash of a paper; null where it is there no more.</param>
    /// <param name="html">The same words as a page, of what answers nobody; null for none.</param>
    public static MimeMessage ToMime(
        string messageId,
        Mailbox from,
        Mailbox to,
        string subject,
        string text,
        Instant stamp,
        string? answers = null,
        (string Name, string Text)? calendar = null,
        bool automatic = false,
        string? html = null,
        IReadOnlyList<SentPaper>? papers = null,
        Func<string, Stream?>? open = null
    )
    {
        MimeEntity body = new TextPart("plain") { Text = text, ContentTransferEncoding = ContentEncoding.QuotedPrintable };
        if (html is not null)
            body = new MultipartAlternative
            {
                body,
                new TextPart("html") { Text = html, ContentTransferEncoding = ContentEncoding.QuotedPrintable },
            };
        if (calendar is { } file)
        {
            var part = new TextPart("calendar")
            {
                Text = file.Text,
                FileName = file.Name,
                ContentTransferEncoding = ContentEncoding.Base64,
                ContentDisposition = new ContentDisposition(ContentDisposition.Attachment) { FileName = file.Name },
            };
            body = new Multipart("mixed") { body, part };
        }

        foreach (var paper in SentPapers.Of(papers ?? [], open ?? (_ => null)))
        {
            if (body is not Multipart { ContentType.MediaSubtype: "mixed" })
                body = new Multipart("mixed") { body };
            ((Multipart)body).Add(paper);
        }

        var message = new MimeMessage
        {
            MessageId = messageId,
            Date = stamp.ToDateTimeOffset(),
            Subject = subject,
            Body = body,
        };
        message.From.Add(new MailboxAddress(from.Name, from.Address));
        message.To.Add(new MailboxAddress(to.Name, to.Address));
        if (automatic)
            message.Headers.Add("Auto-Submitted", html is null ? "auto-replied" : "auto-generated");
        if (answers is not null)
        {
            message.InReplyTo = answers;
            message.References.Add(answers);
        }

        return message;
    }
}
