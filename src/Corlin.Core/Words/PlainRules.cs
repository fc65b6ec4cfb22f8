using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Words;

/// <summary>What words say of how something repeats.</summary>
/// <param name="Rule">Null where they do not, or it was not understood.</param>
/// <param name="Once">They say that it takes place once.</param>
/// <param name="Doubt">What is contradictory, impossible or has two meanings; null where nothing is.</param>
/// <param name="Known">Whether they are of the plain kind at all; what is not may be technical.</param>
internal sealed record PlainRule(Rule? Rule, bool Once = false, string? Doubt = null, bool Known = true);

/// <summary>Reads how something repeats from plain English words.</summary>
internal sealed class PlainRules
{
    private static readonly string[] TwoMeanings =
    [
        "biweekly",
        "bi-weekly",
        "bimonthly",
        "bi-monthly",
        "biannually",
        "bi-annually",
        "semiweekly",
        "biyearly",
    ];

    private static readonly IsoDayOfWeek[] EveryDay = [.. Enumerable.Range(1, 7).Select(d => (IsoDayOfWeek)d)];

    private readonly TypedWords words;
    private readonly LocalDate start;
    private readonly List<IsoDayOfWeek> days = [];
    private readonly List<int> places = [];
    private readonly List<int> dates = [];
    private readonly List<int> months = [];
    private Frequency? frequency;
    private int interval = 1;
    private int? times;
    private bool workingDay;
    private bool ofQuarter;
    private int? count;
    private (int Number, string Unit)? lasting;
    private LocalDate? until;
    private string? doubt;
    private bool every;
    private int at;

    private PlainRules(TypedWords words, LocalDate start) => (this.words, this.start) = (words, start);

    /// <param name="start">The first day: ends without a year are the next there are after it.</param>
    public static PlainRule Read(string text, LocalDate start)
    {
        var words = TypedWords.Of(text);
        var reader = new PlainRules(words, start);
        if (reader.SaysOnce())
            return new PlainRule(null, Once: true);
        while (reader.at < words.Count)
        {
            if (words[reader.at] is "a" && CalendarWords.Weekday(words[reader.at + 1]) is not null)
                reader.at++;
            if (
                words[reader.at] is "," or "and" or "&" or "+" or "the" or "on" or "it" or "repeats" or "repeat" or "repeating" or "happens"
            )
            {
                reader.at++;
                continue;
            }

            if (words[reader.at] == "only" || (words[reader.at] == "same" && words[reader.at + 1] is "day" or "date"))
            {
                reader.at += words[reader.at] == "only" ? 1 : 2;
                continue;
            }

            if (reader.Part())
                continue;
            return reader.frequency is null && reader.days.Count == 0 && !reader.every
                ? new PlainRule(null, Known: false)
                : new PlainRule(null, Doubt: words.Typed(reader.at, reader.at + 1), Known: reader.doubt is not null);
        }

        return reader.Finished(text);
    }

    private string Here => words[at];

    private bool Take(int count)
    {
        at += count;
        return true;
    }

    private bool Doubtful(int from, int count)
    {
        doubt ??= words.Typed(from, Math.Min(from + count, words.Count));
        at = from + count;
        return true;
    }

    private bool SaysOnce()
    {
        var said = string.Join(' ', words.Tokens.Where(t => t.Text != ",").Select(t => t.Text));
        return said
            is "once"
                or "once only"
                or "only once"
                or "just once"
                or "just this once"
                or "this once"
                or "one-off"
                or "one off"
                or "a one-off"
                or "one time"
                or "one time only"
                or "does not repeat"
                or "doesn't repeat"
                or "do not repeat"
                or "don't repeat"
                or "no repeat"
                or "not repeating"
                or "never repeats"
                or "never"
                or "no repetition"
                or "not repeated";
    }

    private bool Part() => Ending() || Often() || EachOf() || Ordinals() || DayNames() || Dates();

