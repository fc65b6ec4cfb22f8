using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Access;

/// <param name="Changes">One for each calendar; together they undo the cover.</param>
/// <param name="Left">Whose calendars are not covered, because the actor may not pass that on.</param>
public sealed record Covered(IReadOnlyList<long> Changes, IReadOnlyList<UserId> Left);

/// <summary>
/// While an assistant is away somebody covers for them: in one step, for those days, they hold what the assistant holds in each principal's
/// calendars, and pass nothing on. The assistant does it, or who may pass it on.
/// </summary>
/// <param name="First">The first day, in each principal's own zone.</param>
/// <param name="Last">The last day.</param>
public sealed record CoverFor(UserId Actor, UserId Away, UserId Cover, LocalDate First, LocalDate Last, string? Line) : IChange<Covered>
{
    private const int MostDays = 366;

    public Covered Apply(IChangeSession session)
    {
        if (Last < First)
            throw new RefusedException(RefusalKind.EndBeforeStart, "last");
        if (Period.DaysBetween(First, Last) > MostDays)
            throw new RefusedException(RefusalKind.BadInput, "last");
        if (Line?.Length > GrantAccess.LongestLine)
            throw new RefusedException(RefusalKind.BadInput, "line", Line);
        var cover = session.MustCover(Away, Cover);
        var changes = new List<long>();
        var left = new List<UserId>();
        foreach (var (owner, held) in Covering.Held(session, Away).Where(h => h.Owner.Id != Cover))
        {
            var terms = Covering.Terms(held, owner, First, Last);
            if (terms.Count == 0)
                continue;
            if (Covering.WhyNot(session, Actor, owner, terms, session.Now) is not null)
            {
                // Who is not concerned learns nothing of what others hold.
                if (Actor == Away)
                    left.Add(owner.Id);
                continue;
            }

            long? by = null;
            foreach (var (calendar, one) in terms)
                by = session.MustGrant(Actor, owner.Id, one, cover.Inside, calendar);
            changes.Add(session.Begin(ChangeKind.AccessGranted, Actor, owner.Id, by));
            foreach (var (calendar, one) in terms)
                session.Grant(Actor, owner.Id, calendar, Cover, cover.Inside, one, Line, AccessNewsKind.Granted);
        }

        return changes.Count > 0 ? new Covered(changes, left) : throw new RefusedException(RefusalKind.MayNotGrant);
    }
}

/// <summary>What an assistant holds, and what of it somebody else can be given for some days.</summary>
internal static class Covering
{
    /// <summary>The personal grants of somebody by which they do more than look, by whose calendars they are for.</summary>
    public static IReadOnlyList<(CalendarUser Owner, IReadOnlyList<Grant> Held)> Held(ICalendarReads store, UserId assistant)
    {
        var grants = store
            .GrantsHeldBy(assistant)
            .Where(g => g.Receiver == assistant && g.Owner != assistant && g.Acting >= Acting.Add)
            .GroupBy(g => g.Owner)
            .ToList();
        var owners = store.Users(grants.Select(g => g.Key));
        return [.. grants.Select(g => (owners[g.Key], (IReadOnlyList<Grant>)[.. g])).OrderBy(o => o.Item1.Flag)];
    }

    /// <summary>The same for some days, no longer than it is held, and without passing on.</summary>
    public static IReadOnlyList<(CalendarId? Calendar, AccessTerms Terms)> Terms(
        IEnumerable<Grant> held,
        CalendarUser owner,
        LocalDate first,
        LocalDate last
    )
    {
        var (from, until) = (owner.HomeZone.Day(first).Start, owner.HomeZone.Day(last).End);
        return
        [
            .. held.Select(g =>
                    (
                        g.Calendar,
                        Terms: g.Terms with
                        {
                            From = Later(g.Terms.From, from),
                            Until = g.Terms.Until is { } end && end < until ? end : until,
                            PassOn = false,
                        }
                    )
                )
                .Where(t => t.Terms.From < t.Terms.Until)
                .Distinct(),
        ];
    }

    /// <summary>Why somebody may not give terms in a calendar now; null where they may.</summary>
    public static WhyNotGrant? WhyNot(
        ICalendarReads store,
        UserId actor,
        CalendarUser owner,
        IReadOnlyList<(CalendarId? Calendar, AccessTerms Terms)> terms,
        Instant now
    )
    {
        if (actor == owner.Id)
            return null;
        var held = store.GrantsOn([owner.Id], actor)[owner.Id].ToList();
        return terms.Select(t => Granting.WhyNotPassOn(held, t.Terms, now, t.Calendar)).FirstOrDefault(w => w is not null);
    }

    private static Instant Later(Instant? one, Instant other) => one is { } start && start > other ? start : other;
}
