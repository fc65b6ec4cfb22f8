using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Shared;

/// <summary>The right to act, read inside the change's transaction. Every change asks here.</summary>
internal static class RightToAct
{
    /// <summary>The calendar and rights with which an actor speaks for somebody.</summary>
    /// <exception cref="RefusedException">They may not.</exception>
    public static Rights MustSpeakFor(this IChangeSession session, UserId actor, UserId owner) =>
        session.SpeakingFor(actor, owner) ?? throw new RefusedException(RefusalKind.MayNotSpeakFor, "inNameOf");

    /// <summary>The rights with which an actor speaks for somebody; null where they may not.</summary>
    public static Rights? SpeakingFor(this IChangeSession session, UserId actor, UserId owner) =>
        session.RightsOn(actor, owner) is { MaySpeakFor: true } rights ? rights : null;

    /// <exception cref="RefusedException">They may not add to that calendar.</exception>
    public static Rights MustAdd(this IChangeSession session, UserId actor, UserId owner) =>
        session.MustAddTo(actor, owner, session.CalendarOf(owner));

    public static bool MayAdd(this IChangeSession session, UserId actor, UserId owner) =>
        session.RightsOn(actor, owner) is { Acting: >= Acting.Add };

    /// <exception cref="RefusedException">They may not add to that calendar of somebody's.</exception>
    public static Rights MustAddTo(this IChangeSession session, UserId actor, UserId owner, CalendarId calendar) =>
        session.RightsOn(actor, owner, calendar) is { Acting: >= Acting.Add } rights
            ? rights
            : throw new RefusedException(RefusalKind.MayNotAdd, "inNameOf");

    /// <summary>A calendar of somebody's by its public id; the main one where that is null.</summary>
    /// <exception cref="RefusedException">There is none that the actor may add to: what is not theirs is not told from what is not
    /// there.</exception>
    public static CalendarId MustFindCalendar(this IChangeSession session, UserId actor, UserId owner, string? publicId)
    {
        if (publicId is null)
            return session.CalendarOf(owner);
        var further = session.MustKeepCalendar(owner, publicId);
        return session.RightsOn(actor, owner, further.Calendar).Acting >= Acting.Add
            ? further.Calendar
            : throw new RefusedException(RefusalKind.NotFound, "calendar");
    }

    /// <summary>A further calendar of somebody's by its public id.</summary>
    /// <exception cref="RefusedException">They keep none of that id.</exception>
    public static FurtherCalendar MustKeepCalendar(this IChangeSession session, UserId owner, string publicId) =>
        session.FurtherOf([owner]).FirstOrDefault(f => f.PublicId == publicId)
        ?? throw new RefusedException(RefusalKind.NotFound, "calendar");

    /// <summary>Somebody inside who can cover for another.</summary>
    /// <exception cref="RefusedException">They are outside, no person, or who is away themselves.</exception>
    public static CalendarUser MustCover(this IChangeSession session, UserId away, UserId cover) =>
        cover != away && session.Users([cover]).TryGetValue(cover, out var who) && who is { Inside: true, Kind: UserKind.Person }
            ? who
            : throw new RefusedException(RefusalKind.PersonUnknown, "cover");

    /// <summary>A meeting that the actor may change: they organise it or speak for who does.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or it is not theirs to change.</exception>
    public static (Entry Meeting, Rights Rights) MustOrganise(this IChangeSession session, UserId actor, string entry)
    {
        var found = session.MustChange(actor, entry);
        return found.Entry.Kind == EntryKind.Meeting ? found : throw new RefusedException(RefusalKind.NotSent);
    }

    /// <summary>An entry that the actor may change, as <see cref="Deciding.WhyNotChange"/> decides.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or they may not change it.</exception>
    public static (Entry Entry, Rights Rights) MustChange(this IChangeSession session, UserId actor, string entry)
    {
        var found = session.Entry(entry) ?? throw new RefusedException(RefusalKind.NotFound);
        var rights = session.RightsFor(actor, found);
        return Deciding.WhyNotChange(found, actor, rights) is { } whyNot ? throw Refused(whyNot) : (found, rights);
    }

