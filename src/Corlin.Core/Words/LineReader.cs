using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Words;

/// <summary>
/// Reads a meeting or appointment from one line of plain words, in any order: "Lease review with Ana, if free Tomé, Thursday at 3 for an hour, in
/// Gannet". What is left when everything else is understood is what it is called. What is doubtful is told by its place in the line and changes nothing.
/// </summary>
public sealed class LineReader
{
    private readonly TypedWords words;
    private readonly LocalDateTime now;
    private readonly ILineNames names;
    private readonly DateTimeZone? zone;
    private readonly DayWords dayWords;
    private readonly ClockWords clockWords;

    /// <summary>Words that say something that was understood, or that are told as not understood.</summary>
    private readonly bool[] taken;
    private readonly List<(int At, int Words, DayReading Reading, bool Led)> days = [];
    private readonly List<(int At, int Words, bool Led)> clocks = [];
    private readonly List<(int At, int Words)> ends = [];
    private readonly List<(int At, int Words, int Minutes)> lengths = [];
    private readonly List<(int At, int Words, string Name)> places = [];
    private readonly List<(int At, int Words, string Zone)> zones = [];
    private readonly List<(int At, int Words)> rules = [];
    private readonly List<(int At, int Words)> halves = [];
    private readonly List<NotUnderstood> missed = [];
    private readonly List<string> required = [];
    private readonly List<string> optional = [];
    private Line line = new();
    private HalfOfDay half;
    private bool allDay;

    private LineReader(string text, LocalDateTime now, ILineNames names, DateTimeZone? zone)
    {
        (this.now, this.names, this.zone) = (now, names, zone);
        words = TypedWords.Of(text);
        taken = new bool[words.Count];
        (dayWords, clockWords) = (new DayWords(words, now.Date), new ClockWords(words));
    }

    /// <param name="now">The wall clock of who writes: dates are read from that day on.</param>
    /// <param name="zone">The writer's: a time that its clocks skip is in doubt; null where that is not looked at.</param>
    public static Line Read(string text, LocalDateTime now, ILineNames names, DateTimeZone? zone = null)
    {
        var reader = new LineReader(text, now, names, zone);
        reader.Parts();
        return reader.Finished();
    }

    private void Parts()
    {
        for (var at = 0; at < words.Count;) at += Math.Max(1, Part(at));
    }

    /// <summary>Takes the part that begins at a word.</summary>
    /// <returns>How many words it has; none where it is no part that is known.</returns>
    private int Part(int at)
    {
        if (words[at] is "," or "-" or "&" or "+" or "or") return 0;
        var part = Repeats(at);
        if (part == 0) part = People(at);
        if (part == 0) part = Place(at);
        if (part == 0) part = WholeDay(at);
        if (part == 0) part = Length(at);
        if (part == 0) part = Day(at);
        if (part == 0) part = Clock(at);
        if (part == 0) part = ZoneByTime(at);
        if (part == 0) part = Medium(at);
        if (part == 0) part = Vague(at);
        return part;
    }

    private int Take(int at, int count)
    {
        for (var i = at; i < at + count && i < taken.Length; i++) taken[i] = true;
        return count;
    }

    private int Miss(int at, int count, NotUnderstoodKind kind, IEnumerable<string>? readings = null)
    {
        missed.Add(new NotUnderstood(words.Tokens[at].At, words.Tokens[Math.Min(at + count, words.Count) - 1].End, kind) { Readings = [.. readings ?? []] });
        return Take(at, count);
    }

    /// <summary>Two parts of which one is meant: "9 or 11", "Thursday at 10 or Friday at 2".</summary>
    private void MissEither(int from, int to, NotUnderstoodKind kind)
    {
        var or = Enumerable.Range(from, to - from).FirstOrDefault(i => words[i] is "or", Enumerable.Range(from, to - from).FirstOrDefault(i => words[i] is "and", -1));
        Miss(from, to - from, kind, or > from ? [words.Typed(from, or), words.Typed(or + 1, to)] : []);
    }

