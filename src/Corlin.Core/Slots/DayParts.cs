using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Parts of days, by which slots differ for who reads them.</summary>
public static class DayParts
{
    private const int Afternoon = 12;
    private const int Evening = 17;

    /// <summary>The date and the part of it: 0 until noon, 1 until five, 2 from then on.</summary>
    public static (LocalDate Date, int Part) Of(Instant moment, DateTimeZone zone)
    {
        var local = zone.ToLocal(moment);
        return (
            local.Date,
            local.Hour < Afternoon ? 0
            : local.Hour < Evening ? 1
            : 2
        );
    }

    /// <summary>
    /// The same slots with some first that differ: the best of a part of a day each, best first. The rest follows as it stood.
    /// </summary>
    /// <param name="slots">Best first.</param>
    /// <param name="many">How many differ at most.</param>
    public static ImmutableArray<Slot> DifferentFirst(ImmutableArray<Slot> slots, DateTimeZone zone, int many)
    {
        var first = slots.DistinctBy(s => Of(s.Stretch.Start, zone)).Take(many).ToList();
        return [.. first, .. slots.Except(first)];
    }
}