    /// <summary>Why an actor may not change an entry; null where they may.</summary>
    public static WhyNot? WhyNotChange(this IChangeSession session, UserId actor, Entry entry) =>
        Deciding.WhyNotChange(entry, actor, session.RightsFor(actor, entry));

    /// <summary>An entry on a lane of whose category and reminder the actor decides, as <see cref="Deciding.WhyNotMark"/> says.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or they may not decide it.</exception>
    public static (Entry Entry, Rights Rights) MustMark(this IChangeSession session, UserId actor, UserId lane, string entry)
    {
        var found = session.Entry(entry) ?? throw new RefusedException(RefusalKind.NotFound);
        var rights = session.RightsOnLane(actor, found, lane);
        if (Deciding.WhyNotMark(found, actor, lane, rights) is not { } whyNot)
            return (found, rights);
        // A room tells that it is taken, and not by what.
        throw session.Users([lane])[lane].Kind == UserKind.Room ? new RefusedException(RefusalKind.NotFound) : Refused(whyNot);
    }

    /// <summary>The actor's rights where an entry stands on somebody's lane.</summary>
    public static Rights RightsOnLane(this IChangeSession session, UserId actor, Entry entry, UserId lane) =>
        entry.Owner == lane ? session.RightsFor(actor, entry) : session.RightsOn(actor, lane);

    public static RefusedException Refused(WhyNot whyNot) =>
        new(
            whyNot switch
            {
                WhyNot.OrganiserOnly => RefusalKind.NotTheOrganiser,
                WhyNot.OwnAdditionsOnly => RefusalKind.NotYourAddition,
                WhyNot.LooksOnly => RefusalKind.MayNotChange,
                WhyNot.KeptElsewhere => RefusalKind.KeptElsewhere,
                // Who may not know of it learns not even that it exists.
                _ => RefusalKind.NotFound,
            }
        );

    /// <exception cref="RefusedException">They may not change what stands on that lane.</exception>
    public static Rights MustChangeLane(this IChangeSession session, UserId actor, UserId lane) =>
        session.RightsOn(actor, lane) is { Acting: >= Acting.Change } rights
            ? rights
            : throw new RefusedException(RefusalKind.MayNotChange);

    /// <summary>An administrator manages people and places; nobody's calendar is read by that.</summary>
    /// <exception cref="RefusedException">They are none.</exception>
    public static void MustAdminister(this IChangeSession session, UserId actor)
    {
        if (!session.IsAdministrator(actor))
            throw new RefusedException(RefusalKind.AdministratorsOnly);
    }

    /// <summary>Somebody, a group or a room of whom the actor may change what is known, as <see cref="Keeping"/> decides.</summary>
    /// <exception cref="RefusedException">There is nobody that they may know of, they may not, or it was removed.</exception>
    public static CalendarUser MustKeep(this IChangeSession session, UserId actor, string publicId)
    {
        var who = session.MustKeepEvenRemoved(actor, publicId);
        return who.Removed ? throw new RefusedException(RefusalKind.RemovedAlready, null, who.Name) : who;
    }

    /// <summary>The same, removed from the directory or not: a removal is taken back, and who was removed may ask to be deleted.</summary>
    /// <exception cref="RefusedException">There is nobody that they may know of, or they may not.</exception>
    public static CalendarUser MustKeepEvenRemoved(this IChangeSession session, UserId actor, string publicId)
    {
        var who = session.User(publicId) ?? throw new RefusedException(RefusalKind.NotFound);
        return Keeping.WhyNot(who, actor, session.IsAdministrator(actor), session.RightsOnKept(actor, who)) switch
        {
            null => who,
            WhyNotKeep.AdministratorsOnly => throw new RefusedException(RefusalKind.AdministratorsOnly),
            WhyNotKeep.OthersOnly => throw new RefusedException(RefusalKind.MayNotKeep, null, who.Name),
            _ => throw new RefusedException(RefusalKind.NotFound),
        };
    }

