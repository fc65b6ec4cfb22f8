using NodaTime;

namespace Corlin.Core.Words;

/// <summary>What words say of days.</summary>
internal enum DaysSaid
{
    /// <summary>One day.</summary>
    Day,

    /// <summary>Several days that are taken whole: "12-14 March".</summary>
    Several,

    /// <summary>Days within which it should be: "next week".</summary>
    Within,

    /// <summary>They are past, or there is no such day, or weekday and date do not agree.</summary>
    Doubtful,
}

/// <param name="Words">How many words say it.</param>
/// <param name="Weekday">Whether only a weekday was said, so that today is a week on where its hour has passed.</param>
internal readonly record struct DayReading(DaysSaid Said, LocalDate First, LocalDate Last, int Words, bool Weekday = false);

/// <summary>Reads days from English words, British as people type them; the first such day from today on.</summary>
internal sealed class DayWords(TypedWords words, LocalDate today)
{
    /// <summary>What begins at a word; null where no day does.</summary>
    public DayReading? At(int at)
    {
        var one = MonthBehind(at) ?? Span(at) ?? OfMonthByPlace(at) ?? Unplaced(at) ?? Relative(at) ?? Dated(at) ?? OfWeek(at);
        if (one is not { Said: DaysSaid.Day } first)
            return one;
        var next = at + first.Words;
        // "Tuesday to Thursday", "29 March to 2 April".
        if (
            words[next] is "to" or "-" or "until" or "till" or "through"
            && words[next] is not ("until" or "till")
            && (Relative(next + 1) ?? Dated(next + 1) ?? OfWeek(next + 1, first.First)) is { Said: DaysSaid.Day } last
            && last.First > first.First
        )
        {
            // "the 12th to the 14th of April": the month stands behind the second.
            if (
                CalendarWords.Ordinal(words[next - 1]) is { } number
                && Enumerable.Range(next + 1, last.Words).Any(i => CalendarWords.Month(words[i]) is not null)
                && number < last.First.Day
            )
                first = Day(new LocalDate(last.First.Year, last.First.Month, number), first.Words);
            return new DayReading(DaysSaid.Several, first.First, last.First, first.Words + 1 + last.Words);
        }

        return first;
    }

    /// <summary>"Mon 15 to Wed 17 March": the month stands behind the second.</summary>
    private DayReading? MonthBehind(int at)
    {
        if (
            CalendarWords.Weekday(words[at], out var plural, out var slipped) is not { } weekday
            || plural
            || slipped
            || (CalendarWords.Ordinal(words[at + 1]) ?? CalendarWords.Numeral(words[at + 1])) is not (>= 1 and var number)
            || words[at + 2] is not ("to" or "-" or "until" or "till" or "through")
            || Dated(at + 3) is not { } last
            || !Enumerable.Range(at + 3, last.Words).Any(i => CalendarWords.Month(words[i]) is not null)
        )
            return null;
        var count = 3 + last.Words;
        return
            last.Said == DaysSaid.Day
            && number < last.First.Day
            && new LocalDate(last.First.Year, last.First.Month, number) is var first
            && first >= today
            && first.DayOfWeek == weekday
            ? new DayReading(DaysSaid.Several, first, last.First, count)
            : Doubtful(count);
    }

    private DayReading Day(LocalDate date, int count, bool weekday = false) =>
        new(date < today ? DaysSaid.Doubtful : DaysSaid.Day, date, date, count, weekday);

    private static DayReading Doubtful(int count) => new(DaysSaid.Doubtful, default, default, count);

