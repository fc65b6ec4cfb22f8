using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>Keeps some stretches while something is being agreed; choosing one releases the others.</summary>
/// <param name="LapsesAt">When they are over if none was chosen.</param>
[Change(ChangeKind.HoldPlaced, "placed a hold", MayTakeBack.ByWhoAdds)]
public sealed record PlaceHolds(UserId Actor, UserId InNameOf, string Title, ImmutableArray<EntryTime> Times, Instant LapsesAt)
    : IChange<PlacedHolds>
{
    public const int MostTimes = 20;

    /// <summary>The public ids of others on whose calendars they stand too, where the actor may add to those.</summary>
    public ImmutableArray<string> With { get; init; } = [];

    /// <summary>The public id of what somebody asked for, for which they are held.</summary>
    public string? For { get; init; }

    /// <summary>The holds of an earlier request, which these take the place of.</summary>
    public string? InPlaceOf { get; init; }

    public PlacedHolds Apply(IChangeSession session)
    {
        var rights = session.MustAdd(Actor, InNameOf);
        if (string.IsNullOrWhiteSpace(Title))
            throw new RefusedException(RefusalKind.NoTitle, "title");
        if (Times.Length is 0 or > MostTimes)
            throw new RefusedException(RefusalKind.TooMany, "times", $"{MostTimes} times");
        Holds.MustLapse(session, LapsesAt, "lapses");
        var change = session.Begin(ChangeKind.HoldPlaced, Actor, InNameOf, rights.Grant);
        if (InPlaceOf is not null)
            Holds.Release(session, Actor, InNameOf, InPlaceOf);
        var (request, lanes) = Holds.Place(session, Actor, InNameOf, Title, Times, LapsesAt, session.Users(With).Values);
        session.Became(Actor, For, RequestState.Held, holds: request);
        return new PlacedHolds(request, change, lanes);
    }
}

/// <param name="Request">What the holds have in common.</param>
/// <param name="Lanes">On how many calendars they stand.</param>
public sealed record PlacedHolds(string Request, long Change, int Lanes);

/// <summary>Nothing is kept any longer: what was being agreed is settled otherwise.</summary>
/// <param name="Request">What the holds have in common.</param>
[Change(ChangeKind.HoldsReleased, "released holds for", MayTakeBack.ByWhoAdds)]
public sealed record ReleaseHolds(UserId Actor, string Request) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        // The first stands on the lane of whose request it is.
        var first = session.HoldsOf(Request).MinBy(h => h.Id.Value) ?? throw new RefusedException(RefusalKind.NotFound);
        var (hold, rights) = session.MustChange(Actor, first.PublicId);
        var change = session.Begin(ChangeKind.HoldsReleased, Actor, hold.Owner, rights.Grant);
        Holds.Release(session, Actor, hold.Owner, Request);
        return change;
    }
}

internal static class Holds
{
    private static readonly Duration Longest = Duration.FromDays(90);

    /// <exception cref="RefusedException">They would lapse in the past, or after more than 90 days.</exception>
    public static void MustLapse(IChangeSession session, Instant at, string field)
    {
        if (at <= session.Now)
            throw new RefusedException(RefusalKind.InThePast, field);
        if (at - session.Now > Longest)
            throw new RefusedException(RefusalKind.BadInput, field, "more than 90 days");
    }

    /// <summary>Places holds on a lane, and on those of others inside where the actor may add to them.</summary>
    /// <returns>What they have in common, and on how many lanes they stand.</returns>
    public static (string Request, int Lanes) Place(
        IChangeSession session,
        UserId actor,
        UserId lane,
        string title,
        IReadOnlyCollection<EntryTime> times,
        Instant lapsesAt,
        IEnumerable<CalendarUser> with
    )
    {
        var request = PublicIds.New();
        var others = with.Where(u => u is { Inside: true, Kind: UserKind.Person } && u.Id != lane && session.MayAdd(actor, u.Id));
        UserId[] lanes = [lane, .. others.Select(u => u.Id)];
        foreach (var (on, time) in lanes.SelectMany(on => times.Select(time => (on, time))))
        {
            session.EntryStore.Save(
                session.New(EntryKind.Hold, on, actor, title, time) with
                {
                    Takes = TimeTaken.Hold,
                    HoldRequest = request,
                    LapsesAt = lapsesAt,
                }
            );
        }

        return (request, lanes.Length);
    }

    /// <summary>Releases the holds of a request, on others' lanes with those on the lane of whose request it is.</summary>
    /// <exception cref="RefusedException">The actor may not change them.</exception>
    public static void Release(IChangeSession session, UserId actor, UserId lane, string request)
    {
        var holds = session.HoldsOf(request);
        // They may have lapsed, been released or chosen meanwhile: then there is nothing left to release.
        if (holds.Count == 0)
            return;
        // The first stands on the lane of whose request it is; who may add to another of its lanes decides nothing of it.
        var first = holds.MinBy(h => h.Id.Value)!;
        // What somebody may not know of is to them as if it had lapsed.
        if (session.WhyNotChange(actor, first) is { } whyNot)
        {
            if (whyNot == WhyNot.NotKnown)
                return;
            throw RightToAct.Refused(whyNot);
        }

        if (first.Owner != lane)
            throw new RefusedException(RefusalKind.NotFound, "holdRequest");
        foreach (var hold in holds)
            session.EntryStore.Save(Scheduling.Cancel(hold).Entry);
        // What is held no longer is offered no longer: another would choose what is settled already.
        if (session.OfferOfHolds(request) is { State: OfferState.Open } offer)
            session.OfferStore.Save(Offering.End(offer, OfferState.Withdrawn));
    }
}
