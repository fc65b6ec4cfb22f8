using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;

namespace Corlin.Application.Offers;

/// <summary>What the changes of offers have in common.</summary>
internal static class OfferChanges
{
    /// <exception cref="RefusedException">There is none that the actor may know of.</exception>
    public static (Offer Offer, Rights Rights) MustFindOffer(this IChangeSession session, UserId actor, string id)
    {
        var found = session.Offer(id) ?? throw new RefusedException(RefusalKind.NotFound);
        return session.SpeakingFor(actor, found.Owner) is { } rights && (!found.Meeting.Private || rights.MaySpeakForPrivate)
            ? (found, rights)
            : throw new RefusedException(RefusalKind.NotFound);
    }

    /// <returns>The key; only its hash is kept.</returns>
    public static string NewKey(IChangeSession session, Offer offer, int reader)
    {
        var key = PublicIds.New();
        session.OfferStore.Key(offer, reader, KeyHash.Of(key)!);
        return key;
    }

    /// <summary>The meeting is sent for one of the times; the other holds are released. A change has begun for it.</summary>
    /// <param name="actor">In whose right: who books it, or who made the offer.</param>
    /// <param name="chosenBy">The number of the reader who chose; null where nobody did by themselves.</param>
    /// <exception cref="RefusedException">The actor may not speak for its owner any more.</exception>
    public static ArrangedMeeting Book(IChangeSession session, Offer offer, int time, UserId actor, int? chosenBy, long change)
    {
        session.MustSpeakFor(actor, offer.Owner);
        var meeting = offer.Meeting;
        var people = session.Users(meeting.Invited.Select(i => i.Who));
        var at = TimedEntry.At(offer.Times[time], meeting.Zone);
        var arranged = new ArrangeMeeting(
            actor,
            offer.Owner,
            meeting.Title,
            [.. meeting.Invited.Select(i => new Invited(people[i.Who].PublicId, i.Role))],
            at,
            meeting.Place,
            meeting.Link,
            meeting.Agenda,
            meeting.Line,
            meeting.Private
        )
        {
            DialIn = meeting.DialIn,
            StyledAgenda = meeting.StyledAgenda,
            AnswersWanted = meeting.AnswersWanted,
            HoldRequest = offer.HoldRequest,
        };
        var sent = arranged.Made(session, session.New(EntryKind.Meeting, offer.Owner, actor, meeting.Title, at));
        var stands = sent.Entry;
        var answers = new List<Transition>();
        // Who said that a time fits has accepted it, and is not asked again.
        for (var reader = 0; reader < offer.Readers.Length; reader++)
        {
            if (reader != chosenBy && (offer.Readers[reader].Marks is not { IsEmpty: false } marks || marks[time] != OfferMark.Fits))
                continue;
            var who = offer.Readers[reader].Who;
            var given = Scheduling.Give(stands, who, null, new GivenAnswer(Answer.Accepted, null, null, who, session.Now));
            stands = session.EntryStore.Save(given.Entry);
            answers.Add(given);
        }

        if (meeting.Draft is { } draft)
            session.LayWith(stands, session.PapersOfDraft(draft));
        session.Became(offer.MadeBy, meeting.Request, RequestState.Arranged, stands.PublicId);
        session.Tell(sent with { Entry = stands }, actor);
        foreach (var given in answers)
            session.Tell(given with { Entry = stands }, given.Effects[0].About);
        session.OfferStore.Save(Offering.Book(offer, time, stands.PublicId, chosenBy));
        return ArrangedMeeting.Of(stands, change);
    }
}
