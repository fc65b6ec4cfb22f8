using NodaTime;

namespace Corlin.Core.Time;

/// <summary>A half-open run of time on the global line: <see cref="Start"/> belongs to it, <see cref="End"/> does not.</summary>
/// <remarks>An empty stretch (start equal to end) touches nothing.</remarks>
public readonly record struct Stretch
{
    /// <exception cref="ArgumentException">The end lies before the start.</exception>
    public Stretch(Instant start, Instant end)
    {
        if (end < start)
            throw new ArgumentException($"A stretch ends ({end}) before it starts ({start}).", nameof(end));
        Start = start;
        End = end;
    }

    /// <summary>The first moment of it.</summary>
    public Instant Start { get; }

    /// <summary>The first moment after it.</summary>
    public Instant End { get; }

    /// <summary>From its start to its end.</summary>
    public Duration Length => End - Start;

    /// <summary>Whether it takes no time.</summary>
    public bool IsEmpty => End == Start;

    /// <summary>True where the two share some time; stretches that only touch do not.</summary>
    public bool Overlaps(Stretch other) => Start < other.End && other.Start < End && !IsEmpty && !other.IsEmpty;

    /// <summary>Whether a moment lies in it; its end does not.</summary>
    public bool Contains(Instant moment) => Start <= moment && moment < End;

    /// <summary>Whether the other lies in it, ends included.</summary>
    public bool Contains(Stretch other) => Start <= other.Start && other.End <= End;

    /// <summary>The time both share, or null where they share none.</summary>
    public Stretch? Intersect(Stretch other) =>
        Overlaps(other) ? new Stretch(Instant.Max(Start, other.Start), Instant.Min(End, other.End)) : null;
}
