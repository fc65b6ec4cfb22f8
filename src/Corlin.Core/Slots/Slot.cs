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

    /// <summary>It falls into the first hour of somebody's day.</summary>
    FirstHour,

    /// <summary>It falls into the last hour of somebody's day.</summary>
    LastHour,

    /// <summary>It leaves somebody less than 45 minutes of lunch between 12:00 and 13:30 of their wall clock.</summary>
    Lunch,

    /// <summary>Something firm ends as it starts, or starts as it ends.</summary>
    NoBreak,
}

/// <param name="Person">The key of whom it is about, or null.</param>
/// <param name="Fitting">Of a series how many occurrences suit everyone required; 0 where it is not about that.</param>
/// <param name="Of">How many were looked at.</param>
public sealed record SlotReason(SlotReasonKind Kind, string? Person = null, int Fitting = 0, int Of = 0);

/// <summary>A start at which every required person can come.</summary>
/// <param name="Missing">The keys of the optional people who cannot.</param>
/// <param name="Cost">Lower is better; 0 is without fault.</param>
/// <param name="Reasons">Never empty, the heaviest first.</param>
public sealed record Slot(Stretch Stretch, ImmutableArray<string> Missing, int Cost, ImmutableArray<SlotReason> Reasons);

/// <summary>How many of those asked are free from a moment on, until the next in the list.</summary>
public sealed record ContourStep(Instant From, int Free);