    private DayReading? Relative(int at)
    {
        var word = words[at];
        if (word is "today" or "tonight")
            return Day(today, 1);
        if (word == "this" && words[at + 1] is "morning" or "afternoon" or "evening")
            return Day(today, 1);
        if (CalendarWords.Is(word, "tomorrow") || word is "tmrw" or "tmw")
            return words[at + 1] == "week" ? Day(today.PlusDays(8), 2) : Day(today.PlusDays(1), 1);
        if (CalendarWords.Is(word, "yesterday"))
            return Doubtful(1);
        var the = word == "the" ? 1 : 0;
        if (words[at + the] == "day" && words[at + the + 1] == "after" && CalendarWords.Is(words[at + the + 2], "tomorrow"))
            return Day(today.PlusDays(2), the + 3);
        if (words[at + the] == "day" && words[at + the + 1] == "before" && CalendarWords.Is(words[at + the + 2], "yesterday"))
            return Doubtful(the + 3);
        if (the == 1 && words[at + 2] == "after" && words[at + 3] == "next" && OfWeek(at + 1) is { } after)
            return after with { Words = 4 };
        if (word == "end" || (word == "the" && words[at + 1] == "end"))
            return EndOf(at);
        if (word == "in" && Ahead(at + 1, out var used) is { } by)
            return Day(by, 1 + used);
        // "a week on Friday", "two weeks today".
        if (Weeks(at, out used) is { } weeks)
        {
            var on = words[at + used] is "on" or "from" ? 1 : 0;
            if (words[at + used + on] == "today")
                return Day(today.PlusWeeks(weeks), used + on + 1);
            if (CalendarWords.Is(words[at + used + on], "tomorrow"))
                return Day(today.PlusDays((7 * weeks) + 1), used + on + 1);
            if (CalendarWords.Weekday(words[at + used + on]) is { } day)
                return Day(Next(day, today).PlusWeeks(weeks), used + on + 1);
        }

        return null;
    }

    /// <summary>"the last Friday in March", "second Tuesday of next month".</summary>
    private DayReading? OfMonthByPlace(int at)
    {
        var the = words[at] == "the" ? 1 : 0;
        var place =
            words[at + the] == "last" ? -1
            : CalendarWords.Ordinal(words[at + the]) is >= 1 and <= 5 and var ordinal ? ordinal
            : 0;
        if (place is 1 or -1 && words[at + the + 1] == "day" && words[at + the + 2] is "of" or "in")
            return EndOf(at, last: place < 0);
        if (place == 0 || CalendarWords.Weekday(words[at + the + 1], out var plural, out var doubtful) is not { } day || plural || doubtful)
            return null;
        var next = at + the + 2;
        if (words[next] is "in" or "of")
            next++;
        if (words[next] is "next" or "this" && words[next + 1] == "month")
            return Placed(today.PlusMonths(words[next] == "next" ? 1 : 0), next + 2);
        // "first Monday": of which month is not said.
        if (next == at + the + 2)
            return place > 0 && the == 0 && words[at - 1] is not ("every" or "each") ? Doubtful(2) : null;
        if (CalendarWords.Month(words[next]) is not { } month)
            return null;
        if (Year(next + 1) is { } year)
            return Placed(new LocalDate(year, month, 1), next + 2);
        var found = Placed(new LocalDate(today.Year, month, 1), next + 1);
        return found.Said == DaysSaid.Day ? found : Placed(new LocalDate(today.Year + 1, month, 1), next + 1);

        DayReading Placed(LocalDate of, int end)
        {
            var date = place < 0 ? LastOf(of.Year, of.Month) : new LocalDate(of.Year, of.Month, 1);
            date = place < 0 ? date.PlusDays(-(((int)date.DayOfWeek - (int)day + 7) % 7)) : Next(day, date).PlusWeeks(place - 1);
            return date.Month == of.Month ? Day(date, end - at) : Doubtful(end - at);
        }
    }

    /// <summary>
    /// A feast that falls on a weekday is not that weekday; "mid-April", "the end of the week" and "next year" say a day to nobody.
    /// </summary>
    private DayReading? Unplaced(int at)
    {
        if (
            words[at] is "easter" or "whit" or "palm" or "good" or "maundy" or "shrove" or "pancake" or "ash" or "holy"
            && CalendarWords.Weekday(words[at + 1]) is not null
        )
            return Doubtful(2);
        if (words[at] == "bank" && words[at + 1] == "holiday" && CalendarWords.Weekday(words[at + 2]) is not null)
            return Doubtful(3);
        if (words[at].Split('-') is ["mid" or "early" or "late", var named] && CalendarWords.Month(named) is not null)
            return Doubtful(1);
        if (
            words[at] is "mid" or "early" or "late"
            && CalendarWords.Month(words[at + 1]) is not null
            && CalendarWords.Numeral(words[at + 2]) is null
            && CalendarWords.Ordinal(words[at + 2]) is null
        )
            return Doubtful(2);
        if (WeekOf(at) is > 0 and var week)
            return Doubtful(week);
        var end = words[at] == "the" ? 1 : 0;
        if (words[at + end] is "end" or "middle" or "beginning" or "start" or "mid" && words[at + end + 1] == "of")
        {
            var which = words[at + end + 2] is "the" or "this" or "next" ? 1 : 0;
            if (
                words[at + end + 2 + which] == "week"
                || (
                    words[at + end] != "end"
                    && (words[at + end + 2 + which] == "month" || CalendarWords.Month(words[at + end + 2 + which]) is not null)
                )
            )
                return Doubtful(end + 3 + which);
        }

        return
            words[at] is "next" or "this"
            && words[at + 1] is "year" or "quarter" or "spring" or "summer" or "autumn" or "winter"
            && words[at + 2] is "" or ","
            ? Doubtful(2)
            : null;
    }

