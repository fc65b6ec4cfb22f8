using System.Globalization;
using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>What is wrong with meetings that are organised in the name of who keeps the lane, though they stand.</summary>
internal sealed class OfMeetings
{
    private static readonly Duration Short = Duration.FromMinutes(45);

    private readonly Looking looking;
    private readonly IReadOnlyList<(Lane Lane, LaneEntry Entry, WholeEntry Whole)> meetings;
    private readonly IReadOnlyDictionary<UserId, CalendarUser> people;
    private readonly IReadOnlyDictionary<UserId, PersonFacts> rooms;
    private readonly ILookup<UserId, Absence> absences;
    private readonly HashSet<EntryId> withPapers;
    private const int MostRoomsSought = 5;
    private int roomsSought;

    public OfMeetings(Looking looking, IReadOnlyList<Lane> lanes)
    {
        this.looking = looking;
        var viewing = looking.Viewing;
        meetings =
        [
            .. lanes.SelectMany(lane =>
                lane.Entries.Where(e =>
                        e.Occurrence.Entry is { Kind: EntryKind.Meeting, Status: MeetingStatus.Sent, Convened: false } meeting
                        && meeting.Owner == lane.Who.Id
                        && e.Told.Stretch.Start > viewing.Now
                    )
                    .Where(e => e.Told.Whole is not null)
                    .Select(e => (lane, e, e.Told.Whole!))
            ),
        ];
        var asked = meetings.SelectMany(m => m.Whole.Attendees.Select(a => a.Who)).Distinct().ToList();
        people = viewing.Users(asked);
        rooms = viewing.Store.Facts([.. asked.Where(a => people[a].Kind is UserKind.Room)]);
        viewing.ReadRights(asked);
        var known = asked.Where(a => people[a].Kind == UserKind.Person && viewing.RightsOnLane(a).Sight > Sight.Nothing).ToList();
        var span = new Stretch(viewing.Now, viewing.Now + Duration.FromDays(LookAheads.MostDays));
        absences = (known.Count == 0 ? [] : viewing.Store.Absences(known, span)).ToLookup(a => a.Who);
        withPapers = [.. viewing.Store.Papers([.. meetings.Select(m => m.Entry.Occurrence.Entry.Id).Distinct()]).Select(p => p.Entry)];
    }

    /// <summary>Of a series what comes first: the same thing is not said for each occurrence.</summary>
    public IEnumerable<Concern> Find() =>
        meetings
            .SelectMany(m =>
                Rooms(m.Lane, m.Entry, m.Whole).Concat(Prepared(m.Lane, m.Entry, m.Whole)).Concat(Away(m.Lane, m.Entry, m.Whole))
            )
            .GroupBy(c => (c.Kind, c.Lane.Who.Id, c.Entry!.Occurrence.Entry.Id, c.Reason))
            .Select(same => same.First());

    private IEnumerable<Concern> Rooms(Lane lane, LaneEntry entry, WholeEntry whole)
    {
        if (!looking.IsDue(ConcernKind.Room, lane, entry.Told.Stretch.Start))
            yield break;
        var coming = 1 + whole.Attendees.Count(a => a.Answer != Answer.Declined && people[a.Who].Kind == UserKind.Person);
        foreach (var room in whole.Attendees.Where(a => a.Role == AttendeeRole.Resource && people[a.Who].Kind == UserKind.Room))
        {
            var name = people[room.Who].Name;
            var seats = rooms.TryGetValue(room.Who, out var facts) ? facts.Capacity : null;
            if (room.Answer == Answer.Declined)
                yield return Of(ConcernKind.Room, lane, entry, $"{room.Who.Value} refused", "No room", $"{name} cannot be had then") with
                {
                    Tone = "wrong",
                    Ways = OtherRoom(lane, entry, whole, people[room.Who], coming),
                };
            else if (seats < coming)
                yield return Of(
                    ConcernKind.Room,
                    lane,
                    entry,
                    string.Create(CultureInfo.InvariantCulture, $"{room.Who.Value} {seats} {coming}"),
                    "Room too small",
                    $"{name} holds {seats}; with {lane.Who.GivenName} {coming} come"
                ) with
                {
                    Ways = OtherRoom(lane, entry, whole, people[room.Who], coming),
                };
        }
    }

