using Corlin.Application.Ports;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Where somebody is.</summary>
internal sealed class StayStore(ChangeSession session) : IStayStore
{
    private CorlinDb Db => session.Db;

    public void Save(Stay stay)
    {
        var row = StayMapping.ToRow(stay, session.CurrentId);
        Db.Stays.Add(row);
        session.RaiseMain(stay.Who);
    }

    public void End(Stay stay)
    {
        foreach (var row in Db.Stays.Where(s => s.Id == stay.Id && s.EndedById == null))
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
        session.RaiseMain(stay.Who);
    }

    internal void RestoreStays(long change) =>
        session.RestoreKept(KeptLines.Stays, change, row => End(StayMapping.ToCore(row)), row => Save(StayMapping.ToCore(row)));
}