    /// <summary>"the second week of April", "next weekend": which days that is, is asked.</summary>
    private int WeekOf(int at)
    {
        if (words[at] == "next" && words[at + 1] == "weekend")
            return 2;
        if (words[at] == "in" && words[at + 1] is "week" or "wk" && CalendarWords.Numeral(words[at + 2]) is not null)
            return 3;
        var the = words[at] == "the" ? 1 : 0;
        if ((words[at + the] != "last" && CalendarWords.Ordinal(words[at + the]) is null) || words[at + the + 1] is not ("week" or "half"))
            return 0;
        if (words[at + the + 2] is not ("of" or "in"))
            return 0;
        var which = words[at + the + 3] is "the" or "this" or "next" ? 1 : 0;
        return words[at + the + 3 + which] == "month" || CalendarWords.Month(words[at + the + 3 + which]) is not null ? the + which + 4 : 0;
    }

    /// <summary>"the end of April", "the last day of next month", "the first day of the month": one end of a month.</summary>
    private DayReading? EndOf(int at, bool last = true)
    {
        var next = at + (words[at] == "the" ? 2 : 1);
        if (words[next] == "day")
            next++;
        if (words[next] is not ("of" or "in"))
            return null;
        next++;
        var (the, later) = (words[next] is "the" or "this" ? 1 : 0, words[next] == "next" ? 1 : 0);
        if (words[next + the + later] == "month")
            return Of(today.With(DateAdjusters.StartOfMonth).PlusMonths(later), next + the + later + 1 - at);
        if (CalendarWords.Month(words[next + the]) is not { } named)
            return null;
        var found = Of(new LocalDate(today.Year, named, 1), next + the + 1 - at);
        return found.Said == DaysSaid.Day ? found : Of(new LocalDate(today.Year + 1, named, 1), next + the + 1 - at);

        DayReading Of(LocalDate first, int count) => Day(last ? LastOf(first.Year, first.Month) : first, count);
    }

    /// <summary>"two weeks", "a fortnight", "three days", "a month".</summary>
    private LocalDate? Ahead(int at, out int used)
    {
        used = 0;
        if (CalendarWords.Number(words[at]) is not { } number)
            return null;
        used = 2;
        var time = words[at + 2] == "time" ? 1 : 0;
        var ahead = words[at + 1] switch
        {
            "day" or "days" => today.PlusDays(number),
            "week" or "weeks" => today.PlusWeeks(number),
            "fortnight" => today.PlusWeeks(2 * number),
            "month" or "months" => today.PlusMonths(number),
            _ => (LocalDate?)null,
        };
        used += time;
        return ahead;
    }

    private int? Weeks(int at, out int used)
    {
        used = 2;
        if (words[at] is "a" or "an" && words[at + 1] == "fortnight")
            return 2;
        return CalendarWords.Number(words[at]) is > 0 and < 60 and var weeks && words[at + 1] is "week" or "weeks" ? weeks : null;
    }

    /// <summary>
    /// "12 March", "March 12th", "12th of March 2027", "12/3", "12.3.", "2027-03-12", "the 12th", with a weekday before or after.
    /// </summary>
    private DayReading? Dated(int at)
    {
        var weekday = CalendarWords.Weekday(words[at], out var plural, out var doubtful);
        var before = weekday is not null && !plural && !doubtful ? 1 : 0;
        var from = at + before;
        if (before > 0 && words[from] == ",")
            from++;
        if (before > 0 && words[from] == "the")
            from++;
        var date = Numbered(from, before > 0);
        if (date is not { } found)
            return null;
        var count = from - at + found.Words;
        if (found.Said == DaysSaid.Doubtful)
            return Doubtful(count);
        if (before == 0)
            return found with { Words = count };
        return found.First.DayOfWeek == weekday || found.Said != DaysSaid.Day ? found with { Words = count } : Doubtful(count);
    }

