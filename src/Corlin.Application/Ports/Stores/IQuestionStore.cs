using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What people are asked by those who keep their calendars.</summary>
public interface IQuestionStore
{
    /// <summary>In place of what stood for the same one about the same thing.</summary>
    void Keep(Question question);

    /// <summary>Nobody is asked that any more.</summary>
    void End(UserId who, EntryId entry, LocalDateTime? recurrenceId);
}
