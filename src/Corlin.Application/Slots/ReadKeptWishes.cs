using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using NodaTime;

namespace Corlin.Application.Slots;

/// <param name="Value">Days as bits from 1 for Monday, a minute of the day, or minutes, as its kind has it; else 0.</param>
/// <param name="Always">Whether it rules a slot out; else it only makes it worse.</param>
public sealed record KeptWishView(KeptWishKind Kind, int Value, bool Always)
{
    public static KeptWishView Of(KeptWish wish) => new(wish.Kind, wish.Value, wish.Weight == Weight.Forbid);

    public KeptWish ToWish() => new(Kind, Value, Always ? Weight.Forbid : Weight.Cost);
}

/// <summary>What somebody wishes of every meeting, for who speaks for them: others learn only that they are not free.</summary>
/// <param name="Who">The public id of whose wishes they are.</param>
public sealed record ReadKeptWishes(UserId Viewer, string Who, Instant Now)
{
    public IReadOnlyList<KeptWishView> Run(ICalendarReads store)
    {
        var who = new Viewing(store, Viewer, Now).MustSpeakFor(Who);
        return [.. store.KeptWishes([who.Id]).GetValueOrDefault(who.Id, []).OrderBy(w => w.Kind).Select(KeptWishView.Of)];
    }
}
