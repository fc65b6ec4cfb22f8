using Corlin.Application.Ports;
using Corlin.Core.Whereabouts;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Who is away.</summary>
internal sealed class AbsenceStore(ChangeSession session) : IAbsenceStore
{
    private CorlinDb Db => session.Db;

    public Absence Save(Absence absence)
    {
        var row = new AbsenceRow
        {
            UserId = absence.Who.Value,
            Start = absence.Stretch.Start,
            End = absence.Stretch.End,
            CoversId = absence.Covers?.Value,
            Reason = absence.Reason,
            Kind = absence.Kind,
            TextInside = absence.TextInside,
            TextOutside = absence.TextOutside,
            Invitations = absence.Invitations,
            ReasonTo = absence.ReasonTo,
            ById = absence.By?.Value,
            OriginId = absence.Origin == 0 ? null : absence.Origin,
            KeptById = session.CurrentId,
        };
        Db.Absences.Add(row);
        session.RaiseMain(absence.Who);
        Db.SaveChanges();
        return StoreReads.ToCore(row);
    }

    public void End(Absence absence)
    {
        foreach (var row in Db.Absences.Where(a => a.Id == absence.Id && a.EndedById == null))
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
        session.RaiseMain(absence.Who);
    }

    internal void RestoreAbsences(long change) =>
        session.RestoreKept(KeptLines.Absences, change, row => End(StoreReads.ToCore(row)), row => Save(StoreReads.ToCore(row)));
}
