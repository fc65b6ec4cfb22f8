using System.Globalization;

namespace Corlin.Core.Words;

/// <summary>Reads how long something takes from English words.</summary>
internal static class LengthWords
{
    /// <summary>So many hours and more, with "h" and no "for" before them, are a time of day: "14h30", "14h".</summary>
    private const int HoursOfDay = 13;

    private const int HoursWithMinutes = 7;

    /// <summary>The minutes that begin at a word: "45 min", "1h30", "an hour and a half", "hour-long"; null where none do.</summary>
    public static int? At(TypedWords words, int at, out int used)
    {
        var the = words[at] == "for" ? 1 : 0;
        var minutes = Phrase(words, at + the, out used) ?? Fraction(words, at + the, out used) ?? Figures(words, at + the, out used);
        used += the;
        return minutes is > 0 and <= 14 * 24 * 60 ? minutes : null;
    }

    private static int? Phrase(TypedWords words, int at, out int used)
    {
        used = 0;
        if (words[at] == "half" && words[at + 1] is "an" or "a" && words[at + 2] == "hour")
            return Took(3, 30, out used);
        if (words[at] is "a" && words[at + 1] == "half" && words[at + 2] == "hour")
            return Took(3, 30, out used);
        if (words[at] is "half-hour" or "half-an-hour")
            return Took(1, 30, out used);
        var a = words[at] is "a" ? 1 : 0;
        if (words[at + a] == "quarter" && words[at + a + 1] == "of" && words[at + a + 2] == "an" && words[at + a + 3] == "hour")
            return Took(a + 4, 15, out used);
        if (
            words[at] == "three"
            && words[at + 1] == "quarters"
            && words[at + 2] == "of"
            && words[at + 3] == "an"
            && words[at + 4] == "hour"
        )
            return Took(5, 45, out used);
        if (words[at] is "hour-long")
            return Took(1, 60, out used);
        if (words[at] == "hour" && words[at + 1] == "long")
            return Took(2, 60, out used);
        if (words[at] is "an" or "a" or "one" && words[at + 1] == "hour")
        {
            if (words[at + 2] == "and" && words[at + 3] == "a" && words[at + 4] is "half" or "quarter")
                return Took(5, words[at + 4] == "half" ? 90 : 75, out used);
            return Took(2, 60, out used);
        }

        return null;
    }

    /// <summary>"3/4 hour", "1 1/2 hours", "half hour", "two and a half hours".</summary>
    private static int? Fraction(TypedWords words, int at, out int used)
    {
        used = 0;
        var whole = CalendarWords.Number(words[at]);
        var next = whole is null ? at : at + 1;
        if (whole is not null && words[next] == "and")
            next += words[next + 1] == "a" ? 2 : 1;
        if (words[at].EndsWith('½') && CalendarWords.Number(words[at][..^1]) is { } before)
            (whole, next) = (before, at);
        int? part = words[next].EndsWith('½')
            ? 30
            : words[next] switch
            {
                "1/2" or "half" => 30,
                "1/4" or "quarter" => 15,
                "3/4" => 45,
                _ => null,
            };
        if (part is null || (whole is not null && words[at] is "a" or "an"))
            return null;
        next++;
        if (words[next] == "of" && words[next + 1] == "an")
            next += 2;
        else if (words[next] is "an" or "a")
            next++;
        if (words[next] is not ("hour" or "hours" or "hr" or "hrs" or "h"))
            return null;
        return Took(next + 1 - at, ((whole ?? 0) * 60) + part.Value, out used);
    }

    private static int? Took(int count, int minutes, out int used)
    {
        used = count;
        return minutes;
    }

    /// <summary>"45 min", "45min", "30m", "2h", "1h30", "1.5 hours", "two hours", "90-minute", "1 hour 30 minutes", "for 45".</summary>
    private static int? Figures(TypedWords words, int at, out int used)
    {
        used = 0;
        var word = words[at];
        var digits = new string([.. word.TakeWhile(c => char.IsAsciiDigit(c) || c is '.')]);
        var unit =
            digits.Length > 0 ? word[digits.Length..].TrimStart('-')
            : word.Split('-') is [var named, var of] && CalendarWords.Number(named) is not null ? of
            : "";
        double? number =
            digits.Length > 0
                ? double.TryParse(digits, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var parsed)
                    ? parsed
                    : null
                : CalendarWords.Number(word.Split('-')[0]);
        if (number is not { } count || count <= 0 || word is "a" or "an")
            return null;
        var next = at + 1;
        if (unit is "h" or "hr" or "hrs" && digits.Length >= 4)
            return null;
        if (
            unit.StartsWith('h')
            && (unit.Length == 1 ? count >= HoursOfDay : unit.Length == 3 && count >= HoursWithMinutes)
            && words[at - 1] != "for"
        )
            return null;
        if (unit.Length == 0 && Unit(words[next]) is not null)
            unit = words[next++];
        if (unit.Length == 0)
        {
            // "for 45": minutes, where nothing else is said of it.
            if (
                words[at - 1] != "for"
                || digits.Length == 0
                || words[next] is "weeks" or "week" or "days" or "months" or "years"
                || count < 10
                || count > 480
            )
                return null;
            used = 1;
            return (int)count;
        }

        // "1h30".
        if (
            unit.Length == 3
            && unit[0] == 'h'
            && int.TryParse(unit[1..], NumberStyles.None, CultureInfo.InvariantCulture, out var rest)
            && rest < 60
        )
        {
            used = next - at;
            return (int)(count * 60) + rest;
        }

        if (Unit(unit) is not { } minutes)
            return null;
        var total = count * minutes;
        if (minutes == 60)
        {
            var and = words[next] == "and" ? 1 : 0;
            if (words[next + and] is "a" && words[next + and + 1] == "half" && and == 1)
                (total, next) = (total + 30, next + 3);
            else if (
                CalendarWords.Numeral(words[next + and]) is > 0 and < 60 and var more
                && (Unit(words[next + and + 1]) == 1 || (and == 0 && unit is "h" && Unit(words[next + and + 1]) is null))
            )
                (total, next) = (total + more, next + and + 1 + (Unit(words[next + and + 1]) == 1 ? 1 : 0));
            else if (
                CalendarWords.Numeral(new string([.. words[next + and].TakeWhile(char.IsAsciiDigit)])) is > 0 and < 60 and var joined
                && Unit(new string([.. words[next + and].SkipWhile(char.IsAsciiDigit)])) == 1
            )
                (total, next) = (total + joined, next + and + 1);
        }

        if (words[next] == "long")
            next++;
        used = next - at;
        return Math.Abs(total - Math.Round(total)) < 0.001 ? (int)Math.Round(total) : null;
    }

    private static int? Unit(string word) =>
        word switch
        {
            "m" or "'" or "min" or "mins" or "minute" or "minutes" => 1,
            "h" or "hr" or "hrs" or "hour" or "hours" => 60,
            _ => null,
        };
}
