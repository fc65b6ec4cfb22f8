using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>What was done, by whom, in whose name, under which grant; never more than its reader may know.</summary>
public sealed class HistoryTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task What_was_done_in_a_name_shows_both_names_the_grant_and_what_is_different()
    {
        var meeting = await world.Arrange();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, meeting.PublicId, null, Answer.Accepted, "good", null));
        var row = Assert.Single((await Read(world.Maren, world.Maren)).Rows, r => r.Entry is not null);
        Assert.Equal(("Noor Haddad", "Maren Falk", "sent “Insurers, renewal terms”"), (row.By.Name, row.For!.Name, row.Words));
        Assert.Equal(["Tuesday 16 March, 12:00 to 12:45"], row.Details);
        Assert.Equal("see everything in your calendar, private entries too, and speak for you", row.Under);

        var entry = (await Read(world.Maren, world.Maren, meeting.PublicId)).Rows;
        Assert.Equal(["answered “Insurers, renewal terms”", "sent “Insurers, renewal terms”"], entry.Select(r => r.Words));
        Assert.Equal(["Tomé Vidal: accepted, “good”"], entry[0].Details);
    }

    [Fact]
    public async Task What_is_taken_back_stays_and_says_so()
    {
        var meeting = await world.Arrange();
        await world.Do(new UndoChange(world.Noor.Id, meeting.Change));
        var rows = (await Read(world.Maren, world.Maren)).Rows;
        Assert.Equal(("took back: sent “Insurers, renewal terms”", false), (rows[0].Words, rows[0].Undone));
        Assert.True(rows[1].Undone);
        Assert.Null(rows[1].Entry);
    }

    [Fact]
    public async Task Who_may_not_know_the_calendar_is_told_nothing_and_a_private_entry_is_something()
    {
        await world.Arrange(isPrivate: true, with: [world.Lakshmi]);
        foreach (var sight in new[] { Sight.Nothing, Sight.Outline, Sight.Headlines })
        {
            if (sight > Sight.Nothing)
                await world.Grant(world.Maren, world.Ana, sight, Acting.Look);
            await Unknown(world.Ana, world.Maren, null);
        }

        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.Look);
        var row = (await Read(world.Ana, world.Maren)).Rows.Single(r => r.Words.StartsWith("sent", StringComparison.Ordinal));
        Assert.Equal(("sent something private", 0, null, null), (row.Words, row.Details.Count, row.Entry, row.Under));
        // Who may not pass access on does not read who holds what.
        Assert.DoesNotContain((await Read(world.Ana, world.Maren)).Rows, r =>
            r.Details.Any(d => d.Contains("may", StringComparison.Ordinal))
        );
        Assert.Contains((await Read(world.Maren, world.Maren)).Rows, r =>
            r.Details.Any(d => d.StartsWith("Ana Brandão may see everything", StringComparison.Ordinal))
        );
    }

    [Fact]
    public async Task What_became_private_is_private_in_its_past_too()
    {
        var added = await world.Do(
            new AddAppointment(world.Noor.Id, world.Maren.Id, "Search for a chair", World.Timed("2027-03-16T12:00"), null)
        );
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.Look);
        Assert.Contains((await Read(world.Ana, world.Maren)).Rows, r => r.Words == "entered “Search for a chair”");
        var entry = await world.Entry(added.PublicId);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                added.PublicId,
                null,
                Reach.All,
                new EntryEdit { Private = true },
                new EntryEdit { Private = false }
            )
        );
        var rows = (await Read(world.Ana, world.Maren)).Rows;
        Assert.DoesNotContain(rows, r => r.Words.Contains("chair", StringComparison.Ordinal));
        Assert.Contains(rows, r => r.Words == "changed something private");
        await Unknown(world.Ana, world.Maren, added.PublicId);
        Assert.Contains((await Read(world.Noor, world.Maren, added.PublicId)).Rows, r => r.Details.Contains("private"));
        Assert.Equal(entry.PublicId, added.PublicId);
    }

    [Fact]
    public async Task What_somebody_made_private_before_they_were_taken_out_stays_private_in_their_past()
    {
        // Ana speaks for Tomé, not in private matters.
        await world.Grant(world.Tome, world.Ana, Sight.Everything, Acting.SpeakFor);
        var meeting = await world.Arrange(with: [world.Tome, world.Lakshmi]);
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, meeting.PublicId, null, Answer.Accepted, null, null));
        Assert.Contains((await Read(world.Ana, world.Tome)).Rows, r => r.Words == "answered “Insurers, renewal terms”");
        await world.Do(new KeepPartPrivate(world.Tome.Id, world.Tome.Id, meeting.PublicId, true));
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                meeting.PublicId,
                null,
                Reach.All,
                new EntryEdit(),
                new EntryEdit(),
                Asking: new Asking([], [world.Tome.PublicId])
            )
        );
        Assert.DoesNotContain((await Read(world.Ana, world.Tome)).Rows, r => r.Words.Contains("Insurers", StringComparison.Ordinal));
        Assert.Contains((await Read(world.Tome, world.Tome)).Rows, r => r.Words == "answered “Insurers, renewal terms”");
    }

    [Fact]
    public async Task It_is_filtered_and_read_on_in_pieces()
    {
        for (var i = 0; i < 5; i++)
        {
            world.Advance(86_400);
            await world.Do(
                new AddAppointment(
                    i % 2 == 0 ? world.Noor.Id : world.Maren.Id,
                    world.Maren.Id,
                    $"Reading {i}",
                    World.Timed("2027-03-16T12:00"),
                    null
                )
            );
        }

        var first = await Read(world.Maren, world.Maren, limit: 3);
        var second = await world.See(s =>
            new ReadHistory(world.Maren.Id, world.Maren.PublicId, null, null, null, null, first.More, world.Now, 3).Run(s)
        );
        Assert.Equal(["entered “Reading 4”", "entered “Reading 3”", "entered “Reading 2”"], first.Rows.Select(r => r.Words));
        Assert.StartsWith("entered “Reading 1”", second.Rows[0].Words, StringComparison.Ordinal);
        var byNoor = await world.See(s =>
            new ReadHistory(world.Maren.Id, world.Maren.PublicId, null, world.Noor.PublicId, null, null, null, world.Now).Run(s)
        );
        Assert.Equal(3, byNoor.Rows.Count);
        var today = Core.Time.Zones.Get("Europe/Lisbon") is var zone ? world.Now.InZone(zone).Date : default;
        var lately = await world.See(s =>
            new ReadHistory(world.Maren.Id, world.Maren.PublicId, null, null, today.PlusDays(-1), today, null, world.Now).Run(s)
        );
        Assert.Equal(["entered “Reading 4”", "entered “Reading 3”"], lately.Rows.Select(r => r.Words));
    }

    private Task<HistoryView> Read(CalendarUser viewer, CalendarUser of, string? entry = null, int limit = ReadHistory.PageSize) =>
        world.See(s => new ReadHistory(viewer.Id, of.PublicId, entry, null, null, null, null, world.Now, limit).Run(s));

    private async Task Unknown(CalendarUser viewer, CalendarUser of, string? entry) =>
        Assert.Equal(
            entry is null ? RefusalKind.HistoryNotTold : RefusalKind.NotFound,
            (await Assert.ThrowsAsync<RefusedException>(() => Read(viewer, of, entry))).Refusal.Kind
        );
}
