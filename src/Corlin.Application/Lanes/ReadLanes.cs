using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Calendars;
using NodaTime.Text;

namespace Corlin.Application.Lanes;

/// <summary>Lanes of some people, day by day in the viewer's zone.</summary>
/// <param name="Categories">The lists of those shown, as far as the viewer may know them.</param>
/// <param name="Days">In order; each is a stretch from midnight to midnight.</param>
public sealed record LanesView(
    long Now,
    IReadOnlyList<ZoneView> Zones,
    IReadOnlyList<DayView> Days,
    string Summary,
    string? HiddenDays,
    PersonView Viewer,
    IReadOnlyList<PersonView> Offered,
    IReadOnlyList<CategoryView> Categories
);

/// <summary>A day with everyone's lane in it.</summary>
/// <param name="Week">The number of its week (ISO 8601).</param>
public sealed record DayView(
    string Date,
    string Label,
    string ShortLabel,
    long Start,
    long End,
    bool Today,
    int Week,
    IReadOnlyList<LaneView> Lanes
);

/// <summary>How much of the calendar is shown at once.</summary>
public enum LanesSpan
{
    Day,

    /// <summary>Monday to Friday.</summary>
    WorkingDays,

    /// <summary>Monday to Sunday.</summary>
    Week,

    /// <summary>Every week that touches the month.</summary>
    Month,

    /// <summary>Two weeks, line by line.</summary>
    List,
}

