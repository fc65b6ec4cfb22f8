using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.HandingOver;

/// <summary>What of somebody is deleted, and what must stay, in numbers.</summary>
/// <param name="Alone">Entries of theirs in which nobody else takes part: deleted.</param>
/// <param name="Letters">Letters from and to them: deleted.</param>
/// <param name="Organised">Meetings they organise in which others take part: they stay.</param>
/// <param name="TakesPart">Meetings of others in which they take part: their seat stays, without a name.</param>
/// <param name="SignsIn">They can still sign in, and have to leave first.</param>
public sealed record DeletingView(PersonView Who, int Alone, int Letters, int Organised, int TakesPart, bool SignsIn);

/// <summary>What is deleted with somebody; for who may delete them.</summary>
public sealed record ReadDeleting(UserId Viewer, string Who, Instant Now)
{
    public DeletingView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = store.User(Who) ?? throw new RefusedException(RefusalKind.NotFound, "who");
        var isAdministrator = store.IsAdministrator(Viewer);
        if (
            who.Kind != UserKind.Person
            || Keeping.WhyNot(who, Viewer, isAdministrator, viewing.RightsOnLane(who.KeptFor ?? who.Id)) == WhyNotKeep.NotKnown
        )
            throw new RefusedException(RefusalKind.NotFound, "who");
        if (who.KeptFor is null && !isAdministrator)
            throw new RefusedException(RefusalKind.AdministratorsOnly);
        var kept = store.KeptOf(who.Id);
        return new DeletingView(viewing.View(who), kept.Alone, kept.Letters, kept.Organised, kept.TakesPart, store.SignsIn(who.Id));
    }
}

/// <summary>
/// Deletes for good what is kept of somebody, as they may ask: name, addresses and telephones, what only they entered, their words, and
/// the letters from and to them. Where others took part with them their seat and answer stay, without a name. It cannot be undone.
/// </summary>
[Change(ChangeKind.PersonDeleted, "deleted what was known of somebody", MayTakeBack.Never)]
public sealed record DeletePerson(UserId Actor, string Who) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var who = session.MustKeepEvenRemoved(Actor, Who);
        if (who.Kind != UserKind.Person)
            throw new RefusedException(RefusalKind.MayNotKeep, null, who.Name);
        if (who.KeptFor is null)
            session.MustAdminister(Actor);
        if (who.Id == Actor)
            throw new RefusedException(RefusalKind.OwnWayIn, "who");
        if (session.SignsIn(who.Id))
            throw new RefusedException(RefusalKind.SignsInStill, "who", who.GivenName);
        // In the name of who deletes: of whom it was is kept nowhere.
        var change = session.Begin(ChangeKind.PersonDeleted, Actor, who.KeptFor ?? Actor, null);
        Held.By(session, who.Id, session.Now).End(session, who.Id);
        foreach (var grant in session.GrantsIn([who.Id]))
            session.AccessStore.End(grant);
        session.PeopleStore.Delete(who);
        return change;
    }
}
