using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Words.Lines;

// What the parts come to together.
public sealed partial class LineReader
{
    private Line Finished()
    {
        OftenAtTheBeginning();
        TheAbsent();
        if (lengthOfEach is { } each && line.Each is null)
            Miss(each, 1, NotUnderstoodKind.Words);
        TheLastDay();
        var date = TheDay(out var within);
        var clock = TheClock();
        if (clock is not null && (line.AllDay || (allDay && date is not null)))
        {
            // Whole days have no hour, and whether several with one repeat is not said.
            foreach (var (at, count, _) in clocks)
                Miss(at, count, NotUnderstoodKind.Time);
            if (line.AllDay)
                foreach (var (at, count, _, _) in days)
                    Miss(at, count, NotUnderstoodKind.Time);
            if (line.AllDay)
                (line, within) = (line with { AllDay = false }, null);
            clock = null;
        }

        var length = TheLength(clock);
        line = line with
        {
            Required = [.. required.Where(k => !optional.Contains(k))],
            Optional = [.. optional.Distinct()],
            Zone = zones.Count == 1 ? zones[0].Zone : null,
            ZoneName = zones.Count == 1 ? zones[0].Name : null,
        };
        ThePlace();
        if (allDay && date is { } whole)
            (within, line) = (new DateInterval(whole, whole), line with { AllDay = true });
        line = line with { Length = length is { } minutes ? Duration.FromMinutes(minutes) : null };
        if (clock is { } hour && !line.AllDay)
            line = Spanned(Travelled(Timed(line, date, hour)));
        else if (date is { } day && !line.AllDay)
            line = line with { Date = day };
        if (clock is null && !WishedHalf())
            foreach (var (at, count) in halves)
                Miss(at, count, NotUnderstoodKind.Time);
        line = line with { Between = line.Date is null ? within : null, Title = Titled(LineTitle.Of(words, taken)) };
        TheRule(clock);
        line = line with { Wishes = wishes };
        return line with
        {
            NotUnderstood = [.. missed.DistinctBy(m => m.At).OrderBy(m => m.At).Aggregate(new List<NotUnderstood>(), Apart)],
        };
    }

    /// <summary>That it is by telephone is said nowhere else, so it stays with what it is called.</summary>
    private string? Titled(string? title) =>
        telephone is null ? title
        : title is null ? telephone
        : $"{title} {telephone}";

    private static List<NotUnderstood> Apart(List<NotUnderstood> kept, NotUnderstood next)
    {
        if (kept.Count == 0 || kept[^1].End <= next.At)
            kept.Add(next);
        return kept;
    }

    /// <summary>The one day that was said; null where none was, several, or one that is in doubt.</summary>
    private LocalDate? TheDay(out DateInterval? within)
    {
        within = null;
        if (days.Any(d => d.Reading.Said == DaysSaid.Doubtful))
            return null;
        var said = days.DistinctBy(d => (d.Reading.First, d.Reading.Last)).ToList();
        if (said.Count > 1)
        {
            if (allDay && Following(said) is { } following)
            {
                (within, line) = (following, line with { AllDay = true });
                return null;
            }

            var either =
                Enumerable.Range(said[0].At, said[^1].At - said[0].At).Any(i => words[i] is "or")
                || (said.Count == 2 && words[said[1].At - 1] is "and" or "&" && said[0].At + said[0].Words == said[1].At - 1);
            var strong = said.Where(d => d.Led || clocks.Any(c => c.At == d.At + d.Words || c.At + c.Words == d.At)).ToList();
            if (either || strong.Count != 1)
            {
                // Which days it repeats on is then not known either.
                doubtfulRule |= rules.Count > 0;
                var ends = said.Select(d => d.At + d.Words).Concat(either ? clocks.Select(c => c.At + c.Words) : []);
                if (either)
                    MissEither(said[0].At, ends.Max(), NotUnderstoodKind.Time);
                else
                    foreach (var (at, count, _, _) in said)
                        Miss(at, count, NotUnderstoodKind.Time);
                clocks.Clear();
                return null;
            }

            // The other is part of what it is called: "Friday drinks on Thursday".
            foreach (var (at, count, _, _) in said.Where(d => d.At != strong[0].At))
                for (var i = at; i < at + count; i++)
                    taken[i] = false;
            said = strong;
        }

        if (said.Count == 0)
            return null;
        var reading = said[0].Reading;
        if (reading.Said == DaysSaid.Day)
            return reading.First;
        within = new DateInterval(reading.First, reading.Last);
        if (reading.Said == DaysSaid.Several)
            line = line with { AllDay = true };
        return null;
    }

