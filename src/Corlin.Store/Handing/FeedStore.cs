using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Links by which programs read calendars.</summary>
internal sealed class FeedStore(ChangeSession session) : IFeedStore
{
    private CorlinDb Db => session.Db;

    public void Save(Feed feed, string keyHash)
    {
        Db.Feeds.Add(FeedMapping.ToRow(feed, keyHash, session.Current.Id));
        Db.SaveChanges();
    }

    public void End(Feed feed)
    {
        foreach (var row in Db.Feeds.Where(f => f.Id == feed.Id && f.EndedById == null))
            row.EndedById = session.Current.Id;
        Db.SaveChanges();
    }

    public void Noted(Feed feed)
    {
        var row = Db.Feeds.Single(f => f.Id == feed.Id);
        (row.ReadAt, row.ReadWith) = (feed.ReadAt, feed.ReadWith);
        Db.SaveChanges();
    }

    internal void RestoreFeeds(long change) =>
        session.RestoreKept(
            KeptLines.Feeds,
            change,
            row => End(FeedMapping.ToCore(row)),
            row => Save(FeedMapping.ToCore(row), row.KeyHash)
        );
}
