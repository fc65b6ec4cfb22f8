using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>What is noted of an occurrence, and of those before it, as far as the viewer reads it.</summary>
/// <param name="MayWrite">Whether the viewer writes the notes of this lane.</param>
/// <param name="Own">What is noted on this lane; null where nothing is, or the viewer may not know it.</param>
/// <param name="Shared">What others released to the viewer, or to the lane's owner.</param>
/// <param name="Last">Of a series what was noted the last time; null where nothing was.</param>
/// <param name="Open">What is still to be done since earlier times.</param>
public sealed record NotesView(
    bool MayWrite,
    NotesOnView? Own,
    IReadOnlyList<NotesOnView> Shared,
    NotesOnView? Last,
    IReadOnlyList<TaskView> Open
);

/// <param name="When">The day of the occurrence, in words.</param>
/// <param name="By">Who wrote it and when.</param>
/// <param name="Text">As plain text; null where only tasks are noted.</param>
/// <param name="Styled">As sanitised HTML, where it has more to it than paragraphs.</param>
/// <param name="Released">To whom it was released and when, in words; null where it was not.</param>
/// <param name="SaysMore">Whether something of it was not released yet.</param>
public sealed record NotesOnView(
    int Version,
    string When,
    string By,
    string? Text,
    string? Styled,
    IReadOnlyList<TaskView> Tasks,
    string? Released,
    IReadOnlyList<PersonView> Readers,
    bool SaysMore
);

/// <param name="Due">The last day on which it is in time.</param>
/// <param name="DueWords">"due tomorrow", "was due on 9 March"; empty for no date.</param>
/// <param name="Tone">plain, doubt or wrong.</param>
/// <param name="Done">Who did it and when, in words; null where it is still to be done.</param>
/// <param name="MayFinish">Whether the viewer says that it is done.</param>
public sealed record TaskView(
    string Id,
    string Words,
    PersonView? Owner,
    string? Due,
    string DueWords,
    string Tone,
    string? Done,
    bool MayFinish
);

/// <param name="Lane">The public id of whose lane it is read on.</param>
public sealed record ReadNotes(UserId Viewer, string Id, LocalDateTime? RecurrenceId, string Lane, Instant Now)
{
    private const int Most = 400;

    public NotesView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Lane) ?? throw new RefusedException(RefusalKind.NotFound);
        var entry = store.Entry(Id) ?? throw new RefusedException(RefusalKind.NotFound);
        if (!viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var calendars))
            throw new RefusedException(RefusalKind.NotFound);
        var rights = calendars.RightsFor(entry);
        var occurrence = Occurrences.Find(entry, RecurrenceId, owner.HomeZone) ?? throw new RefusedException(RefusalKind.NotFound);
        if (calendars.Told(viewing, occurrence) is not { Sight: Sight.Everything })
            throw new RefusedException(RefusalKind.NotFound);
        var may = Deciding.Notes(entry, owner.Id, rights);
        var reader = new NotesReader(viewing, owner.Id, may);
        // The series of which this one went off has the notes of before.
        var earlier = entry.RelatedTo is { } related
            ? store
                .ByUid(entry.Home, [related])
                .Values.Where(e => e.Owner == entry.Owner && e.Kind == entry.Kind && e.Private == entry.Private)
                .ToList()
            : [];
        var all = store.NotesOf([entry.Id, .. earlier.Select(e => e.Id)], Most).Select(reader.Told).OfType<ToldNotes>().ToList();
        var here = all.Where(n => n.Notes.Entry == entry.Id && n.Notes.RecurrenceId == RecurrenceId).ToList();
        var before = RecurrenceId is null
            ? []
            : all.Where(n => n.Notes.RecurrenceId < RecurrenceId)
                .OrderByDescending(n => n.Notes.RecurrenceId)
                .ThenByDescending(n => n.Own)
                .ToList();
        return new NotesView(
            may.Write,
            here.FirstOrDefault(n => n.Own) is { } own ? reader.View(own) : null,
            [.. here.Where(n => !n.Own).Select(reader.View)],
            before.Count == 0 ? null : reader.View(before[0]),
            [.. before.SelectMany(n => n.Tasks.Where(t => t.DoneAt is null).Select(t => reader.View(n, t)))]
        );
    }
}