    /// <summary>"all day on Saturday and Sunday": days that follow each other, as one stretch; null where they do not.</summary>
    private static DateInterval? Following(List<(int At, int Words, DayReading Reading, bool Led)> said) =>
        said.All(d => d.Reading.Said == DaysSaid.Day)
        && said.Zip(said.Skip(1)).All(pair => pair.First.Reading.First.PlusDays(1) == pair.Second.Reading.First)
            ? new DateInterval(said[0].Reading.First, said[^1].Reading.First)
            : null;

    private ClockReading? TheClock()
    {
        if (clocks.Count == 0)
            return null;
        if (clocks.Count > 1)
        {
            if (clocks[^1].At - clocks[0].At - clocks[0].Words is 1)
                MissEither(clocks[0].At, clocks[^1].At + clocks[^1].Words, NotUnderstoodKind.Time);
            else
                foreach (var (at, count, _) in clocks)
                    Miss(at, count, NotUnderstoodKind.Time);
            clocks.Clear();
            halves.Clear();
            return null;
        }

        var reading = clockWords.At(clocks[0].At, half);
        if (ends.Count == 0 || reading is not { } begun)
            return reading;
        var end = clockWords.At(ends[0].At, half)!.Value.From;
        // "from 10 … until 1": the next such hour.
        if (end <= begun.From && end + 720 > begun.From && end < 720)
            end += 720;
        return begun.To is null && end != begun.From ? begun with { To = end < begun.From ? end + 1_440 : end } : begun;
    }

    private int? TheLength(ClockReading? clock)
    {
        var told = lengths.Select(l => l.Minutes).Distinct().ToList();
        var byEnd = clock is { To: { } end } reading ? end - reading.From : (int?)null;
        if (told.Count == 0)
            return byEnd;
        if (told.Count == 1 && (byEnd is null || byEnd == told[0]))
            return told[0];
        foreach (var (at, count, _) in lengths)
            Miss(at, count, NotUnderstoodKind.Time);
        return null;
    }

    /// <summary>
    /// "from 29 March until 2 April every day": where the rule ends; without a rule it is the last of several whole days.
    /// </summary>
    private void TheLastDay()
    {
        foreach (var (at, count, day) in untils)
        {
            if (rules.Count > 0)
                rules.Add((at, count));
            else if (days is [{ Reading: { Said: DaysSaid.Day } first } one] && first.First < day)
                days[0] = one with { Reading = first with { Said = DaysSaid.Several, Last = day, Weekday = false } };
            else
                Miss(at, count, NotUnderstoodKind.Time);
        }

        foreach (var (at, count, many) in soMany)
        {
            if (rules.Count == 0 && clocks.Count == 0 && days is [{ Reading: { Said: DaysSaid.Day } first } one])
                days[0] = one with
                {
                    Reading = first with { Said = DaysSaid.Several, Last = first.First.PlusDays(many - 1), Weekday = false },
                };
            else
                Miss(at, count, NotUnderstoodKind.Time);
        }

        // "every Tuesday from 6 April to 25 May".
        if (rules.Count > 0 && days is [{ Led: true, Reading: { Said: DaysSaid.Several } span } whole] && words[whole.At - 1] == "from")
        {
            days[0] = whole with { Reading = span with { Said = DaysSaid.Day, Last = span.First } };
            ruleEnds = span.Last;
        }
    }

    /// <summary>Who was said not to come is not asked; of a group nobody can be left out here.</summary>
    private void TheAbsent()
    {
        foreach (var (at, count, key) in without)
        {
            if (required.Remove(key) | optional.Remove(key))
                continue;
            if (required.Concat(optional).Any(names.IsGroup))
                Miss(at, count, NotUnderstoodKind.Words);
        }
    }

