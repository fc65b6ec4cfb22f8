using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Words.Lines;

// Days, hours, lengths and zones.
public sealed partial class LineReader
{
    /// <summary>Whether a day, an hour beyond doubt or a length begins there: what stands before it has ended.</summary>
    private bool SaysWhen(int at) =>
        dayWords.At(at) is not null
        || clockWords.At(at, HalfOfDay.Unsaid) is { Bare: false }
        || LengthWords.At(words, at, out _) is not null;

    private int WholeDay(int at)
    {
        var the = words[at] is "the" or "a" ? 1 : 0;
        var count =
            words[at] is "all-day" ? 1
            : words[at + the] is "all" or "whole" or "full" && words[at + the + 1] == "day" ? the + 2
            : 0;
        if (count == 0)
            return 0;
        allDay = true;
        return Take(at, count);
    }

    private int Length(int at)
    {
        if (rules.Count == 0 && (SoManyFrom(at) is > 0 and var several ? several : SoManyDays(at)) is > 0 and var whole)
            return whole;
        if (AboutSoLong(at) is > 0 and var about)
            return Miss(at, about, NotUnderstoodKind.Time);
        if (words[at] == "0" && words[at + 1] is "minutes" or "min" or "mins" or "hours")
            return Miss(at, 2, NotUnderstoodKind.Time);
        if (words[at - 1] is "at" || LengthWords.At(words, at, out var count) is not { } minutes)
            return 0;
        // "in two hours" says when, by a clock that goes on while it is written.
        if (words[at - 1] == "in")
            return Miss(at - 1, count + 1, NotUnderstoodKind.Time) - 1;
        lengths.Add((at, count, minutes));
        return Take(at, count);
    }

    /// <summary>"a couple of hours", "an hour or two", "30-45 minutes", "a few hours".</summary>
    private int AboutSoLong(int at)
    {
        var a = words[at] == "for" ? 1 : 0;
        if (words[at + a] == "a")
            a++;
        if (words[at + a] == "couple" && words[at + a + 1] == "of" && IsUnit(words[at + a + 2]))
            return a + 3;
        if (words[at + a] is "few" or "couple" && IsUnit(words[at + a + 1]))
            return a + 2;
        if (LengthWords.At(words, at, out var count) is not null)
            return words[at + count] == "or" && words[at + count + 1] is "so" or "two" or "more" or "less" ? count + 2
                : words[at + count] == "or" && LengthWords.At(words, at + count + 1, out var other) is not null ? count + 1 + other
                : 0;
        return
            CalendarWords.Number(words[at]) is not null
            && words[at + 1] is "-" or "to" or "or"
            && words[at] is not ("a" or "an")
            && !words[at + 2].EndsWith('h')
            && LengthWords.At(words, at + 2, out var more) is not null
            ? 2 + more
            : 0;

        static bool IsUnit(string word) => word is "hours" or "hour" or "hrs" or "minutes" or "mins";
    }

