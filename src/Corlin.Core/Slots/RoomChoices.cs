using System.Collections.Immutable;
using System.Numerics;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Which entries to move together, and the starts for which that can be of use.</summary>
internal sealed class RoomChoices
{
    /// <summary>A choice is a number with a bit for each entry.</summary>
    private const int MostBits = 64;

    private readonly ImmutableArray<Movable> entries;

    /// <summary>For each entry the others with which it shares somebody.</summary>
    private readonly ulong[] sharing;

    /// <summary>By start the entries without whose move it is no slot; null where every choice is tried at every start.</summary>
    private readonly List<(int Start, ulong Must, ulong Near)>? starts;

    /// <param name="movable">The entries that may be moved.</param>
    public RoomChoices(SlotRequest request, ImmutableArray<Movable> movable)
    {
        Everything = new SlotWork(request);
        var keys = request.People.Select(p => p.Key).ToHashSet();
        // What takes the time of nobody asked is in nobody's way.
        entries = [.. movable.Where(m => m.Attendees.Any(keys.Contains))];
        sharing =
        [
            .. entries.Select(one =>
                Bits(other => other != one && other.Attendees.Any(a => keys.Contains(a) && one.Attendees.Contains(a)))
            ),
        ];
        // An entry can be of use where it goes: nothing can then be left out.
        if (!request.EntriesHelp && entries.Length <= MostBits)
            starts = [.. Starts(request)];
    }

    /// <summary>The request as it is.</summary>
    public SlotWork Everything { get; }

    /// <summary>How many entries may be moved.</summary>
    public int Count => entries.Length;

    /// <summary>Every choice of so many with which one of the starts could become a slot; null for any start.</summary>
    public IEnumerable<(ImmutableArray<Movable> Moved, IReadOnlyList<int>? Starts)> Of(int many)
    {
        if (starts is null)
            return Combinations(0, many).Select(choice => (choice, (IReadOnlyList<int>?)null));
        var found = new SortedDictionary<ulong, List<int>>();
        foreach (var (start, must, near) in starts)
        {
            foreach (var choice in Adding(must, 0, many - BitOperations.PopCount(must)).Where(c => Matters(c, must, near)))
            {
                if (!found.TryGetValue(choice, out var at))
                    found[choice] = at = [];
                at.Add(start);
            }
        }

        return found.Select(f => (Chosen(f.Key), (IReadOnlyList<int>?)f.Value));
    }

    private IEnumerable<(int Start, ulong Must, ulong Near)> Starts(SlotRequest request)
    {
        var keys = entries.Select(e => e.Key).ToHashSet();
        var work = Everything.With(RoomSearch.Without(request.People, keys));
        var around = request.Breathing is { Weight: Weight.Forbid } breathing ? breathing.Around : Duration.Zero;
        var required = request.People.Where(p => p.Need == Need.Required).ToDictionary(p => p.Key, p => p.IsResource);
        // Whether something that is not itself in the way can still keep the start from being a slot.
        var byDay =
            request.Lunch is { Weight: Weight.Forbid }
            || !request.Needs.IsEmpty
            || request.People.Any(p =>
                p.MostADay is { Weight: Weight.Forbid }
                || p.Wishes.Any(w =>
                    w is { Weight: Weight.Forbid, Kind: KeptWishKind.Lunch or KeptWishKind.MostADay or KeptWishKind.Around }
                )
            );
        foreach (var number in work.Slots().Numbers())
        {
            var start = work.Grid[number];
            var meeting = new Stretch(start, start + request.Length);
            var wide = new Stretch(meeting.Start - around, meeting.End + around);
            yield return (
                number,
                Bits(e => e.Attendees.Any(a => required.TryGetValue(a, out var resource) && e.Stretch.Overlaps(resource ? meeting : wide))),
                byDay ? Bits(e => !RoomSearch.IsFar(e.Stretch, meeting)) : 0
            );
        }
    }

    /// <summary>
    /// Whether each of a choice can be of use: it is in the way, or makes place, over some others, for one that is. Without any other the
    /// same could be had with fewer moves.
    /// </summary>
    private bool Matters(ulong choice, ulong must, ulong near)
    {
        var reached = must | (choice & near);
        while (true)
        {
            var more = reached;
            for (var i = 0; i < entries.Length; i++)
            {
                if ((choice >> i & 1) != 0 && (sharing[i] & reached) != 0)
                    more |= 1UL << i;
            }

            if (more == reached)
                return reached == choice;
            reached = more;
        }
    }

    private IEnumerable<ulong> Adding(ulong to, int from, int many)
    {
        if (many < 0)
            yield break;
        if (many == 0)
        {
            yield return to;
            yield break;
        }

        for (var i = from; i < entries.Length; i++)
        {
            if ((to >> i & 1) != 0)
                continue;
            foreach (var choice in Adding(to | (1UL << i), i + 1, many - 1))
                yield return choice;
        }
    }

    private IEnumerable<ImmutableArray<Movable>> Combinations(int from, int many)
    {
        if (many == 0)
            return
            [
                [],
            ];
        return Enumerable
            .Range(from, Math.Max(0, entries.Length - many + 1 - from))
            .SelectMany(i => Combinations(i + 1, many - 1).Select(rest => rest.Insert(0, entries[i])));
    }

    private ImmutableArray<Movable> Chosen(ulong choice) => [.. entries.Where((_, i) => (choice >> i & 1) != 0)];

    private ulong Bits(Func<Movable, bool> which)
    {
        var bits = 0UL;
        for (var i = 0; i < Math.Min(entries.Length, MostBits); i++)
        {
            if (which(entries[i]))
                bits |= 1UL << i;
        }

        return bits;
    }
}
