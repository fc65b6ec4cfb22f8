using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Whereabouts;

/// <summary>A month of where those are whose calendar the viewer keeps, and their own.</summary>
/// <param name="Month">"2027-03".</param>
/// <param name="Label">"March 2027".</param>
/// <param name="Absences">Those that are not over, the next first.</param>
/// <param name="Places">Those where somebody can be, by name.</param>
/// <param name="Returns">Absences that ended lately or run, to read what came meanwhile.</param>
public sealed record WhereaboutsView(
    string Month,
    string Label,
    string Before,
    string After,
    IReadOnlyList<DayHeadView> Days,
    IReadOnlyList<StripView> Strips,
    IReadOnlyList<AbsenceView> Absences,
    IReadOnlyList<string> Places,
    IReadOnlyList<ReturnHeadView> Returns
);

/// <param name="Letter">Of the weekday.</param>
public sealed record DayHeadView(string Date, string Letter, int Day, string Label, bool Weekend, bool Today);

/// <param name="From">Wall-clock time at home, "2027-03-10T00:00".</param>
/// <param name="To">Its end; of whole days the midnight after the last.</param>
/// <param name="Words">"from 10 March 2027 to 12 March 2027".</param>
/// <param name="Begun">It has begun and is not over.</param>
public sealed record AbsenceView(
    long Id,
    PersonView Who,
    string From,
    string To,
    string Words,
    AbsenceKind Kind,
    string? Reason,
    PersonView? Covers,
    bool Begun,
    AwayTexts Texts,
    ReasonTold ReasonTo,
    CoverMay CoverMay
);

/// <param name="Month">"2027-03"; the one of today where none is given.</param>
/// <param name="Also">Others at whom the viewer looks, by public id; who may see nothing of them sees where they always are.</param>
public sealed record ReadWhereabouts(UserId Viewer, string? Month, Instant Now, IReadOnlyList<string>? Also = null)
{
    private const int MostAbsences = 200;
    private const int MostAhead = 366;
    private const int MostOthers = 20;

    private static readonly YearMonthPattern Pattern = YearMonthPattern.Iso;
    private static readonly YearMonthPattern Label = YearMonthPattern.CreateWithInvariantCulture("MMMM uuuu");
    private static readonly LocalDateTimePattern LocalTime = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm");

    public WhereaboutsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<CalendarUser> people = viewing.Principals is { Count: > 0 } principals
            ? [.. principals.Append(viewing.Person).DistinctBy(p => p.Id)]
            : [viewing.Person];
        var month = Asked(viewing);
        var dates = Enumerable
            .Range(0, CalendarSystem.Iso.GetDaysInMonth(month.Year, month.Month))
            .Select(month.OnDayOfMonth(1).PlusDays)
            .ToList();
        var before = month.OnDayOfMonth(1).PlusMonths(-1);
        var after = month.OnDayOfMonth(1).PlusMonths(1);
        return new WhereaboutsView(
            Pattern.Format(month),
            Label.Format(month),
            Pattern.Format(before.ToYearMonth()),
            Pattern.Format(after.ToYearMonth()),
            [
                .. dates.Select(d => new DayHeadView(
                    LocalDatePattern.Iso.Format(d),
                    d.DayOfWeek.ToString()[..1],
                    d.Day,
                    English.Day(d),
                    d.DayOfWeek >= IsoDayOfWeek.Saturday,
                    d == viewing.Today
                )),
            ],
            Strips.Read(viewing, [.. people, .. Others(viewing, people)], dates),
            Absences(viewing, people),
            viewing.WorkPlaces,
            ReadReturn.Heads(viewing, people, overOnly: false)
        );
    }

    private YearMonth Asked(Viewing viewing)
    {
        if (Month is null)
            return viewing.Today.ToYearMonth();
        return
            Pattern.Parse(Month) is { Success: true, Value: var asked }
            && Bounds.Holds(asked.OnDayOfMonth(1))
            && Bounds.Holds(asked.OnDayOfMonth(1).PlusMonths(1))
            ? asked
            : throw new RefusedException(RefusalKind.BadInput, "month", Month.Length > 40 ? Month[..40] : Month);
    }

    private List<CalendarUser> Others(Viewing viewing, IReadOnlyList<CalendarUser> people)
    {
        if (Also is { Count: > MostOthers })
            throw new RefusedException(RefusalKind.TooMany, "also", MostOthers.ToString(System.Globalization.CultureInfo.InvariantCulture));
        var known = people.Select(p => p.Id).ToHashSet();
        return
        [
            .. (Also ?? [])
                .Select(id =>
                    viewing.Find(id) is { Kind: UserKind.Person } who
                        ? who
                        : throw new RefusedException(RefusalKind.PersonUnknown, "also", id)
                )
                .Where(w => known.Add(w.Id)),
        ];
    }

    private IReadOnlyList<AbsenceView> Absences(Viewing viewing, IReadOnlyList<CalendarUser> people)
    {
        var ahead = new Stretch(Now, Now + Duration.FromDays(MostAhead));
        var absences = viewing
            .Store.Absences([.. people.Select(p => p.Id)], ahead)
            .OrderBy(a => a.Stretch.Start)
            .ThenBy(a => a.Who.Value)
            .Take(MostAbsences)
            .ToList();
        var covers = viewing.Users(absences.Select(a => a.Covers).OfType<UserId>());
        UserId[] covering = [.. absences.Select(a => a.Covers).OfType<UserId>().Distinct()];
        var lent =
            covering.Length == 0 ? [] : viewing.Store.GrantsIn([.. absences.Select(a => a.Who).Distinct()], covering, defaults: false);
        return
        [
            .. absences.Select(a =>
                View(viewing, people.First(p => p.Id == a.Who), a, a.Covers is { } cover ? covers.GetValueOrDefault(cover) : null, lent)
            ),
        ];
    }

    private AbsenceView View(Viewing viewing, CalendarUser who, Absence absence, CalendarUser? cover, IReadOnlyList<Grant> lent) =>
        new(
            absence.Id,
            viewing.View(who),
            LocalTime.Format(who.HomeZone.ToLocal(absence.Stretch.Start)),
            LocalTime.Format(who.HomeZone.ToLocal(absence.Stretch.End)),
            English.FromTo(absence.Stretch, who.HomeZone),
            absence.Kind,
            absence.Reason,
            cover is null ? null : viewing.View(cover),
            absence.Stretch.Start <= Now,
            new AwayTexts(absence.TextInside, absence.TextOutside, absence.Invitations),
            absence.ReasonTo,
            Absent.MayBy(Absent.LentWith(lent, absence))
        );
}
