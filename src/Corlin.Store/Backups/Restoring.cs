using System.IO.Compression;
using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Corlin.Store.Backups;

/// <summary>Puts a backup into an empty folder.</summary>
public static class Restoring
{
    /// <exception cref="DataFolderException">The folder holds something already, or another Corlin works on it; nothing was changed.</exception>
    /// <exception cref="FormatException">The file is no backup, or is not whole; what was taken out of it is removed again.</exception>
    public static BackupNote Restore(string file, string folder)
    {
        var paths = DataFolder.PathsOf(folder);
        if (Directory.Exists(paths.Folder) && Directory.EnumerateFileSystemEntries(paths.Folder).Any(e => Path.GetFileName(e) != "lock"))
            throw new DataFolderException(
                $"{paths.Folder} is not empty. A backup is restored into an empty folder, so that nothing there is lost."
            );
        using var zip = OpenZip(file);
        var note = NoteOf(zip, file);
        using var held = DataFolder.Take(folder, fresh: false);
        try
        {
            foreach (var entry in zip.Entries)
            {
                if (Target(paths, entry.FullName) is { } target)
                {
                    Directory.CreateDirectory(Path.GetDirectoryName(target)!);
                    entry.ExtractToFile(target);
                }
            }

            MustBeWhole(paths, note, file);
            KeepLog(paths.Database);
            return note;
        }
        catch
        {
            foreach (var made in new[] { paths.Papers, paths.Keys }.Where(Directory.Exists))
                Directory.Delete(made, recursive: true);
            File.Delete(paths.Database);
            throw;
        }
    }

    /// <summary>Where a part of a backup belongs; null for what is none, such as a name that leads out of the folder.</summary>
    private static string? Target(DataPaths paths, string name)
    {
        if (name == Backup.DatabaseName)
            return paths.Database;
        if (name.StartsWith(Backup.PapersName, StringComparison.Ordinal) && Backup.IsHash(name[Backup.PapersName.Length..]))
            return Path.Combine(paths.Papers, name[Backup.PapersName.Length..]);
        var key = name.StartsWith(Backup.KeysName, StringComparison.Ordinal) ? name[Backup.KeysName.Length..] : "";
        return key.EndsWith(".xml", StringComparison.Ordinal) && key == Path.GetFileName(key) ? Path.Combine(paths.Keys, key) : null;
    }

    private static ZipArchive OpenZip(string file)
    {
        try
        {
            return ZipFile.OpenRead(file);
        }
        catch (InvalidDataException)
        {
            throw new FormatException($"{file} is no backup of Corlin, or is not whole.");
        }
    }

    private static BackupNote NoteOf(ZipArchive zip, string file)
    {
        try
        {
            using var said = zip.GetEntry(Backup.NoteName)?.Open() ?? throw new FormatException($"{file} is no backup of Corlin.");
            return JsonSerializer.Deserialize<BackupNote>(said) is { Format: Backup.Format } note
                ? note
                : throw new FormatException($"{file} was written by another version of Corlin, which this one cannot read.");
        }
        catch (Exception e) when (e is JsonException or InvalidDataException)
        {
            throw new FormatException($"{file} is no backup of Corlin, or is not whole.", e);
        }
    }

    /// <summary>A copy keeps no log beside it; a server writes to one that does.</summary>
    private static void KeepLog(string database)
    {
        using var connection = Backup.Open(database, SqliteOpenMode.ReadWrite);
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA journal_mode=WAL";
        command.ExecuteNonQuery();
    }

    private static void MustBeWhole(DataPaths paths, BackupNote note, string file)
    {
        if (!File.Exists(paths.Database) || Backup.HashOf(paths.Database) != note.Database)
            throw new FormatException($"The database in {file} is not as it was written. Nothing was restored; take another backup.");
        foreach (var hash in Backup.NamedPapers(paths.Database).Except(note.Lacking))
        {
            var paper = Path.Combine(paths.Papers, hash);
            if (!File.Exists(paper) || Backup.HashOf(paper) != hash)
                throw new FormatException($"A paper in {file} is not as it was written. Nothing was restored; take another backup.");
        }
    }
}
