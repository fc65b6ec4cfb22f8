using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Categories and reminders that those who keep a lane note on it.</summary>
public sealed class MarkTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<LanesView> Lanes(CalendarUser viewer, CalendarUser lane) =>
        world.See(s => new ReadLanes(viewer.Id, [lane.PublicId], new LocalDate(2027, 3, 16), LanesSpan.Day, world.Now).Run(s));

    private async Task<string?> Category(CalendarUser viewer, CalendarUser lane) =>
        (await Lanes(viewer, lane)).Days[0].Lanes[0].Entries.Single().Category?.Name;

    private Task<long> Tag(CalendarUser who, CalendarUser lane, string category, params string[] entries) =>
        world.Do(new MarkEntries(who.Id, lane.Id, entries, category));

    [Fact]
    public async Task A_category_is_made_while_tagging_shared_by_all_who_keep_the_calendar_and_taken_back()
    {
        var id = (await world.Arrange()).PublicId;
        var change = await Tag(world.Noor, world.Maren, " Lease ", id);
        Assert.Equal("Lease", await Category(world.Maren, world.Maren));
        Assert.Equal(["Lease"], (await Lanes(world.Maren, world.Maren)).Categories.Select(c => c.Name));

        // The same name in other letters is the same category.
        await Tag(world.Maren, world.Maren, "LEASE", id);
        Assert.Single((await Lanes(world.Noor, world.Maren)).Categories);

        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Maren.Id, change)));
        var second = await Tag(world.Noor, world.Maren, "Board", id);
        await world.Do(new UndoChange(world.Noor.Id, second));
        Assert.Equal("Lease", await Category(world.Noor, world.Maren));
        // A category is the keepers' own matter: no message goes out for it.
        Assert.Equal(
            2,
            (await world.Outbox.DueAsync(world.Now + Duration.FromMinutes(1), 100, TestContext.Current.CancellationToken)).Count
        );
    }

    [Fact]
    public async Task What_is_added_has_its_category_at_once_by_who_decides_it()
    {
        AddAppointment Survey(string? category, CalendarUser by) =>
            new(by.Id, world.Maren.Id, "Berth survey", World.Timed("2027-03-16T12:00"), null) { Category = category };
        await world.Do(Survey("Yard", world.Noor));
        Assert.Equal("Yard", await Category(world.Noor, world.Maren));
        Assert.Equal(
            ["Yard"],
            (await world.See(new ReadCalendars(world.Noor.Id, world.Maren.PublicId, world.Now).Run)).Categories!.Select(c => c.Name)
        );
        // Who may only add gives none, and is offered none.
        await world.Grant(world.Maren, world.Ruta, Sight.Headlines, Acting.Add);
        Assert.Null((await world.See(new ReadCalendars(world.Ruta.Id, world.Maren.PublicId, world.Now).Run)).Categories);
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(Survey("Yard", world.Ruta)));
        Assert.Equal(RefusalKind.MayNotChange, refused.Refusal.Kind);
        await world.Do(Survey(null, world.Ruta));
    }

    [Fact]
    public async Task It_belongs_to_the_lane_and_not_to_the_meeting()
    {
        var id = (await world.Arrange()).PublicId;
        await Tag(world.Noor, world.Maren, "Awkward people", id);
        Assert.Null(await Category(world.Tome, world.Tome));
        // Tomé takes part and so knows the meeting whole on Maren's lane too, but not what is noted there.
        await world.Grant(world.Maren, world.Tome, Sight.Headlines, Acting.Look, false);
        Assert.Null(await Category(world.Tome, world.Maren));
        Assert.Empty((await Lanes(world.Tome, world.Maren)).Categories);
        await Tag(world.Tome, world.Tome, "Insurance", id);
        Assert.Equal(("Insurance", "Awkward people"), (await Category(world.Tome, world.Tome), await Category(world.Noor, world.Maren)));
    }

    [Fact]
    public async Task Who_may_not_change_a_lane_notes_nothing_on_it()
    {
        var id = (await world.Arrange(isPrivate: true)).PublicId;
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.Look, true);
        var looks = await Assert.ThrowsAsync<RefusedException>(() => Tag(world.Ruta, world.Maren, "Lease", id));
        Assert.Equal(RefusalKind.MayNotChange, looks.Refusal.Kind);
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.Change, false);
        // What is private is not told from what is not there.
        foreach (var (entry, lane) in new[] { (id, world.Maren), ("nothing", world.Maren), (id, world.Ana) })
            Assert.Equal(
                RefusalKind.NotFound,
                (await Assert.ThrowsAsync<RefusedException>(() => Tag(world.Ana, lane, "Lease", entry))).Refusal.Kind
            );
    }

    [Fact]
    public async Task Several_are_tagged_at_once_or_none()
    {
        var first = (await world.Arrange()).PublicId;
        var other = (await world.Arrange("2027-03-17T12:00")).PublicId;
        await Assert.ThrowsAsync<RefusedException>(() => Tag(world.Noor, world.Maren, "Lease", first, "nothing"));
        Assert.Empty((await Lanes(world.Noor, world.Maren)).Categories);
        await Tag(world.Noor, world.Maren, "Lease", first, other);
        Assert.All(await Task.WhenAll(world.Entry(first), world.Entry(other)), e => Assert.NotNull(e.MarkOn(world.Maren.Id).Category));
        await Tag(world.Noor, world.Maren, "", first);
        Assert.Empty((await world.Entry(first)).Marks);
    }

    [Fact]
    public async Task A_category_is_renamed_and_taken_off_the_list_without_a_change_to_an_entry()
    {
        var id = (await world.Arrange()).PublicId;
        await Tag(world.Noor, world.Maren, "Lease", id);
        await Tag(world.Noor, world.Maren, "Board", id);
        var list = (await Lanes(world.Noor, world.Maren)).Categories;
        Assert.Equal(2, list.Select(c => c.Colour).Distinct().Count());
        var board = new CategoryId(list.Single(c => c.Name == "Board").Id);
        Assert.Equal(
            RefusalKind.NameTaken,
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    world.Do(new ChangeCategory(world.Noor.Id, world.Maren.Id, board, "lease", null, false))
                )
            )
                .Refusal
                .Kind
        );
        await world.Do(new ChangeCategory(world.Noor.Id, world.Maren.Id, board, "Board papers", 5, false));
        Assert.Equal("Board papers", await Category(world.Noor, world.Maren));
        await world.Do(new ChangeCategory(world.Noor.Id, world.Maren.Id, board, null, null, true));
        Assert.Null(await Category(world.Noor, world.Maren));
        Assert.Equal(board, (await world.Entry(id)).MarkOn(world.Maren.Id).Category);
        // Under its name it comes back, and with it what carried it.
        await Tag(world.Noor, world.Maren, "Board papers", (await world.Arrange("2027-03-17T12:00")).PublicId);
        Assert.Equal("Board papers", await Category(world.Noor, world.Maren));
    }

    [Fact]
    public async Task What_is_done_to_the_list_is_taken_back_and_one_that_was_made_goes_only_while_nothing_carries_it()
    {
        var (first, second) = ((await world.Arrange()).PublicId, (await world.Arrange("2027-03-17T12:00")).PublicId);
        var made = await Tag(world.Noor, world.Maren, "Lease", first);
        var lease = (await world.See(s => s.Categories([world.Maren.Id])))[0];
        var renamed = await world.Do(new ChangeCategory(world.Noor.Id, world.Maren.Id, lease.Id, "Rent", 5, false));
        var undone = await world.Do(new UndoChange(world.Noor.Id, renamed));
        Assert.Equal(lease, Assert.Single(await world.See(s => s.Categories([world.Maren.Id]))));
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Equal(
            ("Rent", 5),
            (
                (await world.See(s => s.Categories([world.Maren.Id])))[0].Name,
                (await world.See(s => s.Categories([world.Maren.Id])))[0].Colour
            )
        );
        var off = await world.Do(new ChangeCategory(world.Noor.Id, world.Maren.Id, lease.Id, null, null, true));
        await world.Do(new UndoChange(world.Noor.Id, off));
        Assert.Equal("Rent", await Category(world.Noor, world.Maren));
        await world.Do(new ChangeCategory(world.Noor.Id, world.Maren.Id, lease.Id, "Lease", lease.Colour, false));
        var also = await Tag(world.Noor, world.Maren, "Lease", second);
        await world.Do(new UndoChange(world.Noor.Id, made));
        Assert.Single(await world.See(s => s.Categories([world.Maren.Id])));
        await world.Do(new UndoChange(world.Noor.Id, also));
        Assert.Single(await world.See(s => s.Categories([world.Maren.Id])));
        var fresh = await Tag(world.Noor, world.Maren, "Fresh", first);
        Assert.Equal(2, (await world.See(s => s.Categories([world.Maren.Id]))).Count);
        await world.Do(new UndoChange(world.Noor.Id, fresh));
        Assert.Equal("Lease", Assert.Single(await world.See(s => s.Categories([world.Maren.Id]))).Name);
    }

    [Fact]
    public async Task Taking_back_a_change_of_a_meeting_asks_for_the_right_it_needed()
    {
        var id = (await world.Arrange()).PublicId;
        var changed = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                id,
                null,
                Core.Editing.Reach.All,
                new Core.Editing.EntryEdit { Title = "Terms" },
                new Core.Editing.EntryEdit()
            )
        );
        // Noor may no longer speak for Maren, only add to her calendar.
        await using (var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(world.Folder, "corlin.db")}"))
        {
            await connection.OpenAsync(TestContext.Current.CancellationToken);
            await using var lower = connection.CreateCommand();
            lower.CommandText = $"UPDATE AccessGrants SET Acting = {(int)Acting.Add} WHERE ReceiverId = {world.Noor.Id.Value}";
            Assert.Equal(1, await lower.ExecuteNonQueryAsync(TestContext.Current.CancellationToken));
        }

        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Noor.Id, changed.Change!.Value)));
        Assert.Equal("Terms", (await world.Entry(id)).Title);
    }
}
