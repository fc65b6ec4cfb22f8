using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Reads;

/// <summary>A month of where those are whose calendar the viewer keeps, and their own.</summary>
/// <param name="Month">"2027-03".</param>
/// <param name="Label">"March 2027".</param>
/// <param name="Absences">Those that are not over, the next first.</param>
public sealed record WhereaboutsView(
    string Month, string Label, string Before, string After, IReadOnlyList<DayHeadView> Days, IReadOnlyList<StripView> Strips, IReadOnlyList<AbsenceView> Absences);

/// <param name="Letter">Of the weekday.</param>
public sealed record DayHeadView(string Date, string Letter, int Day, string Label, bool Weekend, bool Today);

/// <param name="Days">One for each of the month.</param>
/// <param name="Away">Absences that touch the month, by columns.</param>
public sealed record StripView(PersonView Who, IReadOnlyList<StripDayView> Days, IReadOnlyList<StripAwayView> Away);

/// <param name="Place">Where they work that day; null where they do not.</param>
/// <param name="Off">The holiday or closure, in words; null where none is.</param>
public sealed record StripDayView(string? Place, string? Off);

/// <param name="First">The first column, from 0, that it touches.</param>
/// <param name="Last">The last.</param>
public sealed record StripAwayView(long Id, int First, int Last, string Words);

/// <param name="From">Wall-clock time at home, "2027-03-10T00:00".</param>
/// <param name="To">Its end; of whole days the midnight after the last.</param>
/// <param name="Words">"from 10 March 2027 to 12 March 2027".</param>
/// <param name="Begun">It has begun and is not over.</param>
public sealed record AbsenceView(long Id, PersonView Who, string From, string To, string Words, AbsenceKind Kind, string? Reason, PersonView? Covers, bool Begun);

/// <param name="Judgement">Whether it waits for an answer, is theirs, or somebody else's.</param>
public sealed record InAbsenceView(string Entry, string? Occurrence, string Title, string When, string Judgement);

/// <param name="Month">"2027-03"; the one of today where none is given.</param>
public sealed record ReadWhereabouts(UserId Viewer, string? Month, Instant Now)
{
    private const int MostAbsences = 200;
    private const int MostAhead = 366;

    private static readonly YearMonthPattern Pattern = YearMonthPattern.Iso;
    private static readonly YearMonthPattern Label = YearMonthPattern.CreateWithInvariantCulture("MMMM uuuu");
    private static readonly LocalDateTimePattern LocalTime = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm");

