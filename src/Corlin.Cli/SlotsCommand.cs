using System.Text.Json;
using Corlin.Application.Wording;
using Corlin.Core.Recurrence;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using Corlin.Interchange.ICalendar;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Cli;

/// <summary>Free slots for a request in a file, as JSON.</summary>
internal static class SlotsCommand
{
    /// <summary>What lies so far before or after the span can matter: to the day, its lunch, its ways and breathing space.</summary>
    private static readonly Duration Beyond = Duration.FromDays(3);

    public static void Run(string file, TextWriter output)
    {
        var asked = JsonSerializer.Deserialize<SlotRequestFile>(File.ReadAllText(file), SlotRequestFile.Json)
            ?? throw new FormatException($"{file} holds no request.");
        var folder = Path.GetDirectoryName(Path.GetFullPath(file))!;
        var request = Request(asked, folder);
        var reply = new
        {
            Slots = SlotSearch
                .Find(request)
                .Select(s => new
                {
                    Start = Text(s.Stretch.Start),
                    End = Text(s.Stretch.End),
                    s.Missing,
                    Rooms = asked.Room is null ? null : s.Rooms.AsEnumerable(),
                    s.Cost,
                    Reasons = s.Reasons.Select(r => English.Reasons([r], key => key)),
                }),
            Misses = asked.Misses ? Misses(request) : null,
            Series = asked.Series is { } series ? Series(request, series, SlotRequestFile.ZoneOf(asked.Clock ?? "")) : null,
            MakeRoom = asked.MakeRoom is { } room ? Room(request, room) : null,
            Candidates = asked.Candidates is { } candidates ? Candidates(request, candidates, folder) : null,
        };
        output.WriteLine(JsonSerializer.Serialize(reply, SlotRequestFile.Json));
    }

    private static object Misses(SlotRequest request)
    {
        var least = Corlin.Core.Slots.Misses.Least(request);
        return new Dictionary<string, object?>
        {
            ["least"] = least.IsEmpty ? null : least[0].Hindered.Length,
            ["starts"] = least.Select(m => Text(m.Stretch.Start)),
        };
    }

    private static object Series(SlotRequest request, SeriesInFile series, DateTimeZone clock) =>
        SeriesFits
            .Find(request, Rule.Parse(series.Rule), series.Count, clock)
            .Select(f => new
            {
                Start = Text(f.Start),
                f.Fits,
                Misses = f.Missed.Select(Text),
            });

    private static object Room(SlotRequest request, MakeRoomInFile asked)
    {
        var stand = request.People.SelectMany(p => p.Busy).Where(b => b.Key is not null).ToLookup(b => b.Key);
        var plans = Corlin.Core.Slots.MakeRoom.Least(
            request,
            [
                .. asked
                    .Movable.Where(m => stand.Contains(m.Uid))
                    .Select(m => new Movable(m.Uid, stand[m.Uid].First().Stretch, [.. m.Attendees]) { Place = stand[m.Uid].First().Place }),
            ],
            asked.Most
        );
        return new Dictionary<string, object?>
        {
            ["least"] = plans.IsEmpty ? null : plans[0].Moves.Length,
            ["starts"] = plans.Select(p => Text(p.Start.Start)),
            ["plan"] = plans.IsEmpty
                ? null
                : new
                {
                    Start = Text(plans[0].Start.Start),
                    Moves = plans[0].Moves.Select(m => new { Uid = m.Key, To = Text(m.To.Start) }),
                },
        };
    }

    private static object Candidates(SlotRequest request, IReadOnlyList<CandidateInFile> asked, string folder)
    {
        var plan = Panel.Place(
            request,
            [
                .. asked.Select(c =>
                {
                    var zone = SlotRequestFile.ZoneOf(c.Zone);
                    return new SlotCandidate(
                        c.Id,
                        HoursInFile.Read(c.Hours).Within(request.Reach, zone),
                        StretchSet.Of(Busy(c.Calendar, folder, request.Reach, zone).Select(b => b.Stretch))
                    );
                }),
            ]
        );
        return new
        {
            Placed = plan.Length,
            Plan = plan.Select(p => new
            {
                p.Key,
                Start = Text(p.Stretch.Start),
                End = Text(p.Stretch.End),
            }),
        };
    }

