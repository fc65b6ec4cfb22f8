using System.Text;
using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.History;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Files that are too large for one transaction.</summary>
public sealed class ImportInPiecesTests : IAsyncLifetime
{
    private const int Many = 1_203;

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    /// <summary>Lets something happen after each change that passes the gate.</summary>
    private sealed class Watched(IWriteGate gate, Func<int, Task> after) : IWriteGate
    {
        private int passed;

        public async Task<T> RunAsync<T>(IChange<T> change, CancellationToken cancel = default)
        {
            var result = await gate.RunAsync(change, cancel);
            await after(++passed);
            return result;
        }
    }

    private FileImports Imports(Func<int, Task>? after = null) =>
        new(after is null ? world.Gate : new Watched(world.Gate, after), world.Store);

    private ImportEntries File(int events = Many, string title = "Tide", CalendarUser? by = null)
    {
        var text = new StringBuilder("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//tests//EN\r\n");
        for (var i = 0; i < events; i++)
            text.Append(
                $"BEGIN:VEVENT\r\nUID:t{i}\r\nDTSTART;TZID=Europe/Lisbon:202703{(i % 28) + 1:00}T{8 + (i % 9):00}0000\r\nDURATION:PT30M\r\nSUMMARY:{title} {i}\r\nCATEGORIES:Sea\r\nEND:VEVENT\r\n"
            );
        text.Append("END:VCALENDAR\r\n");
        var read = CalendarFile.Read(
            new MemoryStream(Encoding.UTF8.GetBytes(text.ToString())),
            Zones.Get("Europe/Lisbon"),
            TestContext.Current.CancellationToken
        );
        return new ImportEntries((by ?? world.Noor).Id, world.Maren.Id, read.Entries, CalendarFile.CategoryOf);
    }

    private Task<List<Entry>> Standing() =>
        world.See(s =>
        {
            var calendar = s.MainCalendars([world.Maren.Id])[world.Maren.Id];
            return s.Touching([calendar], new Stretch(Instant.FromUtc(2000, 1, 1, 0, 0), Instant.FromUtc(2100, 1, 1, 0, 0)))[calendar]
                .OrderBy(e => e.Id.Value)
                .ToList();
        });

    private async Task<string> SeenAsync()
    {
        var found = await world.See(s => s.Matching([s.MainCalendars([world.Maren.Id])[world.Maren.Id]], [new SoughtWord("tide", [])], 5));
        var past = await world.See(s => s.Past(world.Maren.Id, null, null, null, null, 50).Count(c => c.Kind == ChangeKind.Imported));
        var listed = await world.See(s => s.Categories([world.Maren.Id]).Count);
        return $"{(await Standing()).Count} stand, {found.Count} found, {past} told, {listed} listed";
    }

    private async Task SettleAsync()
    {
        while (await Imports().RunDueAsync(world.Now, TestContext.Current.CancellationToken) > 0) { }
    }

    [Fact]
    public async Task Others_get_in_between_and_nobody_sees_any_of_it_until_the_last_piece_is_there()
    {
        var seen = new List<string>();
        var made = await Imports(async _ =>
            {
                seen.Add(await SeenAsync());
                // Somebody else's change in the middle of it.
                await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Between", World.Timed("2027-03-16T09:00"), null));
            })
            .RunAsync(File(), TestContext.Current.CancellationToken);
        Assert.Equal((Many, 0, 0), (made.Added, made.Changed, made.Unchanged));
        Assert.Equal(["0 stand, 0 found, 0 told, 0 listed", $"{Many} stand, 5 found, 1 told, 1 listed"], seen.Distinct());
        Assert.Equal(5, seen.Count);
        Assert.All(await Standing(), e => Assert.Single(e.Marks));
    }

