using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;

namespace Corlin.Store;

// Where somebody is.
internal sealed partial class ChangeSession
{
    public void Save(Stay stay)
    {
        var row = StayMapping.ToRow(stay, current?.Id);
        Db.Stays.Add(row);
        RaiseMain(stay.Who);
    }

    public void End(Stay stay)
    {
        foreach (var row in Db.Stays.Where(s => s.Id == stay.Id && s.EndedById == null))
            row.EndedById = Current.Id;
        Db.SaveChanges();
        RaiseMain(stay.Who);
    }

    private void RestoreStays(long change) =>
        RestoreKept(KeptLines.Stays, change, row => End(StayMapping.ToCore(row)), row => Save(StayMapping.ToCore(row)));

    /// <summary>What the change kept stands no more, what it ended stands again, as new lines of what was.</summary>
    private void RestoreKept<TRow>(KeptLine<TRow> kind, long change, Action<TRow> end, Action<TRow> keep)
        where TRow : class
    {
        // Both are read before either is written.
        var (kept, ended) = kind.Of(Db, change);
        foreach (var row in kept)
            end(kind.Stands(Db, row) ?? throw new RefusedException(RefusalKind.ChangedSince));
        foreach (var row in ended)
            keep(row);
    }
}
