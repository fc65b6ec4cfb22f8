using Corlin.Interchange.ICalendar;
using Ical.Net;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>An invitation as a mail program reads it; times in milliseconds since 1970 in UTC.</summary>
public sealed record ReceivedInvitation(string Uid, int Sequence, string Organiser, string Title, long Start, long End);

/// <summary>Reads a REQUEST the way a correspondent does.</summary>
public static class InvitationReader
{
    public static ReceivedInvitation? Read(string text)
    {
        if (
            Calendar.Load(text)?.Events.FirstOrDefault()
            is not { Uid: { } uid, Start: { } start, End: { } end, Organizer.Value: { } organiser } asked
        )
            return null;
        return new ReceivedInvitation(
            uid,
            asked.Sequence,
            organiser.AbsoluteUri["mailto:".Length..],
            asked.Summary ?? "",
            Zoned.Read(start, DateTimeZone.Utc).ToUnixTimeMilliseconds(),
            Zoned.Read(end, DateTimeZone.Utc).ToUnixTimeMilliseconds()
        );
    }
}
