namespace Corlin.Core.Text;

/// <summary>Words that are one slip of the keys apart: a letter wrong, missing, too many, or two swapped.</summary>
public static class Near
{
    /// <summary>Shorter words are too like one another.</summary>
    private const int Shortest = 4;

    /// <summary>Whether one slip makes one word of the other; equal words are near too.</summary>
    public static bool Is(string typed, string meant)
    {
        if (typed == meant)
            return true;
        if (Math.Min(typed.Length, meant.Length) < Shortest || Math.Abs(typed.Length - meant.Length) > 1)
            return false;
        var same = 0;
        while (same < typed.Length && same < meant.Length && typed[same] == meant[same])
            same++;
        var one = typed.AsSpan(same);
        var other = meant.AsSpan(same);
        if (one.Length == other.Length)
            return one[1..].SequenceEqual(other[1..])
                || (one.Length > 1 && one[0] == other[1] && one[1] == other[0] && one[2..].SequenceEqual(other[2..]));
        return one.Length > other.Length ? one[1..].SequenceEqual(other) : one.SequenceEqual(other[1..]);
    }
}
