using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// What was noted during and after meetings.
internal partial class StoreReads
{
    public IReadOnlyList<MeetingNotes> NotesOf(IReadOnlyCollection<EntryId> entries, int limit)
    {
        var wanted = entries.Select(e => e.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return [];
        return WithTasks([
            .. Db
                .Notes.AsNoTracking()
                .Where(n => wanted.Contains(n.EntryId))
                .OrderByDescending(n => n.RecurrenceId)
                .ThenBy(n => n.Id)
                .Take(limit),
        ]);
    }

    public MeetingNotes? NotesAt(EntryId entry, LocalDateTime? recurrenceId, UserId lane)
    {
        var which = Texts.Write(recurrenceId);
        return
            WithTasks([
                .. Db.Notes.AsNoTracking().Where(n => n.EntryId == entry.Value && n.RecurrenceId == which && n.LaneId == lane.Value),
            ])
                is [var found]
            ? found
            : null;
    }

    public MeetingNotes? NotesWithTask(string task)
    {
        var notes = Db.Tasks.Where(t => t.PublicId == task).Select(t => t.NotesId).FirstOrDefault();
        return notes == 0 ? null : WithTasks([.. Db.Notes.AsNoTracking().Where(n => n.Id == notes)]).Single();
    }

    public IReadOnlyList<MeetingNotes> NotesWithDue(IReadOnlyCollection<UserId> who, LocalDate until, int limit)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        var lanes = Db
            .Tasks.Where(t => wanted.Contains(t.LaneId) && t.DoneAt == null && t.Due != null && t.Due <= until)
            .OrderBy(t => t.Due)
            .Take(limit)
            .Select(t => t.NotesId)
            .ToList();
        var owners = Db
            .Tasks.Where(t => t.OwnerId != null && wanted.Contains(t.OwnerId.Value) && t.DoneAt == null && t.Due != null && t.Due <= until)
            .OrderBy(t => t.Due)
            .Take(limit)
            .Select(t => t.NotesId)
            .ToList();
        var ids = lanes.Concat(owners).Distinct().ToArray();
        return ids.Length == 0 ? [] : WithTasks([.. Db.Notes.AsNoTracking().Where(n => ids.Contains(n.Id))]);
    }

    internal IReadOnlyList<MeetingNotes> WithTasks(IReadOnlyList<NotesRow> rows)
    {
        if (rows.Count == 0)
            return [];
        var ids = rows.Select(r => r.Id).ToArray();
        var tasks = Db.Tasks.AsNoTracking().Where(t => ids.Contains(t.NotesId)).ToLookup(t => t.NotesId);
        return [.. rows.Select(r => NotesMapping.ToCore(r, tasks[r.Id]))];
    }
}