    private int Day(int at)
    {
        if (words[at] is "except" or "excluding" or "but" or "not" && OtherThan(at) is > 0 and var other)
            return other;
        var led = words[at] is "on" or "from" or "by" or "starting" ? 1 : 0;
        if (words[at] == "starting" && words[at + 1] is "on" or "from")
            led = 2;
        // "on the weekend" is said as one.
        if (words[at] == "on" && dayWords.At(at) is not null)
            led = 0;
        if (led > 0 && words[at] == "by" && dayWords.At(at + 1) is null)
            return 0;
        if (led > 0 && FromMonth(at, led) is > 0 and var month)
            return month;
        if (dayWords.At(at + led) is not { } reading)
            return led == 1 && words[at] == "on" && IsDayLike(words[at + 1]) ? Miss(at + 1, 1, NotUnderstoodKind.Time) + Take(at, 1)
                : DoubtfulName(at + led) ? Miss(at + led, 1, NotUnderstoodKind.Time, CalendarWords.Slips(words[at + led])) + Take(at, led)
                : 0;
        // "the Monday figures": a day that is part of a thing's name.
        if (led == 0 && reading.Weekday && at > 0 && words[at - 1] is "the" && !taken[at - 1])
            return 0;
        var next = at + led + reading.Words;
        if (words[at] == "by" && ByThen(at, reading) is > 0 and var deadline)
            return deadline;
        if (
            reading.Said == DaysSaid.Within
            && words[next] == "or"
            && words[next + 1] == "the"
            && words[next + 2] == "week"
            && words[next + 3] == "after"
        )
            return Miss(at, led + reading.Words + 4, NotUnderstoodKind.Time);
        var said = clockWords.Half(next, out var used);
        if (words[next] == "night")
            (said, used) = (HalfOfDay.Night, 1);
        if (words[at + led] == "tonight")
            (said, used) = (HalfOfDay.Night, 0);
        else if (words[at + led] == "this" && words[at + led + 1] is "afternoon" or "evening")
            (said, used) = (HalfOfDay.Afternoon, 0);
        else if (words[at + led] == "this" && words[at + led + 1] == "morning")
            (said, used) = (HalfOfDay.Morning, 0);
        if (said != HalfOfDay.Unsaid)
        {
            half = said;
            halves.Add(used > 0 ? (next, used) : (at + led + reading.Words - 1, 1));
        }

        // "5, 6 and 7 April" is three days.
        if (
            reading.Said == DaysSaid.Day
            && led == 0
            && char.IsAsciiDigit(words[at][0])
            && words[at - 1] is "and" or "&" or ","
            && CalendarWords.Numeral(words[at - 2]) is { } before
            && (words[at - 1] != "," || before < reading.First.Day)
            && !taken[at - 2]
        )
        {
            var from = at - 2;
            while (words[from - 1] == "," && CalendarWords.Numeral(words[from - 2]) is not null)
                from -= 2;
            return Miss(from, at + reading.Words - from, NotUnderstoodKind.Time) - (at - from);
        }

        days.Add((at + led, reading.Words, reading, led > 0));
        if (reading.Said == DaysSaid.Doubtful)
            Miss(at + led, reading.Words, NotUnderstoodKind.Time, DoubtfulName(at + led) ? CalendarWords.Slips(words[at + led]) : null);
        return Take(at, led + reading.Words + used) + Until(at + led + reading.Words + used);
    }

    /// <summary>"by Wednesday" without an hour: any day until then where a slot is looked for, and otherwise no day of its own.</summary>
    private int ByThen(int at, DayReading last)
    {
        var next = at + 1 + last.Words;
        if (last.Said != DaysSaid.Day || clocks.Count > 0 || clockWords.At(next + (words[next] is "at" ? 1 : 0), half) is not null)
            return 0;
        if (!wishing || rules.Count > 0 || last.First < now.Date)
            return Miss(at, 1 + last.Words, NotUnderstoodKind.Time);
        return AnyDay(at, 1 + last.Words, now.Date, last.First);
    }

    /// <summary>"every Tuesday from April": a rule begins with its first day in that month; of anything else it is no day.</summary>
    private int FromMonth(int at, int led)
    {
        if (
            words[at] is not ("from" or "starting")
            || CalendarWords.Month(words[at + led]) is not { } month
            || dayWords.At(at + led) is not null
            || !StandsAlone(at + led + 1)
        )
            return 0;
        if (rules.Count == 0)
            return Miss(at, led + 1, NotUnderstoodKind.Time);
        var first = new LocalDate(now.Year + (month < now.Month ? 1 : 0), month, 1);
        first = LocalDate.Max(first, now.Date);
        days.Add((at + led, 1, new DayReading(DaysSaid.Day, first, first, 1), true));
        return Take(at, led + 1);
    }

