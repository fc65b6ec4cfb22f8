using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;

namespace Corlin.Application.Slots;

/// <summary>Says anew what somebody wishes of every meeting.</summary>
/// <param name="Stood">What stood when it was edited: what somebody else changed meanwhile is not written over.</param>
/// <param name="Wishes">At most one of each kind; empty for none.</param>
[Change(ChangeKind.WishesKept, "said what is wished of every meeting", MayTakeBack.BySpeaker)]
public sealed record KeepWishes(UserId Actor, UserId InNameOf, ImmutableArray<KeptWish> Stood, ImmutableArray<KeptWish> Wishes)
    : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (Wishes.Any(w => !w.IsSound) || Wishes.DistinctBy(w => w.Kind).Count() != Wishes.Length)
            throw new RefusedException(RefusalKind.BadInput, "wishes");
        var stands = session.KeptWishes([InNameOf]).GetValueOrDefault(InNameOf, []);
        if (!stands.ToHashSet().SetEquals(Stood))
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(ChangeKind.WishesKept, Actor, InNameOf, rights.Grant);
        session.WishStore.Keep(InNameOf, Wishes);
        return change;
    }
}
