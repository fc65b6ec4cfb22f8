using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Words.Lines;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Core.Words;

/// <summary>A rule as it was understood.</summary>
/// <param name="Rule">Null where the words are none.</param>
/// <param name="NotUnderstood">The part of the text that was not understood, or empty.</param>
/// <param name="Forbidden">What the rule asks that no rule may (RFC 5545), or null.</param>
/// <param name="Once">The words say that it does not repeat.</param>
public sealed record RuleReading(Rule? Rule, string NotUnderstood, string? Forbidden, bool Once = false);

/// <summary>Reads how something repeats from English words: what <see cref="RuleWords"/> writes and what people type beside it.</summary>
public sealed class RuleReader
{
    private static readonly LocalTimePattern Clock = LocalTimePattern.CreateWithInvariantCulture("H:mm");
    private static readonly LocalTimePattern ClockWithSeconds = LocalTimePattern.CreateWithInvariantCulture("H:mm:ss");

    private readonly ImmutableArray<Token> tokens;
    private readonly int year;
    private int at;
    private Rule rule = Rule.Daily();

    private RuleReader(ImmutableArray<Token> tokens, int from, int year)
    {
        this.tokens = tokens;
        this.year = year;
        at = from;
    }

    /// <param name="first">The first day: an end without a year is the next there is after it.</param>
    public static RuleReading Read(string text, LocalDate first)
    {
        // What is written here is read back as it was, however odd the rule.
        if (
            Technical(text, first.Year) is { Rule: { } own } written
            && RuleWords.Write(own).Equals(text.Trim(), StringComparison.OrdinalIgnoreCase)
            && !(own.Until?.Time.Date < first)
        )
            return written;
        var plain = PlainRules.Read(text, first);
        if (plain.Once)
            return new RuleReading(null, "", null, Once: true);
        if (plain.Rule is { } understood)
            return new RuleReading(understood, "", null);
        return plain.Known ? new RuleReading(null, plain.Doubt ?? text.Trim(), null) : Technical(text, first.Year);
    }

    private static RuleReading Technical(string text, int year)
    {
        var tokens = Token.Cut(text);
        var next = 0;
        var found = Read(tokens, ref next, year);
        if (found is null)
            return new RuleReading(null, text.Trim(), null);
        if (next < tokens.Length)
            return new RuleReading(null, text[tokens[next].At..].Trim(), null);
        try
        {
            return new RuleReading(Rule.Parse(found.ToString()), "", null);
        }
        catch (FormatException e)
        {
            return new RuleReading(null, "", e.Message);
        }
    }

    /// <summary>Reads a rule that begins at a token; null, and nothing taken, where none does.</summary>
    /// <param name="next">Goes behind the last token that was understood.</param>
    internal static Rule? Read(ImmutableArray<Token> tokens, ref int next, int year)
    {
        var reader = new RuleReader(tokens, next, year);
        if (!reader.Head())
            return null;
        while (reader.Clause()) { }

        next = reader.at;
        return reader.rule;
    }

    private string Here => at < tokens.Length ? tokens[at].Text : "";

    private string After(int by) => at + by < tokens.Length ? tokens[at + by].Text : "";

    private bool Take(params ReadOnlySpan<string> words)
    {
        for (var i = 0; i < words.Length; i++)
            if (After(i) != words[i])
                return false;
        at += words.Length;
        return true;
    }

    private bool Head()
    {
        if (Unit(Here, "ly") is { } adverb)
        {
            at++;
            rule = new Rule(adverb);
            return true;
        }

        if (Here is not ("every" or "each"))
            return false;
        var start = at++;
        if (HeadDay())
            return true;
        at = start;
        return false;
    }