    /// <summary>
    /// "for 3 days", "3 days", "for two weeks": how many days, and how many words say it; none where it is one, or no number of days.
    /// </summary>
    private (int Days, int Words)? Days(int at)
    {
        var lead = words[at] == "for" ? 1 : 0;
        return (CalendarWords.Number(words[at + lead]), words[at + lead + 1]) switch
        {
            (> 1 and < 60 and var count, "days") => (count, lead + 2),
            (> 0 and < 9 and var weeks, "week" or "weeks") when lead > 0 => (7 * weeks, lead + 2),
            (1, "fortnight") when lead > 0 => (14, lead + 2),
            _ => null,
        };
    }

    /// <summary>"12 April for 3 days", "3 days on 12 April": with one day it says the last.</summary>
    private int SoManyDays(int at)
    {
        if (Days(at) is not (var many, var count))
            return 0;
        var next = at + count;
        var byDay =
            days.Any(d => d.At + d.Words == at - (words[at - 1] == "," ? 1 : 0))
            || dayWords.At(next + (words[next] == "on" ? 1 : 0)) is { Said: DaysSaid.Day };
        if (words[at] != "for" && !byDay)
            return 0;
        soMany.Add((at, count, many));
        return Take(at, count);
    }

    /// <summary>"for 3 days from Tuesday"; without "for" it may as well be the third day after it, so it is asked.</summary>
    private int SoManyFrom(int at)
    {
        if (
            Days(at) is not (var many, var count)
            || words[at + count] is not ("from" or "starting")
            || dayWords.At(at + count + 1) is not { Said: DaysSaid.Day } first
        )
            return 0;
        var used = count + 1 + first.Words;
        if (words[at] != "for")
            return Miss(at, used, NotUnderstoodKind.Time);
        days.Add((at, used, new DayReading(DaysSaid.Several, first.First, first.First.PlusDays(many - 1), used), true));
        return Take(at, used);
    }

    /// <summary>"from 29 March until 2 April": the last of several days, or where a rule that is said later ends.</summary>
    private int Until(int at)
    {
        if (rules.Count > 0 || words[at] is not ("until" or "till" or "til") || dayWords.At(at + 1) is not { Said: DaysSaid.Day } last)
            return 0;
        untils.Add((at, 1 + last.Words, last.First));
        return Take(at, 1 + last.Words);
    }

    /// <summary>"except 23 March", "not on Friday": a day on which it is not.</summary>
    private int OtherThan(int at)
    {
        var lead = words[at] is "but" && words[at + 1] is "not" ? 2 : 1;
        if (words[at + lead] is "on" or "for")
            lead++;
        return dayWords.At(at + lead) is { } day ? Miss(at, lead + day.Words, NotUnderstoodKind.Time)
            : rules.Count > 0 && NamesDay(words[at + lead]) ? Miss(at, lead + 1, NotUnderstoodKind.Time)
            : 0;
    }

    private static bool NamesDay(string word) =>
        word is "day" or "weekday" or "weekdays" || CalendarWords.Weekday(word, out _, out var doubtful) is not null && !doubtful;

    /// <summary>"Tursday": two days are equally near.</summary>
    private bool DoubtfulName(int at) => CalendarWords.Weekday(words[at], out _, out var doubtful) is not null && doubtful;

    private static bool IsDayLike(string word) =>
        word.EndsWith("day", StringComparison.Ordinal)
        && word.Length > 5
        && word
            is not ("holiday" or "birthday" or "payday" or "workday" or "weekday" or "everyday" or "noonday" or "midday" or "bank-holiday");

