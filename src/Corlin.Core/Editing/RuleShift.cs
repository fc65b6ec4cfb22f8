using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Editing;

/// <summary>A rule whose occurrences all lie the same time later or earlier.</summary>
internal static class RuleShift
{
    /// <summary>The rule moved by whole days and seconds of the day; null where no rule says that.</summary>
    public static Rule? By(Rule rule, int days, long seconds)
    {
        var picksTimes = !rule.Hours.IsEmpty || !rule.Minutes.IsEmpty || !rule.Seconds.IsEmpty;
        if (seconds != 0 && picksTimes)
            return null;
        var moved = rule with { Until = rule.Until is { } until ? Moved(until, seconds) : null };
        if (days == 0)
            return moved;
        var picksDates =
            !rule.MonthDays.IsEmpty || !rule.YearDays.IsEmpty || !rule.Weeks.IsEmpty || !rule.Months.IsEmpty || !rule.Positions.IsEmpty;
        if (picksDates || rule.Frequency == Frequency.Hourly)
            return null;
        if (rule.Days.IsEmpty)
            return moved;
        if (rule.Frequency != Frequency.Weekly)
            return null;
        // The week begins as many days later too, so that the days of one week stay together where weeks are left out.
        return moved with
        {
            Days = [.. rule.Days.Select(d => d with { Day = Later(d.Day, days) })],
            WeekStart = rule is { Interval: > 1, Days.Length: > 1 } ? Later(rule.WeekStart, days) : rule.WeekStart,
        };
    }

    // The end of a day stays the end of that day.
    private static Until Moved(Until until, long seconds) =>
        until is { IsUtc: false, Time: { Hour: 23, Minute: 59 } } ? until : until with { Time = until.Time.PlusSeconds(seconds) };

    private static IsoDayOfWeek Later(IsoDayOfWeek day, int days) => (IsoDayOfWeek)((((((int)day - 1 + days) % 7) + 7) % 7) + 1);
}
