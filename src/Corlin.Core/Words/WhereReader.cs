using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words.Lines;
using NodaTime;

namespace Corlin.Core.Words;

/// <summary>What was understood of a line that says where somebody is.</summary>
/// <param name="Stays">In the order in which they were said, without whose they are; empty where something is not understood.</param>
/// <param name="NotUnderstood">The part of the line that was not understood, or what is missing; empty where all was.</param>
/// <param name="Nowhere">Whether no place, home or the like was found in it.</param>
public sealed record WhereReading(ImmutableArray<WhereSaid> Stays, string NotUnderstood, bool Nowhere = false);

/// <summary>A stay as it was said, of nobody yet.</summary>
/// <param name="Usual">Not a stay: the days are to be as usual again.</param>
public sealed record WhereSaid(
    StayKind Kind,
    string? Place,
    LocalDate First,
    LocalDate? Last,
    Rule? Rule,
    DaySpan Part,
    bool Usual = false
);

/// <summary>
/// Reads where somebody is from a line of plain words: "home Thursdays and Fridays until June", "Halifax yard 10 to 12 March, travelling
/// the evening before", "mornings at the yard", "never on Friday afternoon", "as usual on 12 March".
/// </summary>
public sealed class WhereReader
{
    private static readonly string[] Filler =
    [
        "at",
        "in",
        "the",
        "on",
        "and",
        ",",
        "is",
        "works",
        "working",
        "work",
        "from",
        "for",
        "a",
        "an",
        "stays",
        "staying",
        "of",
    ];

    /// <summary>What is said of somebody who cannot be had, rather than of where they work.</summary>
    private static readonly string[] Absences = ["away", "holiday", "holidays", "ill", "sick", "leave", "vacation"];

    private readonly string text;
    private readonly ImmutableArray<Token> tokens;
    private readonly LocalDate today;
    private readonly Func<string, IReadOnlyList<string>> placesLike;
    private int at;

    private StayKind? kind;
    private string? place;
    private bool usual;
    private bool repeating;
    private LocalDate? first;
    private LocalDate? last;
    private LocalDate? until;
    private readonly List<LocalDate> single = [];
    private readonly List<IsoDayOfWeek> weekdays = [];
    private Rule? rule;
    private int from;
    private int to = DaySpan.Midnight;
    private bool always;

    private WhereReader(string text, LocalDate today, Func<string, IReadOnlyList<string>> placesLike)
    {
        this.text = text;
        this.today = today;
        this.placesLike = placesLike;
        tokens = Token.Cut(text.Replace('–', '-').Replace('—', '-').Replace("-", " - ", StringComparison.Ordinal));
    }

    /// <param name="today">By the clock at home of whose it is: days are read from then on.</param>
    /// <param name="placesLike">The names of the places that some words may mean.</param>
    public static WhereReading Read(string text, LocalDate today, Func<string, IReadOnlyList<string>> placesLike)
    {
        var reader = new WhereReader(text, today, placesLike);
        return reader.Read();
    }

    private string Here => Word(0);

    private string Word(int by) => at + by < tokens.Length ? tokens[at + by].Text : "";

    private bool Take(params ReadOnlySpan<string> words)
    {
        for (var i = 0; i < words.Length; i++)
            if (Word(i) != words[i])
                return false;
        at += words.Length;
        return true;
    }

    private WhereReading Read()
    {
        var onTheWay = new List<(bool Before, bool After, bool Evening)>();
        while (at < tokens.Length)
        {
            if (OnTheWay() is { } way)
                onTheWay.Add(way);
            else if (!Known())
                return Missed(at);
        }

        if (kind is null && !usual)
            return new WhereReading([], "Where? Name a place, “home” or “not working”.");
        if (kind is StayKind.NotWorking && always && weekdays.Count > 0)
            repeating = true;
        if (Days() is not { } days)
            return new WhereReading([], "Which days? Say “tomorrow”, “10 to 12 March” or “Thursdays until June”.");
        if (days.Count == 0)
            return new WhereReading([], "It ends before it begins.");
        return new WhereReading([.. days, .. onTheWay.SelectMany(w => Ways(days, w))], "");
    }

