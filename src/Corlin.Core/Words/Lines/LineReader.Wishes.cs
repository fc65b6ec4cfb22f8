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
            part = Around(at);
        if (part == 0)
            part = LunchFree(at);
        if (part == 0)
            part = AtUsualPlaces(at);
        if (part == 0)
            part = Together(at);
        return part == 0 ? 0 : Take(at, part);
    }

    private int NotOn(int at)
    {
        if (words[at] != "not" || words[at + 1] != "on")
            return 0;
        var first = at + 2 + (words[at + 2] is "a" or "any" ? 1 : 0);
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
        wishes = wishes with { NotOn = said };
        return next - at;
    }

    /// <summary>A bound of the day; one that names a date is another thing.</summary>
    private int Bounded(int at)
    {
        var not = words[at] == "not" ? 1 : 0;
        var word = words[at + not];
        var from = at + not + 1;
        if (
            word is not ("before" or "after")
            || dayWords.At(from) is not null
            || clockWords.At(from, HalfOfDay.Unsaid) is not { To: null, Doubtful: false } clock
            || clock.From >= ClockSaid.Day
            || (clock.Bare && !StandsAlone(from + clock.Words))
        )
            return 0;
        var time = LocalTime.FromMinutesSinceMidnight(clock.From);
        wishes = word == "after" == (not == 0) ? wishes with { From = time } : wishes with { To = time };
        var end = from + clock.Words;
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

    /// <summary>"between 2 and 5pm": both bounds of the day.</summary>
    private int BetweenHours(int at)
    {
        if (
            words[at] != "between"
            || HoursBetween(at) is not { First.Doubtful: false, Last.Doubtful: false } hours
            || hours.Last.From <= hours.First.From
        )
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
            ? AnyDayUntil(at, day, day.First.PlusDays(-1))
            : 0;

    private int AnyDayUntil(int at, DayReading said, LocalDate last)
    {
        days.Add((at, 1 + said.Words, new DayReading(DaysSaid.Within, now.Date, last, 1 + said.Words), true));
        return Take(at, 1 + said.Words);
    }

    /// <summary>"on Tuesday morning", "in the afternoon": before noon, or from then on. Of an evening it is not said when it begins.</summary>
    private bool WishedHalf()
    {
        if (!wishing || halves is not [var said] || wishes.From is not null || wishes.To is not null)
            return false;
        switch (words[said.At + said.Words - 1])
        {
            case "morning" when words[said.At + said.Words - 2] is not ("early" or "late" or "mid"):
                wishes = wishes with { To = LocalTime.Noon };
                return true;
            case "afternoon" when words[said.At + said.Words - 2] is not ("early" or "late" or "mid"):
                wishes = wishes with { From = LocalTime.Noon };
                return true;
            default:
                return false;
        }
    }

    private int Around(int at)
    {
        var led = words[at] == "with" ? 1 : 0;
        if (LengthWords.At(words, at + led, out var count) is not { } minutes || words[at + led + count] != "around")
            return 0;
        // "around the yard" is a walk.
        var end = at + led + count + 1;
        if (words[end] is not ("" or "," or "it"))
            return 0;
        wishes = wishes with { Around = Duration.FromMinutes(minutes) };
        return end - at + (words[end] == "it" ? 1 : 0);
    }

    private int LunchFree(int at)
    {
        var count =
            words[at] == "lunch" && words[at + 1] == "free" ? 2
            : words[at] == "lunch" && words[at + 1] == "kept" && words[at + 2] == "free" ? 3
            : words[at] == "keep" && words[at + 1] == "lunch" && words[at + 2] == "free" ? 3
            : words[at] == "not" && words[at + 1] == "over" && words[at + 2] == "lunch" ? 3
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