    /// <summary>"until 18 Nov", "for 10 weeks", "ten times", "never ends".</summary>
    private bool Ending()
    {
        if (
            Here is "until" or "till" or "til"
            || (Here == "up" && words[at + 1] == "to")
            || Here is "through" or "thru" or "ending" or "ends"
        )
        {
            var from = at;
            if (Here is "ends" or "ending" && words[at + 1] is "never")
                return Take(2);
            at += Here == "up" ? (words[at + 2] == "and" && words[at + 3] == "including" ? 4 : 2) : 1;
            while (Here is "and" or "including" or "inclusive" or "on")
                at++;
            if (Here == "further" && words[at + 1] == "notice")
                return Take(2);
            return Until(from);
        }

        if (Here == "never" && words[at + 1] is "ends" or "ending" or "end")
            return Take(2);
        if (
            Here is "no" or "without" && words[at + 1] is "end" or "ending"
            || (Here is "without" && words[at + 1] == "an" && words[at + 2] == "end")
        )
            return Take((words[at + 1] == "an" ? 3 : 2) is var ended && words[at + ended] == "date" ? ended + 1 : ended);
        if (Here == "with" && words[at + 1] == "no" && words[at + 2] == "end")
            return Take(3);
        if (Here is "forever" or "indefinitely")
            return Take(1);
        if (Here == "for" && words[at + 1] is "ever" or "good")
            return Take(2);
        if (NextFew())
            return true;
        if (
            Here == "for"
            && (
                words[at + 1] is "the"
                    ? words[at + 2] == "next"
                        ? 3
                        : 0
                    : 1
            )
                is > 0
                    and var lead
            && CalendarWords.Number(words[at + lead]) is { } number
        )
        {
            var unit = words[at + lead + 1].TrimEnd('s');
            if (unit is "time" or "occurrence" or "meeting" or "session")
                return Count(number, lead + 2);
            if (unit is not ("day" or "week" or "month" or "year" or "fortnight") || number == 0)
                return Doubtful(at, lead + 2);
            lasting = unit == "fortnight" ? (number * 2, "week") : (number, unit);
            return Take(lead + 2);
        }

        if (Here is "once" or "twice" && words[at + 1] is "a" or "an" or "per" or "every" or "each")
            return Rate(Here == "once" ? 1 : 2, 1);
        if (CalendarWords.Number(Here) is { } many && words[at + 1] is "times" or "time" && Here is not ("a" or "an"))
            return words[at + 2] is "a" or "per" or "every" or "each"
                ? Rate(many, 2)
                : Count(many, words[at + 2] is "in" && words[at + 3] is "total" or "all" ? 4 : 2);
        if (
            CalendarWords.Number(Here) is { } all
            && Here is not ("a" or "an")
            && words[at + 1] is "in"
            && words[at + 2] is "all" or "total"
        )
            return Count(all, 3);
        if (CalendarWords.Number(Here) is { } sessions && words[at + 1] is "occurrences" or "sessions" && Here is not ("a" or "an"))
            return Count(sessions, 2);
        return false;
    }

    /// <summary>"the next six Mondays".</summary>
    private bool NextFew()
    {
        var lead = Here == "for" ? 1 : 0;
        if (words[at + lead] == "the")
            lead++;
        if (
            words[at + lead] != "next"
            || CalendarWords.Number(words[at + lead + 1]) is not (> 1 and var number)
            || CalendarWords.Weekday(words[at + lead + 2], out var plural, out var unsure) is not { } day
            || !plural
            || unsure
        )
            return false;
        frequency ??= Frequency.Weekly;
        days.Add(day);
        return Count(number, lead + 3);
    }

    private bool Count(int number, int taken)
    {
        if (number < 1)
            return Doubtful(at, taken);
        count = number;
        return Take(taken);
    }

    /// <summary>"once a fortnight", "twice a week".</summary>
    private bool Rate(int number, int lead)
    {
        var unit = words[at + lead + 1];
        if (Unit(unit) is not { } of)
            return Doubtful(at, lead + 2);
        frequency = of;
        interval = Size(unit);
        if (number > 1)
            times = number;
        return Take(lead + 2);
    }

    private bool Until(int from)
    {
        var end = words[at] is "the" && words[at + 1] == "end" ? at + 1 : at;
        if (words[end] == "end" && words[end + 1] == "of")
        {
            var next = words[end + 2] is "the" or "this" ? 1 : 0;
            if (CalendarWords.Month(words[end + 2 + next]) is { } of)
            {
                var named =
                    words[end + 3 + next] is { Length: 4 } text && CalendarWords.Number(text) is { } given
                        ? given
                        : start.Year + (of < start.Month ? 1 : 0);
                until = new LocalDate(named, of, 1).With(DateAdjusters.EndOfMonth);
                return Take(
                    end + 3 + next + (words[end + 3 + next] is { Length: 4 } year && CalendarWords.Number(year) is not null ? 1 : 0) - at
                );
            }

            if (words[end + 2 + next] is "year" or "month")
            {
                until = words[end + 2 + next] == "year" ? new LocalDate(start.Year, 12, 31) : start.With(DateAdjusters.EndOfMonth);
                return Take(end + 3 + next - at);
            }
        }

        // Dates are read as on the first day: one that lies before it is no end.
        if (new DayWords(words, start).At(at) is { Said: DaysSaid.Day } day)
        {
            until = day.First;
            return Take(day.Words);
        }

        return Doubtful(from, words.Count - from);
    }

