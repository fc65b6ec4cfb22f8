using System.Collections.Immutable;
using System.Globalization;
using NodaTime;

namespace Corlin.Core.Words.Lines;

/// <summary>Reads days, clock times and lengths from words.</summary>
internal static class Moments
{
    /// <summary>"today", "tomorrow", "Thu", "next Thursday", "16 March", "16 March 2028": the first such day from today on.</summary>
    public static LocalDate? Day(ImmutableArray<Token> tokens, ref int at, LocalDate today)
    {
        if (Word(tokens, at) is "today")
            return Take(ref at, 1, today);
        if (Word(tokens, at) is "tomorrow")
            return Take(ref at, 1, today.PlusDays(1));
        if (Word(tokens, at) is "next" && Names.Weekday(Word(tokens, at + 1)) is { } next)
            return Take(ref at, 2, today.PlusDays(8 - (int)today.DayOfWeek + (int)next - 1));
        if (Names.Weekday(Word(tokens, at)) is { } weekday)
            return Take(ref at, 1, today.PlusDays(((int)weekday - (int)today.DayOfWeek + 7) % 7));
        if (
            (Names.Number(Word(tokens, at)) ?? Names.Ordinal(Word(tokens, at))) is not { } number
            || Names.Month(Word(tokens, at + 1)) is not { } month
        )
            return null;
        var year = Names.Number(Word(tokens, at + 2)) is >= 1900 and <= 9998 and var given ? given : (int?)null;
        if (number < 1 || number > CalendarSystem.Iso.GetDaysInMonth(year ?? today.Year, month))
            return null;
        var date = new LocalDate(year ?? today.Year, month, number);
        if (year is null && date < today)
        {
            // 29 February may wait longer than a year.
            while (date < today || date.Day != number)
                date = new LocalDate(date.Year + 1, month, Math.Min(number, CalendarSystem.Iso.GetDaysInMonth(date.Year + 1, month)));
        }

        return Take(ref at, year is null ? 2 : 3, date);
    }

    /// <summary>"15:00", "15.30", "9am", "9:30 pm", "noon".</summary>
    public static LocalTime? Clock(string word, string after, out bool tookAfter)
    {
        tookAfter = false;
        if (word is "noon")
            return new LocalTime(12, 0);
        var half = word.EndsWith("am", StringComparison.Ordinal) || word.EndsWith("pm", StringComparison.Ordinal) ? word[^2..] : null;
        var number = half is null ? word : word[..^2];
        if (half is null && after is "am" or "pm")
        {
            half = after;
            tookAfter = true;
        }

        var parts = number.Split(':', '.');
        if (parts.Length > 2 || (parts.Length == 1 && half is null))
            return null;
        if (!Digits(parts[0], out var hour) || (parts.Length == 2 && parts[1].Length != 2))
            return null;
        var minute = 0;
        if (parts.Length == 2 && !Digits(parts[1], out minute))
            return null;
        if (half is not null)
        {
            if (hour is < 1 or > 12)
                return null;
            hour = (hour % 12) + (half == "pm" ? 12 : 0);
        }

        return hour < 24 && minute < 60 ? new LocalTime(hour, minute) : null;
    }

    /// <summary>"45", "45 minutes", "90min", "2 hours", "1 h 30", "an hour", "half an hour".</summary>
    public static Duration? Length(ImmutableArray<Token> tokens, ref int at)
    {
        if (Word(tokens, at) is "half" && Word(tokens, at + 1) is "an" && Word(tokens, at + 2) is "hour")
            return Take(ref at, 3, Duration.FromMinutes(30));
        if (Word(tokens, at) is "an" or "a" && Word(tokens, at + 1) is "hour")
            return Take(ref at, 2, Duration.FromHours(1));
        var word = Word(tokens, at);
        var digits = new string([.. word.TakeWhile(char.IsAsciiDigit)]);
        var unit = digits.Length > 0 ? word[digits.Length..] : "";
        if (Names.Number(digits.Length > 0 ? digits : word) is not { } number || number == 0)
            return null;
        var next = at + 1;
        if (unit.Length == 0 && IsUnit(Word(tokens, next)))
            unit = Word(tokens, next++);
        if (unit.Length > 0 && !IsUnit(unit))
            return null;
        var length = unit.StartsWith('h') ? Duration.FromHours(number) : Duration.FromMinutes(number);
        if (unit.StartsWith('h') && Names.Number(Word(tokens, next)) is > 0 and < 60 and var rest && !IsName(Word(tokens, next + 1)))
        {
            length += Duration.FromMinutes(rest);
            next++;
            if (IsMinutes(Word(tokens, next)))
                next++;
        }

        at = next;
        return length;
    }

    private static bool IsUnit(string word) => IsMinutes(word) || word is "h" or "hour" or "hours";

    private static bool IsMinutes(string word) => word is "min" or "mins" or "minute" or "minutes";

    private static bool IsName(string word) => Names.Month(word) is not null;

    private static bool Digits(string text, out int number) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out number);

    private static string Word(ImmutableArray<Token> tokens, int at) => at < tokens.Length ? tokens[at].Text : "";

    private static T Take<T>(ref int at, int words, T value)
    {
        at += words;
        return value;
    }
}
