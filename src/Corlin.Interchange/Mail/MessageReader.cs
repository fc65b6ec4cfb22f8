using Corlin.Core.Conversations;
using Corlin.Interchange.ICalendar;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>Reads the scheduling message that a mail carries (RFC 6047). It decides nothing.</summary>
public static class MessageReader
{
    /// <summary>Null where it carries none.</summary>
    /// <param name="mine">By which times without a zone are read.</param>
    public static ReceivedMessage? Read(MimeMessage mail, bool vouched, DateTimeZone mine)
    {
        if (mail.From.Mailboxes.FirstOrDefault() is not { } from || Part(mail) is not { } part)
            return null;
        return ScheduledPartReader.Read(part, from.Address, vouched, mine, known: true);
    }

    /// <summary>The calendar part, or a calendar file that came attached.</summary>
    private static string? Part(MimeMessage mail)
    {
        var parts = mail.BodyParts.OfType<MimePart>().ToList();
        if (parts.OfType<TextPart>().FirstOrDefault(p => p.ContentType.IsMimeType("text", "calendar")) is { } calendar)
            return calendar.Text;
        var file = parts.Find(p =>
            p.ContentType.IsMimeType("application", "ics") || p.FileName?.EndsWith(".ics", StringComparison.OrdinalIgnoreCase) == true
        );
        if (file?.Content is not { } content)
            return null;
        using var text = new MemoryStream();
        content.DecodeTo(text);
        return System.Text.Encoding.UTF8.GetString(text.ToArray());
    }
}
