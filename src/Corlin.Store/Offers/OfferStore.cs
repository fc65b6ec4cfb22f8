using Corlin.Application.Ports;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Offers: each state before and after is kept, and taken back by an undo.</summary>
internal sealed class OfferStore(ChangeSession session) : IOfferStore
{
    private CorlinDb Db => session.Db;

    public void Save(Offer offer) => Become(offer.PublicId, offer);

    public void Key(Offer offer, int reader, string keyHash)
    {
        var row = Db.OfferKeys.SingleOrDefault(k => k.Offer == offer.PublicId && k.Reader == reader);
        if (row is null)
            Db.OfferKeys.Add(
                new OfferKeyRow
                {
                    Offer = offer.PublicId,
                    Reader = reader,
                    KeyHash = keyHash,
                }
            );
        else
            row.KeyHash = keyHash;
        Db.SaveChanges();
    }

    /// <summary>Gives offers back their state before the change.</summary>
    internal void RestoreOffers(long change)
    {
        foreach (var line in Db.OfferHistory.Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList())
        {
            if (!States.Stands(Db.Offers.SingleOrDefault(o => o.PublicId == line.PublicId), line.After))
                throw new RefusedException(RefusalKind.ChangedSince);
            Become(line.PublicId, line.Before is null ? null : OfferMapping.ToCore(States.Read<OfferRow>(line.Before)));
        }
    }

    /// <param name="after">Null where there is none any more.</param>
    private void Become(string publicId, Offer? after)
    {
        var row = Db.Offers.SingleOrDefault(o => o.PublicId == publicId);
        var before = States.WriteOrNone(row);
        var owner = after?.Owner ?? new(row!.OwnerId);
        if (after is null)
            Db.Offers.Remove(row!);
        else
        {
            if (row is null)
                Db.Offers.Add(
                    row = new OfferRow
                    {
                        PublicId = publicId,
                        HoldRequest = after.HoldRequest,
                        Said = "",
                    }
                );
            OfferMapping.Apply(after, row);
        }

        Db.SaveChanges();
        Db.OfferHistory.Add(
            new OfferHistoryRow
            {
                ChangeId = session.Current.Id,
                PublicId = publicId,
                Before = before,
                After = after is null ? null : States.Write(row),
            }
        );
        session.RaiseMain(owner);
    }
}
