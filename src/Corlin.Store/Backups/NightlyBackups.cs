using NodaTime;
using NodaTime.Text;

namespace Corlin.Store.Backups;

/// <summary>A backup every night into a folder, of which the last seven and four weekly ones are kept.</summary>
/// <param name="data">The data folder.</param>
/// <param name="folder">Where the backups go.</param>
/// <param name="zone">By whose clock it is night.</param>
public sealed class NightlyBackups(string data, string folder, DateTimeZone zone)
{
    private const string Beginning = "corlin-";
    private const string Ending = ".zip";
    private static readonly LocalTime Night = new(2, 30);

    /// <summary>What failed is tried again, and not at once.</summary>
    private static readonly Duration BetweenTries = Duration.FromMinutes(15);

    private LocalDate? done;
    private Instant nextTry = Instant.MinValue;

    /// <returns>How many were made.</returns>
    public Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var local = now.InZone(zone).LocalDateTime;
        var night = local.TimeOfDay >= Night ? local.Date : local.Date.PlusDays(-1);
        // A folder that was begun today has its first one in the night that comes.
        done ??= Made(folder).Select(m => (LocalDate?)m.Night).Max() ?? night;
        if (done >= night || now < nextTry)
            return Task.FromResult(0);
        nextTry = now + BetweenTries;
        return Task.Run(() => Make(night, now), cancel);
    }

    private int Make(LocalDate night, Instant now)
    {
        Directory.CreateDirectory(folder);
        foreach (var unfinished in Directory.EnumerateFiles(folder, $"{Beginning}*.part"))
            File.Delete(unfinished);
        Backup.Write(data, Path.Combine(folder, $"{Beginning}{LocalDatePattern.Iso.Format(night)}{Ending}"), now);
        done = night;
        var there = Made(folder);
        foreach (var old in BackupsKept.TooMany([.. there.Select(m => m.Night)]))
            File.Delete(there.First(m => m.Night == old).File);
        return 1;
    }

    private static List<(LocalDate Night, string File)> Made(string folder) =>
        !Directory.Exists(folder)
            ? []
            :
            [
                .. Directory
                    .EnumerateFiles(folder, $"{Beginning}*{Ending}")
                    .Select(f => (Parsed: LocalDatePattern.Iso.Parse(Path.GetFileName(f)[Beginning.Length..^Ending.Length]), File: f))
                    .Where(f => f.Parsed.Success)
                    .Select(f => (f.Parsed.Value, f.File)),
            ];
}

/// <summary>Which backups are kept.</summary>
public static class BackupsKept
{
    private const int Nights = 7;
    private const int Weeks = 4;

    /// <summary>Those beside the last seven and, of the weeks before, the first of each of the last four.</summary>
    public static IReadOnlyList<LocalDate> TooMany(IReadOnlyCollection<LocalDate> nights)
    {
        var latestFirst = nights.Distinct().OrderDescending().ToList();
        var before = latestFirst.Skip(Nights).ToList();
        var weekly = before.GroupBy(WeekOf).OrderByDescending(w => w.Key).Take(Weeks).Select(w => w.Min());
        return [.. before.Except(weekly)];
    }

    private static (int Year, int Week) WeekOf(LocalDate date)
    {
        var rule = NodaTime.Calendars.WeekYearRules.Iso;
        return (rule.GetWeekYear(date), rule.GetWeekOfWeekYear(date));
    }
}
