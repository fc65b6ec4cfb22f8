using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Until when those who are asked to meetings are to answer.</summary>
public interface IDeadlineReads
{
    IReadOnlyList<AnswerDeadline> Deadlines(IReadOnlyCollection<EntryId> entries);

    AnswerDeadline? DeadlineOn(EntryId entry, LocalDateTime? recurrenceId);

    /// <summary>Those that have passed and after which something is done by itself, the oldest first.</summary>
    IReadOnlyList<AnswerDeadline> DeadlinesDue(Instant now, int limit);
}
