using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Conferences;
using Corlin.Application.Mail;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace Corlin.Application.Tests;

public sealed class PruneTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static readonly PruneRule Nothing = new(Duration.FromDays(36_500), Duration.FromDays(36_500), long.MaxValue);

    private const string Link = "https://corlin.ebbline.example/conference/0123456789abcdef0123";

    private async Task<long> Count(string from)
    {
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(world.Folder, "corlin.db")};Mode=ReadOnly");
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = connection.CreateCommand();
        command.CommandText = $"SELECT count(*) FROM {from}";
        return (long)(await command.ExecuteScalarAsync(TestContext.Current.CancellationToken))!;
    }

    private Task<int> Prune(PruneRule rule, Duration later) =>
        world.Pruning.PruneAsync(rule, world.Now + later, TestContext.Current.CancellationToken);

    [Fact]
    public async Task Who_was_in_a_conference_is_cleared_away_when_its_time_is_over_and_not_before()
    {
        var made = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Insurers",
                [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-08T11:00"),
                null,
                Link,
                null,
                null,
                false
            )
        );
        await world.Do(new JoinConference(ConferenceRules.KeyOf(Link)!, world.Tome.Id, null));
        var rule = Nothing with { Presences = Duration.FromDays(90) };
        Assert.Equal(0, await Prune(rule, Duration.FromDays(90)));
        Assert.Equal(1, await Count("Presences"));
        Assert.Equal(1, await Prune(rule, Duration.FromDays(90) + Duration.FromMinutes(1)));
        Assert.Equal(0, await Count("Presences"));
        Assert.NotNull(await world.See(s => s.Entry(made.PublicId)));
    }

    [Fact]
    public async Task The_source_of_settled_mail_goes_and_its_text_stays()
    {
        foreach (var (id, to) in new[] { ("one@x", "maren@ebbline.example"), ("two@x", "nobody@ebbline.example") })
            await world.Do(
                new ReceiveMail(
                    new ReceivedMail(id, new Mailbox("", "rosa@elsewhere.example"), new Mailbox("", to), "A word", "Yes.", [], [1, 2]),
                    null
                )
            );
        var unsettled = await Count("Mails WHERE NOT Settled");
        Assert.Equal(2, await Count("MailSources"));
        await Prune(Nothing with { Sources = Duration.FromDays(365) }, Duration.FromDays(366));
        Assert.Equal(unsettled, await Count("MailSources"));
        Assert.Equal(2, await Count("Mails WHERE Text IS NOT NULL"));
    }

    [Fact]
    public async Task Of_each_log_of_changes_the_latest_stay()
    {
        for (var day = 15; day < 25; day++)
            await world.Arrange(start: $"2027-03-{day}T12:00");
        var before = await Count("ChangeLog");
        var newest = await Count("(SELECT max(Number) FROM ChangeLog GROUP BY CalendarId)");
        var cleared = await Prune(Nothing with { Log = 3 }, Duration.Zero);
        Assert.True(cleared > 0);
        Assert.Equal(before - cleared, await Count("ChangeLog"));
        Assert.Equal(0, await Count("ChangeLog l JOIN Calendars c ON c.Id = l.CalendarId WHERE l.Number <= c.ChangeNumber - 3"));
        Assert.Equal(newest, await Count("(SELECT max(Number) FROM ChangeLog GROUP BY CalendarId)"));
        Assert.Equal(0, await Prune(Nothing with { Log = 3 }, Duration.Zero));
    }

    [Fact]
    public async Task The_worker_looks_again_a_day_after_there_was_nothing_left()
    {
        var pruning = new Counted();
        var worker = new PruneWorker(pruning);
        var now = Instant.FromUtc(2027, 3, 8, 9, 42);
        foreach (var (left, later, looks) in new[] { (5, 0, 1), (0, 1, 2), (7, 2, 2), (7, 24 * 60 + 2, 3) })
        {
            pruning.Left = left;
            await worker.RunDueAsync(now + Duration.FromMinutes(later), TestContext.Current.CancellationToken);
            Assert.Equal(looks, pruning.Looks);
        }
    }

    private sealed class Counted : IPruning
    {
        public int Left { get; set; }

        public int Looks { get; private set; }

        public Task<int> PruneAsync(PruneRule rule, Instant now, CancellationToken cancel = default)
        {
            Looks++;
            return Task.FromResult(Left);
        }
    }
}
