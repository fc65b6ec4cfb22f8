using Corlin.Core.Whereabouts;
using Corlin.Store.Model;

namespace Corlin.Store;

// Who is away.
internal sealed partial class ChangeSession
{
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
            KeptById = current?.Id,
        };
        Db.Absences.Add(row);
        RaiseMain(absence.Who);
        Db.SaveChanges();
        return ToCore(row);
    }

    public void End(Absence absence)
    {
        foreach (var row in Db.Absences.Where(a => a.Id == absence.Id && a.EndedById == null))
            row.EndedById = Current.Id;
        Db.SaveChanges();
        RaiseMain(absence.Who);
    }

    private void RestoreAbsences(long change) => RestoreKept(KeptLines.Absences, change, row => End(ToCore(row)), row => Save(ToCore(row)));
}
