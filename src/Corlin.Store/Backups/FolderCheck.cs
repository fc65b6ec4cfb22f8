using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store.Backups;

/// <summary>Looks whether a data folder is sound: the database, what stands where, and the papers.</summary>
public static class FolderCheck
{
    private const int AtOnce = 500;
    private const int Told = 20;

    /// <summary>What is wrong, a line each; empty where all is well. Nothing is changed.</summary>
    public static async Task<IReadOnlyList<string>> RunAsync(IReadStore store, string folder, CancellationToken cancel = default)
    {
        var paths = DataFolder.PathsOf(folder);
        List<string> wrong = [.. Pragma(paths.Database, "integrity_check").Where(l => l != "ok"), .. Strays(paths.Database)];
        if (wrong.Count == 0)
            wrong.AddRange(await store.ReadAsync(s => Occupied((StoreReads)s), cancel));
        wrong.AddRange(Papers(paths));
        return wrong.Count <= Told
            ? wrong
            : [.. wrong.Take(Told), string.Create(CultureInfo.InvariantCulture, $"… and {wrong.Count - Told} more.")];
    }

    private static IEnumerable<string> Strays(string database) =>
        Pragma(database, "foreign_key_check").Select(table => $"A line of {table} belongs to something that is not there.");

    private static List<string> Pragma(string database, string name)
    {
        using var connection = Backup.Open(database, SqliteOpenMode.ReadOnly);
        using var command = connection.CreateCommand();
        command.CommandText = $"PRAGMA {name}";
        command.CommandTimeout = 0;
        using var reader = command.ExecuteReader();
        var lines = new List<string>();
        while (reader.Read())
            lines.Add(reader.GetString(0));
        return lines;
    }

    /// <summary>What stands on which calendar is worked out anew from the entries, and held against what is stored.</summary>
    private static List<string> Occupied(StoreReads store)
    {
        var wrong = new List<string>();
        long last = 0;
        while (true)
        {
            var ids = store.Db.Entries.Where(e => e.Id > last).OrderBy(e => e.Id).Select(e => e.Id).Take(AtOnce).ToList();
            if (ids.Count == 0)
                break;
            last = ids[^1];
            var stored = store.Db.Occupancy.AsNoTracking().Where(o => ids.Contains(o.EntryId)).AsEnumerable().ToLookup(o => o.EntryId, Key);
            var entries = store.EntriesNow([.. ids.Select(i => new EntryId(i))]).Values.ToList();
            var owners = store.Users(entries.Select(e => e.Owner).Distinct());
            var main = store.MainCalendars(entries.SelectMany(e => e.Participations.Select(p => p.Who)).Distinct());
            wrong.AddRange(
                entries
                    .Where(e => !stored[e.Id.Value].ToHashSet().SetEquals(Anew(e, main, owners[e.Owner])))
                    .Select(e => $"Entry {e.PublicId} does not stand where its times say.")
            );
        }

        var strays = store.Db.Occupancy.Count(o => !store.Db.Entries.Any(e => e.Id == o.EntryId));
        if (strays > 0)
            wrong.Add(
                string.Create(CultureInfo.InvariantCulture, $"{strays} places on calendars are taken by entries that are not there.")
            );
        return wrong;
    }

    private static IEnumerable<(long, long, long, string, TimeTaken)> Anew(
        Entry entry,
        IReadOnlyDictionary<UserId, CalendarId> main,
        CalendarUser owner
    )
    {
        var calendars = entry
            .Participations.Select(p => p.Who)
            .Distinct()
            .Where(main.ContainsKey)
            .ToDictionary(who => who, who => main[who]);
        calendars[entry.Owner] = entry.Home;
        return Occupying.Rows(entry, calendars, owner.HomeZone).Select(Key);
    }

    private static (long, long, long, string, TimeTaken) Key(OccupancyRow row) =>
        (row.CalendarId, row.FirstStart.ToUnixTimeMilliseconds(), row.LastEnd.ToUnixTimeMilliseconds(), row.RecurrenceId, row.Takes);

    private static IEnumerable<string> Papers(DataPaths paths)
    {
        foreach (var hash in Backup.NamedPapers(paths.Database))
        {
            var paper = Path.Combine(paths.Papers, hash);
            if (!File.Exists(paper))
                yield return $"Paper {hash} is not there.";
            else if (Backup.HashOf(paper) != hash)
                yield return $"Paper {hash} is not as it was laid down.";
        }
    }
}
