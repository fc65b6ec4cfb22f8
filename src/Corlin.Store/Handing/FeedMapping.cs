using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Model;

namespace Corlin.Store.Mapping;

internal static class FeedMapping
{
    public static Feed ToCore(FeedRow row) =>
        new(row.Id, new UserId(row.OwnerId), new UserId(row.ReaderId), new UserId(row.ById), row.Most, row.Private, row.Days, row.MadeAt)
        {
            ReadAt = row.ReadAt,
            ReadWith = row.ReadWith,
        };

    public static FeedRow ToRow(Feed feed, string keyHash, long change) =>
        new()
        {
            OwnerId = feed.Owner.Value,
            ReaderId = feed.Reader.Value,
            ById = feed.By.Value,
            KeyHash = keyHash,
            Most = feed.Most,
            Private = feed.Private,
            Days = feed.Days,
            MadeAt = feed.MadeAt,
            ReadAt = feed.ReadAt,
            ReadWith = feed.ReadWith,
            KeptById = change,
        };
}
