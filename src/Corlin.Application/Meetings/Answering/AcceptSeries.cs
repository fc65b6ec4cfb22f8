using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Accepts a series but for some of its occurrences, which are declined: all of it in one act, with one undo.</summary>
/// <param name="Except">The occurrences that are declined.</param>
public sealed record AcceptSeries(UserId Actor, UserId InNameOf, string Entry, IReadOnlyList<LocalDateTime> Except, string? Comment)
    : IChange<IReadOnlyList<long>>
{
    public const int Most = 26;

    /// <returns>The changes of the act, in the order in which they were made.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        if (Except.Count is 0 or > Most || Except.Distinct().Count() != Except.Count)
            throw new RefusedException(RefusalKind.BadInput, "except");
        return
        [
            new AnswerInvitation(Actor, InNameOf, Entry, null, Answer.Accepted, Comment, null).Apply(session),
            .. Except.Select(e => new AnswerInvitation(Actor, InNameOf, Entry, e, Answer.Declined, Comment, null).Apply(session)),
        ];
    }
}
