using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Words.Lines;

// What is wished of a free slot.
public sealed partial class LineReader
{
    private LineWishes wishes = LineWishes.None;

    /// <summary>"not on Fridays", "after 10:00 in Halifax", "15 minutes around it", "lunch free".</summary>
    private int Wish(int at)
    {
        var part = NotOn(at);
        if (part == 0)
            part = Bounded(at);
        if (part == 0)
            part = BetweenHours(at);
        if (part == 0)
            part = BeforeDay(at);
        if (part == 0)
            part = FromDayOn(at);
        if (part == 0)
            part = AtTheLatest(at);
        if (part == 0)
            part = Halves(at);
        if (part == 0)
            part = AnyRoom(at);
        if (part == 0)
            part = Around(at);
        if (part == 0)
            part = LunchFree(at);
        if (part == 0)
            part = AtUsualPlaces(at);
        if (part == 0)
            part = Together(at);
        return part == 0 ? 0 : Take(at, part);
    }

    /// <summary>"not on Fridays", "but not Monday", "any day but Friday", "weekdays only".</summary>
    private int NotOn(int at)
    {
        if (OnWeekdays(at) is > 0 and var weekdays)
            return weekdays;
        var any = words[at] == "any" && words[at + 1] == "day" ? 2 : 0;
        var not =
            words[at + any] is "not" or "never" ? 1
            : words[at + any] == "but" && words[at + any + 1] == "not" ? 2
            : words[at + any] is "except" or "excluding" || (any > 0 && words[at + any] == "but") ? 1
            : 0;
        var on = at + any + not;
        // Of a repeat it may be a day on which it is not.
        if (not == 0 || (rules.Count > 0 && words[on] != "on"))
            return 0;
        var first = on + (words[on] == "on" ? 1 : 0);
        first += words[first] is "a" or "any" ? 1 : 0;
        var next = first;
        var said = wishes.NotOn;
        while (Names.Weekday(words[next]) is { } day && dayWords.At(next) is null or { Weekday: true, Words: 1 })
        {
            said = said.Contains(day) ? said : said.Add(day);
            next++;
            if (words[next] is "and" or "or" or "," && Names.Weekday(words[next + 1]) is not null)
                next++;
        }

        if (next == first)
            return 0;
        // "not on Thursday morning": only a part of that day.
        if (clockWords.Half(next, out var more) != HalfOfDay.Unsaid)
            return Miss(at, next + more - at, NotUnderstoodKind.Time);
        wishes = wishes with { NotOn = said };
        return next - at;
    }

    /// <summary>"weekdays only", "on a weekday": one of those days, and no repeat.</summary>
    private int OnWeekdays(int at)
    {
        var on =
            words[at] == "only" && words[at + 1] == "on" ? 2
            : words[at] is "only" or "on" ? 1
            : 0;
        var count =
            words[at + on] == "weekdays" && words[at + on + 1] == "only" ? on + 2
            : words[at] == "only" && words[at + on] == "weekdays" ? on + 1
            : words[at] == "on" && words[at + 1] == "a" && words[at + 2] == "weekday" ? 3
            : 0;
        if (count > 0)
            wishes = wishes with { NotOn = [.. wishes.NotOn.Union([IsoDayOfWeek.Saturday, IsoDayOfWeek.Sunday])] };
        return count;
    }

    /// <summary>A bound of the day; one that names a date is another thing.</summary>
    private int Bounded(int at)
    {
        var not = words[at] is "not" or "never" ? 1 : 0;
        // "no earlier than 11" is not before it.
        var than = words[at] is "not" or "no" && words[at + 1] is "earlier" or "later" && words[at + 2] == "than";
        var word = than ? (words[at + 1] == "earlier" ? "before" : "after") : words[at + not];
        var from = at + (than ? 3 : not + 1);
        if (
            word is not ("before" or "after")
            || dayWords.At(from) is not null
            || clockWords.At(from, HalfOfDay.Unsaid) is not { To: null, Doubtful: false } clock
            || clock.From >= ClockSaid.Day
            || (clock.Bare && !StandsAlone(from + clock.Words) && JoinsBound(from + clock.Words) == 0)
        )
            return 0;
        var time = LocalTime.FromMinutesSinceMidnight(clock.From);
        wishes = word == "after" == (not == 0 && !than) ? wishes with { From = time } : wishes with { To = time };
        var end = from + clock.Words;
        end += JoinsBound(end);
        if (words[end] != "in")
            return end - at;
        for (var count = 3; count > 0; count--)
        {
            if (end + 1 + count > words.Count || ZoneSearch.Named(words.Typed(end + 1, end + 1 + count)) is not { } named)
                continue;
            wishes = wishes with { Zone = named };
            return end + 1 + count - at;
        }

        return end - at;
    }

