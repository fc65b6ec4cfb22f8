using System.Text.Json;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Many entries of one calendar at once: from a file, or from a calendar kept elsewhere.
internal sealed partial class ChangeSession
{
    public void SaveAll(IReadOnlyList<Entry> entries)
    {
        var change = Current.Id;
        SavePieces(entries, change);
        // Nothing is tied yet to what is new.
        foreach (var entry in entries)
            if (entry.Id.Value != 0)
                saved[entry.Id] = entry;
        current = Db.Changes.Find(change);
    }

    /// <param name="change">To which the history ascribes it; null where nobody did it.</param>
    private void SavePieces(IReadOnlyList<Entry> entries, long? change)
    {
        if (entries.Count == 0)
            return;
        Db.SaveChanges();
        Db.ChangeTracker.Clear();
        var zone = Zone(entries[0]);
        foreach (var some in entries.Where(e => e.Id.Value != 0).Chunk(PieceSize))
        {
            UpdatePiece(some, change, zone);
            // What is written need not be watched: the watching would cost more with each piece.
            Db.ChangeTracker.Clear();
        }

        Insert(entries.Where(e => e.Id.Value == 0), entries[0].Home, change, zone);
    }

    private void UpdatePiece(Entry[] entries, long? change, DateTimeZone zone)
    {
        var old = entries.Select(e => e.Id.Value).ToArray();
        var rows = Db.Entries.Where(e => old.Contains(e.Id)).ToDictionary(e => e.Id);
        var before = change is null ? [] : rows.Values.ToDictionary(r => r.Id, Snapshot);
        Db.Occupancy.RemoveRange(Db.Occupancy.Where(o => old.Contains(o.EntryId)));
        Db.Overrides.RemoveRange(Db.Overrides.Where(o => old.Contains(o.EntryId)));
        Db.SaveChanges();
        var calendar = Db.Calendars.Find(entries[0].Home.Value)!;
        foreach (var entry in entries)
        {
            var row = rows[entry.Id.Value];
            EntryMapping.Apply(entry, row, Occupying.LastEnd(entry, zone));
            var parts = PartsOf(entry, row, calendar, zone);
            Db.ChangeLog.Add(parts.Log);
            Db.Overrides.AddRange(parts.Overrides);
            Db.Occupancy.AddRange(parts.Occupancy);
            if (change is { } by)
                Db.History.Add(HistoryOf(by, row, before[row.Id], parts));
        }

        Touched(calendar, ChangeReach.Outline);
        Db.SaveChanges();
    }

    /// <summary>New entries, past the watching of the context: it costs more than all that is written.</summary>
    /// <param name="on">The calendar on which they stand: their home, or a part of it that nobody sees yet.</param>
    private void Insert(IEnumerable<Entry> entries, CalendarId on, long? change, DateTimeZone zone, bool isUnseen = false)
    {
        var next = LastNumber("Entries");
        var calendar = Db.Calendars.Find(on.Value)!;
        using var rows = new BulkInsert<EntryRow>(Db);
        using var overrides = new BulkInsert<OverrideRow>(Db);
        using var occupancy = new BulkInsert<OccupancyRow>(Db);
        using var marks = new BulkInsert<LaneMarkRow>(Db);
        using var log = new BulkInsert<ChangeLogRow>(Db);
        using var history = new BulkInsert<HistoryRow>(Db);
        var line = LastNumber("History");
        foreach (var entry in entries)
        {
            var row = EntryMapping.NewRow(entry, Occupying.LastEnd(entry, zone));
            // What an undo had taken away comes back under its old number.
            row.Id = entry.Id.Value == 0 ? ++next : entry.Id.Value;
            rows.Add(row);
            var parts = PartsOf(entry, row, calendar, zone);
            log.Add(parts.Log);
            parts.Overrides.ForEach(overrides.Add);
            parts.Occupancy.ForEach(occupancy.Add);
            parts.Marks.ForEach(marks.Add);
            if (change is not { } by)
                continue;
            var told = HistoryOf(by, row, null, parts);
            told.Id = ++line;
            history.Add(told);
        }

        if (!isUnseen)
            Touched(calendar, ChangeReach.Outline);
        Db.SaveChanges();
        Db.ChangeTracker.Clear();
    }

    /// <summary>Takes away the entries that a change made, where nothing of them was changed since.</summary>
    private void Remove(IEnumerable<HistoryRow> lines)
    {
        foreach (var some in lines.Chunk(PieceSize))
        {
            var ids = some.Select(l => l.EntryId).ToArray();
            if (AsMade(some).Count < some.Length)
                throw new RefusedException(RefusalKind.ChangedSince);
            Db.History.AddRange(
                some.Select(l => new HistoryRow
                {
                    ChangeId = Current.Id,
                    EntryId = l.EntryId,
                    Before = l.After,
                    After = null,
                })
            );
            Db.SaveChanges();
            Delete(ids);
        }
    }

    public long? RestorePiece(long change, long before)
    {
        var lines = LinesOf(change, before);
        if (lines.Count == 0)
            return null;
        RestoreEntries(AsMade(lines));
        return lines[^1].Id;
    }