    // How it repeats.
    private int Repeats(int at)
    {
        if (rules.Count > 0) return Ending(at);
        var on = words[at] is "on" ? 1 : 0;
        var from = at + on;
        var plural = CalendarWords.Weekday(words[from], out var many, out _) is not null && many;
        var begins = words[from] is "every" or "each" or "weekdays" or "weekends" || plural || (on == 0 && IsOften(from)) || (words[from] is "the" && CalendarWords.Ordinal(words[from + 1]) is not null) || CalendarWords.Ordinal(words[from]) is not null || (words[from] is "last" or "the");
        if (!begins) return 0;
        for (var count = Math.Min(12, words.Count - from); count > 0; count--)
        {
            var typed = words.Typed(from, from + count);
            if (words[from + count - 1] is "," or "and" || PlainRules.Read(typed, now.Date).Rule is null) continue;
            // "the first Monday" is a day; of the month it is a rule.
            if (!(words[from] is "every" or "each" or "weekdays" or "weekends" || plural || IsOften(from)) && words[from + count - 1] is not "month") continue;
            rules.Add((from, count));
            return Take(at, on + count);
        }

        return words[from] is "every" or "each" ? Miss(at, on + Unknown(from), NotUnderstoodKind.Words) : 0;
    }

    /// <summary>"weekly" says how it repeats where no name of anything follows: "Weekly report" is one.</summary>
    private bool IsOften(int at)
    {
        if (words[at] is not ("daily" or "weekly" or "fortnightly" or "monthly" or "quarterly" or "yearly" or "annually" or "biweekly" or "bimonthly")) return false;
        return words[at + 1] is "" or "," or "on" or "at" or "from" or "for" or "until" or "till" or "with" or "in" or "by" or "starting" || dayWords.At(at + 1) is not null || clockWords.At(at + 1, HalfOfDay.Unsaid) is { Bare: false };
    }

    /// <summary>As far as no other part begins.</summary>
    private int Unknown(int from)
    {
        var count = 1;
        while (from + count < words.Count && words[from + count] is not ("," or "with" or "at" or "on" or "in" or "for" or "if")) count++;
        return count;
    }

    /// <summary>"until the end of June", "for six weeks", "ten times": behind the words of a rule.</summary>
    private int Ending(int at)
    {
        if (words[at] is not ("until" or "till" or "til" or "for" or "up" or "no" or "without" or "never" or "forever") && CalendarWords.Number(words[at]) is null) return 0;
        var head = string.Join(' ', rules.Select(r => words.Typed(r.At, r.At + r.Words)));
        for (var count = Math.Min(8, words.Count - at); count > 0; count--)
        {
            if (words[at + count - 1] is "," or "and" || PlainRules.Read($"{head} {words.Typed(at, at + count)}", now.Date).Rule is not { Ends: true }) continue;
            rules.Add((at, count));
            return Take(at, count);
        }

        if (words[at] is not ("until" or "till" or "til")) return 0;
        line = line with { Rule = null };
        doubtfulRule = true;
        var left = 1;
        while (at + left < words.Count && words[at + left] is not ("," or "with" or "at" or "in")) left++;
        // "until June": with June or without it?
        var month = left == 2 ? CalendarWords.Month(words[at + 1]) : null;
        return Miss(at, left, NotUnderstoodKind.Time, month is { } named ? [$"until 1 {Names.OfMonth(named)}", $"until the end of {Names.OfMonth(named)}"] : null);
    }

    private bool doubtfulRule;

