using System.Globalization;

namespace Corlin.Core.Words;

/// <summary>The half of a day that words settle for an hour.</summary>
internal enum HalfOfDay
{
    Unsaid,
    Morning,
    Afternoon,

    /// <summary>An hour before five is in doubt: it may be that of the day after.</summary>
    Night,
}

/// <summary>An hour as it was said.</summary>
/// <param name="Minutes">Minutes from midnight; the hour as it was said.</param>
/// <param name="Half">What was said with it.</param>
/// <param name="Bare">Only a number: it is an hour only where the words around it say so.</param>
/// <param name="Settled">By a leading nought, or by more than twelve: no half is missing.</param>
/// <param name="Past">Minutes after it, or before it where negative: a quarter to one is named by the hour after it.</param>
internal readonly record struct ClockSaid(int Minutes, HalfOfDay Half, bool Bare, bool Settled, int Words, int Past = 0)
{
    /// <summary>A day in minutes.</summary>
    public const int Day = 24 * 60;
    private const int Noon = 12 * 60;
    private const int AfternoonUntil = 8 * 60;

    /// <summary>Minutes from midnight. An hour from 1 to 7 is in the afternoon, unless something else is said.</summary>
    public int At(HalfOfDay other) => Named(Half == HalfOfDay.Unsaid ? other : Half) + Past;

    private int Named(HalfOfDay half)
    {
        if (Settled)
            return Minutes;
        var early = Minutes % Noon;
        return half switch
        {
            HalfOfDay.Morning => early,
            HalfOfDay.Afternoon or HalfOfDay.Night => early + Noon,
            _ => early is >= 60 and < AfternoonUntil ? early + Noon : Minutes,
        };
    }
}

/// <summary>From when to when, in minutes from midnight; an end after midnight is more than a day.</summary>
/// <param name="Bare">Only numbers: they are hours only where the words around them say so.</param>
/// <param name="Doubtful">No clock shows it.</param>
internal readonly record struct ClockReading(int From, int? To, int Words, bool Bare, bool Doubtful = false);

/// <summary>Reads hours from English words, British as people type them.</summary>
internal sealed class ClockWords(TypedWords words)
{
    /// <summary>What begins at a word, with its end where one is said; null where no hour does.</summary>
    /// <param name="half">The half of the day that other words of the text say.</param>
    public ClockReading? At(int at, HalfOfDay half)
    {
        // "one to one" is what is held, and no hour.
        if (words[at] is "one" or "1" && words[at + 1] is "to" or "on" or "-" && words[at + 2] == words[at])
            return null;
        if (One(at) is not { } first)
            return Unclock(at);
        var next = at + first.Words;
        var own = Half(next, out var used);
        var meant = own == HalfOfDay.Unsaid ? half : own;
        if (first is { Settled: false, Half: HalfOfDay.Unsaid } && first.At(HalfOfDay.Night) is < 17 * 60 && meant == HalfOfDay.Night)
            return new ClockReading(0, null, first.Words + used, false, Doubtful: true);
        if (words[next] is "sharp" or "prompt")
            used++;
        if (words[next] is not ("-" or "to" or "till" or "til" or "until") || One(next + 1) is not { } last || IsDate(next + 1))
        {
            // Which night is meant is asked.
            if (first is { Minutes: ClockSaid.Day })
                return new ClockReading(0, null, first.Words, false, Doubtful: true);
            return new ClockReading(first.At(meant), null, first.Words + used, first.Bare);
        }

        own = Half(next + 1 + last.Words, out used);
        var said = own == HalfOfDay.Unsaid ? half : own;
        var to = last.At(said);
        var from = first.At(said);
        if (first is { Half: HalfOfDay.Unsaid, Settled: false } && last.Half != HalfOfDay.Unsaid)
        {
            // "2-3pm", "11-1pm": the half that is nearest before the end.
            var (early, late) = (first.At(HalfOfDay.Morning), first.At(HalfOfDay.Afternoon));
            from =
                late < to ? late
                : early < to ? early
                : late;
        }

        if (
            to <= from
            && last is { Half: HalfOfDay.Unsaid, Settled: false }
            && to + (ClockSaid.Day / 2) is var afternoon
            && afternoon > from
            && afternoon < ClockSaid.Day
        )
            to = afternoon;
        if (to == from)
            return new ClockReading(from, null, first.Words + 1 + last.Words + used, false, Doubtful: true);
        return new ClockReading(
            from,
            to < from ? to + ClockSaid.Day : to,
            first.Words + 1 + last.Words + used,
            first.Bare && last.Bare && !(HasMinutes(at) && HasMinutes(next + 1))
        );
    }

