using Corlin.Core.Whereabouts;
using Corlin.Store.Model;

namespace Corlin.Store;

// Who is away.
internal sealed partial class ChangeSession
{
    public void Save(Absence absence)
    {
        Db.Absences.Add(new AbsenceRow
        {
            UserId = absence.Who.Value,
            Start = absence.Stretch.Start,
            End = absence.Stretch.End,
            CoversId = absence.Covers?.Value,
            Reason = absence.Reason,
            Kind = absence.Kind,
            KeptById = current?.Id,
        });
        RaiseMain(absence.Who);
    }

    public void End(Absence absence)
    {
        foreach (var row in Db.Absences.Where(a => a.Id == absence.Id && a.EndedById == null)) row.EndedById = Current.Id;
        Db.SaveChanges();
        RaiseMain(absence.Who);
    }

    private void RestoreAbsences(long change) =>
        RestoreKept(Db.Absences.Where(a => a.KeptById == change || a.EndedById == change).ToList(), change, row => End(ToCore(row)), row => Save(ToCore(row)));
}
