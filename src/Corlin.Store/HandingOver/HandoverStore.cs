using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>What assistants leave to one another.</summary>
internal sealed class HandoverStore(ChangeSession session) : IHandoverStore
{
    private CorlinDb Db => session.Db;

    public Handover Save(Handover handover)
    {
        var row = HandoverMapping.ToRow(handover, session.Current.Id);
        Db.Handovers.Add(row);
        Db.SaveChanges();
        row.Number = row.Id;
        foreach (var item in handover.Items)
            Add(HandoverMapping.ToRow(item, row.Number, session.Current.Id));
        RaiseBoth(row);
        return session.Handover(row.Number)!;
    }

    public void SaveItem(Handover handover, HandoverItem item)
    {
        foreach (
            var row in Db.HandoverItems.Where(i => i.HandoverNumber == handover.Number && i.Number == item.Number && i.EndedById == null)
        )
            row.EndedById = session.Current.Id;
        Add(HandoverMapping.ToRow(item, handover.Number, session.Current.Id));
        RaiseBoth(HandoverMapping.ToRow(handover, session.Current.Id));
    }

    public void TakeBack(Handover handover)
    {
        var row = Db.Handovers.Single(h => h.Number == handover.Number && h.EndedById == null);
        row.EndedById = session.Current.Id;
        RaiseBoth(row);
    }

    private void Add(HandoverItemRow row)
    {
        Db.HandoverItems.Add(row);
        Db.SaveChanges();
        if (row.Number == 0)
            row.Number = row.Id;
    }

    /// <summary>Both wait at their own screens.</summary>
    private void RaiseBoth(HandoverRow handover)
    {
        session.RaiseMain(new UserId(handover.AwayId));
        session.RaiseMain(new UserId(handover.CoverId));
    }

    /// <summary>What the change made ends, what it ended stands again, as new rows of what was.</summary>
    internal void RestoreHandovers(long change)
    {
        session.RestoreKept(
            KeptLines.Handovers,
            change,
            row =>
            {
                row.EndedById = session.Current.Id;
                RaiseBoth(row);
            },
            row =>
            {
                Db.Handovers.Add(HandoverMapping.ToRow(HandoverMapping.ToCore(row, []), session.Current.Id));
                RaiseBoth(row);
            }
        );

        // The items of a handover come and go with it.
        foreach (var pair in Db.HandoverItems.Where(i => i.EndedById == change || i.KeptById == change).ToList().GroupBy(i => i.Number))
        {
            if (pair.FirstOrDefault(i => i.EndedById == change) is not { } before)
                continue;
            if (pair.FirstOrDefault(i => i.KeptById == change) is not { EndedById: null } made)
                throw new RefusedException(RefusalKind.ChangedSince);
            if (session.Handover(before.HandoverNumber) is { } stands)
                SaveItem(stands, stands.Items.Single(i => i.Number == made.Number) with { Note = before.Note, Back = before.Back });
        }
    }
}
