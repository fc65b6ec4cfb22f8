using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Calendars that somebody keeps beside their main one.</summary>
internal sealed class CalendarStore(ChangeSession session) : ICalendarStore
{
    private CorlinDb Db => session.Db;

    public CalendarId Add(UserId owner, string name)
    {
        var row = new CalendarRow
        {
            PublicId = PublicIds.New(),
            OwnerId = owner.Value,
            Name = name,
            Main = true,
        };
        Db.Calendars.Add(row);
        Db.SaveChanges();
        return new CalendarId(row.Id);
    }

    public CalendarId OfOutside(UserId organiser)
    {
        var known = Db.Calendars.Where(c => c.OwnerId == organiser.Value && !c.Main).Select(c => c.Id).FirstOrDefault();
        if (known != 0)
            return new CalendarId(known);
        var row = new CalendarRow
        {
            PublicId = PublicIds.New(),
            OwnerId = organiser.Value,
            Name = "",
        };
        Db.Calendars.Add(row);
        Db.SaveChanges();
        return new CalendarId(row.Id);
    }

    public FurtherCalendar Save(FurtherCalendar calendar)
    {
        var kept = calendar.Calendar.Value == 0 ? WithCalendar(calendar) : calendar;
        EndRows(kept);
        Db.Further.Add(
            new FurtherRow
            {
                CalendarId = kept.Calendar.Value,
                OwnerId = kept.Owner.Value,
                Name = kept.Name,
                Counts = kept.Counts,
                KeptById = session.Current.Id,
            }
        );
        session.RaiseMain(kept.Owner);
        return kept;
    }

    public void Remove(FurtherCalendar calendar)
    {
        EndRows(calendar);
        session.RaiseMain(calendar.Owner);
    }

    private FurtherCalendar WithCalendar(FurtherCalendar calendar)
    {
        var row = new CalendarRow
        {
            PublicId = PublicIds.New(),
            OwnerId = calendar.Owner.Value,
            Name = calendar.Name,
        };
        Db.Calendars.Add(row);
        Db.SaveChanges();
        return calendar with { Calendar = new CalendarId(row.Id), PublicId = row.PublicId };
    }

    private void EndRows(FurtherCalendar calendar)
    {
        foreach (
            var row in Db.Further.Where(f =>
                f.OwnerId == calendar.Owner.Value && f.EndedById == null && f.CalendarId == calendar.Calendar.Value
            )
        )
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
    }

    /// <summary>What the change kept is as it was before, as new lines of what was.</summary>
    internal void RestoreFurther(long change)
    {
        var rows = Db.Further.Where(f => f.KeptById == change || f.EndedById == change).ToList();
        foreach (var calendar in rows.GroupBy(r => r.CalendarId))
        {
            var kept = calendar.FirstOrDefault(r => r.KeptById == change);
            var made = kept is null ? null : KeptLines.Further.Stands(Db, kept) ?? throw new RefusedException(RefusalKind.ChangedSince);
            var before = calendar.FirstOrDefault(r => r.EndedById == change && r.KeptById != change);
            if (made is null && Db.Further.Any(f => f.CalendarId == calendar.Key && f.EndedById == null))
                throw new RefusedException(RefusalKind.ChangedSince);
            if (before is not null)
                Save(ToCore(before));
            else if (made is not null)
                Remove(ToCore(made));
        }
    }

    private FurtherCalendar ToCore(FurtherRow row) =>
        new(
            new CalendarId(row.CalendarId),
            Db.Calendars.Single(c => c.Id == row.CalendarId).PublicId,
            new UserId(row.OwnerId),
            row.Name,
            row.Counts
        );
}
