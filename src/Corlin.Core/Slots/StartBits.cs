using System.Numerics;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>The starts that a search tries: every step from the start of the span, as long as the meeting lies in it.</summary>
internal readonly record struct StartGrid
{
    private readonly long step;
    private readonly Instant last;

    /// <param name="request">Its span, step and length make the grid.</param>
    public StartGrid(SlotRequest request)
    {
        From = request.Span.Start;
        step = request.Step.ToInt64Nanoseconds();
        var room = (request.Span.Length - request.Length).ToInt64Nanoseconds();
        Count = room < 0 ? 0 : (int)(room / step) + 1;
        last = this[Math.Max(0, Count - 1)];
    }

    /// <summary>The first start.</summary>
    public Instant From { get; }

    /// <summary>How many starts there are; none where the meeting is longer than the span.</summary>
    public int Count { get; }

    /// <summary>The moment of a start by its number.</summary>
    public Instant this[int start] => From + Duration.FromNanoseconds(start * step);

    /// <summary>The number of the first start at or after a moment, at most <see cref="Count"/>.</summary>
    public int FirstAt(Instant moment)
    {
        if (moment <= From)
            return 0;
        return moment > last ? Count : (int)(((moment - From).ToInt64Nanoseconds() + step - 1) / step);
    }
}

/// <summary>One bit for each start that a search tries.</summary>
internal sealed class StartBits(int count)
{
    private const int Wide = 64;
    private readonly ulong[] words = new ulong[(count + Wide - 1) / Wide];

    /// <summary>Whether a start is in, by its number.</summary>
    public bool this[int start] => (words[start / Wide] >> (start % Wide) & 1) != 0;

    /// <summary>The starts of a grid that lie in a set.</summary>
    public static StartBits Of(StretchSet starts, StartGrid grid)
    {
        var bits = new StartBits(grid.Count);
        foreach (var stretch in starts.Stretches)
            bits.Add(grid.FirstAt(stretch.Start), grid.FirstAt(stretch.End));
        return bits;
    }

    /// <summary>Every start.</summary>
    public static StartBits All(int count)
    {
        var bits = new StartBits(count);
        bits.Add(0, count);
        return bits;
    }

    /// <summary>From one number up to, and without, another.</summary>
    public void Add(int from, int to)
    {
        for (var at = from; at < to; )
        {
            var (word, bit) = (at / Wide, at % Wide);
            var many = Math.Min(Wide - bit, to - at);
            words[word] |= (many == Wide ? ulong.MaxValue : (1UL << many) - 1) << bit;
            at += many;
        }
    }

    /// <summary>Takes out what is in the others.</summary>
    public void Remove(StartBits others)
    {
        for (var i = 0; i < words.Length; i++)
            words[i] &= ~others.words[i];
    }

    /// <summary>Takes out what is not in the others.</summary>
    public void Keep(StartBits others)
    {
        for (var i = 0; i < words.Length; i++)
            words[i] &= others.words[i];
    }

    /// <summary>Puts in what is in the others.</summary>
    public void Join(StartBits others)
    {
        for (var i = 0; i < words.Length; i++)
            words[i] |= others.words[i];
    }

    /// <summary>The same, to be changed apart.</summary>
    public StartBits Copy()
    {
        var copy = new StartBits(count);
        words.CopyTo(copy.words, 0);
        return copy;
    }

    /// <summary>How many are in.</summary>
    public int Count() => words.Sum(BitOperations.PopCount);

    /// <summary>The numbers of the starts that are in, in order.</summary>
    public IEnumerable<int> Numbers()
    {
        for (var i = 0; i < words.Length; i++)
        {
            for (var left = words[i]; left != 0; left &= left - 1)
                yield return (i * Wide) + BitOperations.TrailingZeroCount(left);
        }
    }
}