    // Who comes.
    private int People(int at)
    {
        var word = words[at];
        if (word is "without" or "except") return Persons(at + 1, null) is > 0 and var none ? Take(at, 1 + none) : 0;
        if (word is "with" or "w/") return Persons(at + 1, required, wanted: true) is > 0 and var with ? Take(at, 1 + with) : 0;
        if (word is "talk" or "speak" && words[at + 1] == "to") return Persons(at + 2, required) is > 0 and var spoken ? Take(at, 2 + spoken) : 0;
        if (word is "meet" or "see") return Persons(at + 1, required) is > 0 and var met ? Take(at, 1 + met) : 0;
        if (word is "invite" or "inviting" or "attendees") return Persons(Skip(at + 1), required, wanted: true) is > 0 and var asked ? Take(at, Skip(at + 1) - at + asked) : 0;
        if (word is "optional" or "optionally" or "maybe" or "cc" or "possibly") return Persons(Skip(at + 1), optional, wanted: word is "optional" or "cc") is > 0 and var may ? Take(at, Skip(at + 1) - at + may) : 0;
        if (word == "if" && words[at + 1] is "free" or "available" or "possible") return Persons(Skip(at + 2), optional, wanted: true) is > 0 and var free ? Take(at, Skip(at + 2) - at + free) : 0;
        if (word == "for" && NameAt(at + 1, out var count) is { Key: { } key } && names.ArrangesFor(key))
        {
            line = line with { InNameOf = key };
            return Take(at, 1 + count);
        }

        return Bare(at);
    }

    private int Skip(int at) => words[at] == "," ? at + 1 : at;

    /// <summary>Names that stand alone: "Sofia 30m Thursday", "Ada + Owen Thursday 9:30: crew insurance". A name before a thing is part of it: "Power cable".</summary>
    private int Bare(int at)
    {
        if (at > 0 && !taken[at - 1] && words[at - 1] is not ",") return 0;
        var list = new List<string>();
        var count = Persons(at, list);
        if (count == 0) return 0;
        var next = at + count;
        var stands = next >= words.Count || words[next] is "," or "about" or "re" or "at" or "on" or "for" or "in" or "by" || dayWords.At(next) is not null || clockWords.At(next, HalfOfDay.Unsaid) is { Bare: false } || LengthWords.At(words, next, out _) is not null;
        if (!stands && list.Count < 2) return 0;
        required.AddRange(list.Where(k => !required.Contains(k)));
        return Take(at, count);
    }

    /// <summary>A list of names.</summary>
    /// <param name="into">Who is named; null where they are named and not asked.</param>
    /// <param name="wanted">Whether a name is expected: what is none is told.</param>
    private int Persons(int from, List<string>? into, bool wanted = false)
    {
        var (at, found) = (from, new List<string>());
        var end = from;
        var doubts = new List<(int At, int Words, ImmutableArray<string> Either)>();
        while (at < words.Count)
        {
            if (NameAt(at, out var count) is { } name)
            {
                if (name.Key is { } key) found.Add(key);
                else doubts.Add((at, count, name.Either));
                end = at + count;
                if (Later(end, out var more))
                {
                    if (name.Key is { } optionally && into is not null) (optional, found).Item1.Add(optionally);
                    found.RemoveAll(k => optional.Contains(k));
                    end += more;
                }
            }
            else if (wanted && IsName(at))
            {
                count = 1;
                while (IsName(at + count)) count++;
                doubts.Add((at, count, []));
                end = at + count;
            }
            else
            {
                break;
            }

            var join = words[end] == "," && words[end + 1] == "and" ? 2 : words[end] is "and" or "&" or "+" or "," ? 1 : 0;
            if (join == 0 || (NameAt(end + join, out _) is null && !(wanted && words[end] is not "," && IsName(end + join)))) break;
            // "…, optional: Tomé" begins another list.
            at = end + join;
        }

        if (end == from) return 0;
        if (doubts.Count > 0 && found.Count == 0 && !wanted) return 0;
        foreach (var (where, many, either) in doubts) Miss(where, many, NotUnderstoodKind.Person, either);
        into?.AddRange(found.Where(k => !into.Contains(k)));
        return end - from;
    }

