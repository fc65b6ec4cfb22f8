using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>People, groups and rooms: who is found, what is known of them, who is in which group and when.</summary>
public sealed class PeopleTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task What_is_known_is_changed_by_who_may_and_undone_and_redone()
    {
        var edit = new PersonEdit(
            Telephones: ["office +351 210 000 014"],
            OtherAddresses: ["Maren@Private.example"],
            Hours: WorkingHours.Weekdays(9 * 60, 17 * 60),
            Post: "chief executive"
        );
        await Refused(RefusalKind.MayNotKeep, new ChangePerson(world.Ruta.Id, world.Maren.PublicId, 1, edit));
        // Where somebody's mail goes is for an administrator to say.
        await Refused(RefusalKind.AddressByAdministrator, new ChangePerson(world.Noor.Id, world.Maren.PublicId, 1, edit));
        var change = await world.Do(new ChangePerson(world.Administrator.Id, world.Maren.PublicId, 1, edit));
        await Refused(RefusalKind.ChangedSince, new ChangePerson(world.Maren.Id, world.Maren.PublicId, 1, new PersonEdit(Post: "chair")));

        var page = await Page(world.Ruta, world.Maren.PublicId);
        Assert.Equal(
            ("Monday to Friday 09:00 to 17:00", "chief executive", 2, false),
            (page.HoursWords, page.Who.Post, page.Version, page.MayChange)
        );
        Assert.Equal("office +351 210 000 014", Assert.Single(page.Telephones));
        Assert.Equal("maren@private.example", Assert.Single(page.OtherAddresses));
        Assert.Equal("Maren changes this, or who speaks for Maren, or an administrator.", page.WhyNot);
        Assert.Equal(world.Maren.Id, await world.See(s => s.UserByAddress("maren@private.example")!.Id));

        var undo = await world.Do(new UndoChange(world.Administrator.Id, change));
        Assert.Null(await world.See(s => s.UserByAddress("maren@private.example")));
        Assert.Equal("Monday to Friday 08:00 to 18:00", (await Page(world.Ruta, world.Maren.PublicId)).HoursWords);
        await world.Do(new UndoChange(world.Administrator.Id, undo));
        Assert.Equal("Monday to Friday 09:00 to 17:00", (await Page(world.Ruta, world.Maren.PublicId)).HoursWords);
    }

    [Fact]
    public async Task A_place_has_the_country_that_was_named_or_none_is_kept()
    {
        await world.Do(new KeepPlace(world.Administrator.Id, Place("portugal"), Exists: false));
        Assert.Equal("PT", (await world.See(s => s.Places()))["Slipway"].Country);
        var told = await world.See(s => new ReadPlaces(world.Ruta.Id, world.Now, new FixedHolidays()).Run(s));
        Assert.Equal(
            ("Portugal", true),
            told.Places.Where(p => p.Name == "Slipway").Select(p => (p.CountryName, p.HolidaysKnown)).Single()
        );

        await Refused(RefusalKind.CountryUnknown, new KeepPlace(world.Administrator.Id, Place("portug"), Exists: true));
        await Refused(RefusalKind.CountryUnknown, new AddPlace(Place("portug")));
        Assert.Equal("PT", (await world.See(s => s.Places()))["Slipway"].Country);

        static Place Place(string country) => new("Slipway", "", "Setúbal", "Europe/Lisbon", country);
    }

    [Theory]
    [InlineData("name", RefusalKind.BadInput)]
    [InlineData("address", RefusalKind.AddressIsNone)]
    [InlineData("taken", RefusalKind.AddressTaken)]
    [InlineData("zone", RefusalKind.ZoneUnknown)]
    [InlineData("hours", RefusalKind.EndBeforeStart)]
    [InlineData("telephones", RefusalKind.BadInput)]
    [InlineData("capacity", RefusalKind.BadInput)]
    [InlineData("assistant", RefusalKind.PersonUnknown)]
    public Task What_cannot_be_is_refused(string part, RefusalKind kind) =>
        Refused(
            kind,
            new ChangePerson(
                world.Administrator.Id,
                world.Maren.PublicId,
                1,
                part switch
                {
                    "name" => new PersonEdit(Name: " "),
                    "address" => new PersonEdit(OtherAddresses: ["maren at home"]),
                    "taken" => new PersonEdit(Address: world.Tome.Address),
                    "zone" => new PersonEdit(Zone: "Atlantis"),
                    "hours" => new PersonEdit(
                        Hours: new WorkingHours([
                            new WorkingSpan(IsoDayOfWeek.Monday, 540, 720),
                            new WorkingSpan(IsoDayOfWeek.Monday, 700, 800),
                        ])
                    ),
                    "telephones" => new PersonEdit(Telephones: ["ask Noor"]),
                    "capacity" => new PersonEdit(Capacity: -1),
                    _ => new PersonEdit(Assistant: world.Maren.PublicId),
                }
            )
        );

    [Fact]
    public async Task A_contact_is_found_only_by_who_keeps_that_calendar()
    {
        var said = new PersonEdit("Halvard Strand", "halvard@strand.example", Note: "prefers the telephone");
        await Refused(RefusalKind.MayNotChange, new AddToPeople(world.Tome.Id, UserKind.Person, false, world.Maren.Id, said));
        var contact = await world.Do(new AddToPeople(world.Noor.Id, UserKind.Person, false, world.Maren.Id, said));
        Assert.Equal(["Halvard Strand"], await Found(world.Noor, "halvard"));
        Assert.Equal(["Halvard Strand"], await Found(world.Maren, "halvard"));
        foreach (var other in new[] { world.Tome, world.Administrator })
        {
            Assert.Empty(await Found(other, "halvard"));
            Assert.Empty((await Index(other, "halvard")).Rows);
            Assert.Equal(RefusalKind.NotFound, (await Assert.ThrowsAsync<RefusedException>(() => Page(other, contact.Id))).Refusal.Kind);
            await Refused(RefusalKind.NotFound, new ChangePerson(other.Id, contact.Id, 1, said));
            await Refused(RefusalKind.NotFound, new RemovePerson(other.Id, contact.Id));
        }

        // Another may write down the same address without learning that somebody has it; each principal's meetings ask their own.
        var shared = await world.Do(
            new AddToPeople(world.Tome.Id, UserKind.Person, false, null, new PersonEdit("H. Strand", "halvard@strand.example"))
        );
        Assert.Equal("H. Strand", Assert.Single(await Found(world.Tome, "strand")));
        var meeting = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Berth",
                [new Invited("halvard@strand.example", AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null
            )
        );
        Assert.Equal(
            contact.Id,
            (await world.See(s => s.Users((s.Entry(meeting.PublicId)!).Participations.Select(p => p.Who))))
                .Values.Single(u => !u.Inside)
                .PublicId
        );
        Assert.NotEqual(shared.Id, contact.Id);
    }

    [Fact]
    public async Task Who_was_in_a_group_and_when_is_kept()
    {
        var board = await Group("Safety board");
        await Refused(RefusalKind.AdministratorsOnly, new ChangeMembers(world.Noor.Id, board, [world.Ana.PublicId], []));
        await world.Do(new ChangeMembers(world.Administrator.Id, board, [world.Ana.PublicId, world.Tome.PublicId], []));
        world.Advance(86_400);
        var left = await world.Do(new ChangeMembers(world.Administrator.Id, board, [], [world.Tome.PublicId]));
        var page = await Page(world.Noor, board);
        Assert.Equal(("Ana Brandão", "Tomé Vidal"), (Assert.Single(page.Members).Who.Name, Assert.Single(page.Former).Who.Name));
        await Refused(RefusalKind.ChangedSince, new ChangeMembers(world.Administrator.Id, board, [], [world.Tome.PublicId]));
        await world.Do(new UndoChange(world.Administrator.Id, left));
        Assert.Equal(2, (await Page(world.Noor, board)).Members.Count);
    }

    [Fact]
    public async Task A_group_in_a_group_counts_through_and_never_itself()
    {
        var (all, yard) = (await Group("All yards"), await Group("Halifax yard crew"));
        await world.Do(new ChangeMembers(world.Administrator.Id, yard, [world.Ana.PublicId, world.Tome.PublicId], []));
        await world.Do(new ChangeMembers(world.Administrator.Id, all, [yard, world.Tome.PublicId], []));
        Assert.Equal(2, (await Page(world.Noor, all)).Everyone);
        await Refused(RefusalKind.GroupInItself, new ChangeMembers(world.Administrator.Id, yard, [all], []));
        await Refused(RefusalKind.GroupInItself, new ChangeMembers(world.Administrator.Id, all, [all], []));
        // Asked as one word, everyone in it is asked once.
        var meeting = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Yards",
                [new Invited(all, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null
            )
        );
        Assert.Equal(
            [world.Tome.Id, world.Ana.Id],
            (await world.Entry(meeting.PublicId)).Participations.Select(p => p.Who).Where(w => w != world.Maren.Id).OrderBy(w => w.Value)
        );
    }

    [Fact]
    public async Task A_group_of_a_thousand_is_one_grant_and_one_word()
    {
        var lines = Enumerable.Range(0, 1_000).Select(i => Line(i + 2, $"Deckhand {i}", $"deck{i}@ebbline.example", inside: true)).ToList();
        Assert.Equal(1_000, (await world.Do(new ImportPeople(world.Administrator.Id, lines, null))).Added);
        var crew = await Group("Crew");
        var ids = await world.See(s =>
            Enumerable.Range(0, 1_000).Select(i => s.UserByAddress($"deck{i}@ebbline.example")!.PublicId).ToList()
        );
        await world.Do(new ChangeMembers(world.Administrator.Id, crew, ids, []));
        Assert.Equal(1_000, (await Page(world.Noor, crew)).Everyone);
        await world.Do(
            new GrantAccess(
                world.Maren.Id,
                world.Maren.Id,
                [(await world.See(s => s.User(crew)!)).Id],
                new AccessTerms(Sight.Headlines, Acting.Look)
            )
        );
        var hand = await world.See(s => s.User(ids[999])!);
        Assert.Equal(
            Sight.Headlines,
            await world.See(s =>
                Rights.Combine(s.GrantsOn([world.Maren.Id], hand.Id)[world.Maren.Id], true, world.Now, s.CeilingFor(true)).Sight
            )
        );
        var readers = await world.See(s => new ReadReaders(world.Maren.Id, world.Maren.PublicId, null, world.Now).Run(s));
        Assert.True(readers!.Readers >= 1_000);
        Assert.Equal((200, true), await Index(world.Noor, "deck") is var found ? (found.Rows.Count, found.Count == 1_000) : default);
    }

    [Fact]
    public async Task A_file_adds_who_is_new_changes_who_is_known_and_says_what_was_left_out()
    {
        var lines = new[]
        {
            Line(2, "Lakshmi Rao", world.Lakshmi.Address, post: "director"),
            Line(3, "Aroha Pene", "aroha@harbour.example"),
            Line(4, "Nobody", "no address"),
            Line(5, "Petrel", null, UserKind.Room),
            Line(6, "Maren Falk", world.Maren.Address, post: "chair"),
        };
        var came = await world.Do(new ImportPeople(world.Tome.Id, lines, null));
        Assert.Equal((1, 1, 0), (came.Added, came.Changed, came.Unchanged));
        Assert.Equal(["Line 4, Nobody", "Line 5, Petrel", "Line 6, Maren Falk"], came.Skipped.Select(s => s.What));
        Assert.Equal(
            (null, 0, 2),
            await world.Do(new ImportPeople(world.Tome.Id, lines, null)) is var again
                ? (again.Change, again.Added, again.Unchanged)
                : default
        );
        await world.Do(new UndoChange(world.Tome.Id, came.Change!.Value));
        Assert.Empty(await Found(world.Tome, "aroha"));
        Assert.Null((await Page(world.Tome, world.Lakshmi.PublicId)).Who.Post);
        // Nor does a file say where somebody's mail goes.
        var theirs = Line(2, "Maren Falk", world.Maren.Address) with { OtherAddresses = ["copies@elsewhere.example"] };
        Assert.Equal("Line 2, Maren Falk", Assert.Single((await world.Do(new ImportPeople(world.Noor.Id, [theirs], null))).Skipped).What);
        Assert.Equal(1, (await world.Do(new ImportPeople(world.Administrator.Id, [theirs], null))).Changed);
        // Who was taken out comes back as somebody new.
        Assert.Equal(1, (await world.Do(new ImportPeople(world.Tome.Id, [lines[1]], null))).Added);
    }

    [Fact]
    public async Task A_room_has_seats_and_features_and_is_taken_out_and_back()
    {
        var room = await world.Do(
            new AddToPeople(
                world.Administrator.Id,
                UserKind.Room,
                true,
                null,
                new PersonEdit("Petrel", Capacity: 12, Features: ["screen", "step-free"], Place: "Gannet")
            )
        );
        var row = Assert.Single((await Index(world.Noor, "petrel")).Rows);
        Assert.Equal(("12 seats, Head office", "petrel@ebbline.example"), (row.Line, row.Who.Address));
        var out_ = await world.Do(new RemovePerson(world.Administrator.Id, room.Id));
        Assert.Empty(await Found(world.Noor, "petrel"));
        // Its page is still reached by its address, and changes nothing any more.
        var gone = await Page(world.Administrator, room.Id);
        Assert.Equal((true, false, false, false), (gone.Removed, gone.MayChange, gone.MayRemove, gone.MayGrant));
        await Refused(
            RefusalKind.RemovedAlready,
            new ChangePerson(world.Administrator.Id, room.Id, gone.Version, new PersonEdit(Capacity: 14))
        );
        await Refused(RefusalKind.RemovedAlready, new RemovePerson(world.Administrator.Id, room.Id));
        await world.Do(new UndoChange(world.Administrator.Id, out_));
        Assert.Equal(["screen", "step-free"], (await Page(world.Noor, room.Id)).Features);
        await Refused(RefusalKind.MayNotKeep, new RemovePerson(world.Administrator.Id, world.Ana.PublicId));
    }

    private static PersonLine Line(
        int number,
        string name,
        string? address,
        UserKind kind = UserKind.Person,
        bool? inside = null,
        string? post = null
    ) => new(number, name, address, kind, inside, post, null, null, null, [], [], null, []);

    private async Task<string> Group(string name) =>
        (await world.Do(new AddToPeople(world.Administrator.Id, UserKind.Group, true, null, new PersonEdit(name)))).Id;

    private Task<PersonPageView> Page(CalendarUser viewer, string who) => world.See(s => new ReadPerson(viewer.Id, who, world.Now).Run(s));

    private Task<IndexView> Index(CalendarUser viewer, string text) =>
        world.See(s => new ReadIndex(viewer.Id, text, null, world.Now).Run(s));

    private Task<IEnumerable<string>> Found(CalendarUser viewer, string text) =>
        world.See(s => new ReadPeople(viewer.Id, text, world.Now).Run(s).Select(p => p.Name).ToList().AsEnumerable());

    private async Task Refused<T>(RefusalKind kind, IChange<T> change) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(() => world.Do(change))).Refusal.Kind);
}
