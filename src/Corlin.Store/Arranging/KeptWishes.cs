using Corlin.Core.Slots;

namespace Corlin.Store.Model;

/// <summary>One of the things that somebody wishes of every meeting.</summary>
internal sealed class KeptWishRow
{
    public long Id { get; set; }
    public long UserId { get; set; }
    public KeptWishKind Kind { get; set; }
    public int Value { get; set; }
    public Weight Weight { get; set; }

    /// <summary>The change that said it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that said it no more, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>How much something counts against a free slot, where that was ever said.</summary>
internal sealed class SlotWeightRow
{
    public long Id { get; set; }
    public SlotTerm Term { get; set; }
    public int Value { get; set; }

    /// <summary>The change that said it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that said otherwise, or null.</summary>
    public long? EndedById { get; set; }
}
