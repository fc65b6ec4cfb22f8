using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// What people wish of every meeting, and how much what is not as wished counts.
internal partial class StoreReads
{
    public IReadOnlyDictionary<UserId, ImmutableArray<KeptWish>> KeptWishes(IReadOnlyCollection<UserId> who)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return Db
            .KeptWishes.AsNoTracking()
            .Where(w => wanted.Contains(w.UserId) && w.EndedById == null)
            .AsEnumerable()
            .GroupBy(w => w.UserId)
            .ToDictionary(g => new UserId(g.Key), g => g.OrderBy(w => w.Kind).Select(WishStore.Wish).ToImmutableArray());
    }

    public SlotWeights SlotWeights() =>
        Db
            .SlotWeights.AsNoTracking()
            .Where(w => w.EndedById == null)
            .AsEnumerable()
            .Where(w => Enum.IsDefined(w.Term))
            .Aggregate(Core.Slots.SlotWeights.Usual, (all, w) => all.With(w.Term, w.Value));
}
