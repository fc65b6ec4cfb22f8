using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Until when those who are asked to meetings are to answer.</summary>
public interface IDeadlineStore
{
    /// <summary>In place of what stood for the same one.</summary>
    void Keep(AnswerDeadline deadline);

    /// <summary>There is none any more.</summary>
    void End(EntryId entry, LocalDateTime? recurrenceId);
}
