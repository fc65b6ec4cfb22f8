using Corlin.Application.Access;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.HandingOver;

/// <summary>What hangs on somebody who leaves, in numbers: who looks at it may not know more of their calendar.</summary>
/// <param name="Meetings">Those ahead that they organise and that can be offered to somebody else.</param>
/// <param name="Series">How many of them repeat.</param>
/// <param name="Private">Those ahead that are private: they are offered to nobody.</param>
/// <param name="SpeaksFor">For whom they speak.</param>
/// <param name="Kept">The rooms and groups in whose calendars they may see or do something: nobody but an administrator could decide.</param>
/// <param name="Others">In how many other calendars they may see or do something.</param>
/// <param name="Groups">The names of the groups they are in.</param>
/// <param name="Links">How many links lead to their calendar.</param>
public sealed record LeavingView(
    PersonView Who,
    int Meetings,
    int Series,
    int Private,
    IReadOnlyList<PersonView> SpeaksFor,
    IReadOnlyList<PersonView> Kept,
    int Others,
    IReadOnlyList<string> Groups,
    int Links
);

/// <summary>What hangs on somebody inside who leaves; for an administrator.</summary>
public sealed record ReadLeaving(UserId Viewer, string Who, Instant Now)
{
    public LeavingView Run(ICalendarReads store)
    {
        if (!store.IsAdministrator(Viewer))
            throw new RefusedException(RefusalKind.AdministratorsOnly);
        if (store.User(Who) is not { Inside: true, Kind: UserKind.Person } who)
            throw new RefusedException(RefusalKind.NotFound, "who");
        var viewing = new Viewing(store, Viewer, Now);
        var hangs = Hangs.On(store, who.Id, Now);
        var owners = viewing.Users(hangs.Held.Grants.Select(g => g.Owner));
        var kept = owners.Values.Where(o => o.Kind != UserKind.Person).Select(o => o.Id).ToHashSet();
        var spoken = hangs.Held.Grants.Where(g => g.Acting == Acting.SpeakFor).Select(g => g.Owner).Except(kept).ToHashSet();
        return new LeavingView(
            viewing.View(who),
            hangs.Offered.Count,
            hangs.Offered.Count(m => m.IsSeries),
            hangs.Private,
            ByName(viewing, spoken.Select(s => owners[s])),
            ByName(viewing, kept.Select(k => owners[k])),
            hangs.Held.Grants.Select(g => g.Owner).Distinct().Count(o => !spoken.Contains(o) && !kept.Contains(o)),
            [.. hangs.Held.Groups.Select(g => g.Name).Order(StringComparer.Ordinal)],
            hangs.Held.Feeds.Count
        );
    }

    private static IReadOnlyList<PersonView> ByName(Viewing viewing, IEnumerable<CalendarUser> people) =>
        [.. people.OrderBy(p => p.Name, StringComparer.Ordinal).Select(viewing.View)];
}

