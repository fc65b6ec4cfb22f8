using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Calendars;
using NodaTime.Text;

namespace Corlin.Application.Whereabouts;

/// <summary>A year of absences and no-go weeks of those whose calendar the viewer keeps, and on how many days each works where.</summary>
/// <param name="Weeks">Each from its Monday; the first holds 1 January.</param>
/// <param name="Together">Who is away at the same time, in sentences, the next first.</param>
public sealed record WhereaboutsYearView(
    int Year,
    IReadOnlyList<SheetWeekView> Weeks,
    IReadOnlyList<SheetRowView> Rows,
    IReadOnlyList<string> Together
);

/// <param name="First">Its Monday, "2027-03-08".</param>
/// <param name="Number">Of the year (ISO 8601).</param>
/// <param name="Month">The month that begins in it; null where none does.</param>
public sealed record SheetWeekView(string First, int Number, string? Month, bool Now);

public sealed record SheetRowView(PersonView Who, IReadOnlyList<SheetMarkView> Marks, IReadOnlyList<BalanceView> Balance);

/// <param name="First">The first week that it touches, by its place from 0.</param>
/// <param name="Last">The last.</param>
/// <param name="Away">An absence; otherwise weeks in which nothing new is arranged.</param>
public sealed record SheetMarkView(int First, int Last, bool Away, string Words);

/// <summary>On how many days somebody begins work at a place.</summary>
/// <param name="Months">Of each month of the year.</param>
public sealed record BalanceView(string Place, IReadOnlyList<int> Months, int Total);

/// <param name="Year">The one of today where none is given.</param>
public sealed record ReadWhereaboutsYear(UserId Viewer, int? Year, Instant Now)
{
    private const int MostTogether = 20;

    public WhereaboutsYearView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var year = Year ?? viewing.Today.Year;
        if (year is < 1901 or > 2199)
            throw new RefusedException(RefusalKind.BadInput, "year", year.ToString(System.Globalization.CultureInfo.InvariantCulture));
        var (first, until) = (new LocalDate(year, 1, 1), new LocalDate(year + 1, 1, 1));
        var monday = first.PlusDays(1 - (int)first.DayOfWeek);
        var weeks = Enumerable.Range(0, 54).Select(w => monday.PlusWeeks(w)).Where(w => w < until).ToList();
        IReadOnlyList<CalendarUser> people = [.. viewing.Principals.Append(viewing.Person).DistinctBy(p => p.Id)];
        IReadOnlyList<UserId> ids = [.. people.Select(p => p.Id)];
        var span = new Stretch(first.PlusDays(-1).AtMidnight().InUtc().ToInstant(), until.PlusDays(1).AtMidnight().InUtc().ToInstant());
        var (from, to) = LaneReading.Around(span);
        var stays = store.Stays(ids, from, to).ToLookup(s => s.Who);
        var absences = store.Absences(ids, span).ToLookup(a => a.Who);
        var noGo = store.NoGoWeeks(ids, first, until).ToLookup(n => n.Who);
        var daysOff = LaneReading.DaysOff(viewing, people, stays.SelectMany(s => s), from, to);
        int Week(LocalDate date) => Math.Clamp(Period.DaysBetween(monday, date) / 7, 0, weeks.Count - 1);
        return new WhereaboutsYearView(
            year,
            [.. weeks.Select(w => Head(w, year, viewing.Today))],
            [
                .. people.Select(who => new SheetRowView(
                    viewing.View(who),
                    [
                        .. absences[who.Id].Select(a => Away(who, a, Week)),
                        .. noGo[who.Id]
                            .Select(n => new SheetMarkView(
                                Week(n.First),
                                Week(n.Until.PlusDays(-1)),
                                false,
                                n.Words.Length == 0 ? "No-go week" : $"No-go week, {n.Words}"
                            )),
                    ],
                    Balance(
                        new PersonDays(who, span, stays[who.Id], viewing.Places, LaneReading.Concerning(viewing, who, daysOff)),
                        [.. absences[who.Id]],
                        viewing.TownOf(who),
                        first,
                        until
                    )
                )),
            ],
            Together(people, absences)
        );
    }

    private static SheetWeekView Head(LocalDate monday, int year, LocalDate today)
    {
        var begins = Enumerable
            .Range(0, 7)
            .Select(monday.PlusDays)
            .Where(d => d.Day == 1 && d.Year == year)
            .Select(d => (LocalDate?)d)
            .FirstOrDefault();
        return new SheetWeekView(
            LocalDatePattern.Iso.Format(monday),
            WeekYearRules.Iso.GetWeekOfWeekYear(monday),
            begins is { } date ? LocalDatePattern.CreateWithInvariantCulture("MMM").Format(date) : null,
            monday <= today && today < monday.PlusWeeks(1)
        );
    }

    private static SheetMarkView Away(CalendarUser who, Absence absence, Func<LocalDate, int> week) =>
        new(
            week(who.HomeZone.ToLocal(absence.Stretch.Start).Date),
            week(who.HomeZone.ToLocal(absence.Stretch.End - Duration.Epsilon).Date),
            true,
            $"{English.Word(absence.Kind)} {English.FromTo(absence.Stretch, who.HomeZone)}"
        );

    /// <summary>A day counts where its work begins; one that is taken wholly by an absence counts as away.</summary>
    private static List<BalanceView> Balance(
        PersonDays days,
        IReadOnlyList<Absence> absences,
        string town,
        LocalDate first,
        LocalDate until
    )
    {
        var counted = new Dictionary<string, int[]>();
        var away = StretchSet.Of(absences.Select(a => a.Stretch));
        for (var date = first; date < until; date = date.PlusDays(1))
        {
            var working = days.On(date).Where(p => p.Working && days.Off(p) is null).ToList();
            if (working.Count == 0)
                continue;
            var begins = working.FirstOrDefault(p => !away.Covers(p.Stretch));
            var place = begins switch
            {
                null => "Away",
                { Kind: StayKind.Home } => "Home",
                _ => begins.Place ?? town,
            };
            if (!counted.TryGetValue(place, out var months))
                counted[place] = months = new int[12];
            months[date.Month - 1]++;
        }

        return
        [
            .. counted
                .OrderByDescending(c => c.Value.Sum())
                .ThenBy(c => c.Key, StringComparer.Ordinal)
                .Select(c => new BalanceView(c.Key, c.Value, c.Value.Sum())),
        ];
    }

    private List<string> Together(IReadOnlyList<CalendarUser> people, ILookup<UserId, Absence> absences)
    {
        var found = new List<(Instant At, string Words)>();
        for (var i = 0; i < people.Count; i++)
        {
            for (var j = i + 1; j < people.Count; j++)
            {
                foreach (var one in absences[people[i].Id])
                foreach (var other in absences[people[j].Id])
                    if (one.Stretch.Intersect(other.Stretch) is { } both && both.End > Now)
                        found.Add(
                            (
                                both.Start,
                                $"{people[i].GivenName} and {people[j].GivenName} are both away {English.FromTo(both, people[i].HomeZone)}."
                            )
                        );
            }
        }

        return [.. found.OrderBy(f => f.At).Take(MostTogether).Select(f => f.Words)];
    }
}
