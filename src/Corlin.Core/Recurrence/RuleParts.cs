using System.Collections.Immutable;
using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>Which day of a month something falls on, told from its first day.</summary>
public enum MonthDay
{
    /// <summary>The same number: the 16th.</summary>
    SameDate,

    /// <summary>The same weekday counted from the beginning: the third Tuesday.</summary>
    NthWeekday,

    /// <summary>The same weekday counted from the end: the last Tuesday.</summary>
    LastOfWeekday,
    LastDay,

    /// <summary>The first day from Monday to Friday.</summary>
    FirstWorkingDay,
    LastWorkingDay,
}

/// <summary>How something repeats in the few parts that most rules have; a rule with more to it has none.</summary>
/// <param name="Every">1 for each, 2 for every second, up to 99.</param>
/// <param name="Unit">Daily, weekly, monthly or yearly.</param>
/// <param name="Weekdays">Of a weekly one, from Monday on; never empty there, else empty.</param>
/// <param name="On">Of a monthly one.</param>
/// <param name="Until">The last day that counts, or null.</param>
/// <param name="Times">How many there are in all, or null; never beside <paramref name="Until"/>.</param>
public sealed record RuleParts(int Every, Frequency Unit, ImmutableArray<IsoDayOfWeek> Weekdays, MonthDay On, LocalDate? Until, int? Times)
{
    /// <summary>The longest interval that parts can say.</summary>
    public const int MostEvery = 99;

    /// <summary>The most occurrences that parts can say.</summary>
    public const int MostTimes = 999;

    private static readonly ImmutableArray<ByDay> WorkingDays =
    [
        new(IsoDayOfWeek.Monday),
        new(IsoDayOfWeek.Tuesday),
        new(IsoDayOfWeek.Wednesday),
        new(IsoDayOfWeek.Thursday),
        new(IsoDayOfWeek.Friday),
    ];

    /// <summary>The rule that the parts say of what begins on a day.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A number or the unit lies outside what parts can say.</exception>
    public Rule ToRule(LocalDate first)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(Every is >= 1 and <= MostEvery, true, nameof(Every));
        ArgumentOutOfRangeException.ThrowIfNotEqual(Times is null or (>= 1 and <= MostTimes), true, nameof(Times));
        ArgumentOutOfRangeException.ThrowIfNotEqual(
            Unit is Frequency.Daily or Frequency.Weekly or Frequency.Monthly or Frequency.Yearly,
            true,
            nameof(Unit)
        );
        var rule = new Rule(Unit, Every)
        {
            Until = Until is { } last && Times is null ? new Until(last.At(Rule.EndOfDay)) : null,
            Count = Times,
        };
        return Unit switch
        {
            Frequency.Weekly => rule with
            {
                Days = [.. Weekdays.DefaultIfEmpty(first.DayOfWeek).Distinct().Order().Select(d => new ByDay(d))],
            },
            Frequency.Monthly => On switch
            {
                MonthDay.NthWeekday => rule with { Days = [new ByDay(first.DayOfWeek, Nth(first))] },
                MonthDay.LastOfWeekday => rule with { Days = [new ByDay(first.DayOfWeek, -1)] },
                MonthDay.LastDay => rule with { MonthDays = [-1] },
                MonthDay.FirstWorkingDay => rule with { Days = WorkingDays, Positions = [1] },
                MonthDay.LastWorkingDay => rule with { Days = WorkingDays, Positions = [-1] },
                _ => rule,
            },
            _ => rule,
        };
    }

    /// <summary>The parts of a rule of what begins on a day; null where it has more to it than these can say.</summary>
    public static RuleParts? Of(Rule rule, LocalDate first)
    {
        if (rule.Interval > MostEvery || rule.Count > MostTimes || rule.Until is { IsUtc: true })
            return null;
        var days = rule.Frequency switch
        {
            Frequency.Weekly when rule.Days.IsEmpty => [first.DayOfWeek],
            Frequency.Weekly => [.. rule.Days.Select(d => d.Day).Distinct().Order()],
            _ => ImmutableArray<IsoDayOfWeek>.Empty,
        };
        foreach (var on in rule.Frequency == Frequency.Monthly ? Enum.GetValues<MonthDay>() : [MonthDay.SameDate])
        {
            var parts = new RuleParts(rule.Interval, rule.Frequency, days, on, rule.Until?.Time.Date, rule.Count);
            if (rule.Frequency != Frequency.Hourly && Same(parts.ToRule(first), rule, first))
                return parts;
        }

        return null;
    }

    private static int Nth(LocalDate day) => (day.Day - 1) / 7 + 1;

    /// <summary>Whether two rules say the same; what a rule takes from its first day anyway need not be written.</summary>
    private static bool Same(Rule parts, Rule rule, LocalDate first) => parts.ToString() == Written(rule, first).ToString();

    private static Rule Written(Rule rule, LocalDate first)
    {
        var written = rule with
        {
            Days = [.. rule.Days.Distinct().OrderBy(d => d.Day)],
            WeekStart = rule.Interval == 1 ? IsoDayOfWeek.Monday : rule.WeekStart,
        };
        if (written is { Frequency: Frequency.Weekly, Days.IsEmpty: true })
            return written with { Days = [new ByDay(first.DayOfWeek)] };
        if (written.Frequency == Frequency.Monthly && written.MonthDays is [var day] && day == first.Day && written.Days.IsEmpty)
            return written with { MonthDays = [] };
        if (
            written is { Frequency: Frequency.Yearly, Days.IsEmpty: true, Months: [var month], MonthDays: [var date] }
            && month == first.Month
            && date == first.Day
        )
            return written with { Months = [], MonthDays = [] };
        return written;
    }
}
