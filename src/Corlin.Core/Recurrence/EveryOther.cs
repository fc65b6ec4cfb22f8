using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>A series as two in alternation, each with every other occurrence of it.</summary>
public static class EveryOther
{
    /// <summary>Every month has so many days.</summary>
    private const int ShortestMonth = 28;

    /// <summary>
    /// The rules of both: one from the first occurrence on, the other from the second. Null where a period may have more than one
    /// occurrence, or none, so that doubling INTERVAL would not tell them apart; and where there is no second.
    /// </summary>
    /// <param name="first">The day of the first occurrence.</param>
    public static (Rule One, Rule Other)? Split(Rule rule, LocalDate first)
    {
        if (!IsOnceAPeriod(rule, first) || rule.Count is 1)
            return null;
        var doubled = rule with { Interval = rule.Interval * 2 };
        return (doubled with { Count = (rule.Count + 1) / 2 }, doubled with { Count = rule.Count / 2 });
    }

    private static bool IsOnceAPeriod(Rule rule, LocalDate first)
    {
        if (
            rule
            is not {
                Seconds.IsEmpty: true,
                Minutes.IsEmpty: true,
                Hours.IsEmpty: true,
                YearDays.IsEmpty: true,
                Weeks.IsEmpty: true,
                Months.IsEmpty: true,
                Positions.IsEmpty: true,
            }
        )
            return false;
        return rule.Frequency switch
        {
            Frequency.Daily => rule is { Days.IsEmpty: true, MonthDays.IsEmpty: true },
            Frequency.Weekly => rule is { Days.Length: <= 1, MonthDays.IsEmpty: true },
            Frequency.Monthly => IsInEveryMonth(rule, first),
            _ => false,
        };
    }

    private static bool IsInEveryMonth(Rule rule, LocalDate first) =>
        (rule.Days, rule.MonthDays) switch
        {
            ([], []) => first.Day <= ShortestMonth,
            ([], [var day]) => Math.Abs(day) <= ShortestMonth,
            ([var day], []) => day.Nth != 0 && Math.Abs(day.Nth) <= 4,
            _ => false,
        };
}
