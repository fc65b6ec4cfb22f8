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
    private readonly MoveRules rules;
    private readonly Dictionary<string, SlotPerson> people;
    private readonly ImmutableArray<Stretch>[] places;

    /// <param name="everything">The request as it is.</param>
    public RoomSearch(SlotWork everything, ImmutableArray<Movable> moved, MoveRules rules)
    {
        this.moved = moved;
        this.rules = rules;
        work = everything.With(Without(everything.Request.People, [.. moved.Select(m => m.Key)]));
        without = work.Request;
        people = without.People.ToDictionary(p => p.Key);
        places = [.. moved.Select(PlacesFor)];
    }

    /// <summary>The people without some entries; who has none of them is the same.</summary>
    public static ImmutableArray<SlotPerson> Without(ImmutableArray<SlotPerson> people, HashSet<string> keys)
    {
        bool IsMoved(Busy busy) => busy.Key is not null && keys.Contains(busy.Key);
        return [.. people.Select(p => p.Busy.Any(IsMoved) ? p with { Busy = [.. p.Busy.Where(b => !IsMoved(b))] } : p)];
    }

    /// <summary>Adds a plan for each start that has none yet and can be had.</summary>
    /// <param name="starts">The numbers of the starts to be tried; null for all.</param>
    public void Find(SortedDictionary<Instant, RoomPlan> plans, IReadOnlyList<int>? starts)
    {
        if (places.Any(p => p.IsEmpty))
            return;
        var slots = work.Slots();
        foreach (var number in starts ?? Tried(slots))
        {
            var start = work.Grid[number];
            if (plans.ContainsKey(start))
                continue;
            var meeting = new Stretch(start, start + without.Length);
            if (Placed(meeting, slots[number]) is { } moves)
                plans[start] = new RoomPlan(meeting, moves) { Cost = work.CostAt(start) };
        }
    }

    /// <summary>Whether exactly these moves make its start a slot.</summary>
    public bool Allows(RoomPlan plan)
    {
        var meeting = plan.Start;
        var there = new List<(Movable Entry, Stretch To)>();
        for (var i = 0; i < moved.Length; i++)
        {
            var to = plan.Moves.Single(m => m.Key == moved[i].Key).To;
            if (!places[i].Contains(to) || to.Overlaps(meeting) || there.Exists(c => c.To.Overlaps(to) && Share(c.Entry, moved[i])))
                return false;
            there.Add((moved[i], to));
        }

        return Holds(meeting, there) && KeepRules(meeting, there);
    }

    private IReadOnlyList<int> Tried(StartBits slots)
    {
        // A moved entry can also be of use where it goes: it is then the one before, or after, from which the way is short enough, or near
        // enough.
        var tried = without.EntriesHelp && !moved.IsEmpty ? new SlotWork(Unasked(without)).Slots() : slots;
        return [.. tried.Numbers()];
    }

    /// <summary>The request without what an entry can help with.</summary>
    private static SlotRequest Unasked(SlotRequest request) =>
        request with
        {
            At = null,
            Together = null,
            People = [.. request.People.Select(p => p with { Wishes = [.. p.Wishes.Where(w => w.Kind != KeptWishKind.Together)] })],
        };

    /// <summary>Where each moved entry can go with the meeting at a time; null where they cannot all go anywhere.</summary>
    /// <param name="isSlot">Whether the meeting fits there with the moved entries gone for good.</param>
    private ImmutableArray<Move>? Placed(Stretch meeting, bool isSlot)
    {
        var options = places.Select((p, i) => Options(p, moved[i], meeting)).ToArray();
        if (options.Any(o => o.Count == 0))
            return null;
        // Without a way to go nothing that is added can help: what does not do alone does not do with others.
        if (!isSlot && !without.AsksForCompany && (!WaysForbid || !moved.Any(m => !string.IsNullOrEmpty(m.Place))))
            return null;
        var chosen = new List<(Movable Entry, Stretch To)>();
        var alone = new Dictionary<(int Entry, Stretch To), bool>();
        return Choose(meeting, isSlot, options, chosen, alone) ? [.. chosen.Select(c => new Move(c.Entry.Key, c.To))] : null;
    }

    private bool WaysForbid => without.At is { Weight: Weight.Forbid };

    private bool Choose(
        Stretch meeting,
        bool isSlot,
        List<Stretch>[] options,
        List<(Movable Entry, Stretch To)> chosen,
        Dictionary<(int Entry, Stretch To), bool> alone
    )
    {
        if (chosen.Count == moved.Length)
            return (chosen.TrueForAll(c => IsFar(c.To, meeting)) ? isSlot : Holds(meeting, chosen)) && KeepRules(meeting, chosen);
        var number = chosen.Count;
        var entry = moved[number];
        foreach (var to in options[number])
        {
            if (chosen.Exists(c => c.To.Overlaps(to) && Share(c.Entry, entry)))
                continue;
            if (moved.Length > 1 && !without.EntriesHelp && !IsFar(to, meeting))
            {
                if (!alone.TryGetValue((number, to), out var does))
                    alone[(number, to)] = does = Holds(meeting, [(entry, to)]);
                if (!does)
                    continue;
            }

            chosen.Add((entry, to));
            if (Choose(meeting, isSlot, options, chosen, alone))
                return true;
            chosen.RemoveAt(chosen.Count - 1);
        }

        return false;
    }

    private bool Share(Movable one, Movable other) => one.Attendees.Any(a => people.ContainsKey(a) && other.Attendees.Contains(a));

    /// <summary>Whether the two are apart by so much that neither makes the other tight.</summary>
    public static bool IsFar(Stretch to, Stretch meeting) => to.End + Near <= meeting.Start || meeting.End + Near <= to.Start;

    /// <summary>
    /// The places that are clear of the meeting, nearest to where it stands first: all that are near the meeting, and a few of those far
    /// from it.
    /// </summary>
    private List<Stretch> Options(ImmutableArray<Stretch> places, Movable entry, Stretch meeting)
    {
        // Another moved entry then overlaps two of them at most.
        var apart = moved.Max(m => m.Stretch.Length);
        var far = new List<Stretch>();
        var options = new List<Stretch>();
        foreach (var place in places)
        {
            if (!IsFar(place, meeting))
            {
                if (!place.Overlaps(meeting))
                    options.Add(place);
            }
            else if (far.Count < FarEnough && far.TrueForAll(f => f.End + apart <= place.Start || place.End + apart <= f.Start))
            {
                far.Add(place);
            }
        }

        // Where there is no room for so many clear ones, each counts.
        options.AddRange(far.Count < FarEnough ? places.Where(p => IsFar(p, meeting)) : far);
        options.Sort((one, other) => Distance(one, entry).CompareTo(Distance(other, entry)));
        return options;
    }

    private static Duration Distance(Stretch to, Movable entry) =>
        Duration.Max(to.Start - entry.Stretch.Start, entry.Stretch.Start - to.Start);

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

    /// <summary>Whether the moved entries keep to their rules with the meeting and each other where they are.</summary>
    private bool KeepRules(Stretch meeting, List<(Movable Entry, Stretch To)> there) =>
        rules == MoveRules.None
        || there.TrueForAll(one =>
            IsFar(one.To, meeting) && there.TrueForAll(o => o.Entry == one.Entry || IsFar(one.To, o.To))
            || Attending(one.Entry)
                .All(p =>
                {
                    var others = there
                        .Where(t => t.Entry != one.Entry && t.Entry.Attendees.Contains(p.Key))
                        .Select(t => new Busy(t.To, TimeTaken.Firm, t.Entry.Place));
                    Busy[] coming = p.Need == Need.Counted ? [] : [new Busy(meeting, TimeTaken.Firm, without.At?.Place)];
                    return !Ruled(p with { Busy = [.. p.Busy, .. others, .. coming] }, one.Entry).Bad.Contains(one.To.Start);
                })
        );

    private IEnumerable<SlotPerson> Attending(Movable entry) =>
        entry.Attendees.Distinct().Where(people.ContainsKey).Select(key => people[key]);

    /// <summary>What somebody's time says to the starts of a moved entry, by its rules.</summary>
    private PersonStarts Ruled(SlotPerson person, Movable entry) =>
        new(
            person,
            without with
            {
                Length = entry.Stretch.Length,
                Breathing = null,
                Lunch = rules.Lunch is { } lunch ? lunch with { Weight = Weight.Forbid } : null,
                At = rules.Ways is { } ways && !string.IsNullOrEmpty(entry.Place) ? new PlaceWish(entry.Place, ways) : null,
            }
        );

    /// <summary>
    /// Where an entry could go on the grid, whenever the meeting is, nearest first: within the hours of all its attendees and clear of all
    /// that stays.
    /// </summary>
    private ImmutableArray<Stretch> PlacesFor(Movable entry)
    {
        var grid = new StartGrid(without with { Length = entry.Stretch.Length });
        var can = StartBits.All(grid.Count);
        foreach (var person in Attending(entry))
        {
            if (rules == MoveRules.None)
                can.Keep(StartBits.Of(Starts.Within(work.Of(person.Key).Free, entry.Stretch.Length), grid));
            else
                can.Remove(StartBits.Of(Ruled(person, entry).Bad, grid));
        }

        return
        [
            .. can.Numbers()
                .Select(n => grid[n])
                .Where(s => s != entry.Stretch.Start)
                .Select(s => new Stretch(s, s + entry.Stretch.Length))
                .OrderBy(s => Distance(s, entry)),
        ];
    }
}