    /// <summary>"12.30": on both sides of a range no number but an hour.</summary>
    private bool HasMinutes(int at) => words[at].Split('.') is [_, { Length: 2 }];

    /// <summary>"at 9 until 18 Nov": a day, and no end of the hour.</summary>
    private bool IsDate(int at) => CalendarWords.Month(words[at + 1]) is not null && CalendarWords.Numeral(words[at]) is not null;

    /// <summary>"in the morning", "this afternoon", "evening", "tonight".</summary>
    public HalfOfDay Half(int at, out int used)
    {
        used = 0;
        var lead =
            words[at] == "in" && words[at + 1] == "the" ? 2
            : words[at] is "this" or "at" ? 1
            : 0;
        if (words[at + lead] is "early" or "late" or "mid" && words[at + lead + 1] is "morning" or "afternoon" or "evening")
            lead++;
        var half = words[at + lead] switch
        {
            "morning" or "mid-morning" => HalfOfDay.Morning,
            "mid-afternoon" or "afternoon" or "evening" => HalfOfDay.Afternoon,
            "tonight" => HalfOfDay.Night,
            "night" when lead > 0 => HalfOfDay.Night,
            _ => HalfOfDay.Unsaid,
        };
        if (half != HalfOfDay.Unsaid)
            used = lead + 1;
        return half;
    }

    private ClockSaid? One(int at)
    {
        // As an end; which night is meant by a start at midnight is asked.
        if (Midnight(at) is > 0 and var used)
            return words[at - 1] is "to" or "till" or "until" or "-"
                ? new ClockSaid(ClockSaid.Day, HalfOfDay.Unsaid, false, true, used)
                : null;
        return Noon(at) ?? InWords(at) ?? InFigures(at);
    }

    /// <summary>How many words say "midnight" or "12 midnight".</summary>
    private int Midnight(int at) =>
        words[at] == "midnight" ? 1
        : words[at] == "12" && words[at + 1] == "midnight" ? 2
        : 0;

    private ClockSaid? Noon(int at)
    {
        var twelve = words[at] == "12" ? 1 : 0;
        return words[at + twelve] is "noon" or "midday" ? new ClockSaid(12 * 60, HalfOfDay.Unsaid, false, true, twelve + 1) : null;
    }

    /// <summary>"half three", "quarter to four", "twenty past two", "three o'clock", "ten thirty".</summary>
    private ClockSaid? InWords(int at)
    {
        var a = words[at] == "a" && words[at + 1] == "quarter" ? 1 : 0;
        if (words[at] == "half" && words[at + 1] == "past" && Hour(words[at + 2]) is { } past)
            return Said(past, 30, 3, at);
        if (words[at] == "half" && Hour(words[at + 1]) is { } half)
            return Said(half, 30, 2, at);
        if (words[at + a] == "quarter" && words[at + a + 1] is "past" or "to" && Hour(words[at + a + 2]) is { } quarter)
            return Said(quarter, words[at + a + 1] == "past" ? 15 : -15, a + 3, at);
        if (Minutes(at, out var used) is { } minutes)
        {
            var unit = words[at + used] == "minutes" ? 1 : 0;
            if (words[at + used + unit] is "past" or "to" && Hour(words[at + used + unit + 1]) is { } hour)
                return Said(hour, words[at + used + unit] == "past" ? minutes : -minutes, used + unit + 2, at);
        }

        if (Hour(words[at]) is { } whole && words[at + 1] is "o'clock" or "oclock")
            return Said(whole, 0, 2, at);
        if (char.IsLetter(words[at].FirstOrDefault('0')) && words[at] is not ("a" or "an") && Hour(words[at]) is { } spoken)
        {
            if (words[at + 1] is "thirty" or "fifteen" or "forty-five")
                return Said(
                    spoken,
                    words[at + 1] == "thirty" ? 30
                        : words[at + 1] == "fifteen" ? 15
                        : 45,
                    2,
                    at
                );
            return Said(spoken, 0, 1, at) with { Bare = true };
        }

        return null;
    }

    private static int? Hour(string word) =>
        word is "a" or "an" ? null
        : CalendarWords.Number(word) is >= 1 and <= 12 and var hour && word.Length <= 6 ? hour
        : null;