/// <summary>Notes as far as somebody reads them.</summary>
/// <param name="Own">Read as one who keeps the lane; else what was released.</param>
internal sealed record ToldNotes(MeetingNotes Notes, bool Own, bool MayWrite)
{
    public IReadOnlyList<MeetingTask> Tasks => Own ? Notes.Tasks : [.. Notes.Tasks.Where(t => t.Told)];
}

/// <summary>Reads notes for one viewer on one lane.</summary>
internal sealed class NotesReader(Viewing viewing, UserId lane, (bool Read, bool Write) may)
{
    public ToldNotes? Told(MeetingNotes notes)
    {
        if (notes.Lane == lane && may.Read)
            return new ToldNotes(notes, true, may.Write);
        // Released to somebody it is read by them and by who speaks for them on their lane.
        var reads = notes.Released is { } released && (released.To.Contains(viewing.Person.Id) || (may.Read && released.To.Contains(lane)));
        return reads ? new ToldNotes(notes, false, false) : null;
    }

    public NotesOnView View(ToldNotes told)
    {
        var notes = told.Notes;
        var released = notes.Released;
        var people = viewing.Users([
            notes.WrittenBy,
            notes.Lane,
            .. released?.To ?? [],
            .. released is { } r ? [r.By] : Array.Empty<UserId>(),
        ]);
        var by = told.Own ? notes.WrittenBy : released!.By;
        var at = viewing.Zone.ToLocal(told.Own ? notes.WrittenAt : released!.At);
        var name = by == notes.Lane ? people[by].Name : $"{people[by].Name} for {people[notes.Lane].Name}";
        return new NotesOnView(
            notes.Version,
            notes.RecurrenceId is { } id ? English.Day(id.Date) : "",
            $"{name}, {English.When(at, viewing.Today)}",
            told.Own ? notes.Text : released!.Text,
            told.Own ? notes.Styled : released!.Styled,
            [.. told.Tasks.Select(t => View(told, t))],
            released is null || !told.Own
                ? null
                : $"shared with {English.Count(released.To.Length, "person", "people")}, {English.When(viewing.Zone.ToLocal(released.At), viewing.Today)}",
            told.Own ? [.. (released?.To ?? []).Select(t => viewing.View(people[t]))] : [],
            told.Own && notes.SaysMore
        );
    }

    public TaskView View(ToldNotes told, MeetingTask task)
    {
        var people = viewing.Users([
            .. task.Owner is { } owner ? [owner] : Array.Empty<UserId>(),
            .. task.DoneBy is { } by ? [by] : Array.Empty<UserId>(),
        ]);
        var (words, tone) = task.DoneAt is null ? Due(viewing, task) : ("", "plain");
        return new TaskView(
            task.PublicId,
            task.Words,
            task.Owner is { } who ? viewing.View(people[who]) : null,
            task.Due is { } due ? NodaTime.Text.LocalDatePattern.Iso.Format(due) : null,
            words,
            tone,
            task is { DoneAt: { } done, DoneBy: { } doer }
                ? $"done {English.When(viewing.Zone.ToLocal(done), viewing.Today)}, said {people[doer].GivenName}"
                : null,
            told.MayWrite || (task is { Told: true, Owner: { } own } && viewing.Viewer.MaySpeakFor(own))
        );
    }

    /// <summary>When it is due, in words, and how that is meant.</summary>
    public static (string Words, string Tone) Due(Viewing viewing, MeetingTask task)
    {
        if (task.Due is not { } due)
            return ("", "plain");
        var day = English.NearDay(due, viewing.Today);
        return due < viewing.Today ? ($"was due {day}", "wrong") : ($"due {day}", due <= viewing.Today.PlusDays(1) ? "doubt" : "plain");
    }
}
