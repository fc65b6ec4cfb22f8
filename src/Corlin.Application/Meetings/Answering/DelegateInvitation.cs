using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Sends somebody else in the place of who is asked: they are asked, and who organises it is told (RFC 5546 3.2.2.3).</summary>
/// <param name="To">The public id of somebody inside.</param>
public sealed record DelegateInvitation(
    UserId Actor,
    UserId InNameOf,
    string Entry,
    LocalDateTime? RecurrenceId,
    string To,
    string? Comment
) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var (meeting, _) = AnswerInvitation.MustBeAsked(session, rights, InNameOf, Entry, RecurrenceId);
        var to = session.MustKnow(Actor, To, "to");
        // Who is outside is asked by who organises it, and by nobody else.
        if (to is not { Inside: true, Kind: UserKind.Person } || to.Id == InNameOf)
            throw new RefusedException(RefusalKind.PersonUnknown, "to", To);
        var change = session.Begin(ChangeKind.InvitationAnswered, Actor, InNameOf, rights.Grant);
        var sent = Scheduling.Delegate(
            meeting,
            InNameOf,
            RecurrenceId,
            to.Id,
            new GivenAnswer(Answer.Delegated, Comment, null, Actor, session.Now)
        );
        session.EntryStore.Save(sent.Entry);
        session.Tell(sent, Actor);
        return change;
    }
}