    /// <summary>"after 10 and before 4": how many words join another bound.</summary>
    private int JoinsBound(int at) => words[at] is "and" or "but" && words[at + 1] is "before" or "after" or "not" or "no" ? 1 : 0;

    /// <summary>"until 4pm at the latest", "by 4pm at the latest", "from 10 onwards": one bound of the day.</summary>
    private int AtTheLatest(int at)
    {
        if (
            words[at] is not ("until" or "till" or "by" or "from")
            || clockWords.At(at + 1, half) is not { To: null, Doubtful: false } clock
        )
            return 0;
        var end = at + 1 + clock.Words;
        if (clock.From >= ClockSaid.Day)
            return 0;
        var time = LocalTime.FromMinutesSinceMidnight(clock.From);
        if (words[at] == "from")
        {
            // "from 10 on Tuesday" is an hour of that day.
            if (words[end] != "onwards" && (words[end] != "on" || dayWords.At(end) is not null || dayWords.At(end + 1) is not null))
                return 0;
            wishes = wishes with { From = time };
            return end + 1 - at;
        }

        if (words[end] != "at" || words[end + 1] != "the" || words[end + 2] != "latest")
            return 0;
        wishes = wishes with { To = time };
        return end + 3 - at;
    }

    /// <summary>"between 2 and 5pm": both bounds of the day.</summary>
    private int BetweenHours(int at)
    {
        if (HoursBetween(at) is not { First.Doubtful: false, Last.Doubtful: false } hours || hours.Last.From <= hours.First.From)
            return 0;
        wishes = wishes with
        {
            From = LocalTime.FromMinutesSinceMidnight(hours.First.From),
            To = LocalTime.FromMinutesSinceMidnight(hours.Last.From),
        };
        return hours.Words;
    }

    /// <summary>"before Friday": any day from today on that is earlier.</summary>
    private int BeforeDay(int at) =>
        words[at] == "before" && dayWords.At(at + 1) is { Said: DaysSaid.Day } day && day.First > now.Date
            ? AnyDay(at, 1 + day.Words, now.Date, day.First.PlusDays(-1))
            : 0;

    /// <summary>"from 16 March", "not before Tuesday", "after the 16th": the days from then on, as many as are looked through otherwise.</summary>
    private int FromDayOn(int at)
    {
        var (lead, skipped) =
            words[at] == "from" ? (1, 0)
            : words[at] == "after" ? (1, 1)
            : words[at] == "not" && words[at + 1] == "before" ? (2, 0)
            : (0, 0);
        if (lead == 0 || rules.Count > 0 || days.Count > 0 || dayWords.At(at + lead) is not { Said: DaysSaid.Day } day)
            return 0;
        var next = at + lead + day.Words;
        var first = day.First.PlusDays(skipped);
        if (first < now.Date || words[next] is "to" or "-" or "until" or "till" or "til" or "at" || clockWords.At(next, half) is not null)
            return 0;
        var count = lead + day.Words + (words[next] is "on" or "onwards" && dayWords.At(next + 1) is null ? 1 : 0);
        return AnyDay(at, count, first, first.PlusDays(DaysLooked));
    }

    /// <summary>How far a search goes where no last day is said.</summary>
    private const int DaysLooked = 10;

    private int AnyDay(int at, int count, LocalDate first, LocalDate last)
    {
        days.Add((at, count, new DayReading(DaysSaid.Within, first, last, count), true));
        return Take(at, count);
    }

