using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Holidays, and closures of a site.</summary>
internal sealed class DayOffStore(ChangeSession session) : IDayOffStore, INoGoStore
{
    private CorlinDb Db => session.Db;

    /// <summary>Weeks that the change kept are opened, those that it opened are kept again, as new lines of what was.</summary>
    internal void RestoreNoGo(long change) =>
        session.RestoreKept(
            KeptLines.NoGo,
            change,
            weeks =>
            {
                weeks.OpenedById = session.Current.Id;
                session.RaiseMain(new UserId(weeks.UserId));
            },
            weeks =>
            {
                Db.NoGoWeeks.Add(
                    new NoGoRow
                    {
                        UserId = weeks.UserId,
                        First = weeks.First,
                        Weeks = weeks.Weeks,
                        Words = weeks.Words,
                        KeptById = session.Current.Id,
                    }
                );
                session.RaiseMain(new UserId(weeks.UserId));
            }
        );

    public void Save(IReadOnlyList<DayOff> days)
    {
        Db.DaysOff.AddRange(
            days.Select(d => new DayOffRow
            {
                Kind = d.Kind,
                Where = d.Where,
                First = d.First,
                Until = d.Until,
                Words = d.Words,
            })
        );
        Db.SaveChanges();
    }

    public void Close(DayOff closure)
    {
        Db.DaysOff.Add(
            new DayOffRow
            {
                Kind = DayOffKind.Closure,
                Where = closure.Where,
                First = closure.First,
                Until = closure.Until,
                Words = closure.Words,
                ClosedById = session.Current.Id,
            }
        );
        session.RaiseAt(closure.Where);
    }

    public bool Open(long closure)
    {
        if (Db.DaysOff.SingleOrDefault(d => d.Id == closure && d.Kind == DayOffKind.Closure && d.OpenedById == null) is not { } row)
            return false;
        row.OpenedById = session.Current.Id;
        session.RaiseAt(row.Where);
        return true;
    }

    /// <summary>Closures that the change kept are opened, those that it opened are kept again, as new lines of what was.</summary>
    internal void RestoreClosures(long change) =>
        session.RestoreKept(
            KeptLines.Closures,
            change,
            row => Open(row.Id),
            row => Close(new DayOff(row.Kind, row.Where, row.First, row.Until, row.Words))
        );

    public void Save(NoGo weeks)
    {
        Db.NoGoWeeks.Add(
            new NoGoRow
            {
                UserId = weeks.Who.Value,
                First = weeks.First,
                Weeks = weeks.Weeks,
                Words = weeks.Words,
                KeptById = session.Current.Id,
            }
        );
        session.RaiseMain(weeks.Who);
    }

    public bool Remove(UserId who, long id)
    {
        if (Db.NoGoWeeks.SingleOrDefault(n => n.Id == id && n.UserId == who.Value && n.OpenedById == null) is not { } row)
            return false;
        row.OpenedById = session.Current.Id;
        session.RaiseMain(who);
        return true;
    }
}
