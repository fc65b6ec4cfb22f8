using Corlin.Core.Meetings;
using MimeKit;

namespace Corlin.Interchange.Mail;

/// <summary>What the head and the words of a message say.</summary>
/// <param name="Answers">The ids of what it answers, nearest first (RFC 5322 3.6.4), without angle brackets.</param>
public sealed record MailHead(
    string MessageId,
    Mailbox From,
    Mailbox To,
    string Subject,
    string Text,
    IReadOnlyList<string> Answers,
    bool Automatic = false
);

/// <summary>Reads messages as people see them. It decides nothing.</summary>
public static class MailReader
{
    private const int LongestText = 20_000;
    private const int MostAnswers = 20;

    /// <summary>Null where it says neither from whom nor to whom.</summary>
    public static MailHead? Read(MimeMessage mail)
    {
        if (mail.From.Mailboxes.FirstOrDefault() is not { } from || mail.To.Mailboxes.FirstOrDefault() is not { } to)
            return null;
        var text = mail.TextBody ?? "";
        string[] answers = [.. mail.InReplyTo is { } direct ? [direct] : Array.Empty<string>(), .. mail.References.Reverse()];
        return new MailHead(
            mail.MessageId ?? MimeKit.Utils.MimeUtils.GenerateMessageId("corlin.example"),
            Box(from),
            Box(to),
            mail.Subject ?? "",
            text.Length > LongestText ? text[..LongestText] : text,
            [.. answers.Distinct().Take(MostAnswers)],
            IsAutomatic(mail)
        );
    }

    /// <summary>
    /// Whether a machine sent it, or a list, or nobody hears an answer: Auto-Submitted, Precedence, List headers, an empty return path, a
    /// sender that answers to no one (RFC 3834 2).
    /// </summary>
    private static bool IsAutomatic(MimeMessage mail)
    {
        string? Said(string field) => mail.Headers[field]?.Trim().ToLowerInvariant();
        if (Said("Auto-Submitted") is { } submitted && !submitted.StartsWith("no", StringComparison.Ordinal))
            return true;
        if (Said("Precedence") is "bulk" or "junk" or "list")
            return true;
        if (Said("Return-Path") is "<>" or "")
            return true;
        if (mail.Headers.Any(h => h.Field.StartsWith("List-", StringComparison.OrdinalIgnoreCase)))
            return true;
        if (mail.Body?.ContentType.IsMimeType("multipart", "report") == true)
            return true;
        var local = mail.From.Mailboxes.First().Address.Split('@')[0].ToLowerInvariant();
        return local is "mailer-daemon" or "postmaster"
            || local.StartsWith("owner-", StringComparison.Ordinal)
            || local.EndsWith("-request", StringComparison.Ordinal)
            || local.Replace("-", "", StringComparison.Ordinal).Replace("_", "", StringComparison.Ordinal) is "noreply" or "donotreply";
    }

    private static Mailbox Box(MailboxAddress box) => new(box.Name ?? "", box.Address.ToLowerInvariant());
}
