using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>A meeting, or an occurrence of one.</summary>
/// <param name="Meeting">Its public id.</param>
public sealed record MeetingAt(string Meeting, LocalDateTime? RecurrenceId);

/// <summary>
/// Writes to all who have not answered to some meetings, in one act: to each about each once a day, unless it is meant again.
/// </summary>
/// <param name="Line">What is written besides, or null.</param>
/// <param name="ByMouth">Whether to write also to those who told their last answer and are rather called.</param>
public sealed record RemindSilent(UserId Actor, IReadOnlyList<MeetingAt> Meetings, string? Line, bool Again, bool ByMouth = false)
    : IChange<IReadOnlyList<long>>
{
    public const int Most = 60;

    /// <returns>The changes of the act, one a meeting.</returns>
    /// <exception cref="RefusedException">Nobody is left to be reminded.</exception>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        if (Meetings.Count is 0 or > Most)
            throw new RefusedException(RefusalKind.BadInput, "meetings");
        var viewing = new Viewing(session, Actor, session.Now);
        var changes = new List<long>();
        foreach (var (id, recurrenceId) in Meetings.Distinct())
        {
            var (meeting, rights) = session.MustOrganise(Actor, id);
            var zone = session.Users([meeting.Owner])[meeting.Owner].HomeZone;
            if (meeting.Status != MeetingStatus.Sent || Occurrences.Find(meeting, recurrenceId, zone) is not { } occurrence)
                continue;
            var silent = Reminding.Of(viewing, meeting, occurrence).Where(s => (Again || !s.Today) && (ByMouth || !s.ByMouth)).ToList();
            if (silent.Count == 0)
                continue;
            changes.Add(session.Begin(ChangeKind.MailWritten, Actor, meeting.Owner, rights.Grant));
            Reminding.Write(viewing, session, meeting, occurrence, silent, session.DeadlineOn(meeting.Id, recurrenceId), Line);
        }

        return changes.Count > 0 ? changes : throw new RefusedException(RefusalKind.NoAttendee, "meetings");
    }
}
