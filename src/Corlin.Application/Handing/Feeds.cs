using System.Globalization;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Handing;

/// <param name="Change">With it the link can be taken back.</param>
/// <param name="Key">128 random bits and more; it is told this once and stored as a hash only.</param>
public sealed record MadeFeed(long Change, string Key);

/// <summary>Makes a link by which a program reads a calendar: a program of one's own, or that of somebody outside who may see it.</summary>
/// <param name="Most">Outline or Headline.</param>
[Change(ChangeKind.FeedMade, "made a link by which a program reads the calendar", MayTakeBack.ByWhoDidIt)]
public sealed record MakeFeed(UserId Actor, UserId Owner, UserId Reader, Sight Most, bool Private, int Days) : IChange<MadeFeed>
{
    public const int MostOfOne = 50;

    public MadeFeed Apply(IChangeSession session)
    {
        if (Most is not (Sight.Outline or Sight.Headlines))
            throw new RefusedException(RefusalKind.BadInput, "most", Most.ToString());
        if (Days is < Feed.FewestDays or > Feed.MostDays)
            throw new RefusedException(RefusalKind.BadInput, "days", Days.ToString(CultureInfo.InvariantCulture));
        Feeds.MustMake(session, Actor, Owner, Reader);
        if (session.FeedsOf(Owner).Count(f => f.By == Actor) >= MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, null, MostOfOne.ToString(CultureInfo.InvariantCulture));
        var change = session.Begin(ChangeKind.FeedMade, Actor, Owner, null);
        return new MadeFeed(change, Feeds.Keep(session, new Feed(0, Owner, Reader, Actor, Most, Private, Days, session.Now)));
    }
}

/// <summary>Gives a feed another link; the one before leads nowhere from then on.</summary>
[Change(ChangeKind.FeedRenewed, "renewed a link by which a program reads the calendar", MayTakeBack.ByWhoDidIt)]
public sealed record RenewFeed(UserId Actor, long Id) : IChange<MadeFeed>
{
    public MadeFeed Apply(IChangeSession session)
    {
        var feed = Feeds.MustFind(session, Actor, Id);
        // Who may end the feed of a colleague's program gets no link to it: they may know less than that colleague.
        if (feed.IsForSelf && feed.By != Actor)
            throw new RefusedException(RefusalKind.NotFound);
        Feeds.MustMake(session, Actor, feed.Owner, feed.Reader);
        var change = session.Begin(ChangeKind.FeedRenewed, Actor, feed.Owner, null);
        session.FeedStore.End(feed);
        return new MadeFeed(
            change,
            Feeds.Keep(session, feed with { Id = 0, By = Actor, MadeAt = session.Now, ReadAt = null, ReadWith = null })
        );
    }
}

/// <summary>Ends a feed: its link leads nowhere from then on.</summary>
[Change(ChangeKind.FeedEnded, "ended a link by which a program reads the calendar", MayTakeBack.ByWhoDidIt)]
public sealed record EndFeed(UserId Actor, long Id) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var feed = Feeds.MustFind(session, Actor, Id);
        var change = session.Begin(ChangeKind.FeedEnded, Actor, feed.Owner, null);
        session.FeedStore.End(feed);
        return change;
    }
}

/// <summary>Keeps that a program read a feed. No history tells it.</summary>
/// <param name="With">What the program calls itself, or null.</param>
public sealed record NoteFeedRead(long Id, string? With) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        if (session.Feed(Id) is not { } feed)
            return false;
        session.FeedStore.Noted(feed with { ReadAt = session.Now, ReadWith = With });
        return true;
    }
}

internal static class Feeds
{
    /// <summary>
    /// Somebody makes a link for themselves of what they may see; for somebody outside who may see it only the owner does, and who speaks
    /// for them.
    /// </summary>
    /// <exception cref="RefusedException">They may not, or the reader may see nothing.</exception>
    public static void MustMake(IChangeSession session, UserId actor, UserId owner, UserId reader)
    {
        var people = session.Users([owner, reader]);
        if (!people.ContainsKey(owner))
            throw new RefusedException(RefusalKind.PersonUnknown, "calendar");
        if (reader != actor)
        {
            session.MustSpeakFor(actor, owner);
            if (
                !people.TryGetValue(reader, out var who)
                || who is not { Inside: false, Kind: UserKind.Person }
                || !new Viewing(session, actor, session.Now).MayKnow(who)
            )
                throw new RefusedException(RefusalKind.PersonUnknown, "reader");
        }

        if (Seen(session, reader, owner, session.Now) == Sight.Nothing)
            throw new RefusedException(RefusalKind.ReaderSeesNothing, "reader", reader == actor ? null : people[reader].Name);
    }

    public static Sight Seen(ICalendarReads store, UserId reader, UserId owner, Instant now) =>
        new Viewing(store, reader, now).RightsOn([owner]).TryGetValue(owner, out var rights) ? rights.Sight : Sight.Nothing;

    /// <summary>
    /// Whether who made it could make it today: whoever may no longer speak for somebody has no use of links that they made for others.
    /// </summary>
    public static bool IsHeld(ICalendarReads store, Feed feed, Instant now) =>
        feed.IsForSelf || feed.By == feed.Owner || new Viewing(store, feed.By, now).Viewer.SpeaksFor.ContainsKey(feed.Owner);

    /// <summary>One that the actor made, or of a calendar for whose owner they speak.</summary>
    /// <exception cref="RefusedException">There is none that they may know of.</exception>
    public static Feed MustFind(IChangeSession session, UserId actor, long id) =>
        session.Feed(id) is { } feed && (feed.By == actor || session.SpeakingFor(actor, feed.Owner) is not null)
            ? feed
            : throw new RefusedException(RefusalKind.NotFound);

    /// <returns>The key.</returns>
    public static string Keep(IChangeSession session, Feed feed)
    {
        var key = PublicIds.New();
        session.FeedStore.Save(feed, KeyHash.Of(key)!);
        return key;
    }
}
