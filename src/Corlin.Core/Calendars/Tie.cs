using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>What an entry is to the one that it is tied to.</summary>
public enum TieKind
{
    Preparation,

    /// <summary>The way there.</summary>
    Way,
    Debrief,

    /// <summary>By then papers are to be there.</summary>
    PapersDue,
}

/// <summary>
/// That an entry belongs with another on the same lane: it moves with that one and stands no longer where that one does not.
/// </summary>
/// <param name="To">The other.</param>
/// <param name="RecurrenceId">Its occurrence; null for the whole.</param>
/// <param name="Gap">
/// Time of the wall clock, in whole seconds: how long before the other's start it begins; of a debrief how long after the other's end.
/// Negative for the other way round.
/// </param>
/// <param name="Words">What it is in words, before the other's title; null where it has a title of its own.</param>
public sealed record Tie(EntryId To, LocalDateTime? RecurrenceId, TieKind Kind, Duration Gap, string? Words = null);
