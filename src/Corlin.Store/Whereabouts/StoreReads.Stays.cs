using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Where somebody is.
internal partial class StoreReads
{
    public IReadOnlyList<Stay> Stays(IReadOnlyCollection<UserId> who, LocalDate from, LocalDate until)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .Stays.AsNoTracking()
                .Where(s => wanted.Contains(s.UserId) && s.EndedById == null && (s.Last == null || s.Last >= from) && s.First < until)
                .OrderBy(s => s.Id)
                .AsEnumerable()
                .Select(StayMapping.ToCore),
        ];
    }

    public Stay? Stay(long id) =>
        Db.Stays.AsNoTracking().SingleOrDefault(s => s.Id == id && s.EndedById == null) is { } row ? StayMapping.ToCore(row) : null;

    public long LastStayChange(UserId who)
    {
        var rows = Db.Stays.Where(s => s.UserId == who.Value);
        return Math.Max(rows.Max(s => s.KeptById) ?? 0, rows.Max(s => s.EndedById) ?? 0);
    }

    public IReadOnlyList<(Stay Stay, UserId By)> StaysChangedSince(UserId who, long change, LocalDate from, LocalDate until, UserId butBy)
    {
        var rows = Db
            .Stays.AsNoTracking()
            .Where(s =>
                s.UserId == who.Value
                && (s.Last == null || s.Last >= from)
                && s.First < until
                && (s.KeptById > change || s.EndedById > change)
            )
            .ToList();
        var changes = rows.SelectMany(r => new[] { r.KeptById, r.EndedById }).OfType<long>().Where(c => c > change).Distinct().ToArray();
        var actors = Db
            .Changes.AsNoTracking()
            .Where(c => changes.Contains(c.Id) && c.ActorId != butBy.Value)
            .ToDictionary(c => c.Id, c => new UserId(c.ActorId));
        return
        [
            .. from row in rows
            from id in new[] { row.EndedById, row.KeptById }
            where id is { } of && actors.ContainsKey(of)
            select (StayMapping.ToCore(row), actors[id!.Value]),
        ];
    }
}