    /// <summary>"daily", "weekly", "fortnightly", "quarterly", "annually".</summary>
    private bool Often()
    {
        if (TwoMeanings.Contains(Here))
            return Doubtful(at, 1);
        (Frequency, int)? said =
            CalendarWords.Is(Here, "fortnightly") ? (Frequency.Weekly, 2)
            : CalendarWords.Is(Here, "quarterly") ? (Frequency.Monthly, 3)
            : CalendarWords.Is(Here, "monthly") ? (Frequency.Monthly, 1)
            : CalendarWords.Is(Here, "weekly") ? (Frequency.Weekly, 1)
            : Here is "daily" ? (Frequency.Daily, 1)
            : CalendarWords.Is(Here, "yearly") || CalendarWords.Is(Here, "annually") || Here is "annual" ? (Frequency.Yearly, 1)
            : Here is "half-yearly" or "semi-annually" or "semiannually" or "six-monthly" ? (Frequency.Monthly, 6)
            : Here.Split('-') is [var number, "daily" or "weekly" or "monthly" or "yearly"]
            && CalendarWords.Number(number) is > 0 and var each
                ? (
                    Here[^6..] == "weekly" ? Frequency.Weekly
                    : Here[^5..] == "daily" ? Frequency.Daily
                    : Here[^6..] == "yearly" ? Frequency.Yearly
                    : Frequency.Monthly,
                    each
                )
            : null;
        if (said is not var (often, by))
            return false;
        if (frequency is not null && !(frequency == Frequency.Weekly && often == Frequency.Weekly && interval == 1 && days.Count > 0))
            return Doubtful(at, 1);
        (frequency, interval) = (often, by);
        Take(1);
        return often != Frequency.Daily || by != 1 || !ButFor || Except(EveryDay);
    }

    private static Frequency? Unit(string word) =>
        word.TrimEnd('s') switch
        {
            "day" or "morning" or "afternoon" or "evening" => Frequency.Daily,
            "week" or "fortnight" => Frequency.Weekly,
            "month" or "quarter" => Frequency.Monthly,
            "year" => Frequency.Yearly,
            _ => null,
        };

    /// <summary>How many of its unit a word stands for: a fortnight is two weeks, a quarter three months.</summary>
    private static int Size(string word) =>
        word.TrimEnd('s') switch
        {
            "fortnight" => 2,
            "quarter" => 3,
            _ => 1,
        };

