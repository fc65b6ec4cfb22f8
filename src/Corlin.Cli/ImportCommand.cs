using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Interchange.ICalendar;
using Corlin.Store;
using Microsoft.Extensions.DependencyInjection;

namespace Corlin.Cli;

/// <summary>Takes a calendar file into somebody's calendar while Corlin does not run, as they would themselves.</summary>
internal static class ImportCommand
{
    private const int ToldAtMost = 20;

    /// <param name="address">The e-mail address of whose calendar it is.</param>
    /// <exception cref="FormatException">The file is no calendar file, or nobody has that address.</exception>
    public static async Task RunAsync(string file, string address, string folder, TextWriter output)
    {
        if (!File.Exists(Path.Combine(folder, "corlin.db")))
            throw new FormatException($"There is no Corlin in {folder}. Name its data folder with --data.");
        using var data = DataFolder.Take(folder, fresh: false);
        await using var provider = new ServiceCollection().AddStoreAlone(data.Database).BuildServiceProvider();
        await provider.PrepareStoreAsync();
        var owner = await provider.GetRequiredService<IReadStore>().ReadAsync(s => s.UserByAddress(address.ToLowerInvariant()))
            ?? throw new FormatException($"Nobody here has the address {address}.");
        await using var stream = File.OpenRead(file);
        using var read = CalendarFile.Open(stream, owner.HomeZone);
        var made = await provider
            .GetRequiredService<IWriteGate>()
            .RunAsync(
                new ImportEntries(owner.Id, owner.Id, read.Entries(), CalendarFile.CategoryOf)
                {
                    SameBesidesCategory = CalendarFile.SameBesidesCategory,
                }
            );
        var inAll = read.SkippedInAll + made.LeftInAll;
        await output.WriteLineAsync(
            $"{owner.Name}: {made.Added} added, {made.Changed} changed, {made.Unchanged} as they were, {inAll} not taken over."
        );
        foreach (var note in read.Notes)
            await output.WriteLineAsync(note);
        var told = read
            .Skipped.Select(s => $"{s.What}: {s.Why}")
            .Concat(made.Left.Select(l => $"{l.Title}: {English.Word(l.Reason)}"))
            .Take(ToldAtMost)
            .ToList();
        foreach (var line in told)
            await output.WriteLineAsync(line);
        if (inAll > told.Count)
            await output.WriteLineAsync($"… and {inAll - told.Count} more.");
    }
}
