using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Takes up the time that an attendee proposed: the meeting moves there and everyone is asked anew.</summary>
[Change(ChangeKind.ProposalAccepted, "accepted another time for", MayTakeBack.BySpeaker)]
public sealed record AcceptProposal(UserId Actor, string Entry, string Attendee, LocalDateTime? RecurrenceId) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Entry);
        var who = session.User(Attendee) ?? throw new RefusedException(RefusalKind.NotAnAttendee);
        var proposed = Scheduling.Proposal(meeting, who.Id, RecurrenceId).Proposed!.Value;
        if (proposed.Start < session.Now)
            throw new RefusedException(RefusalKind.InThePast);
        var change = session.Begin(ChangeKind.ProposalAccepted, Actor, meeting.Owner, rights.Grant);
        var zone = meeting.Time is TimedEntry timed ? timed.Zone : session.Users([meeting.Owner])[meeting.Owner].Zone;
        var moved = Scheduling.Agreed(
            Scheduling.Move(meeting, RecurrenceId, TimedEntry.At(proposed, zone)),
            who.Id,
            RecurrenceId,
            session.Now
        );
        session.EntryStore.Save(Rooms.Answer(session, moved.Entry));
        session.Tell(moved, Actor);
        return change;
    }
}

/// <summary>Does not take up the time that an attendee proposed; they are told.</summary>
[Change(ChangeKind.ProposalRefused, "kept the time of", MayTakeBack.BySpeaker)]
public sealed record RefuseProposal(UserId Actor, string Entry, string Attendee, LocalDateTime? RecurrenceId) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Entry);
        var who = session.User(Attendee) ?? throw new RefusedException(RefusalKind.NotAnAttendee);
        var refused = Scheduling.RefuseProposal(meeting, who.Id, RecurrenceId);
        var change = session.Begin(ChangeKind.ProposalRefused, Actor, meeting.Owner, rights.Grant);
        session.EntryStore.Save(refused.Entry);
        session.Tell(refused, Actor);
        return change;
    }
}

/// <summary>The organiser goes on without those who have not accepted.</summary>
[Change(ChangeKind.WentOn, "goes on without those who have not accepted in", MayTakeBack.BySpeaker)]
public sealed record GoOnWithout(UserId Actor, string Entry, LocalDateTime? RecurrenceId) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Entry);
        var gone = Scheduling.GoOn(meeting, RecurrenceId);
        var change = session.Begin(ChangeKind.WentOn, Actor, meeting.Owner, rights.Grant);
        session.EntryStore.Save(gone.Entry);
        return change;
    }
}
