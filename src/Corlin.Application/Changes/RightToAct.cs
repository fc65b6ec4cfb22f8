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