    private int Clock(int at)
    {
        var led =
            words[at] is "at" or "from" or "@" or "around" or "by" or "about" ? 1
            : words[at] is "starts" or "starting" or "begins" or "beginning"
                ? words[at + 1] is "at" ? 2
                    : 1
            : 0;
        var ending =
            words[at] is "until" or "till" or "til" ? 1
            : words[at] is "ends" or "ending" or "finishes" or "finishing"
                ? words[at + 1] is "at" ? 2
                    : 1
            : 0;
        if (ending > 0 && clocks.Count == 1 && clockWords.At(at + ending, half) is { To: null, Doubtful: false } until)
        {
            ends.Add((at + ending, until.Words));
            return Take(at, ending + until.Words);
        }

        if (ending > 0 && clocks.Count == 0 && days.Count > 0 && clockWords.At(at + ending, half) is { Doubtful: false } alone)
            return Miss(at, ending + alone.Words, NotUnderstoodKind.Time);
        if (clockWords.At(at + led, half) is not { } reading)
            return 0;
        var next = at + led + reading.Words;
        var after = clockWords.Half(at + led + 1, out _) != HalfOfDay.Unsaid;
        if (reading.Bare)
        {
            var behindDay =
                led == 0
                && (
                    days.Any(d => d.At + d.Words == at || halves.Any(h => h.At + h.Words == at))
                    || (rules.Any(r => r.At + r.Words == at) && (reading.To is not null || NamesDay(words[at - 1])))
                );
            var listed = led == 0 && (at == 0 || words[at - 1] is "," or "or") && reading.To is not null;
            var beforeDay =
                led == 0
                && (reading.To is not null || words[at].Contains('.', StringComparison.Ordinal))
                && (
                    dayWords.At(next) is not null
                    || words[next] is "every" or "each"
                    || (words[next] == "on" && dayWords.At(next + 1) is not null)
                    || Enumerable.Range(at, reading.Words).Any(i => words[i] is "till" or "til" or "until")
                );
            var again =
                led == 0
                && at > 0
                && clocks.Count > 0
                && (words[at - 1] is "or" || (words[at - 1] is "and" && clocks.Any(c => c.At + c.Words == at - 1)));
            // "0930 Thursday".
            beforeDay |= led == 0 && words[at] is ['0', _, _, _] && (dayWords.At(next) is not null || words[next] == "on");
            if (!(led > 0 && words[at] is not "about") && !behindDay && !listed && !beforeDay && !after && !again)
                return 0;
            // "at 10 Downing Street": a number before a name is no hour.
            if (led > 0 && words[at] == "by")
                return 0;
        }
        else if (led > 0 && words[at] is "about" && reading.Bare)
        {
            return 0;
        }

        if (reading.Doubtful)
        {
            halves.Add((at + led, reading.Words));
            return Miss(at + led, reading.Words, NotUnderstoodKind.Time) + Take(at, led);
        }

        clocks.Add((at + led, reading.Words, led > 0));
        var count = Take(at, led + reading.Words);
        return count + (reading.To is null && Journey(at + count) is > 0 and var rest ? Take(at + count, rest) : Zone(at + count));
    }

    /// <summary>Towns whose name is a word like any other where it has no capital.</summary>
    private static readonly HashSet<string> AlsoWords = ["center", "easter", "troll", "turkey", "chad", "jordan", "georgia", "male"];

    /// <summary>"Halifax time", "EST", "in Wellington": behind an hour.</summary>
    private int Zone(int at)
    {
        if (words[at] is "local" or "their" or "her" or "his" or "your" or "my" or "our" && words[at + 1] == "time")
            return words[at] is "my" or "our" ? Take(at, 2) : Miss(at, 2, NotUnderstoodKind.Time);
        if (words[at].Length > 3 && words[at][..3] is "utc" or "gmt")
            return Miss(at, 1, NotUnderstoodKind.Time);
        var bracket = words[at] == "," && words.Text[words.Tokens[at].At] == '(';
        var led = words[at] is "in" || bracket ? 1 : 0;
        for (var count = Math.Min(4, words.Count - at - led); count > 0; count--)
        {
            var typed = words.Typed(at + led, at + led + count);
            var time = words[at + led + count] == "time" ? 1 : 0;
            var abbreviated = count == 1 && ZoneNames.Abbreviations.ContainsKey(words[at + led]) && typed.All(char.IsUpper);
            // "10am Halifax": a town right behind an hour, with nothing after it.
            var alone = led == 1 || ((words[at + count] == "with" || StandsAlone(at + count)) && NameAt(at, out _) is null);
            // "3pm to", "3pm hr", "3pm is": the letters of a country are capitals.
            var isTown = char.IsUpper(typed[0]) || (typed.Length > 2 && !AlsoWords.Contains(words[at + led])) || typed is "uk" or "nz";
            if (typed.Contains(',', StringComparison.Ordinal) || !(abbreviated || time == 1 || (alone && isTown)))
                continue;
            if (names.Place(typed) is not null || ZoneSearch.Named(typed) is not { } zone)
                continue;
            zones.Add((at, led + count + time, zone, abbreviated ? null : typed));
            return Take(at, led + count + time);
        }

        // "ZZ time": a zone that nobody knows.
        return words[at + 1] == "time" && at < words.Count && char.IsUpper(words.Text[words.Tokens[at].At])
            ? Miss(at, 2, NotUnderstoodKind.Time)
            : 0;
    }

