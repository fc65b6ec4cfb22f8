using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>Many entries of one calendar at once, in pieces of bounded size: from a file, or from a calendar kept elsewhere.</summary>
internal sealed class EntryPieces(ChangeSession session)
{
    private CorlinDb Db => session.Db;

    /// <param name="change">To which the history ascribes it; null where nobody did it.</param>
    internal void SavePieces(IReadOnlyList<Entry> entries, long? change)
    {
        if (entries.Count == 0)
            return;
        Db.SaveChanges();
        Db.ChangeTracker.Clear();
        var zone = session.EntryStore.Zone(entries[0]);
        foreach (var some in entries.Where(e => e.Id.Value != 0).Chunk(ChangeSession.PieceSize))
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
        var before = change is null ? [] : rows.Values.ToDictionary(r => r.Id, session.EntryStore.Snapshot);
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

        session.Touched(calendar, ChangeReach.Outline);
        Db.SaveChanges();
    }

    /// <summary>New entries, past the watching of the context: it costs more than all that is written.</summary>
    /// <param name="on">The calendar on which they stand: their home, or a part of it that nobody sees yet.</param>
    internal void Insert(IEnumerable<Entry> entries, CalendarId on, long? change, DateTimeZone zone, bool isUnseen = false)
    {
        var next = session.LastNumber("Entries");
        var calendar = Db.Calendars.Find(on.Value)!;
        using var rows = new BulkInsert<EntryRow>(Db);
        using var overrides = new BulkInsert<OverrideRow>(Db);
        using var occupancy = new BulkInsert<OccupancyRow>(Db);
        using var marks = new BulkInsert<LaneMarkRow>(Db);
        using var log = new BulkInsert<ChangeLogRow>(Db);
        using var history = new BulkInsert<HistoryRow>(Db);
        var line = session.LastNumber("History");
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
            session.Touched(calendar, ChangeReach.Outline);
        Db.SaveChanges();
        Db.ChangeTracker.Clear();
    }

    /// <summary>
    /// Takes entries out of the store with all that hangs on them, and leaves a tombstone on each calendar on which they stood.
    /// </summary>
    internal void Delete(long[] ids)
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
            session.Touched(calendar, ChangeReach.Outline);
            if (!calendar.Main)
                session.RaiseMain(new UserId(calendar.OwnerId));
        }

        Db.SaveChanges();
    }

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
            After = States.Write(new EntryRows(row, parts.Overrides, [], parts.Marks.Count > 0 ? parts.Marks : null)),
        };
}
