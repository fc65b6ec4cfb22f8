using Corlin.Core.Meetings;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

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
        foreach (var row in Db.Stays.Where(s => s.Id == stay.Id && s.EndedById == null)) row.EndedById = Current.Id;
        Db.SaveChanges();
        RaiseMain(stay.Who);
    }

    private void RestoreStays(long change) =>
        RestoreKept(Db.Stays.Where(s => s.KeptById == change || s.EndedById == change).ToList(), change, row => End(StayMapping.ToCore(row)), row => Save(StayMapping.ToCore(row)));

    /// <summary>What the change kept stands no more, what it ended stands again, as new lines of what was.</summary>
    private static void RestoreKept<TRow>(List<TRow> rows, long change, Action<TRow> end, Action<TRow> keep)
        where TRow : IKeptRow
    {
        if (rows.Any(r => r.EndedById is { } by && by != change)) throw new RefusedException(RefusalKind.ChangedSince);
        foreach (var row in rows.Where(r => r.EndedById is null).ToList()) end(row);
        foreach (var row in rows.Where(r => r.EndedById == change)) keep(row);
    }
}
