using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What the store keeps: entries as they were said, what they occupy, and every state they were in.</summary>
public sealed class StoringTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task An_entry_is_read_as_it_was_saved()
    {
        var (id, _) = await world.Do(
            new AddAppointment(
                world.Maren.Id,
                world.Maren.Id,
                "  Read-in ",
                new TimedEntry(
                    new LocalDateTime(2027, 3, 28, 1, 30),
                    "Europe/Lisbon",
                    Duration.FromMinutes(30),
                    "America/Halifax",
                    Zones.TzdbVersion
                ),
                "Gannet",
                "https://meet.ebbline.example/x",
                true,
                TimeTaken.Pencilled,
                Rule.Weekly(2, IsoDayOfWeek.Monday, IsoDayOfWeek.Sunday) with
                {
                    Count = 5,
                }
            )
        );
        var entry = await world.Entry(id);
        var time = Assert.IsType<TimedEntry>(entry.Time);
        Assert.Equal(
            (new LocalDateTime(2027, 3, 28, 1, 30), "Europe/Lisbon", Duration.FromMinutes(30), "America/Halifax"),
            (time.Start, time.Zone, time.Length, time.EndZone)
        );
        Assert.Equal(
            ("Read-in", "Gannet", TimeTaken.Pencilled, true, "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,SU;COUNT=5"),
            (entry.Title, entry.Place, entry.Takes, entry.Private, entry.Rule!.ToString())
        );
    }

    [Fact]
    public async Task An_all_day_entry_is_read_as_dates()
    {
        var (id, _) = await world.Do(
            new AddAppointment(
                world.Maren.Id,
                world.Maren.Id,
                "Reading day",
                new AllDayEntry(new LocalDate(2027, 3, 8), new LocalDate(2027, 3, 10)),
                null
            )
        );
        Assert.Equal(new AllDayEntry(new LocalDate(2027, 3, 8), new LocalDate(2027, 3, 10)), (await world.Entry(id)).Time);
    }

    [Theory]
    [InlineData(null, "2029-03-05", true)]
    [InlineData("FREQ=WEEKLY;COUNT=2", "2027-03-15", true)]
    [InlineData("FREQ=WEEKLY;COUNT=2", "2027-03-22", false)]
    [InlineData("FREQ=WEEKLY;UNTIL=20270322T000000", "2027-03-15", true)]
    [InlineData("FREQ=WEEKLY;UNTIL=20270322T000000", "2027-03-29", false)]
    public async Task A_series_is_found_as_long_as_it_goes(string? rule, string day, bool found)
    {
        await world.Do(
            new AddAppointment(
                world.Maren.Id,
                world.Maren.Id,
                "Weekly",
                World.Timed("2027-03-08T09:00"),
                null,
                Rule: rule is null ? Rule.Weekly(1) : Rule.Parse(rule)
            )
        );
        var span = Zones.Get("Europe/Lisbon").Day(NodaTime.Text.LocalDatePattern.Iso.Parse(day).Value);
        var calendar = (await world.See(s => s.MainCalendars([world.Maren.Id])))[world.Maren.Id];
        var entries = await world.See(s => s.Touching([calendar], span)[calendar].ToList());
        Assert.Equal(found, entries.SelectMany(e => Occurrences.In(e, span, DateTimeZone.Utc)).Any());
    }

    [Fact]
    public async Task A_declined_meeting_leaves_the_lane_with_a_tombstone()
    {
        var made = await world.Arrange();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.PublicId, null, Answer.Declined, null, null));
        var calendar = (await world.See(s => s.MainCalendars([world.Tome.Id])))[world.Tome.Id].Value;
        Assert.Equal(
            "0,1",
            await Ask($"SELECT group_concat(Removed) FROM (SELECT Removed FROM ChangeLog WHERE CalendarId = {calendar} ORDER BY Number)")
        );
        Assert.Equal("0", await Ask($"SELECT count(*) FROM Occupancy WHERE CalendarId = {calendar}"));
        Assert.Equal(
            "1",
            await Ask(
                $"SELECT ChangeNumber = (SELECT max(Number) FROM ChangeLog WHERE CalendarId = {calendar}) FROM Calendars WHERE Id = {calendar}"
            )
        );
    }

    [Fact]
    public async Task The_history_keeps_every_state_with_who_in_whose_name_and_by_which_grant()
    {
        var made = await world.Arrange();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.PublicId, null, Answer.Accepted, null, null));
        await world.Do(new CancelEntry(world.Noor.Id, made.PublicId, null, Reach.All));
        Assert.Equal("3", await Ask("SELECT count(*) FROM History WHERE After IS NOT NULL"));
        Assert.Equal("1", await Ask("SELECT count(*) FROM History a JOIN History b ON b.Before = a.After WHERE a.Before IS NULL"));
        Assert.Equal(
            "2",
            await Ask(
                $"SELECT count(*) FROM Changes WHERE ActorId = {world.Noor.Id.Value} AND InNameOfId = {world.Maren.Id.Value} AND GrantId IS NOT NULL"
            )
        );
        Assert.Equal(
            "1",
            await Ask(
                $"SELECT count(*) FROM Changes WHERE ActorId = {world.Tome.Id.Value} AND InNameOfId = {world.Tome.Id.Value} AND GrantId IS NULL AND Id IN (SELECT ChangeId FROM History)"
            )
        );
    }

    [Fact]
    public async Task An_undone_arrangement_leaves_its_history_and_a_tombstone_but_nothing_on_the_lane()
    {
        var made = await world.Arrange();
        await world.Do(new UndoChange(world.Noor.Id, made.Change));
        Assert.Equal("0", await Ask("SELECT count(*) FROM Entries"));
        Assert.Equal("0", await Ask("SELECT count(*) FROM Occupancy"));
        Assert.Equal("2", await Ask("SELECT count(*) FROM History"));
        Assert.Equal("2", await Ask("SELECT count(*) FROM ChangeLog WHERE Removed"));
        Assert.Equal("2", await Ask("SELECT count(*) FROM Outbox WHERE WithdrawnAt IS NOT NULL AND SentAt IS NULL"));
    }

    [Fact]
    public async Task The_file_is_kept_safe_and_the_occupancy_is_its_own_index()
    {
        Assert.Equal("wal", await Ask("PRAGMA journal_mode"));
        Assert.Contains("WITHOUT ROWID", await Ask("SELECT sql FROM sqlite_master WHERE name = 'Occupancy'"), StringComparison.Ordinal);
        Assert.Equal("ok", await Ask("PRAGMA integrity_check"));
    }

    private async Task<string> Ask(string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(world.Folder, "corlin.db")}");
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        return Convert.ToString(
            await command.ExecuteScalarAsync(TestContext.Current.CancellationToken),
            System.Globalization.CultureInfo.InvariantCulture
        )!;
    }
}
