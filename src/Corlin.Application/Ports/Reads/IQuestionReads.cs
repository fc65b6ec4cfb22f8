using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What people are asked by those who keep their calendars.</summary>
public interface IQuestionReads
{
    /// <summary>What stands for some, the first first.</summary>
    IReadOnlyList<Question> QuestionsTo(IReadOnlyCollection<UserId> who, int limit);

    /// <summary>What stands for somebody about something.</summary>
    Question? QuestionOn(UserId who, EntryId entry, LocalDateTime? recurrenceId);
}