    private bool HeadDay()
    {
        if (Take("weekday") || Take("working", "day"))
        {
            rule = new Rule(Frequency.Weekly) { Days = RuleWords.Weekdays };
            return true;
        }

        var interval = 1;
        if (Take("other"))
            interval = 2;
        else if (
            Names.Ordinal(Here) is { } nth
            && (Unit(After(1), "") ?? (Names.Weekday(After(1)) is null || nth == 1 ? null : Frequency.Weekly)) is not null
        )
        {
            interval = nth;
            at++;
        }
        else if (Names.Number(Here) is > 0 and var number && Unit(After(1), "s") is not null)
        {
            interval = number;
            at++;
        }

        if ((Unit(Here, "") ?? Unit(Here, "s")) is { } unit)
        {
            at++;
            rule = new Rule(unit, interval);
            return true;
        }

        if (Names.Weekday(Here) is not null)
        {
            rule = new Rule(Frequency.Weekly, interval);
            return List(Day);
        }

        // "every last Friday", "every 15th": of the month.
        rule = new Rule(Frequency.Monthly, interval);
        if (!List(Day))
            return false;
        if (Here == "of" && After(1) is "the" or "each" or "every" && After(2) == "month")
            at += 3;
        return true;
    }

    private static Frequency? Unit(string word, string ending) =>
        (word, ending) switch
        {
            ("hour", "") or ("hours", "s") or ("hourly", "ly") => Frequency.Hourly,
            ("day", "") or ("days", "s") or ("daily", "ly") => Frequency.Daily,
            ("week", "") or ("weeks", "s") or ("weekly", "ly") => Frequency.Weekly,
            ("month", "") or ("months", "s") or ("monthly", "ly") => Frequency.Monthly,
            ("year", "") or ("years", "s") or ("yearly", "ly") => Frequency.Yearly,
            _ => null,
        };

    /// <summary>One clause after the head; what cannot be read is left where it stands.</summary>
    private bool Clause()
    {
        var start = at;
        while (Here is "," || (Here is "and" && at > 0))
            at++;
        var read = Here switch
        {
            "on" => Take("on") && List(Day),
            "when" => Take("when", "it", "is") && List(Day),
            "in" => Take("in") && List(MonthOrWeek),
            "at" => At(),
            "taking" => Take("taking") && List(Position),
            "weeks" => Take("weeks", "beginning", "on") && WeekStart(),
            "until" => Take("until") && Until(),
            "once" => Take("once") && Count(1),
            "twice" => Take("twice") && Count(2),
            "no" or "without" => Take("no", "end") || Take("without", "end"),
            _ => Names.Number(Here) is > 0 and var number && After(1) is "times" or "time" && Take(Here, After(1)) && Count(number),
        };
        if (!read)
            at = start;
        return read;
    }

    /// <summary>Things with commas and "and" between them; what stands after the last is left.</summary>
    private bool List(Func<bool> one)
    {
        if (!one())
            return false;
        while (true)
        {
            var before = at;
            while (Here is "," or "and")
                at++;
            if (at > before && one())
                continue;
            at = before;
            return true;
        }
    }

    private bool Day()
    {
        var start = at;
        if (Here is "weekdays" or "weekday" || (Here == "working" && After(1) is "days" or "day"))
        {
            at += Here == "working" ? 2 : 1;
            rule = rule with { Days = RuleWords.Weekdays };
            return true;
        }

        if (Names.Weekday(Here) is { } plain)
        {
            at++;
            rule = rule with { Days = rule.Days.Add(new ByDay(plain)) };
            return true;
        }

        if (Names.Number(Here) is { } date && Names.Month(After(1)) is { } month)
        {
            at += 2;
            rule = rule with { Months = [month], MonthDays = [date] };
            return true;
        }

        Take("the");
        if (Place(out var numeral) is not { } place)
        {
            at = start;
            return false;
        }

        if (Names.Weekday(Here) is { } weekday)
        {
            at++;
            rule = rule with { Days = rule.Days.Add(new ByDay(weekday, place)) };
        }
        else if (Take("weekday") || Take("working", "day"))
        {
            rule = rule with { Days = RuleWords.Weekdays, Positions = [place] };
        }
        else if (Take("day", "of", "the", "year"))
        {
            rule = rule with { YearDays = rule.YearDays.Add(place) };
        }
        else if (Take("day") || numeral)
        {
            rule = rule with { MonthDays = rule.MonthDays.Add(place) };
        }
        else
        {
            at = start;
            return false;
        }

        return true;
    }

