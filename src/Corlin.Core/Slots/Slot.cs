using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Why a slot ranks where it does.</summary>
public enum SlotReasonKind
{
    /// <summary>Everyone asked is free, within their hours.</summary>
    AllFree,

    /// <summary>Every required person is free.</summary>
    RequiredFree,

    /// <summary>Every required person whose calendar may be seen is free.</summary>
    KnownFree,

    /// <summary>An optional person is taken.</summary>
    OptionalTaken,

    /// <summary>An optional person is out of hours.</summary>
    OptionalOutOfHours,

    /// <summary>An optional person has a public holiday, or the site where they work is closed.</summary>
    OptionalDayOff,

    /// <summary>An optional person is away.</summary>
    OptionalAway,

    /// <summary>An optional person has time that is protected.</summary>
    OptionalProtected,

    /// <summary>An optional person is not at their usual place.</summary>
    OptionalElsewhere,

    /// <summary>An optional person has no time before or after something else, or none for the way.</summary>
    OptionalNoTime,

    /// <summary>An optional person would have no lunch, or too full a day.</summary>
    OptionalTooMuch,

    /// <summary>Some occurrences of the series do not suit everyone required.</summary>
    SomeOccurrences,

    /// <summary>The calendar may not be seen.</summary>
    NotKnown,

    /// <summary>It stands over a pencilled entry.</summary>
    OverPencilled,

    /// <summary>It stands over a hold.</summary>
    OverHold,

    /// <summary>It takes place where somebody is not that day.</summary>
    NotThere,

    /// <summary>It lies in a week in which nothing new is to be arranged for somebody.</summary>
    NoGo,

    /// <summary>It lies beyond the day until which somebody's calendar is tended.</summary>
    NotTended,

    /// <summary>It lies beyond somebody's hours, which were loosened for it.</summary>
    Loosened,

    /// <summary>It falls to somebody to have an early or late hour who had more of them lately than the others.</summary>
    HadBefore,

    /// <summary>It falls into the first hour of somebody's day.</summary>
    FirstHour,

    /// <summary>It falls into the last hour of somebody's day.</summary>
    LastHour,

    /// <summary>It leaves somebody no piece of their lunch that is long enough.</summary>
    Lunch,

    /// <summary>It falls into time in which somebody is not to be met if it can be helped.</summary>
    Protected,

    /// <summary>Something is in the way within the breathing space around it.</summary>
    NoBreathing,

    /// <summary>The way from the one before, or to the next, does not fit in between.</summary>
    TooFar,

    /// <summary>Somebody's day would hold more than it should.</summary>
    FullDay,

    /// <summary>Something firm ends as it starts, or starts as it ends.</summary>
    NoBreak,
}

/// <param name="Person">The key of whom it is about, or null.</param>
/// <param name="Fitting">Of a series how many occurrences suit everyone required; 0 where it is not about that.</param>
/// <param name="Of">How many were looked at.</param>
public sealed record SlotReason(SlotReasonKind Kind, string? Person = null, int Fitting = 0, int Of = 0)
{
    /// <summary>How often they had an early or late hour lately; 0 where it is not about that.</summary>
    public int Times { get; init; }
}

/// <summary>A start at which every required person can come.</summary>
/// <param name="Missing">The keys of the optional people who cannot.</param>
/// <param name="Cost">Lower is better; 0 is without fault.</param>
/// <param name="Reasons">Never empty, the heaviest first.</param>
public sealed record Slot(Stretch Stretch, ImmutableArray<string> Missing, int Cost, ImmutableArray<SlotReason> Reasons)
{
    /// <summary>The keys of the rooms that would do and are free; empty where no room is sought.</summary>
    public ImmutableArray<string> Rooms { get; init; } = [];

    /// <summary>The keys of those who are asked only for a need and can come, in the order of the people.</summary>
    public ImmutableArray<string> Counted { get; init; } = [];
}

/// <summary>How many of those asked are free from a moment on, until the next in the list.</summary>
public sealed record ContourStep(Instant From, int Free);
