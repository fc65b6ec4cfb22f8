using NodaTime;

namespace Corlin.Store.Model;

/// <summary>What is noted on one lane on an occurrence.</summary>
internal sealed class NotesRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long EntryId { get; set; }

    /// <summary>The occurrence as text; empty for one that takes place once.</summary>
    public required string RecurrenceId { get; set; }

    /// <summary>Whose lane, by the number inside.</summary>
    public long LaneId { get; set; }
    public string? Text { get; set; }
    public string? Styled { get; set; }
    public int Version { get; set; }
    public long WrittenById { get; set; }
    public Instant WrittenAt { get; set; }
    public string? ReleasedText { get; set; }
    public string? ReleasedStyled { get; set; }

    /// <summary>The numbers of its readers, a blank between them.</summary>
    public string? ReleasedTo { get; set; }
    public long? ReleasedById { get; set; }
    public Instant? ReleasedAt { get; set; }
}

internal sealed class TaskRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long NotesId { get; set; }

    /// <summary>Its place among those of the notes, from 0.</summary>
    public int Place { get; set; }
    public required string Words { get; set; }
    public long? OwnerId { get; set; }

    /// <summary>Whose lane the notes belong to: what is due on it is found by that.</summary>
    public long LaneId { get; set; }
    public LocalDate? Due { get; set; }
    public bool Told { get; set; }
    public Instant? DoneAt { get; set; }
    public long? DoneById { get; set; }
}

/// <summary>What a change did to notes that others read, or to a task: their whole state before and after. Append-only.</summary>
internal sealed class NotesHistoryRow
{
    public long Id { get; set; }
    public long ChangeId { get; set; }
    public required string PublicId { get; set; }
    public required string Before { get; set; }
    public required string After { get; set; }
}
