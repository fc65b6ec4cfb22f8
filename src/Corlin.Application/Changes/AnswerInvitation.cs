using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Changes;

/// <summary>Answers an invitation, by who is asked or in their name.</summary>
/// <param name="RecurrenceId">The occurrence of a series, or null for the whole.</param>
public sealed record AnswerInvitation(
    UserId Actor, UserId InNameOf, string Entry, LocalDateTime? RecurrenceId, Answer Answer, string? Comment, Stretch? Proposed) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var meeting = session.Entry(Entry) ?? throw new RefusedException(RefusalKind.NotFound);
        if (Agreement.Of(meeting, InNameOf, RecurrenceId) is not { } part || !MayKnow(rights, meeting, part)) throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.InvitationAnswered, Actor, InNameOf, rights.Grant);
        var given = Scheduling.Give(meeting, InNameOf, RecurrenceId, new GivenAnswer(Answer, Comment, Proposed, Actor, session.Now));
        session.Save(given.Entry);
        session.Tell(given, Actor);
        return change;
    }

    private static bool MayKnow(Rights rights, Entry meeting, Participation part) => rights.MaySpeakForPrivate || !(meeting.Private || part.OwnPrivate);
}
