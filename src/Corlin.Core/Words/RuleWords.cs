using System.Collections.Immutable;
using System.Globalization;
using Corlin.Core.Recurrence;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Core.Words;

/// <summary>A rule as English words. <see cref="RuleReader"/> reads the same words back to the same rule.</summary>
public static class RuleWords
{
    private static readonly LocalDatePattern Date = LocalDatePattern.Create("d MMMM yyyy", CultureInfo.InvariantCulture);
    private static readonly LocalTimePattern Clock = LocalTimePattern.Create("HH:mm", CultureInfo.InvariantCulture);
    private static readonly LocalTimePattern ClockWithSeconds = LocalTimePattern.Create("HH:mm:ss", CultureInfo.InvariantCulture);

    /// <summary>The weekdays in the order in which words stand for all of them.</summary>
    internal static readonly ImmutableArray<ByDay> Weekdays =
    [
        new(IsoDayOfWeek.Monday),
        new(IsoDayOfWeek.Tuesday),
        new(IsoDayOfWeek.Wednesday),
        new(IsoDayOfWeek.Thursday),
        new(IsoDayOfWeek.Friday),
    ];

    /// <summary>"every second Thursday until 18 November 2027"; "every month on the last weekday, 9 times".</summary>
    public static string Write(Rule rule)
    {
        var clauses = new List<string>();
        var positions = rule.Positions;
        var inHead = rule is { Frequency: Frequency.Weekly, MonthDays.IsEmpty: true, YearDays.IsEmpty: true };
        if (inHead && rule.Days is [{ Nth: 0 } only])
            clauses.Add(Every(rule.Interval, Names.Of(only.Day)));
        else if (inHead && rule.Interval == 1 && AreWeekdays(rule.Days))
            clauses.Add("every weekday");
        else
        {
            clauses.Add(Every(rule.Interval, Unit(rule.Frequency)));
            AddDays(rule, clauses, ref positions);
        }

        if (!rule.Weeks.IsEmpty)
            clauses.Add("in " + Names.And([.. rule.Weeks.Select(w => w > 0 ? "week " + Number(w) : $"the {FromEnd(w)} week")]));
        if (!rule.Months.IsEmpty && !IsOneDate(rule))
            clauses.Add("in " + Names.And([.. rule.Months.Select(Names.OfMonth)]));
        AddNumbers("hours", rule.Hours);
        AddNumbers("minutes", rule.Minutes);
        AddNumbers("seconds", rule.Seconds);
        if (!positions.IsEmpty)
            clauses.Add("taking " + Names.And([.. positions.Select(p => "the " + Place(p))]));
        if (rule.WeekStart != IsoDayOfWeek.Monday)
            clauses.Add("weeks beginning on " + Names.Of(rule.WeekStart));
        if (rule.Until is { } until)
            clauses.Add("until " + Time(until));
        var words = string.Join(' ', clauses);
        return rule.Count is { } count ? words + (count == 1 ? ", once" : $", {Number(count)} times") : words;

        void AddNumbers(string name, ImmutableArray<int> numbers)
        {
            if (!numbers.IsEmpty)
                clauses.Add($"at {name} " + Names.And([.. numbers.Select(Number)]));
        }
    }

    /// <summary>
    /// Which day of its month something that begins on a day falls on: "the 16th", "the third Tuesday", "the last weekday".
    /// </summary>
    public static string Write(MonthDay on, LocalDate first) =>
        on switch
        {
            MonthDay.SameDate => "the " + Names.Numeral(first.Day),
            MonthDay.NthWeekday => $"the {Place((first.Day - 1) / 7 + 1)} {Names.Of(first.DayOfWeek)}",
            MonthDay.LastOfWeekday => $"the last {Names.Of(first.DayOfWeek)}",
            MonthDay.LastDay => "the last day",
            MonthDay.FirstWorkingDay => "the first weekday",
            _ => "the last weekday",
        };

    private static void AddDays(Rule rule, List<string> clauses, ref ImmutableArray<int> positions)
    {
        // The first clause picks days, a further one only lets some of them pass.
        var link = "on ";
        void Add(string words)
        {
            clauses.Add(link + words);
            link = "when it is ";
        }

        if (!rule.YearDays.IsEmpty)
            Add(Names.And([.. rule.YearDays.Select(d => $"the {Place(d)} day of the year")]));
        if (IsOneDate(rule))
            Add($"{Number(rule.MonthDays[0])} {Names.OfMonth(rule.Months[0])}");
        else if (!rule.MonthDays.IsEmpty)
            Add(Names.And([.. rule.MonthDays.Select(d => d > 0 ? "the " + Names.Numeral(d) : $"the {FromEnd(d)} day")]));
        if (rule.Days.IsEmpty)
            return;
        if (!AreWeekdays(rule.Days))
        {
            Add(Names.And([.. rule.Days.Select(d => d.Nth == 0 ? Names.Of(d.Day) : $"the {Place(d.Nth)} {Names.Of(d.Day)}")]));
        }
        else if (
            rule is
            { Frequency: Frequency.Monthly or Frequency.Yearly, MonthDays.IsEmpty: true, YearDays.IsEmpty: true, Positions: [var position] }
        )
        {
            Add($"the {Place(position)} weekday");
            positions = [];
        }
        else
        {
            Add("weekdays");
        }
    }

    /// <summary>Whether the days are one date of one month, said as "5 March".</summary>
    private static bool IsOneDate(Rule rule) => rule is { MonthDays: [> 0], Months.Length: 1 };

    private static bool AreWeekdays(ImmutableArray<ByDay> days) => days.AsSpan().SequenceEqual(Weekdays.AsSpan());

    private static string Every(int interval, string what) => interval == 1 ? "every " + what : $"every {Names.Ordinal(interval)} {what}";

    private static string Unit(Frequency frequency) =>
        frequency switch
        {
            Frequency.Hourly => "hour",
            Frequency.Daily => "day",
            Frequency.Weekly => "week",
            Frequency.Monthly => "month",
            _ => "year",
        };

    /// <summary>"second", "last", "third to last".</summary>
    private static string Place(int number) => number > 0 ? Names.Ordinal(number) : FromEnd(number);

    private static string FromEnd(int number) => number == -1 ? "last" : Names.Ordinal(-number) + " to last";

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);

    private static string Time(Until until)
    {
        var date = Date.Format(until.Time.Date);
        if (!until.IsUtc && until.Time.TimeOfDay == Rule.EndOfDay)
            return date;
        var clock = (until.Time.Second == 0 ? Clock : ClockWithSeconds).Format(until.Time.TimeOfDay);
        return $"{date} at {clock}{(until.IsUtc ? " UTC" : "")}";
    }
}
