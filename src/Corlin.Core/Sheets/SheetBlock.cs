using System.Collections.Immutable;

namespace Corlin.Core.Sheets;

/// <summary>What can stand under an entry of a day sheet.</summary>
public enum SheetBlock
{
    Joining,
    People,
    Agenda,
    Papers,
    LastTime,
}

/// <summary>In which order it stands there.</summary>
public static class SheetOrder
{
    /// <summary>Where nothing was said.</summary>
    public static readonly ImmutableArray<SheetBlock> Usual =
    [
        SheetBlock.Joining,
        SheetBlock.People,
        SheetBlock.Agenda,
        SheetBlock.Papers,
        SheetBlock.LastTime,
    ];

    /// <summary>An order as the numbers of its blocks, one after another: "20134".</summary>
    public static string Numbers(IEnumerable<SheetBlock> order) => string.Concat(order.Select(b => (int)b));

    /// <summary>What such numbers say, whether it is sound or not.</summary>
    public static ImmutableArray<SheetBlock> Of(string numbers) => [.. numbers.Select(n => (SheetBlock)(n - '0'))];

    /// <summary>Whether each block is in it, once.</summary>
    public static bool IsSound(IReadOnlyCollection<SheetBlock> order) => order.Order().SequenceEqual(Usual.Order());
}
