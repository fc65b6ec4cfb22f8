using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Asks somebody whether they come to what they are invited to: it stands on their own page until they say.</summary>
/// <param name="Actor">Who speaks for them.</param>
/// <param name="Line">What is written with it, or null.</param>
[Change(ChangeKind.PrincipalAsked, "asked the principal", MayTakeBack.BySpeaker)]
public sealed record AskPrincipal(UserId Actor, UserId InNameOf, string Entry, LocalDateTime? RecurrenceId, string? Line) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (Actor == InNameOf)
            throw new RefusedException(RefusalKind.BadInput, "inNameOf");
        var (meeting, part) = AnswerInvitation.MustBeAsked(session, rights, InNameOf, Entry, RecurrenceId);
        if (part.Answer != Answer.None || meeting.Status == MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.NothingToAsk);
        var change = session.Begin(ChangeKind.PrincipalAsked, Actor, InNameOf, rights.Grant);
        session.QuestionStore.Keep(new Question(InNameOf, Actor, meeting.Id, RecurrenceId, Line, session.Now));
        return change;
    }
}

/// <summary>Says what is to be done, by who was asked. Yes and no are put into effect at once.</summary>
/// <param name="Actor">Who was asked.</param>
/// <param name="Words">What is written with it: to who asks to the meeting with a no or a yes, else to who asked; or null.</param>
[Change(ChangeKind.QuestionAnswered, "said what is to be done", MayTakeBack.BySpeaker)]
public sealed record ReplyToQuestion(UserId Actor, string Entry, LocalDateTime? RecurrenceId, QuestionReply Reply, string? Words)
    : IChange<IReadOnlyList<long>>
{
    /// <returns>The changes of the act, in the order in which they were made.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        if (!Enum.IsDefined(Reply))
            throw new RefusedException(RefusalKind.BadInput, "reply");
        if (session.Entry(Entry) is not { } meeting || session.QuestionOn(Actor, meeting.Id, RecurrenceId) is not { } question)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.QuestionAnswered, Actor, Actor, null);
        session.QuestionStore.Keep(question with { Reply = Reply, Words = Words, RepliedAt = session.Now });
        if (Reply is QuestionReply.Later or QuestionReply.YourCall)
            return [change];
        var answer = Reply == QuestionReply.Yes ? Answer.Accepted : Answer.Declined;
        return [change, new AnswerInvitation(Actor, Actor, Entry, RecurrenceId, answer, Words, null).Apply(session)];
    }
}

/// <summary>A question is asked no more, or its reply was read.</summary>
[Change(ChangeKind.QuestionEnded, "cleared a question", MayTakeBack.BySpeaker)]
public sealed record EndQuestion(UserId Actor, UserId InNameOf, string Entry, LocalDateTime? RecurrenceId) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var (meeting, _) = AnswerInvitation.MustBeAsked(session, rights, InNameOf, Entry, RecurrenceId);
        if (session.QuestionOn(InNameOf, meeting.Id, RecurrenceId) is null)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.QuestionEnded, Actor, InNameOf, rights.Grant);
        session.QuestionStore.End(InNameOf, meeting.Id, RecurrenceId);
        return change;
    }
}
