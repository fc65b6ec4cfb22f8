using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Times that are offered to people outside.
internal partial class StoreReads
{
    public IReadOnlyList<Offer> OffersOf(IReadOnlyCollection<UserId> owners, Instant endedSince, int limit)
    {
        var wanted = owners.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .Offers.AsNoTracking()
                .Where(o => wanted.Contains(o.OwnerId) && o.Until >= endedSince)
                .OrderBy(o => o.Until)
                .ThenBy(o => o.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(OfferMapping.ToCore),
        ];
    }

    public Offer? Offer(string publicId) =>
        Db.Offers.AsNoTracking().SingleOrDefault(o => o.PublicId == publicId) is { } row ? OfferMapping.ToCore(row) : null;

    public Offer? OfferOfHolds(string request) =>
        Db.Offers.AsNoTracking().SingleOrDefault(o => o.HoldRequest == request) is { } row ? OfferMapping.ToCore(row) : null;

    public (Offer Offer, int Reader)? OfferOfKey(string keyHash) =>
        Db.OfferKeys.AsNoTracking().SingleOrDefault(k => k.KeyHash == keyHash) is { } key && Offer(key.Offer) is { } offer
            ? (offer, key.Reader)
            : null;

    public IReadOnlyList<string> OffersDue(Instant now, int limit) =>
        [
            .. Db
                .Offers.AsNoTracking()
                .Where(o => o.State == OfferState.Open && o.Until <= now)
                .OrderBy(o => o.Until)
                .Take(limit)
                .Select(o => o.PublicId),
        ];
}