    /// <summary>"every …".</summary>
    private bool EachOf()
    {
        if (Here is "of" or "in" && words[at + 1] is "the" or "each" or "every" && words[at + 2] is "month" or "year" or "quarter")
            return Of(3);
        if (Here is "of" or "in" && words[at + 1] is "month")
            return Of(2);
        if (
            Here is "of" or "in"
            && words[at + 1] is "every" or "each"
            && words[at + 3] is "month"
            && (words[at + 2] is "other" or "alternate" ? 2 : CalendarWords.Ordinal(words[at + 2])) is > 1 and <= 12 and var skipped
        )
        {
            (frequency, interval) = (Frequency.Monthly, skipped);
            return Take(4);
        }

        if (
            Here is "alternate" or "alternating"
            && (CalendarWords.Weekday(words[at + 1]) is not null || Unit(words[at + 1]) is not null || words[at + 1] is "weekends")
        )
        {
            at++;
            if (Unit(Here) is { } unitOf)
                return Say(unitOf, 2 * Size(Here), 1);
            (frequency, interval) = (Frequency.Weekly, 2);
            return DayNames();
        }

        if (Here is "in" or "of" && CalendarWords.Month(words[at + 1]) is { } month)
        {
            months.Add(month);
            return Take(2);
        }

        // One slip in "every" is no slip in "ever" or "very".
        var slipped =
            Here is "evry" or "evrey" or "eveyr" or "eevry" or "everry" or "evvery" or "evrry" or "everu" or "evert"
            && CalendarWords.Weekday(words[at + 1]) is not null;
        if (!slipped && Here is not ("every" or "each" or "all") || (Here == "all" && CalendarWords.Weekday(words[at + 1]) is null))
            return false;
        var from = at++;
        every = true;
        if (Here is "single")
            at++;
        var by = 1;
        if (Here is "other" or "alternate")
            (by, at) = (2, at + 1);
        else if (Here is "half" && words[at + 1] is "year")
            return Say(Frequency.Monthly, 6, 2);
        else if (Here is "half-year")
            return Say(Frequency.Monthly, 6, 1);
        else if (CalendarWords.Number(Here) is { } number && Here is not ("a" or "an") && Unit(words[at + 1]) is { } unit)
        {
            if (number == 0)
                return Doubtful(from, at + 2 - from);
            return Say(unit, number * Size(words[at + 1]), 2);
        }
        else if (CalendarWords.Ordinal(Here) is > 1 and var nth)
        {
            if (Unit(words[at + 1]) is { } nthUnit && !(nthUnit == Frequency.Daily && OfMonth(at + 2)))
                return Say(nthUnit, nth, 2);
            // "every second Thursday", but not "every second Thursday of the month".
            if (nth <= 4 && CalendarWords.Weekday(words[at + 1]) is not null && words[at + 2] is not "and" && !OfMonth(at + 2))
                (by, at) = (nth, at + 1);
        }

        if (Here is "weekday" or "weekdays" || (Here == "working" && words[at + 1] is "day" or "days") || Here is "workday")
        {
            if (by != 1)
                return Doubtful(from, at + 1 - from);
            return WorkingDays(Here == "working" ? 2 : 1);
        }

        if (Here is "weekend" or "weekends")
        {
            interval = by;
            return Weekend(1);
        }

        if (Unit(Here) is { } plain)
        {
            if (!Say(plain, by * Size(Here), 1))
                return false;
            return plain != Frequency.Daily || !ButFor || Except(EveryDay);
        }

        if (CalendarWords.Weekday(Here, out _, out var unsure) is not null)
        {
            if (unsure)
                return Doubtful(from, at + 1 - from);
            interval = by == 1 ? interval : by;
            if (by > 1)
                frequency ??= Frequency.Weekly;
            return DayNames();
        }

        if (CalendarWords.Month(Here) is { } yearly && CalendarWords.Numeral(words[at + 1]) is null)
        {
            frequency = Frequency.Yearly;
            months.Add(yearly);
            return Take(1);
        }

        if (Ordinals() || Dates())
            return true;
        at = from;
        return false;
    }

    private bool Of(int count)
    {
        if (words[at + count - 1] == "year")
            return Doubtful(at, count);
        if (words[at + count - 1] == "quarter")
            (frequency, interval, ofQuarter) = (Frequency.Monthly, 3, true);
        frequency ??= Frequency.Monthly;
        return Take(count);
    }

    private bool OfMonth(int from) =>
        words[from] is "of" or "in"
        && (words[from + 1] == "month" || (words[from + 1] is "the" or "each" or "every" && words[from + 2] == "month"));

    private bool Say(Frequency often, int by, int count)
    {
        if (frequency is { } already && (already != often || interval != 1))
            return Doubtful(at, count);
        (frequency, interval) = (often, by);
        return Take(count);
    }

    private bool WorkingDays(int count)
    {
        frequency ??= Frequency.Weekly;
        Take(count);
        IsoDayOfWeek[] working = [.. RuleWords.Weekdays.Select(d => d.Day)];
        if (ButFor)
            return Except(working);
        days.AddRange(working);
        return true;
    }

    private bool Weekend(int count)
    {
        frequency ??= Frequency.Weekly;
        days.AddRange([IsoDayOfWeek.Saturday, IsoDayOfWeek.Sunday]);
        return Take(count);
    }

    private bool ButFor => Here is "except" or "but" or "excluding";