    private WhereReading Missed(int from)
    {
        if (kind is null && placesLike(tokens[from].Text) is { Count: > 1 } several)
            return new([], $"“{tokens[from].Text}” may be {string.Join(" or ", several.Take(4))}: say which.");
        if (Absences.Contains(tokens[from].Text))
            return new([], "That is an absence; it is posted as one, with who covers.");
        return new([], $"“{text[Place(from)..].Trim()}” is not understood.", kind is null);
    }

    /// <summary>Where a token begins in what was typed: hyphens were given room of their own.</summary>
    private int Place(int token)
    {
        var wanted = tokens[token].At;
        var shift = 0;
        var spread = text.Replace('–', '-').Replace('—', '-');
        for (var i = 0; i < spread.Length; i++)
        {
            if (i + shift >= wanted)
                return i;
            if (spread[i] == '-')
                shift += 2;
        }

        return spread.Length;
    }

    private bool Known() => Try(Kind) || Part() || Ends() || Repeats() || Dates() || Named() || (Filler.Contains(Here) && Skip());

    /// <summary>What was taken for nothing is given back.</summary>
    private bool Try(Func<bool> read)
    {
        var start = at;
        if (read())
            return true;
        at = start;
        return false;
    }

    private bool Skip()
    {
        at++;
        return true;
    }

    private bool Kind()
    {
        if (Take("as", "usual") || Take("as", "always") || Take("usual", "place"))
            return usual = true;
        if (Take("not", "working") || Take("does", "not", "work") || Take("not", "at", "work") || Take("off") || Take("no", "work"))
            return Be(StayKind.NotWorking);
        if (Take("never"))
        {
            always = true;
            return Be(StayKind.NotWorking);
        }

        if (Take("home") || Take("at", "home") || Take("from", "home"))
            return Be(StayKind.Home);
        return Here is "travelling" or "travel" or "travels" && Skip() && Be(StayKind.OnTheWay);
    }

    private bool Be(StayKind said)
    {
        if (kind is not null && kind != said)
            return false;
        kind = said;
        return true;
    }

    /// <summary>The longest run of words that means one place.</summary>
    private bool Named()
    {
        if (place is not null || kind is not null)
            return false;
        for (var length = Math.Min(6, tokens.Length - at); length > 0; length--)
        {
            var words = string.Join(' ', tokens.Skip(at).Take(length).Select(t => t.Text).Where(t => t != ","));
            if (placesLike(words.Replace(" - ", "-", StringComparison.Ordinal)) is not [var one])
                continue;
            at += length;
            place = one;
            return Be(StayKind.Place);
        }

        return false;
    }

    /// <summary>"mornings", "in the afternoon", "from 9 to 12", "until 14:00", "after 14:00".</summary>
    private bool Part()
    {
        var start = at;
        Take("in", "the");
        Take("the");
        switch (Here)
        {
            case "morning" or "mornings":
                (from, to) = (0, 12 * 60);
                break;
            case "afternoon" or "afternoons":
                (from, to) = (12 * 60, DaySpan.Midnight);
                break;
            case "evening" or "evenings":
                (from, to) = (18 * 60, DaySpan.Midnight);
                break;
            default:
                at = start;
                return Hours();
        }

        // "mornings at the yard", with no day named, is every working day.
        if (Here.EndsWith('s'))
            repeating = true;
        return Skip();
    }

    private bool Hours()
    {
        var start = at;
        var word = Here;
        if (word is "from" or "between" or "until" or "before" or "after" or "at")
            at++;
        if (Clock(loose: word is "from" or "between") is { } one)
        {
            if (word is "until" or "before")
                return Set(0, one);
            if (word is "after")
                return Set(one, DaySpan.Midnight);
            if (Here is "to" or "-" or "and" or "until" && Skip() && Clock(loose: true) is { } other)
                return Set(one, other);
            if (word is "from")
                return Set(one, DaySpan.Midnight);
        }

        at = start;
        return false;
    }

    private bool Set(int one, int other)
    {
        (from, to) = (one, other == 0 ? DaySpan.Midnight : other);
        return true;
    }

    /// <summary>Minutes since midnight.</summary>
    /// <param name="loose">Whether "9" alone is nine o'clock, where no month follows.</param>
    private int? Clock(bool loose)
    {
        if (Here == "24:00")
            return Skip() ? DaySpan.Midnight : null;
        if (Moments.Clock(Here, Word(1), out var both) is { } time)
        {
            at += both ? 2 : 1;
            return (time.Hour * 60) + time.Minute;
        }

        // "from 10 to 12 March" are days; "from 9 to 12" are hours.
        if (!loose || Names.Number(Here) is not (>= 0 and <= 24 and var hour) || MonthAhead())
            return null;
        at++;
        return hour * 60;
    }