    /// <summary>The same where a day stands between: "at 5pm on Thursday Halifax time".</summary>
    private int ZoneByTime(int at)
    {
        if (clocks.Count == 0 || zones.Count > 0 || !char.IsUpper(words.Text[words.Tokens[at].At]))
            return 0;
        for (var count = 3; count > 0; count--)
            if (words[at + count] == "time" && Zone(at) is > 0 and var used)
                return used;
        return ZoneNames.Abbreviations.ContainsKey(words[at]) && days.Any(d => d.At + d.Words == at) ? Zone(at) : 0;
    }

    /// <summary>"in the morning" without an hour, "before lunch".</summary>
    private int Vague(int at)
    {
        if (
            clockWords.Half(at, out var used) is not HalfOfDay.Unsaid and var said
            && (words[at] is "in" or "this" or "at" || (at > 0 && taken[at - 1]))
        )
        {
            half = said;
            halves.Add((at, used));
            return Take(at, used);
        }

        if (HoursBetween(at) is { } hours)
            return Miss(at, hours.Words, NotUnderstoodKind.Time);
        if (Bound(at) is > 0 and var bound)
            return Miss(at, bound, NotUnderstoodKind.Time);
        if (words[at] is "until" or "till" or "til" && dayWords.At(at + 1) is { } last)
            return Miss(at, 1 + last.Words, NotUnderstoodKind.Time);
        // "some time on Thursday" is Thursday.
        var some =
            words[at] == "sometime" ? 1
            : words[at] == "some" && words[at + 1] == "time" ? 2
            : 0;
        if (some > 0 && dayWords.At(at + some + (words[at + some] == "on" ? 1 : 0)) is not null)
            return Take(at, some);
        if (words[at] == "whole" && words[at + 1] is "morning" or "afternoon" or "evening")
            return Miss(at, 2, NotUnderstoodKind.Time);
        if (words[at] is "mornings" or "afternoons" or "evenings")
            return Miss(at, 1, NotUnderstoodKind.Time);
        if (words[at] == "any" && words[at + 1] is "day" or "time" && dayWords.At(at + 2) is not null)
            return Take(at, 2);
        if (Roughly(at) is > 0 and var roughly)
            return Miss(at, roughly, NotUnderstoodKind.Time);
        if (words[at] is "till" or "until" or "til" && words[at + 1] is "late" or "close" or "whenever")
            return Miss(at, 2, NotUnderstoodKind.Time);
        if (words[at] == "lunchtime" && at > 0 && taken[at - 1])
            return Miss(at, 1, NotUnderstoodKind.Time);
        if (
            words[at] is "at" or "around" or "about" or "during"
            && words[at + 1] is "lunch" or "lunchtime" or "breakfast" or "teatime" or "dinnertime"
        )
            return Miss(at, 2, NotUnderstoodKind.Time);
        if (SameTime(at) is > 0 and var same)
            return Miss(at, same, NotUnderstoodKind.Time);
        if (words[at] == "as" && words[at + 1] == "soon" && words[at + 2] == "as" && words[at + 3] == "possible")
            return Miss(at, 4, NotUnderstoodKind.Time);
        // By a clock that is not said.
        if (words[at] is "his" or "her" or "their" && words[at + 1] is "morning" or "afternoon" or "evening" && StandsAlone(at + 2))
            return Miss(at, 2, NotUnderstoodKind.Time);
        if (words[at] is "asap" or "now" or "soon" && words[at + 1] is "" or "," or "with")
            return Miss(at, 1, NotUnderstoodKind.Time);
        if (words[at] is "early" or "late" && dayWords.At(at + 1) is { Said: DaysSaid.Within })
            return Miss(at, 1, NotUnderstoodKind.Time);
        if (words[at] is "asap" or "eod" or "cob" || (words[at] == "end" && words[at + 1] == "of" && words[at + 2] == "day"))
            return Miss(at, words[at] == "end" ? 3 : 1, NotUnderstoodKind.Time);
        if (
            words[at] is "before" or "after" && words[at + 1] is "lunch" or "breakfast" or "work" or "hours"
            || (words[at] == "first" && words[at + 1] == "thing")
        )
            return Miss(at, 2, NotUnderstoodKind.Time);
        return
            words[at] == "private" && (at + 1 >= words.Count || words[at + 1] == ",") && (at == 0 || words[at - 1] == "," || taken[at - 1])
            ? Private(at)
            : 0;
    }

