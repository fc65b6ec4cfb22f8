using System.Collections.Immutable;
using Corlin.Core.Time;
using Corlin.Core.Travel;

namespace Corlin.Core.Slots;

/// <summary>A single entry that may be moved: it stands under this key in the time of each of its attendees.</summary>
/// <param name="Attendees">Their keys; those who are not among the people of the request do not count.</param>
public sealed record Movable(string Key, Stretch Stretch, ImmutableArray<string> Attendees)
{
    /// <summary>Where it takes place; it goes with it.</summary>
    public string? Place { get; init; }
}

/// <summary>An entry somewhere else in time.</summary>
public sealed record Move(string Key, Stretch To);

/// <summary>What a moved entry must keep to where it goes, besides the hours of its attendees and what else takes their time.</summary>
/// <param name="Lunch">The lunch of each of its attendees; null where it does not matter.</param>
/// <param name="Ways">The ways to it and from it, where its place is known; null where they do not matter.</param>
public sealed record MoveRules(LunchWish? Lunch, TravelTable? Ways)
{
    /// <summary>It may go anywhere.</summary>
    public static readonly MoveRules None = new(null, null);
}

/// <summary>A start that becomes a slot when some entries are moved.</summary>
/// <param name="Moves">Each to a start of its own that suits all of its attendees.</param>
public sealed record RoomPlan(Stretch Start, ImmutableArray<Move> Moves)
{
    /// <summary>What the start costs when they are moved, as a slot does.</summary>
    public int Cost { get; init; }
}
