using System.Collections.Immutable;
using NodaTime;

namespace Corlin.Core.Words;

/// <summary>
/// Reads a meeting from one line of plain words, in any order: "Thu 15:00 for 45 with Ana, if free Tomé, about lease, in Gannet, every second
/// Thursday". What is not understood is told by its place in the line and changes nothing.
/// </summary>
public sealed class LineReader
{
    private static readonly string[] Begins = ["with", "if", "about", "in", "at", "on", "for", "from", "between", "by", "every", "each", "private", "until"];

    private readonly string text;
    private readonly ImmutableArray<Token> tokens;
    private readonly LocalDateTime now;
    private readonly ILineNames names;
    private readonly ImmutableArray<NotUnderstood>.Builder missed = ImmutableArray.CreateBuilder<NotUnderstood>();
    private Line line = new();
    private int at;

    private LineReader(string text, LocalDateTime now, ILineNames names)
    {
        this.text = text;
        this.now = now;
        this.names = names;
        tokens = Token.Cut(text);
    }

    /// <param name="now">The wall clock of who writes: dates are read from that day on.</param>
    public static Line Read(string text, LocalDateTime now, ILineNames names)
    {
        var reader = new LineReader(text, now, names);
        while (reader.at < reader.tokens.Length) reader.Part();
        return reader.Finished();
    }

    private string Here => Word(0);

    private string Word(int by) => at + by < tokens.Length ? tokens[at + by].Text : "";

    private void Part()
    {
        var start = at;
        if (Here is "," or "and")
        {
            at++;
            return;
        }

        if (Known()) return;
        at = start + 1;
        // Words that follow one another are told as one.
        while (at < tokens.Length && Here is not "," && !Begins.Contains(Here) && !IsMoment()) at++;
        Miss(start, at, NotUnderstoodKind.Words);
    }

    private bool Known() => Here switch
    {
        "with" => Skip(1) && People(required: true),
        "if" when Word(1) == "free" => Skip(2) && People(required: false),
        "about" => Skip(1) && Title(),
        "by" when Word(1) == "video" => Skip(2) && Say(line with { Video = true }),
        "private" => Skip(1) && Say(line with { Private = true }),
        "every" or "each" => Repeats(),
        "in" => Place(),
        "for" => Length() || Name(),
        "between" => Between(),
        "this" or "next" when Word(1) == "week" => Week(),
        "on" or "at" or "from" => MomentAfterWord(),
        _ => Moment(),
    };

    private bool Say(Line next)
    {
        line = next;
        return true;
    }

    private bool Skip(int words)
    {
        at += words;
        return true;
    }

    private bool People(bool required)
    {
        var found = ImmutableArray.CreateBuilder<string>();
        while (at < tokens.Length)
        {
            while (Here is "and" || (Here is "," && !Begins.Contains(Word(1)) && NamesSomebody(at + 1))) at++;
            if (at >= tokens.Length || Here is "," || Begins.Contains(Here) || IsMoment()) break;
            if (Longest(names.Person) is { } person) found.Add(person);
            else Miss(at, ++at, NotUnderstoodKind.Person);
        }

        return Say(required ? line with { Required = line.Required.AddRange(found) } : line with { Optional = line.Optional.AddRange(found) });
    }

    /// <summary>Whether a name stands there: a comma before it goes on with the list.</summary>
    private bool NamesSomebody(int from)
    {
        var (kept, was) = (at, from);
        at = from;
        var found = !IsMoment() && Longest(names.Person) is not null;
        at = kept;
        return found && was < tokens.Length;
    }

    /// <summary>The longest name that begins here, of at most four words; it is taken.</summary>
    private string? Longest(Func<string, string?> find)
    {
        for (var words = Math.Min(4, tokens.Length - at); words > 0; words--)
        {
            if (Enumerable.Range(at, words).Any(i => tokens[i].Text == ",")) continue;
            if (find(text[tokens[at].At..tokens[at + words - 1].End]) is not { } found) continue;
            at += words;
            return found;
        }

        return null;
    }

    /// <summary>Everything to the next comma, or to what can only be another part.</summary>
    private bool Title()
    {
        var start = at;
        while (at < tokens.Length && Here is not ",") at++;
        if (at == start) return false;
        return Say(line with { Title = text[tokens[start].At..tokens[at - 1].End] });
    }

