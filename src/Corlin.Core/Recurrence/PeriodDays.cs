using System.Collections.Immutable;
using System.Numerics;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>
/// The days that a rule picks in one of its periods after another (of an hourly rule: the hours), as seconds since 1970-01-01T00:00:00 of
/// the wall clock. The buffers are used again for each period.
/// </summary>
internal sealed class PeriodDays
{
    private const int Together = 32;

    private readonly Rule rule;
    private readonly int months;
    private readonly int weekdays;
    private readonly int daysOfWeek;
    private readonly bool numbered;
    private readonly bool hourly;
    private readonly bool limitsDays;
    private readonly int startDay;
    private readonly int startMonthDay;
    private readonly int startMonth;
    private readonly long origin;
    private readonly int step;
    private YearDays? year;
    private int[] bases = new int[8];
    private int[] chosen = [];
    private long period = -1;
    private long hour;

    /// <param name="start">DTSTART, on the wall clock.</param>
    public PeriodDays(Rule rule, LocalDateTime start)
    {
        this.rule = rule;
        foreach (var month in rule.Months)
            months |= 1 << month;
        foreach (var day in rule.Days)
        {
            weekdays |= 1 << ((int)day.Day - 1);
            numbered |= day.Nth != 0;
        }

        startDay = CivilDays.From(start.Date);
        startMonthDay = start.Day;
        startMonth = start.Month;
        limitsDays = months != 0 || !rule.MonthDays.IsEmpty || !rule.YearDays.IsEmpty || weekdays != 0;
        (origin, step) = rule.Frequency switch
        {
            Frequency.Hourly => ((startDay * 24L) + start.Hour, 1),
            Frequency.Daily => (startDay, 1),
            Frequency.Weekly => (WeekOf(startDay), 7),
            Frequency.Monthly => ((start.Year * 12L) + start.Month - 1, 1),
            // Weeks are counted in the year to which they belong, which the first days of January may not.
            _ => (rule.Weeks.IsEmpty ? start.Year : CivilDays.ToDate(WeekOf(startDay) + 3).Year, 1),
        };
        if (rule.Frequency == Frequency.Weekly && weekdays == 0)
            weekdays = 1 << CivilDays.Weekday(startDay);
        hourly = rule.Frequency == Frequency.Hourly;
        var first = (int)rule.WeekStart - 1;
        for (var i = 0; i < 7; i++)
            daysOfWeek |= (weekdays >> ((first + i) % 7) & 1) << i;
    }

    /// <summary>How many days the period yields that is looked at.</summary>
    public int Count { get; private set; }

    /// <summary>How many days each whole period yields, where that is the same for all.</summary>
    public int? YieldOfEach =>
        rule.Frequency switch
        {
            _ when !rule.Positions.IsEmpty => null,
            Frequency.Daily when !limitsDays => 1,
            Frequency.Weekly when months == 0 => BitOperations.PopCount((uint)weekdays),
            _ => null,
        };

    /// <summary>The start of a day, or of an hour, that the period yields, in seconds of the wall clock since 1970.</summary>
    public long Base(int index) => hourly ? hour * 3_600 : bases[index] * CivilDays.SecondsADay;

    /// <summary>The last period of which nothing can lie after the time.</summary>
    public long PeriodBefore(long seconds)
    {
        var day = (int)CivilDays.FloorDiv(seconds, CivilDays.SecondsADay);
        var unit = rule.Frequency switch
        {
            Frequency.Hourly => CivilDays.FloorDiv(seconds, 3_600),
            Frequency.Daily => day,
            Frequency.Weekly => WeekOf(day),
            _ => 0,
        };
        if (rule.Frequency is Frequency.Monthly or Frequency.Yearly)
        {
            var (y, m, _) = CivilDays.ToDate(day);
            // The last week of a year can reach into the next (BYWEEKNO).
            unit = rule.Frequency == Frequency.Monthly ? (y * 12L) + m - 1 : y - 1;
        }

        return CivilDays.FloorDiv(unit - origin, (long)rule.Interval * step);
    }

    /// <summary>Makes the period the next one.</summary>
    public void Skip(long to) => period = to - 1;

