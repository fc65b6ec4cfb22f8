using System.Globalization;
using NodaTime;

namespace Corlin.Core.Words;

/// <summary>The English names of days, months and numbers, written and read.</summary>
internal static class Names
{
    private static readonly string[] Ordinals =
    [
        "",
        "first",
        "second",
        "third",
        "fourth",
        "fifth",
        "sixth",
        "seventh",
        "eighth",
        "ninth",
        "tenth",
    ];
    private static readonly string[] Numbers = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];
    private static readonly string[] Months = CultureInfo.InvariantCulture.DateTimeFormat.MonthNames[..12];

    /// <summary>The English name of a weekday.</summary>
    public static string Of(IsoDayOfWeek day) => day.ToString();

    /// <summary>The English name of a month, 1 for January.</summary>
    public static string OfMonth(int month) => Months[month - 1];

    /// <summary>"first" to "tenth", then "11th".</summary>
    public static string Ordinal(int number) => number < Ordinals.Length ? Ordinals[number] : Numeral(number);

    /// <summary>"1st", "12th", "23rd".</summary>
    public static string Numeral(int number) =>
        number.ToString(CultureInfo.InvariantCulture)
        + (
            number % 100 is >= 11 and <= 13
                ? "th"
                : (number % 10) switch
                {
                    1 => "st",
                    2 => "nd",
                    3 => "rd",
                    _ => "th",
                }
        );

    /// <summary>"A", "A and B", "A, B and C".</summary>
    public static string And(IReadOnlyList<string> names) =>
        names.Count < 2 ? string.Concat(names) : string.Join(", ", names.Take(names.Count - 1)) + " and " + names[^1];

    /// <summary>A weekday by its name, its plural or at least its first three letters.</summary>
    public static IsoDayOfWeek? Weekday(string word)
    {
        var one = word.EndsWith("days", StringComparison.Ordinal) ? word[..^1] : word;
        if (one.Length < 3)
            return null;
        for (var day = IsoDayOfWeek.Monday; day <= IsoDayOfWeek.Sunday; day++)
            if (Of(day).StartsWith(one, StringComparison.OrdinalIgnoreCase))
                return day;
        return null;
    }

    /// <summary>A month by its name or at least its first three letters.</summary>
    public static int? Month(string word)
    {
        if (word.Length < 3)
            return null;
        var found = Array.FindIndex(Months, m => m.StartsWith(word, StringComparison.OrdinalIgnoreCase));
        return found < 0 ? null : found + 1;
    }

    /// <summary>"second", "2nd".</summary>
    public static int? Ordinal(string word)
    {
        if (Array.IndexOf(Ordinals, word) is > 0 and var named)
            return named;
        return word.Length > 2 && char.IsAsciiDigit(word[0]) && word[^2..] is "st" or "nd" or "rd" or "th" ? Digits(word[..^2]) : null;
    }

    /// <summary>"two", "2".</summary>
    public static int? Number(string word) => Array.IndexOf(Numbers, word) is > 0 and var named ? named : Digits(word);

    private static int? Digits(string word) =>
        int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
}
