using System.Collections.Immutable;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Sheets;

/// <summary>What stands on a day sheet beside times, titles and places.</summary>
[Flags]
public enum SheetParts
{
    None = 0,

    /// <summary>Whom they meet, who that is, and when they last met.</summary>
    People = 1,
    Agenda = 2,

    /// <summary>The papers of each entry, by name.</summary>
    Papers = 4,

    /// <summary>The link and the numbers by which one joins.</summary>
    Joining = 8,

    /// <summary>When to leave, and how long the way is.</summary>
    Ways = 16,

    /// <summary>What was noted the last time, and what is still to be done since.</summary>
    LastTime = 32,

    /// <summary>Time that is free between two entries.</summary>
    Gaps = 64,

    /// <summary>Private entries in full; without it they are told as private.</summary>
    Private = 128,

    /// <summary>The papers that stand on it go with it by mail.</summary>
    Attached = 256,
}

/// <summary>How the day sheet of a principal is made, and when it goes by itself.</summary>
/// <param name="Owner">Whose days stand on it.</param>
/// <param name="By">Who said so, in whose name it goes by itself.</param>
public sealed record SheetWish(UserId Owner, UserId By, SheetParts Parts)
{
    /// <summary>Where nothing was said.</summary>
    public const SheetParts Usual =
        SheetParts.People
        | SheetParts.Agenda
        | SheetParts.Papers
        | SheetParts.Joining
        | SheetParts.Ways
        | SheetParts.LastTime
        | SheetParts.Gaps;

    /// <summary>Everything that a sheet can have.</summary>
    public const SheetParts All = Usual | SheetParts.Private | SheetParts.Attached;

    /// <summary>No more people get it.</summary>
    public const int MostReaders = 20;

    /// <summary>In which order stands what is under an entry.</summary>
    public ImmutableArray<SheetBlock> Order { get; init; } = SheetOrder.Usual;

    /// <summary>When it was said: what was due before goes no more.</summary>
    public Instant SaidAt { get; init; }

    /// <summary>When it goes by itself, by the clock of the principal's home; null where it is sent by hand only.</summary>
    public LocalTime? At { get; init; }

    /// <summary>Whether what goes by itself is the sheet of the day after.</summary>
    public bool DayBefore { get; init; }

    /// <summary>Whether it goes again when something on it changes on the day itself.</summary>
    public bool Again { get; init; }

    /// <summary>Who gets it by mail, each as far as they may know it.</summary>
    public ImmutableArray<UserId> To { get; init; } = [];

    /// <summary>Whether it can be kept: its parts exist, and whatever goes by itself has somebody to go to.</summary>
    public bool IsSound =>
        (Parts & ~All) == 0
        && SheetOrder.IsSound(Order)
        && To.Length <= MostReaders
        && To.Distinct().Count() == To.Length
        && (At is null || !To.IsEmpty);
}
