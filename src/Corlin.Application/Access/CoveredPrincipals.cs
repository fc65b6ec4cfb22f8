using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Access;

/// <summary>
/// What who covers for an assistant was given in the calendars of her principals for just as long as she is away (<see cref="CoverFor"/>):
/// it goes with the absence.
/// </summary>
internal static class CoveredPrincipals
{
    /// <summary>The days of an absence at the home of who is away.</summary>
    public static (LocalDate First, LocalDate Last) Days(ICalendarReads store, Absence absence)
    {
        var zone = store.Users([absence.Who])[absence.Who].HomeZone;
        return (zone.ToLocal(absence.Stretch.Start).Date, zone.ToLocal(absence.Stretch.End - Duration.Epsilon).Date);
    }

    /// <summary>
    /// Gives it for the new days, to who covers then; or takes it back where the absence has ended. What the actor may not give stays as it
    /// is.
    /// </summary>
    /// <param name="next">What the absence is from now on; null where it has ended.</param>
    /// <returns>A change for each principal.</returns>
    public static IReadOnlyList<long> Follow(IChangeSession session, UserId actor, Absence stands, Absence? next)
    {
        if (stands.Covers is not { } cover || (next is not null && next.Covers == cover && next.Stretch == stands.Stretch))
            return [];
        var changes = new List<long>();
        foreach (var (owner, held) in Covering.Held(session, stands.Who))
        {
            var given = Given(session, stands, cover, owner, held);
            var terms = next?.Covers is { } to && to != owner.Id ? For(session, next, owner, held) : [];
            if (
                given.Count == 0
                || Covering.WhyNot(session, actor, owner, [.. given.Select(g => (g.Calendar, g.Terms)), .. terms], session.Now) is not null
            )
                continue;
            changes.Add(Give(session, actor, owner, given, next?.Covers, terms));
        }

        return changes;
    }

    private static long Give(
        IChangeSession session,
        UserId actor,
        CalendarUser owner,
        IReadOnlyList<Grant> given,
        UserId? to,
        IReadOnlyList<(CalendarId? Calendar, AccessTerms Terms)> terms
    )
    {
        var by = session.MustPassOn(actor, owner.Id, given[0].Terms, given[0].Calendar);
        var change = session.Begin(terms.Count > 0 ? ChangeKind.AccessChanged : ChangeKind.AccessWithdrawn, actor, owner.Id, by);
        foreach (var grant in given)
        {
            session.AccessStore.End(grant);
            if (grant.Receiver is { } had && (terms.Count == 0 || had != to))
                session.TellOfAccess(
                    new AccessNews(0, AccessNewsKind.Withdrawn, had, owner.Id, grant.Terms, null, session.Now)
                    {
                        By = actor,
                        On = session.NameOf(owner.Id, grant.Calendar),
                    }
                );
        }

        foreach (var (calendar, one) in terms)
        {
            session.MustGrant(actor, owner.Id, one, receiverInside: true, calendar);
            session.Grant(actor, owner.Id, calendar, to, true, one, null, AccessNewsKind.Changed);
        }

        return change;
    }

    private static IReadOnlyList<Grant> Given(
        IChangeSession session,
        Absence absence,
        UserId cover,
        CalendarUser owner,
        IReadOnlyList<Grant> held
    )
    {
        var terms = For(session, absence, owner, held);
        return [.. session.GrantsIn([owner.Id], [cover], defaults: false).Where(g => terms.Contains((g.Calendar, g.Terms)))];
    }

    private static IReadOnlyList<(CalendarId? Calendar, AccessTerms Terms)> For(
        IChangeSession session,
        Absence absence,
        CalendarUser owner,
        IReadOnlyList<Grant> held
    )
    {
        var (first, last) = Days(session, absence);
        return Covering.Terms(held, owner, first, last);
    }
}
