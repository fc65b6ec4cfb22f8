using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>Papers or anything else that somebody is to bring or send for a meeting, and has not.</summary>
/// <param name="Task">The public id of the task as which it is noted.</param>
/// <param name="Words">What it is.</param>
/// <param name="DueWords">"due tomorrow", "was due 9 March".</param>
/// <param name="For">On whose lane it is noted.</param>
/// <param name="Today">Whether they were written to about the meeting today.</param>
public sealed record OwedView(
    string Task,
    PersonView By,
    string Words,
    string DueWords,
    string Tone,
    PersonView For,
    string Entry,
    string? Occurrence,
    string Title,
    bool Today
);

/// <summary>What others owe to those whose calendars are kept.</summary>
internal static class Owed
{
    private const int Most = 60;
    private const int DaysAhead = 60;

    /// <summary>The most pressing first.</summary>
    public static IReadOnlyList<OwedView> Read(Viewing viewing, IReadOnlyList<CalendarUser> organisers)
    {
        var lanes = organisers.DistinctBy(o => o.Id).ToDictionary(o => o.Id);
        var until = viewing.Today.PlusDays(DaysAhead);
        var found = viewing.Store.NotesWithDue([.. lanes.Keys], until, Most);
        var entries = viewing.Store.EntriesNow([.. found.Select(n => n.Entry).Distinct()]);
        return
        [
            .. found
                .Where(n => lanes.ContainsKey(n.Lane) && entries.ContainsKey(n.Entry) && MayChase(viewing, entries[n.Entry], n.Lane))
                .SelectMany(n => n.Tasks.Where(t => IsOwed(t, n.Lane) && t.Due <= until).Select(t => (Notes: n, Task: t)))
                .OrderBy(o => o.Task.Due ?? LocalDate.MaxIsoValue)
                .ThenBy(o => o.Task.PublicId, StringComparer.Ordinal)
                .Select(o => View(viewing, lanes[o.Notes.Lane], entries[o.Notes.Entry], o.Notes.RecurrenceId, o.Task)),
        ];
    }

    /// <summary>Whether somebody else than whose lane it is noted on is to do it, and has not.</summary>
    public static bool IsOwed(MeetingTask task, UserId lane) => task is { DoneAt: null, Owner: { } owner } && owner != lane;

    private static bool MayChase(Viewing viewing, Entry entry, UserId lane) =>
        Deciding.Notes(entry, lane, lane == viewing.Person.Id ? Rights.Own : viewing.RightsOnLane(lane)).Write;

    private static OwedView View(Viewing viewing, CalendarUser lane, Entry entry, LocalDateTime? recurrenceId, MeetingTask task)
    {
        var by = viewing.Users([task.Owner!.Value])[task.Owner.Value];
        var (words, tone) = NotesReader.Due(viewing, task);
        return new OwedView(
            task.PublicId,
            viewing.View(by),
            task.Words,
            words,
            tone,
            viewing.View(lane),
            entry.PublicId,
            LaneViews.Id(recurrenceId),
            entry.Title,
            Reminding.WrittenToday(viewing, entry).Contains(by.Address)
        );
    }
}
