using NodaTime;

namespace Corlin.Core.Words.Lines;

/// <summary>
/// Reads a meeting or appointment from one line of plain words, in any order: "Lease review with Ana, if free Tomé, Thursday at 3 for an
/// hour, in Gannet". What is left when everything else is understood is what it is called. What is doubtful is told by its place in the
/// line and changes nothing.
/// </summary>
public sealed partial class LineReader
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

    /// <summary>Last days.</summary>
    private readonly List<(int At, int Words, LocalDate Day)> untils = [];
    private readonly List<(int At, int Words, int Minutes)> lengths = [];
    private readonly List<(int At, int Words, int Days)> soMany = [];
    private readonly List<(int At, int Words, string Name)> places = [];
    private readonly List<(int At, int Words, string Zone, string? Name)> zones = [];
    private readonly List<(int At, int Words)> rules = [];
    private readonly List<(int At, int Words)> halves = [];
    private readonly List<NotUnderstood> missed = [];
    private readonly List<string> required = [];
    private readonly List<string> optional = [];

    /// <summary>Who is not to come, and where that was said.</summary>
    private readonly List<(int At, int Words, string Key)> without = [];
    private Line line = new();
    private HalfOfDay half;
    private bool allDay;
    private bool doubtfulRule;

    /// <summary>The last day of a span that a rule fills.</summary>
    private LocalDate? ruleEnds;

    private string? telephone;

    /// <summary>Whether bounds are taken as wishes; otherwise they are in doubt.</summary>
    private readonly bool wishing;

    private LineReader(string text, LocalDateTime now, ILineNames names, DateTimeZone? zone, bool wishing)
    {
        (this.now, this.names, this.zone, this.wishing) = (now, names, zone, wishing);
        words = TypedWords.Of(text);
        taken = new bool[words.Count];
        (dayWords, clockWords) = (new DayWords(words, now.Date), new ClockWords(words));
        // Nobody has breakfast at half past seven in the evening.
        half = Enumerable.Range(0, words.Count).Any(i => words[i] == "breakfast" && words[i - 1] != "and")
            ? HalfOfDay.Morning
            : HalfOfDay.Unsaid;
    }

    /// <param name="now">The wall clock of who writes: dates are read from that day on.</param>
    /// <param name="zone">The writer's: a time that its clocks skip is in doubt; null where that is not looked at.</param>
    /// <param name="wishing">
    /// Whether the line looks for a free slot: "not on Friday, after 10" is then a wish. Of a line that says when something is it says no
    /// time, and is in doubt.
    /// </param>
    public static Line Read(string text, LocalDateTime now, ILineNames names, DateTimeZone? zone = null, bool wishing = false)
    {
        var reader = new LineReader(text, now, names, zone, wishing);
        reader.Parts();
        return reader.Finished();
    }

    private void Parts()
    {
        for (var at = Math.Max(AsksWhen(), NotAsked()); at < words.Count; )
            at += Math.Max(1, Part(at));
    }

    /// <summary>"Who does Maren meet tomorrow", "cancel the tide review": nothing is entered or changed by it, and nothing is called that.</summary>
    private int NotAsked() =>
        words[0] is "who" or "what" or "where" && words[1] is "is" or "are" or "does" or "did" or "do" or "will" or "has"
        || words[0] is "does" or "did"
            ? Miss(0, 1, NotUnderstoodKind.Words)
            : ChangesWhatStands();

    /// <summary>"Cancel the tide review", "move my dentist to Friday": nothing is changed by a line, and none is called that.</summary>
    private int ChangesWhatStands() =>
        words[0] is "cancel" or "move" or "reschedule" or "postpone" or "delete"
        && words[1] is "the" or "my" or "our" or "his" or "her" or "their"
            ? Miss(0, 1, NotUnderstoodKind.Words)
            : 0;

    /// <summary>Takes the part that begins at a word.</summary>
    /// <returns>How many words it has; none where it is no part that is known.</returns>
    private int Part(int at)
    {
        if (words[at] == "+")
            return Added(at);
        if (words[at] is "," or "-" or "&" or "or")
            return 0;
        var part = wishing ? Wish(at) : 0;
        if (part == 0)
            part = Each(at);
        if (part == 0)
            part = Repeats(at);
        if (part == 0)
            part = People(at);
        if (part == 0)
            part = Place(at);
        if (part == 0)
            part = WholeDay(at);
        if (part == 0)
            part = Length(at);
        if (part == 0)
            part = Across(at);
        if (part == 0)
            part = Day(at);
        if (part == 0)
            part = Clock(at);
        if (part == 0)
            part = ZoneByTime(at);
        if (part == 0)
            part = Medium(at);
        if (part == 0)
            part = Vague(at);
        return part;
    }

    private int Take(int at, int count)
    {
        for (var i = at; i < at + count && i < taken.Length; i++)
            taken[i] = true;
        return count;
    }

    private int Miss(int at, int count, NotUnderstoodKind kind, IEnumerable<string>? readings = null)
    {
        missed.Add(
            new NotUnderstood(words.Tokens[at].At, words.Tokens[Math.Min(at + count, words.Count) - 1].End, kind)
            {
                Readings = [.. readings ?? []],
            }
        );
        return Take(at, count);
    }

    /// <summary>Two parts of which one is meant: "9 or 11", "Thursday at 10 or Friday at 2".</summary>
    private void MissEither(int from, int to, NotUnderstoodKind kind)
    {
        var or = Enumerable
            .Range(from, to - from)
            .FirstOrDefault(i => words[i] is "or", Enumerable.Range(from, to - from).FirstOrDefault(i => words[i] is "and", -1));
        Miss(from, to - from, kind, or > from ? [words.Typed(from, or), words.Typed(or + 1, to)] : []);
    }
}
