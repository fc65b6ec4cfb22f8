using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Core.Watch;

/// <summary>Something on a lane that takes its owner's time.</summary>
/// <param name="Key">What tells it from the others for the caller.</param>
public sealed record Standing<T>(T Key, Stretch Stretch, TimeTaken Takes);

/// <summary>Two that want the same time.</summary>
public sealed record Clash<T>(Standing<T> First, Standing<T> Second, Stretch Shared);

/// <summary>Finds what wants the same time on one lane.</summary>
public static class Clashes
{
    /// <summary>The pairs on one lane that overlap, in order; what is free or only held clashes with nothing.</summary>
    public static IEnumerable<Clash<T>> On<T>(IEnumerable<Standing<T>> lane)
    {
        var open = new List<Standing<T>>();
        foreach (var next in lane.Where(s => s.Takes >= TimeTaken.Pencilled && !s.Stretch.IsEmpty).OrderBy(s => s.Stretch.Start))
        {
            open.RemoveAll(o => o.Stretch.End <= next.Stretch.Start);
            foreach (var earlier in open)
                yield return new Clash<T>(earlier, next, earlier.Stretch.Intersect(next.Stretch)!.Value);
            open.Add(next);
        }
    }
}