    private static SlotRequest Request(SlotRequestFile asked, string folder)
    {
        var span = new Stretch(Command.Moment(asked.From), Command.Moment(asked.To));
        if (asked.Minutes <= 0 || asked.Step <= 0)
            throw new FormatException("A meeting and the step between its starts take at least a minute.");
        var reach = new Stretch(span.Start - Beyond, span.End + Beyond);
        return new SlotRequest(
            span,
            Duration.FromMinutes(asked.Minutes),
            Duration.FromMinutes(asked.Step),
            [.. asked.People.Select(p => Person(p, asked, reach, folder))],
            asked.Pencilled == "weighs" ? Weight.Cost : Weight.Forbid
        )
        {
            Reach = reach,
            Weights = asked.ToWeights(),
            Needs = [.. asked.Needs.Select(n => new SomeOf([.. n.Of], n.AtLeast))],
            Room = asked.Room is { } room
                ? new RoomWish(
                    room.Seats,
                    [.. room.Features ?? []],
                    [
                        .. asked.Rooms.Select(r => new SlotRoom(
                            r.Id,
                            r.Seats,
                            [.. r.Features ?? []],
                            StretchSet.Of(Busy(r.Calendar, folder, reach, DateTimeZone.Utc).Select(b => b.Stretch))
                        )),
                    ]
                )
                : null,
            ByClock = asked.Clock is { } clock
                ? new ClockWish(
                    SlotRequestFile.ZoneOf(clock),
                    [.. (asked.Days ?? []).Select(HoursInFile.Weekday)],
                    asked.Between is [var from, _] ? SlotRequestFile.Time(from) : null,
                    asked.Between is [_, var to] ? SlotRequestFile.Time(to) : null
                )
                : null,
            Breathing = asked.Breathing is { } around ? new BreathingWish(Duration.FromMinutes(around)) : null,
            Lunch = asked.Lunch is { } lunch
                ? new LunchWish(SlotRequestFile.Time(lunch.From), SlotRequestFile.Time(lunch.To), Duration.FromMinutes(lunch.Minutes))
                : LunchWish.Usual,
            At = asked.Place is { } place
                ? new PlaceWish(
                    place,
                    new TravelTable(
                        asked.Ways.ToDictionary(w => (w.From, w.To), w => Duration.FromMinutes(w.Minutes)),
                        Duration.FromMinutes(asked.WayOtherwise)
                    )
                )
                : null,
        };
    }

    private static SlotPerson Person(PersonInFile person, SlotRequestFile asked, Stretch reach, string folder)
    {
        var zone = SlotRequestFile.ZoneOf(person.Zone);
        return new SlotPerson(
            person.Id,
            person.Need,
            zone,
            HoursInFile.Read(person.Hours).Within(reach, zone),
            [.. Busy(person.Calendar, folder, reach, zone)],
            StretchSet.Empty
        )
        {
            Protected = person.Protected is { } kept ? new ProtectedTime(HoursInFile.Read(kept).Within(reach, zone)) : null,
            Loosened = Duration.FromMinutes(asked.Loosen.GetValueOrDefault(person.Id)),
            MostADay = asked.MostADay.TryGetValue(person.Id, out var most) ? new DayLimit(Duration.FromMinutes(most)) : null,
        };
    }

    private static IEnumerable<Busy> Busy(string calendar, string folder, Stretch reach, DateTimeZone zone) =>
        BusyReader.Read(File.ReadAllText(Path.Combine(folder, calendar)), reach, zone);

    private static string Text(Instant moment) => InstantPattern.General.Format(moment);
}
