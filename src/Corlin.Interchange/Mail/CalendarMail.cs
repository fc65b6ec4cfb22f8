using System.Security.Cryptography;
using System.Text;
using Corlin.Core.Meetings;
using Corlin.Interchange.ICalendar;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>A calendar file with a METHOD as the mail in which it would have come (RFC 6047).</summary>
public static class CalendarMail
{
    /// <summary>Null where it is no such file.</summary>
    public static byte[]? Of(byte[] file)
    {
        var text = Encoding.UTF8.GetString(file).TrimStart('\uFEFF', ' ', '\r', '\n');
        if (!text.StartsWith("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase))
            return null;
        var (method, parts) = ScheduledPartReader.Read(text, DateTimeZone.Utc);
        if (method is not { } asks || parts.IsEmpty || parts[0].Organiser is not { } organiser)
            return null;
        var attendees = parts[0].Attendees.Select(a => new MailboxAddress(a.Name ?? "", a.Address)).ToList();
        var answers = asks.IsFromAttendee();
        var from = new MailboxAddress(parts[0].OrganiserName ?? "", organiser);
        using var mail = new MimeMessage
        {
            // The same file again is the same message.
            MessageId = $"{Convert.ToHexStringLower(SHA256.HashData(file))[..40]}@file.corlin.invalid",
            Subject = parts[0].Summary ?? "",
            Date = parts[0].Stamp.ToDateTimeOffset(),
        };
        mail.From.AddRange(answers ? attendees.Take(1) : [from]);
        mail.To.AddRange(answers ? [from] : attendees);
        if (mail.To.Count == 0 || mail.From.Count == 0)
            return null;
        var part = new TextPart("calendar") { Text = text };
        part.ContentType.Parameters.Add("method", asks.ToString().ToUpperInvariant());
        part.ContentType.Charset = "utf-8";
        mail.Body = part;
        using var written = new MemoryStream();
        mail.WriteTo(written);
        return written.ToArray();
    }
}
