using Corlin.Application.Lanes;
using Corlin.Application.Offers;
using Corlin.Application.Wording;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>Offers to people outside of which something is to be decided.</summary>
internal static class OffersThatWait
{
    /// <summary>What ended longer ago without a booking is over.</summary>
    private static readonly Duration Remembered = Duration.FromDays(7);

    private const int Most = 50;

    public static IEnumerable<QueueRow> Read(Viewing viewing)
    {
        var waiting = ReadOffers
            .Known(viewing, viewing.Now - Remembered, Most)
            .Select(o => (Offer: o, Why: Why(o, viewing.Now)))
            .Where(w => w.Why is not null)
            .ToList();
        var people = viewing.Users(waiting.SelectMany(w => w.Offer.Readers.Select(r => r.Who).Append(w.Offer.Owner)));
        foreach (var (offer, why) in waiting)
        {
            var local = viewing.Zone.ToLocal(offer.Until);
            var end = $"{English.NearDay(local.Date, viewing.Today)} {English.Time(local.TimeOfDay)}";
            var against = offer.Readers.Where(r => r.NoneFits).ToList();
            yield return new QueueRow(
                $"offer-{offer.PublicId}",
                "Decide",
                viewing.View(people[offer.Owner]),
                offer.Meeting.Title,
                $"{English.Count(offer.Times.Length, "time", "times")} offered to {English.And([.. offer.Readers.Select(r => people[r.Who].GivenName)])}",
                why!,
                offer.IsOpenAt(viewing.Now) && against.Count == 0 ? "fits" : "doubt",
                against.Count == 0 ? $"Until {end}."
                    : against[0].Words is { } words ? $"{people[against[0].Who].GivenName}: {words}"
                    : $"{English.And([.. against.Select(r => people[r.Who].GivenName)])} can come at none of them.",
                null,
                null,
                null,
                null,
                LaneViews.Ms(offer.Until)
            );
        }
    }

    /// <summary>What is to be decided; null where it goes on by itself.</summary>
    private static string? Why(Offer offer, Instant now)
    {
        if (offer.State is OfferState.Booked or OfferState.Withdrawn)
            return null;
        if (offer.Readers.Any(r => r.NoneFits))
            return "None fits.";
        if (!offer.IsOpenAt(now))
            return "Nothing booked.";
        return offer.Decision != OfferDecision.FirstChoice && Offering.AllAnswered(offer) ? "All have answered." : null;
    }
}