    /// <summary>The smallest room of the same site that can be had and holds all; for the first few, as each is looked for apart.</summary>
    private IReadOnlyList<WayOutView> OtherRoom(Lane lane, LaneEntry entry, WholeEntry whole, CalendarUser room, int coming)
    {
        WayOutView open = new(WayOutKind.Entry, "Open the entry");
        if (!entry.Told.MayChange || ++roomsSought > MostRoomsSought)
            return [open];
        var taken = whole.Attendees.Select(a => a.Who).ToHashSet();
        var free = FreeRooms.At(looking.Viewing, entry.Told.Stretch, taken);
        var site = looking.Viewing.SiteOf(room.Place) ?? looking.Viewing.SiteOf(lane.Who.Place);
        if (FreeRooms.Fitting(looking.Viewing, free, coming, site) is not { } other)
            return [open];
        var place = entry.Told.Place == room.Name ? new PlaceInsteadView(room.Name, other.Room.Name) : null;
        return [new(WayOutKind.Room, $"Take {other.Words}") { Room = new(other.Room.PublicId, room.PublicId, place) }, open];
    }

    /// <summary>A short one that comes again and again needs no agenda, nor does what two agree on.</summary>
    private IEnumerable<Concern> Prepared(Lane lane, LaneEntry entry, WholeEntry whole)
    {
        var others = whole.Attendees.Count(a => a.Answer != Answer.Declined && people[a.Who].Kind == UserKind.Person);
        if (
            others >= 2
            && !(entry.Told.RecurrenceId is not null && entry.Told.Stretch.Length < Short)
            && string.IsNullOrWhiteSpace(whole.Agenda)
            && !withPapers.Contains(entry.Occurrence.Entry.Id)
            && looking.IsDue(ConcernKind.Unprepared, lane, entry.Told.Stretch.Start)
        )
            yield return Of(
                ConcernKind.Unprepared,
                lane,
                entry,
                "",
                "No agenda",
                $"{English.Count(others + 1, "person comes", "people come")}, and nothing lies with it"
            ) with
            {
                Ways = [new(WayOutKind.Entry, "Add an agenda")],
            };
    }

    private IEnumerable<Concern> Away(Lane lane, LaneEntry entry, WholeEntry whole)
    {
        if (!looking.IsDue(ConcernKind.RequiredAway, lane, entry.Told.Stretch.Start))
            yield break;
        var away = whole
            .Attendees.Where(a =>
                a is { Role: AttendeeRole.Required, Answer: not Answer.Declined }
                && absences[a.Who].Any(away => away.Stretch.Overlaps(entry.Told.Stretch))
            )
            .Select(a => people[a.Who])
            .ToList();
        if (away.Count == 0)
            yield break;
        var names = English.And([.. away.Select(a => a.GivenName)]);
        yield return Of(
            ConcernKind.RequiredAway,
            lane,
            entry,
            string.Join(' ', away.Select(a => a.PublicId)),
            "Away",
            $"{names} {(away.Count == 1 ? "is" : "are")} required, and away then"
        ) with
        {
            Ways = [new(WayOutKind.Chase, "Open in Chase")],
        };
    }

    private Concern Of(ConcernKind kind, Lane lane, LaneEntry entry, string facts, string judgement, string reason) =>
        new(kind, lane, Looking.Name(entry), $"{Looking.At(entry)} {facts}", entry.Told.Stretch.Start)
        {
            Title = entry.Told.Title!,
            Text = LaneWords.When(looking.Viewing, lane, entry.Told.Stretch),
            Judgement = judgement,
            Reason = reason,
            Entry = entry,
            Marked = entry.Told.Stretch,
        };
}