    /// <summary>Somebody by public id of whom the actor may know.</summary>
    /// <exception cref="RefusedException">There is nobody: whose contact they may not know is not told from nobody.</exception>
    public static CalendarUser MustKnow(this IChangeSession session, UserId actor, string publicId, string field)
    {
        if (
            session.User(publicId) is { } who
            && (who.KeptFor is not { } principal || Keeping.Keeps(actor, principal, session.RightsOnKept(actor, who)))
        )
            return who;
        throw new RefusedException(RefusalKind.PersonUnknown, field, publicId);
    }

    private static Rights RightsOnKept(this IChangeSession session, UserId actor, CalendarUser who) =>
        session.RightsOn(actor, who.KeptFor ?? who.Id);

    /// <summary>That the actor keeps somebody's calendar, and so their own contacts.</summary>
    /// <exception cref="RefusedException">They do not.</exception>
    public static void MustKeepContactsOf(this IChangeSession session, UserId actor, UserId principal)
    {
        if (!Keeping.Keeps(actor, principal, session.RightsOn(actor, principal)))
            throw new RefusedException(RefusalKind.MayNotChange, "keptFor");
    }

    /// <summary>That the actor may grant terms in somebody's calendars to somebody, as <see cref="Granting"/> decides.</summary>
    /// <returns>The grant that lets them pass it on; null for who grants as the owner does.</returns>
    /// <exception cref="RefusedException">They may not, or nobody may.</exception>
    public static long? MustGrant(
        this IChangeSession session,
        UserId actor,
        UserId owner,
        AccessTerms terms,
        bool receiverInside,
        CalendarId? calendar = null
    )
    {
        if (Granting.WhyNot(terms, receiverInside, session.CeilingFor(receiverInside), session.Now, calendar) is { } whyNot)
            throw Refused(whyNot);
        return session.MustPassOn(actor, owner, terms, calendar);
    }

    /// <summary>
    /// That the actor may give or take such terms in somebody's calendars: as the owner does, or because they hold as much and may pass
    /// it on.
    /// </summary>
    /// <exception cref="RefusedException">They may not.</exception>
    public static long? MustPassOn(this IChangeSession session, UserId actor, UserId owner, AccessTerms terms, CalendarId? calendar = null)
    {
        if (actor == owner || Granting.IsAsOwner(session.Users([owner])[owner], actor, () => session.IsAdministrator(actor)))
            return null;
        var held = session.GrantsOn([owner], actor)[owner].Where(g => g.IsOn(calendar)).ToList();
        if (Granting.WhyNotPassOn(held, terms, session.Now, calendar) is { } whyNot)
            throw Refused(whyNot);
        return held.First(g => g.Receiver is not null && g.Terms.PassOn && Granting.Covers(g.Terms, terms)).Id;
    }

    public static RefusedException Refused(WhyNotGrant whyNot) =>
        new(
            whyNot switch
            {
                WhyNotGrant.NoSuchPair => RefusalKind.IllegalGrant,
                WhyNotGrant.SpeaksForAll => RefusalKind.SpeaksForAll,
                WhyNotGrant.OutsideLooks => RefusalKind.OutsideLooks,
                WhyNotGrant.NeverHolds => RefusalKind.NeverHolds,
                WhyNotGrant.AboveCeiling => RefusalKind.AboveCeiling,
                WhyNotGrant.MoreThanHeld => RefusalKind.MoreThanHeld,
                _ => RefusalKind.MayNotGrant,
            }
        );

    private const int MostTakenBack = 1_000;

