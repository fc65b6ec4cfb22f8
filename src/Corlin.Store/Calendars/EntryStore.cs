using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store;

/// <summary>Entries, as a change stores them.</summary>
internal sealed class EntryStore(ChangeSession session) : IEntryStore
{
    private CorlinDb Db => session.Db;

    private readonly Dictionary<EntryId, Entry> saved = [];

    public IReadOnlyCollection<Entry> Stored => [.. saved.Values];

    /// <summary>An entry was stored with many others.</summary>
    internal void Note(Entry entry) => saved[entry.Id] = entry;

    public Entry Save(Entry entry)
    {
        var lastEnd = Occupying.LastEnd(entry, Zone(entry));
        // One that was removed by an undo comes back under its old number.
        var row = entry.Id.Value == 0 ? null : Db.Entries.SingleOrDefault(e => e.Id == entry.Id.Value);
        var before = row is null ? null : Snapshot(row);
        if (row is null)
        {
            row = EntryMapping.NewRow(entry, lastEnd);
            row.Id = entry.Id.Value;
            Db.Entries.Add(row);
            Db.SaveChanges();
        }
        else
        {
            EntryMapping.Apply(entry, row, lastEnd);
        }

        SaveParts(row.Id, entry);
        Db.SaveChanges();
        var stored = entry with { Id = new EntryId(row.Id) };
        saved[stored.Id] = stored;
        Occupy(stored, Outlines.Reach(before is null ? null : EntryRows.Read(before), stored));
        Db.History.Add(
            new HistoryRow
            {
                ChangeId = session.Current.Id,
                EntryId = row.Id,
                Before = before,
                After = Snapshot(row),
            }
        );
        Db.SaveChanges();
        return stored;
    }

    public IReadOnlyList<Entry> TouchedBy(long change, int limit) =>
        [
            .. session
                .ById([
                    .. Db.History.Where(h => h.ChangeId == change).GroupBy(h => h.EntryId).Select(g => g.Key).OrderBy(id => id).Take(limit),
                ])
                .Values,
        ];

    internal DateTimeZone Zone(Entry entry) => session.Users([entry.Owner])[entry.Owner].HomeZone;

    private void SaveParts(long id, Entry entry)
    {
        Db.Overrides.RemoveRange(
            Db.Overrides.Where(o => o.EntryId == id).ToList().Where(o => entry.Overrides.All(n => n.RecurrenceId != o.RecurrenceId))
        );
        foreach (var changedOne in entry.Overrides)
        {
            var next = EntryMapping.ToRow(id, changedOne);
            if (Db.Overrides.Find(id, changedOne.RecurrenceId) is { } old)
            {
                (old.Time, old.Title, old.Place, old.Cancelled, old.AndFollowing) = (
                    next.Time,
                    next.Title,
                    next.Place,
                    next.Cancelled,
                    next.AndFollowing
                );
                (old.Agenda, old.Link, old.Private, old.Takes, old.Sequence, old.ToldAt) = (
                    next.Agenda,
                    next.Link,
                    next.Private,
                    next.Takes,
                    next.Sequence,
                    next.ToldAt
                );
            }
            else
            {
                Db.Overrides.Add(next);
            }
        }

        var rows = Db.Participations.Where(p => p.EntryId == id).ToList();
        foreach (var part in entry.Participations)
        {
            var row = rows.Find(r => r.UserId == part.Who.Value && r.RecurrenceId == part.RecurrenceId);
            if (row is null)
                Db.Participations.Add(row = new ParticipationRow { EntryId = id });
            else
                rows.Remove(row);
            EntryMapping.Apply(part, row);
        }

        Db.Participations.RemoveRange(rows);
        SaveGroups(id, entry);
        SaveMarks(id, entry);
    }

    private void SaveGroups(long id, Entry entry)
    {
        var rows = Db.EntryGroups.Where(g => g.EntryId == id).ToList();
        Db.EntryGroups.RemoveRange(rows.Where(r => entry.Groups.All(g => g.Group.Value != r.GroupId)));
        foreach (var group in entry.Groups.Where(g => rows.All(r => r.GroupId != g.Group.Value)))
            Db.EntryGroups.Add(new EntryGroupRow { EntryId = id, GroupId = group.Group.Value });
    }

    private void SaveMarks(long id, Entry entry)
    {
        var rows = Db.LaneMarks.Where(m => m.EntryId == id).ToList();
        Db.LaneMarks.RemoveRange(rows.Where(r => entry.Marks.All(m => m.Lane.Value != r.LaneId)));
        foreach (var mark in entry.Marks)
        {
            var next = EntryMapping.ToRow(id, mark);
            if (rows.Find(r => r.LaneId == next.LaneId) is { } old)
                (old.CategoryId, old.NoReminder, old.ReminderBefore, old.Rank) = (
                    next.CategoryId,
                    next.NoReminder,
                    next.ReminderBefore,
                    next.Rank
                );
            else
                Db.LaneMarks.Add(next);
        }
    }

    /// <summary>Rewrites what an entry occupies, and tells every calendar on which it stood or stands.</summary>
    private void Occupy(Entry entry, ChangeReach reach)
    {
        var old = Db.Occupancy.Where(o => o.EntryId == entry.Id.Value).ToList();
        // Of those who take part the main calendar; of its owner the one on which it was made.
        var calendars = new Dictionary<UserId, CalendarId>(session.MainCalendars(entry.Participations.Select(p => p.Who)))
        {
            [entry.Owner] = entry.Home,
        };
        var next = Occupying.Rows(entry, calendars, Zone(entry)).ToList();
        if (old.Count > 0)
        {
            // Their keys may be those of what comes.
            Db.Occupancy.RemoveRange(old);
            Db.SaveChanges();
        }

        Db.Occupancy.AddRange(next);
        foreach (var calendar in old.Select(o => o.CalendarId).Concat(calendars.Values.Select(c => c.Value)).Distinct())
            session.Raise(calendar, entry.Id.Value, removed: next.All(n => n.CalendarId != calendar), reach);
    }

    internal string Snapshot(EntryRow row) => session.Snapshots([row])[row.Id];

    public void SaveAll(IReadOnlyList<Entry> entries)
    {
        var change = session.Current.Id;
        session.EntryPieces.SavePieces(entries, change);
        // Nothing is tied yet to what is new.
        foreach (var entry in entries)
            if (entry.Id.Value != 0)
                saved[entry.Id] = entry;
        session.GoOn(change);
    }
}
