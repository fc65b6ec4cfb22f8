using Corlin.Core.Meetings;
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

    /// <summary>What the change posted stands no more, what it ended stands again, as new lines of what was.</summary>
    private void RestoreAbsences(long change)
    {
        var rows = Db.Absences.Where(a => a.KeptById == change || a.EndedById == change).ToList();
        if (rows.Any(r => r.EndedById is { } by && by != change)) throw new RefusedException(RefusalKind.ChangedSince);
        foreach (var row in rows.Where(r => r.EndedById is null)) End(ToCore(row));
        foreach (var row in rows.Where(r => r.EndedById == change)) Save(ToCore(row));
    }
}
