using NodaTime;

namespace Corlin.Core.Time;

/// <summary>Dates of the Gregorian calendar as day numbers since 1970-01-01, in plain integers: recurrence counts with these.</summary>
internal static class CivilDays
{
    /// <summary>By the wall clock: leap seconds are not counted.</summary>
    public const long SecondsADay = 86_400;

    /// <summary>The number of 9999-12-31, beyond which no date is kept.</summary>
    public const int Last = 2_932_896;

    /// <summary>The number of a date. Years are counted from March, so that the leap day comes last.</summary>
    public static int From(int year, int month, int day)
    {
        if (month <= 2)
            year--;
        var era = FloorDiv(year, 400);
        var yearOfEra = year - (era * 400);
        var dayOfYear = (((153 * (month > 2 ? month - 3 : month + 9)) + 2) / 5) + day - 1;
        return (era * 146_097) + (yearOfEra * 365) + (yearOfEra / 4) - (yearOfEra / 100) + dayOfYear - 719_468;
    }

    /// <summary>The number of a date.</summary>
    public static int From(LocalDate date) => From(date.Year, date.Month, date.Day);

    /// <summary>The date of a number.</summary>
    public static (int Year, int Month, int Day) ToDate(int number)
    {
        var shifted = number + 719_468;
        var era = FloorDiv(shifted, 146_097);
        var dayOfEra = shifted - (era * 146_097);
        var yearOfEra = (dayOfEra - (dayOfEra / 1_460) + (dayOfEra / 36_524) - (dayOfEra / 146_096)) / 365;
        var dayOfYear = dayOfEra - ((365 * yearOfEra) + (yearOfEra / 4) - (yearOfEra / 100));
        var shiftedMonth = ((5 * dayOfYear) + 2) / 153;
        var month = shiftedMonth < 10 ? shiftedMonth + 3 : shiftedMonth - 9;
        return (yearOfEra + (era * 400) + (month <= 2 ? 1 : 0), month, dayOfYear - (((153 * shiftedMonth) + 2) / 5) + 1);
    }

    /// <summary>0 for Monday to 6 for Sunday.</summary>
    public static int Weekday(int number) => FloorMod(number + 3, 7);

    /// <summary>Whether a year has a 29 February.</summary>
    public static bool IsLeap(int year) => (year & 3) == 0 && (year % 100 != 0 || year % 400 == 0);

    /// <summary>How many days a month has, 1 for January.</summary>
    public static int DaysIn(int year, int month) => month == 2 ? (IsLeap(year) ? 29 : 28) : 30 + ((month + (month >> 3)) & 1);

    /// <summary>Seconds since 1970-01-01T00:00:00 on the same wall clock; fractions are cut.</summary>
    public static long Seconds(LocalDateTime time) =>
        (From(time.Year, time.Month, time.Day) * SecondsADay) + (time.Hour * 3_600) + (time.Minute * 60) + time.Second;

    /// <summary>The wall-clock time of seconds since 1970 by the same clock.</summary>
    public static LocalDateTime ToLocal(long seconds)
    {
        var day = (int)FloorDiv(seconds, SecondsADay);
        var (year, month, dayOfMonth) = ToDate(day);
        var second = (int)(seconds - (day * SecondsADay));
        return new LocalDateTime(year, month, dayOfMonth, second / 3_600, second / 60 % 60, second % 60);
    }

    /// <summary>Rounded down, where / rounds towards zero.</summary>
    public static int FloorDiv(int value, int by) => (value >= 0 ? value : value - (by - 1)) / by;

    /// <summary>Rounded down, where / rounds towards zero.</summary>
    public static long FloorDiv(long value, long by) => (value >= 0 ? value : value - (by - 1)) / by;

    private static int FloorMod(int value, int by) => value - (FloorDiv(value, by) * by);
}
