using System.Collections.Immutable;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Offers;

/// <param name="Keys">With which each reader answers, in the order of the readers: 128 random bits, told this once.</param>
/// <param name="Request">What the holds of its times have in common.</param>
public sealed record MadeOffer(string PublicId, long Change, string Request, IReadOnlyList<string> Keys);

/// <summary>Holds some times and offers them to those outside who are asked to a meeting.</summary>
/// <param name="Meeting">What comes of it; its time is one of the starts.</param>
/// <param name="Starts">Of the times offered.</param>
/// <param name="Zone">The tzdb id of the zone in which its readers are told the times.</param>
/// <param name="InPlaceOf">Holds that these take the place of, or null.</param>
[Change(ChangeKind.OfferMade, "offered times for", MayTakeBack.BySpeaker)]
public sealed record MakeOffer(
    UserId Actor,
    ArrangeMeeting Meeting,
    ImmutableArray<Instant> Starts,
    string Zone,
    Instant Until,
    OfferDecision Decision,
    string? InPlaceOf = null
) : IChange<MadeOffer>
{
    public MadeOffer Apply(IChangeSession session)
    {
        var (owner, title) = (Meeting.InNameOf, Meeting.Title.Trim());
        var rights = session.MustSpeakFor(Actor, owner);
        if (title.Length == 0)
            throw new RefusedException(RefusalKind.NoTitle, "title");
        Holds.MustLapse(session, Until, "until");
        ImmutableArray<TimedEntry> times = [.. Starts.Distinct().Order().Select(At)];
        if (times.Length is 0 or > Offer.MostTimes)
            throw new RefusedException(RefusalKind.TooMany, "times", $"{Offer.MostTimes} times");
        if (Starts.Any(s => s <= session.Now))
            throw new RefusedException(RefusalKind.InThePast, "times");
        var draft = Meeting.Draft is null ? null : session.MustFindDraft(Actor, Meeting.Draft);
        if (draft?.SentBy is not null)
            throw new RefusedException(RefusalKind.AlreadySent);
        var change = session.Begin(ChangeKind.OfferMade, Actor, owner, rights.Grant);
        var asked = Attendees.Resolve(session, Meeting.Invited, new Inviting(Actor, owner, Meeting.Private));
        var people = session.Users(asked.Select(a => a.Who));
        var readers = asked.Select(a => people[a.Who]).Where(p => p is { Inside: false, Kind: UserKind.Person }).ToList();
        if (readers.Count == 0)
            throw new RefusedException(RefusalKind.OfferWithoutReader, "required");
        if (readers.Count > Offer.MostReaders)
            throw new RefusedException(RefusalKind.TooMany, "required", $"{Offer.MostReaders} people outside");
        if (InPlaceOf is not null)
            Holds.Release(session, Actor, owner, InPlaceOf);
        var required = asked.Where(a => a.Role == AttendeeRole.Required).Select(a => people[a.Who]);
        var (held, _) = Holds.Place(session, Actor, owner, title, [.. times], Until, required);
        var offer = new Offer(
            PublicIds.New(),
            owner,
            Actor,
            session.Now,
            new OfferedMeeting(title, [.. asked.Select(a => new OfferInvited(a.Who, a.Role))], ((TimedEntry)Meeting.Time).Zone)
            {
                Place = Meeting.Place,
                Link = Meeting.Link,
                DialIn = Meeting.DialIn,
                Agenda = Meeting.Agenda,
                StyledAgenda = Meeting.StyledAgenda,
                Line = Meeting.Line,
                Private = Meeting.Private,
                Draft = Meeting.Draft,
                Request = Meeting.Request,
                AnswersWanted = Meeting.AnswersWanted,
            },
            [.. times.Select(t => t.ToStretch(DateTimeZone.Utc))],
            Zone,
            Until,
            Decision,
            [.. readers.Select(r => new OfferReader(r.Id))]
        )
        {
            HoldRequest = held,
        };
        session.OfferStore.Save(offer);
        if (draft is not null)
            session.DraftStore.Save(draft with { SentBy = change, At = session.Now });
        session.Became(Actor, Meeting.Request, RequestState.Held, holds: held);
        return new MadeOffer(
            offer.PublicId,
            change,
            held,
            [.. Enumerable.Range(0, readers.Count).Select(r => OfferChanges.NewKey(session, offer, r))]
        );
    }

    private TimedEntry At(Instant start) =>
        Meeting.Time is TimedEntry timed
            ? TimedEntry.At(new Stretch(start, start + timed.Length), timed.Zone)
            : throw new RefusedException(RefusalKind.BadInput, "times", "A time of day");
}

/// <summary>Gives a reader of an offer another link; the one before leads nowhere from then on.</summary>
/// <param name="Reader">Their number.</param>
public sealed record RenewOfferLink(UserId Actor, string Offer, int Reader) : IChange<string>
{
    public string Apply(IChangeSession session)
    {
        var (offer, _) = session.MustFindOffer(Actor, Offer);
        if (Reader < 0 || Reader >= offer.Readers.Length)
            throw new RefusedException(RefusalKind.NotFound);
        Offering.MustBeOpen(offer, session.Now);
        return OfferChanges.NewKey(session, offer, Reader);
    }
}

/// <summary>Takes an offer back: its times are free again, and its links say so.</summary>
[Change(ChangeKind.OfferEnded, "offers no longer the times for", MayTakeBack.BySpeaker)]
public sealed record EndOffer(UserId Actor, string Offer) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (offer, rights) = session.MustFindOffer(Actor, Offer);
        Offering.MustBeOpen(offer, session.Now);
        var change = session.Begin(ChangeKind.OfferEnded, Actor, offer.Owner, rights.Grant);
        Holds.Release(session, Actor, offer.Owner, offer.HoldRequest);
        if (session.Offer(Offer) is { State: OfferState.Open } still)
            session.OfferStore.Save(Offering.End(still, OfferState.Withdrawn));
        return change;
    }
}

/// <summary>Books one of the offered times, whatever was said of it.</summary>
/// <param name="Time">Its number.</param>
[Change(ChangeKind.OfferBooked, "booked an offered time for", MayTakeBack.BySpeaker)]
public sealed record BookOffered(UserId Actor, string Offer, int Time) : IChange<ArrangedMeeting>
{
    public ArrangedMeeting Apply(IChangeSession session)
    {
        var (offer, rights) = session.MustFindOffer(Actor, Offer);
        if (offer.State == OfferState.Booked)
            throw new RefusedException(RefusalKind.OfferBooked);
        // What has lapsed, and nobody decided, can still be booked.
        if (offer.State == OfferState.Withdrawn)
            throw new RefusedException(RefusalKind.OfferEnded);
        if (Time < 0 || Time >= offer.Times.Length)
            throw new RefusedException(RefusalKind.NotFound);
        if (!OfferTimes.Free(session, offer, Actor, session.Now)(Time))
            throw new RefusedException(RefusalKind.OfferTimeGone);
        var change = session.Begin(ChangeKind.OfferBooked, Actor, offer.Owner, rights.Grant);
        return OfferChanges.Book(session, offer, Time, Actor, null, change);
    }
}