    /// <summary>
    /// Goes to the next periods that may yield something, several short ones at once where their starts need not be told apart (BYSETPOS);
    /// false where they would begin at the time or later.
    /// </summary>
    public bool NextOnes(long before)
    {
        if (!rule.Positions.IsEmpty || rule.Frequency is not (Frequency.Daily or Frequency.Weekly))
            return Next(before);
        Count = 0;
        var end = Math.Min(CivilDays.Last - 7, CivilDays.FloorDiv(before - 1, CivilDays.SecondsADay));
        for (var i = 0; i < Together && Count < Together; i++)
        {
            var unit = origin + ((period + 1) * rule.Interval * step);
            if (unit > end)
                break;
            period++;
            if (rule.Frequency == Frequency.Weekly)
                Weekly((int)unit);
            else if (!limitsDays || Allows((int)unit))
                Add((int)unit);
        }

        // What is left at the end of all days, or a long stretch that yields nothing, is gone through one by one.
        return Count > 0 || Next(before);
    }

    /// <summary>Goes to the next period that may yield something; false where it would begin at the time or later.</summary>
    public bool Next(long before)
    {
        while (true)
        {
            period++;
            var unit = origin + (period * rule.Interval * step);
            Count = 0;
            switch (rule.Frequency)
            {
                case Frequency.Hourly:
                    if (unit * 3_600 >= before || unit / 24 > CivilDays.Last)
                        return false;
                    hour = unit;
                    Hourly(unit);
                    break;
                case Frequency.Daily:
                    if (unit * CivilDays.SecondsADay >= before || unit > CivilDays.Last)
                        return false;
                    if (!limitsDays || Allows((int)unit))
                        Add((int)unit);
                    break;
                case Frequency.Weekly:
                    if (unit * CivilDays.SecondsADay >= before || unit > CivilDays.Last - 7)
                        return false;
                    Weekly((int)unit);
                    break;
                case Frequency.Monthly:
                    var (y, m) = ((int)CivilDays.FloorDiv(unit, 12), (int)(unit - (CivilDays.FloorDiv(unit, 12) * 12)) + 1);
                    if (y > 9999)
                        return false;
                    var first = CivilDays.From(y, m, 1);
                    if (first * CivilDays.SecondsADay >= before)
                        return false;
                    if (months == 0 || (months >> m & 1) != 0)
                        Monthly(y, m, first);
                    break;
                default:
                    if (unit > 9999)
                        return false;
                    var january = CivilDays.From((int)unit, 1, 1);
                    // Week 1 can begin three days before its year.
                    if ((january - 3) * CivilDays.SecondsADay >= before)
                        return false;
                    Yearly((int)unit, january);
                    break;
            }

            if (Count > 0)
                return true;
        }
    }

    /// <summary>Picks the starts at the positions (BYSETPOS) among the days at so many times each.</summary>
    /// <returns>How many there are; <see cref="Chosen"/> gives their numbers in order.</returns>
    public int Choose(ImmutableArray<int> positions, int timesADay)
    {
        if (chosen.Length < positions.Length)
            chosen = new int[positions.Length];
        var all = Count * timesADay;
        var picked = 0;
        foreach (var position in positions)
        {
            var index = position > 0 ? position - 1 : all + position;
            if (index >= 0 && index < all)
                picked = Insert(chosen, picked, index);
        }

        return picked;
    }

    /// <summary>The number of a start that was picked by its position, among all of the period.</summary>
    public int Chosen(int index) => chosen[index];

    internal void Add(int day)
    {
        if (Count == bases.Length)
            Array.Resize(ref bases, bases.Length * 4);
        bases[Count++] = day;
    }

    /// <summary>Puts the days in order and drops those that came twice.</summary>
    internal void Arrange()
    {
        if (Count < 2)
            return;
        Array.Sort(bases, 0, Count);
        var kept = 1;
        for (var i = 1; i < Count; i++)
            if (bases[i] != bases[kept - 1])
                bases[kept++] = bases[i];
        Count = kept;
    }