    [Fact]
    public async Task What_was_written_in_pieces_stands_the_same_once_it_is_put_with_its_calendar()
    {
        await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        var before = (await Standing()).Select(e => (e.Id, e.PublicId, e.Home, e.Title)).ToList();
        Assert.Single(await world.See(s => s.WrittenInPieces()));
        await SettleAsync();
        Assert.Empty(await world.See(s => s.WrittenInPieces()));
        Assert.Equal(before, (await Standing()).Select(e => (e.Id, e.PublicId, e.Home, e.Title)));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task It_is_undone_as_one_and_done_again(bool settled)
    {
        var made = await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        if (settled)
            await SettleAsync();
        var undone = await world.Do(new UndoChange(world.Noor.Id, made.Change!.Value));
        Assert.Empty(await Standing());
        await SettleAsync();
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Equal(Many, (await Standing()).Count);
    }

    [Fact]
    public async Task Of_what_is_shown_one_is_changed_and_removed_before_it_is_put_with_its_calendar()
    {
        await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        var stand = await Standing();
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                stand[3].PublicId,
                null,
                Reach.All,
                new EntryEdit { Title = "Ebb" },
                new EntryEdit { Title = stand[3].Title }
            )
        );
        await world.Do(new CancelEntry(world.Noor.Id, stand[4].PublicId, null, Reach.All));
        await SettleAsync();
        var after = await Standing();
        Assert.Equal("Ebb", after[3].Title);
        Assert.Equal(Many - 1, after.Select(e => e.Id).Distinct().Count());
    }

    [Fact]
    public async Task A_right_that_ends_in_between_leaves_nothing_behind()
    {
        var grant = (await world.See(s => s.GrantsIn([world.Maren.Id], [world.Noor.Id], defaults: false)))[0];
        await Assert.ThrowsAsync<RefusedException>(() =>
            Imports(passed => passed == 2 ? world.Do(new WithdrawAccess(world.Maren.Id, grant.Id)) : Task.CompletedTask)
                .RunAsync(File(), TestContext.Current.CancellationToken)
        );
        Assert.Equal("0 stand, 0 found, 0 told, 0 listed", await SeenAsync());
        Assert.Empty(await world.See(s => s.WrittenInPieces()));
        Assert.Equal(Many, (await Imports().RunAsync(File(by: world.Maren), TestContext.Current.CancellationToken)).Added);
    }

    [Fact]
    public async Task What_a_stop_in_between_left_behind_is_taken_out_again()
    {
        await Assert.ThrowsAsync<InvalidOperationException>(() =>
            Imports(passed => passed >= 3 ? throw new InvalidOperationException("The power fails.") : Task.CompletedTask)
                .RunAsync(File(), TestContext.Current.CancellationToken)
        );
        Assert.Single(await world.See(s => s.WrittenInPieces()));
        await SettleAsync();
        Assert.Empty(await world.See(s => s.WrittenInPieces()));
        Assert.Equal("0 stand, 0 found, 0 told, 0 listed", await SeenAsync());
        Assert.Equal(Many, (await Imports().RunAsync(File(), TestContext.Current.CancellationToken)).Added);
    }

    [Fact]
    public async Task A_request_that_stopped_in_between_is_done_when_it_comes_again_and_then_no_more()
    {
        RequestKey.Current = new RequestKey(world.Noor.Id, "key", "hash");
        await Assert.ThrowsAsync<InvalidOperationException>(() =>
            Imports(passed => passed == 3 ? throw new InvalidOperationException("The power fails.") : Task.CompletedTask)
                .RunAsync(File(), TestContext.Current.CancellationToken)
        );
        RequestKey.Current = new RequestKey(world.Noor.Id, "key", "hash");
        Assert.Equal(Many, (await Imports().RunAsync(File(), TestContext.Current.CancellationToken)).Added);
        RequestKey.Current = new RequestKey(world.Noor.Id, "key", "hash");
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            Imports().RunAsync(File(title: "Ebb"), TestContext.Current.CancellationToken)
        );
        Assert.Equal(RefusalKind.DoneAlready, refused.Refusal.Kind);
        RequestKey.Current = null;
        Assert.Equal($"{Many} stand, 5 found, 1 told, 1 listed", await SeenAsync());
    }

    [Fact]
    public async Task Another_file_for_the_same_calendar_waits_until_the_first_is_there()
    {
        FileImports imports = null!;
        var refused = new List<RefusalKind>();
        imports = Imports(async passed =>
        {
            if (passed == 2)
                refused.Add(
                    (await Assert.ThrowsAsync<RefusedException>(() => imports.RunAsync(File(3), TestContext.Current.CancellationToken)))
                        .Refusal
                        .Kind
                );
        });
        await imports.RunAsync(File(), TestContext.Current.CancellationToken);
        Assert.Equal([RefusalKind.FileUnderWay], refused);
        Assert.Equal(3, (await imports.RunAsync(File(3), TestContext.Current.CancellationToken)).Unchanged);
    }

    [Fact]
    public async Task What_stood_before_changes_a_piece_at_a_time_once_all_is_shown_and_what_somebody_changed_meanwhile_stays()
    {
        await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        await SettleAsync();
        var first = (await Standing())[0];
        var during = new List<int>();
        var made = await Imports(async passed =>
            {
                during.Add((await Standing()).Count(e => e.Title.StartsWith("Ebb", StringComparison.Ordinal)));
                if (passed == 2)
                    await world.Do(
                        new ChangeEntry(
                            world.Maren.Id,
                            first.PublicId,
                            null,
                            Reach.All,
                            new EntryEdit { Title = "Mine" },
                            new EntryEdit { Title = first.Title }
                        )
                    );
            })
            .RunAsync(File(title: "Ebb"), TestContext.Current.CancellationToken);
        Assert.Equal(Many - 1, made.Changed);
        // The file was looked through before any of it changed.
        Assert.Equal([0, 0, 0, 0, 149, 299, 449, 599, 749, 899, 1_049, 1_199, Many - 1], during);
        Assert.Equal("Mine", (await Standing())[0].Title);
        await world.Do(new UndoChange(world.Noor.Id, made.Change!.Value));
        Assert.Equal(0, (await Standing()).Count(e => e.Title.StartsWith("Ebb", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task What_touched_thousands_is_taken_back_and_done_again_in_pieces_that_let_others_in_between(bool changed)
    {
        var made = await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        await SettleAsync();
        if (changed)
            made = await Imports().RunAsync(File(title: "Ebb"), TestContext.Current.CancellationToken);
        var before = await TitlesAsync();
        var passed = 0;
        var undo = new LargeUndo(new Watched(world.Gate, p => Task.FromResult(passed = p)), world.Store);
        var undone = await undo.RunAsync(new UndoAct(world.Noor.Id, [made.Change!.Value]), TestContext.Current.CancellationToken);
        Assert.Equal(12, passed);
        Assert.Equal(changed ? Many : 0, (await Standing()).Count(e => e.Title.StartsWith("Tide", StringComparison.Ordinal)));
        var told = await world.See(s => s.Past(world.Maren.Id, null, null, null, null, 5));
        Assert.Equal((1, true), (told.Count(c => c.TookBack), told.Single(c => c.Id == made.Change).Undone));
        await undo.RunAsync(new UndoAct(world.Noor.Id, undone), TestContext.Current.CancellationToken);
        Assert.Equal(before, await TitlesAsync());
    }

    [Fact]
    public async Task What_somebody_changed_since_is_found_before_anything_is_taken_back()
    {
        var made = await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        await SettleAsync();
        await world.Do(
            new ChangeEntry(
                world.Maren.Id,
                (await Standing())[7].PublicId,
                null,
                Reach.All,
                new EntryEdit { Title = "Mine" },
                new EntryEdit { Title = "Tide 7" }
            )
        );
        var undo = new LargeUndo(world.Gate, world.Store);
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            undo.RunAsync(new UndoAct(world.Noor.Id, [made.Change!.Value]), TestContext.Current.CancellationToken)
        );
        Assert.Equal((RefusalKind.ChangedSince, Many), (refused.Refusal.Kind, (await Standing()).Count));
    }

    [Fact]
    public async Task A_stop_in_between_leaves_the_rest_to_be_taken_back_by_asking_again()
    {
        var made = await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        await SettleAsync();
        var act = new UndoAct(world.Noor.Id, [made.Change!.Value]);
        var stopped = new LargeUndo(
            new Watched(world.Gate, passed => passed == 3 ? throw new TimeoutException() : Task.CompletedTask),
            world.Store
        );
        await Assert.ThrowsAsync<TimeoutException>(() => stopped.RunAsync(act, TestContext.Current.CancellationToken));
        Assert.Equal(Many - 300, (await Standing()).Count);
        await new LargeUndo(world.Gate, world.Store).RunAsync(act, TestContext.Current.CancellationToken);
        Assert.Empty(await Standing());
    }

    private async Task<IReadOnlyList<string>> TitlesAsync() => [.. (await Standing()).Select(e => $"{e.PublicId} {e.Title}")];

    [Fact]
    public async Task Who_takes_it_back_while_it_still_changes_has_all_of_it_as_it_was()
    {
        await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        await SettleAsync();
        var made = await Imports(async passed =>
            {
                var change = (await world.See(s => s.Past(world.Maren.Id, null, null, null, null, 50))).First(c =>
                    c.Kind == ChangeKind.Imported
                );
                if (passed == 6)
                    await world.Do(new UndoChange(world.Noor.Id, change.Id));
            })
            .RunAsync(File(title: "Ebb"), TestContext.Current.CancellationToken);
        Assert.Equal(300, made.Changed);
        Assert.Equal(0, (await Standing()).Count(e => e.Title.StartsWith("Ebb", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task A_file_that_brings_nothing_new_leaves_no_trace()
    {
        await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        await SettleAsync();
        var again = await Imports().RunAsync(File(), TestContext.Current.CancellationToken);
        Assert.Equal((null, 0, 0, Many), (again.Change, again.Added, again.Changed, again.Unchanged));
        Assert.Empty(await world.See(s => s.WrittenInPieces()));
    }
}