    private bool Place()
    {
        at++;
        if (Longest(names.Place) is { } known) return Say(line with { Place = known });
        // A place need not be known: it is whatever stands to the next comma.
        var start = at;
        while (at < tokens.Length && Here is not "," && !Begins.Contains(Here) && !IsMoment()) at++;
        return at > start && Say(line with { Place = text[tokens[start].At..tokens[at - 1].End] });
    }

    private bool Length()
    {
        var next = at + 1;
        if (Moments.Length(tokens, ref next) is not { } length) return false;
        at = next;
        return Say(line with { Length = length });
    }

    /// <summary>"for Maren": in whose name.</summary>
    private bool Name()
    {
        at++;
        return Longest(names.Person) is { } who && Say(line with { InNameOf = who });
    }

    private bool Repeats()
    {
        if (RuleReader.Read(tokens, ref at, now.Year) is not { } rule) return false;
        return Say(line with { Rule = rule });
    }

    /// <summary>"between 16 and 26 March", "between 16 March and 2 April".</summary>
    private bool Between()
    {
        var next = at + 1;
        var first = Moments.Day(tokens, ref next, now.Date);
        int? bare = null;
        if (first is null)
        {
            bare = next < tokens.Length ? Names.Number(tokens[next].Text) : null;
            if (bare is null) return false;
            next++;
        }

        if (next >= tokens.Length || tokens[next].Text != "and") return false;
        next++;
        if (Moments.Day(tokens, ref next, first ?? now.Date) is not { } last) return false;
        if (first is null && bare is { } day && day <= last.Day && day > 0) first = new LocalDate(last.Year, last.Month, day);
        if (first is not { } begin || begin > last) return false;
        at = next;
        return Say(line with { Between = new DateInterval(begin, last) });
    }

    private bool Week()
    {
        var monday = now.Date.PlusDays(1 - (int)now.Date.DayOfWeek);
        var next = Here == "next";
        at += 2;
        return Say(line with { Between = next ? new DateInterval(monday.PlusDays(7), monday.PlusDays(11)) : new DateInterval(now.Date, monday.PlusDays(4) < now.Date ? now.Date : monday.PlusDays(4)) });
    }

    private bool MomentAfterWord()
    {
        at++;
        return Moment();
    }

    private bool IsMoment()
    {
        var next = at;
        return Moments.Day(tokens, ref next, now.Date) is not null || Moments.Clock(Here, Word(1), out _) is not null;
    }

    /// <summary>A day, a clock time, or "15:00 to 16:30".</summary>
    private bool Moment()
    {
        var begin = at;
        if (Moments.Day(tokens, ref at, now.Date) is { } date) return Say(line with { Date = date });
        var (from, to) = Here.IndexOf('-', StringComparison.Ordinal) is > 0 and var dash ? (Here[..dash], Here[(dash + 1)..]) : (Here, null);
        if (Moments.Clock(from, to is null ? Word(1) : "", out var took) is not { } start) return false;
        at += took ? 2 : 1;
        line = line with { Time = start };
        if (to is null && Here is "to")
        {
            to = Word(1);
            if (Moments.Clock(to, Word(2), out took) is null) return true;
            var end = Moments.Clock(to, Word(2), out took)!.Value;
            at += took ? 3 : 2;
            return Until(begin, start, end);
        }

        return to is null || (Moments.Clock(to, "", out _) is { } written && Until(begin, start, written));
    }

    /// <summary>The length to an end; one before the start is told as not understood, start and all.</summary>
    private bool Until(int begin, LocalTime start, LocalTime end)
    {
        if (end > start) return Say(line with { Length = Period.Between(start, end, PeriodUnits.Ticks).ToDuration() });
        Miss(begin, at, NotUnderstoodKind.Time);
        return Say(line with { Time = null });
    }

    private void Miss(int from, int to, NotUnderstoodKind kind) => missed.Add(new NotUnderstood(tokens[from].At, tokens[Math.Min(to, tokens.Length) - 1].End, kind));

    private Line Finished()
    {
        // "Thu 15:00" said on a Thursday after three is the next Thursday.
        var byWeekday = line.Date is { } said && tokens.Any(t => Names.Weekday(t.Text) == said.DayOfWeek);
        if (byWeekday && line is { Date: { } date, Time: { } time } && date == now.Date && date.At(time) <= now)
            line = line with { Date = date.PlusDays(7) };
        if (line is { Date: null, Between: null, Time: { } clock }) line = line with { Date = now.TimeOfDay < clock ? now.Date : now.Date.PlusDays(1) };
        return line with { NotUnderstood = missed.ToImmutable() };
    }
}
