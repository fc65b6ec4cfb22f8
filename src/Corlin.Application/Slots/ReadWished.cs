using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>Which of the wishes of a search a time breaks that was chosen in spite of them.</summary>
/// <param name="Search">With its wishes; its days do not matter.</param>
public sealed record ReadWished(UserId Viewer, ReadSlots Search, Instant Start)
{
    private static readonly Duration Around = Duration.FromDays(2);

    /// <summary>A warning for each, none where all hold.</summary>
    public IReadOnlyList<WarningView> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Search.Now);
        var question = Search.Ask(viewing);
        var meeting = new Stretch(Start, Start + Duration.FromMinutes(Search.Minutes));
        // Those around it count, so the days around it are read.
        var (request, _) = question.In(new Stretch(meeting.Start - Around, meeting.End + Around));
        var work = new SlotWork(request with { Occurrences = null });
        var names = question.Names;
        var hindered = Misses.Of(work, Start).Hindered;
        IReadOnlyList<string> By(Obstacle obstacle) => [.. hindered.Where(h => h.Why.Contains(obstacle)).Select(h => names[h.Person])];
        var wishes = Search.Wishes;
        var broken = Clock(wishes, meeting, viewing).Select(English.AgainstTheWish).ToList();
        if (By(Obstacle.NoBreathing) is { Count: > 0 } pressed)
            broken.Add(English.TooLittleAround(wishes.Around, pressed));
        if (By(Obstacle.NoLunch) is { Count: > 0 } hungry)
            broken.Add(English.LeavesNoLunch(hungry));
        if (By(Obstacle.Elsewhere) is { Count: > 0 } elsewhere)
            broken.Add(English.NotAtTheirPlaces(elsewhere));
        if (By(Obstacle.Apart) is [var alone])
            broken.Add(English.StandsApart(alone, wishes.Together));
        return [.. broken.Select(words => new WarningView(words, "doubt", []))];
    }

    /// <summary>The wishes of the clock that it breaks, as they are said: "not on Friday", "after 10:00 in Halifax".</summary>
    private static IEnumerable<string> Clock(WishesView wishes, Stretch meeting, Viewing viewing)
    {
        var zone = wishes.Zone is null ? viewing.Zone : Zones.Get(wishes.Zone);
        var where = wishes.Zone is null ? "" : $" in {Zones.City(wishes.Zone)}";
        var (start, end) = (zone.ToLocal(meeting.Start), zone.ToLocal(meeting.End));
        if (wishes.NotOn.Contains((int)start.DayOfWeek))
            yield return $"not on {start.DayOfWeek}{where}";
        if (wishes.From is { } from && start.TimeOfDay < LocalTime.FromMinutesSinceMidnight(from))
            yield return $"after {English.Time(LocalTime.FromMinutesSinceMidnight(from))}{where}";
        if (wishes.To is { } to && (end.Date > start.Date || end.TimeOfDay > LocalTime.FromMinutesSinceMidnight(to)))
            yield return $"before {English.Time(LocalTime.FromMinutesSinceMidnight(to))}{where}";
    }
}