    /// <summary>"between 2 and 5pm".</summary>
    private (ClockReading First, ClockReading Last, int Words)? HoursBetween(int at)
    {
        if (words[at] != "between" || clockWords.At(at + 1, half) is not { To: null } first || words[at + 1 + first.Words] != "and")
            return null;
        return clockWords.At(at + 2 + first.Words, half) is { To: null } last ? (first, last, 2 + first.Words + last.Words) : null;
    }

    private int SameTime(int at)
    {
        var lead = words[at] == "at" ? 1 : 0;
        if (words[at + lead] is "the" or "our")
            lead++;
        return words[at + lead] is "same" or "usual" && words[at + lead + 1] is "time" or "hour" ? lead + 2 : 0;
    }

    /// <summary>"after 3", "not before Friday": a bound, and no time of its own.</summary>
    private int Bound(int at)
    {
        if (words[at] == "by" && clockWords.At(at + 1, HalfOfDay.Unsaid) is { Bare: true } until && StandsAlone(at + 1 + until.Words))
            return 1 + until.Words;
        var not = words[at] is "not" or "no"
            ? words[at + 1] is "earlier" or "later" && words[at + 2] == "than"
                ? 2
                : 1
            : 0;
        if (words[at + not] is not ("before" or "after" or "than"))
            return 0;
        var from = at + not + 1;
        if (dayWords.At(from) is { } day)
            return not + 1 + day.Words;
        return clockWords.At(from, HalfOfDay.Unsaid) is { } clock ? not + 1 + clock.Words
            : words[from] is "easter" or "christmas" ? not + 2
            : 0;
    }

    /// <summary>"3-ish", "half past four ish", "~3pm".</summary>
    private int Roughly(int at)
    {
        if (words[at] == "ish" || (words[at].Length > 1 && words[at][0] == '~' && char.IsAsciiDigit(words[at][1])))
            return 1;
        var hour =
            words[at].EndsWith("-ish", StringComparison.Ordinal) ? words[at][..^4]
            : words[at].EndsWith("ish", StringComparison.Ordinal) ? words[at][..^3]
            : "";
        return
            words[at] is "noonish" or "middayish"
            || hour.Length > 0 && char.IsAsciiDigit(hour[0]) && hour.All(c => char.IsAsciiDigit(c) || c is ':' or '.' or 'a' or 'p' or 'm')
            ? 1
            : 0;
    }

    private int Private(int at)
    {
        line = line with { Private = true };
        return Take(at, 1);
    }
}