    private void ThePlace()
    {
        var named = places.DistinctBy(p => p.Name).ToList();
        // Of a place in the name of a thing and one behind "in" the latter is meant.
        if (named.Count == 1)
            line = line with { Place = named[0].Name, OtherPlace = null };
        if (named.Count < 2)
            return;
        if (named.Count == 2 && named[1].At - named[0].At - named[0].Words is 1 && words[named[1].At - 1] == "or")
            MissEither(named[0].At, named[1].At + named[1].Words, NotUnderstoodKind.Words);
        else
            foreach (var (at, count, _) in named)
                Miss(at, count, NotUnderstoodKind.Words);
    }

    /// <summary>
    /// An hour needs its day: one of today that has passed is that of next week where only the weekday was said, and in doubt otherwise.
    /// </summary>
    private Line Timed(Line said, LocalDate? date, ClockReading clock)
    {
        var time = new LocalTime(clock.From / 60 % 24, clock.From % 60);
        if (date is not { } day)
        {
            if (days.Count > 0 && rules.Count == 0)
            {
                foreach (var (at, count, _) in clocks)
                    if (!days.Any(d => d.Reading.Said == DaysSaid.Doubtful))
                        Miss(at, count, NotUnderstoodKind.Time);
                return said;
            }

            // Without a day it is no time yet.
            if (rules.Count == 0)
                foreach (var (at, count, _) in clocks)
                    Miss(at, count, NotUnderstoodKind.NoDay);
            return said;
        }

        if (zone is not null && said.Zone is null && Gaps.Around(zone, day.At(time)) is not null)
        {
            foreach (var (at, count, _) in clocks)
                Miss(at, count, NotUnderstoodKind.Time);
            return said with { Date = day, Length = null };
        }

        if (rules.Count == 0 && day.At(time) <= NowBy(said.Zone))
        {
            if (day == now.Date && days[0].Reading.Weekday)
                return said with { Date = day.PlusDays(7), Time = time };
            foreach (var (at, count, _) in clocks)
                Miss(at, count, NotUnderstoodKind.Time);
            return said with { Date = day, Length = null };
        }

        return said with
        {
            Date = day,
            Time = time,
        };
    }

    /// <summary>What a clock elsewhere shows now; nothing has passed there where the writer's own zone is not known.</summary>
    private LocalDateTime NowBy(string? elsewhere) =>
        elsewhere is null ? now
        : zone is null ? LocalDateTime.MinIsoValue
        : now.InZoneLeniently(zone).WithZone(DateTimeZoneProviders.Tzdb[elsewhere]).LocalDateTime;

    private void TheRule(ClockReading? clock)
    {
        if (rules.Count == 0)
            return;
        if (line.Between is not null && days is [{ Led: false } span])
            Miss(span.At, span.Words, NotUnderstoodKind.Time);
        var begin = line.Date ?? line.Between?.Start ?? now.Date;
        var reading = PlainRules.Read(RuleWordsTyped, begin);
        if (reading.Rule is not { } rule)
            return;
        if (ruleEnds is { } last)
        {
            if (rule.Ends)
                Miss(days[0].At, days[0].Words, NotUnderstoodKind.Time);
            else
                rule = rule with { Until = new Until(last.At(Rule.EndOfDay)) };
        }

        if (doubtfulRule)
            Miss(rules[0].At, rules[0].Words, NotUnderstoodKind.Words);
        else
            line = line with { Rule = rule };
        if (clock is null)
            return;
        var time = new LocalTime(clock.Value.From / 60 % 24, clock.Value.From % 60);
        var first = FirstOf(rule, begin, time, begin == now.Date ? now : begin.At(time).PlusTicks(-1));
        line = line with { Date = first, Time = time, Between = null };
    }

    /// <summary>The first day after a moment that a rule yields; how often it skips is counted from there.</summary>
    private static LocalDate? FirstOf(Rule rule, LocalDate begin, LocalTime time, LocalDateTime after) =>
        Expansion
            .FirstFrom(
                begin.At(time),
                rule with
                {
                    Interval = 1,
                    Count = null,
                    Until = null,
                },
                null,
                LocalDateTime.Max(begin.At(time), after.PlusTicks(1))
            )
            ?.Date;
}
