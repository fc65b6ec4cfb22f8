using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Words.Lines;

/// <summary>Who and what a line may name. The reader asks; it knows nobody itself.</summary>
public interface ILineNames
{
    /// <summary>Who is called that; null where nobody is.</summary>
    LineName? Person(string name);

    /// <summary>Whether the writer arranges in the name of somebody: "for Maren" then says whose it is.</summary>
    bool ArrangesFor(string key) => false;

    /// <summary>Whether a key is that of a group.</summary>
    bool IsGroup(string key);

    /// <summary>The full name of a place or room; null where none is called that.</summary>
    string? Place(string name);

    /// <summary>What some room has, as it is written there: "screen"; null where none has it.</summary>
    string? RoomFeature(string name) => null;
}

/// <summary>Somebody, or several, who are called by a name.</summary>
/// <param name="Key">Null where more than one is.</param>
public sealed record LineName(string? Key)
{
    /// <summary>The full name of a person; null where it is a group, an address, or more than one.</summary>
    public string? Name { get; init; }

    /// <summary>The full names of those who are meant, where more than one may be.</summary>
    public ImmutableArray<string> Either { get; init; } = [];
}

/// <summary>A part of a line that was not understood.</summary>
/// <param name="At">Where it begins in the text.</param>
/// <param name="End">Where it ends.</param>
public sealed record NotUnderstood(int At, int End, NotUnderstoodKind Kind)
{
    /// <summary>What may be meant: each can stand in its place. Empty where nothing is near.</summary>
    public ImmutableArray<string> Readings { get; init; } = [];
}

/// <summary>Why a part of a line was not understood.</summary>
public enum NotUnderstoodKind
{
    /// <summary>It is no part of a meeting that the reader knows.</summary>
    Words,

    /// <summary>A name where a person was expected, that nobody or more than one has.</summary>
    Person,

    /// <summary>A date or time that does not exist, is past, or may be several.</summary>
    Time,

    /// <summary>An hour, without the day.</summary>
    NoDay,
}

/// <summary>"Two of Owen, Luis and Maeve".</summary>
/// <param name="Of">Their keys, or their addresses.</param>
public sealed record LineSome(ImmutableArray<string> Of, int AtLeast);

/// <summary>"A room for six with a screen".</summary>
/// <param name="Seats">At least so many; 0 where nothing was said.</param>
/// <param name="Features">What it has, as rooms name it.</param>
public sealed record LineRoom(int Seats, ImmutableArray<string> Features);

/// <summary>"Owen, Luis and Maeve one after another".</summary>
/// <param name="Of">Their keys, or their addresses.</param>
/// <param name="InOneRun">Whether one begins as soon as the one before allows.</param>
public sealed record LineEach(ImmutableArray<string> Of, bool InOneRun);

/// <summary>A meeting as it was understood from one line; what is null was not said.</summary>
public sealed record Line
{
    /// <summary>The key of whose meeting it is.</summary>
    public string? InNameOf { get; init; }

    /// <summary>What it is about.</summary>
    public string? Title { get; init; }

    /// <summary>The keys of those who must come, or their addresses.</summary>
    public ImmutableArray<string> Required { get; init; } = [];

    /// <summary>The keys of those who may come, or their addresses.</summary>
    public ImmutableArray<string> Optional { get; init; } = [];

    /// <summary>People of whom only so many must come.</summary>
    public LineSome? Some { get; init; }

    /// <summary>People who are met one after another, each in a meeting of their own.</summary>
    public LineEach? Each { get; init; }

    /// <summary>Any room like that.</summary>
    public LineRoom? Room { get; init; }

    /// <summary>The day.</summary>
    public LocalDate? Date { get; init; }

    /// <summary>Null where no day was said with it.</summary>
    public LocalTime? Time { get; init; }

    /// <summary>The tzdb id of the zone in which the hour was said; null for the writer's own.</summary>
    public string? Zone { get; init; }

    /// <summary>Of a journey the zone by which its end was said: "10:00 Lisbon to 13:30 Halifax"; null for any other.</summary>
    public string? EndZone { get; init; }

    /// <summary>The town or country as it was typed for <see cref="Zone"/>; null where an abbreviation or nothing was.</summary>
    public string? ZoneName { get; init; }

    /// <summary>The same for <see cref="EndZone"/>.</summary>
    public string? EndZoneName { get; init; }

    /// <summary>It takes the days of <see cref="Between"/> whole.</summary>
    public bool AllDay { get; init; }

    /// <summary>Days between which it should be, where no date was said.</summary>
    public DateInterval? Between { get; init; }

    /// <summary>How long it takes.</summary>
    public Duration? Length { get; init; }

    /// <summary>A place that is known.</summary>
    public string? Place { get; init; }

    /// <summary>One that is not.</summary>
    public string? OtherPlace { get; init; }

    /// <summary>Whether it is by video.</summary>
    public bool? Video { get; init; }

    /// <summary>Whether it is private.</summary>
    public bool? Private { get; init; }

    /// <summary>How it repeats.</summary>
    public Rule? Rule { get; init; }

    /// <summary>What is wished of a free slot; none where the line was not read for that.</summary>
    public LineWishes Wishes { get; init; } = LineWishes.None;

    /// <summary>What of the line is left over, in its order.</summary>
    public ImmutableArray<NotUnderstood> NotUnderstood { get; init; } = [];
}
