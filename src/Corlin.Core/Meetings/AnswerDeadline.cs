using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>What is done when a deadline for answers has passed and a meeting is not agreed.</summary>
public enum AfterDeadline
{
    /// <summary>Who organises it is told, and decides.</summary>
    Told,

    /// <summary>It goes on without those who have not accepted.</summary>
    GoesOn,
    Cancelled,
}

/// <summary>Until when those who are asked to a meeting are to answer, and what is done then.</summary>
/// <param name="RecurrenceId">The occurrence of a series, or null for the whole.</param>
/// <param name="By">Who set it.</param>
public sealed record AnswerDeadline(EntryId Entry, LocalDateTime? RecurrenceId, Instant At, AfterDeadline Then, UserId By)
{
    /// <summary>What is to be done with a meeting now: null while there is time, and where nothing is done by itself.</summary>
    /// <param name="agreed">Whether it is agreed, or takes place no more.</param>
    /// <param name="start">When it begins: what has begun is left alone.</param>
    public AfterDeadline? Due(Instant now, bool agreed, Instant start) =>
        now < At || agreed || start <= now || Then == AfterDeadline.Told ? null : Then;
}
