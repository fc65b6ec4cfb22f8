using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>Meetings that others ask one, or somebody for whom one speaks, to organise from now on.</summary>
internal static class TurnOverOffers
{
    public static IEnumerable<QueueRow> Read(Viewing viewing, IReadOnlyList<CalendarUser> kept)
    {
        var offers = viewing.Store.TurnOversTo([.. kept.Select(k => k.Id).Append(viewing.Person.Id).Distinct()]);
        if (offers.Count == 0)
            return [];
        var meetings = viewing.Store.EntriesNow([.. offers.Select(o => o.Meeting)]);
        var people = viewing.Meeting(offers.SelectMany(o => new[] { o.From, o.To }));
        return offers
            .Select(o => meetings.GetValueOrDefault(o.Meeting) is { } meeting ? Row(viewing, o, meeting, people) : null)
            .OfType<QueueRow>();
    }

    private static QueueRow? Row(Viewing viewing, TurnOverOffer offer, Entry meeting, IReadOnlyDictionary<UserId, CalendarUser> people)
    {
        // It may have become somebody else's meanwhile, or been cancelled; and who does not speak in private matters learns nothing of one.
        if (meeting.Owner != offer.From || meeting.Status != MeetingStatus.Sent || !viewing.Viewer.StandsFor(offer.To, meeting.Private))
            return null;
        var (from, to) = (people[offer.From], people[offer.To]);
        var ahead = new Stretch(viewing.Now, viewing.Now + Duration.FromDays(366));
        if (Occurrences.In(meeting, ahead, from.HomeZone).FirstOrDefault() is not { } next)
            return null;
        var local = viewing.Zone.ToLocal(next.Stretch.Start);
        var whom = to.Id == viewing.Person.Id ? "you" : to.GivenName;
        var known = meeting.Asks(to.Id);
        return new QueueRow(
            $"turnover-{offer.Id}",
            "Decide",
            viewing.View(to),
            meeting.Title,
            $"{from.Name} asks {whom} to organise it",
            "Offered",
            "doubt",
            $"{(meeting.IsSeries ? "a series, next " : "")}{English.NearDay(local.Date, viewing.Today)} {English.Time(local.TimeOfDay)}, {English.Count(meeting.Participations.Length, "is", "are")} asked{(offer.Note is { } note ? $"; “{note}”" : "")}",
            known ? meeting.PublicId : null,
            known ? LaneViews.Id(next.RecurrenceId) : null,
            LaneViews.Ms(next.Stretch.Start),
            LaneViews.Ms(next.Stretch.End),
            LaneViews.Ms(next.Stretch.Start),
            TurnOver: offer.Id
        );
    }
}