    /// <summary>"every day except Sunday", "weekdays except Wednesday".</summary>
    private bool Except(IReadOnlyList<IsoDayOfWeek> all)
    {
        var from = at++;
        if (Here == "for" || Here == "on")
            at++;
        var left = new List<IsoDayOfWeek>();
        while (true)
        {
            if (Here is "weekends" or "weekend")
                left.AddRange([IsoDayOfWeek.Saturday, IsoDayOfWeek.Sunday]);
            else if (CalendarWords.Weekday(Here) is { } day)
                left.Add(day);
            else
                return Doubtful(from, at + 1 - from);
            at++;
            if (Here is not ("and" or "&" or ",") || CalendarWords.Weekday(words[at + 1]) is null)
                break;
            at++;
        }

        frequency = Frequency.Weekly;
        days.AddRange(all.Where(d => !left.Contains(d)));
        return true;
    }

    /// <summary>"second Wednesday", "first and third Tuesday", "last working day", "last day", "15th".</summary>
    private bool Ordinals()
    {
        var from = at;
        var nth = new List<int>();
        while (Nth(Here) is { } place)
        {
            // "second last Friday", "second to last Friday".
            if (place is > 1 and <= 5 && words[at + 1] is "last")
                (place, at) = (-place, at + 1);
            else if (place is > 1 and <= 5 && words[at + 1] is "to" && words[at + 2] == "last")
                (place, at) = (-place, at + 2);
            nth.Add(place);
            at++;
            var joined = Here is "and" or "," ? 1 : 0;
            if (joined > 0 && words[at + joined] == "the")
                joined++;
            if (joined == 0 || Nth(words[at + joined]) is null)
                break;
            at += joined;
        }

        if (nth.Count == 0)
            return false;
        if (CalendarWords.Weekday(Here, out _, out var unsure) is { } day && !unsure)
        {
            at++;
            frequency ??= Frequency.Monthly;
            days.Add(day);
            places.AddRange(nth);
            return true;
        }

        if (Here is "working" && words[at + 1] is "day" || Here is "weekday" or "workday")
        {
            at += Here == "working" ? 2 : 1;
            (workingDay, frequency) = (true, frequency ?? Frequency.Monthly);
            places.AddRange(nth);
            return true;
        }

        if (Here == "day" || OfMonth(at) || nth.All(n => n > 0) && char.IsAsciiDigit(words[from][0]))
        {
            if (Here == "day")
                at++;
            if (CalendarWords.Month(words[at + (Here == "of" ? 1 : 0)]) is { } month)
            {
                at += Here == "of" ? 2 : 1;
                frequency ??= Frequency.Yearly;
                months.Add(month);
            }

            frequency ??= Frequency.Monthly;
            dates.AddRange(nth);
            return true;
        }

        at = from;
        return false;
    }

    private static int? Nth(string word) =>
        word == "last" ? -1
        : word == "penultimate" ? -2
        : CalendarWords.Ordinal(word) is > 0 and <= 31 and var nth ? nth
        : null;

    /// <summary>"Mondays and Wednesdays", "Mon, Wed, Fri", "Monday to Friday", "weekdays".</summary>
    private bool DayNames()
    {
        if (Here is "weekdays" || (Here == "working" && words[at + 1] == "days"))
            return frequency is Frequency.Daily or Frequency.Monthly or Frequency.Yearly
                ? Doubtful(at, 1)
                : WorkingDays(Here == "working" ? 2 : 1);
        if (Here is "weekends")
            return frequency is Frequency.Daily or Frequency.Monthly or Frequency.Yearly ? Doubtful(at, 1) : Weekend(1);
        if (CalendarWords.Weekday(Here, out var plural, out var unsure) is not { } first)
            return false;
        if (unsure)
            return Doubtful(at, 1);
        if (!plural && places.Count == 0 && frequency is Frequency.Daily or Frequency.Monthly or Frequency.Yearly)
            return false;
        at++;
        if (Here is "to" or "-" or "through" or "until" && CalendarWords.Weekday(words[at + 1]) is { } last && last > first)
        {
            at += 2;
            for (var day = first; day <= last; day++)
                days.Add(day);
        }
        else
        {
            days.Add(first);
        }

        if (frequency is Frequency.Daily or Frequency.Monthly or Frequency.Yearly && places.Count == 0)
            doubt ??= words.Text.Trim();
        frequency ??= Frequency.Weekly;
        return true;
    }

