using Corlin.Core.Access;
using Corlin.Store.Mapping;

namespace Corlin.Store;

// Links by which programs read calendars.
internal sealed partial class ChangeSession
{
    public void Save(Feed feed, string keyHash)
    {
        Db.Feeds.Add(FeedMapping.ToRow(feed, keyHash, Current.Id));
        Db.SaveChanges();
    }

    public void End(Feed feed)
    {
        foreach (var row in Db.Feeds.Where(f => f.Id == feed.Id && f.EndedById == null))
            row.EndedById = Current.Id;
        Db.SaveChanges();
    }

    public void Noted(Feed feed)
    {
        var row = Db.Feeds.Single(f => f.Id == feed.Id);
        (row.ReadAt, row.ReadWith) = (feed.ReadAt, feed.ReadWith);
        Db.SaveChanges();
    }

    private void RestoreFeeds(long change) =>
        RestoreKept(KeptLines.Feeds, change, row => End(FeedMapping.ToCore(row)), row => Save(FeedMapping.ToCore(row), row.KeyHash));
}
