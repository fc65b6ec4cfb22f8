using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Offers;

/// <summary>Which of the offered times are still free.</summary>
internal static class OfferTimes
{
    /// <summary>
    /// Whether a time, by its number, is still free for whose name it is in and for everyone inside who must come: nothing firm stands over
    /// it, no meeting has been sent for it since, and nobody is away. Holds do not count.
    /// </summary>
    /// <param name="viewer">With whose eyes the lanes are read.</param>
    public static Func<int, bool> Free(ICalendarReads store, Offer offer, UserId viewer, Instant now)
    {
        var viewing = new Viewing(store, viewer, now);
        var must = offer.Meeting.Invited.Where(i => i.Role != AttendeeRole.Optional).Select(i => i.Who).Prepend(offer.Owner);
        var people = store.Users(must).Values.Where(p => p.Inside).ToList();
        var span = new Stretch(offer.Times.Min(t => t.Start), offer.Times.Max(t => t.End));
        var lanes = LaneReading.Read(viewing, people, span);
        return time =>
            offer.Times[time].Start > now
            && lanes.All(l =>
                l.Absences.All(a => !a.Stretch.Overlaps(offer.Times[time]))
                && l.Entries.All(e => !IsTaken(e, offer) || !e.Told.Stretch.Overlaps(offer.Times[time]))
            );
    }

    /// <summary>A meeting that not all have accepted is pencilled; one that was there before was known when the time was offered.</summary>
    private static bool IsTaken(LaneEntry entry, Offer offer) =>
        entry.Told.Takes == TimeTaken.Firm
        || (
            entry is { Told.Takes: TimeTaken.Pencilled, Occurrence.Entry: { Kind: EntryKind.Meeting } meeting }
            && meeting.MadeAt >= offer.MadeAt
        );
}