    /// <summary>"Aroha optional", "Maeve if she's free".</summary>
    private bool Later(int at, out int count)
    {
        count = words[at] is "optional" ? 1
            : words[at] == "if" && words[at + 1] is "free" or "available" && NameAt(at + 2, out _) is null ? 2
            : words[at] == "if" && words[at + 1] is "she's" or "he's" or "they're" or "shes" or "hes" && words[at + 2] is "free" or "available" ? 3
            : words[at] == "if" && words[at + 1] is "she" or "he" or "they" && words[at + 2] is "is" or "are" or "can" && words[at + 3] is "free" or "available" or "come" or "make" ? 4 : 0;
        return count > 0;
    }

    /// <summary>A word that looks like the name of somebody: it begins with a capital, and is neither day nor month nor the first of a part.</summary>
    private bool IsName(int at)
    {
        if (at >= words.Count || !char.IsUpper(words.Text[words.Tokens[at].At]) || words[at].Length < 2) return false;
        return CalendarWords.Weekday(words[at], out _, out _) is null && CalendarWords.Month(words[at]) is null && dayWords.At(at) is null && names.Place(words.Typed(at, at + 1)) is null && words.Text.Any(char.IsLower);
    }

    /// <summary>The longest name that begins there.</summary>
    private LineName? NameAt(int at, out int count)
    {
        for (count = Math.Min(5, words.Count - at); count > 0; count--)
        {
            if (Enumerable.Range(at, count).Any(i => words[i] is "," or "and" or "&" or "+" or "-")) continue;
            if (names.Person(words.Typed(at, at + count)) is { } found) return found;
        }

        return null;
    }

    // Where.
    private int Place(int at)
    {
        var led = words[at] is "in" or "at" or "@" ? 1 : 0;
        var from = at + led + (led == 1 && words[at + 1] == "the" ? 1 : 0);
        if (PlaceAt(from, out var count) is { } known)
        {
            var end = from + count;
            var bounded = end >= words.Count || words[end] is "," or "on" or "at" or "from" or "with" or "for" or "or" or "w/" or "by" or "please" || dayWords.At(end) is not null || clockWords.At(end, HalfOfDay.Unsaid) is { Bare: false } || LengthWords.At(words, end, out _) is not null;
            if (led == 0 && (!bounded || (at > 0 && words[at - 1] == "the"))) return 0;
            places.Add((from, count, known));
            return Take(at, end - at);
        }

        if (words[at] != "in" || rules.Count + days.Count + clocks.Count == 0 && at == 0) return 0;
        // A place need not be known: it is what begins with a capital and ends its part.
        count = 0;
        while (IsName(from + count) && names.Person(words.Typed(from + count, from + count + 1)) is null) count++;
        if (count == 0 || ZoneSearch.Named(words.Typed(from, from + count)) is not null && clocks.Count > 0) return 0;
        if (from + count < words.Count && words[from + count] is not ("," or "on" or "at" or "with" or "for" or "by") && dayWords.At(from + count) is null) return 0;
        line = line with { OtherPlace = words.Typed(from, from + count) };
        return Take(at, from + count - at);
    }

    private string? PlaceAt(int at, out int count)
    {
        for (count = Math.Min(5, words.Count - at); count > 0; count--)
        {
            if (Enumerable.Range(at, count).Any(i => words[i] is "," or "and" or "or")) continue;
            if (names.Place(words.Typed(at, at + count)) is { } found) return found;
        }

        return null;
    }

    // When.
    private int WholeDay(int at)
    {
        var the = words[at] is "the" or "a" ? 1 : 0;
        var count = words[at] is "all-day" ? 1 : words[at + the] is "all" or "whole" or "full" && words[at + the + 1] == "day" ? the + 2 : 0;
        if (count == 0) return 0;
        allDay = true;
        return Take(at, count);
    }

    private int Length(int at)
    {
        if (words[at - 1] is "at" || LengthWords.At(words, at, out var count) is not { } minutes) return 0;
        lengths.Add((at, count, minutes));
        return Take(at, count);
    }

