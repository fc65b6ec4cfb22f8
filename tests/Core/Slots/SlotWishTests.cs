using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class SlotWishTests
{
    private static readonly string[] Places = ["Cais", "Quay", "Mill"];

    private static readonly DateTimeZone[] Clocks = [Zones.Get("Europe/Lisbon"), Zones.Get("America/Halifax"), Zones.Get("Asia/Kolkata")];

    private static readonly Gen<DateTimeZone> ZonesGen = Gen.Int[0, 2].Select(i => Clocks[i]);

    /// <summary>Over the night in which the clocks of Lisbon change.</summary>
    private static readonly Stretch Days = Span("2027-03-27 06:00", "2027-03-29 06:00");

    private static readonly Stretch Around = new(Days.Start - Duration.FromDays(3), Days.End + Duration.FromDays(3));

    private static readonly TravelTable Ways = new(
        new Dictionary<(string, string), Duration>
        {
            [("Cais", "Quay")] = Duration.FromMinutes(40),
            [("Quay", "Cais")] = Duration.FromMinutes(95),
            [("Quay", "Mill")] = Duration.FromMinutes(150),
        },
        Duration.FromMinutes(15)
    );

    internal static Gen<Stretch> Stretches(int hours, int longest) =>
        Gen.Select(Gen.Int[-12 * 12, hours * 12], Gen.Int[1, longest])
            .Select((at, ticks) => new Stretch(Days.Start + Ticks(at), Days.Start + Ticks(at + ticks)));

    private static readonly Gen<Busy> Busies = Gen.Select(Stretches(60, 40), Gen.Enum<TimeTaken>(), Gen.Int[0, 4])
        .Select((stretch, takes, place) => new Busy(stretch, takes, place < 3 ? Places[place] : null));

    /// <summary>None, mostly; else one of any kind.</summary>
    private static readonly Gen<ImmutableArray<KeptWish>> KeptWishes = Gen.Select(Gen.Int[0, 20], Gen.Int[1, 47], Gen.Enum<Weight>())
        .Select(
            (kind, value, weight) =>
                Enum.IsDefined((KeptWishKind)kind)
                    ? ImmutableArray.Create(
                        new KeptWish(
                            (KeptWishKind)kind,
                            (KeptWishKind)kind switch
                            {
                                KeptWishKind.NotOn => value,
                                KeptWishKind.Around or KeptWishKind.Together => value * 5,
                                KeptWishKind.Lunch or KeptWishKind.EdgesSpared or KeptWishKind.AtUsualPlace => 0,
                                _ => value * 30,
                            },
                            weight
                        )
                    )
                    : []
        );

    private static readonly Gen<SlotPerson> People = Gen.Select(
            Gen.Enum<Need>(),
            ZonesGen,
            Stretches(24, 200).Array[1, 4],
            Busies.Array[0, 5],
            Stretches(48, 24).Array[0, 2],
            Gen.Int[0, 2],
            Gen.Select(Gen.Int[0, 4], KeptWishes, Stretches(48, 60).Array[0, 1])
        )
        .Select(
            (need, zone, hours, busy, kept, loosened, more) =>
                new SlotPerson("", need, zone, StretchSet.Of(hours), [.. busy], StretchSet.Empty)
                {
                    Protected = kept.Length == 0 ? null : new ProtectedTime(StretchSet.Of(kept)),
                    Loosened = Ticks(6 * loosened),
                    MostADay = more.Item1 == 0 ? null : new DayLimit(Duration.FromHours(2 * more.Item1)),
                    Wishes = more.Item2,
                    Elsewhere = StretchSet.Of(more.Item3),
                }
        );

    internal static readonly Gen<SlotRequest> Requests = Gen.Select(
            People.Array[1, 4],
            Gen.Int[1, 18],
            Gen.Enum<Weight>(),
            Gen.Int[0, 3],
            Gen.Int[0, 3],
            Gen.Int[0, 3],
            Gen.Select(Gen.Int[0, 3], ZonesGen, Gen.Int[0, 3], Stretches(48, 100).Array[1, 3], Gen.Int[0, 7])
        )
        .Select(
            (people, ticks, weight, breathing, lunch, place, rest) =>
            {
                var (clock, zone, some, rooms, near) = rest;
                ImmutableArray<SlotPerson> named = [.. people.Select((p, i) => p with { Key = $"p{i}" })];
                return new SlotRequest(Days, Ticks(ticks), Duration.FromMinutes(30), named, weight)
                {
                    Reach = Around,
                    Breathing = breathing == 0 ? null : new BreathingWish(Ticks(3 * breathing)),
                    Lunch = lunch == 0 ? null : new LunchWish(new(12, 0), new(14, 0), Ticks(6 * lunch)),
                    At = place == 3 ? null : new PlaceWish(Places[place], Ways),
                    AtUsualPlaces = near % 2 == 1,
                    Together = near < 6 ? null : new TogetherWish("p0", Ticks(6 * (near - 5))),
                    ByClock = clock switch
                    {
                        1 => new ClockWish(zone, [IsoDayOfWeek.Sunday, IsoDayOfWeek.Monday]),
                        2 => new ClockWish(zone, [], new(8, 30), new(18, 0)),
                        _ => null,
                    },
                    Needs = some == 0 ? [] : [new SomeOf([.. named.Select(p => p.Key).Take(3)], some)],
                    Room =
                        some == 1
                            ? new RoomWish(
                                6,
                                ["screen"],
                                [.. rooms.Select((r, i) => new SlotRoom($"r{i}", 5 + i, ["screen", "ramp"], StretchSet.Of([r])))]
                            )
                            : null,
                };
            }
        );

    [Fact]
    public void The_slots_are_those_of_the_plain_statement() =>
        Requests.Sample(request =>
        {
            var found = SlotSearch.Find(request);
            Assert.Equal(PlainSlots.Grid(request).Where(s => PlainSlots.IsSlot(request, s)), found.Select(s => s.Stretch.Start).Order());
            foreach (var slot in found)
            {
                Assert.Equal(
                    request
                        .People.Where(p => p.Need == Need.Optional && !PlainSlots.Comes(p, request, slot.Stretch.Start))
                        .Select(p => p.Key),
                    slot.Missing
                );
            }
        });

    [Fact]
    public void A_start_on_no_grid_is_asked_by_the_same_rules() =>
        Gen.Select(Requests, Gen.Int[0, 48 * 12 - 1])
            .Sample(
                (request, tick) =>
                {
                    // As the only occurrence of a series that begins there.
                    var start = Days.Start + Ticks(tick);
                    var alone = request with { Span = new Stretch(start, Instant.Max(start + request.Length, Days.End)) };
                    Assert.Equal(PlainSlots.IsSlot(alone, start), SlotSearch.Find(alone).Any(s => s.Stretch.Start == start));
                }
            );

    [Fact]
    public void The_nearest_misses_are_those_that_suit_all_but_the_fewest() =>
        Requests.Sample(request =>
        {
            int Failing(Instant start) => request.People.Count(p => p.Need == Need.Required && !PlainSlots.Comes(p, request, start));
            var open = PlainSlots.Grid(request).Where(s => PlainSlots.IsOpen(request, s)).ToList();
            var least = open.Count == 0 ? 0 : open.Min(Failing);
            var misses = Misses.Least(request);
            Assert.Equal(open.Where(s => Failing(s) == least), misses.Select(m => m.Stretch.Start));
            Assert.All(misses, m => Assert.Equal(least, m.Hindered.Length));
            Assert.All(misses.SelectMany(m => m.Hindered), h => Assert.NotEmpty(h.Why));
        });

    [Fact]
    public void A_series_fits_as_often_as_its_occurrences_are_slots() =>
        Gen.Select(Requests, ZonesGen, Gen.Int[1, 3])
            .Sample(
                (request, clock, count) =>
                {
                    var rule = Rule.Parse("FREQ=DAILY");
                    var fits = SeriesFits.Find(request, rule, count, clock);
                    foreach (var start in PlainSlots.Grid(request))
                    {
                        var times = Enumerable.Range(0, count).Select(i => clock.ToInstant(clock.ToLocal(start).PlusDays(i))).ToList();
                        var good = times.Count(t => PlainSlots.IsSlot(request, t));
                        var found = fits.SingleOrDefault(f => f.Start == start);
                        Assert.Equal(good, found?.Fits ?? 0);
                        if (found is not null)
                            Assert.Equal(times.Where(t => !PlainSlots.IsSlot(request, t)), found.Missed);
                    }

                    Assert.Equal(fits.OrderByDescending(f => f.Fits).ThenBy(f => f.Start), fits);
                }
            );

    [Fact]
    public void An_entry_more_never_makes_a_slot_appear_and_a_need_less_never_loses_one() =>
        Gen.Select(Requests, Busies)
            .Sample(
                (request, more) =>
                {
                    // On the way an entry nearer by can be of use, or as company; else it cannot.
                    var asked = request with
                    {
                        At = null,
                        Together = null,
                        People =
                        [
                            .. request.People.Select(p => p with { Wishes = [.. p.Wishes.Where(w => w.Kind != KeptWishKind.Together)] }),
                        ],
                    };
                    var before = Set(asked);
                    var fuller = asked with
                    {
                        People = asked.People.SetItem(0, asked.People[0] with { Busy = asked.People[0].Busy.Add(more) }),
                    };
                    Assert.Subset(before, Set(fuller));
                    var fewer = asked with { People = asked.People.SetItem(0, asked.People[0] with { Need = Need.Optional }) };
                    Assert.Superset(before, Set(fewer));
                    Assert.Superset(before, Set(asked with { Needs = [] }));
                    Assert.Superset(before, Set(asked with { Room = null }));
                }
            );

    [Fact]
    public void Twice_the_weights_cost_twice_as_much_and_none_costs_nothing() =>
        Gen.Select(Requests, Gen.Int[0, 50].Array[SlotWeights.Terms.Length])
            .Sample(
                (request, weights) =>
                {
                    SlotRequest Weighed(int by) =>
                        request with
                        {
                            Weights = SlotWeights.Terms.Aggregate(SlotWeights.Usual, (all, t) => all.With(t, by * weights[(int)t])),
                        };
                    var once = SlotSearch.Find(Weighed(1)).ToDictionary(s => s.Stretch, s => s.Cost);
                    var twice = SlotSearch.Find(Weighed(2));
                    Assert.Equal(once.Count, twice.Length);
                    Assert.All(twice, s => Assert.Equal(2 * once[s.Stretch], s.Cost));
                    Assert.All(SlotSearch.Find(Weighed(0)), s => Assert.Equal(0, s.Cost));
                }
            );

    [Fact]
    public void What_comes_near_is_no_slot_says_why_and_differs() =>
        Gen.Select(Requests, ZonesGen)
            .Sample(
                (request, reader) =>
                {
                    var near = Misses.Nearest(new SlotWork(request), reader, 4);
                    Assert.True(near.Length <= 4);
                    AllDiffer([.. near.Select(m => m.Stretch.Start)], reader);
                    foreach (var miss in near)
                    {
                        Assert.True(PlainSlots.IsOpen(request, miss.Stretch.Start));
                        Assert.Equal(
                            request
                                .People.Where(p => p.Need == Need.Required && !PlainSlots.Comes(p, request, miss.Stretch.Start))
                                .Select(p => p.Key),
                            miss.Hindered.Select(h => h.Person)
                        );
                        Assert.All(miss.Hindered, h => Assert.NotEmpty(h.Why));
                    }

                    // Where anything is open that is no slot, something comes near.
                    Assert.Equal(
                        PlainSlots.Grid(request).Any(s => PlainSlots.IsOpen(request, s) && !PlainSlots.IsSlot(request, s)),
                        near.Length > 0
                    );
                }
            );

    [Fact]
    public void What_a_person_leaves_is_counted_as_if_they_were_another() =>
        Gen.Select(Requests, People)
            .Sample(
                (request, other) =>
                {
                    var asked = request with { Needs = [] };
                    var counts = new SlotCounts(new SlotWork(asked));
                    Assert.Equal(SlotSearch.Find(asked).Length, counts.Now);
                    var changed = other with { Key = asked.People[^1].Key };
                    Assert.Equal(
                        SlotSearch.Find(asked with { People = asked.People.SetItem(asked.People.Length - 1, changed) }).Length,
                        counts.With(changed)
                    );
                }
            );

    [Fact]
    public void The_first_slots_differ_and_none_is_lost() =>
        Gen.Select(Requests, ZonesGen, Gen.Int[1, 6])
            .Sample(
                (request, reader, many) =>
                {
                    var slots = SlotSearch.Find(request);
                    var shown = Differing.First(slots, reader, many);
                    Assert.Equal(slots.Select(s => s.Stretch.Start).Order(), shown.Select(s => s.Stretch.Start).Order());
                    // The first that keep the order of cost are those that were put first.
                    var first = shown.Take(many).TakeWhile((s, i) => shown.Take(i).All(o => Apart(o, s, reader))).ToList();
                    AllDiffer([.. first.Select(s => s.Stretch.Start)], reader);
                    // What was passed over is like one that costs no more.
                    Assert.All(slots.Except(first).Where(s => first.Count < many || s.Cost < first.Max(f => f.Cost)), s =>
                        Assert.Contains(first, f => f.Cost <= s.Cost && !Apart(f, s, reader))
                    );
                    Assert.Equal(slots.FirstOrDefault(), shown.FirstOrDefault());
                }
            );

    [Fact]
    public void Hours_that_are_loosened_cost_and_say_so()
    {
        var person = new SlotPerson(
            "a",
            Need.Required,
            DateTimeZone.Utc,
            StretchSet.Of([Span("2027-03-27 10:00", "2027-03-27 18:00")]),
            [],
            StretchSet.Empty
        )
        {
            Loosened = Duration.FromHours(1),
        };
        var slots = SlotSearch.Find(new SlotRequest(Days, Duration.FromHours(1), Duration.FromMinutes(30), [person]) { Reach = Around });
        Assert.Equal(Utc("2027-03-27 09:00"), slots.Min(s => s.Stretch.Start));
        Assert.Equal(Utc("2027-03-27 18:00"), slots.Max(s => s.Stretch.Start));
        foreach (var slot in slots)
        {
            var beyond = slot.Stretch.Start < Utc("2027-03-27 10:00") || slot.Stretch.End > Utc("2027-03-27 18:00");
            Assert.Equal(beyond, slot.Reasons.Contains(new SlotReason(SlotReasonKind.Loosened, "a")));
        }

        Assert.True(slots[0].Cost < slots[^1].Cost);
    }

    private static bool Apart(Slot one, Slot other, DateTimeZone reader) =>
        reader.ToLocal(one.Stretch.Start).Date != reader.ToLocal(other.Stretch.Start).Date
        || Math.Abs((one.Stretch.Start - other.Stretch.Start).TotalHours) >= 3;

    private static void AllDiffer(IReadOnlyList<Instant> starts, DateTimeZone reader)
    {
        for (var i = 0; i < starts.Count; i++)
        {
            for (var j = 0; j < i; j++)
            {
                Assert.True(
                    reader.ToLocal(starts[i]).Date != reader.ToLocal(starts[j]).Date || Math.Abs((starts[i] - starts[j]).TotalHours) >= 3
                );
            }
        }
    }

    private static HashSet<Instant> Set(SlotRequest request) => [.. SlotSearch.Find(request).Select(s => s.Stretch.Start)];

    private static Duration Ticks(int many) => Duration.FromMinutes(5 * many);
}
