using Corlin.Core.Time;
using Corlin.Store.Backups;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Backups that are made every night, and which of them are kept.</summary>
public sealed class BackupsKeptTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public void After_each_of_a_hundred_nights_the_last_seven_and_the_first_of_four_weeks_before_are_there()
    {
        var first = new LocalDate(2027, 1, 6);
        var there = new HashSet<LocalDate>();
        for (var night = first; night < first.PlusDays(100); night = night.PlusDays(1))
        {
            there.Add(night);
            there.ExceptWith(BackupsKept.TooMany(there));
            var daily = Enumerable.Range(0, 7).Select(n => night.PlusDays(-n)).Where(d => d >= first);
            Assert.Subset(there, daily.ToHashSet());
            Assert.InRange(there.Count, 1, 11);
        }

        var weekly = there.Except(Enumerable.Range(0, 7).Select(n => first.PlusDays(99 - n))).Order().ToList();
        Assert.Equal(4, weekly.Count);
        Assert.All(weekly.Skip(1).Zip(weekly), pair => Assert.Equal(7, (pair.First - pair.Second).Days));
        Assert.All(weekly, d => Assert.Equal(IsoDayOfWeek.Monday, d.DayOfWeek));
    }

    [Fact]
    public async Task A_folder_that_was_begun_by_day_has_its_first_in_the_night_and_what_failed_is_tried_again()
    {
        var cancel = TestContext.Current.CancellationToken;
        var folder = Path.Combine(world.Folder, "nights");
        var lisbon = Zones.Get("Europe/Lisbon");
        Instant At(int day, int hour, int minute) => lisbon.AtStrictly(new LocalDateTime(2027, 3, day, hour, minute)).ToInstant();
        string[] There() => Directory.Exists(folder) ? [.. Directory.EnumerateFiles(folder).Select(f => Path.GetFileName(f)).Order()] : [];
        var nights = new NightlyBackups(world.Folder, folder, lisbon);
        Assert.Equal(0, await nights.RunDueAsync(At(8, 15, 0), cancel));
        Assert.Equal(0, await nights.RunDueAsync(At(9, 2, 29), cancel));
        Assert.Equal(1, await nights.RunDueAsync(At(9, 2, 30), cancel));
        Assert.Equal(0, await nights.RunDueAsync(At(9, 2, 31), cancel));
        Assert.Equal(["corlin-2027-03-09.zip"], There());
        // Started again after two days it makes up for the night that was missed, and clears away what was left half done.
        await File.WriteAllTextAsync(Path.Combine(folder, "corlin-2027-03-10.zip.part"), "half", cancel);
        await File.WriteAllTextAsync(Path.Combine(folder, "notes.txt"), "not ours", cancel);
        var again = new NightlyBackups(world.Folder, folder, lisbon);
        Assert.Equal(1, await again.RunDueAsync(At(11, 12, 0), cancel));
        Assert.Equal(["corlin-2027-03-09.zip", "corlin-2027-03-11.zip", "notes.txt"], There());
        var nowhere = new NightlyBackups(Path.Combine(world.Folder, "no-such"), folder, lisbon);
        await Assert.ThrowsAsync<Store.DataFolderException>(() => nowhere.RunDueAsync(At(12, 3, 0), cancel));
        Assert.Equal(0, await nowhere.RunDueAsync(At(12, 3, 1), cancel));
        await Assert.ThrowsAsync<Store.DataFolderException>(() => nowhere.RunDueAsync(At(12, 3, 16), cancel));
    }
}