    private int Day(int at)
    {
        var led = words[at] is "on" or "from" or "by" or "starting" ? 1 : 0;
        if (words[at] == "starting" && words[at + 1] is "on" or "from") led = 2;
        if (led > 0 && words[at] == "by" && dayWords.At(at + 1) is null) return 0;
        if (dayWords.At(at + led) is not { } reading) return led == 1 && words[at] == "on" && IsDayLike(words[at + 1]) ? Miss(at + 1, 1, NotUnderstoodKind.Time) + Take(at, 1) : DoubtfulName(at + led) ? Miss(at + led, 1, NotUnderstoodKind.Time, CalendarWords.Slips(words[at + led])) + Take(at, led) : 0;
        // "the Monday figures": a day that is part of a thing's name.
        if (led == 0 && reading.Weekday && at > 0 && words[at - 1] is "the" && !taken[at - 1]) return 0;
        var next = at + led + reading.Words;
        var said = clockWords.Half(next, out var used);
        if (words[at + led] == "tonight" || (words[at + led] == "this" && words[at + led + 1] is "afternoon" or "evening")) (said, used) = (HalfOfDay.Afternoon, 0);
        else if (words[at + led] == "this" && words[at + led + 1] == "morning") (said, used) = (HalfOfDay.Morning, 0);
        if (said != HalfOfDay.Unsaid)
        {
            half = said;
            halves.Add(used > 0 ? (next, used) : (at + led + reading.Words - 1, 1));
        }

        days.Add((at + led, reading.Words, reading, led > 0));
        if (reading.Said == DaysSaid.Doubtful) Miss(at + led, reading.Words, NotUnderstoodKind.Time, DoubtfulName(at + led) ? CalendarWords.Slips(words[at + led]) : null);
        return Take(at, led + reading.Words + used);
    }

    /// <summary>"Tursday": two days are equally near.</summary>
    private bool DoubtfulName(int at) => CalendarWords.Weekday(words[at], out _, out var doubtful) is not null && doubtful;

    private static bool IsDayLike(string word) => word.EndsWith("day", StringComparison.Ordinal) && word.Length > 5 && word is not ("holiday" or "birthday" or "payday" or "workday" or "weekday" or "everyday" or "noonday" or "midday" or "bank-holiday");

