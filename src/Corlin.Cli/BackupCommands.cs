using Corlin.Application.Ports;
using Corlin.Store;
using Corlin.Store.Backups;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Corlin.Cli;

/// <summary>A data folder into a file, out of one, and whether it is sound.</summary>
internal static class BackupCommands
{
    public static void Backup(string file, string folder, TextWriter output)
    {
        var note = Store.Backups.Backup.Write(folder, file, SystemClock.Instance.GetCurrentInstant());
        output.WriteLine($"{file}: the database and {Papers(note.Papers)}, {new FileInfo(file).Length / 1_000_000.0:0.0} MB.");
        if (note.Lacking.Count > 0)
            output.WriteLine($"{Papers(note.Lacking.Count)} named in the database could not be found; ./corlin check says which.");
    }

    public static void Restore(string file, string folder, TextWriter output)
    {
        if (!File.Exists(file))
            throw new FormatException($"There is no file {file}.");
        var note = Restoring.Restore(file, folder);
        output.WriteLine(
            $"{folder} is as it was at {note.MadeAt}, with {Papers(note.Papers)}. Mail that had not left by then leaves again."
        );
    }

    /// <returns>0 where all is well, 1 where something is wrong.</returns>
    public static async Task<int> CheckAsync(string folder, TextWriter output)
    {
        if (!File.Exists(Path.Combine(folder, "corlin.db")))
            throw new FormatException($"There is no Corlin in {folder}. Name its data folder with --data.");
        using var data = DataFolder.Take(folder, fresh: false);
        await using var provider = new ServiceCollection().AddStoreAlone(data.Database).BuildServiceProvider();
        if (!await provider.IsOfThisVersionAsync())
            throw new FormatException("Another version of Corlin wrote this folder. Start this one on it once, then check.");
        var wrong = await FolderCheck.RunAsync(provider.GetRequiredService<IReadStore>(), folder);
        foreach (var line in wrong.DefaultIfEmpty("All is well: the database, what stands where, and the papers."))
            await output.WriteLineAsync(line);
        return wrong.Count == 0 ? 0 : 1;
    }

    private static string Papers(int count) => count == 1 ? "one paper" : $"{count} papers";
}
