using Corlin.Core.Time;

namespace Corlin.Core.Recurrence;

/// <summary>
/// The days of a year that a yearly rule picks by number, by week or by weekday (RFC 5545 3.3.10, notes 1 and 2 of its table).
/// </summary>
internal sealed class YearDays(Rule rule, int startDay, bool numbered)
{
    /// <param name="january">The day number of the year's first day.</param>
    public void Fill(PeriodDays into, int year, int january)
    {
        var length = CivilDays.IsLeap(year) ? 366 : 365;
        if (!rule.YearDays.IsEmpty)
        {
            foreach (var number in rule.YearDays)
            {
                var day = january + (number > 0 ? number - 1 : length + number);
                if (
                    day >= january
                    && day < january + length
                    && (rule.Weeks.IsEmpty || InWeeks(day, year))
                    && InMonthDays(into, day, january, length)
                )
                    into.Add(day);
            }
        }
        else if (!rule.Weeks.IsEmpty)
        {
            Weeks(into, year);
        }
        else
        {
            Weekdays(into, january, length);
        }

        into.Arrange();
    }

    private void Weeks(PeriodDays into, int year)
    {
        var first = FirstWeek(year);
        var count = (FirstWeek(year + 1) - first) / 7;
        // Without weekdays or days of the month it is the weekday of the start.
        var only = rule.Days.IsEmpty && rule.MonthDays.IsEmpty ? CivilDays.Weekday(startDay) : -1;
        foreach (var number in rule.Weeks)
        {
            var week = number > 0 ? number : count + 1 + number;
            if (week < 1 || week > count)
                continue;
            for (var day = first + (7 * (week - 1)); day < first + (7 * week); day++)
                if ((only < 0 || CivilDays.Weekday(day) == only) && into.Allows(day))
                    into.Add(day);
        }
    }

    private void Weekdays(PeriodDays into, int january, int length)
    {
        foreach (var wanted in rule.Days)
        {
            var first = january + (((int)wanted.Day - 1 - CivilDays.Weekday(january) + 7) % 7);
            var last = january + length - 1;
            last -= (CivilDays.Weekday(last) - ((int)wanted.Day - 1) + 7) % 7;
            if (wanted.Nth == 0)
            {
                for (var day = first; day <= last; day += 7)
                    if (into.Allows(day))
                        into.Add(day);
                continue;
            }

            var nth = wanted.Nth > 0 ? first + (7 * (wanted.Nth - 1)) : last + (7 * (wanted.Nth + 1));
            if (nth >= first && nth <= last && into.Allows(nth))
                into.Add(nth);
        }
    }

    private bool InMonthDays(PeriodDays into, int day, int january, int length)
    {
        if (!into.Allows(day))
            return false;
        if (!numbered)
            return true;
        // With a day of the year the numbered weekday only limits: within its month where months are named, otherwise within the year.
        var (y, m, d) = CivilDays.ToDate(day);
        var (position, size) = rule.Months.IsEmpty ? (day - january, length) : (d - 1, CivilDays.DaysIn(y, m));
        foreach (var wanted in rule.Days)
        {
            if ((int)wanted.Day - 1 != CivilDays.Weekday(day))
                continue;
            var (fromStart, fromEnd) = ((position / 7) + 1, -((size - 1 - position) / 7) - 1);
            if (wanted.Nth == 0 || wanted.Nth == fromStart || wanted.Nth == fromEnd)
                return true;
        }

        return false;
    }

    private bool InWeeks(int day, int year)
    {
        foreach (var of in (ReadOnlySpan<int>)[year - 1, year, year + 1])
        {
            var first = FirstWeek(of);
            var next = FirstWeek(of + 1);
            if (day < first || day >= next)
                continue;
            var week = ((day - first) / 7) + 1;
            return rule.Weeks.Contains(week) || rule.Weeks.Contains(week - ((next - first) / 7) - 1);
        }

        return false;
    }

    /// <summary>The day on which week 1 begins: the week with 4 January in it.</summary>
    private int FirstWeek(int year)
    {
        var fourth = CivilDays.From(year, 1, 4);
        return fourth - ((CivilDays.Weekday(fourth) - ((int)rule.WeekStart - 1) + 7) % 7);
    }
}
