using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// What assistants leave to one another.
internal partial class StoreReads
{
    public IReadOnlyList<Handover> HandoversOf(UserId who, LocalDate lastFrom, int limit)
    {
        // Two questions, each answered by its index.
        var given = Db
            .Handovers.AsNoTracking()
            .Where(h => h.AwayId == who.Value && h.EndedById == null && h.Last >= lastFrom)
            .OrderBy(h => h.Last)
            .Take(limit)
            .ToList();
        var taken = Db
            .Handovers.AsNoTracking()
            .Where(h => h.CoverId == who.Value && h.EndedById == null && h.Last >= lastFrom)
            .OrderBy(h => h.Last)
            .Take(limit)
            .ToList();
        return WithItems([.. given.Concat(taken).OrderBy(h => h.First).ThenBy(h => h.Number)]);
    }

    public Handover? Handover(long number) =>
        WithItems([.. Db.Handovers.AsNoTracking().Where(h => h.Number == number && h.EndedById == null)]).SingleOrDefault();

    private IReadOnlyList<Handover> WithItems(IReadOnlyList<HandoverRow> rows)
    {
        if (rows.Count == 0)
            return [];
        var numbers = rows.Select(r => r.Number).ToArray();
        var items = Db
            .HandoverItems.AsNoTracking()
            .Where(i => numbers.Contains(i.HandoverNumber) && i.EndedById == null)
            .ToLookup(i => i.HandoverNumber);
        return [.. rows.Select(r => HandoverMapping.ToCore(r, items[r.Number]))];
    }
}
