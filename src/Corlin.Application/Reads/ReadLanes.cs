using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Reads;

/// <summary>Lanes of some people, day by day in the viewer's zone.</summary>
/// <param name="Days">In order; each is a stretch from midnight to midnight.</param>
public sealed record LanesView(
    long Now, IReadOnlyList<ZoneView> Zones, IReadOnlyList<DayView> Days, string Summary, string? HiddenDays, PersonView Viewer, IReadOnlyList<PersonView> Offered);

/// <summary>A day with everyone's lane in it.</summary>
public sealed record DayView(string Date, string Label, string ShortLabel, long Start, long End, bool Today, IReadOnlyList<LaneView> Lanes);

/// <param name="People">Public ids; empty for those the viewer speaks for, or the viewer.</param>
/// <param name="WorkingDays">Whether only Monday to Friday of the week of <paramref name="From"/> are shown.</param>
public sealed record ReadLanes(UserId Viewer, IReadOnlyList<string> People, LocalDate? From, bool WorkingDays, Instant Now)
{
    public const int MostPeople = 40;

    public LanesView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var people = People.Count == 0
            ? DefaultPeople(viewing, WorkingDays)
            : [.. People.Take(MostPeople).Select(p => store.User(p) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", p))];
        var first = From ?? viewing.Today;
        if (WorkingDays) first = first.PlusDays(1 - (int)first.DayOfWeek);
        var dates = Enumerable.Range(0, WorkingDays ? 5 : 1).Select(first.PlusDays).ToList();
        var span = new Stretch(viewing.Zone.Day(dates[0]).Start, viewing.Zone.Day(dates[^1]).End);
        var lanes = Lanes.Read(viewing, people, span);
        var days = dates.Select(date =>
        {
            var day = viewing.Zone.Day(date);
            return new DayView(
                NodaTime.Text.LocalDatePattern.Iso.Format(date), English.Day(date), $"{date.DayOfWeek} {date.Day}", LaneViews.Ms(day.Start), LaneViews.Ms(day.End), date == viewing.Today,
                [.. lanes.Select(lane => LaneViews.View(viewing, Cut(lane, day), day))]);
        });
        return new LanesView(
            LaneViews.Ms(Now), viewing.ZonesOf(people, span), [.. days], Summary(lanes), WorkingDays ? Hidden(viewing, people, span) : null,
            viewing.View(viewing.Person), [.. viewing.Principals.Append(viewing.Person).Select(viewing.View)]);
    }

    /// <summary>Everyone kept for a day; for the working days one lane a day is enough.</summary>
    private static IReadOnlyList<CalendarUser> DefaultPeople(Viewing viewing, bool workingDays)
    {
        if (viewing.Principals is not { Count: > 0 } principals) return [viewing.Person];
        return workingDays ? [principals[0]] : principals;
    }

    private static Lane Cut(Lane lane, Stretch day) => lane with
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
        if (told.Count(t => t.Takes == TimeTaken.Pencilled) is > 0 and var pencilled) parts.Add($"{pencilled} pencilled");
        if (told.Count(t => t.Takes == TimeTaken.Hold) is > 0 and var holds) parts.Add(English.Count(holds, "hold", "holds"));
        if (lanes.Sum(l => LaneViews.ClashesOn(l).Count()) is > 0 and var clashes) parts.Add(English.Count(clashes, "clash", "clashes"));
        return string.Join(", ", parts) + ".";
    }

    /// <summary>"1 on Saturday": what stands on the days not shown.</summary>
    private static string? Hidden(Viewing viewing, IReadOnlyList<CalendarUser> people, Stretch shown)
    {
        var saturday = viewing.Zone.ToLocal(shown.End).Date;
        var days = new[] { saturday, saturday.PlusDays(1) }.Select(date => (date, Span: viewing.Zone.Day(date))).ToList();
        var entries = Lanes.Read(viewing, people, new Stretch(days[0].Span.Start, days[1].Span.End)).SelectMany(l => l.Entries).ToList();
        var parts = new List<string>();
        foreach (var (date, day) in days)
        {
            if (entries.Count(e => e.Told.Stretch.Overlaps(day)) is > 0 and var count) parts.Add($"{count} on {date.DayOfWeek}");
        }

        return parts.Count == 0 ? null : English.And(parts);
    }
}
