using System.Collections.Immutable;
using Corlin.Core.Time;

namespace Corlin.Core.Slots;

/// <summary>Something that costs at some of the slots.</summary>
/// <param name="Starts">At which of them.</param>
/// <param name="Missing">The key of the optional person who cannot come then, or null.</param>
internal sealed record SlotMark(SlotReason Reason, int Cost, StartBits Starts, string? Missing);

/// <summary>What costs at the slots of a request.</summary>
internal static class SlotMarks
{
    /// <summary>Of everyone, the heaviest first; of the same weight in the order of the people.</summary>
    /// <param name="slots">The starts that are asked about.</param>
    public static ImmutableArray<SlotMark> Of(SlotWork work, StartBits slots) =>
        [.. work.People.SelectMany(p => Of(p, work, slots)).OrderByDescending(m => m.Cost)];

    private static IEnumerable<SlotMark> Of(PersonStarts own, SlotWork work, StartBits slots)
    {
        var left = slots.Copy();
        foreach (var (reason, starts) in Missed(own, work, left))
            yield return new SlotMark(
                new SlotReason(reason, own.Person.Key),
                work.Request.Weights[SlotTerm.OptionalMissing],
                starts,
                own.Person.Key
            );
        foreach (var (reason, cost, starts) in own.Costs)
        {
            var at = StartBits.Of(starts, work.Grid);
            at.Keep(left);
            var times = reason == SlotReasonKind.HadBefore ? own.Person.EdgesHad : 0;
            yield return new SlotMark(new SlotReason(reason, own.Person.Key) { Times = times }, cost, at, null);
        }
    }

    /// <summary>Where somebody cannot come, each start once, with the first thing that is said of it.</summary>
    /// <param name="left">What is asked about; the starts at which they cannot come are taken off.</param>
    private static IEnumerable<(SlotReasonKind Reason, StartBits Starts)> Missed(PersonStarts own, SlotWork work, StartBits left)
    {
        if (own.Person.Need == Need.Required)
            yield break;
        foreach (var (obstacle, starts) in own.Obstacles)
        {
            var at = StartBits.Of(starts, work.Grid);
            at.Keep(left);
            left.Remove(at);
            if (own.Person.Need == Need.Counted)
                continue;
            if (obstacle == Obstacle.OutOfHours)
            {
                var dayOff = DayOff(own, work, at);
                yield return (SlotReasonKind.OptionalDayOff, dayOff);
                at.Remove(dayOff);
            }

            yield return (WhyMissing(obstacle), at);
        }
    }

    /// <summary>The starts out of hours whose meeting would touch hours, if the day were not off.</summary>
    private static StartBits DayOff(PersonStarts own, SlotWork work, StartBits outOfHours)
    {
        var length = work.Request.Length;
        var off = StartBits.Of(Starts.Overlapping(own.Person.Days?.HoursIfOpen ?? StretchSet.Empty, length), work.Grid);
        off.Keep(outOfHours);
        off.Remove(StartBits.Of(Starts.Overlapping(own.Hours, length), work.Grid));
        return off;
    }

    private static SlotReasonKind WhyMissing(Obstacle obstacle) =>
        obstacle switch
        {
            Obstacle.Away => SlotReasonKind.OptionalAway,
            Obstacle.Taken => SlotReasonKind.OptionalTaken,
            Obstacle.OutOfHours => SlotReasonKind.OptionalOutOfHours,
            Obstacle.Protected => SlotReasonKind.OptionalProtected,
            Obstacle.Elsewhere => SlotReasonKind.OptionalElsewhere,
            Obstacle.NoLunch or Obstacle.FullDay => SlotReasonKind.OptionalTooMuch,
            _ => SlotReasonKind.OptionalNoTime,
        };
}
