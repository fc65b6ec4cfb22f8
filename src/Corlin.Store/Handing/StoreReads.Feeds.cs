using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// Links by which programs read calendars.
internal partial class StoreReads
{
    public IReadOnlyList<Feed> FeedsOf(UserId owner) =>
        [
            .. Db
                .Feeds.AsNoTracking()
                .Where(f => f.OwnerId == owner.Value && f.EndedById == null)
                .OrderBy(f => f.Id)
                .AsEnumerable()
                .Select(FeedMapping.ToCore),
        ];

    public Feed? Feed(long id) =>
        Db.Feeds.AsNoTracking().SingleOrDefault(f => f.Id == id && f.EndedById == null) is { } row ? FeedMapping.ToCore(row) : null;

    public (Feed Feed, bool Stands)? FeedOfKey(string keyHash)
    {
        // Where an end was taken back there are two of the same key, of which the later stands.
        var row = Db.Feeds.AsNoTracking().Where(f => f.KeyHash == keyHash).OrderByDescending(f => f.Id).FirstOrDefault();
        return row is null ? null : (FeedMapping.ToCore(row), row.EndedById is null);
    }
}
