using Corlin.Application.Desk;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Waiting;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>One day of one person line by line, for a hand.</summary>
/// <param name="Principals">Those for whom the reader speaks, and the reader, to choose from.</param>
/// <param name="Lead">What the day needs: "Two answers, one to mend."; or where they are.</param>
/// <param name="MayAdd">Whether the reader may add to that calendar.</param>
/// <param name="Clock">Their clock, where it is not the reader's: "05:42 in Halifax".</param>
public sealed record HandDayView(
    long Now,
    string DateLine,
    string Lead,
    string? Clock,
    PersonView Who,
    IReadOnlyList<PersonView> Principals,
    bool MayAdd,
    IReadOnlyList<ZoneView> Zones,
    DayView Day,
    IReadOnlyList<HandLineView> Lines
);

/// <param name="Time">When it begins, by the reader's clock; "all day".</param>
/// <param name="Words">"now to 10:00, Gannet, 6 people", "leave at 10:00, Cais do Norte".</param>
/// <param name="Judgement">"Tight", "Clashes", "Answer": one word, or null.</param>
/// <param name="Tone">fits, doubt or wrong.</param>
/// <param name="Reason">Why it is judged so; null where nothing is.</param>
/// <param name="Answer">Whether the reader may answer it for them, and nobody did.</param>
public sealed record HandLineView(
    string? Id,
    string? Occurrence,
    long Start,
    long End,
    string Time,
    string Title,
    string Words,
    bool IsNow,
    bool Over,
    string Takes,
    string? Judgement,
    string Tone,
    string? Reason,
    bool Answer,
    string? Link,
    bool Agenda,
    int Papers
);

/// <param name="Who">A public id; the first for whom the viewer speaks, or the viewer, where null.</param>
/// <param name="Date">Null for today.</param>
public sealed record ReadHandDay(UserId Viewer, string? Who, LocalDate? Date, Instant Now)
{
    private const int LookAheadDays = 21;

    public HandDayView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<CalendarUser> choices = [.. viewing.Principals.Append(viewing.Person).DistinctBy(p => p.Id)];
        var who = Who is null ? choices[0] : viewing.Find(Who) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Who);
        var date = Date ?? viewing.Today;
        var day = viewing.Zone.Day(date);
        var ahead = new Stretch(viewing.Zone.Day(viewing.Today).Start, viewing.Zone.Day(viewing.Today.PlusDays(LookAheadDays)).End);
        var isAhead = ahead.Contains(day.Start);
        var lane = LaneReading.Read(viewing, [who], isAhead ? ahead : day)[0];
        var rows = isAhead ? DeskQueue.Build(viewing, [lane]).Where(r => r.For.Id == who.PublicId && r.Entry is not null).ToList() : [];
        var standing = lane
            .Entries.Where(e => e.Told.Stretch.Overlaps(day))
            .OrderBy(e => !e.Told.AllDay)
            .ThenBy(e => e.Told.Stretch.Start)
            .ToList();
        var papers = store
            .Papers([.. standing.Where(e => e.Told.Whole is not null).Select(e => e.Occurrence.Entry.Id).Distinct()])
            .CountBy(p => p.Entry)
            .ToDictionary();
        var lines = standing.Select(e => Line(viewing, lane, e, day, rows, papers.GetValueOrDefault(e.Occurrence.Entry.Id))).ToList();
        var clock =
            who.Zone == viewing.Person.Zone ? null : $"{English.Time(who.HomeZone.ToLocal(Now).TimeOfDay)} in {viewing.ClockOf(who)}";
        return new HandDayView(
            LaneViews.Ms(Now),
            English.Day(date),
            Lead(viewing, lane, date, lines),
            clock,
            viewing.View(who),
            [.. choices.Select(viewing.View)],
            lane.Rights.Acting >= Acting.Add,
            viewing.ZonesOf([who], day),
            ReadDesk.DayOf(viewing, [lane], date),
            lines
        );
    }

    private static string Lead(Viewing viewing, Lane lane, LocalDate date, List<HandLineView> lines)
    {
        var parts = new List<string>();
        if (lines.Count(l => l.Answer) is > 0 and var answers)
            parts.Add(English.Count(answers, "answer", "answers"));
        if (lines.Count(l => l is { Judgement: not null, Answer: false, Tone: "wrong" or "doubt" }) is > 0 and var mends)
            parts.Add(English.Count(mends, "thing to fix", "things to fix"));
        var where = Strips.Words(viewing, lane, date);
        return parts.Count == 0 ? where : $"{English.Capital(string.Join(", ", parts))}. {where}";
    }

    private static HandLineView Line(Viewing viewing, Lane lane, LaneEntry entry, Stretch day, List<QueueRow> rows, int papers)
    {
        var told = entry.Told;
        var row = rows.Find(r =>
            r.Verb is "Answer" or "Fix"
            && r.Entry == told.PublicId
            && (r.Occurrence is null || r.Occurrence == LaneViews.Id(told.RecurrenceId))
        );
        var view = LaneViews.View(viewing, lane, entry);
        var isNow = !told.AllDay && told.Stretch.Contains(viewing.Now);
        var over = told.Stretch.End <= viewing.Now;
        var (start, end) = (viewing.Zone.ToLocal(told.Stretch.Start), viewing.Zone.ToLocal(told.Stretch.End));
        var until = end.Date == start.Date ? English.Time(end.TimeOfDay) : $"{English.Time(end.TimeOfDay)} on {English.ShortDay(end.Date)}";
        var asked = told.Whole?.Attendees.Select(a => a.Who).Append(told.Whole.Organiser).Distinct().ToList() ?? [];
        var people = asked.Count == 0 ? 0 : viewing.Meeting(asked).Values.Count(u => u.Kind == UserKind.Person);
        var invites =
            row?.Verb == "Answer" && told.Whole is { } whole ? $"{viewing.Meeting([whole.Organiser])[whole.Organiser].Name} invites" : null;
        IEnumerable<string?> words =
        [
            told.AllDay ? null
            : isNow ? $"now to {until}"
            : $"to {until}",
            isNow || over ? null : ComingViews.Leave(viewing, lane, entry),
            told.Place,
            invites ?? (people > 1 ? $"{people} people" : null),
            told.Takes == TimeTaken.Firm || told.AllDay ? null : English.Word(told.Takes),
        ];
        return new HandLineView(
            view.Id,
            view.Occurrence,
            view.Start,
            view.End,
            told.AllDay ? "all day"
                : told.Stretch.Start < day.Start ? "before"
                : English.Time(start.TimeOfDay),
            view.Label,
            string.Join(", ", words.OfType<string>()),
            isNow,
            over,
            view.Takes,
            row is null ? null
                : row.Verb == "Answer" ? "Answer"
                : row.Judgement,
            row?.Tone ?? "fits",
            row is null ? null
                : row.Verb == "Answer" ? $"{row.Judgement}: {row.Reason}"
                : row.Reason,
            row?.Verb == "Answer",
            told.Whole?.Link,
            told.Whole?.Agenda is not null,
            told.Whole is null ? 0 : papers
        );
    }
}