    private DayReading? Numbered(int at, bool afterWeekday)
    {
        var word = words[at];
        if (Written(word) is { } written)
            return written;
        var the = word == "the" ? 1 : 0;
        var ordinal = CalendarWords.Ordinal(words[at + the]);
        var number = ordinal ?? CalendarWords.Numeral(words[at + the]);
        if (number is { } day)
        {
            var of = words[at + the + 1] == "of" ? 1 : 0;
            if (CalendarWords.Month(words[at + the + 1 + of], slips: true) is { } month)
                return InMonth(day, month, at + the + 2 + of, the + 2 + of);
            // "12-14 March", "22 to 24 March": the month stands behind the second.
            if (
                words[at + the + 1] is "-" or "to" or "and"
                && (CalendarWords.Ordinal(words[at + the + 2]) ?? CalendarWords.Numeral(words[at + the + 2])) is { } last
                && CalendarWords.Month(words[at + the + 3]) is { } shared
                && words[at + the + 1] != "and"
            )
                return Several(day, last, shared, at + the + 4, the + 4);
            // "the 12th", "Monday 15th", "on the 5th".
            if (
                ordinal is not null
                && (the == 1 || afterWeekday)
                && (Named(words[at + the]) is false || (day > 12 && words[at - 1] == "on"))
            )
                return OfMonth(day, the + 1);
            // "10th 7:30am": a day of the month before its hour.
            if (ordinal is not null && the == 0 && Named(words[at]) is false && words[at - 1] != "," && HourFollows(at + 1))
                return OfMonth(day, 1);
            // "Tuesday 16 at 9".
            if (ordinal is null && afterWeekday && the == 0 && HourFollows(at + 1))
                return OfMonth(day, 1);
        }

        // "March 12th".
        if (
            CalendarWords.Month(word, slips: true) is { } named
            && (CalendarWords.Ordinal(words[at + 1]) ?? CalendarWords.Numeral(words[at + 1])) is { } its and > 0 and < 100
            && !(CalendarWords.Month(word) is null && CalendarWords.Ordinal(words[at + 1]) is null)
        )
            return InMonth(its, named, at + 2, 2);
        return null;
    }

    private bool HourFollows(int at) =>
        words[at] is "at" or "@"
            ? char.IsAsciiDigit(words[at + 1].FirstOrDefault('-')) || words[at + 1] is "noon" or "midday" or "half" or "quarter"
            : char.IsAsciiDigit(words[at].FirstOrDefault('-'))
                && (
                    words[at].Contains(':', StringComparison.Ordinal)
                    || words[at].EndsWith("am", StringComparison.Ordinal)
                    || words[at].EndsWith("pm", StringComparison.Ordinal)
                );

    private static bool Named(string ordinal) => !char.IsAsciiDigit(ordinal[0]);

    private DayReading InMonth(int day, int month, int next, int count)
    {
        var year = Year(next);
        return Exists(day, month, year) is { } date ? Day(date, count + (year is null ? 0 : 1)) : Doubtful(count + (year is null ? 0 : 1));
    }

    /// <summary>"2027", "'27".</summary>
    private int? Year(int at)
    {
        if (words[at].Length == 4 && words[at].All(char.IsAsciiDigit) && words[at][..2] is "19" or "20" or "21")
            return CalendarWords.Number(words[at]);
        return words[at].Length == 2 && words.IsAfterApostrophe(at) ? 2000 + CalendarWords.Numeral(words[at]) : null;
    }

    private DayReading Several(int first, int last, int month, int next, int count)
    {
        var end = InMonth(last, month, next, count);
        if (end.Said != DaysSaid.Day || first >= last || Exists(first, month, end.First.Year) is not { } begin)
            return Doubtful(end.Words);
        return begin < today ? Doubtful(end.Words) : new DayReading(DaysSaid.Several, begin, end.First, end.Words);
    }

    private DayReading OfMonth(int day, int count)
    {
        if (day is < 1 or > 31)
            return Doubtful(count);
        for (var month = today.With(DateAdjusters.StartOfMonth); ; month = month.PlusMonths(1))
            if (
                day <= CalendarSystem.Iso.GetDaysInMonth(month.Year, month.Month)
                && new LocalDate(month.Year, month.Month, day) is var date
                && date >= today
            )
                return Day(date, count);
    }

