using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Offers;

/// <summary>An offer as one of its readers sees it: nobody is named but whose time it is and themselves.</summary>
/// <param name="Organiser">In whose name the times are offered.</param>
/// <param name="Zone">The tzdb id by which the reader is told the times.</param>
/// <param name="OrganiserZone">The zone of the organiser, with the name of where that is.</param>
/// <param name="Where">"in Gannet", "by video"; empty where nothing is said.</param>
/// <param name="Link">Told only when it is booked.</param>
/// <param name="Uid">Of the meeting that came of it, for a calendar program; null as long as there is none.</param>
public sealed record OfferedView(
    string Title,
    string Organiser,
    string Reader,
    string Zone,
    (string Zone, string Town) OrganiserZone,
    Duration Length,
    string Where,
    string? Line,
    Instant Until,
    OfferState State,
    OfferDecision Decision,
    IReadOnlyList<OfferedTime> Times,
    string? Words,
    bool HasAnswered,
    OfferedTime? Booked,
    string? Link,
    string? Uid,
    string Id
);

/// <param name="Free">Whether it can still be chosen.</param>
/// <param name="Mark">What the reader said of it; null for nothing yet.</param>
public sealed record OfferedTime(int Number, Stretch Stretch, bool Free, OfferMark? Mark);

/// <summary>What stands behind the key of a link to an offer.</summary>
public sealed record ReadOffered(string Key, Instant Now)
{
    /// <exception cref="RefusedException">No offer ever had that key, or who made it may offer nothing any more.</exception>
    public OfferedView Run(ICalendarReads store)
    {
        if (store.OfferOfKey(KeyHash.Of(Key)!) is not var (offer, number))
            throw new RefusedException(RefusalKind.NotFound);
        var viewing = new Viewing(store, offer.MadeBy, Now);
        if (offer.State == OfferState.Open && offer.MadeBy != offer.Owner && !viewing.Viewer.SpeaksFor.ContainsKey(offer.Owner))
            throw new RefusedException(RefusalKind.OfferEnded);
        var (reader, meeting) = (offer.Readers[number], offer.Meeting);
        var people = store.Users([offer.Owner, reader.Who]);
        var owner = people[offer.Owner];
        var open = offer.IsOpenAt(Now);
        var isFree = open ? OfferTimes.Free(store, offer, offer.MadeBy, Now) : _ => false;
        var times = offer
            .Times.Select((stretch, t) => new OfferedTime(t, stretch, isFree(t), reader.Marks.IsEmpty ? null : reader.Marks[t]))
            .ToList();
        // What was arranged otherwise since is told by the invitation.
        var entry = offer.Entry is null ? null : store.Entry(offer.Entry);
        return new OfferedView(
            meeting.Title,
            owner.Name,
            people[reader.Who].GivenName,
            offer.Zone,
            (owner.Zone, viewing.ClockOf(owner)),
            offer.Times[0].Length,
            OfferPlace.Words(meeting),
            meeting.Line,
            offer.Until,
            open || offer.State != OfferState.Open ? offer.State : OfferState.Lapsed,
            offer.Decision,
            times,
            reader.Words,
            reader.At is not null,
            offer.Booked is { } booked ? times[booked] : null,
            offer.State == OfferState.Booked ? meeting.Link : null,
            entry?.Uid,
            offer.PublicId
        );
    }
}

/// <summary>Where what is offered takes place, in words.</summary>
internal static class OfferPlace
{
    public static string Words(OfferedMeeting meeting) =>
        (meeting.Place, meeting.Link) switch
        {
            ({ Length: > 0 } place, null) => $"in {place}",
            ({ Length: > 0 } place, _) => $"in {place} or by video",
            (_, not null) => "by video",
            _ => "",
        };
}
