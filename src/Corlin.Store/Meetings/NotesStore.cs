using Corlin.Application.Ports;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>
/// Notes: what is written is kept as it is typed; what others are told of it is told in the history too, and taken back by an undo.
/// </summary>
internal sealed class NotesStore(ChangeSession session) : INotesStore
{
    private CorlinDb Db => session.Db;

    public void Save(MeetingNotes notes, bool told)
    {
        var row = Db.Notes.SingleOrDefault(n => n.PublicId == notes.PublicId);
        var before = row is null || !told ? null : StateOf(row);
        if (row is null)
            Db.Notes.Add(row = new NotesRow { PublicId = notes.PublicId, RecurrenceId = "" });
        NotesMapping.Apply(notes, row);
        Db.SaveChanges();
        KeepTasks(notes, row);
        if (before is not null)
            Db.NotesHistory.Add(
                new NotesHistoryRow
                {
                    ChangeId = session.Current.Id,
                    PublicId = notes.PublicId,
                    Before = before,
                    After = StateOf(row),
                }
            );
        // Readers watch their own lanes.
        foreach (var who in (notes.Released?.To ?? []).Append(notes.Lane).Distinct())
            session.RaiseMain(who);
    }

    private void KeepTasks(MeetingNotes notes, NotesRow row)
    {
        var stand = Db.Tasks.Where(t => t.NotesId == row.Id).ToList();
        Db.Tasks.RemoveRange(stand.Where(t => notes.Tasks.All(n => n.PublicId != t.PublicId)));
        foreach (var (place, task) in notes.Tasks.Index())
        {
            var one = stand.Find(t => t.PublicId == task.PublicId);
            if (one is null)
                Db.Tasks.Add(one = new TaskRow { PublicId = task.PublicId, Words = task.Words });
            NotesMapping.Apply(task, place, row, one);
        }

        Db.SaveChanges();
    }

    /// <summary>Gives notes back their state before the change.</summary>
    internal void RestoreNotes(long change)
    {
        foreach (var line in Db.NotesHistory.Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList())
        {
            if (
                Db.Notes.SingleOrDefault(n => n.PublicId == line.PublicId) is not { } row
                || !States.AreSame<MeetingNotes>(StateOf(row), line.After)
            )
                throw new RefusedException(RefusalKind.ChangedSince);
            Save(States.Read<MeetingNotes>(line.Before), told: true);
        }
    }

    private string StateOf(NotesRow row)
    {
        Db.SaveChanges();
        return States.Write(session.WithTasks([.. Db.Notes.AsNoTracking().Where(n => n.Id == row.Id)]).Single());
    }
}
