namespace Corlin.Core.Words.Lines;

// How it repeats.
public sealed partial class LineReader
{
    private int Repeats(int at)
    {
        if (rules.Count > 0)
            return Ending(at);
        if (OftenWithoutDays(at) is > 0 and var rate)
            return rate;
        if (words[at] is "repeats" or "repeating" or "repeat" or "recurring" && Repeats(at + 1) is > 0 and var repeated)
            return Take(at, 1) + repeated;
        var on = words[at] is "on" ? 1 : 0;
        var from = at + on;
        var plural = CalendarWords.Weekday(words[from], out var many, out _) is not null && many;
        var begins =
            words[from] is "every" or "each" or "weekdays" or "weekends"
            || plural
            || (on == 0 && IsOften(from))
            || CalendarWords.Ordinal(words[from]) is not null
            || words[from] is "last" or "the";
        if (!begins)
            return 0;
        for (var count = Math.Min(12, words.Count - from); count > 0; count--)
        {
            var typed = words.Typed(from, from + count);
            if (words[from + count - 1] is "," or "and" || GoesOn(from + count) || PlainRules.Read(typed, now.Date).Rule is null)
                continue;
            // "the first Monday" is a day; of the month it is a rule.
            if (
                !(words[from] is "every" or "each" or "weekdays" or "weekends" || plural || IsOften(from))
                && words[from + count - 1] is not ("month" or "quarter")
            )
                continue;
            rules.Add((from, count));
            if (clockWords.Half(from + 1, out _) is not HalfOfDay.Unsaid and var said)
            {
                half = said;
                halves.Add((from + 1, 1));
            }

            return Take(at, on + count);
        }

        if (words[from] is "biweekly" or "bi-weekly" or "bimonthly" or "bi-monthly" && IsOften(from))
            return Miss(from, 1, NotUnderstoodKind.Words);
        if (OfEachQuarter(from) is > 0 and var quarterly)
            return Miss(at, on + quarterly, NotUnderstoodKind.Words);
        return words[from] is "every" or "each" ? Miss(at, on + Unknown(from), NotUnderstoodKind.Words) : 0;
    }

    /// <summary>"the first Monday of each quarter", from a month in which no quarter begins: a rule of every third month counts from there.</summary>
    private int OfEachQuarter(int from)
    {
        var of = Enumerable.Range(from, 6).FirstOrDefault(i => words[i] == "of");
        return of > from && words[of + 1] is "the" or "each" or "every" or "a" && words[of + 2] == "quarter" ? of + 3 - from : 0;
    }

    /// <summary>"twice a month": how often, and not on which days; with days it is a rule.</summary>
    private int OftenWithoutDays(int at)
    {
        var count =
            words[at] is "once" or "twice" ? 1
            : CalendarWords.Number(words[at]) is not null && words[at + 1] == "times" ? 2
            : 0;
        if (count == 1 && words[at + 1] is "daily" or "weekly" or "monthly" or "yearly")
            return Miss(at, 2, NotUnderstoodKind.Words);
        if (
            count == 0
            || words[at + count] is not ("a" or "an" or "per" or "every" or "each")
            || words[at + count + 1] is not ("day" or "week" or "fortnight" or "month" or "quarter" or "year")
        )
            return 0;
        for (var more = Math.Min(12, words.Count - at); more > count; more--)
        {
            if (words[at + more - 1] is "," or "and" || PlainRules.Read(words.Typed(at, at + more), now.Date).Rule is null)
                continue;
            rules.Add((at, more));
            return Take(at, more);
        }

        return Miss(at, count + 2, NotUnderstoodKind.Words);
    }

    /// <summary>"Fortnightly 1:1 with Maeve, Tuesdays": how often stands at the beginning, and on which days later.</summary>
    private void OftenAtTheBeginning()
    {
        if (
            rules.Count == 0
            || taken[0]
            || words[0] is not ("weekly" or "fortnightly" or "biweekly" or "bi-weekly" or "monthly" or "quarterly" or "yearly")
        )
            return;
        if (CalendarWords.Weekday(words[rules[0].At], out var plural, out _) is null || !plural)
            return;
        if (PlainRules.Read($"{words[0]} {RuleWordsTyped}", now.Date).Rule is null)
        {
            doubtfulRule = true;
            Miss(0, 1, NotUnderstoodKind.Words);
            return;
        }

        rules.Insert(0, (0, 1));
        Take(0, 1);
    }

    /// <summary>"weekly" says how it repeats where no name of anything follows: "Weekly report" is one.</summary>
    private bool IsOften(int at)
    {
        if (
            words[at]
            is not (
                "daily"
                or "weekly"
                or "fortnightly"
                or "monthly"
                or "quarterly"
                or "yearly"
                or "annually"
                or "biweekly"
                or "bi-weekly"
                or "bimonthly"
                or "bi-monthly"
            )
        )
            return false;
        return words[at + 1] is "" or "," or "on" or "at" or "from" or "for" or "until" or "till" or "with" or "in" or "by" or "starting"
            || dayWords.At(at + 1) is not null
            || (CalendarWords.Weekday(words[at + 1], out var plural, out _) is not null && plural)
            || clockWords.At(at + 1, HalfOfDay.Unsaid) is { Bare: false };
    }

    /// <summary>"until 1 March 2027" is not "until 1 March", of whichever year; "in April and May" is not "in April".</summary>
    private bool GoesOn(int at) =>
        CalendarWords.Month(words[at - 1]) is not null
        && (
            (words[at] is ['1' or '2', _, _, _] year && year.All(char.IsAsciiDigit))
            || (words[at] is "and" or "&" && CalendarWords.Month(words[at + 1]) is not null)
        );

    /// <summary>All that was said of how it repeats so far.</summary>
    private string RuleWordsTyped => string.Join(' ', rules.Select(r => words.Typed(r.At, r.At + r.Words)));

    /// <summary>As far as no other part begins.</summary>
    private int Unknown(int from)
    {
        var count = 1;
        while (from + count < words.Count && words[from + count] is not ("," or "with" or "at" or "on" or "in" or "for" or "if"))
            count++;
        return count;
    }

    /// <summary>"until the end of June", "for six weeks", "ten times": behind the words of a rule.</summary>
    private int Ending(int at)
    {
        if (
            words[at] is not ("until" or "till" or "til" or "for" or "up" or "no" or "without" or "never" or "forever")
            && CalendarWords.Number(words[at]) is null
        )
            return 0;
        for (var count = Math.Min(8, words.Count - at); count > 0; count--)
        {
            if (
                words[at + count - 1] is "," or "and"
                || GoesOn(at + count)
                || PlainRules.Read($"{RuleWordsTyped} {words.Typed(at, at + count)}", now.Date).Rule is not { Ends: true }
            )
                continue;
            rules.Add((at, count));
            return Take(at, count);
        }

        if (words[at] is not ("until" or "till" or "til"))
            return 0;
        doubtfulRule = true;
        var left = 1;
        while (at + left < words.Count && words[at + left] is not ("," or "with" or "at" or "in"))
            left++;
        // "until June": with June or without it?
        var month = left == 2 ? CalendarWords.Month(words[at + 1]) : null;
        return Miss(
            at,
            left,
            NotUnderstoodKind.Time,
            month is { } named ? [$"until 1 {Names.OfMonth(named)}", $"until the end of {Names.OfMonth(named)}"] : null
        );
    }
}
