using Corlin.Core.Meetings;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>Writes words to somebody as mail.</summary>
public static class LetterWriter
{
    /// <param name="messageId">Without angle brackets.</param>
    /// <param name="answers">The id of the message that it answers, without angle brackets.</param>
    public static MimeMessage ToMime(string messageId, Mailbox from, Mailbox to, string subject, string text, Instant stamp, string? answers = null)
    {
        var message = new MimeMessage { MessageId = messageId, Date = stamp.ToDateTimeOffset(), Subject = subject, Body = new TextPart("plain") { Text = text, ContentTransferEncoding = ContentEncoding.QuotedPrintable } };
        message.From.Add(new MailboxAddress(from.Name, from.Address));
        message.To.Add(new MailboxAddress(to.Name, to.Address));
        if (answers is not null)
        {
            message.InReplyTo = answers;
            message.References.Add(answers);
        }

        return message;
    }
}
