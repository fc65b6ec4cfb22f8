using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>
/// Who came into a group that was asked to meetings still to come, or left it: asked or taken out in one step, or left as it is.
/// </summary>
internal static class MemberOffers
{
    private const int Most = 100;

    public static IEnumerable<QueueRow> Read(Viewing viewing, IReadOnlyList<CalendarUser> kept)
    {
        var organisers = kept.Select(k => k.Id).Append(viewing.Person.Id).Distinct().ToList();
        var meetings = viewing
            .Store.MeetingsOfGroups(organisers, viewing.Now, Most)
            .Where(m => viewing.Viewer.StandsFor(m.Owner, m.Private))
            .ToList();
        var members = viewing.Store.MembersOf([.. meetings.SelectMany(m => m.Groups).Select(g => g.Group).Distinct()]);
        var offers = meetings.SelectMany(m => GroupOffers.Of(m, g => members[g]).Select(o => (Meeting: m, Offer: o))).ToList();
        var people = viewing.Users(offers.SelectMany(o => new[] { o.Meeting.Owner, o.Offer.Group, o.Offer.Member }));
        return offers
            .GroupBy(o => (o.Meeting.Id, o.Offer.Group, o.Offer.Joined))
            .Select(g => Row(viewing, g.First().Meeting, [.. g.Select(o => o.Offer)], people))
            .OfType<QueueRow>();
    }

    private static QueueRow? Row(
        Viewing viewing,
        Entry meeting,
        IReadOnlyList<GroupOffer> offers,
        IReadOnlyDictionary<UserId, CalendarUser> people
    )
    {
        var (organiser, group, first, joined) = (
            people[meeting.Owner],
            people[offers[0].Group],
            people[offers[0].Member],
            offers[0].Joined
        );
        var ahead = new Stretch(viewing.Now, viewing.Now + Duration.FromDays(366));
        if (Occurrences.In(meeting, ahead, organiser.HomeZone).FirstOrDefault() is not { } next)
            return null;
        var local = viewing.Zone.ToLocal(next.Stretch.Start);
        var when = $"{English.NearDay(local.Date, viewing.Today)} {English.Time(local.TimeOfDay)}";
        var others = offers.Count - 1;
        return new QueueRow(
            $"members-{meeting.PublicId}-{group.PublicId}-{joined}",
            "Decide",
            viewing.View(organiser),
            others == 0 ? first.Name
                : others == 1 ? English.And([first.Name, people[offers[1].Member].Name])
                : $"{first.Name} and {others} more",
            $"{(joined ? "joined" : "left")} {group.Name}",
            joined ? "Not yet invited" : "Still invited",
            "doubt",
            $"to “{meeting.Title}”{(meeting.IsSeries ? ", a series, next" : ",")} {when}",
            meeting.PublicId,
            LaneViews.Id(next.RecurrenceId),
            LaneViews.Ms(next.Stretch.Start),
            LaneViews.Ms(next.Stretch.End),
            LaneViews.Ms(next.Stretch.Start),
            new MemberOfferView(
                group.PublicId,
                [.. offers.Select(o => people[o.Member].PublicId)],
                others == 0 ? first.GivenName : $"those {offers.Count}",
                joined
            )
        );
    }
}
