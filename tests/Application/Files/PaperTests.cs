using System.Text;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Files;
using Corlin.Application.History;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Store;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Papers that lie with entries: who takes them up, who lays them there, and what becomes of them.</summary>
public sealed class PaperTests : IAsyncLifetime
{
    private World world = null!;
    private PaperFiles files = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        files = new PaperFiles(Path.Combine(world.Folder, "papers"), world.Clock);
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private async Task<(long Change, string Paper)> Lay(
        string entry,
        string name = "Lease draft 4.pdf",
        string content = "%PDF-1.7",
        CalendarUser? actor = null
    )
    {
        var kept = (await files.KeepAsync(new MemoryStream(Encoding.UTF8.GetBytes(content)), 1_000, Cancel))!.Value;
        return await world.Do(new AddPaper((actor ?? world.Noor).Id, entry, new NewPaper(name, "application/pdf", kept.Size, kept.Hash)));
    }

    private async Task<IReadOnlyList<string>> Lying(
        string entry,
        CalendarUser? viewer = null,
        CalendarUser? lane = null,
        LocalDateTime? id = null
    ) =>
        [
            .. (
                await world.See(s => new ReadEntry((viewer ?? world.Noor).Id, entry, id, (lane ?? world.Maren).PublicId, world.Now).Run(s))
            ).Papers.Select(p => p.Name),
        ];

    [Fact]
    public async Task An_attendee_takes_it_up_a_stranger_learns_nothing_and_only_who_may_change_the_meeting_lays_one()
    {
        var meeting = await world.Arrange(with: [world.Tome]);
        var (_, paper) = await Lay(meeting.PublicId);
        Assert.Equal(["Lease draft 4.pdf"], await Lying(meeting.PublicId, world.Tome, world.Tome));
        var found = await world.See(s =>
            new ReadPaper(world.Tome.Id, meeting.PublicId, paper, null, world.Tome.PublicId, world.Now).Run(s)
        );
        using (var content = new StreamReader(files.Open(found.Hash)!))
            Assert.Equal("%PDF-1.7", await content.ReadToEndAsync(Cancel));
        foreach (var lane in new[] { world.Tome, world.Maren, world.Ruta })
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(() =>
                world.See(s => new ReadPaper(world.Ruta.Id, meeting.PublicId, paper, null, lane.PublicId, world.Now).Run(s))
            );
            Assert.Equal(RefusalKind.NotFound, refused.Refusal.Kind);
        }

        Assert.Equal(
            RefusalKind.NotTheOrganiser,
            (await Assert.ThrowsAsync<RefusedException>(() => Lay(meeting.PublicId, actor: world.Tome))).Refusal.Kind
        );
        Assert.Equal(
            RefusalKind.NotFound,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new RemovePaper(world.Ruta.Id, meeting.PublicId, paper))))
                .Refusal
                .Kind
        );
        // Headline is title and place, not papers.
        await world.Grant(world.Maren, world.Ruta, Sight.Headlines, Acting.Look, false);
        Assert.Empty(await Lying(meeting.PublicId, world.Ruta));
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.See(s => new ReadPaper(world.Ruta.Id, meeting.PublicId, paper, null, world.Maren.PublicId, world.Now).Run(s))
        );
        Assert.Empty((await world.See(s => new ReadFind(world.Ruta.Id, "draft", world.Now).Run(s))).Entries);
        Assert.Equal(
            "paper “Lease draft 4.pdf”",
            Assert.Single((await world.See(s => new ReadFind(world.Noor.Id, "draft", world.Now).Run(s))).Entries).Why
        );
    }

    [Fact]
    public async Task Laying_and_taking_away_are_undone_and_done_again_and_an_entry_with_papers_is_not_undone_from_under_them()
    {
        var meeting = await world.Arrange(with: [world.Tome]);
        var (laid, _) = await Lay(meeting.PublicId);
        Assert.Equal(
            RefusalKind.ChangedSince,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Noor.Id, meeting.Change)))).Refusal.Kind
        );
        var undone = await world.Do(new UndoChange(world.Noor.Id, laid));
        Assert.Empty(await Lying(meeting.PublicId));
        await world.Do(new UndoChange(world.Noor.Id, undone));
        var again = Assert.Single(
            (await world.See(s => new ReadEntry(world.Noor.Id, meeting.PublicId, null, world.Maren.PublicId, world.Now).Run(s))).Papers
        );
        Assert.Equal("8 bytes, Noor on 8 March", again.Note);
        var taken = await world.Do(new RemovePaper(world.Noor.Id, meeting.PublicId, again.Id));
        await world.Do(new UndoChange(world.Noor.Id, taken));
        Assert.Equal(["Lease draft 4.pdf"], await Lying(meeting.PublicId));
    }

    [Fact]
    public async Task What_goes_off_a_series_takes_its_papers_along_and_back()
    {
        var series = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Tide table",
                [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null,
                false,
                Rule.Parse("FREQ=WEEKLY;COUNT=5")
            )
        );
        await Lay(series.PublicId);
        var third = new LocalDateTime(2027, 3, 30, 12, 0);
        var cut = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                series.PublicId,
                third,
                Reach.FromHereOn,
                new EntryEdit { Title = "Tides" },
                new EntryEdit { Title = "Tide table" }
            )
        );
        Assert.Equal(["Lease draft 4.pdf"], await Lying(cut.Entry, id: third));
        Assert.Equal(["Lease draft 4.pdf"], await Lying(series.PublicId, id: new LocalDateTime(2027, 3, 16, 12, 0)));
        var undone = await world.Do(new UndoChange(world.Noor.Id, cut.Change!.Value));
        Assert.Equal(["Lease draft 4.pdf"], await Lying(series.PublicId, id: third));
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Equal(["Lease draft 4.pdf"], await Lying(cut.Entry, id: third));
    }

    [Fact]
    public async Task A_content_is_kept_once_refused_when_too_large_and_cleared_a_day_after_nothing_names_it()
    {
        var meeting = await world.Arrange(with: [world.Tome]);
        var (laid, _) = await Lay(meeting.PublicId);
        await Lay(meeting.PublicId, "The same.pdf");
        Assert.Null(await files.KeepAsync(new MemoryStream(new byte[1_001]), 1_000, Cancel));
        var folder = Path.Combine(world.Folder, "papers");
        Assert.Single(Directory.GetFiles(folder));
        var stray = (await files.KeepAsync(new MemoryStream([1, 2, 3]), 1_000, Cancel))!.Value;
        var worker = new PaperWorker(world.Store, files);
        Assert.Equal(0, await worker.RunDueAsync(world.Now, Cancel));
        await world.Do(new UndoChange(world.Noor.Id, laid));
        world.Advance(25 * 3_600);
        // Another still names the first content; the stray is named by nobody.
        Assert.Equal(1, await worker.RunDueAsync(world.Now, Cancel));
        Assert.Null(files.Open(stray.Hash));
        var other = Assert.Single(
            (await world.See(s => new ReadEntry(world.Noor.Id, meeting.PublicId, null, world.Maren.PublicId, world.Now).Run(s))).Papers
        );
        await world.Do(new RemovePaper(world.Noor.Id, meeting.PublicId, other.Id));
        world.Advance(2 * 3_600);
        Assert.Equal(0, await worker.RunDueAsync(world.Now, Cancel));
        world.Advance(25 * 3_600);
        Assert.Equal(1, await worker.RunDueAsync(world.Now, Cancel));
        Assert.Empty(Directory.GetFiles(folder));
    }
}
