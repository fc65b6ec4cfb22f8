using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;

namespace Corlin.Application.Meetings;

/// <summary>What was agreed to be done after meetings and is due by tomorrow, of the lanes that somebody keeps and of their own.</summary>
internal static class DueTasks
{
    private const int Most = 40;

    public static IEnumerable<QueueRow> Read(Viewing viewing, IReadOnlyList<Lane> kept)
    {
        var rights = kept.ToDictionary(l => l.Who.Id, l => l.Rights);
        rights[viewing.Person.Id] = Rights.Own;
        var found = viewing.Store.NotesWithDue([.. rights.Keys], viewing.Today.PlusDays(1), Most);
        var entries = viewing.Store.EntriesNow([.. found.Select(n => n.Entry)]);
        foreach (var notes in found)
        {
            if (!entries.TryGetValue(notes.Entry, out var entry))
                continue;
            var keeps = rights.TryGetValue(notes.Lane, out var onLane) && Deciding.Notes(entry, notes.Lane, onLane).Write;
            foreach (var task in notes.Tasks.Where(t => t is { DoneAt: null, Due: { } due } && due <= viewing.Today.PlusDays(1)))
            {
                // Who is to do it knows it once it was released; what is private only who speaks for them in private matters.
                var owes =
                    task is { Told: true, Owner: { } owner }
                    && rights.TryGetValue(owner, out var own)
                    && (own.MaySpeakForPrivate || !entry.Private);
                if (keeps || owes)
                    yield return Row(viewing, entry, notes, task, keeps ? notes.Lane : task.Owner!.Value);
            }
        }
    }

    private static QueueRow Row(Viewing viewing, Entry entry, MeetingNotes notes, MeetingTask task, UserId lane)
    {
        var people = viewing.Users([lane, .. task.Owner is { } o ? [o] : Array.Empty<UserId>()]);
        var (due, tone) = NotesReader.Due(viewing, task);
        var by = task.Owner is { } owner ? $"{(owner == viewing.Person.Id ? "you" : people[owner].Name)}, " : "";
        // By the end of the day on which it is due.
        var deadline = LaneViews.Ms(viewing.Zone.Day(task.Due!.Value).End) - 1;
        return new QueueRow(
            $"task-{task.PublicId}",
            "Chase",
            viewing.View(people[lane]),
            task.Words,
            $"{by}from “{entry.Title}”",
            "To be done.",
            tone,
            due,
            entry.PublicId,
            LaneViews.Id(notes.RecurrenceId),
            null,
            null,
            deadline
        );
    }
}
