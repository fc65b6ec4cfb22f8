using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Words;

/// <summary>Who and what a line may name. The reader asks; it knows nobody itself.</summary>
public interface ILineNames
{
    /// <summary>The key of whoever is called that; null where nobody is, or more than one.</summary>
    string? Person(string name);

    /// <summary>The full name of a place or room; null where none is called that.</summary>
    string? Place(string name);
}

/// <summary>A part of a line that was not understood.</summary>
/// <param name="At">Where it begins in the text.</param>
/// <param name="End">Where it ends.</param>
public sealed record NotUnderstood(int At, int End, NotUnderstoodKind Kind);

public enum NotUnderstoodKind
{
    /// <summary>It is no part of a meeting that the reader knows.</summary>
    Words,

    /// <summary>A name where a person was expected, that nobody or more than one has.</summary>
    Person,

    /// <summary>A date or time that does not exist.</summary>
    Time,
}

/// <summary>A meeting as it was understood from one line; what is null was not said.</summary>
public sealed record Line
{
    public string? InNameOf { get; init; }

    public string? Title { get; init; }

    public ImmutableArray<string> Required { get; init; } = [];

    public ImmutableArray<string> Optional { get; init; } = [];

    public LocalDate? Date { get; init; }

    public LocalTime? Time { get; init; }

    /// <summary>Days between which it should be, where no date was said.</summary>
    public DateInterval? Between { get; init; }

    public Duration? Length { get; init; }

    public string? Place { get; init; }

    public bool? Video { get; init; }

    public bool? Private { get; init; }

    public Rule? Rule { get; init; }

    public ImmutableArray<NotUnderstood> NotUnderstood { get; init; } = [];
}
