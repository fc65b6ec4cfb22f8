using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class MakeRoomTests
{
    private static readonly string[] Places = ["Cais", "Quay"];
    private static readonly DateTimeZone Zone = Zones.Get("Europe/Lisbon");
    private static readonly TravelTable Ways = new(new Dictionary<(string, string), Duration>(), Duration.FromHours(3));

    /// <summary>A few starts a day for six days, so that every way of moving can be tried.</summary>
    private static Gen<SlotRequest> Requests(int days, int step)
    {
        var span = new Stretch(Utc("2027-03-26 08:00"), Utc("2027-03-26 08:00") + Duration.FromDays(days));
        Instant At(int at) => span.Start + Duration.FromHours(step * at);
        var starts = days * 24 / step;
        var entries = Gen.Select(Gen.Int[0, starts - 1], Gen.Int[1, 4], Gen.Int[0, 2], Gen.Int[0, 6])
            .Select((at, hours, place, who) => (At: At(at), Hours: hours, Place: place < 2 ? Places[place] : null, Who: who));
        return Gen.Select(
                entries.Array[1, 3],
                entries.Array[0, 2],
                Gen.Int[0, 2],
                Gen.Int[0, 1],
                Gen.Int[0, 2],
                Gen.Int[0, 1],
                Gen.Select(Gen.Int[0, starts - 1], Gen.Int[0, starts - 1], Gen.Int[0, 5])
            )
            .Select(
                (movable, fixedOnes, breathing, lunch, place, away, cells) =>
                {
                    Busy Taken((Instant At, int Hours, string? Place, int Who) e, string? key) =>
                        new(new Stretch(e.At, e.At + Duration.FromHours(e.Hours)), TimeTaken.Firm, e.Place) { Key = key };
                    // What can be moved stands where the two required could otherwise meet.
                    (int First, int Second) open = (cells.Item1, cells.Item2);
                    var wished = cells.Item3;
                    var where = movable.Select((m, i) => m with { At = At(i % 2 == 0 ? open.First : open.Second) }).ToList();
                    SlotPerson Person(int number) =>
                        new(
                            $"p{number}",
                            number == 2 ? Need.Optional : Need.Required,
                            Zone,
                            StretchSet.Of([new Stretch(At(0), At(starts - away))]),
                            [
                                .. where.Select((m, i) => (m, i)).Where(m => Comes(m.m.Who, number)).Select(m => Taken(m.m, $"m{m.i}")),
                                .. fixedOnes.Where(f => Comes(f.Who, number)).Select(f => Taken(f, null)),
                                // They are free in turn, and together nowhere else.
                                .. Enumerable
                                    .Range(0, starts)
                                    .Where(i => i % 2 == number && i != open.First && i != open.Second)
                                    .Select(i => Taken((At(i), 1, null, 0), null)),
                            ],
                            StretchSet.Empty
                        )
                        {
                            Wishes = (wished, number) switch
                            {
                                (1, 1) => [new KeptWish(KeptWishKind.Together, 60 * step / 2, Weight.Forbid)],
                                (2, 1) => [new KeptWish(KeptWishKind.Around, 60, Weight.Forbid)],
                                _ => [],
                            },
                        };
                    return new SlotRequest(
                        span,
                        Duration.FromHours(1),
                        Duration.FromHours(step),
                        [Person(0), Person(1), Person(2)],
                        Weight.Forbid
                    )
                    {
                        Reach = new Stretch(span.Start - Duration.FromDays(3), span.End + Duration.FromDays(3)),
                        Breathing = breathing == 2 ? new BreathingWish(Duration.FromMinutes(30)) : null,
                        Lunch = lunch == 1 ? new LunchWish(new(12, 0), new(14, 0), Duration.FromMinutes(45)) : null,
                        Together = wished == 3 ? new TogetherWish("p0", Duration.FromHours(step / 4)) : null,
                        At = place < 2 ? new PlaceWish(Places[place], Ways) : null,
                    };
                }
            );
    }

    /// <summary>Everyone, or two of the three, or one.</summary>
    private static bool Comes(int who, int number) => who > 5 || who == number || (who is >= 3 and <= 5 && number != who - 3);

    [Theory]
    [InlineData(6, 8)]
    [InlineData(2, 4)]
    public void The_fewest_moves_are_those_of_trying_them_all(int days, int step) =>
        Requests(days, step)
            .Sample(
                request =>
                {
                    var movable = Movables(request);
                    var plans = MakeRoom.Least(request, movable, 2);
                    var (least, starts) = Try(request, movable, 2);
                    Assert.Equal(starts, plans.Select(p => p.Start.Start));
                    foreach (var plan in plans)
                    {
                        Assert.Equal(least, plan.Moves.Length);
                        Assert.True(
                            Holds(
                                request,
                                movable,
                                plan.Start.Start,
                                [.. plan.Moves.Select(m => (movable.Single(e => e.Key == m.Key), m.To.Start))]
                            )
                        );
                    }
                },
                iter: 60
            );

    [Fact]
    public void Making_room_twice_finds_nothing_new() =>
        Requests(6, 8)
            .Sample(
                request =>
                {
                    var movable = Movables(request);
                    if (MakeRoom.Least(request, movable, 2) is not [{ Moves.IsEmpty: false } plan, ..])
                        return;
                    var after = Moved(request, [.. plan.Moves.Select(m => (movable.Single(e => e.Key == m.Key), m.To.Start))]);
                    Assert.Contains(MakeRoom.Least(after, Movables(after), 2), p => p.Start == plan.Start && p.Moves.IsEmpty);
                },
                iter: 60
            );

    [Fact]
    public void The_cheapest_plans_hold_and_those_with_the_fewest_moves_come_first() =>
        Requests(6, 8)
            .Sample(
                request =>
                {
                    var movable = Movables(request);
                    var least = MakeRoom.Least(request, movable, 2);
                    var plans = MakeRoom.Cheapest(request, movable, MoveRules.None, 2, Zone, 3);
                    Assert.Equal(plans.Length, plans.Select(p => p.Start.Start).Distinct().Count());
                    Assert.Equal(plans.Select(p => p.Moves.Length).Order(), plans.Select(p => p.Moves.Length));
                    if (least is [{ Moves: { IsEmpty: false } fewest }, ..])
                        Assert.Equal(fewest.Length, plans[0].Moves.Length);
                    foreach (var plan in plans)
                    {
                        List<(Movable, Instant)> moved = [.. plan.Moves.Select(m => (movable.Single(e => e.Key == m.Key), m.To.Start))];
                        Assert.NotEmpty(moved);
                        Assert.True(Holds(request, movable, plan.Start.Start, moved));
                        Assert.True(MakeRoom.Holds(request, movable, MoveRules.None, plan));
                        // Where something comes between it holds no more.
                        Assert.False(MakeRoom.Holds(With(request, plan.Moves[0].To), movable, MoveRules.None, plan));
                        Assert.False(MakeRoom.Holds(With(request, plan.Start), movable, MoveRules.None, plan));
                    }
                },
                iter: 60
            );

    [Fact]
    public void For_one_start_the_plan_has_as_few_moves_as_that_start_needs()
    {
        var planned = 0;
        Requests(6, 8)
            .Sample(
                request =>
                {
                    var movable = Movables(request);
                    foreach (var least in MakeRoom.Least(request, movable, 2).Take(6))
                    {
                        var plan = MakeRoom.At(request, movable, MoveRules.None, 2, Zone, least.Start.Start);
                        if (least.Moves.IsEmpty)
                        {
                            Assert.Null(plan);
                            continue;
                        }

                        planned++;
                        Assert.Equal((least.Start, least.Moves.Length), (plan!.Start, plan.Moves.Length));
                        Assert.True(
                            Holds(
                                request,
                                movable,
                                plan.Start.Start,
                                [.. plan.Moves.Select(m => (movable.Single(e => e.Key == m.Key), m.To.Start))]
                            )
                        );
                    }

                    // Between two starts that are tried nothing begins.
                    Assert.Null(MakeRoom.At(request, movable, MoveRules.None, 2, Zone, request.Span.Start + Duration.FromSeconds(1)));
                },
                iter: 60,
                threads: 1
            );
        Assert.True(planned > 0, "no start had to be cleared");
    }

    [Fact]
    public void A_moved_entry_takes_nobody_s_lunch_where_it_must_not()
    {
        var day = new Stretch(Utc("2027-03-15 09:00"), Utc("2027-03-15 15:00"));
        var stands = new Stretch(Utc("2027-03-15 09:00"), Utc("2027-03-15 10:00"));
        SlotPerson Person(string key, params Busy[] busy) =>
            new(key, Need.Required, Zone, StretchSet.Of([day]), [.. busy], StretchSet.Empty);
        Busy Taken(string from, string to) => new(new Stretch(Utc($"2027-03-15 {from}"), Utc($"2027-03-15 {to}")), TimeTaken.Firm);
        var request = new SlotRequest(
            day,
            Duration.FromHours(1),
            Duration.FromHours(1),
            [
                Person("a", new Busy(stands, TimeTaken.Firm) { Key = "m" }, Taken("10:00", "12:00"), Taken("13:00", "14:00")),
                Person("b", Taken("10:00", "15:00")),
            ]
        );
        ImmutableArray<Movable> movable = [new("m", stands, ["a"])];
        Instant To(MoveRules rules) => Assert.Single(Assert.Single(MakeRoom.Cheapest(request, movable, rules, 1, Zone, 3)).Moves).To.Start;
        Assert.Equal(Utc("2027-03-15 12:00"), To(MoveRules.None));
        Assert.Equal(Utc("2027-03-15 14:00"), To(new MoveRules(LunchWish.Usual, null)));
    }

    private static SlotRequest With(SlotRequest request, Stretch taken) =>
        request with
        {
            People = [.. request.People.Select(p => p with { Busy = [.. p.Busy, new Busy(taken, TimeTaken.Firm)] })],
        };

    private static ImmutableArray<Movable> Movables(SlotRequest request) =>
        [
            .. request
                .People.SelectMany(p => p.Busy.Where(b => b.Key is not null).Select(b => (Busy: b, p.Key)))
                .GroupBy(b => b.Busy.Key!)
                .OrderBy(g => g.Key)
                .Select(g => new Movable(g.Key, g.First().Busy.Stretch, [.. g.Select(b => b.Key)]) { Place = g.First().Busy.Place }),
        ];

    private static (int? Least, IEnumerable<Instant> Starts) Try(SlotRequest request, ImmutableArray<Movable> movable, int most)
    {
        for (var many = 0; many <= most; many++)
        {
            var found = PlainSlots
                .Grid(request)
                .Where(t => Plans(request, movable, many).Any(plan => Holds(request, movable, t, plan)))
                .ToList();
            if (found.Count > 0)
                return (many, found);
        }

        return (null, []);
    }

    private static IEnumerable<List<(Movable Entry, Instant To)>> Plans(SlotRequest request, ImmutableArray<Movable> movable, int many)
    {
        if (many == 0)
            return
            [
                [],
            ];
        return from i in Enumerable.Range(0, movable.Length)
            from to in PlainSlots.Grid(request with { Length = movable[i].Stretch.Length })
            where to != movable[i].Stretch.Start
            from rest in Plans(request, movable[(i + 1)..], many - 1)
            select rest.Prepend((movable[i], to)).ToList();
    }

    private static bool Holds(SlotRequest request, ImmutableArray<Movable> movable, Instant start, List<(Movable Entry, Instant To)> plan)
    {
        var moved = Moved(request, plan);
        var meeting = new Stretch(start, start + request.Length);
        foreach (var (entry, to) in plan)
        {
            var stretch = new Stretch(to, to + entry.Stretch.Length);
            foreach (var person in moved.People.Where(p => entry.Attendees.Contains(p.Key)))
            {
                if (stretch.Overlaps(meeting) || !person.Hours!.Covers(stretch))
                    return false;
                if (person.Busy.Any(b => b.Key != entry.Key && b.Stretch.Overlaps(stretch)))
                    return false;
            }
        }

        return PlainSlots.IsSlot(moved, start);
    }

    private static SlotRequest Moved(SlotRequest request, List<(Movable Entry, Instant To)> plan) =>
        request with
        {
            People =
            [
                .. request.People.Select(p =>
                    p with
                    {
                        Busy =
                        [
                            .. p.Busy.Select(b =>
                                plan.Where(m => m.Entry.Key == b.Key)
                                    .Select(m => b with { Stretch = new Stretch(m.To, m.To + b.Stretch.Length) })
                                    .FirstOrDefault()
                                ?? b
                            ),
                        ],
                    }
                ),
            ],
        };
}
