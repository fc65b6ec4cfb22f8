using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Sheets;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>How day sheets are made, and those that were handed out.</summary>
internal sealed class SheetStore(ChangeSession session) : ISheetStore
{
    private CorlinDb Db => session.Db;

    public void Say(SheetWish wish)
    {
        End(wish.Owner.Value);
        Db.SheetWishes.Add(SheetMapping.ToRow(wish, session.Current.Id));
        session.RaiseMain(wish.Owner);
    }

    public void Hand(HandedSheet sheet)
    {
        Db.HandedSheets.Add(SheetMapping.ToRow(sheet, session.Current.Id));
        session.RaiseMain(sheet.Owner);
    }

    /// <summary>What the change said is said no more, what it ended is said again; what it handed out was not.</summary>
    internal void Restore(long change)
    {
        session.RestoreKept(KeptLines.SheetWishes, change, row => Ended(row), row => Say(SheetMapping.ToCore(row)));
        session.RestoreKept(
            KeptLines.HandedSheets,
            change,
            row =>
            {
                row.EndedById = session.Current.Id;
                session.RaiseMain(new UserId(row.OwnerId));
            },
            row => Hand(SheetMapping.ToCore(row))
        );
    }

    private void End(long owner)
    {
        foreach (var row in Db.SheetWishes.Where(w => w.OwnerId == owner && w.EndedById == null))
            Ended(row);
    }

    private void Ended(SheetWishRow row)
    {
        row.EndedById = session.Current.Id;
        session.RaiseMain(new UserId(row.OwnerId));
    }
}
