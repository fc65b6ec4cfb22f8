using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Offers;

/// <summary>What the viewer, or another who speaks for the same people, offered to people outside.</summary>
public sealed record OffersView(IReadOnlyList<OfferView> Offers);

/// <param name="Stands">"2 of 3 answered, until Wednesday 18:00".</param>
/// <param name="Decides">What happens with what they say.</param>
/// <param name="Text">What is written to the readers; their link is put below it.</param>
/// <param name="Entry">The public id of the meeting that came of it.</param>
/// <param name="Open">Whether it can be answered.</param>
/// <param name="MayBook">Whether one of its times can still be booked by hand.</param>
public sealed record OfferView(
    string Id,
    PersonView For,
    string Title,
    string Stands,
    string Decides,
    string Text,
    string? Entry,
    bool Open,
    bool MayBook,
    IReadOnlyList<OfferTimeView> Times,
    IReadOnlyList<OfferReaderView> Readers
);

/// <param name="Marks">What each of the readers says, in their order: fits, at a pinch, no; null for nothing yet.</param>
/// <param name="Best">Whether it suits best of those that are free.</param>
public sealed record OfferTimeView(
    int Number,
    long Start,
    long End,
    string When,
    bool Free,
    bool Booked,
    bool Best,
    IReadOnlyList<OfferMark?> Marks
);

/// <param name="Answered">"no reply yet", "today 09:12".</param>
/// <param name="Words">What else they wrote.</param>
public sealed record OfferReaderView(int Number, PersonView Who, string Answered, bool NoneFits, string? Words);

/// <summary>What is offered to people outside, and what they say.</summary>
public sealed record ReadOffers(UserId Viewer, Instant Now)
{
    private const int Most = 100;
    private static readonly Duration Remembered = Duration.FromDays(30);

    public OffersView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        return new OffersView([.. Known(viewing, Now - Remembered, Most).Select(o => View(viewing, o))]);
    }

    /// <summary>Those that the viewer may know of, that were open until a moment.</summary>
    internal static IEnumerable<Offer> Known(Viewing viewing, Instant since, int most) =>
        viewing
            .Store.OffersOf([viewing.Person.Id, .. viewing.Viewer.SpeaksFor.Keys], since, most)
            .Where(o => !o.Meeting.Private || o.Owner == viewing.Person.Id || viewing.Viewer.SpeaksFor.GetValueOrDefault(o.Owner));

    private static OfferView View(Viewing viewing, Offer offer)
    {
        var people = viewing.Users(offer.Readers.Select(r => r.Who).Append(offer.Owner));
        var open = offer.IsOpenAt(viewing.Now);
        var mayBook = offer.State is OfferState.Open or OfferState.Lapsed;
        var isFree = mayBook ? OfferTimes.Free(viewing.Store, offer, viewing.Person.Id, viewing.Now) : _ => false;
        var best = mayBook ? Offering.Best(offer, isFree) : null;
        string At(Instant moment)
        {
            var local = viewing.Zone.ToLocal(moment);
            return $"{English.NearDay(local.Date, viewing.Today)} {English.Time(local.TimeOfDay)}";
        }

        return new OfferView(
            offer.PublicId,
            viewing.View(people[offer.Owner]),
            offer.Meeting.Title,
            English.OfferStands(offer.State, offer.Readers.Count(r => r.At is not null), offer.Readers.Length, At(offer.Until)),
            English.Decides(offer.Decision, offer.Readers.Length),
            Text(viewing, offer, people[offer.Owner]),
            offer.Entry,
            open,
            mayBook,
            [
                .. offer.Times.Select(
                    (t, number) =>
                        new OfferTimeView(
                            number,
                            LaneViews.Ms(t.Start),
                            LaneViews.Ms(t.End),
                            English.FromTo(viewing.Zone.ToLocal(t.Start), viewing.Zone.ToLocal(t.End)),
                            isFree(number),
                            offer.Booked == number,
                            best == number,
                            [.. offer.Readers.Select(r => r.Marks.IsEmpty ? (OfferMark?)null : r.Marks[number])]
                        )
                ),
            ],
            [
                .. offer.Readers.Select(
                    (r, number) =>
                        new OfferReaderView(
                            number,
                            viewing.View(people[r.Who]),
                            r.At is { } at ? At(at) : "no reply yet",
                            r.NoneFits,
                            r.Words
                        )
                ),
            ]
        );
    }

    private static string Text(Viewing viewing, Offer offer, CalendarUser owner)
    {
        var zone = Zones.Get(offer.Zone);
        var until = zone.ToLocal(offer.Until);
        var where = OfferPlace.Words(offer.Meeting);
        return English.OfferText(
            owner.Name,
            offer.Meeting.Title,
            English.Length(offer.Times[0].Length),
            where.Length == 0 ? "" : ", " + where,
            [.. offer.Times.Select(t => Told(viewing, t, zone, owner))],
            Zones.City(offer.Zone),
            $"{English.Day(until.Date)}, {English.Time(until.TimeOfDay)}",
            offer.Decision != OfferDecision.FirstChoice
        );
    }

    /// <summary>By the clock of the reader, and by the organiser's where that is another.</summary>
    private static string Told(Viewing viewing, Stretch time, DateTimeZone zone, CalendarUser owner)
    {
        var (start, end) = (zone.ToLocal(time.Start), zone.ToLocal(time.End));
        var there = owner.HomeZone.ToLocal(time.Start);
        var told = English.FromTo(start, end);
        return there == start ? told : $"{told} ({English.AlsoAt(there, start.Date, viewing.ClockOf(owner))})";
    }
}
