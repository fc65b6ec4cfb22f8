using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Somebody required who cannot come, and why.</summary>
public sealed record Hindrance(string Person, ImmutableArray<Obstacle> Why);

/// <summary>A start that is no slot for some of those required.</summary>
/// <param name="Hindered">In the order of the people; empty where it is a slot.</param>
public sealed record NearMiss(Stretch Stretch, ImmutableArray<Hindrance> Hindered);

/// <summary>What comes nearest where nothing fits.</summary>
public static class Misses
{
    /// <summary>
    /// The starts that suit all but the fewest of those required, in time order: the slots themselves where there are any. Rules that are
    /// nobody's in particular hold for each.
    /// </summary>
    public static ImmutableArray<NearMiss> Least(SlotRequest request)
    {
        var work = new SlotWork(request);
        var counts = new int[work.Grid.Count];
        foreach (var person in work.Required)
        {
            foreach (var start in StartBits.Of(person.Bad, work.Grid).Numbers())
                counts[start]++;
        }

        var open = work.Open().Numbers().ToList();
        if (open.Count == 0)
            return [];
        var least = open.Min(n => counts[n]);
        return [.. open.Where(n => counts[n] == least).Select(n => At(work, work.Grid[n]))];
    }

    private static NearMiss At(SlotWork work, Instant start) =>
        new(
            new Stretch(start, start + work.Request.Length),
            [.. work.Required.Where(p => p.Bad.Contains(start)).Select(p => new Hindrance(p.Person.Key, [.. p.ObstaclesAt(start)]))]
        );
}
