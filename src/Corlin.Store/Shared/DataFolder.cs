namespace Corlin.Store;

/// <summary>The folder that holds everything of one organisation. It is locked while a process works on it.</summary>
public sealed class DataFolder : IDisposable
{
    private readonly FileStream held;

    private DataFolder(string path, FileStream held)
    {
        Path = path;
        this.held = held;
    }

    public string Path { get; }

    public string Database => PathsOf(Path).Database;

    /// <summary>The contents of papers; nothing is served from there.</summary>
    public string Papers => PathsOf(Path).Papers;

    public string Keys => PathsOf(Path).Keys;

    /// <summary>Where the backups of every night go, where no other place is named.</summary>
    public string Backups => System.IO.Path.Combine(Path, "backups");

    public string Simulation => System.IO.Path.Combine(Path, "simulation");

    /// <summary>What lies where in a data folder, whether or not it is there.</summary>
    internal static DataPaths PathsOf(string folder)
    {
        var full = System.IO.Path.GetFullPath(folder);
        string At(string name) => System.IO.Path.Combine(full, name);
        return new DataPaths(full, At("corlin.db"), At("papers"), At("keys"));
    }

    /// <summary>Takes the folder, making it where there is none.</summary>
    /// <param name="fresh">Empty it first.</param>
    /// <exception cref="DataFolderException">It cannot be written, or another process holds it; the message is one line for
    /// people.</exception>
    public static DataFolder Take(string path, bool fresh)
    {
        var full = System.IO.Path.GetFullPath(path);
        try
        {
            Directory.CreateDirectory(full);
            var held = new FileStream(System.IO.Path.Combine(full, "lock"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            var folder = new DataFolder(full, held);
            if (fresh)
                folder.Empty();
            return folder;
        }
        catch (IOException e)
            when (e is not (DirectoryNotFoundException or PathTooLongException) && File.Exists(System.IO.Path.Combine(full, "lock")))
        {
            throw new DataFolderException(
                $"The data folder {full} is in use by another Corlin. Stop that one, or choose another with --data."
            );
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new DataFolderException($"The data folder {full} cannot be written. Choose another with --data.");
        }
    }

    public void Dispose() => held.Dispose();

    private void Empty()
    {
        foreach (var file in new[] { Database, Database + "-wal", Database + "-shm" })
            File.Delete(file);
        foreach (var folder in new[] { Keys, Papers, Simulation })
        {
            if (Directory.Exists(folder))
                Directory.Delete(folder, recursive: true);
        }
    }
}

/// <param name="Papers">The folder with the contents of papers.</param>
/// <param name="Keys">The folder with the keys of the sessions.</param>
internal sealed record DataPaths(string Folder, string Database, string Papers, string Keys);

/// <summary>The data folder cannot be used; its message says why in one line.</summary>
public sealed class DataFolderException(string message) : Exception(message);