    public WhereaboutsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<CalendarUser> people = viewing.Principals is { Count: > 0 } principals ? [.. principals.Append(viewing.Person).DistinctBy(p => p.Id)] : [viewing.Person];
        var month = Asked(viewing);
        var dates = Enumerable.Range(0, CalendarSystem.Iso.GetDaysInMonth(month.Year, month.Month)).Select(month.OnDayOfMonth(1).PlusDays).ToList();
        var before = month.OnDayOfMonth(1).PlusMonths(-1);
        var after = month.OnDayOfMonth(1).PlusMonths(1);
        return new WhereaboutsView(
            Pattern.Format(month), Label.Format(month), Pattern.Format(before.ToYearMonth()), Pattern.Format(after.ToYearMonth()),
            [.. dates.Select(d => new DayHeadView(LocalDatePattern.Iso.Format(d), d.DayOfWeek.ToString()[..1], d.Day, English.Day(d), d.DayOfWeek >= IsoDayOfWeek.Saturday, d == viewing.Today))],
            Strips(viewing, people, dates), Absences(viewing, people));
    }

    private YearMonth Asked(Viewing viewing)
    {
        if (Month is null) return viewing.Today.ToYearMonth();
        return Pattern.Parse(Month) is { Success: true, Value: var asked } && Bounds.Holds(asked.OnDayOfMonth(1)) && Bounds.Holds(asked.OnDayOfMonth(1).PlusMonths(1))
            ? asked : throw new RefusedException(RefusalKind.BadInput, "month", Month.Length > 40 ? Month[..40] : Month);
    }

    private static IReadOnlyList<StripView> Strips(Viewing viewing, IReadOnlyList<CalendarUser> people, IReadOnlyList<LocalDate> dates)
    {
        var (first, last) = (dates[0], dates[^1]);
        var daysOff = viewing.Store.DaysOff([.. people.SelectMany(viewing.WhereOf).Distinct()], first, last.PlusDays(1)).ToLookup(d => d.Where);
        var around = new Stretch(first.PlusDays(-1).AtMidnight().InUtc().ToInstant(), last.PlusDays(2).AtMidnight().InUtc().ToInstant());
        var absences = viewing.Store.Absences([.. people.Select(p => p.Id)], around).ToLookup(a => a.Who);
        return [.. people.Select(who =>
        {
            var off = viewing.WhereOf(who).SelectMany(w => daysOff[w]).ToList();
            return new StripView(
                viewing.View(who), [.. dates.Select(d => Day(viewing, who, d, off.FirstOrDefault(o => o.First <= d && d < o.Until)))],
                [.. absences[who.Id].Select(a => Away(viewing, who, a, dates)).OfType<StripAwayView>().OrderBy(a => a.First)]);
        })];
    }

    private static StripDayView Day(Viewing viewing, CalendarUser who, LocalDate date, DayOff? off)
    {
        if (off is not null) return new StripDayView(null, off.Words);
        var spans = who.HoursOrUsual.Spans.Where(s => s.Day == date.DayOfWeek).ToList();
        if (spans.Count == 0) return new StripDayView(null, null);
        var places = spans.Select(s => s.Place ?? who.Place ?? viewing.TownOf(who)).Distinct().ToList();
        return new StripDayView(English.And(places), null);
    }

    private static StripAwayView? Away(Viewing viewing, CalendarUser who, Absence absence, IReadOnlyList<LocalDate> dates)
    {
        var from = who.HomeZone.ToLocal(absence.Stretch.Start).Date;
        var to = who.HomeZone.ToLocal(absence.Stretch.End - Duration.Epsilon).Date;
        if (to < dates[0] || from > dates[^1]) return null;
        var cover = absence.Covers is { } id && viewing.Users([id]).TryGetValue(id, out var found) ? $", {found.GivenName} covers" : "";
        return new StripAwayView(absence.Id, Math.Max(0, Period.DaysBetween(dates[0], from)), Math.Min(dates.Count - 1, Period.DaysBetween(dates[0], to)), $"{English.Word(absence.Kind)}{cover}");
    }

    private IReadOnlyList<AbsenceView> Absences(Viewing viewing, IReadOnlyList<CalendarUser> people)
    {
        var ahead = new Stretch(Now, Now + Duration.FromDays(MostAhead));
        var absences = viewing.Store.Absences([.. people.Select(p => p.Id)], ahead).OrderBy(a => a.Stretch.Start).ThenBy(a => a.Who.Value).Take(MostAbsences).ToList();
        var covers = viewing.Users(absences.Select(a => a.Covers).OfType<UserId>());
        return [.. absences.Select(a => View(viewing, people.First(p => p.Id == a.Who), a, a.Covers is { } cover ? covers.GetValueOrDefault(cover) : null))];
    }

    private AbsenceView View(Viewing viewing, CalendarUser who, Absence absence, CalendarUser? cover) => new(
        absence.Id, viewing.View(who), LocalTime.Format(who.HomeZone.ToLocal(absence.Stretch.Start)), LocalTime.Format(who.HomeZone.ToLocal(absence.Stretch.End)),
        English.FromTo(absence.Stretch, who.HomeZone), absence.Kind, absence.Reason, cover is null ? null : viewing.View(cover), absence.Stretch.Start <= Now);
}

/// <summary>What stands in the time of an absence, before it is posted or after.</summary>
/// <param name="From">Wall-clock time at the home of who is away.</param>
public sealed record ReadInAbsence(UserId Viewer, string Who, LocalDateTime From, LocalDateTime To, Instant Now)
{
    public IReadOnlyList<InAbsenceView> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = viewing.MustSpeakFor(Who);
        var span = Changes.Absent.AtHome(who, From, To);
        if (span.Length > Absence.Longest) throw new RefusedException(RefusalKind.AwayTooLong, "to");
        return InAbsence.Of(viewing, who, span);
    }
}

internal static class InAbsence
{
    private const int Most = 200;

    /// <summary>A series counts once, by its first occurrence in it.</summary>
    public static IReadOnlyList<InAbsenceView> Of(Viewing viewing, CalendarUser who, Stretch span)
    {
        if (span.IsEmpty) return [];
        var lane = Lanes.Read(viewing, [who], span).Single();
        return [.. lane.Entries.Where(e => e.Told is { Takes: > TimeTaken.Free, PublicId: not null } && e.Occurrence.Entry.Kind != EntryKind.Hold)
            .GroupBy(e => e.Occurrence.Entry.Id).Select(g => View(viewing, who, g.First(), g.Count())).Take(Most)];
    }

    private static InAbsenceView View(Viewing viewing, CalendarUser who, LaneEntry entry, int times)
    {
        var told = entry.Told;
        var local = who.HomeZone.ToLocal(told.Stretch.Start);
        var when = told.AllDay ? English.Day(local.Date) : $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}";
        return new InAbsenceView(told.PublicId!, LaneViews.Id(told.RecurrenceId), told.Title ?? "Private", times > 1 ? $"{when}, {English.Count(times, "time", "times")}" : when, Whose(viewing, who, entry));
    }

    private static string Whose(Viewing viewing, CalendarUser who, LaneEntry entry)
    {
        var meeting = entry.Occurrence.Entry;
        if (meeting.Kind != EntryKind.Meeting) return "an appointment";
        if (meeting.Owner == who.Id) return $"{who.GivenName} organises it";
        var organiser = viewing.Meeting([meeting.Owner])[meeting.Owner].GivenName;
        return Agreement.Of(meeting, who.Id, entry.Occurrence.RecurrenceId) is { Answer: Answer.None } ? $"{organiser} asks, not answered" : $"{organiser} organises it";
    }
}
