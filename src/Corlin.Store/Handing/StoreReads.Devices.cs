using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// Devices that keep calendars, and what changed since they came.
internal partial class StoreReads
{
    public IReadOnlyList<Device> DevicesOf(UserId owner) =>
        [
            .. Db
                .Devices.AsNoTracking()
                .Where(d => d.OwnerId == owner.Value && d.EndedById == null)
                .OrderBy(d => d.Id)
                .AsEnumerable()
                .Select(ToCore),
        ];

    public Device? Device(long id) =>
        Db.Devices.AsNoTracking().SingleOrDefault(d => d.Id == id && d.EndedById == null) is { } row ? ToCore(row) : null;

    public Device? DeviceOfKey(string keyHash) =>
        Db.Devices.AsNoTracking().SingleOrDefault(d => d.KeyHash == keyHash && d.EndedById == null) is { } row ? ToCore(row) : null;

    public IReadOnlyDictionary<CalendarId, long> ChangeNumbers(IReadOnlyCollection<CalendarId> calendars)
    {
        var wanted = calendars.Select(c => c.Value).ToArray();
        return Db
            .Calendars.Where(c => wanted.Contains(c.Id))
            .Select(c => new { c.Id, c.ChangeNumber })
            .ToDictionary(c => new CalendarId(c.Id), c => c.ChangeNumber);
    }

    public IReadOnlyList<ChangedOnCalendar>? ChangedAfter(CalendarId calendar, long number, int limit)
    {
        var ids = Db
            .ChangeLog.Where(l => l.CalendarId == calendar.Value && l.Number > number)
            .OrderBy(l => l.Number)
            .Select(l => l.EntryId)
            .Take(limit + 1)
            .ToArray();
        if (ids.Length > limit)
            return null;
        ids = [.. ids.Distinct()];
        var there = Db.Entries.Where(e => ids.Contains(e.Id)).Select(e => e.Id).ToArray();
        var entries = ById(there);
        var gone = PublicIdsOf([.. ids.Except(there)]);
        return
        [
            .. ids.Select(id =>
                entries.GetValueOrDefault(id) is { } entry
                    ? new ChangedOnCalendar(entry.Id, entry.PublicId, entry)
                    : new ChangedOnCalendar(new EntryId(id), gone.GetValueOrDefault(id), null)
            ),
        ];
    }

    public IReadOnlyDictionary<EntryId, string> DeviceNames(CalendarId calendar) =>
        Db
            .DeviceNames.Where(n => n.CalendarId == calendar.Value)
            .Select(n => new { n.EntryId, n.Name })
            .ToDictionary(n => new EntryId(n.EntryId), n => n.Name);

    public IReadOnlyDictionary<string, Entry> EntriesOfDeviceNames(CalendarId calendar, IReadOnlyCollection<string> names)
    {
        var rows = Db
            .DeviceNames.Where(n => n.CalendarId == calendar.Value && names.Contains(n.Name) && Db.Entries.Any(e => e.Id == n.EntryId))
            .Select(n => new { n.Name, n.EntryId })
            .ToList();
        var entries = ById([.. rows.Select(r => r.EntryId)]);
        return rows.ToDictionary(r => r.Name, r => entries[r.EntryId], StringComparer.Ordinal);
    }

    public IReadOnlyDictionary<string, Entry> Entries(IReadOnlyCollection<string> publicIds)
    {
        var ids = Db.Entries.Where(e => publicIds.Contains(e.PublicId)).Select(e => e.Id).ToArray();
        return ById(ids).Values.ToDictionary(e => e.PublicId, StringComparer.Ordinal);
    }

    /// <summary>Of entries that an undo took away: the history keeps what they were.</summary>
    private Dictionary<long, string> PublicIdsOf(long[] entries) =>
        entries.Length == 0
            ? []
            : Db
                .History.Where(h => entries.Contains(h.EntryId) && h.After == null && h.Before != null)
                .GroupBy(h => h.EntryId)
                .Select(g => new { g.Key, Before = g.OrderByDescending(h => h.Id).First().Before! })
                .AsEnumerable()
                .ToDictionary(h => h.Key, h => EntryRows.Read(h.Before).PublicId);

    private static Device ToCore(DeviceRow row) =>
        new(row.Id, new UserId(row.OwnerId), row.Name, row.MadeAt) { UsedAt = row.UsedAt, UsedWith = row.UsedWith };
}
