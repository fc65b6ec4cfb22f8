using System.Buffers;
using System.Collections.Immutable;
using NodaTime;

namespace Corlin.Core.Time;

/// <summary>Some time on the global line: stretches in order that neither overlap nor touch nor are empty.</summary>
public sealed class StretchSet : IEquatable<StretchSet>
{
    /// <summary>No time at all.</summary>
    public static readonly StretchSet Empty = new([]);

    private StretchSet(ImmutableArray<Stretch> stretches) => Stretches = stretches;

    /// <summary>In order; between two of them there is always a gap.</summary>
    public ImmutableArray<Stretch> Stretches { get; }

    /// <summary>Whether it has no time.</summary>
    public bool IsEmpty => Stretches.IsEmpty;

    /// <summary>Stretches in any order, overlapping or touching, as one set.</summary>
    public static StretchSet Of(IEnumerable<Stretch> stretches)
    {
        var count = 0;
        var some = stretches.TryGetNonEnumeratedCount(out var known) ? Rent(known) : Rent(16);
        foreach (var stretch in stretches)
        {
            if (stretch.IsEmpty)
                continue;
            if (count == some.Length)
                some = Larger(some);
            some[count++] = stretch;
        }

        if (!InOrder(some.AsSpan(0, count)))
            some.AsSpan(0, count).Sort(static (a, b) => a.Start.CompareTo(b.Start));
        return Merged(some, count);
    }

    /// <summary>What becomes of each stretch, which must leave their starts in order; an empty one is gone.</summary>
    public StretchSet Each(Func<Stretch, Stretch> change)
    {
        var changed = Rent(Stretches.Length);
        var count = 0;
        foreach (var stretch in Stretches)
        {
            var one = change(stretch);
            if (!one.IsEmpty)
                changed[count++] = one;
        }

        return Merged(changed, count);
    }

    // A set is worked out in a borrowed array, since only what is left of it is kept.
    private static Stretch[] Rent(int length) => ArrayPool<Stretch>.Shared.Rent(Math.Max(1, length));

    private static Stretch[] Larger(Stretch[] some)
    {
        var larger = Rent(2 * some.Length);
        some.CopyTo(larger, 0);
        ArrayPool<Stretch>.Shared.Return(some);
        return larger;
    }

    /// <param name="sorted">Borrowed, and given back. By their starts, and none is empty.</param>
    private static StretchSet Merged(Stretch[] sorted, int count)
    {
        var last = -1;
        for (var i = 0; i < count; i++)
        {
            var next = sorted[i];
            if (last >= 0 && next.Start <= sorted[last].End)
                sorted[last] = new Stretch(sorted[last].Start, Instant.Max(sorted[last].End, next.End));
            else
                sorted[++last] = next;
        }

        var set = last < 0 ? Empty : new StretchSet([.. sorted.AsSpan(0, last + 1)]);
        ArrayPool<Stretch>.Shared.Return(sorted);
        return set;
    }

    private static bool InOrder(ReadOnlySpan<Stretch> stretches)
    {
        for (var i = 1; i < stretches.Length; i++)
        {
            if (stretches[i].Start < stretches[i - 1].Start)
                return false;
        }

        return true;
    }

    /// <summary>Those of its stretches, whole, that share time with another.</summary>
    public ReadOnlySpan<Stretch> Near(Stretch other)
    {
        int low = 0,
            high = Stretches.Length;
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Stretches[middle].End <= other.Start)
                low = middle + 1;
            else
                high = middle;
        }

        var end = low;
        while (end < Stretches.Length && Stretches[end].Start < other.End)
            end++;
        return Stretches.AsSpan()[low..end];
    }

    /// <summary>What lies in either.</summary>
    public StretchSet Union(StretchSet other)
    {
        if (IsEmpty)
            return other;
        if (other.IsEmpty)
            return this;
        var count = Stretches.Length + other.Stretches.Length;
        var both = Rent(count);
        int i = 0,
            j = 0;
        for (var at = 0; at < count; at++)
        {
            var own = j == other.Stretches.Length || (i < Stretches.Length && Stretches[i].Start <= other.Stretches[j].Start);
            both[at] = own ? Stretches[i++] : other.Stretches[j++];
        }

        return Merged(both, count);
    }

    /// <summary>What lies in both.</summary>
    public StretchSet Intersect(StretchSet other)
    {
        var shared = ImmutableArray.CreateBuilder<Stretch>();
        int i = 0,
            j = 0;
        while (i < Stretches.Length && j < other.Stretches.Length)
        {
            if (Stretches[i].Intersect(other.Stretches[j]) is { } both)
                shared.Add(both);
            if (Stretches[i].End < other.Stretches[j].End)
                i++;
            else
                j++;
        }

        return new StretchSet(shared.ToImmutable());
    }

    /// <summary>The time of this set that is not in the other.</summary>
    public StretchSet Except(StretchSet other)
    {
        var left = ImmutableArray.CreateBuilder<Stretch>();
        var j = 0;
        foreach (var stretch in Stretches)
        {
            var from = stretch.Start;
            while (j < other.Stretches.Length && other.Stretches[j].End <= from)
                j++;
            for (var k = j; k < other.Stretches.Length && other.Stretches[k].Start < stretch.End; k++)
            {
                if (other.Stretches[k].Start > from)
                    left.Add(new Stretch(from, other.Stretches[k].Start));
                from = Instant.Max(from, other.Stretches[k].End);
            }

            if (from < stretch.End)
                left.Add(new Stretch(from, stretch.End));
        }

        return new StretchSet(left.ToImmutable());
    }

    /// <summary>True where every moment of the stretch is in the set; an empty stretch always is.</summary>
    public bool Covers(Stretch stretch) => stretch.IsEmpty || (Around(stretch.Start) is { } around && around.Contains(stretch));

    /// <summary>Whether a moment lies in one of them.</summary>
    public bool Contains(Instant moment) => Around(moment) is not null;

    /// <summary>The stretch of the set in which the moment lies, or null.</summary>
    public Stretch? Around(Instant moment)
    {
        int low = 0,
            high = Stretches.Length - 1;
        while (low <= high)
        {
            var middle = (low + high) / 2;
            if (Stretches[middle].Contains(moment))
                return Stretches[middle];
            if (Stretches[middle].Start > moment)
                high = middle - 1;
            else
                low = middle + 1;
        }

        return null;
    }

    /// <summary>Whether it shares time with one of them.</summary>
    public bool Overlaps(Stretch stretch) => !stretch.IsEmpty && !Near(stretch).IsEmpty;

    /// <summary>Whether the two have the same stretches.</summary>
    public bool Equals(StretchSet? other) => other is not null && Stretches.AsSpan().SequenceEqual(other.Stretches.AsSpan());

    public override bool Equals(object? obj) => Equals(obj as StretchSet);

    public override int GetHashCode() => Stretches.Aggregate(0, HashCode.Combine);
}
