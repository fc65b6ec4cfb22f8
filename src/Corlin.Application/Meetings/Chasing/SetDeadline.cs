using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Says until when those who are asked to a meeting are to answer, and what is done then.</summary>
/// <param name="Tell">Whether those who have not answered are written to.</param>
[Change(ChangeKind.DeadlineSet, "set a deadline for the answers to", MayTakeBack.BySpeaker)]
public sealed record SetDeadline(UserId Actor, string Meeting, LocalDateTime? RecurrenceId, Instant At, AfterDeadline Then, bool Tell)
    : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        var zone = session.Users([meeting.Owner])[meeting.Owner].HomeZone;
        var occurrence = Occurrences.Find(meeting, RecurrenceId, zone) ?? throw new RefusedException(RefusalKind.NotFound, "occurrence");
        if (meeting.Status != MeetingStatus.Sent)
            throw new RefusedException(RefusalKind.NotSent);
        if (!Enum.IsDefined(Then))
            throw new RefusedException(RefusalKind.BadInput, "then");
        if (At <= session.Now)
            throw new RefusedException(RefusalKind.InThePast, "at");
        if (At >= occurrence.Stretch.Start)
            throw new RefusedException(RefusalKind.DeadlineTooLate, "at");
        if (Agreement.IsAgreed(meeting, RecurrenceId))
            throw new RefusedException(RefusalKind.NothingToAsk);
        var change = session.Begin(ChangeKind.DeadlineSet, Actor, meeting.Owner, rights.Grant);
        var deadline = new AnswerDeadline(meeting.Id, RecurrenceId, At, Then, Actor);
        session.DeadlineStore.Keep(deadline);
        if (Tell)
        {
            var viewing = new Viewing(session, Actor, session.Now);
            Reminding.Write(viewing, session, meeting, occurrence, Reminding.Of(viewing, meeting, occurrence), deadline, null);
        }

        return change;
    }
}

/// <summary>There is no deadline for the answers to a meeting any more.</summary>
[Change(ChangeKind.DeadlineEnded, "ended the deadline for the answers to", MayTakeBack.BySpeaker)]
public sealed record EndDeadline(UserId Actor, string Meeting, LocalDateTime? RecurrenceId) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        if (session.DeadlineOn(meeting.Id, RecurrenceId) is null)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.DeadlineEnded, Actor, meeting.Owner, rights.Grant);
        session.DeadlineStore.End(meeting.Id, RecurrenceId);
        return change;
    }
}
