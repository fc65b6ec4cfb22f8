using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Enters an answer that an attendee gave by word of mouth to who organises; they are told that it stands.</summary>
/// <param name="Attendee">The public id of who told it.</param>
/// <param name="RecurrenceId">The occurrence of a series, or null for the whole.</param>
/// <param name="Comment">Their words.</param>
[Change(ChangeKind.AnswerEntered, "entered an answer given in person to", MayTakeBack.BySpeaker)]
public sealed record EnterAnswer(UserId Actor, string Entry, string Attendee, LocalDateTime? RecurrenceId, Answer Answer, string? Comment)
    : IChange<long>
{
    /// <summary>Whether it is meant to take the place of another answer that somebody else gave.</summary>
    public bool AllTheSame { get; init; }

    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Entry);
        if (Answer is Answer.None or Answer.Delegated || !Enum.IsDefined(Answer))
            throw new RefusedException(RefusalKind.BadInput, "answer", Answer.ToString());
        var who = session.User(Attendee) ?? throw new RefusedException(RefusalKind.NotAnAttendee);
        var part = Agreement.Of(meeting, who.Id, RecurrenceId) ?? throw new RefusedException(RefusalKind.NotAnAttendee);
        if (!AllTheSame && Scheduling.AnsweredOtherwise(part, Answer, Actor) is { } by)
            throw AnswerInvitation.Otherwise(session, part, by, Actor);
        var change = session.Begin(ChangeKind.AnswerEntered, Actor, meeting.Owner, rights.Grant);
        var entered = Scheduling.Enter(meeting, who.Id, RecurrenceId, new GivenAnswer(Answer, Comment, null, Actor, session.Now));
        session.EntryStore.Save(entered.Entry);
        session.Tell(entered, Actor);
        return change;
    }
}
