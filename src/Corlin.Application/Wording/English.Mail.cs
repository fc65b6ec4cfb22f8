using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Wording;

// What mail says.
public static partial class English
{
    /// <summary>The subject of a message about a meeting.</summary>
    public static string Subject(OutgoingMail mail) => mail.Method switch
    {
        SchedulingMethod.Cancel => mail.Uninvited ? $"Without you: {mail.Title}" : $"Cancelled: {mail.Title}",
        SchedulingMethod.DeclineCounter => $"The time stays: {mail.Title}",
        _ when mail.Sequence > 0 => $"Moved: {mail.Title}",
        _ => $"Invitation: {mail.Title}",
    };

    /// <summary>How a message stands.</summary>
    public static string Mail(KeptMail mail, DateTimeZone zone, LocalDate today) => mail.State switch
    {
        MailState.Waiting => "goes out in some seconds",
        MailState.Trying => $"not delivered yet: {mail.Failure} Tried again {When(zone.ToLocal(mail.Again ?? mail.At), today)}.",
        MailState.Failed => $"not delivered: {mail.Failure}",
        MailState.Sent => "sent",
        MailState.Filed => "filed",
        _ => "filed with nothing",
    };

    /// <summary>"9:42" of today, "yesterday 16:05", "3 March 16:05".</summary>
    public static string When(LocalDateTime at, LocalDate today) => at.Date == today ? Time(at.TimeOfDay) : $"{NearDay(at.Date, today)} {Time(at.TimeOfDay)}";

    /// <summary>What somebody outside is written of what they may see now.</summary>
    /// <param name="by">Who did it.</param>
    public static (string Subject, string Text) AccessLetter(AccessNews news, CalendarUser owner, CalendarUser by, CalendarUser to)
    {
        var who = by.Id == owner.Id ? owner.Name : $"{by.Name} for {owner.Name}";
        var may = $"{Access(news.Terms, owner, to, news.On)}{Dated(news.Terms, owner)}";
        var (subject, told) = news.Kind switch
        {
            AccessNewsKind.Withdrawn => ($"No longer open to you: the calendar of {owner.Name}", $"{who} has withdrawn it: you may no longer {Access(news.Terms, owner, to, news.On)}."),
            AccessNewsKind.Changed => ($"Changed: what you may see of {owner.Name}", $"{who} has changed it: you may now {may}."),
            _ => ($"Open to you: the calendar of {owner.Name}", $"{who} lets you {may}."),
        };
        return (subject, news.Line is { Length: > 0 } line ? $"{told}\r\n\r\n{line}" : told);
    }
}
