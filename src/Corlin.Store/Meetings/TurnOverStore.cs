using Corlin.Application.Ports;
using Corlin.Core.Meetings;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Meetings that somebody is asked to organise.</summary>
internal sealed class TurnOverStore(ChangeSession session) : ITurnOverStore
{
    private CorlinDb Db => session.Db;

    public void Offer(TurnOverOffer offer)
    {
        if (session.TurnOverOf(offer.Meeting) is { } before)
            End(before);
        Add(offer);
    }

    public void End(TurnOverOffer offer)
    {
        foreach (var row in Db.TurnOvers.Where(t => t.Id == offer.Id && t.EndedById == null))
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
        session.RaiseMain(offer.To);
    }

    private void Add(TurnOverOffer offer)
    {
        Db.TurnOvers.Add(
            new TurnOverRow
            {
                EntryId = offer.Meeting.Value,
                FromId = offer.From.Value,
                ToId = offer.To.Value,
                ById = offer.By.Value,
                Stays = offer.Stays,
                Note = offer.Note,
                At = offer.At,
                KeptById = session.Current.Id,
            }
        );
        Db.SaveChanges();
        session.RaiseMain(offer.To);
    }

    /// <summary>What the change offered is offered no more, what it ended is offered again.</summary>
    internal void RestoreTurnOvers(long change) =>
        session.RestoreKept(KeptLines.TurnOvers, change, row => End(StoreReads.ToCore(row)), row => Add(StoreReads.ToCore(row)));
}