    private bool MonthOrWeek()
    {
        if (Names.Month(Here) is { } month)
        {
            at++;
            rule = rule with { Months = rule.Months.Add(month) };
            return true;
        }

        var start = at;
        if ((Take("week") || Take("weeks") || !rule.Weeks.IsEmpty) && Number() is > 0 and var week)
        {
            at++;
            rule = rule with { Weeks = rule.Weeks.Add(week) };
            return true;
        }

        at = start;
        if (Take("the") && Place(out _) is { } place && Take("week"))
        {
            rule = rule with { Weeks = rule.Weeks.Add(place) };
            return true;
        }

        at = start;
        return false;
    }

    private bool At()
    {
        at++;
        var unit = Here;
        if (unit is not ("hours" or "minutes" or "seconds"))
            return false;
        at++;
        var numbers = ImmutableArray.CreateBuilder<int>();
        if (
            !List(() =>
            {
                if (Number() is not { } number)
                    return false;
                at++;
                numbers.Add(number);
                return true;
            })
        )
            return false;
        rule = unit switch
        {
            "hours" => rule with { Hours = numbers.ToImmutable() },
            "minutes" => rule with { Minutes = numbers.ToImmutable() },
            _ => rule with { Seconds = numbers.ToImmutable() },
        };
        return true;
    }

    private bool Position()
    {
        var start = at;
        Take("the");
        if (Place(out _) is { } place)
        {
            rule = rule with { Positions = rule.Positions.Add(place) };
            return true;
        }

        at = start;
        return false;
    }

    /// <summary>"second", "last", "third to last".</summary>
    /// <param name="numeral">Whether it was written in digits.</param>
    private int? Place(out bool numeral)
    {
        numeral = false;
        if (Take("last"))
            return -1;
        if (Names.Ordinal(Here) is not { } number)
            return null;
        numeral = char.IsAsciiDigit(Here[0]);
        at++;
        return Take("to", "last") ? -number : number;
    }

    /// <summary>A number that does not say how many times.</summary>
    private int? Number() => After(1) is "times" or "time" ? null : Names.Number(Here);

    private bool WeekStart()
    {
        if (Names.Weekday(Here) is not { } day)
            return false;
        at++;
        rule = rule with { WeekStart = day };
        return true;
    }

    private bool Count(int count)
    {
        rule = rule with { Count = count, Until = null };
        return true;
    }

    private bool Until()
    {
        if (Names.Number(Here) is not { } day || Names.Month(After(1)) is not { } month)
            return false;
        at += 2;
        var inYear = year;
        if (Here.Length == 4 && Names.Number(Here) is { } given)
        {
            inYear = given;
            at++;
        }

        if (inYear is < 1 or > 9999 || day < 1 || day > CalendarSystem.Iso.GetDaysInMonth(inYear, month))
            return false;
        var date = new LocalDate(inYear, month, day);
        var time = Rule.EndOfDay;
        var start = at;
        if (Take("at") && ReadClock(Here) is { } clock)
        {
            at++;
            time = clock;
        }
        else
        {
            at = start;
        }

        rule = rule with { Until = new Until(date.At(time), Take("utc")), Count = null };
        return true;
    }

    private static LocalTime? ReadClock(string word) =>
        Clock.Parse(word) is { Success: true } minutes ? minutes.Value
        : ClockWithSeconds.Parse(word) is { Success: true } seconds ? seconds.Value
        : null;
}
