using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Changes;

/// <summary>The right to act, read inside the change's transaction. Every change asks here.</summary>
internal static class RightToAct
{
    /// <summary>The calendar and rights with which an actor speaks for somebody.</summary>
    /// <exception cref="RefusedException">They may not.</exception>
    public static Rights MustSpeakFor(this IChangeSession session, UserId actor, UserId owner) =>
        session.RightsOn(actor, owner) is { MaySpeakFor: true } rights ? rights : throw new RefusedException(RefusalKind.MayNotSpeakFor, "inNameOf");

    /// <exception cref="RefusedException">They may not add to that calendar.</exception>
    public static Rights MustAdd(this IChangeSession session, UserId actor, UserId owner) =>
        session.RightsOn(actor, owner) is { Acting: >= Acting.Add } rights ? rights : throw new RefusedException(RefusalKind.MayNotAdd, "inNameOf");

    /// <summary>A meeting that the actor may change: they organise it or speak for who does.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or it is not theirs to change.</exception>
    public static (Entry Meeting, Rights Rights) MustOrganise(this IChangeSession session, UserId actor, string entry)
    {
        var meeting = session.Entry(entry) ?? throw new RefusedException(RefusalKind.NotFound);
        var rights = session.RightsOn(actor, meeting.Owner);
        if (rights.MaySpeakFor && (rights.Private || !meeting.Private)) return (meeting, rights);
        // Who takes no part learns not even that it exists.
        throw new RefusedException(Agreement.For(meeting, null).Any(p => p.Who == actor) ? RefusalKind.NotTheOrganiser : RefusalKind.NotFound);
    }

    /// <summary>An entry that the actor may change: a meeting they organise, an appointment or hold of a calendar they may change, or one they added.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or they may not change it.</exception>
    public static (Entry Entry, Rights Rights) MustChange(this IChangeSession session, UserId actor, string entry)
    {
        var found = session.Entry(entry) ?? throw new RefusedException(RefusalKind.NotFound);
        if (found.Kind == EntryKind.Meeting) return session.MustOrganise(actor, entry);
        var rights = session.RightsOn(actor, found.Owner);
        MustDecide(rights, AddedIt(found, actor), found.Private);
        return (found, rights);
    }

    /// <summary>An entry on a lane of whose category and reminder the actor may decide: they may change that lane's appointments, or they added it.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or they may not decide it.</exception>
    public static (Entry Entry, Rights Rights) MustMark(this IChangeSession session, UserId actor, UserId lane, string entry)
    {
        var found = session.Entry(entry) ?? throw new RefusedException(RefusalKind.NotFound);
        var rights = session.RightsOn(actor, lane);
        var part = found.Participations.FirstOrDefault(p => p.Who == lane);
        if (found.Owner != lane && part is null) throw new RefusedException(RefusalKind.NotFound);
        MustDecide(rights, AddedIt(found, actor), found.Private || part is { OwnPrivate: true });
        return (found, rights);
    }

    private static void MustDecide(Rights rights, bool addedIt, bool isPrivate)
    {
        // What is private is not told from what is not there.
        if (!addedIt && ((isPrivate && !rights.Private) || rights.Sight < Sight.Headline)) throw new RefusedException(RefusalKind.NotFound);
        if (rights.Acting < Acting.Change && !(rights.Acting == Acting.Add && addedIt)) throw new RefusedException(RefusalKind.MayNotChange);
    }

    /// <exception cref="RefusedException">They may not change what stands on that lane.</exception>
    public static Rights MustChangeLane(this IChangeSession session, UserId actor, UserId lane) =>
        session.RightsOn(actor, lane) is { Acting: >= Acting.Change } rights ? rights : throw new RefusedException(RefusalKind.MayNotChange);

    private const int MostTakenBack = 1_000;

    /// <summary>That the actor may still do what a change of theirs did, and so take it back.</summary>
    /// <exception cref="RefusedException">They may not any more.</exception>
    public static void MustTakeBack(this IChangeSession session, ChangeMade made)
    {
        switch (made.Kind)
        {
            case ChangeKind.AppointmentAdded or ChangeKind.HoldPlaced or ChangeKind.Imported:
                session.MustAdd(made.Actor, made.InNameOf);
                break;
            case ChangeKind.EntryChanged or ChangeKind.EntryCancelled:
                foreach (var entry in session.EntriesOf(made.Id, MostTakenBack)) session.MustChange(made.Actor, entry.PublicId);
                break;
            case ChangeKind.EntryMarked:
                foreach (var entry in session.EntriesOf(made.Id, MostTakenBack)) session.MustMark(made.Actor, made.InNameOf, entry.PublicId);
                break;
            default:
                session.MustSpeakFor(made.Actor, made.InNameOf);
                break;
        }
    }

    private static bool AddedIt(Entry entry, UserId actor) => entry.MadeBy == actor && entry.Kind != EntryKind.Meeting;

    public static CalendarId CalendarOf(this IChangeSession session, UserId owner) =>
        session.MainCalendars([owner]).TryGetValue(owner, out var calendar) ? calendar : throw new RefusedException(RefusalKind.NotFound, "inNameOf");

    private static Rights RightsOn(this IChangeSession session, UserId actor, UserId owner)
    {
        if (actor == owner) return Rights.Own;
        var calendar = session.CalendarOf(owner);
        var inside = session.Users([actor]).TryGetValue(actor, out var user) && user.Inside;
        return Rights.Combine(session.GrantsOn([calendar], actor), inside, session.Now);
    }
}