    private int Clock(int at)
    {
        var led = words[at] is "at" or "from" or "@" or "around" or "by" or "about" ? 1 : 0;
        if (words[at] is "until" or "till" or "til" && clocks.Count == 1 && clockWords.At(at + 1, half) is { To: null, Doubtful: false } until)
        {
            ends.Add((at + 1, until.Words));
            return Take(at, 1 + until.Words);
        }

        if (clockWords.At(at + led, half) is not { } reading) return 0;
        var next = at + led + reading.Words;
        var after = clockWords.Half(at + led + 1, out _) != HalfOfDay.Unsaid;
        if (reading.Bare)
        {
            var behindDay = led == 0 && days.Any(d => d.At + d.Words == at || halves.Any(h => h.At + h.Words == at));
            var listed = led == 0 && (at == 0 || words[at - 1] is "," or "or") && reading.To is not null;
            var beforeDay = led == 0 && reading.To is not null && (dayWords.At(next) is not null || (words[next] == "on" && dayWords.At(next + 1) is not null) || Enumerable.Range(at, reading.Words).Any(i => words[i] is "till" or "til" or "until"));
            var again = led == 0 && at > 0 && words[at - 1] is "or" && clocks.Count > 0;
            if (!(led > 0 && words[at] is not "about") && !behindDay && !listed && !beforeDay && !after && !again) return 0;
            // "at 10 Downing Street": a number before a name is no hour.
            if (led > 0 && words[at] == "by") return 0;
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
        return count + Zone(at + count);
    }

    /// <summary>"Halifax time", "EST", "in Wellington": behind an hour.</summary>
    private int Zone(int at)
    {
        var led = words[at] is "in" ? 1 : 0;
        for (var count = Math.Min(4, words.Count - at - led); count > 0; count--)
        {
            var typed = words.Typed(at + led, at + led + count);
            var time = words[at + led + count] == "time" ? 1 : 0;
            var abbreviated = count == 1 && ZoneNames.Abbreviations.ContainsKey(words[at + led]) && typed.All(char.IsUpper);
            if (typed.Contains(',', StringComparison.Ordinal) || !(abbreviated || time == 1 || (led == 1 && char.IsUpper(typed[0])))) continue;
            if (names.Place(typed) is not null || ZoneSearch.Named(typed) is not { } zone) continue;
            zones.Add((at, led + count + time, zone));
            return Take(at, led + count + time);
        }

        return 0;
    }

    /// <summary>The same where a day stands between: "at 5pm on Thursday Halifax time".</summary>
    private int ZoneByTime(int at)
    {
        if (clocks.Count == 0 || zones.Count > 0 || !char.IsUpper(words.Text[words.Tokens[at].At])) return 0;
        for (var count = 3; count > 0; count--) if (words[at + count] == "time" && Zone(at) is > 0 and var used) return used;
        return ZoneNames.Abbreviations.ContainsKey(words[at]) && days.Any(d => d.At + d.Words == at) ? Zone(at) : 0;
    }

    /// <summary>"in the morning" without an hour, "before lunch".</summary>
    private int Vague(int at)
    {
        if (clockWords.Half(at, out var used) is not HalfOfDay.Unsaid and var said && (words[at] is "in" or "this" or "at" || (at > 0 && taken[at - 1])))
        {
            half = said;
            halves.Add((at, used));
            return Take(at, used);
        }

        if (words[at] == "between" && clockWords.At(at + 1, half) is { To: null } first && words[at + 1 + first.Words] == "and" && clockWords.At(at + 2 + first.Words, half) is { } second)
            return Miss(at, 2 + first.Words + second.Words, NotUnderstoodKind.Time);
        if (words[at] is "before" or "after" && words[at + 1] is "lunch" or "breakfast" or "work" or "hours" || (words[at] == "first" && words[at + 1] == "thing")) return Miss(at, 2, NotUnderstoodKind.Time);
        return words[at] == "private" && (at + 1 >= words.Count || words[at + 1] == ",") && (at == 0 || words[at - 1] == ",") ? Private(at) : 0;
    }

    private int Private(int at)
    {
        line = line with { Private = true };
        return Take(at, 1);
    }

    // How.
    private int Medium(int at)
    {
        var count = words[at] switch
        {
            "by" or "via" or "over" or "on" when words[at + 1] == "video" => words[at + 2] is "call" or "conference" or "link" ? 3 : 2,
            "on" or "in" when words[at + 1] is "a" && words[at + 2] is "call" => 3,
            "on" or "in" when words[at + 1] is "a" && words[at + 2] is "video" && words[at + 3] is "call" => 4,
            "online" when at + 1 >= words.Count || words[at + 1] is "," || taken[Math.Max(0, at - 1)] => 1,
            _ => 0,
        };
        if (count > 0)
        {
            line = line with { Video = true };
            return Take(at, count);
        }

        if (ByTelephone(at) is > 0 and var spoken)
        {
            telephone = words.Typed(at, at + spoken);
            return Take(at, spoken);
        }

        if (words[at] == "video" && words[at + 1] is "call" or "conference" or "meeting") line = line with { Video = true };
        return 0;
    }

    private string? telephone;

    private int ByTelephone(int at) => words[at] switch
    {
        "by" when words[at + 1] is "phone" or "telephone" => 2,
        "over" or "on" when words[at + 1] == "the" && words[at + 2] is "phone" or "telephone" => 3,
        _ => 0,
    };

    private Line Finished()
    {
        var date = TheDay(out var within);
        var clock = TheClock();
        var length = TheLength(clock);
        line = line with { Required = [.. required.Where(k => !optional.Contains(k))], Optional = [.. optional.Distinct()], Zone = zones.Count == 1 ? zones[0].Zone : null };
        ThePlace();
        if (allDay && date is { } whole) (within, line) = (new DateInterval(whole, whole), line with { AllDay = true });
        line = line with { Length = length is { } minutes ? Duration.FromMinutes(minutes) : null };
        if (clock is { } hour && !line.AllDay) line = Timed(line, date, hour);
        else if (date is { } day && !line.AllDay) line = line with { Date = day };
        if (clock is null)
            foreach (var (at, count) in halves) Miss(at, count, NotUnderstoodKind.Time);
        line = line with { Between = line.Date is null ? within : null, Title = Titled(LineTitle.Of(words, taken)) };
        TheRule(clock);
        return line with { NotUnderstood = [.. missed.DistinctBy(m => m.At).OrderBy(m => m.At).Aggregate(new List<NotUnderstood>(), Apart)] };
    }

    /// <summary>That it is by telephone is said nowhere else, so it stays with what it is called.</summary>
    private string? Titled(string? title) => title is null || telephone is null ? title : $"{title} {telephone}";

    private static List<NotUnderstood> Apart(List<NotUnderstood> kept, NotUnderstood next)
    {
        if (kept.Count == 0 || kept[^1].End <= next.At) kept.Add(next);
        return kept;
    }

    /// <summary>The one day that was said; null where none was, several, or one that is in doubt.</summary>
    private LocalDate? TheDay(out DateInterval? within)
    {
        within = null;
        if (days.Any(d => d.Reading.Said == DaysSaid.Doubtful)) return null;
        var said = days.DistinctBy(d => (d.Reading.First, d.Reading.Last)).ToList();
        if (said.Count > 1)
        {
            var either = Enumerable.Range(said[0].At, said[^1].At - said[0].At).Any(i => words[i] is "or");
            var strong = said.Where(d => d.Led || clocks.Any(c => c.At == d.At + d.Words || c.At + c.Words == d.At)).ToList();
            if (either || strong.Count != 1)
            {
                var ends = said.Select(d => d.At + d.Words).Concat(either ? clocks.Select(c => c.At + c.Words) : []);
                if (either) MissEither(said[0].At, ends.Max(), NotUnderstoodKind.Time);
                else foreach (var (at, count, _, _) in said) Miss(at, count, NotUnderstoodKind.Time);
                clocks.Clear();
                return null;
            }

            // The other is part of what it is called: "Friday drinks on Thursday".
            foreach (var (at, count, _, _) in said.Where(d => d.At != strong[0].At)) for (var i = at; i < at + count; i++) taken[i] = false;
            said = strong;
        }

        if (said.Count == 0) return null;
        var reading = said[0].Reading;
        if (reading.Said == DaysSaid.Day) return reading.First;
        within = new DateInterval(reading.First, reading.Last);
        if (reading.Said == DaysSaid.Several) line = line with { AllDay = true };
        return null;
    }

    private ClockReading? TheClock()
    {
        if (clocks.Count == 0) return null;
        if (clocks.Count > 1)
        {
            if (clocks[^1].At - clocks[0].At - clocks[0].Words is 1) MissEither(clocks[0].At, clocks[^1].At + clocks[^1].Words, NotUnderstoodKind.Time);
            else foreach (var (at, count, _) in clocks) Miss(at, count, NotUnderstoodKind.Time);
            clocks.Clear();
            halves.Clear();
            return null;
        }

        var reading = clockWords.At(clocks[0].At, half);
        if (ends.Count == 0 || reading is not { } begun) return reading;
        var end = clockWords.At(ends[0].At, half)!.Value.From;
        // "from 10 … until 1": the next such hour.
        if (end <= begun.From && end + 720 > begun.From && end < 720) end += 720;
        return begun.To is null && end != begun.From ? begun with { To = end < begun.From ? end + 1_440 : end } : begun;
    }

    private int? TheLength(ClockReading? clock)
    {
        var told = lengths.Select(l => l.Minutes).Distinct().ToList();
        var byEnd = clock is { To: { } end } reading ? end - reading.From : (int?)null;
        if (told.Count == 0) return byEnd;
        if (told.Count == 1 && (byEnd is null || byEnd == told[0])) return told[0];
        foreach (var (at, count, _) in lengths) Miss(at, count, NotUnderstoodKind.Time);
        return null;
    }

    private void ThePlace()
    {
        var named = places.DistinctBy(p => p.Name).ToList();
        // Of a place in the name of a thing and one behind "in" the latter is meant.
        if (named.Count == 1) line = line with { Place = named[0].Name, OtherPlace = null };
        if (named.Count < 2) return;
        if (named.Count == 2 && named[1].At - named[0].At - named[0].Words is 1 && words[named[1].At - 1] == "or") MissEither(named[0].At, named[1].At + named[1].Words, NotUnderstoodKind.Words);
        else foreach (var (at, count, _) in named) Miss(at, count, NotUnderstoodKind.Words);
    }

    /// <summary>An hour needs its day: one of today that has passed is that of next week where only the weekday was said, and in doubt otherwise.</summary>
    private Line Timed(Line said, LocalDate? date, ClockReading clock)
    {
        var time = new LocalTime(clock.From / 60 % 24, clock.From % 60);
        if (date is not { } day)
        {
            if (days.Count > 0 && rules.Count == 0)
            {
                foreach (var (at, count, _) in clocks) if (!days.Any(d => d.Reading.Said == DaysSaid.Doubtful)) Miss(at, count, NotUnderstoodKind.Time);
                return said;
            }

            // Without a day it is no time yet.
            if (rules.Count == 0) foreach (var (at, count, _) in clocks) Miss(at, count, NotUnderstoodKind.NoDay);
            return said;
        }

        if (zone is not null && said.Zone is null && Gaps.Around(zone, day.At(time)) is not null)
        {
            foreach (var (at, count, _) in clocks) Miss(at, count, NotUnderstoodKind.Time);
            return said with { Date = day, Length = null };
        }

        if (said.Zone is null && rules.Count == 0 && day.At(time) <= now)
        {
            if (day == now.Date && days[0].Reading.Weekday) return said with { Date = day.PlusDays(7), Time = time };
            foreach (var (at, count, _) in clocks) Miss(at, count, NotUnderstoodKind.Time);
            return said with { Date = day, Length = null };
        }

        return said with { Date = day, Time = time };
    }

    private void TheRule(ClockReading? clock)
    {
        if (rules.Count == 0) return;
        var begin = line.Date ?? now.Date;
        var reading = PlainRules.Read(string.Join(' ', rules.Select(r => words.Typed(r.At, r.At + r.Words))), begin);
        if (reading.Rule is not { } rule) return;
        if (doubtfulRule) Miss(rules[0].At, rules[0].Words, NotUnderstoodKind.Words);
        else line = line with { Rule = rule };
        if (clock is null) return;
        var time = new LocalTime(clock.Value.From / 60 % 24, clock.Value.From % 60);
        var first = FirstOf(rule, begin, time, line.Date is null || begin == now.Date ? now : begin.At(time).PlusTicks(-1));
        line = line with { Date = first, Time = time, Between = null };
    }

    /// <summary>The first day after a moment that a rule yields; how often it skips is counted from there.</summary>
    private static LocalDate? FirstOf(Rule rule, LocalDate begin, LocalTime time, LocalDateTime after) =>
        Expansion.FirstFrom(begin.At(time), rule with { Interval = 1, Count = null, Until = null }, null, LocalDateTime.Max(begin.At(time), after.PlusTicks(1)))?.Date;
}
