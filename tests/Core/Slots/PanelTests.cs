using System.Collections.Immutable;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>Many meetings in one search, held against trying everything.</summary>
public sealed class PanelTests
{
    private static readonly Gen<(SlotRequest Request, ImmutableArray<SlotCandidate> Candidates)> AnyPanels = Gen.Select(
            SlotWishTests.Requests,
            Gen.Select(SlotWishTests.Stretches(48, 200), SlotWishTests.Stretches(48, 60)).Array[1, 3]
        )
        .Select(
            (request, some) =>
                (
                    request with
                    {
                        Step = Duration.FromHours(1),
                    },
                    some.Select((c, i) => new SlotCandidate($"c{i}", StretchSet.Of([c.Item1]), StretchSet.Of([c.Item2]))).ToImmutableArray()
                )
        );

    /// <summary>Some hours of one day that suit the others, of which each candidate has a few.</summary>
    private static readonly Gen<(SlotRequest Request, ImmutableArray<SlotCandidate> Candidates)> NarrowPanels = Gen.Select(
            SlotWishTests.Requests,
            Gen.Int[1, 255].Array[2, 5],
            Gen.Int[0, 1]
        )
        .Select(
            (request, hours, breathing) =>
            {
                var from = request.Span.Start;
                return (
                    new SlotRequest(new Stretch(from, from + Duration.FromHours(8)), Duration.FromHours(1), Duration.FromHours(1), [])
                    {
                        Breathing = breathing == 0 ? null : new BreathingWish(Duration.FromMinutes(30)),
                    },
                    hours
                        .Select(
                            (mask, c) =>
                                new SlotCandidate(
                                    $"c{c}",
                                    StretchSet.Of(
                                        Enumerable
                                            .Range(0, 8)
                                            .Where(h => (mask >> h & 1) != 0)
                                            .Select(h => new Stretch(from + Duration.FromHours(h), from + Duration.FromHours(h + 1)))
                                    ),
                                    StretchSet.Empty
                                )
                        )
                        .ToImmutableArray()
                );
            }
        );

    private static readonly Gen<(SlotRequest Request, ImmutableArray<SlotCandidate> Candidates)> Panels = Gen.OneOf(
        AnyPanels,
        NarrowPanels
    );

    private static Duration Apart(SlotRequest request) => request.Breathing?.Around ?? Duration.Zero;

    /// <summary>Where each can be met, nobody else being there.</summary>
    private static List<Stretch>[] Open(SlotRequest request, ImmutableArray<SlotCandidate> candidates)
    {
        var slots = PlainSlots
            .Grid(request)
            .Where(s => PlainSlots.IsSlot(request, s))
            .Select(s => new Stretch(s, s + request.Length))
            .ToList();
        return [.. candidates.Select(c => slots.Where(s => c.Hours.Covers(s) && !c.Taken.Overlaps(s)).ToList())];
    }

    private static bool Clear(SlotRequest request, Stretch one, Stretch other) =>
        one.Start >= other.End + Apart(request) || other.Start >= one.End + Apart(request);

    [Fact]
    public void The_most_candidates_are_placed() =>
        Panels.Sample(
            p =>
            {
                var (asked, candidates) = p;
                var starts = Open(asked, candidates);
                int Best(int from, ImmutableArray<Stretch> there) =>
                    from == starts.Length
                        ? there.Length
                        : starts[from]
                            .Where(s => there.All(t => Clear(asked, s, t)))
                            .Select(s => Best(from + 1, there.Add(s)))
                            .Append(Best(from + 1, there))
                            .Max();
                var plan = Panel.Place(asked, candidates);
                Assert.Equal(Best(0, []), plan.Length);
                Assert.Equal(candidates.Where((_, i) => starts[i].Count > 0).Select(c => c.Key).ToHashSet(), Panel.Ever(asked, candidates));
                Assert.All(plan.Zip(plan.Skip(1)), two => Assert.True(two.Second.Stretch.Start >= two.First.Stretch.End + Apart(asked)));
                Assert.All(plan, p => Assert.Contains(p.Stretch, starts[int.Parse(p.Key[1..])]));
                Assert.True(Panel.Holds(asked, candidates, plan, []));
            },
            iter: 300
        );