    /// <summary>"3 May", "May 3rd".</summary>
    private bool Dates()
    {
        var (number, month, used) =
            CalendarWords.Month(words[at + 1]) is { } after
            && (CalendarWords.Ordinal(Here) ?? CalendarWords.Number(Here)) is { } day
            && Here is not ("a" or "an")
                ? (day, after, 2)
            : words[at + 1] == "of" && CalendarWords.Month(words[at + 2]) is { } of && CalendarWords.Ordinal(Here) is { } nth ? (nth, of, 3)
            : CalendarWords.Month(Here) is { } before
            && (CalendarWords.Ordinal(words[at + 1]) ?? CalendarWords.Number(words[at + 1])) is { } its
                ? (its, before, 2)
            : (0, 0, 0);
        if (used == 0)
            return false;
        if (number < 1 || number > (month == 2 ? 29 : CalendarSystem.Iso.GetDaysInMonth(2028, month)))
            return Doubtful(at, used);
        frequency ??= Frequency.Yearly;
        if (frequency != Frequency.Yearly)
            return Doubtful(at, used);
        dates.Add(number);
        months.Add(month);
        return Take(used);
    }

    private PlainRule Finished(string text)
    {
        if (doubt is not null)
            return new PlainRule(null, Doubt: doubt);
        var whole = new PlainRule(null, Doubt: text.Trim());
        if (frequency is not { } often)
            return new PlainRule(null, Known: false);
        if (dates.Count > 0 && often is Frequency.Weekly or Frequency.Daily)
            return whole;
        if (dates.Any(d => d > 31) || (times is { } rate && days.Count != rate && dates.Count != rate))
            return whole;
        if (often == Frequency.Yearly && months.Count == 0 && (dates.Count > 0 || places.Count > 0))
            return new PlainRule(null, Known: false);
        if (months.Count > 0 && often is Frequency.Monthly && interval == 1 && (dates.Count > 0 || places.Count > 0))
            often = Frequency.Yearly;
        if (ofQuarter && !CountsQuarters())
            return whole;
        if (until is { } end && (end < start || count is not null || lasting is not null))
            return whole;
        var rule = new Rule(often, interval)
        {
            Days = workingDay
                ? RuleWords.Weekdays
                :
                [
                    .. places.Count > 0
                        ? places.SelectMany(p => days.Select(d => new ByDay(d, p)))
                        : days.Distinct().Order().Select(d => new ByDay(d)),
                ],
            Positions = workingDay ? [.. places] : [],
            MonthDays = [.. dates.Distinct().OrderBy(d => d < 0 ? 100 : d)],
            Months = [.. months.Distinct().Order()],
        };
        if (until is { } last)
            rule = rule with { Until = new Until(last.At(Rule.EndOfDay), false) };
        else if (count is { } given)
            rule = rule with { Count = given };
        else if (lasting is { } span)
            rule = Lasting(rule, span);
        return rule.Count == 0 ? whole : new PlainRule(rule);
    }

    /// <summary>"first Monday of the quarter": every third month from the start is one where the start is in the month that is meant.</summary>
    private bool CountsQuarters()
    {
        var meant = places.Concat(dates).Select(p => p < 0 ? 0 : 1).Distinct().ToList();
        return meant is [var month] && start.Month % 3 == month;
    }

    /// <summary>"for 10 weeks": as many as that makes, or until then where it is no even number.</summary>
    private Rule Lasting(Rule rule, (int Number, string Unit) span)
    {
        int? even = (rule.Frequency, span.Unit) switch
        {
            (Frequency.Daily, "day") => span.Number,
            (Frequency.Daily, "week") => span.Number * 7,
            (Frequency.Weekly, "week") => span.Number * Math.Max(1, rule.Days.Length),
            (Frequency.Monthly, "month") => span.Number
                * Math.Max(1, Math.Max(rule.MonthDays.Length, workingDay ? rule.Positions.Length : rule.Days.Length)),
            (Frequency.Monthly, "year") => span.Number
                * 12
                * Math.Max(1, Math.Max(rule.MonthDays.Length, workingDay ? rule.Positions.Length : rule.Days.Length)),
            (Frequency.Yearly, "year") => span.Number,
            _ => null,
        };
        if (even is { } all && all % rule.Interval == 0)
            return rule with { Count = all / rule.Interval };
        var last = span.Unit switch
        {
            "day" => start.PlusDays(span.Number),
            "week" => start.PlusWeeks(span.Number),
            "month" => start.PlusMonths(span.Number),
            _ => start.PlusYears(span.Number),
        };
        return rule with { Until = new Until(last.PlusDays(-1).At(Rule.EndOfDay), false) };
    }
}
