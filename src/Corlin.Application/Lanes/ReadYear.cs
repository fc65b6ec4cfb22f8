using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;
using NodaTime.Calendars;
using NodaTime.Text;

namespace Corlin.Application.Lanes;

/// <summary>A year of somebody's calendar: how full its weeks are, what comes back in it, and where nothing is arranged.</summary>
/// <param name="Cycles">The series, the rarest first.</param>
/// <param name="Words">"Fullest is week 11, 31 h; two no-go weeks."</param>
public sealed record YearView(
    long Now,
    int Year,
    PersonView Who,
    bool Known,
    bool MaySpeakFor,
    IReadOnlyList<YearWeekView> Weeks,
    IReadOnlyList<CycleView> Cycles,
    int CyclesLeftOut,
    IReadOnlyList<NoGoView> NoGo,
    IReadOnlyList<AwayView> Away,
    IReadOnlyList<DayOffView> Closed,
    string Words,
    IReadOnlyList<PersonView> Offered
);

/// <param name="Number">Its number (ISO 8601).</param>
/// <param name="Date">Its Monday.</param>
/// <param name="Minutes">How much of it is taken, firm or pencilled.</param>
public sealed record YearWeekView(int Number, string Date, long Start, long End, int Minutes, string Label);

/// <param name="Rule">How it repeats, in words; null for dates only.</param>
/// <param name="Times">When it takes place in the year.</param>
public sealed record CycleView(string Id, string Title, string? Rule, CategoryView? Category, IReadOnlyList<CycleTimeView> Times);

public sealed record CycleTimeView(string? Occurrence, long Start, long End, string Takes, string Label);

/// <param name="Date">The Monday of the first of its weeks.</param>
public sealed record NoGoView(long Id, string Date, long Start, long End, int Weeks, string Words);

/// <param name="Who">A public id; null for the first of those the viewer speaks for.</param>
public sealed record ReadYear(UserId Viewer, string? Who, int? Year, Instant Now)
{
    private const int MostCycles = 40;

    public YearView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = Who is null
            ? viewing.Principals.Count > 0
                ? viewing.Principals[0]
                : viewing.Person
            : viewing.Find(Who) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Who);
        var year = Year ?? viewing.Today.Year;
        if (year is < 1900 or > 2200)
            throw new RefusedException(RefusalKind.BadInput, "year", Year.ToString());
        var weeks = Enumerable
            .Range(1, WeekYearRules.Iso.GetWeeksInWeekYear(year))
            .Select(n => WeekYearRules.Iso.GetLocalDate(year, n, IsoDayOfWeek.Monday))
            .ToList();
        var span = new Stretch(viewing.Zone.Day(weeks[0]).Start, viewing.Zone.Day(weeks[^1].PlusDays(6)).End);
        var lane = LaneReading.Read(viewing, [who], span)[0];
        var view = LaneViews.View(viewing, lane with { Entries = [] }, span);
        var weekViews = Weeks(viewing, lane, weeks);
        var cycles = Cycles(viewing, lane).ToList();
        IReadOnlyList<NoGoView> noGo =
        [
            .. lane.NoGo.Select(n =>
            {
                var at = n.In(who.HomeZone);
                return new NoGoView(
                    n.Id,
                    LocalDatePattern.Iso.Format(n.First),
                    LaneViews.Ms(at.Start),
                    LaneViews.Ms(at.End),
                    n.Weeks,
                    n.Words
                );
            }),
        ];
        return new YearView(
            LaneViews.Ms(Now),
            year,
            viewing.View(who),
            lane.Known,
            lane.Rights.MaySpeakFor,
            weekViews,
            [.. cycles.Take(MostCycles)],
            Math.Max(0, cycles.Count - MostCycles),
            noGo,
            view.Away,
            [.. LaneViews.DaysOff(viewing, lane, span)],
            Words(weekViews, lane.NoGo.Sum(n => n.Weeks)),
            [.. viewing.Principals.Append(viewing.Person).Select(viewing.View)]
        );
    }

    private static List<YearWeekView> Weeks(Viewing viewing, Lane lane, List<LocalDate> mondays)
    {
        // Time taken twice is taken once.
        var taken = StretchSet.Of(
            lane.Entries.Where(e => e.Told.Takes >= TimeTaken.Pencilled && !e.Told.AllDay).Select(e => e.Told.Stretch)
        );
        return
        [
            .. mondays.Select(monday =>
            {
                var week = new Stretch(viewing.Zone.Day(monday).Start, viewing.Zone.Day(monday.PlusDays(6)).End);
                var minutes = taken
                    .Intersect(StretchSet.Of([week]))
                    .Stretches.Aggregate(Duration.Zero, (sum, s) => sum + s.Length)
                    .TotalMinutes;
                var number = WeekYearRules.Iso.GetWeekOfWeekYear(monday);
                return new YearWeekView(
                    number,
                    LocalDatePattern.Iso.Format(monday),
                    LaneViews.Ms(week.Start),
                    LaneViews.Ms(week.End),
                    (int)minutes,
                    $"Week {number}, from {English.ShortDay(monday)}, {(minutes == 0 ? "nothing taken" : $"{English.Length((int)minutes)} taken")}"
                );
            }),
        ];
    }

    private static IEnumerable<CycleView> Cycles(Viewing viewing, Lane lane) =>
        lane
            .Entries.Where(e => e.Occurrence.Entry.IsSeries && e.Told.Sight >= Sight.Headlines)
            .GroupBy(e => e.Told.PublicId!)
            .Select(series => (First: series.First(), Series: series.ToList()))
            .OrderBy(s => s.Series.Count)
            .ThenBy(s => s.First.Told.Title, StringComparer.Ordinal)
            .Select(s => new CycleView(
                s.First.Told.PublicId!,
                s.First.Told.Title!,
                s.First.Told.Rule is { } rule ? RuleWords.Write(rule) : null,
                viewing.CategoryOf(lane.Who, s.First.Told.Mark),
                [
                    .. s.Series.Select(e => new CycleTimeView(
                        LaneViews.Id(e.Told.RecurrenceId),
                        LaneViews.Ms(e.Told.Stretch.Start),
                        LaneViews.Ms(e.Told.Stretch.End),
                        English.Word(e.Told.Takes),
                        English.Day(viewing.Zone.ToLocal(e.Told.Stretch.Start).Date)
                    )),
                ]
            ));

    private static string Words(List<YearWeekView> weeks, int noGo)
    {
        var fullest = weeks.MaxBy(w => w.Minutes)!;
        if (fullest.Minutes == 0)
            return "Nothing taken.";
        var closed = noGo == 0 ? "" : $", {English.Count(noGo, "no-go week", "no-go weeks")}";
        return $"Fullest is week {fullest.Number} with {English.Length(fullest.Minutes)}{closed}.";
    }
}
