using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Calendars beside the main one: on the same lane, each with rights of its own.</summary>
public sealed class CalendarTests : IAsyncLifetime
{
    private const string Name = "Ten years";
    private static readonly LocalDate Day = new(2027, 3, 16);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<AddedCalendar> Keep(string name = Name, bool counts = true) =>
        world.Do(new AddCalendar(world.Noor.Id, world.Maren.Id, name, counts));

    private async Task<string> Put(string? calendar, string title = "Guest list", CalendarUser? by = null, bool isPrivate = false) =>
        (
            await world.Do(
                new AddAppointment(
                    (by ?? world.Noor).Id,
                    world.Maren.Id,
                    title,
                    World.Timed("2027-03-16T15:00"),
                    null,
                    Private: isPrivate,
                    Calendar: calendar
                )
            )
        ).PublicId;

    private Task<long> Give(CalendarUser to, Sight sight, Acting acting, string? calendar, bool passOn = false, CalendarUser? by = null) =>
        world.Do(
            new GrantAccess(
                (by ?? world.Maren).Id,
                world.Maren.Id,
                [to.Id],
                new AccessTerms(sight, acting, PassOn: passOn),
                Calendar: calendar
            )
        );

    private async Task<LaneView> Lane(CalendarUser viewer) =>
        (await world.See(s => new ReadLanes(viewer.Id, [world.Maren.PublicId], Day, LanesSpan.Day, world.Now).Run(s))).Days[0].Lanes[0];

    private async Task<IReadOnlyList<(string Label, string Takes)>> Standing(CalendarUser viewer) =>
        [.. (await Lane(viewer)).Entries.Select(e => (e.Label, e.Takes))];

    private Task<CalendarsView> Kept(CalendarUser viewer) =>
        world.See(s => new ReadCalendars(viewer.Id, world.Maren.PublicId, world.Now).Run(s));

