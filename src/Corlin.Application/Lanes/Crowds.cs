using System.Collections.Immutable;
using Corlin.Application.Wording;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>A lane on which more stands at one time than can be drawn: the first are told, of the others how many there are.</summary>
internal static class Crowds
{
    /// <summary>So many at one time are told.</summary>
    public const int Most = 24;

    /// <summary>The entries that are told, and the others.</summary>
    public static (ImmutableArray<LaneEntry> Told, IReadOnlyList<LaneEntry> Left) Thin(Lane lane)
    {
        if (lane.Entries.Length <= Most)
            return (lane.Entries, []);
        var standing = new PriorityQueue<LaneEntry, Instant>();
        var told = ImmutableArray.CreateBuilder<LaneEntry>();
        var left = new List<LaneEntry>();
        foreach (var entry in lane.Entries)
        {
            while (standing.TryPeek(out _, out var end) && end <= entry.Told.Stretch.Start)
                standing.Dequeue();
            if (standing.Count >= Most)
            {
                left.Add(entry);
                continue;
            }

            standing.Enqueue(entry, entry.Told.Stretch.End);
            told.Add(entry);
        }

        return left.Count == 0 ? (lane.Entries, []) : (told.ToImmutable(), left);
    }

    /// <summary>"476 more at 10:00 on Tuesday 9 March"; null where all are told.</summary>
    public static string? Words(Viewing viewing, IReadOnlyList<LaneEntry> left)
    {
        if (left.Count == 0)
            return null;
        var first = viewing.Zone.ToLocal(left[0].Told.Stretch.Start);
        return $"{left.Count} more from {English.Day(first.Date)}, {English.Time(first.TimeOfDay)} on, too many to be drawn";
    }
}