    private int? Minutes(int at, out int used)
    {
        used = 1;
        return words[at] switch
        {
            "five" or "5" => 5,
            "ten" or "10" => 10,
            "twenty" or "20" => 20,
            "twenty-five" or "25" => 25,
            _ => null,
        };
    }

    /// <summary>The hour with its minutes, and "pm" where that follows.</summary>
    private ClockSaid Said(int hour, int past, int count, int at)
    {
        var half = Meridiem(words[at + count]);
        return new ClockSaid(hour * 60, half, false, false, count + (half == HalfOfDay.Unsaid ? 0 : 1), past);
    }

    private static HalfOfDay Meridiem(string word) =>
        word.Replace(".", "", StringComparison.Ordinal) switch
        {
            "am" => HalfOfDay.Morning,
            "pm" => HalfOfDay.Afternoon,
            _ => HalfOfDay.Unsaid,
        };

    /// <summary>"3pm", "3.30pm", "15:00", "1500", "07:45", "3".</summary>
    private ClockSaid? InFigures(int at)
    {
        // "3-330".
        var typed =
            words[at].Length == 3 && words[at - 1] is "-" or "to" && words[at].All(char.IsAsciiDigit)
                ? $"{words[at][0]}:{words[at][1..]}"
                : words[at];
        if (Figures(typed, out var number, out var half) is not (var hour, var minute))
            return null;
        var used = 1;
        if (half == HalfOfDay.Unsaid && Meridiem(words[at + 1]) is not HalfOfDay.Unsaid and var after)
            (half, used) = (after, 2);
        if (half != HalfOfDay.Unsaid && hour is < 1 or > 12)
            return hour is 0 or > 12 and < 24 && minute < 60
                ? new ClockSaid((hour * 60) + minute, HalfOfDay.Unsaid, false, true, used)
                : null;
        if (hour > 24 || minute > 59 || (hour == 24 && minute > 0))
            return null;
        var settled = hour > 12 || hour == 0 || number[0] == '0';
        // "16.30 hrs"; "1.30 hours" is as well a length.
        if (
            used == 1
            && words[at + 1] is "hrs" or "h"
            && number.Length > 3
            && (settled || words[at - 1] is "at" or "@" || number[^3] != '.')
        )
            used = 2;
        var bare = half == HalfOfDay.Unsaid && (number.All(char.IsAsciiDigit) || number.Contains('.', StringComparison.Ordinal));
        return new ClockSaid((hour * 60) + minute, half, bare, settled, used);
    }

    private static (int Hour, int Minute)? Figures(string word, out string number, out HalfOfDay half)
    {
        // "14h", "14h30".
        if (word.Length is 2 or 3 && word[^1] == 'h')
            word = $"{word[..^1]}:00";
        else if (word.Split('h') is [{ Length: 1 or 2 }, { Length: 2 }])
            word = word.Replace('h', ':');
        // "1500h", "15:00hrs", "3p".
        var end = word.TakeWhile(c => char.IsAsciiDigit(c) || c is ':' or '.').Count();
        if (end >= 4 && word[end..] is "h" or "hrs" or "hr" or "hours")
            word = word[..end];
        if (end > 0 && word[end..] is "p" or "a")
            word += "m";
        half = Meridiem(word.Length > 2 ? word[^2..] : "");
        number = half == HalfOfDay.Unsaid ? word : word[..^2];
        var parts = number.Split(':', '.');
        if (number.Length == 0 || parts.Any(p => p.Length == 0 || !p.All(char.IsAsciiDigit)))
            return null;
        if (parts.Length == 1 && number.Length == 4 && half == HalfOfDay.Unsaid)
            parts = [number[..2], number[2..]];
        if (parts.Length > 2 || parts[0].Length > 2 || (parts.Length == 2 && parts[1].Length != 2))
            return null;
        return (
            int.Parse(parts[0], CultureInfo.InvariantCulture),
            parts.Length == 2 ? int.Parse(parts[1], CultureInfo.InvariantCulture) : 0
        );
    }

    /// <summary>Something written like an hour that no clock shows, or that is asked about: "25:00", "midnight".</summary>
    private ClockReading? Unclock(int at)
    {
        if (Midnight(at) is > 0 and var used)
            return new ClockReading(0, null, used, false, Doubtful: true);
        return words[at].Split(':') is [{ Length: 1 or 2 } hour, { Length: 2 } minute] && hour.Concat(minute).All(char.IsAsciiDigit)
            ? new ClockReading(0, null, 1, false, Doubtful: true)
            : null;
    }
}
