using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace Corlin.Store.Backups;

/// <summary>What a backup holds, as it says itself.</summary>
/// <param name="Database">SHA-256 of the database, lower-case hexadecimal.</param>
/// <param name="Papers">How many documents lie in it.</param>
/// <param name="Lacking">Documents that are named and were not there.</param>
public sealed record BackupNote(int Format, string MadeAt, string Database, int Papers, IReadOnlyList<string> Lacking);

/// <summary>
/// Everything of an organisation in one ZIP file: the database as it was at one moment, then the documents that it names, and the keys of
/// the sessions.
/// </summary>
public static class Backup
{
    internal const int Format = 1;
    internal const string NoteName = "corlin-backup.json";
    internal const string DatabaseName = "corlin.db";
    internal const string PapersName = "papers/";
    internal const string KeysName = "keys/";

    /// <summary>Writes a backup of a data folder, whether or not a server works on it: nobody waits for it.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="file">Where it goes; what was there under that name is replaced once the new one is whole.</param>
    /// <exception cref="DataFolderException">There is no Corlin in that folder.</exception>
    /// <exception cref="IOException">It cannot be written; what was there is left.</exception>
    public static BackupNote Write(string folder, string file, Instant now)
    {
        var paths = DataFolder.PathsOf(folder);
        if (!File.Exists(paths.Database))
            throw new DataFolderException($"There is no Corlin in {paths.Folder}. Name its data folder with --data.");
        if (Path.GetDirectoryName(Path.GetFullPath(file)) is { } into && !Directory.Exists(into))
            throw new IOException($"There is no folder {into} into which the backup could go.");
        var (copy, coming) = (file + ".db.part", file + ".part");
        try
        {
            File.Delete(copy);
            Copy(paths.Database, copy);
            var note = Pack(paths, copy, coming, now);
            File.Move(coming, file, overwrite: true);
            return note;
        }
        catch (SqliteException e)
        {
            throw new IOException($"The database cannot be copied: {e.Message}", e);
        }
        finally
        {
            File.Delete(copy);
            File.Delete(coming);
        }
    }

    /// <summary>One state of it, compact and without a log beside it; who writes meanwhile is not in it.</summary>
    private static void Copy(string database, string copy)
    {
        using var source = Open(database, SqliteOpenMode.ReadWrite);
        using var command = source.CreateCommand();
        command.CommandText = "VACUUM INTO $copy";
        command.CommandTimeout = 0;
        command.Parameters.AddWithValue("$copy", copy);
        command.ExecuteNonQuery();
    }

    private static BackupNote Pack(DataPaths paths, string copy, string coming, Instant now)
    {
        using var stream = new FileStream(coming, FileMode.Create, FileAccess.ReadWrite, FileShare.None);
        BackupNote note;
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            zip.CreateEntryFromFile(copy, DatabaseName, CompressionLevel.Fastest);
            var (laid, lacking) = (0, new List<string>());
            foreach (var hash in NamedPapers(copy))
            {
                var paper = Path.Combine(paths.Papers, hash);
                if (!File.Exists(paper))
                {
                    lacking.Add(hash);
                    continue;
                }

                // Most documents are compressed already.
                zip.CreateEntryFromFile(paper, PapersName + hash, CompressionLevel.NoCompression);
                laid++;
            }

            foreach (var key in Directory.Exists(paths.Keys) ? Directory.EnumerateFiles(paths.Keys, "*.xml") : [])
                zip.CreateEntryFromFile(key, KeysName + Path.GetFileName(key), CompressionLevel.Fastest);
            note = new BackupNote(Format, now.ToString(), HashOf(copy), laid, lacking);
            using var said = zip.CreateEntry(NoteName).Open();
            JsonSerializer.Serialize(said, note);
        }

        stream.Flush(flushToDisk: true);
        return note;
    }

    /// <summary>The documents that a database names, by their hashes.</summary>
    internal static IReadOnlyList<string> NamedPapers(string database)
    {
        using var source = Open(database, SqliteOpenMode.ReadOnly);
        using var command = source.CreateCommand();
        command.CommandText = """SELECT "Hash" FROM "Papers" UNION SELECT "Hash" FROM "DraftPapers" ORDER BY 1""";
        using var reader = command.ExecuteReader();
        var hashes = new List<string>();
        while (reader.Read())
        {
            if (IsHash(reader.GetString(0)))
                hashes.Add(reader.GetString(0));
        }

        return hashes;
    }

    /// <summary>Of a link there is none.</summary>
    internal static bool IsHash(string text) => text.Length == 64 && text.All(char.IsAsciiHexDigitLower);

    internal static string HashOf(string file)
    {
        using var stream = File.OpenRead(file);
        return Convert.ToHexStringLower(SHA256.HashData(stream));
    }

    internal static SqliteConnection Open(string database, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = database,
                Mode = mode,
                Pooling = false,
            }.ToString()
        );
        connection.Open();
        return connection;
    }
}
