using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Whereabouts;

public enum AbsenceKind
{
    Other,
    Holiday,
    Ill,
    Travelling,
}

/// <summary>A time in which somebody is away, which forbids every slot in it.</summary>
/// <param name="Covers">Who decides meanwhile, or null.</param>
/// <param name="Reason">Shown only to those who keep the calendar.</param>
public sealed record Absence(UserId Who, Stretch Stretch, UserId? Covers, string? Reason)
{
    public static readonly Duration Longest = Duration.FromDays(366);

    /// <summary>Zero until it is stored.</summary>
    public long Id { get; init; }

    public AbsenceKind Kind { get; init; }

    /// <summary>What of it is left when its owner is back at a moment; null where it has not begun.</summary>
    public Absence? EndedAt(Instant back) => back <= Stretch.Start ? null : this with { Stretch = new Stretch(Stretch.Start, Instant.Min(back, Stretch.End)) };
}
