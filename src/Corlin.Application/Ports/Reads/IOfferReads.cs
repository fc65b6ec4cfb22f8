using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What reads of offers ask of the store.</summary>
public interface IOfferReads
{
    /// <summary>What is offered in the names of some people, and was until a moment; the soonest end first.</summary>
    IReadOnlyList<Offer> OffersOf(IReadOnlyCollection<UserId> owners, Instant endedSince, int limit);

    Offer? Offer(string publicId);

    /// <summary>The offer for whose times some holds were placed; null where there is none.</summary>
    Offer? OfferOfHolds(string request);

    /// <summary>The offer that one of its readers answers with a key, and their number.</summary>
    (Offer Offer, int Reader)? OfferOfKey(string keyHash);

    /// <summary>The public ids of those that are open though their end has come, the oldest first.</summary>
    IReadOnlyList<string> OffersDue(Instant now, int limit);
}
