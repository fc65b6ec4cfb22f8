using System.Globalization;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Access;

/// <summary>Lets some people or groups see and do something in somebody's calendars, in one act; each is told.</summary>
/// <param name="Owner">Whose calendars they are.</param>
/// <param name="Line">What is written with it.</param>
/// <param name="Request">The request that is answered by it, or null.</param>
/// <param name="Calendar">"main", or the public id of a further calendar; null for all of the owner's.</param>
/// <remarks>
/// Of one receiver what stands without dates for the same calendar is replaced by what is granted without dates; what has dates stands
/// beside it.
/// </remarks>
[Change(ChangeKind.AccessGranted, "granted access", MayTakeBack.ByWhoPassesItOn)]
public sealed record GrantAccess(
    UserId Actor,
    UserId Owner,
    IReadOnlyList<UserId> Receivers,
    AccessTerms Terms,
    string? Line = null,
    long? Request = null,
    string? Calendar = null
) : IChange<long>
{
    public const int MostReceivers = 100;

    public const int LongestLine = 500;

    public long Apply(IChangeSession session)
    {
        var receivers = session.Users(Receivers);
        if (Receivers.Count is 0 or > MostReceivers)
            throw new RefusedException(RefusalKind.BadInput, "receivers", Receivers.Count.ToString(CultureInfo.InvariantCulture));
        if (Receivers.FirstOrDefault(r => !receivers.ContainsKey(r)) is { Value: > 0 } unknown)
            throw new RefusedException(RefusalKind.PersonUnknown, "receivers", unknown.Value.ToString(CultureInfo.InvariantCulture));
        if (Receivers.Contains(Owner))
            throw new RefusedException(RefusalKind.OwnCalendar, "receivers");
        if (Line?.Length > LongestLine)
            throw new RefusedException(RefusalKind.BadInput, "line", Line);
        long? by = null;
        var calendar = session.MustFindGranted(Owner, Calendar);
        foreach (var receiver in Receivers)
            by = session.MustGrant(Actor, Owner, Terms, receivers[receiver].Inside, calendar);
        var change = session.Begin(ChangeKind.AccessGranted, Actor, Owner, by);
        var stands = session.GrantsIn([Owner]).ToLookup(g => g.Receiver);
        foreach (var receiver in Receivers.Distinct())
        {
            var replaced = stands[receiver].Where(g => IsWithoutDates(g.Terms) && IsWithoutDates(Terms) && g.Calendar == calendar).ToList();
            // What would take more away than the actor may give is not theirs to replace.
            foreach (var grant in replaced)
                session.MustPassOn(Actor, Owner, grant.Terms, calendar);
            foreach (var grant in replaced)
                session.AccessStore.End(grant);
            session.Grant(
                Actor,
                Owner,
                calendar,
                receiver,
                receivers[receiver].Inside,
                Terms,
                Line,
                replaced.Count > 0 ? AccessNewsKind.Changed : AccessNewsKind.Granted
            );
        }

        Answered(session);
        return change;
    }

    private void Answered(IChangeSession session)
    {
        if (Request is not { } asked)
            return;
        if (session.AccessRequest(asked) is not { } request || request.Owner != Owner || !Receivers.Contains(request.Asker))
            throw new RefusedException(RefusalKind.NotFound);
        session.AccessStore.Close(request);
    }

    private static bool IsWithoutDates(AccessTerms terms) => terms is { From: null, Until: null };
}

/// <summary>Changes what somebody was granted; who holds it is told.</summary>
[Change(ChangeKind.AccessChanged, "changed what is granted", MayTakeBack.ByWhoPassesItOn)]
public sealed record ChangeAccess(UserId Actor, long Grant, AccessTerms Terms, string? Line = null) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (stands, by) = session.MustFindGrant(Actor, Grant);
        if (Line?.Length > GrantAccess.LongestLine)
            throw new RefusedException(RefusalKind.BadInput, "line", Line);
        if (stands.Receiver is null)
            throw new RefusedException(RefusalKind.NotFound);
        session.MustGrant(Actor, stands.Owner, Terms, stands.Inside, stands.Calendar);
        var change = session.Begin(ChangeKind.AccessChanged, Actor, stands.Owner, by);
        session.AccessStore.End(stands);
        session.Grant(Actor, stands.Owner, stands.Calendar, stands.Receiver, stands.Inside, Terms, Line, AccessNewsKind.Changed);
        return change;
    }
}

/// <summary>
/// Sets what everyone inside, or everyone else, may see and do in somebody's calendars who holds nothing of their own there.
/// </summary>
public sealed record SetDefaultAccess(UserId Actor, UserId Owner, bool Inside, Sight Sight, Acting Acting) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var terms = new AccessTerms(Sight, Acting);
        var by = session.MustGrant(Actor, Owner, terms, Inside);
        var change = session.Begin(ChangeKind.AccessChanged, Actor, Owner, by);
        foreach (var stands in session.GrantsIn([Owner]).Where(g => g.Receiver is null && g.Inside == Inside))
        {
            session.MustPassOn(Actor, Owner, stands.Terms);
            session.AccessStore.End(stands);
        }

        session.Grant(Actor, Owner, null, null, Inside, terms, null, AccessNewsKind.Changed);
        return change;
    }
}

