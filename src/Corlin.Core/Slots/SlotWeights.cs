using System.Collections.Immutable;

namespace Corlin.Core.Slots;

/// <summary>What makes a slot worse, each with a weight.</summary>
public enum SlotTerm
{
    NotKnown,
    NotThere,
    OptionalMissing,
    NoGo,
    OverPencilled,
    Protected,
    TooFar,
    OverHold,
    Loosened,
    FullDay,
    EdgeOfDay,
    Lunch,
    NoBreathing,
    NotTended,

    /// <summary>For each occurrence of a series that does not suit.</summary>
    OccurrenceMissed,
    NoBreak,

    /// <summary>For each early or late hour that somebody had more than who had the fewest.</summary>
    HadBefore,
}

/// <summary>How much each term counts against a slot. What a slot costs is the sum of those that apply.</summary>
public sealed class SlotWeights
{
    /// <summary>No term weighs more.</summary>
    public const int Most = 100;

    /// <summary>As they are where nobody says otherwise, in the order of the terms.</summary>
    public static SlotWeights Usual { get; } = new([60, 50, 40, 35, 30, 30, 25, 20, 18, 15, 12, 10, 8, 8, 8, 6, 4]);

    private readonly ImmutableArray<int> weights;

    private SlotWeights(ImmutableArray<int> weights) => this.weights = weights;

    public static ImmutableArray<SlotTerm> Terms { get; } = [.. Enum.GetValues<SlotTerm>()];

    /// <summary>From 0, where it does not count, to <see cref="Most"/>.</summary>
    public int this[SlotTerm term] => weights[(int)term];

    /// <exception cref="ArgumentOutOfRangeException">There is no such term, or it would weigh less than nothing or more than the most.</exception>
    public SlotWeights With(SlotTerm term, int weight)
    {
        if (!Enum.IsDefined(term) || weight is < 0 or > Most)
            throw new ArgumentOutOfRangeException(nameof(weight), weight, term.ToString());
        return new SlotWeights(weights.SetItem((int)term, weight));
    }
}
