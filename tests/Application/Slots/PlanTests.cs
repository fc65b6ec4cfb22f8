using System.Collections.Concurrent;
using System.Data.Common;
using System.Diagnostics;
using Corlin.Application.Access;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.Files;
using Corlin.Application.HandingOver;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Application.Requests;
using Corlin.Application.Slots;
using Corlin.Core.Access;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What the screens ask is answered by searches in an index, never by scanning a table that grows.</summary>
public sealed class PlanTests : IAsyncLifetime
{
    private readonly Commands commands = new();
    private IDisposable listening = null!;
    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        // Before the first command: who finds nobody listening does not look again for a while.
        listening = DiagnosticListener.AllListeners.Subscribe(commands);
        world = await World.MakeAsync();
        await world.Arrange();
    }

    public ValueTask DisposeAsync()
    {
        listening.Dispose();
        return world.DisposeAsync();
    }

    [Fact]
    public Task The_desk_searches() => Searches(s => new ReadDesk(world.Noor.Id, world.Now).Run(s), atLeast: 8);

    [Fact]
    public Task Chase_searches() => Searches(s => new ReadChase(world.Noor.Id, world.Now).Run(s), atLeast: 5);

    [Fact]
    public Task Lanes_search() =>
        Searches(
            s =>
                new ReadLanes(
                    world.Noor.Id,
                    [world.Maren.PublicId, world.Tome.PublicId],
                    new LocalDate(2027, 3, 16),
                    LanesSpan.WorkingDays,
                    world.Now
                ).Run(s),
            atLeast: 6
        );

    [Fact]
    public Task Reminders_search() => Searches(s => new ReadReminders(world.Noor.Id, world.Now).Run(s), atLeast: 5);

    [Fact]
    public Task A_year_searches() => Searches(s => new ReadYear(world.Noor.Id, null, 2027, world.Now).Run(s), atLeast: 5);

    [Fact]
    public Task Finding_searches() =>
        Searches(
            s => s.Matching([.. s.MainCalendars([world.Maren.Id, world.Tome.Id]).Values], [new SoughtWord("insur", [world.Tome.Id])], 20),
            atLeast: 2
        );

    [Fact]
    public Task One_s_own_page_searches() => Searches(s => new ReadMine(world.Maren.Id, world.Now).Run(s), atLeast: 8);

    [Fact]
    public async Task Handovers_search()
    {
        var made = await world.Do(
            new HandOver(
                world.Noor.Id,
                world.Tome.Id,
                new(2027, 3, 8),
                new(2027, 3, 9),
                null,
                [new(world.Maren.Id, null, null, "Ring back", null, null)]
            )
        );
        await Searches(
            s => (new ReadHandovers(world.Noor.Id, world.Now).Run(s), new ReadHandover(world.Noor.Id, made.Number, world.Now).Run(s)),
            atLeast: 10
        );
    }

    [Fact]
    public Task Further_calendars_search() =>
        Searches(s => new ReadCalendars(world.Noor.Id, world.Maren.PublicId, world.Now).Run(s), atLeast: 5);

    [Fact]
    public Task Followed_calendars_search() =>
        Searches(
            s =>
                (
                    s.FollowedDue(world.Now, 4),
                    new ReadFollowed(world.Noor.Id, world.Maren.PublicId, world.Now).Run(s),
                    s.CountAtHome([new(1)])
                ),
            atLeast: 5
        );

    [Fact]
    public async Task Access_searches()
    {
        await world.Grant(world.Maren, world.Noor, Sight.Everything, Acting.SpeakFor, isPrivate: true, passOn: true);
        await world.Do(new AskForAccess(world.Tome.Id, world.Maren.Id, new AccessTerms(Sight.Headlines, Acting.Look), null));
        await Searches(
            s =>
                (
                    new ReadAccess(world.Noor.Id, null, world.Now).Run(s),
                    new ReadGrants(world.Noor.Id, world.Tome.PublicId, world.Maren.PublicId, world.Now).Run(s),
                    new ReadAs(world.Noor.Id, world.Tome.PublicId, world.Maren.PublicId, null, world.Now).Run(s),
                    new ReadReaders(world.Noor.Id, world.Maren.PublicId, null, world.Now).Run(s),
                    s.AccessChangedBetween(world.Now - Duration.FromDays(1), world.Now + Duration.FromDays(1))
                ),
            atLeast: 20
        );
    }

    [Fact]
    public async Task A_person_and_a_group_search()
    {
        var group = await world.Do(
            new AddToPeople(world.Administrator.Id, Core.Calendars.UserKind.Group, true, null, new PersonEdit("Board"))
        );
        await world.Do(new ChangeMembers(world.Administrator.Id, group.Id, [world.Tome.PublicId], []));
        await Searches(
            s =>
                (
                    new ReadPerson(world.Noor.Id, group.Id, world.Now).Run(s),
                    new ReadPerson(world.Noor.Id, world.Tome.PublicId, world.Now).Run(s),
                    s.UserByAddress("nobody@strand.example", world.Maren.Id),
                    s.CountMembers([world.Tome.Id])
                ),
            atLeast: 14
        );
    }

    [Fact]
    public async Task What_was_done_searches()
    {
        var meeting = await world.Arrange();
        await Searches(
            s =>
                (
                    new ReadHistory(world.Maren.Id, world.Maren.PublicId, null, world.Noor.PublicId, null, null, null, world.Now).Run(s),
                    new ReadHistory(world.Maren.Id, world.Maren.PublicId, meeting.PublicId, null, null, null, null, world.Now).Run(s)
                ),
            atLeast: 20
        );
    }

    [Fact]
    public Task Free_slots_search() =>
        Searches(
            s =>
                new ReadSlots(
                    world.Noor.Id,
                    world.Maren.PublicId,
                    [world.Tome.PublicId],
                    [],
                    60,
                    new LocalDate(2027, 3, 16),
                    new LocalDate(2027, 3, 18),
                    world.Now
                ).Run(s),
            atLeast: 6
        );

    [Fact]
    public async Task What_is_written_held_and_asked_for_is_searched()
    {
        var draft = await world.Do(new KeepDraft(world.Noor.Id, null, 0, "{}"));
        await world.Do(new LayPaper(world.Noor.Id, draft.PublicId, NewPaper.Link("Chart", "https://charts.ebbline.example/3")));
        var held = await world.Do(
            new PlaceHolds(world.Noor.Id, world.Maren.Id, "Lease", [World.Timed("2027-03-16T12:00")], world.Now + Duration.FromDays(1))
        );
        await Searches(
            s =>
                (
                    new ReadDrafts(world.Noor.Id, world.Now).Run(s),
                    new ReadPresets(world.Noor.Id, world.Maren.PublicId, world.Now).Run(s),
                    s.HoldsOf(held.Request),
                    new ReadRequests(world.Noor.Id, "rosa", true, world.Now).Run(s),
                    new ReadChosen(
                        world.Noor.Id,
                        world.Maren.PublicId,
                        [world.Tome.PublicId],
                        [],
                        World.Timed("2027-03-16T12:00").ToStretch(DateTimeZone.Utc),
                        null,
                        false,
                        world.Now
                    )
                    {
                        Draft = draft.PublicId,
                    }.Run(s)
                ),
            atLeast: 20
        );
    }

    [Fact]
    public async Task What_hangs_on_a_meeting_is_searched()
    {
        var met = await world.Arrange();
        var at = new NotesAt(met.PublicId, null, world.Maren.Id);
        await world.Do(
            new TieEntry(
                world.Noor.Id,
                world.Maren.Id,
                met.PublicId,
                null,
                Core.Calendars.TieKind.Preparation,
                Duration.FromMinutes(30),
                Duration.FromMinutes(30)
            )
        );
        await world.Do(
            new KeepNotes(
                world.Noor.Id,
                at,
                0,
                new Core.Words.RichText("x", null),
                [new TaskSaid(null, "y", null, new LocalDate(2027, 3, 9))]
            )
        );
        var id = (await world.Entry(met.PublicId)).Id;
        await Searches(
            s =>
                (
                    new ReadNotes(world.Noor.Id, met.PublicId, null, world.Maren.PublicId, world.Now).Run(s),
                    s.TiedTo([id], 20),
                    s.NotesWithDue([world.Maren.Id], new LocalDate(2027, 3, 9), 40),
                    s.EntriesOfConference("0123456789abcdef0123", 50),
                    s.PresencesOf(id, null, 300),
                    s.PresentSince(world.Now, 2_000),
                    s.CallsTo(world.Tome.Id, world.Now, 5),
                    s.CallsOf(id, 50),
                    s.MeetingsOfGroup(world.Tome.Id, world.Now, 60),
                    s.MeetingsOfGroups([world.Maren.Id], world.Now, 100),
                    s.NotesWith([1])
                ),
            atLeast: 20
        );
    }

    private async Task Searches<T>(Func<ICalendarReads, T> read, int atLeast)
    {
        var database = Path.Combine(world.Folder, "corlin.db");
        commands.Asked.Clear();
        await world.See(read);
        var asked = commands.Asked.Where(a => a.Database == database).ToList();
        Assert.True(asked.Count >= atLeast, $"{asked.Count} queries were seen.");

        await using var connection = new SqliteConnection($"Data Source={database}");
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        foreach (var (_, sql, values) in asked)
        {
            await using var explain = connection.CreateCommand();
            explain.CommandText = "EXPLAIN QUERY PLAN " + sql;
            foreach (var (name, value) in values)
                explain.Parameters.AddWithValue(name, value ?? DBNull.Value);
            await using var plan = await explain.ExecuteReaderAsync(TestContext.Current.CancellationToken);
            while (await plan.ReadAsync(TestContext.Current.CancellationToken))
            {
                var step = plan.GetString(3);
                var scans =
                    step.StartsWith("SCAN ", StringComparison.Ordinal)
                    && !step.Contains("VIRTUAL TABLE", StringComparison.Ordinal)
                    // The index that holds the rooms alone is walked through, to its limit.
                    && !step.EndsWith("IX_People_Rooms", StringComparison.Ordinal)
                    // One line a term at most.
                    && !step.EndsWith("IX_SlotWeights_Term", StringComparison.Ordinal)
                    && !sql.Contains("FROM \"Places\"", StringComparison.Ordinal)
                    && !sql.Contains("FROM \"Ways\"", StringComparison.Ordinal);
                Assert.False(scans, $"{step}\n{sql}");
                Assert.False(
                    step.Contains("IX_AccessGrants_ReceiverId", StringComparison.Ordinal)
                        && sql.Contains("COALESCE", StringComparison.Ordinal),
                    $"Reads every default there is.\n{sql}"
                );
            }
        }
    }

    /// <summary>Collects the commands that are asked, with their values.</summary>
    private sealed class Commands : IObserver<DiagnosticListener>, IObserver<KeyValuePair<string, object?>>
    {
        public ConcurrentQueue<(string Database, string Sql, (string, object?)[] Values)> Asked { get; } = [];

        public void OnNext(DiagnosticListener value)
        {
            if (value.Name == "Microsoft.EntityFrameworkCore")
                value.Subscribe(this);
        }

        public void OnNext(KeyValuePair<string, object?> value)
        {
            if (value.Key != RelationalEventId.CommandExecuting.Name || value.Value is not CommandEventData { Command: { } command })
                return;
            if (command.CommandText.StartsWith("SELECT", StringComparison.Ordinal))
                Asked.Enqueue(
                    (
                        command.Connection?.DataSource ?? "",
                        command.CommandText,
                        [.. command.Parameters.Cast<DbParameter>().Select(p => (p.ParameterName, p.Value))]
                    )
                );
        }

        public void OnCompleted() { }

        public void OnError(Exception error) { }
    }
}