    /// <summary>A day written in figures: "12/3", "12/3/27", "12.3.", "12.03.2027", "2027-03-12".</summary>
    private DayReading? Written(string word)
    {
        if (word == "24/7")
            return null;
        if (word.Length == 8 && word.StartsWith("20", StringComparison.Ordinal) && word.All(char.IsAsciiDigit))
            return Written($"{word[..4]}-{word[4..6]}-{word[6..]}") is { Said: DaysSaid.Day } basic ? basic : null;
        foreach (var sign in "/.-")
        {
            var parts = word.TrimEnd('.').Split(sign);
            if (parts.Length is < 2 or > 3 || parts.Any(p => p.Length is 0 or > 4 || !p.All(char.IsAsciiDigit)))
                continue;
            if (parts.Length == 2 && (sign == '-' || (sign == '.' && !word.EndsWith('.')) || parts.Any(p => p.Length > 2)))
                continue;
            var numbers = parts.Select(p => int.Parse(p, System.Globalization.CultureInfo.InvariantCulture)).ToList();
            if (parts is [{ Length: 4 }, _, _])
                return Exists(numbers[2], numbers[1], numbers[0]) is { } iso ? Day(iso, 1) : Doubtful(1);
            // "1-2-1" is what is held.
            if (sign == '-' && parts.Length == 3 && parts[2].Length < 3)
                continue;
            int? year =
                numbers.Count < 3 ? null
                : numbers[2] < 100 ? 2000 + numbers[2]
                : numbers[2];
            return Exists(numbers[0], numbers[1], year) is { } date ? Day(date, 1) : Doubtful(1);
        }

        return null;
    }

    /// <summary>That day in that year, or the next there is; null where there is none.</summary>
    private LocalDate? Exists(int day, int month, int? year)
    {
        if (month is < 1 or > 12 || day is < 1 or > 31 || year is < 1900 or > 2200)
            return null;
        if (year is { } given)
            return day <= CalendarSystem.Iso.GetDaysInMonth(given, month) ? new LocalDate(given, month, day) : null;
        for (var next = today.Year; next < today.Year + 9; next++)
            if (day <= CalendarSystem.Iso.GetDaysInMonth(next, month) && new LocalDate(next, month, day) is var date && date >= today)
                return date;
        return null;
    }

    /// <summary>"Friday", "this Friday", "next Friday", "Friday week", "last Friday".</summary>
    private DayReading? OfWeek(int at, LocalDate? from = null)
    {
        var said =
            words[at] == "this" && words[at + 1] == "coming" ? 2
            : words[at] is "this" or "next" or "last" or "coming" ? 1
            : 0;
        var day = CalendarWords.Weekday(words[at + said], out var plural, out var doubtful);
        if (day is not { } weekday || plural)
            return null;
        if (doubtful || words[at] == "last")
            return Doubtful(said + 1);
        if (words[at] == "next")
            return Day(Monday(today).PlusDays(6 + (int)weekday), 2);
        if (said == 0 && words[at + 1] == "after" && words[at + 2] == "next")
            return Day(Monday(today).PlusDays(13 + (int)weekday), 3);
        var next = Next(weekday, from is { } earlier && earlier >= today ? earlier : today);
        if (words[at + said + 1] == "week")
            return Day(next.PlusWeeks(1), said + 2);
        if (words[at + said + 1] == "fortnight")
            return Day(next.PlusWeeks(2), said + 2);
        return Day(next, said + 1, weekday: true);
    }

    /// <summary>Days within which it should be.</summary>
    private DayReading? Span(int at)
    {
        if (words[at] == "between")
            return Between(at);
        var some =
            words[at] == "some" && words[at + 1] == "time" ? 2
            : words[at] == "sometime" ? 1
            : 0;
        var of = at + some;
        if (
            words[of] is "in" or "during"
            && CalendarWords.Month(words[of + 1]) is { } month
            && CalendarWords.Numeral(words[of + 2]) is null
        )
            return OfMonth(month, words[of + 2], of + 2 - at);
        if (Coming(at) is { } coming)
            return coming;
        if (Weekend(of) is > 0 and var weekend)
            return Within(LocalDate.Max(today, Monday(today).PlusDays(5)), Monday(today).PlusDays(6), some + weekend);
        var the = words[of] is "in" or "during" ? 1 : 0;
        if (words[of + the] == "the" && words[of + the + 1] is "week")
            the++;
        if (words[of + the] is "w/c" or "w/b")
            return Week(at, of + the + 1);
        if (words[of + the] is "week" or "wk" && words[of + the + 1] is "of" or "commencing" or "beginning" or "starting")
            return Week(at, of + the + 2);
        if (words[of + the] == "last" && words[of + the + 1] is "week" or "month" or "year")
            return Doubtful(of + the + 2 - at);
        // What is left of this week begins today.
        if (words[of + the] == "later" && words[of + the + 1] == "this" && words[of + the + 2] is "week" or "month")
            the++;
        if (words[of + the] is "this" or "next" && words[of + the + 1] is "week" or "month")
        {
            var next = words[of + the] == "next";
            var after = of + the + 2 - at;
            if (words[of + the + 1] == "week")
                return Within(next ? Monday(today).PlusDays(7) : today, Monday(today).PlusDays(next ? 13 : 6), after);
            var of1 = today.PlusMonths(next ? 1 : 0);
            return Within(next ? new LocalDate(of1.Year, of1.Month, 1) : today, LastOf(of1.Year, of1.Month), after);
        }

        if (words[of] == "the" && words[of + 1] == "week" && words[of + 2] == "after" && words[of + 3] == "next")
            return Within(Monday(today).PlusDays(14), Monday(today).PlusDays(20), of + 4 - at);
        return null;
    }

