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

    public string Database => System.IO.Path.Combine(Path, "corlin.db");

    /// <summary>The contents of papers; nothing is served from there.</summary>
    public string Papers => System.IO.Path.Combine(Path, "papers");

    public string Keys => System.IO.Path.Combine(Path, "keys");

    public string Simulation => System.IO.Path.Combine(Path, "simulation");

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

/// <summary>The data folder cannot be used; its message says why in one line.</summary>
public sealed class DataFolderException(string message) : Exception(message);
