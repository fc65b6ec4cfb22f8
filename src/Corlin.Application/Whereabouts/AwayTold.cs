using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>Tells who writes to somebody, or asks for their time, that they are away: once to each and absence (RFC 3834).</summary>
internal static class AwayTold
{
    /// <summary>Answers a letter. Never one of a machine, of a list, or of themselves.</summary>
    public static void ByMail(IChangeSession session, ReceivedMail mail)
    {
        if (mail.Automatic || session.UserByAddress(mail.To.Address) is not { Inside: true, Kind: UserKind.Person } who)
            return;
        if (session.Absences([who.Id], new Stretch(session.Now, session.Now + Duration.FromSeconds(1))) is not [var absence, ..])
            return;
        var from = session.UserByAddress(mail.From.Address);
        if (from?.Id == who.Id || (from is { Inside: true } ? absence.TextInside : absence.TextOutside) is not { } text)
            return;
        Once(session, absence, who, mail.From, text, mail.Subject, mail.MessageId, new MailAbout(who.Id, null, false));
    }

    /// <summary>Tells who organises a meeting in that time.</summary>
    public static void Organiser(IChangeSession session, Absence absence, CalendarUser who, Entry meeting)
    {
        var organiser = session.Users([meeting.Owner])[meeting.Owner];
        if (absence.TextFor(organiser) is { } text)
            Once(
                session,
                absence,
                who,
                Telling.Box(organiser),
                text,
                meeting.Title,
                null,
                new MailAbout(who.Id, meeting.PublicId, meeting.Private)
            );
    }

    /// <summary>A change of when it ends is told again to who writes again.</summary>
    private static void Once(
        IChangeSession session,
        Absence absence,
        CalendarUser who,
        Mailbox to,
        string text,
        string subject,
        string? answers,
        MailAbout about
    )
    {
        if (
            !session.MailStore.TakeIn(
                Absent.KeyOf(
                    absence,
                    string.Create(
                        System.Globalization.CultureInfo.InvariantCulture,
                        $"{absence.Stretch.End.ToUnixTimeSeconds()}\n{to.Address.ToLowerInvariant()}"
                    )
                )
            )
        )
            return;
        session.ByAbsence = absence;
        session.Begin(ChangeKind.MailWritten, absence.By ?? who.Id, who.Id, null);
        session.MailStore.Send(
            new OutboxMessage(
                null,
                null,
                new Letter(Telling.Box(who), to, $"Away: {subject}", text, session.Now, Answers: answers) { Automatic = true }
            ),
            about
        );
    }
}

/// <summary>
/// Decides an invitation for a time in which somebody is away, as their absence says. Nobody does it by hand: <see cref="AwayWorker"/>
/// does.
/// </summary>
/// <param name="Absence">Its number.</param>
/// <param name="Entry">The public id of the meeting.</param>
public sealed record AnswerByAbsence(long Absence, string Entry) : IChange<bool>
{
    private const int MostOccurrences = 40;

    /// <returns>Whether anything was done.</returns>
    public bool Apply(IChangeSession session)
    {
        if (session.Absence(Absence) is not { } absence || session.Entry(Entry) is not { } meeting)
            return false;
        if (!session.MailStore.TakeIn(Absent.KeyOf(absence, Entry)))
            return false;
        var who = session.Users([absence.Who])[absence.Who];
        // Who posted it may speak for them no more; then it is theirs.
        var actor = absence.By is { } by && session.SpeakingFor(by, who.Id) is not null ? session.Users([by])[by] : who;
        var waiting = Waiting(meeting, absence, who).Take(MostOccurrences).ToList();
        if (waiting.Count == 0)
            return false;
        session.ByAbsence = absence;
        AwayTold.Organiser(session, absence, who, meeting);
        if (absence.Invitations == NewInvitations.Kept)
            return true;
        try
        {
            foreach (var occurrence in waiting)
            {
                if (absence.Invitations == NewInvitations.PassedOn && absence.Covers is not null)
                    Settling.SendCover(session, actor, who, absence, session.Entry(Entry)!, occurrence, Core.Editing.Reach.ThisOne);
                else
                    Settling.Decline(
                        session,
                        actor,
                        who,
                        session.Entry(Entry)!,
                        occurrence,
                        absence.TextFor(session.Users([meeting.Owner])[meeting.Owner])
                    );
            }
        }
        catch (RefusedException e)
            when (e.Refusal.Kind is RefusalKind.NotFound or RefusalKind.MayNotSpeakFor or RefusalKind.NotTheOrganiser)
        {
            // What is private to them is not decided by who may not know it: it waits for them.
            return false;
        }

        return true;
    }

    /// <summary>What of a meeting falls into an absence and is not answered: null for one that does not repeat.</summary>
    internal static IEnumerable<LocalDateTime?> Waiting(Entry meeting, Absence absence, CalendarUser who)
    {
        if (meeting is not { Kind: EntryKind.Meeting, Status: MeetingStatus.Sent } || meeting.Owner == absence.Who)
            return [];
        return Occurrences
            .In(meeting, absence.Stretch, who.HomeZone)
            .Where(o => Agreement.Of(meeting, absence.Who, o.RecurrenceId) is { Answer: Answer.None, Role: not AttendeeRole.Resource })
            .Select(o => o.RecurrenceId);
    }
}