/// <summary>Takes back what somebody was granted; who held it is told. Who holds it may give it back.</summary>
[Change(ChangeKind.AccessWithdrawn, "withdrew access", MayTakeBack.ByWhoPassesItOn)]
public sealed record WithdrawAccess(UserId Actor, long Grant, string? Line = null) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (Line?.Length > GrantAccess.LongestLine)
            throw new RefusedException(RefusalKind.BadInput, "line", Line);
        var stands = session.Grant(Grant) ?? throw new RefusedException(RefusalKind.NotFound);
        var by = stands.Receiver == Actor ? (long?)null : session.MustFindGrant(Actor, Grant).By;
        if (stands.Receiver is not { } receiver)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.AccessWithdrawn, Actor, stands.Owner, by);
        session.AccessStore.End(stands);
        if (receiver != Actor)
            session.TellOfAccess(
                new AccessNews(0, AccessNewsKind.Withdrawn, receiver, stands.Owner, stands.Terms, Line, session.Now)
                {
                    By = Actor,
                    On = session.NameOf(stands.Owner, stands.Calendar),
                }
            );
        return change;
    }
}

internal static class Grants
{
    /// <summary>A grant that the actor may change or withdraw, with the grant by which they may.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or it is more than theirs to take.</exception>
    public static (Grant Stands, long? By) MustFindGrant(this IChangeSession session, UserId actor, long id)
    {
        var stands = session.Grant(id) ?? throw new RefusedException(RefusalKind.NotFound);
        var mayKnow =
            stands.Owner == actor
            || session
                .GrantsOn([stands.Owner], actor)[stands.Owner]
                .Any(g => g.Receiver is not null && g.Terms.PassOn && g.HoldsAt(session.Now));
        if (!mayKnow)
            throw new RefusedException(RefusalKind.NotFound);
        return (stands, session.MustPassOn(actor, stands.Owner, stands.Terms, stands.Calendar));
    }

    /// <summary>For which of somebody's calendars something is granted; null for all.</summary>
    /// <exception cref="RefusedException">They keep none of that public id.</exception>
    public static CalendarId? MustFindGranted(this IChangeSession session, UserId owner, string? publicId) =>
        publicId switch
        {
            null => null,
            CalendarChoiceView.MainId => session.CalendarOf(owner),
            _ => session.MustKeepCalendar(owner, publicId).Calendar,
        };

    /// <summary>Gives terms to somebody and tells them, now and of the end where there is one. Nobody is told of a default.</summary>
    public static void Grant(
        this IChangeSession session,
        UserId actor,
        UserId owner,
        CalendarId? calendar,
        UserId? receiver,
        bool inside,
        AccessTerms terms,
        string? line,
        AccessNewsKind kind
    )
    {
        var given = session.AccessStore.Give(new Grant(0, owner, calendar, receiver, inside, terms));
        if (receiver is not { } to)
            return;
        var on = session.NameOf(owner, calendar);
        session.TellOfAccess(new AccessNews(0, kind, to, owner, terms, line, session.Now) { By = actor, On = on });
        if (terms.Until is { } until)
            session.AccessStore.Tell(new AccessNews(0, AccessNewsKind.Ended, to, owner, terms, null, until) { On = on, Grant = given.Id });
    }

    /// <summary>Tells who receives it on their Desk, and who is outside by mail too: they seldom have one.</summary>
    public static void TellOfAccess(this IChangeSession session, AccessNews news)
    {
        session.AccessStore.Tell(news);
        var people = session.Users([news.To, news.Owner, news.By]);
        var (to, owner, by) = (people[news.To], people[news.Owner], people[news.By]);
        IEnumerable<CalendarUser> receivers = to.Kind == UserKind.Group ? session.Users(session.EveryoneIn([to.Id])[to.Id]).Values : [to];
        // Who is outside has no way in: until there is one they get what they may see as a file.
        var begun = news.Kind != AccessNewsKind.Withdrawn && (news.Terms.From is not { } from || from <= session.Now);
        foreach (var outside in receivers.Where(r => r is { Inside: false, Kind: UserKind.Person, Address.Length: > 0 }))
        {
            var lane = begun ? SharedLanes.Of(session, outside.Id, owner.Id, news.Terms.Until, session.Now) : null;
            var (subject, text) = English.AccessLetter(news, owner, by, outside, lane);
            session.MailStore.Send(
                new OutboxMessage(
                    null,
                    null,
                    new Letter(Telling.Box(by), Telling.Box(outside), subject, text, session.Now) { Lane = lane }
                ),
                new MailAbout(owner.Id, null, false)
            );
        }
    }

    /// <summary>What one of somebody's calendars is called, empty for the main one; null for all.</summary>
    public static string? NameOf(this IChangeSession session, UserId owner, CalendarId? calendar) =>
        calendar is { } one ? session.FurtherOf([owner]).FirstOrDefault(f => f.Calendar == one)?.Name ?? "" : null;
}
