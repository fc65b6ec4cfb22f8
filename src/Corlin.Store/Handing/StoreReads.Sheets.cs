using Corlin.Core.Calendars;
using Corlin.Core.Sheets;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Day sheets.
internal partial class StoreReads
{
    public SheetWish? SheetWish(UserId owner) =>
        Db.SheetWishes.AsNoTracking().FirstOrDefault(w => w.OwnerId == owner.Value && w.EndedById == null) is { } row
            ? SheetMapping.ToCore(row)
            : null;

    public IReadOnlyList<SheetWish> SheetsByThemselves(int limit) =>
        [
            .. Db
                .SheetWishes.AsNoTracking()
                .Where(w => w.At != null && w.EndedById == null)
                .OrderBy(w => w.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(SheetMapping.ToCore),
        ];

    public IReadOnlyList<HandedSheet> HandedSheets(UserId owner, LocalDate from, LocalDate until, int limit) =>
        [
            .. Db
                .HandedSheets.AsNoTracking()
                .Where(h => h.OwnerId == owner.Value && h.EndedById == null && h.Until > from && h.First < until)
                .OrderByDescending(h => h.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(SheetMapping.ToCore),
        ];
}