    private bool MonthAhead() =>
        Names.Month(Word(1)) is not null || (Word(1) is "to" or "-" or "and" or "until" && Names.Month(Word(3)) is not null);

    /// <summary>
    /// "until June" is until the day before it begins, "until 30 April" and "until Friday" with that day; "for six weeks".
    /// </summary>
    private bool Ends()
    {
        var start = at;
        if (Take("until") || Take("till"))
        {
            if (Take("the", "end", "of") || Take("end", "of"))
            {
                if (Month() is { } month)
                {
                    until = new LocalDate(month.Year, month.Month, CalendarSystem.Iso.GetDaysInMonth(month.Year, month.Month));
                    return true;
                }

                if (Here is "this" && Word(1) is "year")
                {
                    at += 2;
                    until = new LocalDate(today.Year, 12, 31);
                    return true;
                }
            }
            else if (Moments.Day(tokens, ref at, first ?? today) is { } day)
            {
                until = day;
                return true;
            }
            else if (Month() is { } month)
            {
                until = new LocalDate(month.Year, month.Month, 1).PlusDays(-1);
                return true;
            }

            at = start;
            return false;
        }

        if (
            Take("for")
            && Names.Number(Here) is > 0 and < 1000 and var number
            && Word(1) is "day" or "days" or "week" or "weeks" or "month" or "months"
        )
        {
            var unit = Word(1);
            at += 2;
            var begin = first ?? today;
            until = (
                unit[0] switch
                {
                    'd' => begin.PlusDays(number),
                    'w' => begin.PlusWeeks(number),
                    _ => begin.PlusMonths(number),
                }
            ).PlusDays(-1);
            return true;
        }

        at = start;
        return false;
    }

    /// <summary>"June", "June 2027": the next that is not over.</summary>
    private YearMonth? Month()
    {
        if (Names.Month(Here) is not { } month)
            return null;
        at++;
        if (Names.Number(Here) is >= 1900 and <= 2200 and var year && Skip())
            return new YearMonth(year, month);
        return new YearMonth(month < today.Month ? today.Year + 1 : today.Year, month);
    }

    /// <summary>"every second Tuesday", "Thursdays and Fridays", "weekdays", "every day".</summary>
    private bool Repeats()
    {
        var start = at;
        if (Here is "every" or "each" or "daily" or "weekly" or "monthly")
        {
            if (RuleReader.Read(tokens, ref at, today.Year) is { } read)
            {
                rule = read;
                return true;
            }

            at = start;
            return false;
        }

        Take("on");
        if (Here is "weekdays" or "weekends")
        {
            weekdays.AddRange(
                Here == "weekdays" ? Enumerable.Range(1, 5).Select(d => (IsoDayOfWeek)d) : [IsoDayOfWeek.Saturday, IsoDayOfWeek.Sunday]
            );
            repeating = true;
            return Skip();
        }

        if (Here.EndsWith("days", StringComparison.Ordinal) && Names.Weekday(Here) is { } day)
        {
            // "Thursday and Fridays" says both.
            foreach (var named in single.Where(s => s < today.PlusDays(7)))
                weekdays.Add(named.DayOfWeek);
            if (rule is null)
                single.Clear();
            weekdays.Add(day);
            repeating = true;
            return Skip();
        }

        at = start;
        return false;
    }

    /// <summary>"10 to 12 March", "from 1 April", "next week", "12 and 14 March", "Monday to Wednesday", "tomorrow".</summary>
    private bool Dates()
    {
        var start = at;
        var from = Here is "from" or "starting" or "beginning";
        if (from || Here is "on")
            at++;
        if (Here is "this" or "next" && Word(1) is "week" or "month" && Span(Here == "next", Word(1) == "week"))
            return true;
        if (Here is "all" && Word(1) is "week")
        {
            at += 2;
            return Run(Monday(today), Monday(today).PlusDays(6));
        }
        if (always || repeating)
        {
            // "never on Friday afternoon": a weekday that comes again.
            if (Names.Weekday(Here) is { } comes && !from)
            {
                weekdays.Add(comes);
                repeating = true;
                return Skip();
            }
        }

        if (Day() is not { } one)
        {
            at = start;
            if (from)
                at++;
            if (Month() is { } month)
            {
                var begin = month.OnDayOfMonth(1);
                return from ? From(begin) : Run(LocalDate.Max(begin, today), begin.PlusMonths(1).PlusDays(-1));
            }

            at = start;
            return false;
        }

        if (Here is "to" or "-" or "until" && AfterTo(one) is { } other)
            return Run(one.Date, other);
        if (from)
            return From(one.Date);
        single.Add(one.Date);
        return true;
    }