    /// <summary>That the actor may still do what a change of theirs did, and so take it back.</summary>
    /// <exception cref="RefusedException">They may not any more.</exception>
    public static void MustTakeBack(this IChangeSession session, ChangeMade made)
    {
        switch (made.Kind.TakenBack())
        {
            case MayTakeBack.ByWhoDidIt:
                break;
            case MayTakeBack.BySpeaker:
                session.MustSpeakFor(made.Actor, made.InNameOf);
                break;
            case MayTakeBack.ByAdministrators:
                session.MustAdminister(made.Actor);
                break;
            case MayTakeBack.ByWhoAddsToItsCalendar when session.EntryStore.TouchedBy(made.Id, 1) is [var added]:
                session.MustAddTo(made.Actor, made.InNameOf, added.Home);
                break;
            case MayTakeBack.ByWhoAddsToItsCalendar or MayTakeBack.ByWhoAdds:
                session.MustAdd(made.Actor, made.InNameOf);
                break;
            case MayTakeBack.ByWhoChangesTheLane:
                session.MustChangeLane(made.Actor, made.InNameOf);
                break;
            case MayTakeBack.ByWhoChangesEachEntry:
                var touched = session.EntryStore.TouchedBy(made.Id, MostTakenBack);
                // What is tied to one of them followed it, whoever keeps the lane on which it stands.
                foreach (var entry in touched.Where(e => touched.All(o => o.Id != e.Tie?.To)))
                    session.MustChange(made.Actor, entry.PublicId);
                break;
            case MayTakeBack.ByWhoMarksEachEntry:
                foreach (var entry in session.EntryStore.TouchedBy(made.Id, MostTakenBack))
                    session.MustMark(made.Actor, made.InNameOf, entry.PublicId);
                break;
            case MayTakeBack.ByWhoChangesTheEntryOfThePaper:
                session.MustChange(made.Actor, session.PaperStore.EntryOf(made.Id) ?? throw new RefusedException(RefusalKind.ChangedSince));
                break;
            case MayTakeBack.ByWhoPassesItOn:
                var (highest, on) = session.AccessStore.HighestOf(made.Id);
                session.MustPassOn(made.Actor, made.InNameOf, highest, on);
                break;
            case MayTakeBack.ByWhoKeepsThem:
                foreach (var who in session.PeopleStore.TouchedBy(made.Id))
                    session.MustKeepEvenRemoved(made.Actor, who.PublicId);
                break;
            default:
                throw new RefusedException(RefusalKind.AlreadySent);
        }
    }

    public static CalendarId CalendarOf(this IChangeSession session, UserId owner) =>
        session.MainCalendars([owner]).TryGetValue(owner, out var calendar)
            ? calendar
            : throw new RefusedException(RefusalKind.NotFound, "inNameOf");

    private static Rights RightsOn(this IChangeSession session, UserId actor, UserId owner) =>
        // Who is outside has no calendar and answers for themselves.
        actor == owner
            ? Rights.Own
        : session.MainCalendars([owner]).TryGetValue(owner, out var calendar) ? session.RightsOn(actor, owner, calendar)
        : Rights.None;

    private static Rights RightsOn(this IChangeSession session, UserId actor, UserId owner, CalendarId calendar)
    {
        if (actor == owner)
            return Rights.Own;
        var inside = session.Users([actor]).TryGetValue(actor, out var user) && user.Inside;
        return Rights.Combine(
            session.GrantsOn([owner], actor)[owner].Where(g => g.IsOn(calendar)),
            inside,
            session.Now,
            session.CeilingFor(inside)
        );
    }

    /// <summary>The actor's rights where an entry has its home.</summary>
    /// <exception cref="RefusedException">It stands on a calendar that is kept no longer.</exception>
    private static Rights RightsFor(this IChangeSession session, UserId actor, Entry entry)
    {
        // Who organises from outside has no calendar here.
        if (actor == entry.Owner && entry.Kind == EntryKind.Meeting)
            return Rights.Own;
        if (!session.MainCalendars([entry.Owner]).TryGetValue(entry.Owner, out var main))
            return Rights.None;
        // What is kept elsewhere follows the main one.
        if (entry.Home == main || entry.KeptElsewhere)
            return session.RightsOn(actor, entry.Owner, main);
        if (session.FurtherOf([entry.Owner]).All(f => f.Calendar != entry.Home))
            throw new RefusedException(RefusalKind.NotFound);
        return session.RightsOn(actor, entry.Owner, entry.Home);
    }
}
