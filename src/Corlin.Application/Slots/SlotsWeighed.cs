using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;

namespace Corlin.Application.Slots;

/// <summary>How much each thing counts against a free slot, the heaviest first.</summary>
/// <param name="MayChange">Whether the viewer is an administrator.</param>
public sealed record SlotWeightsView(IReadOnlyList<SlotWeightView> Terms, int Most, bool MayChange);

/// <param name="Words">"lunch falls away"</param>
public sealed record SlotWeightView(SlotTerm Term, string Words, int Weight, int Usual);

/// <summary>Everybody may know why slots rank as they do.</summary>
public sealed record ReadSlotWeights(UserId Viewer)
{
    public SlotWeightsView Run(ICalendarReads store)
    {
        var weights = store.SlotWeights();
        return new SlotWeightsView(
            [.. SlotWeights.Terms.Select(t => new SlotWeightView(t, English.Term(t), weights[t], SlotWeights.Usual[t]))],
            SlotWeights.Most,
            store.IsAdministrator(Viewer)
        );
    }
}

/// <summary>Says how much one thing counts against a free slot, for everybody. An administrator does.</summary>
/// <param name="Stood">What it weighed when that was edited: what somebody else said meanwhile is not written over.</param>
[Change(ChangeKind.SlotsWeighed, "said how free slots are weighed", MayTakeBack.ByAdministrators)]
public sealed record WeighSlots(UserId Actor, SlotTerm Term, int Stood, int Weight) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (!Enum.IsDefined(Term) || Weight is < 0 or > SlotWeights.Most)
            throw new RefusedException(RefusalKind.BadInput, "weight", $"{Weight}");
        var stands = session.SlotWeights();
        if (stands[Term] != Stood)
            throw new RefusedException(RefusalKind.ChangedSince, "weight");
        var change = session.Begin(ChangeKind.SlotsWeighed, Actor, Actor, null);
        session.WishStore.Weigh(Term, Weight);
        return change;
    }
}
