using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Times that differ for who chooses among them: on another day, or hours apart.</summary>
public static class Differing
{
    /// <summary>Two starts of one day differ from so far apart on.</summary>
    public static readonly Duration Apart = Duration.FromHours(3);

    /// <param name="reader">By whose clock days are told.</param>
    public static bool Differ(Instant one, Instant other, DateTimeZone reader) =>
        Duration.Max(one - other, other - one) >= Apart || reader.ToLocal(one).Date != reader.ToLocal(other).Date;

    /// <summary>
    /// The same slots with some first that differ from each other, best first. The rest follows as it stood.
    /// </summary>
    /// <param name="slots">Best first.</param>
    /// <param name="many">How many differ at most.</param>
    public static ImmutableArray<Slot> First(ImmutableArray<Slot> slots, DateTimeZone reader, int many)
    {
        var first = Pick(slots, s => s.Stretch.Start, reader, many);
        return [.. first, .. slots.Except(first)];
    }

    /// <summary>Of some that stand best first those that differ from all picked before.</summary>
    internal static List<T> Pick<T>(IEnumerable<T> bestFirst, Func<T, Instant> at, DateTimeZone reader, int many)
    {
        var picked = new List<T>();
        foreach (var one in bestFirst)
        {
            if (picked.Count == many)
                break;
            if (picked.TrueForAll(p => Differ(at(p), at(one), reader)))
                picked.Add(one);
        }

        return picked;
    }
}
