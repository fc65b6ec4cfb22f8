using Corlin.Application.Access;
using Corlin.Application.HandingOver;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Waiting;
using Corlin.Application.Watching;
using Corlin.Application.Whereabouts;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Desk;

/// <summary>Today: the lanes of all principals and the queue of what waits.</summary>
/// <param name="Lead">What the day needs, in a sentence.</param>
/// <param name="Beside">Others who matter today, and whether they can be reached.</param>
/// <param name="Clocks">The other zones of the organisation.</param>
/// <param name="Told">What others did to meetings to which the viewer, or somebody for whom they speak, is asked.</param>
/// <param name="Started">Meetings in whose conference somebody is now.</param>
/// <param name="NeedLook">How many things need a look beside those in the queue.</param>
/// <param name="Replies">What principals said lately to what they were asked.</param>
/// <param name="Handovers">What others leave to the viewer while they are away, and what the viewer left to others.</param>
/// <param name="Returns">Absences that ended lately, of the viewer and of those for whom they speak.</param>
public sealed record DeskView(
    long Now,
    string DateLine,
    string Lead,
    PersonView Viewer,
    IReadOnlyList<ZoneView> Zones,
    DayView Day,
    IReadOnlyList<QueueRow> Queue,
    IReadOnlyList<BesideView> Beside,
    IReadOnlyList<ZoneView> Clocks,
    IReadOnlyList<AccessNewsView> News,
    IReadOnlyList<MeetingNewsView> Told,
    IReadOnlyList<HandoverHeadView> Handovers,
    IReadOnlyList<StartedView> Started,
    int NeedLook,
    IReadOnlyList<QuestionReplyView> Replies,
    IReadOnlyList<ReturnHeadView> Returns
);

/// <param name="Words">"free to 11:00", "day starts in 2 h".</param>
public sealed record BesideView(PersonView Who, string Words);

public sealed record ReadDesk(UserId Viewer, Instant Now)
{
    public DeskView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var today = viewing.Zone.Day(viewing.Today);
        var lanes = KeptLanes.Read(viewing);
        IReadOnlyList<CalendarUser> people = [.. lanes.Select(l => l.Who)];
        var day = Today(viewing, lanes);
        var looked = Concerns.All(viewing, [.. lanes.Where(l => l.Rights.MaySpeakFor)]).Standing;
        var queue = DeskQueue.Build(viewing, lanes, looked);
        var zones = viewing.ZonesOf(people, today);
        return new DeskView(
            LaneViews.Ms(Now),
            English.Day(viewing.Today),
            DeskQueue.Lead(viewing, queue, people),
            viewing.View(viewing.Person),
            zones,
            day,
            queue,
            Beside(viewing, lanes, today),
            Clocks(viewing, zones, today),
            AccessNewsViews.Read(viewing),
            MeetingNewsViews.Read(viewing),
            ReadHandovers.Heads(viewing),
            StartedViews.Of(viewing, lanes),
            looked.Count(c => !c.IsWrong),
            QuestionViews.Replies(viewing, QuestionViews.Read(viewing, people)),
            ReadReturn.Heads(viewing, [.. people.Append(viewing.Person).DistinctBy(p => p.Id)], overOnly: true)
        );
    }

    /// <summary>Today, with what of some lanes stands in it.</summary>
    internal static DayView Today(Viewing viewing, IReadOnlyList<Lane> lanes) => DayOf(viewing, lanes, viewing.Today);

    /// <summary>A day, with what of some lanes stands in it.</summary>
    internal static DayView DayOf(Viewing viewing, IReadOnlyList<Lane> lanes, LocalDate date)
    {
        var day = viewing.Zone.Day(date);
        var isToday = date == viewing.Today;
        return new DayView(
            NodaTime.Text.LocalDatePattern.Iso.Format(date),
            English.Day(date),
            isToday ? "Today" : $"{date.DayOfWeek} {date.Day}",
            LaneViews.Ms(day.Start),
            LaneViews.Ms(day.End),
            isToday,
            NodaTime.Calendars.WeekYearRules.Iso.GetWeekOfWeekYear(date),
            [.. lanes.Select(l => LaneViews.View(viewing, Within(l, day), day))]
        );
    }

    private static Lane Within(Lane lane, Stretch day) =>
        lane with
        {
            // Hours beyond the day are kept: "day starts in 2 h" may speak of tomorrow.
            Entries = [.. lane.Entries.Where(e => e.Told.Stretch.Overlaps(day))],
            Absences = [.. lane.Absences.Where(a => a.Stretch.Overlaps(day))],
            Hours = lane.Hours.Intersect(StretchSet.Of([new Stretch(day.Start, day.End + Duration.FromDays(1))])),
        };

    /// <summary>Those inside who meet the principals today and are not among them, and the rooms they meet in.</summary>
    private static IReadOnlyList<BesideView> Beside(Viewing viewing, IReadOnlyList<Lane> lanes, Stretch today)
    {
        const int most = 3;
        var shown = lanes.Select(l => l.Who.Id).ToHashSet();
        var ids = lanes
            .SelectMany(l => l.Entries)
            .Where(e => e.Told.Whole is not null && e.Told.Stretch.Overlaps(today))
            .SelectMany(e => e.Told.Whole!.Attendees.Select(a => a.Who).Append(e.Told.Whole.Organiser))
            .Where(id => !shown.Contains(id))
            .GroupBy(id => id)
            .OrderByDescending(g => g.Count())
            .Select(g => g.Key)
            .ToList();
        var users = viewing.Users(ids);
        var people = ids.Select(id => users[id]).Where(u => u.Inside).OrderBy(u => u.Kind == UserKind.Room).Take(most).ToList();
        return [.. LaneReading.Read(viewing, people, today).Select(l => new BesideView(viewing.View(l.Who), ReachWords.Now(viewing, l)))];
    }

    private static IReadOnlyList<ZoneView> Clocks(Viewing viewing, IReadOnlyList<ZoneView> shown, Stretch today)
    {
        var zones = shown.Select(z => z.Id).ToHashSet();
        return
        [
            .. viewing
                .Places.Values.Where(p => !zones.Contains(p.Zone))
                .DistinctBy(p => p.Zone)
                .OrderBy(p => p.Town, StringComparer.Ordinal)
                .Select(p => viewing.View(p.Zone, p.Town, today)),
        ];
    }
}
