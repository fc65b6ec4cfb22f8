using Corlin.Core.Text;
using NodaTime;

namespace Corlin.Core.Words;

/// <summary>Words of days, months and numbers in which a letter may be wrong.</summary>
internal static class CalendarWords
{
    private static readonly string[] Weekdays = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];
    private static readonly string[] Months =
    [
        "january",
        "february",
        "march",
        "april",
        "may",
        "june",
        "july",
        "august",
        "september",
        "october",
        "november",
        "december",
    ];
    private static readonly string[] Numbers =
    [
        "",
        "one",
        "two",
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
        "eleven",
        "twelve",
    ];
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
        "eleventh",
        "twelfth",
        "thirteenth",
        "fourteenth",
        "fifteenth",
        "sixteenth",
        "seventeenth",
        "eighteenth",
        "nineteenth",
        "twentieth",
        "twenty-first",
        "twenty-second",
        "twenty-third",
        "twenty-fourth",
        "twenty-fifth",
        "twenty-sixth",
        "twenty-seventh",
        "twenty-eighth",
        "twenty-ninth",
        "thirtieth",
        "thirty-first",
    ];

    /// <summary>Words that are near a weekday and mean something else.</summary>
    private static readonly string[] Others = ["sundry", "sundays", "mundane", "friary", "today", "midday", "monda"];

    /// <summary>A weekday, also with an s, short, or with one slip.</summary>
    /// <param name="doubtful">Whether two are equally near.</param>
    public static IsoDayOfWeek? Weekday(string word, out bool plural, out bool doubtful)
    {
        doubtful = false;
        plural = word.Length > 4 && word.EndsWith("days", StringComparison.Ordinal);
        var one =
            plural || (word.Length > 3 && word.EndsWith('s') && Short(word[..^1]) is not null && Short(word) is null) ? word[..^1] : word;
        if (one.Length < word.Length)
            plural = true;
        if (Short(one) is { } exact)
            return exact;
        if (
            one.Length < 5
            || Others.Contains(word)
            || !(
                one.EndsWith('y')
                || one.Contains("day", StringComparison.Ordinal)
                || one.Contains("dya", StringComparison.Ordinal)
                || one.EndsWith("da", StringComparison.Ordinal)
            )
        )
            return null;
        var near = Weekdays.Index().Where(d => Near.Is(one, d.Item)).Select(d => (IsoDayOfWeek)(d.Index + 1)).ToList();
        doubtful = near.Count > 1;
        return near.Count > 0 ? near[0] : null;
    }

    /// <summary>The weekdays that a slip may have made of a word, as they are written.</summary>
    public static IReadOnlyList<string> Slips(string word) =>
        [.. Weekdays.Where(d => Near.Is(word, d)).Select(d => char.ToUpperInvariant(d[0]) + d[1..])];

    /// <summary>The weekday that a word names, also with one letter wrong; null where that could be another word.</summary>
    public static IsoDayOfWeek? Weekday(string word) => Weekday(word, out _, out var doubtful) is { } day && !doubtful ? day : null;

    private static IsoDayOfWeek? Short(string word) =>
        word switch
        {
            "mon" => IsoDayOfWeek.Monday,
            "tue" or "tues" => IsoDayOfWeek.Tuesday,
            "wed" or "weds" => IsoDayOfWeek.Wednesday,
            "thu" or "thur" or "thurs" => IsoDayOfWeek.Thursday,
            "fri" => IsoDayOfWeek.Friday,
            "sat" => IsoDayOfWeek.Saturday,
            "sun" => IsoDayOfWeek.Sunday,
            _ => Array.IndexOf(Weekdays, word) is >= 0 and var at ? (IsoDayOfWeek)(at + 1) : null,
        };

    /// <summary>A month by its name or three letters.</summary>
    /// <param name="slips">Whether a letter may be wrong: only beside the number of a day.</param>
    public static int? Month(string word, bool slips = false)
    {
        if (word == "sept")
            return 9;
        var at = Array.FindIndex(Months, m => m == word || (word.Length == 3 && m.StartsWith(word, StringComparison.Ordinal)));
        if (at < 0 && slips && word.Length >= 4)
            at = Array.FindIndex(Months, m => m.Length >= 4 && Near.Is(word, m));
        return at < 0 ? null : at + 1;
    }

    /// <summary>"three", "3".</summary>
    public static int? Number(string word) =>
        word is "a" or "an" ? 1
        : Array.IndexOf(Numbers, word) is > 0 and var named ? named
        : word.Length is > 0 and <= 4 && word.All(char.IsAsciiDigit) ? int.Parse(word, System.Globalization.CultureInfo.InvariantCulture)
        : null;

    /// <summary>One or two figures.</summary>
    public static int? Numeral(string word) => word.Length is 1 or 2 && word.All(char.IsAsciiDigit) ? Number(word) : null;

    /// <summary>"third", "3rd".</summary>
    public static int? Ordinal(string word)
    {
        if (Array.IndexOf(Ordinals, word) is > 0 and var named)
            return named;
        return word.Length is > 2 and <= 4 && word[^2..] is "st" or "nd" or "rd" or "th" && word[..^2].All(char.IsAsciiDigit)
            ? int.Parse(word[..^2], System.Globalization.CultureInfo.InvariantCulture)
            : null;
    }

    /// <summary>Whether a word is that one; of six letters and more one may be wrong.</summary>
    public static bool Is(string word, string meant) => word == meant || (meant.Length >= 6 && Near.Is(word, meant));
}
