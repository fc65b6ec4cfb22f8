using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Words;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Entries;

/// <summary>What some words for how something repeats come to.</summary>
/// <param name="Words">The rule said back; null where the words are no rule.</param>
/// <param name="Extent">How many and until when.</param>
/// <param name="Next">The first dates.</param>
/// <param name="Shifts">Whom a change of clocks moves, and where to.</param>
/// <param name="Problem">What is wrong, or null.</param>
/// <param name="Begins">Where only the first day is wrong, the first that fits; null otherwise.</param>
/// <param name="BeginsOn">The same in words.</param>
public sealed record RepeatView(
    string? Words,
    string Extent,
    IReadOnlyList<string> Next,
    IReadOnlyList<string> Shifts,
    string? Problem,
    string? Begins = null,
    string? BeginsOn = null
)
{
    /// <summary>The same by parts; null for once, and where there is more to it than these can say.</summary>
    public RepeatPartsView? Parts { get; init; }

    /// <summary>What the day of a month can be from the first day on, in words.</summary>
    public IReadOnlyList<MonthDayView> MonthDays { get; init; } = [];
}

/// <summary>How something repeats by parts.</summary>
/// <param name="Unit">daily, weekly, monthly or yearly.</param>
/// <param name="Weekdays">Of a weekly one, 1 for Monday to 7.</param>
/// <param name="On">Of a monthly one.</param>
/// <param name="Until">The last day, or null.</param>
/// <param name="Times">How many in all, or null.</param>
public sealed record RepeatPartsView(int Every, Frequency Unit, IReadOnlyList<int> Weekdays, MonthDay On, string? Until, int? Times);

/// <param name="Words">"the third Tuesday".</param>
public sealed record MonthDayView(MonthDay On, string Words);

public sealed record ReadRepeat(UserId Viewer, string Words, EntryTime Time, IReadOnlyList<string> People, Instant Now)
{
    private const int Shown = 6;
    private const int MostPeople = 40;

    /// <summary>Changes of clocks are looked for within a year.</summary>
    private static readonly Duration Ahead = Duration.FromDays(366);

    /// <summary>The parts that are said in place of the words.</summary>
    public RuleParts? Parts { get; init; }

    public RepeatView Run(ICalendarReads store)
    {
        var first = Time.LocalStart.Date;
        if (Parts is not null)
            return (this with { Parts = null, Words = RuleWords.Write(Parts.ToRule(first)) }).Run(store);
        var reading = RuleReader.Read(Words, first);
        return Said(store, reading) with
        {
            Parts =
                reading.Rule is { } rule && RuleParts.Of(rule, first) is { } p
                    ? new RepeatPartsView(
                        p.Every,
                        p.Unit,
                        [.. p.Weekdays.Select(d => (int)d)],
                        p.On,
                        p.Until is { } until ? LocalDatePattern.Iso.Format(until) : null,
                        p.Times
                    )
                    : null,
            MonthDays = MonthDays(first),
        };
    }

    private static IReadOnlyList<MonthDayView> MonthDays(LocalDate first)
    {
        var offered = Enum.GetValues<MonthDay>().Where(on => on != MonthDay.LastOfWeekday || first.PlusDays(7).Month != first.Month);
        return [.. offered.Select(on => new MonthDayView(on, RuleWords.Write(on, first)))];
    }

    private RepeatView Said(ICalendarReads store, RuleReading reading)
    {
        var viewing = new Viewing(store, Viewer, Now);
        if (reading.Once)
            return new RepeatView("Once", "It does not repeat.", [], [], null);
        if (reading.Rule is not { } rule)
            return new RepeatView(
                null,
                "",
                [],
                [],
                reading.Forbidden ?? English.Refused(new Refusal(RefusalKind.RuleNotUnderstood, null, reading.NotUnderstood))
            );
        var zone = Time.WallZone;
        if (RuleChecks.Fault(rule, Time) is { } fault)
        {
            var first = fault == RefusalKind.StartLeftOut ? Expansion.First(Time.LocalStart, rule, zone)?.Date : null;
            return new RepeatView(
                RuleWords.Write(rule),
                "",
                [],
                [],
                English.Refused(new Refusal(fault)),
                first is { } day ? LocalDatePattern.Iso.Format(day) : null,
                first is { } on ? $"{English.Day(on)} {on.Year}" : null
            );
        }

        var starts = Expansion.Starts(Time.LocalStart, rule, zone, Time.LocalStart, LocalDateTime.MaxIsoValue);
        return new RepeatView(
            RuleWords.Write(rule),
            Extent(rule, zone),
            [.. starts.Take(Shown).Select(s => English.Day(s.Date))],
            [.. Shifts(viewing, starts, zone)],
            null
        );
    }

    private string Extent(Rule rule, DateTimeZone? zone)
    {
        if (!rule.Ends)
            return "No end.";
        var last = Expansion.Last(Time.LocalStart, rule, zone)!.Value;
        var count = Expansion
            .Starts(Time.LocalStart, rule, zone, Time.LocalStart, LocalDateTime.MaxIsoValue)
            .Take(Expansion.Most + 1)
            .Count();
        var many = count > Expansion.Most ? "More than 5,000" : English.Capital(English.Count(count, "time", "times"));
        return $"{many}, the last on {English.Day(last.Date)} {last.Year}.";
    }

    private IEnumerable<string> Shifts(Viewing viewing, IEnumerable<LocalDateTime> starts, DateTimeZone? zone)
    {
        if (zone is null)
            yield break;
        var first = zone.ToInstant(Time.LocalStart);
        var moments = starts.Select(zone.ToInstant).TakeWhile(m => m < first + Ahead).ToList();
        foreach (
            var town in People
                .Take(MostPeople)
                .Select(viewing.Store.User)
                .OfType<CalendarUser>()
                .Append(viewing.Person)
                .Where(p => p.Zone != zone.Id)
                .GroupBy(p => p.Zone)
        )
        {
            var shifts = HourShifts.In(town.First().HomeZone, moments);
            if (shifts.Count < 2)
                continue;
            var who = English.And([.. town.DistinctBy(p => p.Id).Select(p => p.Id == Viewer ? "you" : p.GivenName)]);
            var hours = shifts
                .Take(4)
                .Select((s, i) => i == 0 ? English.Time(s.Local) : $"from {English.ShortDay(s.From)} {English.Time(s.Local)}");
            yield return $"For {who} it moves: {string.Join(", ", hours)}.";
        }
    }
}
