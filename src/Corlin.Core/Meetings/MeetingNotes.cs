using System.Collections.Immutable;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>What is noted during and after an entry, by those who keep one lane. It is theirs until they release it.</summary>
/// <param name="RecurrenceId">Which occurrence of a series; null for an entry that takes place once.</param>
/// <param name="Lane">Whose lane it belongs to.</param>
/// <param name="WrittenBy">Who wrote on it last.</param>
public sealed record MeetingNotes(
    string PublicId,
    EntryId Entry,
    LocalDateTime? RecurrenceId,
    UserId Lane,
    UserId WrittenBy,
    Instant WrittenAt
)
{
    /// <summary>More tasks do not stand on one page of notes.</summary>
    public const int MostTasks = 60;

    /// <summary>To more people notes are not released.</summary>
    public const int MostReaders = 200;

    /// <summary>As plain text; null where only tasks are noted.</summary>
    public string? Text { get; init; }

    /// <summary>The same as sanitised HTML, where it has more to it than paragraphs; null otherwise.</summary>
    public string? Styled { get; init; }

    /// <summary>What is to be done, in the order in which it was noted.</summary>
    public ImmutableArray<MeetingTask> Tasks { get; init; } = [];

    /// <summary>Raised by each writing; what is released or done meanwhile gets in nobody's way.</summary>
    public int Version { get; init; }

    /// <summary>What was released of it last; null where nobody else reads it.</summary>
    public NotesRelease? Released { get; init; }

    /// <summary>Whether there is something to release that its readers do not have.</summary>
    public bool SaysMore => Released is null || (Text, Styled) != (Released.Text, Released.Styled) || Tasks.Any(t => !t.Told);

    /// <summary>Released as it stands to some people besides those who read it already.</summary>
    public MeetingNotes Release(IEnumerable<UserId> to, UserId by, Instant at) =>
        this with
        {
            Released = new NotesRelease(Text, Styled, [.. (Released?.To ?? []).Concat(to).Distinct()], by, at),
            Tasks = [.. Tasks.Select(t => t with { Told = true })],
        };
}

/// <summary>What is to be done after a meeting, and by whom.</summary>
/// <param name="Owner">Who is to do it; null where that is open.</param>
/// <param name="Due">By the end of which day of theirs; null for no date.</param>
public sealed record MeetingTask(string PublicId, string Words, UserId? Owner, LocalDate? Due)
{
    /// <summary>In characters; longer words are refused.</summary>
    public const int LongestWords = 300;

    /// <summary>Those to whom the notes are released read it too.</summary>
    public bool Told { get; init; }

    /// <summary>Null while it is open.</summary>
    public Instant? DoneAt { get; init; }

    /// <summary>Who said that it is done; null while it is open.</summary>
    public UserId? DoneBy { get; init; }
}

/// <summary>Notes as their readers have them.</summary>
public sealed record NotesRelease(string? Text, string? Styled, ImmutableArray<UserId> To, UserId By, Instant At);
