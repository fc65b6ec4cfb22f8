using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Tries the starts that become slots when certain entries, all of them, are moved.</summary>
internal sealed class RoomSearch
{
    /// <summary>
    /// What lies further from the meeting than this matters to none of its rules: they look at most at the days it touches.
    /// </summary>
    private static readonly Duration Near = Duration.FromDays(2);

    /// <summary>So many places far away, each clear of the others, are enough to choose from.</summary>
    private const int FarEnough = 6;

    private readonly SlotRequest without;
    private readonly SlotWork work;
    private readonly ImmutableArray<Movable> moved;
    private readonly Dictionary<string, SlotPerson> people;
    private readonly ImmutableArray<Stretch>[] places;

    public RoomSearch(SlotRequest request, ImmutableArray<Movable> moved)
    {
        this.moved = moved;
        var keys = moved.Select(m => m.Key).ToHashSet();
        without = request with
        {
            People = [.. request.People.Select(p => p with { Busy = [.. p.Busy.Where(b => b.Key is null || !keys.Contains(b.Key))] })],
        };
        work = new SlotWork(without);
        people = without.People.ToDictionary(p => p.Key);
        places = [.. moved.Select(PlacesFor)];
    }

    /// <summary>Adds a plan for each start that has none yet and can be had.</summary>
    public void Find(SortedDictionary<Instant, RoomPlan> plans)
    {
        if (places.Any(p => p.IsEmpty))
            return;
        var slots = work.Slots();
        var tried = slots;
        // A moved entry can also be of use where it goes: it is then the one before, or after, from which the way is short enough.
        if (without.At is { Weight: Weight.Forbid } && !moved.IsEmpty)
            tried = new SlotWork(without with { At = null }).Slots();
        foreach (var number in tried.Numbers())
        {
            var start = work.Grid[number];
            if (plans.ContainsKey(start))
                continue;
            var meeting = new Stretch(start, start + without.Length);
            if (Placed(meeting, slots[number]) is { } moves)
                plans[start] = new RoomPlan(meeting, moves);
        }
    }

    /// <summary>Where each moved entry can go with the meeting at a time; null where they cannot all go anywhere.</summary>
    /// <param name="isSlot">Whether the meeting fits there with the moved entries gone for good.</param>
    private ImmutableArray<Move>? Placed(Stretch meeting, bool isSlot)
    {
        var options = places.Select(p => Options(p, meeting)).ToArray();
        if (options.Any(o => o.Count == 0))
            return null;
        // Without a way to go nothing that is added can help: what does not do alone does not do with others.
        if (without.At is null)
        {
            if (!isSlot)
                return null;
            for (var i = 0; i < options.Length; i++)
            {
                var entry = moved[i];
                if (!IsFar(options[i][0], meeting))
                    options[i] = [.. options[i].Where(o => IsFar(o, meeting) || Holds(meeting, [(entry, o)]))];
            }
        }
        else if (!isSlot && !moved.Any(m => !string.IsNullOrEmpty(m.Place)))
        {
            return null;
        }

        var chosen = new List<(Movable Entry, Stretch To)>();
        return Choose(meeting, isSlot, options, chosen) ? [.. chosen.Select(c => new Move(c.Entry.Key, c.To))] : null;
    }

    private bool Choose(Stretch meeting, bool isSlot, List<Stretch>[] options, List<(Movable Entry, Stretch To)> chosen)
    {
        if (chosen.Count == moved.Length)
            return chosen.TrueForAll(c => IsFar(c.To, meeting)) ? isSlot : Holds(meeting, chosen);
        var entry = moved[chosen.Count];
        foreach (var to in options[chosen.Count])
        {
            if (chosen.Exists(c => c.To.Overlaps(to) && Share(c.Entry, entry)))
                continue;
            chosen.Add((entry, to));
            if (Choose(meeting, isSlot, options, chosen))
                return true;
            chosen.RemoveAt(chosen.Count - 1);
        }

        return false;
    }

    private bool Share(Movable one, Movable other) => one.Attendees.Any(a => people.ContainsKey(a) && other.Attendees.Contains(a));

    private static bool IsFar(Stretch to, Stretch meeting) => to.End + Near <= meeting.Start || meeting.End + Near <= to.Start;

    /// <summary>The places that are clear of the meeting: a few of those far away first, all that are near it after them.</summary>
    private List<Stretch> Options(ImmutableArray<Stretch> places, Stretch meeting)
    {
        // Another moved entry then overlaps two of them at most.
        var apart = moved.Max(m => m.Stretch.Length);
        var far = new List<Stretch>();
        foreach (var place in places.Where(p => IsFar(p, meeting)))
        {
            if (far.Count < FarEnough && (far.Count == 0 || far[^1].End + apart <= place.Start))
                far.Add(place);
        }

        // Where there is no room for so many clear ones, each counts.
        if (far.Count < FarEnough)
            far = [.. places.Where(p => IsFar(p, meeting))];
        return [.. far, .. places.Where(p => !IsFar(p, meeting) && !p.Overlaps(meeting))];
    }

    /// <summary>Whether the meeting is a slot with entries where they went.</summary>
    private bool Holds(Stretch meeting, IReadOnlyList<(Movable Entry, Stretch To)> there)
    {
        var around = new Stretch(meeting.Start - Near, meeting.End + Near);
        var near = without with
        {
            Reach = around,
            People =
            [
                .. without.People.Select(p =>
                    p with
                    {
                        Busy =
                        [
                            .. p.Busy.Where(b => b.Stretch.Overlaps(around)),
                            .. there
                                .Where(t => t.Entry.Attendees.Contains(p.Key))
                                .Select(t => new Busy(t.To, TimeTaken.Firm, t.Entry.Place)),
                        ],
                    }
                ),
            ],
        };
        return new SlotWork(near).IsSlot(meeting.Start);
    }

    /// <summary>
    /// Where an entry could go on the grid, whenever the meeting is: within the hours of all its attendees and clear of all that stays.
    /// </summary>
    private ImmutableArray<Stretch> PlacesFor(Movable entry)
    {
        var grid = new StartGrid(without with { Length = entry.Stretch.Length });
        var can = StartBits.All(grid.Count);
        foreach (var key in entry.Attendees.Distinct())
        {
            if (people.TryGetValue(key, out var person))
                can.Keep(StartBits.Of(Starts.Within(new PersonStarts(person, without).Free, entry.Stretch.Length), grid));
        }

        return
        [
            .. can.Numbers()
                .Select(n => grid[n])
                .Where(s => s != entry.Stretch.Start)
                .Select(s => new Stretch(s, s + entry.Stretch.Length)),
        ];
    }
}
