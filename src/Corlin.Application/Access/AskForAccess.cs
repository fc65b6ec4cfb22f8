using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Access;

/// <summary>Asks to see or do something in somebody's calendars, and where it is said so lets them see one's own in the same act.</summary>
/// <param name="Offer">What the owner is given in the actor's own calendars at once; null for nothing.</param>
[Change(ChangeKind.AccessAsked, "asked for access", MayTakeBack.ByWhoDidIt)]
public sealed record AskForAccess(UserId Actor, UserId Owner, AccessTerms Terms, string? Words, AccessTerms? Offer = null) : IChange<long>
{
    /// <summary>Nobody asks for more at a time.</summary>
    private const int MostWaiting = 100;

    public long Apply(IChangeSession session)
    {
        var users = session.Users([Actor, Owner]);
        if (Actor == Owner || !users.TryGetValue(Owner, out var owner) || !owner.Inside)
            throw new RefusedException(RefusalKind.OwnCalendar, "owner");
        if (Words?.Length > GrantAccess.LongestLine)
            throw new RefusedException(RefusalKind.BadInput, "words", Words);
        if (Granting.WhyNot(Terms, users[Actor].Inside, session.CeilingFor(users[Actor].Inside), session.Now) is { } whyNot)
            throw RightToAct.Refused(whyNot);
        var waiting = session.AccessRequestsOf(Actor);
        if (waiting.Count >= MostWaiting)
            throw new RefusedException(
                RefusalKind.TooMany,
                "owner",
                MostWaiting.ToString(System.Globalization.CultureInfo.InvariantCulture)
            );
        if (Offer is not null)
            session.MustGrant(Actor, Actor, Offer, owner.Inside);
        var change = session.Begin(ChangeKind.AccessAsked, Actor, Actor, null);
        session.AskAnew(new AccessRequest(0, Actor, Owner, Terms, Words, session.Now), waiting);
        if (Offer is not null)
            session.Grant(Actor, Actor, null, Owner, owner.Inside, Offer, Words, AccessNewsKind.Granted);
        return change;
    }
}

/// <summary>Asks no more.</summary>
[Change(ChangeKind.AccessAskedNoMore, "withdrew a request for access", MayTakeBack.ByWhoDidIt)]
public sealed record AskNoMore(UserId Actor, long Request) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (session.AccessRequest(Request) is not { } asked || asked.Asker != Actor)
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.AccessAskedNoMore, Actor, Actor, null);
        session.AccessStore.Close(asked);
        return change;
    }
}

/// <summary>Refuses what somebody asked for; they are told. What is granted, or less, is granted by <see cref="GrantAccess"/>.</summary>
[Change(ChangeKind.AccessRefused, "refused access that was asked for", MayTakeBack.ByWhoPassesItOn)]
public sealed record RefuseAccess(UserId Actor, long Request, string? Line = null) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (Line?.Length > GrantAccess.LongestLine)
            throw new RefusedException(RefusalKind.BadInput, "line", Line);
        if (session.AccessRequest(Request) is not { } asked)
            throw new RefusedException(RefusalKind.NotFound);
        // Who may pass on anything at all there may refuse.
        var by = session.MustPassOn(Actor, asked.Owner, new AccessTerms(Sight.Nothing, Acting.Look, Until: session.Now));
        var change = session.Begin(ChangeKind.AccessRefused, Actor, asked.Owner, by);
        session.AccessStore.Close(asked);
        session.AccessStore.Tell(new AccessNews(0, AccessNewsKind.Refused, asked.Asker, asked.Owner, asked.Terms, Line, session.Now));
        return change;
    }
}

/// <summary>Puts away something that one was told of one's access.</summary>
public sealed record PutAccessNewsAway(UserId Actor, long News) : IChange<bool>
{
    public bool Apply(IChangeSession session) =>
        session.AccessStore.PutAway(Actor, News) ? true : throw new RefusedException(RefusalKind.NotFound);
}

/// <param name="Cut">How many grants were for more.</param>
public sealed record CeilingWasSet(long Change, int Cut);

/// <summary>
/// Sets the most that the organisation lets anybody inside, or outside, have. An administrator does; who held more is told.
/// </summary>
[Change(ChangeKind.CeilingSet, "set what the organisation allows", MayTakeBack.ByAdministrators)]
public sealed record SetCeiling(UserId Actor, bool Inside, Ceiling Ceiling) : IChange<CeilingWasSet>
{
    private const int MostTold = 2_000;

    public CeilingWasSet Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (!Grant.IsLegal(Ceiling.Sight, Ceiling.Acting))
            throw new RefusedException(RefusalKind.IllegalGrant);
        var before = session.CeilingFor(Inside);
        var after = Inside ? Ceiling : Ceiling with { Acting = Acting.Look };
        var change = session.Begin(ChangeKind.CeilingSet, Actor, Actor, null);
        session.AccessStore.SetCeiling(Inside, after);
        var cut = session
            .GrantsHeld(Inside, MostTold)
            .Where(g => !g.IsOverAt(session.Now) && Under(g.Terms, after) is var now && now != Under(g.Terms, before) && now != g.Terms)
            .ToList();
        foreach (var grant in cut)
            session.AccessStore.Tell(
                new AccessNews(0, AccessNewsKind.Lowered, grant.Receiver!.Value, grant.Owner, Under(grant.Terms, after), null, session.Now)
                {
                    By = Actor,
                    On = session.NameOf(grant.Owner, grant.Calendar),
                }
            );
        return new CeilingWasSet(change, cut.Count);
    }

    private static AccessTerms Under(AccessTerms terms, Ceiling most) =>
        terms with
        {
            Sight = most.On(terms.Sight),
            Acting = most.On(terms.Acting),
            Private = terms.Private && most.Private,
        };
}