    /// <summary>Gives entries back the state that they had before a change.</summary>
    /// <param name="lines">The last first.</param>
    private void Restore(IEnumerable<HistoryRow> lines)
    {
        var change = Current.Id;
        // One that the change wrote more than once becomes what it was before the first time.
        foreach (
            var some in lines
                .GroupBy(l => l.EntryId)
                .Select(l => (Entry: l.Key, Before: l.Last().Before!, After: l.First().After!))
                .Chunk(PieceSize)
        )
        {
            var ids = some.Select(l => l.Entry).ToArray();
            var stand = Snapshots(Db.Entries.AsNoTracking().Where(e => ids.Contains(e.Id)).ToList());
            if (some.Any(l => stand.GetValueOrDefault(l.Entry) != l.After))
                throw new RefusedException(RefusalKind.ChangedSince);
            var (alone, others) = (new List<Entry>(), new List<Entry>());
            foreach (var line in some)
            {
                var (before, after) = (EntryRows.Read(line.Before), EntryRows.Read(line.After));
                // What is noted on lanes, and who takes part, is written with each.
                (
                    before.Participations.IsEmpty
                    && after.Participations.IsEmpty
                    && before.Marks.SequenceEqual(after.Marks)
                    && before.Home == after.Home
                        ? alone
                        : others
                ).Add(before);
            }

            foreach (var own in alone.GroupBy(e => e.Home))
                SavePieces([.. own], change);
            foreach (var entry in alone)
                saved[entry.Id] = entry;
            current = Db.Changes.Find(change);
            foreach (var entry in others)
                Save(entry);
        }
    }

    /// <summary>Brings back the entries that a change had taken away.</summary>
    private void BringBack(IEnumerable<HistoryRow> lines)
    {
        var change = Current.Id;
        foreach (var some in lines.Chunk(PieceSize))
        {
            var ids = some.Select(l => l.EntryId).ToArray();
            if (Db.Entries.Any(e => ids.Contains(e.Id)))
                throw new RefusedException(RefusalKind.ChangedSince);
            var entries = some.Select(l => EntryRows.Read(l.Before!)).ToList();
            var alone = entries.Where(e => e.Participations.IsEmpty).ToList();
            foreach (var own in alone.GroupBy(e => e.Home))
                Insert(own, own.Key, change, Zone(own.First()));
            current = Db.Changes.Find(change);
            foreach (var entry in entries.Except(alone))
                Save(entry);
        }
    }

    /// <summary>
    /// Takes entries out of the store with all that hangs on them, and leaves a tombstone on each calendar on which they stood.
    /// </summary>
    private void Delete(long[] ids)
    {
        var stood = Db.Occupancy.Where(o => ids.Contains(o.EntryId)).Select(o => new { o.CalendarId, o.EntryId }).Distinct().ToList();
        Db.Occupancy.Where(o => ids.Contains(o.EntryId)).ExecuteDelete();
        Db.Entries.Where(e => ids.Contains(e.Id)).ExecuteDelete();
        foreach (var own in stood.GroupBy(s => s.CalendarId))
        {
            var calendar = Db.Calendars.Find(own.Key)!;
            Db.ChangeLog.AddRange(
                own.Select(s => new ChangeLogRow
                {
                    CalendarId = calendar.Id,
                    Number = ++calendar.ChangeNumber,
                    EntryId = s.EntryId,
                    Removed = true,
                })
            );
            Touched(calendar, ChangeReach.Outline);
            if (!calendar.Main)
                RaiseMain(new UserId(calendar.OwnerId));
        }

        Db.SaveChanges();
    }

    /// <summary>The highest number that a row of a table ever had.</summary>
    private long LastNumber(string table) =>
        Db.Database.SqlQuery<long>($"SELECT seq AS \"Value\" FROM sqlite_sequence WHERE name = {table}").AsEnumerable().FirstOrDefault();

    /// <summary>What is written beside an entry that nobody else takes part in.</summary>
    private sealed record Parts(ChangeLogRow Log, List<OverrideRow> Overrides, List<OccupancyRow> Occupancy, List<LaneMarkRow> Marks);

    private static Parts PartsOf(Entry entry, EntryRow row, CalendarRow calendar, DateTimeZone zone) =>
        new(
            new ChangeLogRow
            {
                CalendarId = calendar.Id,
                Number = ++calendar.ChangeNumber,
                EntryId = row.Id,
            },
            [.. entry.Overrides.Select(o => EntryMapping.ToRow(row.Id, o)).OrderBy(o => o.RecurrenceId)],
            [
                .. Occupying.Rows(
                    entry with
                    {
                        Id = new EntryId(row.Id),
                    },
                    new Dictionary<UserId, CalendarId> { [entry.Owner] = new CalendarId(calendar.Id) },
                    zone
                ),
            ],
            [.. entry.Marks.Select(m => EntryMapping.ToRow(row.Id, m)).OrderBy(m => m.LaneId)]
        );

    private static HistoryRow HistoryOf(long change, EntryRow row, string? before, Parts parts) =>
        new()
        {
            ChangeId = change,
            EntryId = row.Id,
            Before = before,
            After = JsonSerializer.Serialize(
                new EntryRows(row, parts.Overrides, [], parts.Marks.Count > 0 ? parts.Marks : null),
                Texts.Json
            ),
        };
}
