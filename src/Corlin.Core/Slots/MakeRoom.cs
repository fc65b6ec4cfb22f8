using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>A single entry that may be moved: it stands under this key in the time of each of its attendees.</summary>
/// <param name="Attendees">Their keys; those who are not among the people of the request do not count.</param>
public sealed record Movable(string Key, Stretch Stretch, ImmutableArray<string> Attendees)
{
    /// <summary>Where it takes place; it goes with it.</summary>
    public string? Place { get; init; }
}

public sealed record Move(string Key, Stretch To);

/// <summary>A start that becomes a slot when some entries are moved.</summary>
/// <param name="Moves">Each to a start of its own that suits all of its attendees.</param>
public sealed record RoomPlan(Stretch Start, ImmutableArray<Move> Moves);

/// <summary>Makes room for a meeting by moving as few entries as will do.</summary>
public static class MakeRoom
{
    /// <summary>
    /// One plan for each start that can be had with the fewest moves, in time order; without moves where there are slots, and none where
    /// even the most do not do.
    /// </summary>
    /// <param name="most">How many entries are moved at most.</param>
    public static ImmutableArray<RoomPlan> Least(SlotRequest request, ImmutableArray<Movable> movable, int most)
    {
        var keys = request.People.Select(p => p.Key).ToHashSet();
        // What takes the time of nobody asked is in nobody's way.
        ImmutableArray<Movable> concerned = [.. movable.Where(m => m.Attendees.Any(keys.Contains))];
        for (var many = 0; many <= Math.Min(most, concerned.Length); many++)
        {
            var plans = new SortedDictionary<Instant, RoomPlan>();
            foreach (var moved in Choices(concerned, many))
                new RoomSearch(request, moved).Find(plans);
            if (plans.Count > 0)
                return [.. plans.Values];
        }

        return [];
    }

    private static IEnumerable<ImmutableArray<Movable>> Choices(ImmutableArray<Movable> from, int many)
    {
        if (many == 0)
            return
            [
                [],
            ];
        return Enumerable
            .Range(0, from.Length - many + 1)
            .SelectMany(i => Choices(from[(i + 1)..], many - 1).Select(rest => rest.Insert(0, from[i])));
    }
}