    [Fact]
    public void The_longest_run_is_placed_without_a_gap() =>
        Panels.Sample(
            p =>
            {
                var (asked, candidates) = p;
                var starts = Open(asked, candidates);
                var grid = PlainSlots.Grid(asked).ToList();
                int Longest(Instant at, ImmutableArray<int> met) =>
                    Enumerable
                        .Range(0, starts.Length)
                        .Where(c => !met.Contains(c) && starts[c].Any(s => s.Start == at))
                        .Select(c => 1 + Next(at, met.Add(c)))
                        .Append(0)
                        .Max();
                int Next(Instant at, ImmutableArray<int> met) =>
                    grid.Find(g => g >= at + asked.Length + Apart(asked)) is var next && next > at ? Longest(next, met) : 0;
                var plan = Panel.Place(asked, candidates, new PanelWish(InOneRun: true));
                Assert.Equal(grid.Select(g => Longest(g, [])).Append(0).Max(), plan.Length);
                Assert.All(plan.Zip(plan.Skip(1)), two =>
                    Assert.Equal(grid.Find(g => g >= two.First.Stretch.End + Apart(asked)), two.Second.Stretch.Start)
                );
                Assert.All(plan, p => Assert.Contains(p.Stretch, starts[int.Parse(p.Key[1..])]));
                Assert.Equal(plan.Length, plan.Select(p => p.Key).Distinct().Count());
                Assert.True(Panel.Holds(asked, candidates, plan, []));
                Assert.True(plan.Length <= Panel.Place(asked, candidates).Length);
            },
            iter: 300
        );

    [Fact]
    public void The_others_keep_clear_of_what_stands() =>
        Gen.Select(Panels, Gen.Int[0, 47])
            .Sample(
                (p, hour) =>
                {
                    var (asked, candidates) = p;
                    var at = asked.Span.Start + Duration.FromHours(hour);
                    var stands = new Stretch(at, at + asked.Length);
                    foreach (var inOneRun in (bool[])[false, true])
                    {
                        var plan = Panel.Place(asked, candidates, new PanelWish(inOneRun) { Standing = [stands] });
                        Assert.All(plan, o => Assert.True(Clear(asked, o.Stretch, stands)));
                        Assert.True(Panel.Holds(asked, candidates, plan, [stands]));
                    }

                    // A plan holds only where each time would have been open, and no two meet.
                    var starts = Open(asked, candidates);
                    var free = new Stretch(at, at + asked.Length);
                    Assert.Equal(
                        starts[0].Contains(free),
                        Panel.Holds(asked, candidates, [new Placed("c0", free)], []) && PlainSlots.Grid(asked).Contains(at)
                    );
                    Assert.False(Panel.Holds(asked, candidates, [new Placed("c0", free), new Placed("c0", free)], []));
                    Assert.False(Panel.Holds(asked, candidates, [new Placed("nobody", free)], []));
                },
                iter: 60
            );

    [Fact]
    public void Who_is_required_elsewhere_is_met_by_their_own_rules() =>
        SlotWishTests.Requests.Sample(
            request =>
            {
                var asked = request with { Step = Duration.FromHours(1), Needs = [] };
                var one = asked.People[^1];
                var others = asked with { People = asked.People.RemoveAt(asked.People.Length - 1) };
                var both = asked with { People = asked.People.SetItem(asked.People.Length - 1, one with { Need = Need.Required }) };
                var plan = Panel.Place(others, [SlotCandidate.Of(one, others)]);
                var first = PlainSlots.Grid(both).Where(s => PlainSlots.IsSlot(both, s)).Select(s => (Instant?)s).FirstOrDefault();
                Assert.Equal(first, plan.Select(p => (Instant?)p.Stretch.Start).FirstOrDefault());
            },
            iter: 100
        );

    [Fact]
    public void No_more_than_can_be_placed_at_once_are_asked() =>
        Assert.Throws<ArgumentException>(() =>
            Panel.Place(
                SlotWishTests.Requests.Single(),
                [.. Enumerable.Range(0, Panel.Most + 1).Select(i => new SlotCandidate($"c{i}", StretchSet.Empty, StretchSet.Empty))]
            )
        );
}