    /// <summary>"on Tuesday morning", "in the afternoon": before noon, or from then on. Of an evening it is not said when it begins.</summary>
    private bool WishedHalf()
    {
        if (!wishing || halves is not [var said] || wishes.From is not null || wishes.To is not null)
            return false;
        var last = said.At + said.Words - 1;
        return words[last - 1] is not ("early" or "late" or "mid") && WishHalf(words[last]);
    }

    /// <summary>"mornings", "in the afternoons", "any morning", "not in the morning".</summary>
    private int Halves(int at)
    {
        var not = words[at] is "not" or "never" ? 1 : 0;
        var led =
            not
            + (
                words[at + not] == "in" && words[at + not + 1] == "the" ? 2
                : words[at + not] == "any" ? 1
                : 0
            );
        var word = words[at + led];
        if (word is not ("mornings" or "afternoons") && !((not > 0 || words[at] == "any") && word is "morning" or "afternoon"))
            return 0;
        var half = word.TrimEnd('s');
        if (not > 0)
            half = half == "morning" ? "afternoon" : "morning";
        return rules.Count == 0 && wishes is { From: null, To: null } && WishHalf(half)
            ? led + 1 + (words[at + led + 1] == "only" ? 1 : 0)
            : 0;
    }

    private bool WishHalf(string half)
    {
        if (half is not ("morning" or "afternoon"))
            return false;
        wishes = half == "morning" ? wishes with { To = LocalTime.Noon } : wishes with { From = LocalTime.Noon };
        return true;
    }

    /// <summary>"15 minutes around it", "with a 15 min break before and after".</summary>
    private int Around(int at)
    {
        var led = words[at] == "with" ? 1 : 0;
        if (led > 0 && words[at + 1] is "a" or "an" && LengthWords.At(words, at + 2, out _) is not null)
            led = 2;
        if (LengthWords.At(words, at + led, out var count) is not { } minutes)
            return 0;
        var next = at + led + count;
        var end =
            words[next] == "around"
                ? next + 1
                : BeforeAndAfter(next + (words[next] is "break" or "buffer" or "gap" or "space" or "free" ? 1 : 0));
        // "around the yard" is a walk.
        if (end == 0 || words[end] is not ("" or "," or "it"))
            return 0;
        wishes = wishes with { Around = Duration.FromMinutes(minutes) };
        return end - at + (words[end] == "it" ? 1 : 0);
    }

    private int BeforeAndAfter(int at) => words[at] == "before" && words[at + 1] == "and" && words[at + 2] == "after" ? at + 3 : 0;

    private int LunchFree(int at)
    {
        var count =
            words[at] == "lunch" && words[at + 1] == "free" ? 2
            : words[at] == "lunch" && words[at + 1] == "kept" && words[at + 2] == "free" ? 3
            : words[at] == "keep" && words[at + 1] == "lunch" && words[at + 2] == "free" ? 3
            : words[at] == "not" && words[at + 1] is "over" or "at" or "during" && words[at + 2] is "lunch" or "lunchtime" ? 3
            : words[at] is "outside" or "avoiding" or "avoid" && words[at + 1] is "lunch" or "lunchtime" ? 2
            : 0;
        if (count > 0)
            wishes = wishes with { Lunch = true };
        return count;
    }

    /// <summary>"at their usual place", "everyone at the usual places", "at her usual place".</summary>
    private int AtUsualPlaces(int at)
    {
        var led = words[at] is "everyone" or "everybody" or "all" ? 1 : 0;
        if (
            words[at + led] != "at"
            || words[at + led + 1] is not ("their" or "the" or "his" or "her" or "its")
            || words[at + led + 2] != "usual"
            || words[at + led + 3] is not ("place" or "places")
        )
            return 0;
        wishes = wishes with { AtUsualPlaces = true };
        return led + 4;
    }

    /// <summary>"together with what is there already", "near what is there".</summary>
    private int Together(int at)
    {
        var led =
            words[at] == "together" && words[at + 1] == "with" ? 2
            : words[at] is "near" or "beside" ? 1
            : 0;
        if (led == 0 || words[at + led] != "what" || words[at + led + 1] is not ("is" or "stands") || words[at + led + 2] != "there")
            return 0;
        wishes = wishes with { Together = LineWishes.Near };
        return led + 3 + (words[at + led + 3] == "already" ? 1 : 0);
    }
}
