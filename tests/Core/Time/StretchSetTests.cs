using Corlin.Core.Time;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>Sets of time against the plainest model there is: which of sixty minutes are in.</summary>
public class StretchSetTests
{
    private const int Minutes = 60;

    private static readonly Gen<Stretch> Stretches = Gen.Int[0, Minutes - 1]
        .SelectMany(from => Gen.Int[from, Minutes].Select(to => new Stretch(At(from), At(to))));

    private static readonly Gen<StretchSet> Sets = Stretches.List[0, 8].Select(StretchSet.Of);

    [Fact]
    public void A_set_keeps_order_and_has_a_gap_between_any_two() =>
        Sets.Sample(set =>
            set.Stretches.All(s => !s.IsEmpty) && set.Stretches.Zip(set.Stretches.Skip(1)).All(pair => pair.First.End < pair.Second.Start)
        );

    [Fact]
    public void Union_intersection_and_difference_are_those_of_the_minutes() =>
        Gen.Select(Sets, Sets)
            .Sample(
                (a, b) =>
                {
                    var (left, right) = (Bits(a), Bits(b));
                    Assert.Equal(left.Union(right).Order(), Bits(a.Union(b)).Order());
                    Assert.Equal(left.Intersect(right).Order(), Bits(a.Intersect(b)).Order());
                    Assert.Equal(left.Except(right).Order(), Bits(a.Except(b)).Order());
                }
            );

    [Fact]
    public void Covering_and_overlapping_are_those_of_the_minutes() =>
        Gen.Select(Sets, Stretches)
            .Sample(
                (set, stretch) =>
                {
                    var wanted = Bits(StretchSet.Of([stretch]));
                    var has = Bits(set);
                    Assert.Equal(wanted.All(has.Contains), set.Covers(stretch));
                    Assert.Equal(wanted.Any(has.Contains), set.Overlaps(stretch));
                }
            );

    [Fact]
    public void What_only_touches_is_one_in_a_set_and_does_not_overlap()
    {
        var first = new Stretch(At(0), At(10));
        var second = new Stretch(At(10), At(20));
        Assert.False(first.Overlaps(second));
        Assert.Equal([new Stretch(At(0), At(20))], StretchSet.Of([second, first]).Stretches.AsEnumerable());
    }

    [Fact]
    public void A_stretch_cannot_end_before_it_starts() => Assert.Throws<ArgumentException>(() => new Stretch(At(2), At(1)));

    private static Instant At(int minute) => Instant.FromUnixTimeSeconds(minute * 60);

    private static HashSet<int> Bits(StretchSet set) => [.. Enumerable.Range(0, Minutes).Where(m => set.Contains(At(m)))];
}
