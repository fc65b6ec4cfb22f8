using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Access;

/// <summary>What a viewer may know of an entry on a lane. Only <see cref="Disclosure"/> makes one.</summary>
public sealed record DisclosedEntry
{
    private readonly Occurrence? told;
    private readonly Viewer? to;
    private WholeEntry? whole;

    internal DisclosedEntry(Occurrence? told = null, Viewer? to = null) => (this.told, this.to) = (told, to);

    /// <summary>The time that it takes, as far as it may be known.</summary>
    public required Stretch Stretch { get; init; }

    /// <summary>How it takes that time.</summary>
    public required TimeTaken Takes { get; init; }

    /// <summary>How much is told: Outline has times only.</summary>
    public required Sight Sight { get; init; }

    /// <summary>The entry is private and not told; its title reads "Private".</summary>
    public bool Withheld { get; init; }

    /// <summary>Marked private, told to those who may know.</summary>
    public bool Private { get; init; }

    /// <summary>Whether it takes whole days by the clock of the lane.</summary>
    public bool AllDay { get; init; }

    /// <summary>From Headline on: the opaque id with which more can be asked for.</summary>
    public string? PublicId { get; init; }

    /// <summary>The occurrence of a series by its wall-clock start; null for what is single, or may not be told apart.</summary>
    public LocalDateTime? RecurrenceId { get; init; }

    /// <summary>Null for who may know only that time is taken.</summary>
    public EntryKind? Kind { get; init; }

    /// <summary>From Headline on.</summary>
    public string? Title { get; init; }

    /// <summary>From Headline on.</summary>
    public string? Place { get; init; }

    /// <summary>From Headline on: when it takes place, as it was said.</summary>
    public EntryTime? Time { get; init; }

    /// <summary>From Headline on: how it repeats.</summary>
    public Rule? Rule { get; init; }

    /// <summary>From Headline on: why the viewer may not change it; null where they may.</summary>
    public WhyNot? WhyNot { get; init; } = Access.WhyNot.NotKnown;

    /// <summary>Whether the viewer may change it.</summary>
    public bool MayChange => WhyNot is null;

    /// <summary>
    /// What is noted about it on this lane; it follows the grant on the lane alone, whoever takes part. Null where that does not tell it.
    /// </summary>
    public LaneMark? Mark { get; init; }

    /// <summary>Whether the viewer knows it as one who takes part, or for one.</summary>
    public bool TakesPart { get; init; }

    /// <summary>Everything else, with Everything only. Written out where it is asked for: most reads look at times and titles.</summary>
    public WholeEntry? Whole => told is null ? null : whole ??= WholeEntry.Of(told, to!);
}

/// <summary>What only Everything tells.</summary>
public sealed record WholeEntry(
    UserId Organiser,
    UserId MadeBy,
    ImmutableArray<Participation> Attendees,
    string? Link,
    string? DialIn,
    string? AskedBy,
    string? RingBack,
    string? Agenda,
    string? StyledAgenda,
    string? Line,
    bool AnswersWanted,
    MeetingStatus Status,
    bool Agreed,
    string? HoldRequest,
    Instant? LapsesAt,
    int Version,
    string Zone
)
{
    internal static WholeEntry Of(Occurrence occurrence, Viewer to)
    {
        var entry = occurrence.Entry;
        return new WholeEntry(
            entry.Owner,
            entry.MadeBy,
            Parts.ToldTo(to, entry, Agreement.For(entry, occurrence.RecurrenceId)),
            occurrence.Link,
            entry.DialIn,
            entry.AskedBy,
            entry.RingBack,
            occurrence.Agenda,
            occurrence.Change?.Agenda is null ? entry.StyledAgenda : null,
            entry.Line,
            entry.AnswersWanted,
            entry.Status,
            Agreement.IsAgreed(entry, occurrence.RecurrenceId),
            entry.HoldRequest,
            entry.LapsesAt,
            entry.Version,
            entry.Time is TimedEntry timed ? timed.Zone : ""
        );
    }
}