/// <summary>
/// Somebody inside leaves. What they organise is offered to who takes over; those in whose calendars they acted are asked to let that
/// person do the same, and decide; what they may see and do in the calendars of rooms and groups, which decide nothing, goes over at once;
/// they are taken out of groups, and what they may see and do ends. Nobody is given the calendar of a person by it.
/// </summary>
/// <param name="To">The public id of who takes over; null for nobody yet.</param>
[Change(ChangeKind.PersonLeft, "arranged the leaving of", MayTakeBack.ByAdministrators)]
public sealed record Leave(UserId Actor, string Who, string? To) : IChange<LeftView>
{
    public LeftView Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (session.User(Who) is not { Inside: true, Kind: UserKind.Person } who)
            throw new RefusedException(RefusalKind.NotFound, "who");
        if (who.Id == Actor)
            throw new RefusedException(RefusalKind.OwnWayIn, "who");
        var to = To is null ? null : session.User(To);
        if (To is not null && (to is not { Inside: true, Kind: UserKind.Person } || to.Id == who.Id))
            throw new RefusedException(RefusalKind.PersonUnknown, "to", To);
        if (session.Administrators().All(a => a == who.Id))
            throw new RefusedException(RefusalKind.LastAdministrator, "who");
        var hangs = Hangs.On(session, who.Id, session.Now);
        var change = session.Begin(ChangeKind.PersonLeft, Actor, who.Id, null);
        var offered = to is null ? 0 : hangs.Offered.Count(m => Offer(session, m, who, to));
        var (asked, handed) = to is null ? (0, 0) : HandOn(session, hangs.Held.Grants, who, to);
        hangs.Held.End(session, who.Id);
        return new LeftView(change, offered, asked, handed);
    }

    /// <returns>How many are asked, and how many rooms and groups go over.</returns>
    private (int Asked, int Handed) HandOn(IChangeSession session, IReadOnlyList<Grant> grants, CalendarUser who, CalendarUser to)
    {
        var owners = session.Users([.. grants.Select(g => g.Owner).Distinct()]);
        var byOwner = grants.GroupBy(g => g.Owner).ToLookup(g => owners[g.Key].Kind == UserKind.Person);
        return (
            byOwner[true].Count(g => Ask(session, g.MaxBy(x => x.Acting)!, who, to)),
            byOwner[false].Count(g => Hand(session, [.. g], who, to))
        );
    }

    /// <returns>False where who takes over holds as much already.</returns>
    private bool Hand(IChangeSession session, IReadOnlyList<Grant> held, CalendarUser who, CalendarUser to)
    {
        var owner = held[0].Owner;
        var has = session.GrantsOn([owner], to.Id)[owner].Where(g => g.Receiver == to.Id && !g.IsOverAt(session.Now)).ToList();
        var missing = held.Where(h =>
                Granting.WhyNot(h.Terms, to.Inside, session.CeilingFor(to.Inside), session.Now, h.Calendar) is null
                && !has.Exists(g => g.Calendar == h.Calendar && Granting.Covers(g.Terms, h.Terms))
            )
            .ToList();
        foreach (var grant in missing)
            session.Grant(
                Actor,
                owner,
                grant.Calendar,
                to.Id,
                to.Inside,
                grant.Terms,
                $"{who.Name} leaves, and you take over.",
                AccessNewsKind.Granted
            );
        return missing.Count > 0;
    }

    /// <returns>False where it cannot be: nobody required would be left in it.</returns>
    private static bool Offer(IChangeSession session, Entry meeting, CalendarUser who, CalendarUser to)
    {
        var offer = new TurnOverOffer(0, meeting.Id, who.Id, to.Id, who.Id, Stays: false, $"{who.Name} leaves.", session.Now);
        try
        {
            // What cannot be done is not offered.
            TurningOver.Of(session, meeting, offer);
        }
        catch (RefusedException)
        {
            return false;
        }

        session.TurnOverStore.Offer(offer);
        session.EntryStore.Save(meeting);
        return true;
    }

    /// <returns>False where there is nothing to ask for.</returns>
    private static bool Ask(IChangeSession session, Grant held, CalendarUser who, CalendarUser to)
    {
        var terms = held.Terms with { From = null, Until = null };
        if (
            held.Owner == to.Id
            || session
                .GrantsOn([held.Owner], to.Id)[held.Owner]
                .Any(g => g.Receiver == to.Id && g.Acting >= terms.Acting && g.Sight >= terms.Sight)
            || Granting.WhyNot(terms, to.Inside, session.CeilingFor(to.Inside), session.Now) is not null
        )
            return false;
        var words = $"{who.Name} leaves, and {to.GivenName} takes over.";
        session.AskAnew(new AccessRequest(0, to.Id, held.Owner, terms, words, session.Now), session.AccessRequestsOf(to.Id));
        return true;
    }
}

/// <param name="Offered">How many meetings are offered to who takes over.</param>
/// <param name="Asked">How many are asked to let them into their calendar.</param>
/// <param name="Handed">In how many calendars of rooms and groups they may now do the same.</param>
public sealed record LeftView(long Change, int Offered, int Asked, int Handed);

/// <summary>Everything that hangs on somebody.</summary>
internal sealed record Hangs(IReadOnlyList<Entry> Offered, int Private, Held Held)
{
    /// <summary>More meetings are not handed on at once; the same again hands on the next.</summary>
    private const int MostMeetings = 200;

    public static Hangs On(ICalendarReads store, UserId who, Instant now)
    {
        var ahead = store.Organised([who], now, MostMeetings);
        return new Hangs(
            [.. ahead.Where(m => !m.Private && store.TurnOverOf(m.Id) is null)],
            ahead.Count(m => m.Private),
            Held.By(store, who, now)
        );
    }
}

/// <summary>What somebody holds that ends with them: what they may see and do, the groups they are in, links to their calendar.</summary>
internal sealed record Held(IReadOnlyList<Grant> Grants, IReadOnlyList<CalendarUser> Groups, IReadOnlyList<Feed> Feeds)
{
    public static Held By(ICalendarReads store, UserId who, Instant now)
    {
        var groups = store.MembershipsOf(who).Where(m => m.Until is null).Select(m => m.Group).ToHashSet();
        return new Held(
            [.. store.GrantsHeldBy(who).Where(g => g.Receiver == who && !g.IsOverAt(now))],
            [.. store.Users([.. groups]).Values],
            store.FeedsOf(who)
        );
    }

    public void End(IChangeSession session, UserId who)
    {
        foreach (var grant in Grants)
            session.AccessStore.End(grant);
        foreach (var group in Groups)
            session.PeopleStore.Leave(group.Id, who);
        foreach (var feed in Feeds)
            session.FeedStore.End(feed);
    }
}