    private static async Task Refused(RefusalKind kind, Task act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(() => act)).Refusal.Kind);

    [Fact]
    public async Task What_stands_on_one_stands_on_the_lane_and_takes_time_as_the_calendar_counts()
    {
        var made = await Keep(counts: false);
        await Put(made.PublicId);
        Assert.Equal([("Guest list", "free")], await Standing(world.Noor));
        await world.Do(new ChangeCalendar(world.Noor.Id, world.Maren.Id, made.PublicId, "Eleven years", true));
        Assert.Equal([("Guest list", "firm")], await Standing(world.Noor));
        var kept = Assert.Single((await Kept(world.Noor)).Further);
        Assert.Equal(("Eleven years", true, 1), (kept.Name, kept.Counts, kept.Entries));
    }

    [Fact]
    public async Task Removing_one_takes_its_entries_off_and_undo_brings_them_back()
    {
        var made = await Keep();
        var entry = await Put(made.PublicId);
        var gone = await world.Do(new RemoveCalendar(world.Noor.Id, world.Maren.Id, made.PublicId));
        Assert.Empty(await Standing(world.Noor));
        await Refused(
            RefusalKind.NotFound,
            world.See(s => new ReadEntry(world.Noor.Id, entry, null, world.Maren.PublicId, world.Now).Run(s))
        );
        await Refused(RefusalKind.NotFound, world.Do(new CancelEntry(world.Noor.Id, entry, null, Core.Editing.Reach.All)));
        await Refused(RefusalKind.NotFound, Put(made.PublicId));
        var undone = await world.Do(new UndoChange(world.Noor.Id, gone));
        Assert.Equal([("Guest list", "firm")], await Standing(world.Noor));
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Empty(await Standing(world.Noor));
        await world.Do(new UndoChange(world.Noor.Id, (await Keep()).Change));
        Assert.Empty((await Kept(world.Noor)).Further);
    }

    [Fact]
    public async Task An_undo_that_would_undo_what_was_changed_since_is_refused()
    {
        var made = await Keep();
        await world.Do(new ChangeCalendar(world.Noor.Id, world.Maren.Id, made.PublicId, Name, false));
        await Refused(RefusalKind.ChangedSince, world.Do(new UndoChange(world.Noor.Id, made.Change)));
    }

    [Fact]
    public async Task A_grant_on_one_is_for_that_one()
    {
        var made = await Keep();
        var entry = await Put(made.PublicId);
        await Put(null, "Board");
        Assert.Equal([("taken", "firm"), ("taken", "firm")], await Standing(world.Tome));
        Assert.Empty((await Kept(world.Tome)).Further);
        await Give(world.Tome, Sight.Everything, Acting.Change, made.PublicId);
        Assert.Equal(["Guest list", "taken"], (await Standing(world.Tome)).Select(s => s.Label).Order());
        await world.Do(
            new ChangeEntry(
                world.Tome.Id,
                entry,
                null,
                Core.Editing.Reach.All,
                new Core.Editing.EntryEdit { Title = "Guests" },
                new Core.Editing.EntryEdit { Title = "Guest list" }
            )
        );
        var added = await Put(made.PublicId, "Caterers", world.Tome);
        await Refused(RefusalKind.MayNotAdd, Put(null, "Caterers", world.Tome));
        // To put it on the main one they would have to be able to add there.
        await Refused(RefusalKind.MayNotAdd, world.Do(new PutOnCalendar(world.Tome.Id, added, null)));
        Assert.Equal([Name], (await Kept(world.Tome)).MayAddTo.Select(c => c.Name));
        world.Advance(11);
        Assert.Equal(
            "Maren Falk lets you see everything in Maren’s calendar “Ten years” and change it.",
            (await world.See(s => new ReadDesk(world.Tome.Id, world.Now).Run(s))).News[0].Words
        );
    }

    [Fact]
    public async Task A_grant_on_the_main_one_leaves_the_others_as_they_are()
    {
        var made = await Keep();
        await Put(made.PublicId);
        await Put(null, "Board");
        await Give(world.Tome, Sight.Headlines, Acting.Look, CalendarChoiceView.MainId);
        Assert.Equal(["Board", "taken"], (await Standing(world.Tome)).Select(s => s.Label).Order());
        // What is held for all replaces the default on both.
        await Give(world.Tome, Sight.Nothing, Acting.Look, null);
        Assert.Equal([("Board", "firm")], await Standing(world.Tome));
    }

    [Fact]
    public async Task Nobody_speaks_for_somebody_in_one_calendar_or_passes_on_another_than_they_hold()
    {
        var (one, other) = (await Keep(), await Keep("Might go"));
        await Refused(RefusalKind.SpeaksForAll, Give(world.Tome, Sight.Everything, Acting.SpeakFor, one.PublicId));
        await Give(world.Tome, Sight.Everything, Acting.Add, one.PublicId, passOn: true);
        await Refused(RefusalKind.MayNotGrant, Give(world.Ana, Sight.Headlines, Acting.Look, null, by: world.Tome));
        await Refused(RefusalKind.MayNotGrant, Give(world.Ana, Sight.Headlines, Acting.Look, other.PublicId, by: world.Tome));
        var given = await Give(world.Ana, Sight.Headlines, Acting.Look, one.PublicId, by: world.Tome);
        await world.Do(new UndoChange(world.Tome.Id, given));
    }

    [Fact]
    public async Task A_private_entry_on_one_follows_the_grant_on_that_one()
    {
        var made = await Keep();
        await Put(made.PublicId, isPrivate: true);
        await Give(world.Tome, Sight.Everything, Acting.Look, made.PublicId);
        Assert.Equal([("Private", "firm")], await Standing(world.Tome));
    }

    [Fact]
    public async Task An_appointment_goes_from_one_to_another_and_back_and_a_meeting_stays()
    {
        var made = await Keep();
        var entry = await Put(null);
        await Give(world.Tome, Sight.Headlines, Acting.Look, made.PublicId);
        Assert.Equal("taken", (await Standing(world.Tome))[0].Label);
        var put = await world.Do(new PutOnCalendar(world.Noor.Id, entry, made.PublicId));
        Assert.Equal("Guest list", (await Standing(world.Tome))[0].Label);
        var shown = await world.See(s => new ReadEntry(world.Noor.Id, entry, null, world.Maren.PublicId, world.Now).Run(s));
        Assert.Equal((made.PublicId, 2), (shown.Calendar!.Id, shown.Calendar.Choices.Count));
        await world.Do(new UndoChange(world.Noor.Id, put));
        Assert.Equal("taken", (await Standing(world.Tome))[0].Label);
        await Refused(RefusalKind.OnMainOnly, world.Do(new PutOnCalendar(world.Noor.Id, (await world.Arrange()).PublicId, made.PublicId)));
    }

    [Theory]
    [InlineData("", RefusalKind.BadInput)]
    [InlineData("  ten YEARS ", RefusalKind.NameTaken)]
    public async Task A_name_is_given_once(string name, RefusalKind kind)
    {
        await Keep();
        await Refused(kind, Keep(name));
    }

    [Fact]
    public async Task Only_who_speaks_for_somebody_keeps_their_calendars()
    {
        var made = await Keep();
        await Give(world.Tome, Sight.Everything, Acting.Change, null);
        await Refused(RefusalKind.MayNotSpeakFor, world.Do(new AddCalendar(world.Tome.Id, world.Maren.Id, "x", true)));
        await Refused(RefusalKind.MayNotSpeakFor, world.Do(new ChangeCalendar(world.Tome.Id, world.Maren.Id, made.PublicId, "x", true)));
        await Refused(RefusalKind.MayNotSpeakFor, world.Do(new RemoveCalendar(world.Tome.Id, world.Maren.Id, made.PublicId)));
        await Refused(RefusalKind.NotFound, world.Do(new RemoveCalendar(world.Maren.Id, world.Maren.Id, "nothing")));
    }

    [Fact]
    public async Task What_was_done_on_one_is_told_as_far_as_that_one_is_seen()
    {
        var made = await Keep();
        var entry = await Put(made.PublicId);
        await Give(world.Tome, Sight.Everything, Acting.Look, CalendarChoiceView.MainId);
        await Refused(
            RefusalKind.NotFound,
            world.See(s => new ReadHistory(world.Tome.Id, world.Maren.PublicId, entry, null, null, null, null, world.Now).Run(s))
        );
        var rows = (
            await world.See(s => new ReadHistory(world.Tome.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run(s))
        ).Rows;
        Assert.Contains(rows, r => r.Words == "entered something private");
        Assert.DoesNotContain(rows, r => r.Words.Contains("Guest list", StringComparison.Ordinal));
        await world.Do(new RemoveCalendar(world.Noor.Id, world.Maren.Id, made.PublicId));
        rows = (
            await world.See(s => new ReadHistory(world.Tome.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run(s))
        ).Rows;
        Assert.DoesNotContain(rows, r => r.Words.Contains("Guest list", StringComparison.Ordinal));
    }

    [Fact]
    public async Task It_counts_who_can_read_a_title_on_that_one()
    {
        var made = await Keep();
        await Give(world.Tome, Sight.Headlines, Acting.Look, made.PublicId);
        Task<ReadersView?> Readers(string? calendar) =>
            world.See(s => new ReadReaders(world.Noor.Id, world.Maren.PublicId, calendar, world.Now).Run(s));
        Assert.Equal((1, 2), ((await Readers(null))!.Readers, (await Readers(made.PublicId))!.Readers));
    }
}
