using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// Meetings that somebody is asked to organise.
internal partial class StoreReads
{
    private const int MostTurnOvers = 200;

    public IReadOnlyList<TurnOverOffer> TurnOversTo(IReadOnlyCollection<UserId> who)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return
        [
            .. Db
                .TurnOvers.AsNoTracking()
                .Where(t => t.EndedById == null && wanted.Contains(t.ToId))
                .OrderBy(t => t.Id)
                .Take(MostTurnOvers)
                .AsEnumerable()
                .Select(ToCore),
        ];
    }

    public TurnOverOffer? TurnOverOf(EntryId meeting) =>
        Db.TurnOvers.AsNoTracking().SingleOrDefault(t => t.EndedById == null && t.EntryId == meeting.Value) is { } row ? ToCore(row) : null;

    public TurnOverOffer? TurnOver(long id) =>
        Db.TurnOvers.AsNoTracking().SingleOrDefault(t => t.EndedById == null && t.Id == id) is { } row ? ToCore(row) : null;

    internal static TurnOverOffer ToCore(TurnOverRow row) =>
        new(
            row.Id,
            new EntryId(row.EntryId),
            new UserId(row.FromId),
            new UserId(row.ToId),
            new UserId(row.ById),
            row.Stays,
            row.Note,
            row.At
        );
}