    private bool Span(bool next, bool week)
    {
        at += 2;
        if (week)
            return Run(next ? Monday(today).PlusWeeks(1) : today, Monday(today).PlusDays(next ? 13 : 6));
        var month = next ? new LocalDate(today.Year, today.Month, 1).PlusMonths(1) : today;
        return Run(month, new LocalDate(month.Year, month.Month, 1).PlusMonths(1).PlusDays(-1));
    }

    private static LocalDate Monday(LocalDate date) => date.PlusDays(1 - (int)date.DayOfWeek);

    private bool From(LocalDate begin)
    {
        first = begin;
        return true;
    }

    private bool Run(LocalDate begin, LocalDate end)
    {
        (first, last) = (begin, end);
        return true;
    }

    /// <summary>A day; "10" alone takes its month from what follows.</summary>
    private (LocalDate Date, bool Open)? Day()
    {
        if (Moments.Day(tokens, ref at, today) is { } date)
            return (date, false);
        if (Iso() is { } written)
            return (written, false);
        if ((Names.Number(Here) ?? Names.Ordinal(Here)) is not (>= 1 and <= 31 and var number))
            return null;
        at++;
        for (var by = 0; at + by < tokens.Length && by < 8; by++)
        {
            if (Names.Month(Word(by)) is not { } month)
                continue;
            var year = Names.Number(Word(by + 1)) is >= 1900 and <= 2200 and var given ? given : (int?)null;
            if (number > CalendarSystem.Iso.GetDaysInMonth(year ?? today.Year, month))
                return Nothing();
            var found = new LocalDate(year ?? today.Year, month, number);
            // The month of both ends is the same: "28 to 2 March" is no run.
            return (year is null && found < today && Whole(by, month, today.Year) < today ? found.PlusYears(1) : found, true);
        }

        // "10 to 12", with no month, are the next such days.
        var next = today;
        while (next.Day != number)
            next = next.PlusDays(1);
        return (next, true);
    }

    private (LocalDate, bool)? Nothing()
    {
        at--;
        return null;
    }

    /// <summary>The day that stands before the month named ahead.</summary>
    private LocalDate Whole(int by, int month, int year)
    {
        var number = Names.Number(Word(by - 1)) ?? Names.Ordinal(Word(by - 1)) ?? 1;
        return new LocalDate(year, month, Math.Clamp(number, 1, CalendarSystem.Iso.GetDaysInMonth(year, month)));
    }

    /// <summary>"2027-03-10", cut at its hyphens.</summary>
    private LocalDate? Iso()
    {
        if (Word(1) != "-" || Word(3) != "-" || Names.Number(Here) is not (>= 1900 and <= 2200 and var year))
            return null;
        if (
            Names.Number(Word(2)) is not (>= 1 and <= 12 and var month)
            || Names.Number(Word(4)) is not { } day
            || day < 1
            || day > CalendarSystem.Iso.GetDaysInMonth(year, month)
        )
            return null;
        at += 5;
        return new LocalDate(year, month, day);
    }

    private LocalDate? AfterTo((LocalDate Date, bool Open) begin)
    {
        var start = at++;
        if (
            begin.Open
            && Names.Month(Word(1)) is null
            && (Names.Number(Here) ?? Names.Ordinal(Here)) is >= 1 and <= 31 and var number
            && Word(1) is not "to"
        )
        {
            at++;
            var next = begin.Date;
            while (next.Day != number)
                next = next.PlusDays(1);
            return next;
        }

        // The second day follows the first: "Monday to Wednesday", "28 December to 3 January".
        if (Moments.Day(tokens, ref at, begin.Date) is { } end)
            return begin.Open && end.Month == begin.Date.Month && end.Year != begin.Date.Year ? begin.Date.PlusDays(-1) : end;
        if (Iso() is { } written)
            return written;
        at = start;
        return null;
    }

