using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>What makes a slot worse for somebody who can come.</summary>
internal static class SlotCosts
{
    private static readonly Duration NoEdges = Duration.FromHours(20);

    /// <summary>What costs wherever it is so, beside the wishes: of each the starts at which it is so.</summary>
    public static IEnumerable<(SlotReasonKind Reason, int Cost, StretchSet Starts)> Of(PersonStarts own, SlotRequest request)
    {
        var (person, length, everywhere) = (own.Person, request.Length, StretchSet.Of([request.Reach]));
        var weights = request.Weights;
        if (!person.Known)
            return [(SlotReasonKind.NotKnown, weights[SlotTerm.NotKnown], everywhere)];
        // Around the clock there is no first hour.
        var days = StretchSet.Of(own.OwnHours.Stretches.Where(h => h.Length < NoEdges));
        var first = Starts.AtTheBeginning(days, WorkingHours.EdgeOfDay);
        var beyond = person.Loosened == Duration.Zero ? StretchSet.Empty : everywhere.Except(Starts.Within(own.OwnHours, length));
        var last = Starts.AtTheEnd(days, length, WorkingHours.EdgeOfDay).Except(first).Except(beyond);
        var pencilled = Starts.Overlapping(own.Pencilled, length);
        var costs = new List<(SlotReasonKind Reason, int Cost, StretchSet Starts)>
        {
            (SlotReasonKind.NotThere, weights[SlotTerm.NotThere], Starts.Overlapping(person.NotThere, length)),
            (SlotReasonKind.NoGo, weights[SlotTerm.NoGo], Starts.Overlapping(person.NoGo, length)),
            (SlotReasonKind.Loosened, weights[SlotTerm.Loosened], beyond),
            (SlotReasonKind.FirstHour, weights[SlotTerm.EdgeOfDay], first.Except(beyond)),
            (SlotReasonKind.LastHour, weights[SlotTerm.EdgeOfDay], last),
            (SlotReasonKind.NoBreak, weights[SlotTerm.NoBreak], Starts.Touching(own.Firm, length)),
        };
        if (More(person, request) is > 0 and var more)
            costs.Add((SlotReasonKind.HadBefore, weights[SlotTerm.HadBefore] * more, first.Union(last).Union(beyond)));
        if (request.Pencilled == Weight.Cost)
        {
            costs.Add((SlotReasonKind.OverPencilled, weights[SlotTerm.OverPencilled], pencilled));
            costs.Add((SlotReasonKind.OverHold, weights[SlotTerm.OverHold], Starts.Overlapping(own.Held, length).Except(pencilled)));
        }

        if (person.TendedUntil is { } until)
            costs.Add(
                (
                    SlotReasonKind.NotTended,
                    weights[SlotTerm.NotTended],
                    StretchSet.Of([Starts.Stretch(Instant.Max(until, request.Reach.Start), request.Reach.End)])
                )
            );
        return costs;
    }

    /// <summary>How many more early or late hours somebody had than who had the fewest of those who have hours at all.</summary>
    private static int More(SlotPerson person, SlotRequest request) =>
        person.EdgesHad == 0
            ? 0
            : person.EdgesHad - request.People.Where(p => p is { IsResource: false, Hours: not null }).Min(p => p.EdgesHad);
}

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

    /// <summary>All of them, in their order.</summary>
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
