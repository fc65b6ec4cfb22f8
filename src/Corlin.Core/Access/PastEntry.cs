using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;

namespace Corlin.Core.Access;

/// <summary>What a viewer may know of what a change did to an entry. Only <see cref="Disclosure"/> makes one.</summary>
public sealed record PastEntry
{
    internal PastEntry() { }

    /// <summary>That it is private or not theirs to know: only that something was done is told.</summary>
    public required bool Withheld { get; init; }

    /// <summary>Null where the change made it, or nothing of it may be known.</summary>
    public EntryState? Before { get; init; }

    /// <summary>Null where the change took it away, or nothing of it may be known.</summary>
    public EntryState? After { get; init; }
}

/// <summary>An entry as it stood, as far as it may be known.</summary>
/// <param name="Whole">Null for who may know headlines only.</param>
public sealed record EntryState(
    string PublicId,
    string Title,
    string? Place,
    EntryTime Time,
    Rule? Rule,
    int OccurrencesChanged,
    int OccurrencesCancelled,
    TimeTaken Takes,
    bool Private,
    WholeState? Whole
)
{
    /// <summary>Without what single attendees answered: what is told of a change to those who are asked.</summary>
    public EntryState WithoutAnswers() =>
        Whole is not { } whole
            ? this
            : this with
            {
                Whole = whole with
                {
                    Attendees = [.. whole.Attendees.Select(a => a with { Answer = Answer.None, Comment = null, Proposed = null })],
                },
            };
}

/// <summary>What only those know who may know an entry whole.</summary>
/// <param name="Line">The line to those invited.</param>
public sealed record WholeState(string? Agenda, string? Line, string? Link, string? DialIn, ImmutableArray<Participation> Attendees);
