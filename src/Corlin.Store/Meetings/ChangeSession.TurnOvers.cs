using Corlin.Core.Meetings;
using Corlin.Store.Model;

namespace Corlin.Store;

// Meetings that somebody is asked to organise.
internal sealed partial class ChangeSession
{
    public void Offer(TurnOverOffer offer)
    {
        if (TurnOverOf(offer.Meeting) is { } before)
            End(before);
        Add(offer);
    }

    public void End(TurnOverOffer offer)
    {
        foreach (var row in Db.TurnOvers.Where(t => t.Id == offer.Id && t.EndedById == null))
            row.EndedById = Current.Id;
        Db.SaveChanges();
        RaiseMain(offer.To);
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
                KeptById = Current.Id,
            }
        );
        Db.SaveChanges();
        RaiseMain(offer.To);
    }

    /// <summary>What the change offered is offered no more, what it ended is offered again.</summary>
    private void RestoreTurnOvers(long change) =>
        RestoreKept(KeptLines.TurnOvers, change, row => End(ToCore(row)), row => Add(ToCore(row)));
}
