using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Files;
using Corlin.Application.People;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What is said to be wrong before a meeting is sent, and what mends it.</summary>
public sealed class WrongsTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await world.Do(new AddPlace(new Place("Harbour master", "Port", "Lisbon", "Europe/Lisbon")));
        await world.Do(new SetWay("Head office", "Port", Duration.FromMinutes(40)));
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private async Task<IReadOnlyList<WarningView>> Wrong(
        IReadOnlyList<CalendarUser> with,
        string start = "2027-03-16T12:00",
        string? place = null,
        bool link = false,
        string? draft = null
    ) =>
        (
            await world.See(s =>
                new ReadChosen(
                    world.Noor.Id,
                    world.Maren.PublicId,
                    [.. with.Select(w => w.PublicId)],
                    [],
                    World.Timed(start).ToStretch(DateTimeZone.Utc),
                    place,
                    link,
                    world.Now
                )
                {
                    Draft = draft,
                }.Run(s)
            )
        ).Wrong;

    private Task Taken(CalendarUser who, string start, string? place = null) =>
        world.Do(new AddAppointment(who.Id, who.Id, "Council", World.Timed(start), place));

    private async Task<CalendarUser> Room(string name, int seats)
    {
        var room = await world.Do(
            new AddPerson(
                new CalendarUser(
                    default,
                    "",
                    UserKind.Room,
                    name,
                    $"{name.ToLowerInvariant()}@ebbline.example",
                    true,
                    "Europe/Lisbon",
                    null,
                    "Gannet",
                    0,
                    null
                )
            )
        );
        await world.Do(new ChangePerson(world.Administrator.Id, room.PublicId, room.Version, new PersonEdit(Capacity: seats)));
        return room;
    }

    [Fact]
    public async Task Nothing_is_wrong_with_a_free_time_and_a_link() => Assert.Empty(await Wrong([world.Tome], link: true));

    [Fact]
    public async Task A_no_go_week_is_said_to_who_reads_that_calendar_whole_and_to_nobody_else()
    {
        await world.Do(new KeepNoGo(world.Noor.Id, world.Maren.Id, new LocalDate(2027, 3, 17), 1, "half-year report"));
        await world.Do(new KeepNoGo(world.Tome.Id, world.Tome.Id, new LocalDate(2027, 3, 17), 1, "at sea"));
        var wrong = Assert.Single(await Wrong([world.Tome], link: true));
        Assert.Equal(("A no-go week for Maren: half-year report.", "doubt"), (wrong.Words, wrong.Tone));
        Assert.Empty(await Wrong([world.Tome], start: "2027-03-23T12:00", link: true));
    }

    [Fact]
    public async Task A_title_that_may_be_known_says_what_takes_the_time()
    {
        await Taken(world.Maren, "2027-03-16T12:00");
        Assert.Contains(await Wrong([world.Ana], link: true), w => w.Words == "Maren taken then: “Council”.");
    }

    [Fact]
    public async Task Somebody_required_who_is_taken_is_named_and_another_slot_or_going_without_mends_it()
    {
        await Taken(world.Tome, "2027-03-16T12:00");
        var wrong = Assert.Single(await Wrong([world.Tome, world.Ana], link: true));
        Assert.Equal(("Tomé taken then.", "wrong"), (wrong.Words, wrong.Tone));
        Assert.Equal([(MendKind.Slot, null), (MendKind.Optional, "Tomé Vidal")], wrong.Mends.Select(m => (m.Kind, m.Person?.Name)));
        // With nobody else required there is no meeting without them.
        Assert.Equal([MendKind.Slot], Assert.Single(await Wrong([world.Tome], link: true)).Mends.Select(m => m.Kind));
    }

    [Fact]
    public async Task Out_of_hours_is_a_doubt()
    {
        var wrong = Assert.Single(await Wrong([world.Tome], "2027-03-16T19:00", link: true));
        Assert.Equal(("Out of hours for Maren and Tomé.", "doubt"), (wrong.Words, wrong.Tone));
    }

    [Fact]
    public async Task Neither_place_nor_link_and_who_is_outside_without_one()
    {
        Assert.Equal("It has neither a place nor a link.", Assert.Single(await Wrong([world.Tome])).Words);
        var outside = Assert.Single(await Wrong([world.Tome, world.Lakshmi], "2027-03-16T11:00", "Gannet"));
        Assert.Equal(("Lakshmi gets no conference link.", MendKind.Video), (outside.Words, Assert.Single(outside.Mends).Kind));
    }

    [Fact]
    public async Task A_room_too_small_or_taken_is_mended_by_the_smallest_free_one_that_holds_them()
    {
        var (small, large, hall) = (await Room("Tern", 2), await Room("Petrel", 4), await Room("Hall", 80));
        await world.Do(new ChangePerson(world.Maren.Id, world.Maren.PublicId, world.Maren.Version, new PersonEdit(Place: "Gannet")));
        var wrong = Assert.Single(await Wrong([world.Tome, world.Ana, small]));
        Assert.Equal("Tern holds 2; with the organiser 3 come.", wrong.Words);
        Assert.Equal((MendKind.Room, large.PublicId), (wrong.Mends[0].Kind, wrong.Mends[0].Person!.Id));

        await world.Do(
            new ArrangeMeeting(
                world.Ruta.Id,
                world.Ruta.Id,
                "Other",
                [new Invited(large.PublicId, AttendeeRole.Required), new Invited(world.Ana.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null
            )
        );
        var taken = (await Wrong([world.Tome, large])).First(w => w.Tone == "wrong");
        Assert.Equal("Petrel is taken then.", taken.Words);
        Assert.Equal(small.PublicId, taken.Mends.First(m => m.Kind == MendKind.Room).Person!.Id);
        Assert.Contains((await Wrong([world.Tome, world.Ana, small])).SelectMany(w => w.Mends), m => m.Person?.Id == hall.PublicId);
    }

    [Fact]
    public async Task No_time_to_get_there_is_mended_by_a_later_start_or_a_link_and_not_told_where_the_place_may_not_be_known()
    {
        await Taken(world.Maren, "2027-03-16T11:00", "Gannet");
        var wrong = Assert.Single(await Wrong([world.Tome], place: "Harbour master"));
        Assert.Equal("Maren has no time to get there from “Council”: 25 minutes short.", wrong.Words);
        Assert.Equal([(MendKind.Start, "Start at 12:30"), (MendKind.Video, "Add a link")], wrong.Mends.Select(m => (m.Kind, m.Words)));
        Assert.Empty(await Wrong([world.Tome], place: "Harbour master", link: true));

        await Taken(world.Tome, "2027-03-17T11:00", "Gannet");
        var withheld = Assert.Single(await Wrong([world.Tome], "2027-03-17T12:00", "Harbour master"));
        Assert.Equal("Tomé is not free then.", withheld.Words);
    }

    [Fact]
    public async Task A_paper_that_those_outside_cannot_open_is_sent_along_in_one_step()
    {
        var draft = await world.Do(new KeepDraft(world.Noor.Id, null, 0, "{}"));
        await world.Do(new LayPaper(world.Noor.Id, draft.PublicId, new NewPaper("Lease.pdf", "application/pdf", 9, "aa")));
        var wrong = Assert.Single(await Wrong([world.Tome, world.Lakshmi], "2027-03-16T11:00", link: true, draft: draft.PublicId));
        Assert.Equal(
            ("Lakshmi cannot open “Lease.pdf”: papers stay inside.", MendKind.PapersOut),
            (wrong.Words, Assert.Single(wrong.Mends).Kind)
        );
        Assert.Empty(await Wrong([world.Tome], link: true, draft: draft.PublicId));

        var paper = (await world.See(s => s.PapersOfDraft(draft.PublicId))).Single();
        await world.Do(new ChangeDraftPaper(world.Noor.Id, draft.PublicId, paper.PublicId, GoesOut: true));
        Assert.Empty(await Wrong([world.Tome, world.Lakshmi], "2027-03-16T11:00", link: true, draft: draft.PublicId));
        // What somebody else writes is not looked into.
        Assert.Empty(
            (
                await world.See(s =>
                    new ReadChosen(
                        world.Maren.Id,
                        world.Maren.PublicId,
                        [world.Lakshmi.PublicId],
                        [],
                        World.Timed("2027-03-16T11:00").ToStretch(DateTimeZone.Utc),
                        null,
                        true,
                        world.Now
                    )
                    {
                        Draft = draft.PublicId,
                    }.Run(s)
                )
            ).Wrong
        );
    }
}