    /// <summary>"this weekend", "at the weekend": the next Saturday and Sunday.</summary>
    private int Weekend(int at)
    {
        var lead = words[at] is "at" or "on" or "over" ? 1 : 0;
        return words[at + lead + 1] != "weekend" ? 0
            : words[at + lead] == "this" || (lead == 1 && words[at + lead] == "the") ? lead + 2
            : 0;
    }

    /// <summary>"in the next two weeks", "within ten days": from today on.</summary>
    private DayReading? Coming(int at)
    {
        var within =
            words[at] is "within" or "in" or "over" or "during" && words[at + 1] == "the" && words[at + 2] is "next" or "coming" ? 3
            : words[at] == "within" ? 1
            : 0;
        // "within the next month".
        if (within == 3 && words[at] == "within" && words[at + 3] is "week" or "month")
            return Within(today, words[at + 3] == "week" ? today.PlusWeeks(1) : today.PlusMonths(1), 4);
        return within > 0 && Ahead(at + within, out var used) is { } last ? Within(today, last, within + used) : null;
    }

    private DayReading? OfMonth(int month, string then, int count)
    {
        var given = then.Length == 4 && then.All(char.IsAsciiDigit) ? CalendarWords.Number(then) : null;
        var year = given ?? today.Year + (month < today.Month ? 1 : 0);
        var first = new LocalDate(year, month, 1);
        return LastOf(year, month) < today
            ? Doubtful(count)
            : Within(first < today ? today : first, LastOf(year, month), count + (given is null ? 0 : 1));
    }

    private DayReading? Week(int at, int from)
    {
        var the = words[from] == "the" && CalendarWords.Ordinal(words[from + 1]) is null ? 1 : 0;
        if ((Dated(from + the) ?? OfWeek(from + the)) is not { } day)
            return null;
        return day.Said == DaysSaid.Day
            ? Within(Monday(day.First), Monday(day.First).PlusDays(6), from + the + day.Words - at)
            : day with
            {
                Words = from + the + day.Words - at,
            };
    }

    private DayReading? Between(int at)
    {
        var first = Relative(at + 1) ?? Dated(at + 1) ?? OfWeek(at + 1);
        var bare =
            first is null && words[at + 2] == "and" ? CalendarWords.Ordinal(words[at + 1]) ?? CalendarWords.Numeral(words[at + 1]) : null;
        var next = at + 1 + (first?.Words ?? (bare is null ? 0 : 1));
        if (words[next] != "and" || (Relative(next + 1) ?? Dated(next + 1) ?? OfWeek(next + 1, first?.First)) is not { } last)
            return null;
        var count = next + 1 + last.Words - at;
        if (last.Said != DaysSaid.Day)
            return Doubtful(count);
        var begin =
            first is { Said: DaysSaid.Day } day ? day.First
            : bare is { } number && number > 0 && number <= last.First.Day ? new LocalDate(last.First.Year, last.First.Month, number)
            : (LocalDate?)null;
        return begin is { } from && from <= last.First && from >= today ? Within(from, last.First, count) : Doubtful(count);
    }

    private static DayReading Within(LocalDate first, LocalDate last, int count) => new(DaysSaid.Within, first, last, count);

    private static LocalDate Monday(LocalDate day) => day.PlusDays(1 - (int)day.DayOfWeek);

    private static LocalDate LastOf(int year, int month) => new(year, month, CalendarSystem.Iso.GetDaysInMonth(year, month));

    private static LocalDate Next(IsoDayOfWeek day, LocalDate from) => from.PlusDays(((int)day - (int)from.DayOfWeek + 7) % 7);
}
