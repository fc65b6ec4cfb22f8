using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>A link by which a program reads a calendar; its key is told to nobody again.</summary>
/// <param name="Reader">Whose program it is.</param>
/// <param name="Most">outline or headline.</param>
/// <param name="Read">"Read today at 09:40 by Lightning/115", or that it never was.</param>
/// <param name="Stopped">Why it tells nothing now; null where it does.</param>
/// <param name="MayRenew">Whether the viewer gets another link to it.</param>
public sealed record FeedView(
    long Id,
    string Reader,
    string MadeBy,
    Sight Most,
    bool Private,
    int Days,
    string Read,
    string? Stopped,
    bool MayRenew
);

/// <param name="MayMake">Whether the viewer may have a program of their own read it.</param>
/// <param name="MayTellPrivate">Whether that can tell them what is private there.</param>
/// <param name="Outside">Those outside for whose programs the viewer may make a link.</param>
public sealed record FeedsView(bool MayMake, bool MayTellPrivate, IReadOnlyList<PersonView> Outside, IReadOnlyList<FeedView> Feeds);

/// <summary>The links by which programs read a calendar: to who speaks for its owner all of them, to anybody else their own.</summary>
/// <param name="Owner">The public id of whose calendar it is.</param>
public sealed record ReadFeeds(UserId Viewer, string Owner, Instant Now)
{
    public FeedsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Owner) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Owner);
        if (!viewing.RightsOn([owner.Id]).TryGetValue(owner.Id, out var rights))
            rights = Rights.None;
        var speaks = owner.Id == Viewer || rights.MaySpeakFor;
        var feeds = store.FeedsOf(owner.Id).Where(f => speaks || f.By == Viewer).ToList();
        var people = viewing.Users(feeds.SelectMany(f => new[] { f.Reader, f.By }));
        return new FeedsView(
            rights.Sight > Sight.Nothing,
            rights.PrivateSight > Sight.Outline,
            speaks ? Outside(viewing, owner) : [],
            [.. feeds.Select(f => View(viewing, f, people))]
        );
    }

    /// <summary>Who holds something there, is outside and is known to the viewer.</summary>
    private static List<PersonView> Outside(Viewing viewing, CalendarUser owner)
    {
        var holders = viewing
            .Store.GrantsIn([owner.Id])
            .Where(g => g.HoldsAt(viewing.Now) && g.Sight > Sight.Nothing)
            .Select(g => g.Receiver)
            .OfType<UserId>()
            .Distinct()
            .ToList();
        var people = viewing.Users(holders);
        return
        [
            .. holders
                .Select(h => people[h])
                .Where(p => p is { Inside: false, Kind: UserKind.Person, PublicId.Length: > 0 })
                .OrderBy(p => p.Name, StringComparer.Ordinal)
                .Select(viewing.View),
        ];
    }

    private FeedView View(Viewing viewing, Feed feed, IReadOnlyDictionary<UserId, CalendarUser> people) =>
        new(
            feed.Id,
            people[feed.Reader].Name,
            people[feed.By].Name,
            feed.Most,
            feed.Private,
            feed.Days,
            Read(viewing, feed),
            Stopped(viewing.Store, feed, people),
            !feed.IsForSelf || feed.By == Viewer
        );

    private static string Read(Viewing viewing, Feed feed)
    {
        if (feed.ReadAt is not { } at)
            return "Not read yet";
        var local = viewing.Zone.ToLocal(at);
        var with = feed.ReadWith is { } program ? $" by {program}" : "";
        return $"Read {English.NearDay(local.Date, viewing.Today)} at {English.Time(local.TimeOfDay)}{with}";
    }

    private string? Stopped(ICalendarReads store, Feed feed, IReadOnlyDictionary<UserId, CalendarUser> people)
    {
        if (!Feeds.IsHeld(store, feed, Now))
            return $"{people[feed.By].Name} made it and no longer speaks for the owner. Renew the link for it to go on.";
        return Feeds.Seen(store, feed.Reader, feed.Owner, Now) == Sight.Nothing
            ? $"{people[feed.Reader].Name} may see nothing of this calendar now."
            : null;
    }
}
