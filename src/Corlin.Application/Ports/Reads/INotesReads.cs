using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What reads of notes ask of the store.</summary>
public interface INotesReads
{
    /// <summary>The notes on some entries, on whichever lanes, those of the latest occurrence first.</summary>
    IReadOnlyList<MeetingNotes> NotesOf(IReadOnlyCollection<EntryId> entries, int limit);

    /// <summary>The notes of an occurrence on a lane, or null.</summary>
    MeetingNotes? NotesAt(EntryId entry, LocalDateTime? recurrenceId, UserId lane);

    /// <summary>The notes in which a task stands, by the task's public id.</summary>
    MeetingNotes? NotesWithTask(string task);

    /// <summary>The notes with tasks not done that are due by a day, of some lanes or to be done by some people.</summary>
    IReadOnlyList<MeetingNotes> NotesWithDue(IReadOnlyCollection<UserId> who, LocalDate until, int limit);
}