    /// <summary>Whether the parts that only limit a day let it pass (BYMONTH, BYYEARDAY, BYMONTHDAY, BYDAY without numbers).</summary>
    internal bool Allows(int day)
    {
        if (weekdays != 0 && !numbered && (weekdays >> CivilDays.Weekday(day) & 1) == 0)
            return false;
        if (months == 0 && rule.MonthDays.IsEmpty && rule.YearDays.IsEmpty)
            return true;
        var (y, m, d) = CivilDays.ToDate(day);
        if (months != 0 && (months >> m & 1) == 0)
            return false;
        if (!rule.MonthDays.IsEmpty && !Has(rule.MonthDays, d, CivilDays.DaysIn(y, m)))
            return false;
        return rule.YearDays.IsEmpty || Has(rule.YearDays, day - CivilDays.From(y, 1, 1) + 1, CivilDays.IsLeap(y) ? 366 : 365);
    }

    private static bool Has(ImmutableArray<int> numbers, int number, int last) =>
        numbers.Contains(number) || numbers.Contains(number - last - 1);

    private void Hourly(long unit)
    {
        if (!rule.Hours.IsEmpty && !rule.Hours.Contains((int)(unit - (CivilDays.FloorDiv(unit, 24) * 24))))
            return;
        var day = (int)CivilDays.FloorDiv(unit, 24);
        if (limitsDays && !Allows(day))
        {
            // On to the first hour of the rule on the next day, not through every hour of this one.
            period += CivilDays.FloorDiv(((day + 1) * 24L) - 1 - unit, rule.Interval);
            return;
        }

        Count = 1;
    }

    private void Weekly(int week)
    {
        for (var left = (uint)daysOfWeek; left != 0; left &= left - 1)
        {
            var day = week + BitOperations.TrailingZeroCount(left);
            if (months == 0 || (months >> CivilDays.ToDate(day).Month & 1) != 0)
                Add(day);
        }
    }

    private void Monthly(int y, int m, int first)
    {
        var length = CivilDays.DaysIn(y, m);
        var mask = uint.MaxValue >> (32 - length);
        if (!rule.MonthDays.IsEmpty)
            mask &= MonthDays(length);
        if (weekdays != 0)
            mask &= Weekdays(CivilDays.Weekday(first), length);
        if (rule.MonthDays.IsEmpty && weekdays == 0)
            mask &= 1u << (startMonthDay - 1);
        for (; mask != 0; mask &= mask - 1)
            Add(first + BitOperations.TrailingZeroCount(mask));
    }

    private uint MonthDays(int length)
    {
        var mask = 0u;
        foreach (var day in rule.MonthDays)
        {
            var number = day > 0 ? day : length + 1 + day;
            if (number >= 1 && number <= length)
                mask |= 1u << (number - 1);
        }

        return mask;
    }

    private uint Weekdays(int ofFirst, int length)
    {
        const uint everySeventh = 0b0001_0000_0010_0000_0100_0000_1000_0001;
        var mask = 0u;
        foreach (var day in rule.Days)
        {
            var first = ((int)day.Day - 1 - ofFirst + 7) % 7;
            if (day.Nth == 0)
                mask |= everySeventh << first;
            var number = day.Nth > 0 ? first + (7 * (day.Nth - 1)) : first + (7 * ((length - 1 - first) / 7)) + (7 * (day.Nth + 1));
            if (day.Nth != 0 && number >= 0 && number < length)
                mask |= 1u << number;
        }

        return mask;
    }

    private void Yearly(int y, int january)
    {
        // Parts that speak of months are worked out month by month, the others by the days of the year.
        if (rule.YearDays.IsEmpty && rule.Weeks.IsEmpty && (months != 0 || !(numbered || rule.MonthDays.IsEmpty) || weekdays == 0))
        {
            var wanted =
                months != 0 ? months
                : rule.MonthDays.IsEmpty && weekdays == 0 ? 1 << startMonth
                : -1;
            for (var m = 1; m <= 12; m++)
                if ((wanted >> m & 1) != 0)
                    Monthly(y, m, CivilDays.From(y, m, 1));
            return;
        }

        (year ??= new YearDays(rule, startDay, numbered)).Fill(this, y, january);
    }

    private int WeekOf(int day) => day - ((CivilDays.Weekday(day) - ((int)rule.WeekStart - 1) + 7) % 7);

    private static int Insert(int[] sorted, int count, int value)
    {
        var place = count;
        while (place > 0 && sorted[place - 1] > value)
            place--;
        if (place > 0 && sorted[place - 1] == value)
            return count;
        Array.Copy(sorted, place, sorted, place + 1, count - place);
        sorted[place] = value;
        return count + 1;
    }
}
