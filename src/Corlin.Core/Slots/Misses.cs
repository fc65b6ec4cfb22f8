using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Somebody required who cannot come, and why.</summary>
public sealed record Hindrance(string Person, ImmutableArray<Obstacle> Why)
{
    /// <summary>How long before their hours it begins; zero where it does not, or where no hours are near.</summary>
    public Duration Early { get; init; }

    /// <summary>How long after their hours it ends; zero where it does not, or where no hours are near.</summary>
    public Duration Late { get; init; }
}

/// <summary>A start that is no slot for some of those required.</summary>
/// <param name="Hindered">In the order of the people; empty where it is a slot.</param>
public sealed record NearMiss(Stretch Stretch, ImmutableArray<Hindrance> Hindered);

/// <summary>What comes nearest where nothing fits.</summary>
public static class Misses
{
    private const int OfAKind = 2;
    private const int Repeated = 100;
    private static readonly Duration Nearby = Duration.FromHours(6);

    /// <summary>
    /// The starts that suit all but the fewest of those required, in time order: the slots themselves where there are any. Rules that are
    /// nobody's in particular hold for each.
    /// </summary>
    public static ImmutableArray<NearMiss> Least(SlotRequest request)
    {
        var work = new SlotWork(request);
        var (open, counts) = Failing(work);
        if (open.Count == 0)
            return [];
        var least = open.Min(n => counts[n]);
        return [.. open.Where(n => counts[n] == least).Select(n => At(work, work.Grid[n]))];
    }

    /// <summary>
    /// The starts that come nearest to suiting everyone required and differ from each other: few people, and little of each, stand in the
    /// way. Starts that are slots are left out; nearest first.
    /// </summary>
    /// <param name="reader">By whose clock days are told.</param>
    public static ImmutableArray<NearMiss> Nearest(SlotWork work, DateTimeZone reader, int most)
    {
        var (open, counts) = Failing(work);
        var near = open.Where(n => counts[n] > 0)
            .GroupBy(n => reader.ToLocal(work.Grid[n]).Date)
            // One person more weighs more than anything of one.
            .SelectMany(day => day.GroupBy(n => counts[n]).MinBy(g => g.Key)!)
            .Select(n => At(work, work.Grid[n]))
            .Select(m => (Miss: m, Weight: m.Hindered.Sum(Weight)));
        // What stands in the way differs too: the third of a kind weighs more.
        return
        [
            .. InOrder(
                    Differing
                        .Pick(InOrder(near), m => m.Miss.Stretch.Start, reader, most * OfAKind * 2)
                        .GroupBy(m => string.Join(' ', m.Miss.Hindered.Select(h => $"{h.Person}:{string.Join(',', h.Why)}")))
                        .SelectMany(kind => kind.Select(Again))
                )
                .Take(most)
                .Select(m => m.Miss),
        ];
    }

    /// <summary>What stands in the way of those required at one start, on the grid or not.</summary>
    public static NearMiss Of(SlotWork work, Instant start) => At(work, start);

    private static IEnumerable<(NearMiss Miss, int Weight)> InOrder(IEnumerable<(NearMiss Miss, int Weight)> misses) =>
        misses.OrderBy(m => m.Miss.Hindered.Length).ThenBy(m => m.Weight).ThenBy(m => m.Miss.Stretch.Start);

    private static (NearMiss Miss, int Weight) Again((NearMiss Miss, int Weight) miss, int before) =>
        before < OfAKind ? miss : (miss.Miss, miss.Weight + Repeated);

    /// <summary>The starts that break no rule which is nobody's in particular, and for how many required each is no slot.</summary>
    private static (List<int> Open, int[] Counts) Failing(SlotWork work)
    {
        var counts = new int[work.Grid.Count];
        foreach (var person in work.Required)
        {
            foreach (var start in StartBits.Of(person.Bad, work.Grid).Numbers())
                counts[start]++;
        }

        return ([.. work.Open().Numbers()], counts);
    }

    /// <summary>How much stands in the way of somebody.</summary>
    private static int Weight(Hindrance hindered) =>
        hindered.Why.Sum(obstacle =>
            obstacle switch
            {
                Obstacle.Away => 150,
                Obstacle.OutOfHours when hindered.Early + hindered.Late is var by && by > Duration.Zero => (int)
                    Math.Min(120, by.TotalMinutes / 2),
                Obstacle.OutOfHours => 140,
                Obstacle.Taken => 45,
                Obstacle.Protected => 60,
                Obstacle.TooFar => 30,
                _ => 15,
            }
        );

    private static NearMiss At(SlotWork work, Instant start)
    {
        var stretch = new Stretch(start, start + work.Request.Length);
        return new NearMiss(stretch, [.. work.Required.Where(p => p.Bad.Contains(start)).Select(p => Hindered(p, stretch))]);
    }

    private static Hindrance Hindered(PersonStarts person, Stretch stretch)
    {
        // Of hours on another day nothing is said.
        var (early, late) = (Duration.Zero, Duration.Zero);
        var least = Duration.MaxValue;
        foreach (var hours in person.Hours.Near(new Stretch(stretch.Start - Nearby, stretch.End + Nearby)))
        {
            var (before, after) = (Beyond(hours.Start - stretch.Start), Beyond(stretch.End - hours.End));
            if (before + after < least)
                (early, late, least) = (before, after, before + after);
        }

        return new Hindrance(person.Person.Key, [.. person.ObstaclesAt(stretch.Start)]) { Early = early, Late = late };
    }

    private static Duration Beyond(Duration by) => Duration.Max(by, Duration.Zero);
}