/// <param name="People">Public ids; empty for those the viewer speaks for, or the viewer.</param>
/// <param name="From">A day in the span; today where none is given.</param>
/// <param name="Rulers">Zones whose clock is shown too, by tzdb id; behind a space the city for which it was asked, "America/Los_Angeles
/// Seattle".</param>
/// <param name="Days">The zone whose days are shown; the viewer's own where null.</param>
public sealed record ReadLanes(
    UserId Viewer,
    IReadOnlyList<string> People,
    LocalDate? From,
    LanesSpan Shown,
    Instant Now,
    IReadOnlyList<string>? Rulers = null,
    string? Days = null
)
{
    public const int MostPeople = 40;
    private const int ListDays = 14;
    private const int MostRulers = 8;

    private const int LongestCity = 60;

    public LanesView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var people =
            People.Count == 0
                ? DefaultPeople(viewing)
                :
                [
                    .. People
                        .Take(MostPeople)
                        .Select(p => viewing.Find(p) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", p)),
                ];
        if (Days is not null && !Core.Time.Zones.Exists(Days))
            throw new RefusedException(RefusalKind.ZoneUnknown, "days", Days);
        var zone = Days is null ? viewing.Zone : Core.Time.Zones.Get(Days);
        var today = zone.ToLocal(Now).Date;
        var dates = Dates(From ?? today);
        var span = new Stretch(zone.Day(dates[0]).Start, zone.Day(dates[^1]).End);
        var lanes = LaneReading.Read(viewing, people, span);
        var tended = Shown == LanesSpan.Day ? TendedDays.Read(viewing, people) : [];
        var days = dates
            .Select(date =>
            {
                var day = zone.Day(date);
                return new DayView(
                    LocalDatePattern.Iso.Format(date),
                    English.Day(date),
                    $"{date.DayOfWeek} {date.Day}",
                    LaneViews.Ms(day.Start),
                    LaneViews.Ms(day.End),
                    date == today,
                    WeekYearRules.Iso.GetWeekOfWeekYear(date),
                    [
                        .. lanes.Select(lane =>
                            LaneViews.View(viewing, Cut(lane, day), day, tended.TryGetValue(lane.Who.Id, out var until) ? until : null)
                        ),
                    ]
                );
            })
            .ToList();
        return new LanesView(
            LaneViews.Ms(Now),
            Zones(viewing, people, span),
            days,
            Shown == LanesSpan.Month ? MonthSummary(days, From ?? today) : Summary(lanes),
            Shown == LanesSpan.WorkingDays ? Hidden(viewing, people, span) : null,
            viewing.View(viewing.Person),
            [.. viewing.Principals.Append(viewing.Person).Select(viewing.View)],
            [.. lanes.SelectMany(l => viewing.CategoriesOf(l.Who, l.Rights))]
        );
    }

    /// <summary>The zones of the viewer and of those shown, and behind them those asked for.</summary>
    private IReadOnlyList<ZoneView> Zones(Viewing viewing, IReadOnlyList<CalendarUser> people, Stretch span)
    {
        IReadOnlyList<ZoneView> zones = [.. viewing.ZonesOf(people, span).OrderByDescending(z => z.Id == Days)];
        var rulers = (Rulers ?? [])
            .Select(ruler => ruler.Split(' ', 2))
            .Select(r => (Zone: r[0], City: r.Length > 1 && r[1].Length is > 0 and <= LongestCity ? r[1] : null))
            .ToList();
        foreach (var (zone, _) in rulers)
            if (!Core.Time.Zones.Exists(zone))
                throw new RefusedException(RefusalKind.ZoneUnknown, "ruler", zone);
        return
        [
            .. zones,
            .. rulers
                .Take(MostRulers)
                .Where(r => zones.All(z => z.Id != r.Zone))
                .DistinctBy(r => r.Zone)
                .Select(r => viewing.View(r.Zone, r.City ?? Core.Time.Zones.City(r.Zone), span)),
        ];
    }

    private List<LocalDate> Dates(LocalDate from)
    {
        var monday = from.PlusDays(1 - (int)from.DayOfWeek);
        var (first, count) = Shown switch
        {
            LanesSpan.Day => (from, 1),
            LanesSpan.WorkingDays => (monday, 5),
            LanesSpan.Week => (monday, 7),
            LanesSpan.List => (from, ListDays),
            _ => Month(from),
        };
        return [.. Enumerable.Range(0, count).Select(first.PlusDays)];
    }

    private static (LocalDate First, int Count) Month(LocalDate from)
    {
        var first = from.With(DateAdjusters.StartOfMonth);
        var last = from.With(DateAdjusters.EndOfMonth);
        var monday = first.PlusDays(1 - (int)first.DayOfWeek);
        return (monday, Period.DaysBetween(monday, last.PlusDays(7 - (int)last.DayOfWeek)) + 1);
    }

    /// <summary>"62 h taken, busiest Monday 8, four working days with nothing."</summary>
    private static string MonthSummary(IReadOnlyList<DayView> days, LocalDate month)
    {
        var own = days.Where(d => d.Date.StartsWith(LocalDatePattern.Iso.Format(month)[..7], StringComparison.Ordinal))
            .Select(d =>
                (
                    Day: d,
                    Taken: d.Lanes.SelectMany(l => l.Entries)
                        .Where(e => !e.AllDay && e.Takes is "firm" or "pencilled")
                        .Sum(e => Math.Min(e.End, d.End) - Math.Max(e.Start, d.Start))
                )
            )
            .ToList();
        var sum = own.Sum(d => d.Taken);
        if (sum == 0)
            return "Nothing taken.";
        var empty = own.Count(d => d.Taken == 0 && LocalDatePattern.Iso.Parse(d.Day.Date).Value.DayOfWeek <= IsoDayOfWeek.Friday);
        var free = empty == 0 ? "" : ", " + English.Count(empty, "working day", "working days") + " with nothing";
        return $"{English.Length((int)(sum / 60_000))} taken, busiest {own.MaxBy(d => d.Taken).Day.ShortLabel}{free}.";
    }

    /// <summary>Everyone kept for a day or a list; otherwise one lane a day is enough.</summary>
    private IReadOnlyList<CalendarUser> DefaultPeople(Viewing viewing) =>
        Shown is LanesSpan.Day or LanesSpan.List
            ? [.. KeptLanes.Read(viewing).Select(l => l.Who)]
            : [viewing.Principals.FirstOrDefault(viewing.Person)];

    private static Lane Cut(Lane lane, Stretch day) =>
        lane with
        {
            Hours = lane.Hours.Intersect(StretchSet.Of([day])),
            Entries = [.. lane.Entries.Where(e => e.Told.Stretch.Overlaps(day))],
            Absences = [.. lane.Absences.Where(a => a.Stretch.Overlaps(day))],
        };

    /// <summary>"15 h 30 of meetings, 3 holds": what the span holds.</summary>
    private static string Summary(IReadOnlyList<Lane> lanes)
    {
        var told = lanes.SelectMany(l => l.Entries).Select(e => e.Told).Where(t => !t.AllDay).ToList();
        var taken = told.Where(t => t.Takes >= TimeTaken.Pencilled).Aggregate(Duration.Zero, (sum, t) => sum + t.Stretch.Length);
        var parts = new List<string> { taken == Duration.Zero ? "Nothing taken" : $"{English.Length(taken)} taken" };
        if (told.Count(t => t.Takes == TimeTaken.Pencilled) is > 0 and var pencilled)
            parts.Add($"{pencilled} pencilled");
        if (told.Count(t => t.Takes == TimeTaken.Hold) is > 0 and var holds)
            parts.Add(English.Count(holds, "hold", "holds"));
        if (lanes.Sum(l => LaneViews.ClashesOn(l).Count()) is > 0 and var clashes)
            parts.Add(English.Count(clashes, "clash", "clashes"));
        return string.Join(", ", parts) + ".";
    }

    /// <summary>"1 on Saturday": what stands on the days not shown.</summary>
    private static string? Hidden(Viewing viewing, IReadOnlyList<CalendarUser> people, Stretch shown)
    {
        var saturday = viewing.Zone.ToLocal(shown.End).Date;
        var days = new[] { saturday, saturday.PlusDays(1) }.Select(date => (date, Span: viewing.Zone.Day(date))).ToList();
        var entries = LaneReading
            .Read(viewing, people, new Stretch(days[0].Span.Start, days[1].Span.End))
            .SelectMany(l => l.Entries)
            .ToList();
        var parts = new List<string>();
        foreach (var (date, day) in days)
        {
            if (entries.Count(e => e.Told.Stretch.Overlaps(day)) is > 0 and var count)
                parts.Add($"{count} on {date.DayOfWeek}");
        }

        return parts.Count == 0 ? null : English.And(parts);
    }
}
