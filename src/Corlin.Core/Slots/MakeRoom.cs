using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Makes room for a meeting by moving as few entries as will do.</summary>
public static class MakeRoom
{
    private const int ForEachAttendee = 2;
    private const int ToAnotherDay = 10;

    /// <summary>
    /// One plan for each start that can be had with the fewest moves, in time order; without moves where there are slots, and none where
    /// even the most do not do.
    /// </summary>
    /// <param name="most">How many entries are moved at most.</param>
    public static ImmutableArray<RoomPlan> Least(SlotRequest request, ImmutableArray<Movable> movable, int most)
    {
        var choices = new RoomChoices(request, movable);
        for (var many = 0; many <= Math.Min(most, choices.Count); many++)
        {
            var plans = new SortedDictionary<Instant, RoomPlan>();
            foreach (var (moved, starts) in choices.Of(many))
                new RoomSearch(choices.Everything, moved, MoveRules.None).Find(plans, starts);
            if (plans.Count > 0)
                return [.. plans.Values];
        }

        return [];
    }

    /// <summary>
    /// The cheapest plans that differ from each other, where there are no slots or not these: fewer moves first, then by how many are
    /// concerned, how far each goes and what the start costs.
    /// </summary>
    /// <param name="most">How many entries are moved at most.</param>
    /// <param name="reader">By whose clock days are told.</param>
    /// <param name="want">How many plans are enough.</param>
    public static ImmutableArray<RoomPlan> Cheapest(
        SlotRequest request,
        ImmutableArray<Movable> movable,
        MoveRules rules,
        int most,
        DateTimeZone reader,
        int want
    )
    {
        var choices = new RoomChoices(request, movable);
        var byKey = movable.ToDictionary(m => m.Key);
        var plans = new SortedDictionary<Instant, RoomPlan>();
        var picked = new List<RoomPlan>();
        for (var many = 0; many <= Math.Min(most, choices.Count) && picked.Count < want; many++)
        {
            foreach (var (moved, starts) in choices.Of(many))
                new RoomSearch(choices.Everything, moved, rules).Find(plans, starts);
            var inOrder = plans
                .Values.Where(p => !p.Moves.IsEmpty)
                .OrderBy(p => p.Moves.Length)
                .ThenBy(p => p.Cost + p.Moves.Sum(m => Cost(byKey[m.Key], m, reader)))
                .ThenBy(p => p.Start.Start);
            picked = Differing.Pick(inOrder, p => p.Start.Start, reader, want);
        }

        return [.. picked];
    }

    /// <summary>
    /// The cheapest plan for one start, fewer moves first; null where it is none of the starts that are tried, is a slot as it is, or
    /// cannot be had.
    /// </summary>
    /// <param name="most">How many entries are moved at most.</param>
    /// <param name="reader">By whose clock days are told.</param>
    public static RoomPlan? At(
        SlotRequest request,
        ImmutableArray<Movable> movable,
        MoveRules rules,
        int most,
        DateTimeZone reader,
        Instant start
    )
    {
        var choices = new RoomChoices(request, movable);
        var number = choices.Everything.Grid.FirstAt(start);
        if (number >= choices.Everything.Grid.Count || choices.Everything.Grid[number] != start || choices.Everything.Slots()[number])
            return null;
        var byKey = movable.ToDictionary(m => m.Key);
        for (var many = 1; many <= Math.Min(most, choices.Count); many++)
        {
            var plans = new List<RoomPlan>();
            foreach (var (moved, starts) in choices.Of(many).Where(c => c.Starts?.Contains(number) != false))
            {
                var found = new SortedDictionary<Instant, RoomPlan>();
                new RoomSearch(choices.Everything, moved, rules).Find(found, [number]);
                plans.AddRange(found.Values);
            }

            if (plans.MinBy(p => p.Moves.Sum(m => Cost(byKey[m.Key], m, reader))) is { } cheapest)
                return cheapest;
        }

        return null;
    }

    /// <summary>Whether a plan still does, for the same request or one that has changed since.</summary>
    public static bool Holds(SlotRequest request, ImmutableArray<Movable> movable, MoveRules rules, RoomPlan plan)
    {
        var byKey = movable.ToDictionary(m => m.Key);
        if (plan.Moves.DistinctBy(m => m.Key).Count() != plan.Moves.Length || plan.Moves.Any(m => !byKey.ContainsKey(m.Key)))
            return false;
        ImmutableArray<Movable> moved = [.. plan.Moves.Select(m => byKey[m.Key])];
        return new RoomSearch(new SlotWork(request), moved, rules).Allows(plan);
    }

    private static int Cost(Movable entry, Move move, DateTimeZone reader)
    {
        var days = Period.DaysBetween(reader.ToLocal(entry.Stretch.Start).Date, reader.ToLocal(move.To.Start).Date);
        return (ForEachAttendee * entry.Attendees.Length) + (days == 0 ? 0 : ToAnotherDay + Math.Abs(days));
    }
}