    /// <summary>The stays of the days that were named; null where none were.</summary>
    private List<WhereSaid>? Days()
    {
        var part = new DaySpan(from, to);
        WhereSaid Said(LocalDate begin, LocalDate? end, Rule? how) => new(kind ?? StayKind.Place, place, begin, end, how, part, usual);
        // "mornings at the yard 10 to 12 March" are those days, not every week.
        if (rule is null && repeating && !(weekdays.Count == 0 && first is not null && last is not null))
        {
            IEnumerable<IsoDayOfWeek> days =
                weekdays.Count > 0 ? weekdays.Distinct().Order() : Enumerable.Range(1, 5).Select(d => (IsoDayOfWeek)d);
            if (weekdays.Count > 0 || single.Count == 0)
                rule = Rule.Weekly(1, [.. days]);
        }

        if (rule is { } repeats)
        {
            var begin = first ?? (single.Count > 0 ? single.Min() : today);
            if ((last ?? until) is { } end)
                repeats = repeats with { Until = new Until(end.At(Rule.EndOfDay)), Count = null };
            // Every second week counts from the first of its days, not from the week in which it is said to begin.
            var every = repeats.Frequency == Frequency.Weekly ? repeats with { Interval = 1 } : repeats;
            if (Expansion.FirstFrom(begin.AtMidnight(), every, null, begin.AtMidnight()) is not { } start)
                return [];
            return [Said(start.Date, null, repeats)];
        }

        if (single.Count > 0)
            return
            [
                .. single
                    .Distinct()
                    .Order()
                    .Aggregate(new List<(LocalDate First, LocalDate Last)>(), Joined)
                    .Select(r => Said(r.First, single.Count == 1 && until is { } end ? end : r.Last, null))
                    .Where(s => s.Last >= s.First),
            ];
        if ((first, last ?? until) is ({ } from1, { } to1))
            return to1 >= from1 ? [Said(from1, to1, null)] : [];
        if (first is null && until is { } ends)
            return ends >= today ? [Said(today, ends, null)] : [];
        // "home from 1 April", without an end, is every working day from then on.
        return first is { } open ? [Said(open, null, Rule.Daily())] : null;
    }

    private static List<(LocalDate First, LocalDate Last)> Joined(List<(LocalDate First, LocalDate Last)> runs, LocalDate next)
    {
        if (runs.Count > 0 && runs[^1].Last.PlusDays(1) == next)
            runs[^1] = (runs[^1].First, next);
        else
            runs.Add((next, next));
        return runs;
    }

    /// <summary>"travelling the evening before", "travelling the evenings", "travelling the day before and the day after".</summary>
    private (bool Before, bool After, bool Evening)? OnTheWay()
    {
        var start = at;
        Take(",");
        Take("and");
        if (!(Take("travelling") || Take("travel") || Take("travels")))
            return Back(start);
        if (Take("the", "evenings"))
            return (true, true, true);
        Take("the");
        var evening = Here is "evening" or "evenings";
        if (!(evening || Here is "day" or "days") || !Skip())
            return Back(start);
        var (before, after) = (Take("before"), false);
        if (!before)
            after = Take("after");
        if (!before && !after)
            return Back(start);
        var more = at;
        if (Take("and") && (Take("after") || Take("the", "evening", "after") || Take("the", "day", "after")))
            after = true;
        else
            at = more;
        return (before, after, evening);
    }

    private (bool, bool, bool)? Back(int start)
    {
        at = start;
        return null;
    }

    private static IEnumerable<WhereSaid> Ways(List<WhereSaid> stays, (bool Before, bool After, bool Evening) way)
    {
        var part = way.Evening ? new DaySpan(18 * 60, DaySpan.Midnight) : DaySpan.Whole;
        foreach (var stay in stays.Where(s => s.Rule is null))
        {
            // On the last evening one travels back; on the day after, where it is a whole day.
            var (before, after) = (stay.First.PlusDays(-1), way.Evening ? stay.Last ?? stay.First : (stay.Last ?? stay.First).PlusDays(1));
            if (way.Before)
                yield return new WhereSaid(StayKind.OnTheWay, null, before, before, null, part);
            if (way.After)
                yield return new WhereSaid(StayKind.OnTheWay, null, after, after, null, part);
        }
    }
}
