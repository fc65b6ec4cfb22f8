using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>An invitation, and whose answer it is.</summary>
public sealed record ToAnswer(UserId InNameOf, string Entry, LocalDateTime? RecurrenceId);

/// <summary>Gives several invitations the same answer, all of them or none; one undo takes all of it back.</summary>
public sealed record AnswerSeveral(UserId Actor, IReadOnlyList<ToAnswer> Invitations, Answer Answer, string? Comment)
    : IChange<IReadOnlyList<long>>
{
    public const int Most = 60;

    /// <returns>The changes of the act, in the order in which they were made.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        if (Invitations.Count is 0 or > Most)
            throw new RefusedException(RefusalKind.BadInput, "invitations");
        return
        [
            .. Invitations.Select(i =>
                new AnswerInvitation(Actor, i.InNameOf, i.Entry, i.RecurrenceId, Answer, Comment, null).Apply(session)
            ),
        ];
    }
}
