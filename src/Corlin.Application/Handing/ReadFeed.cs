using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>A calendar as a feed tells it: what stands in it, and what time is taken.</summary>
public sealed record FeedContent(SharedLane Lane, BusyTimes Busy);

/// <summary>What a feed tells its reader now, from today on in the zone of whose calendar it is.</summary>
/// <param name="Viewer">The reader.</param>
/// <param name="Calendar">The public id of whose calendar it is.</param>
/// <param name="Most">Outline or Headline.</param>
/// <param name="Private">Whether private entries are told to a reader who may know them.</param>
public sealed record ReadFeed(UserId Viewer, string Calendar, Sight Most, bool Private, int Days, Instant Now)
{
    private const int MostEntries = 5_000;

    public FeedContent Run(ICalendarReads store)
    {
        if (Most is not (Sight.Outline or Sight.Headlines))
            throw new RefusedException(RefusalKind.BadInput, "most", Most.ToString());
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Calendar) ?? throw new RefusedException(RefusalKind.NotFound);
        var (shared, lane, span) = SharedLanes.Of(viewing, owner, new SharedPart(Days, null, Most, Private, MostEntries))
            ?? throw new RefusedException(RefusalKind.NotFound);
        return new FeedContent(shared, ReadBusy.Of(lane, span));
    }
}

/// <param name="Id">By which it is noted that it was read.</param>
/// <param name="By">Who made it.</param>
/// <param name="Note">Whether that was noted last a while ago, or never.</param>
public sealed record OpenedFeed(long Id, UserId By, bool Note, FeedContent Content);

/// <summary>What stands behind the key of a link.</summary>
public sealed record OpenFeed(string Key, Instant Now)
{
    private static readonly Duration NotedEvery = Duration.FromMinutes(5);

    /// <exception cref="RefusedException">No feed ever had that key, or it has ended; or its reader may know nothing of the calendar
    /// now.</exception>
    public OpenedFeed Run(ICalendarReads store)
    {
        if (store.FeedOfKey(KeyHash.Of(Key)!) is not { } found)
            throw new RefusedException(RefusalKind.NotFound);
        if (!found.Stands || !Feeds.IsHeld(store, found.Feed, Now))
            throw new RefusedException(RefusalKind.FeedEnded);
        var feed = found.Feed;
        try
        {
            var content = new ReadFeed(
                feed.Reader,
                store.Users([feed.Owner])[feed.Owner].PublicId,
                feed.Most,
                feed.Private,
                feed.Days,
                Now
            ).Run(store);
            return new OpenedFeed(feed.Id, feed.By, feed.ReadAt is not { } last || Now - last > NotedEvery, content);
        }
        catch (RefusedException)
        {
            throw new RefusedException(RefusalKind.FeedEnded);
        }
    }
}
