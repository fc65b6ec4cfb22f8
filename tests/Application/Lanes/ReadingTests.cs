using System.Text.Json;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

public sealed class ReadingTests : IAsyncLifetime
{
    private const string Canary = "osprey";
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task A_colleague_sees_that_time_is_taken_and_no_word_more()
    {
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, Canary, World.Timed("2027-03-08T10:00"), Canary));
        await world.Do(
            new AddAppointment(world.Maren.Id, world.Maren.Id, Canary, World.Timed("2027-03-08T14:00"), Canary, Canary, Private: true)
        );
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, Canary, World.Timed("2027-03-08T09:15"), Canary, Canary));
        var lanes = await world.See(s =>
            new ReadLanes(world.Ruta.Id, [world.Maren.PublicId], new LocalDate(2027, 3, 8), LanesSpan.Day, world.Now).Run(s)
        );
        Assert.Equal(["taken", "taken", "Private"], lanes.Days[0].Lanes[0].Entries.Select(e => e.Label));
        Assert.DoesNotContain(Canary, JsonSerializer.Serialize(lanes), StringComparison.Ordinal);
        var slots = await world.See(s =>
            new ReadSlots(
                world.Ruta.Id,
                world.Ruta.PublicId,
                [world.Maren.PublicId],
                [],
                45,
                new LocalDate(2027, 3, 8),
                new LocalDate(2027, 3, 9),
                world.Now
            ).Run(s)
        );
        Assert.DoesNotContain(Canary, JsonSerializer.Serialize(slots), StringComparison.Ordinal);
        var chosen = await world.See(s =>
            new ReadChosen(
                world.Ruta.Id,
                world.Ruta.PublicId,
                [world.Maren.PublicId],
                [],
                new Stretch(Instant.FromUtc(2027, 3, 8, 10, 0), Instant.FromUtc(2027, 3, 8, 11, 0)),
                null,
                true,
                world.Now
            ).Run(s)
        );
        Assert.Equal("taken", chosen.People[1].State);
        Assert.DoesNotContain(Canary, JsonSerializer.Serialize(chosen), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_clock_is_called_by_its_zone_where_somebody_works_in_a_town_with_another()
    {
        var owen = await world.Do(
            new AddPerson(
                new CalendarUser(
                    default,
                    "",
                    UserKind.Person,
                    "Owen Tupper",
                    "owen.tupper@ebbline.example",
                    true,
                    "America/Halifax",
                    null,
                    world.Maren.Place,
                    0,
                    null
                )
            )
        );
        var lanes = await world.See(
            new ReadLanes(world.Noor.Id, [world.Maren.PublicId, owen.PublicId], new LocalDate(2027, 3, 8), LanesSpan.Day, world.Now).Run
        );
        Assert.Equal([("Europe/Lisbon", "Lisbon"), ("America/Halifax", "Halifax")], lanes.Zones.Select(z => (z.Id, z.Label)));
    }

    [Fact]
    public async Task An_entry_is_opened_only_as_far_as_it_may_be_known()
    {
        var made = await world.Arrange(isPrivate: true);
        var forNoor = await world.See(s => new ReadEntry(world.Noor.Id, made.PublicId, null, world.Maren.PublicId, world.Now).Run(s));
        Assert.Equal(("Noor Haddad for Maren Falk", true), (forNoor.MadeBy, forNoor.MayChange));
        foreach (var lane in new[] { world.Maren, world.Tome, world.Ruta })
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(() =>
                world.See(s => new ReadEntry(world.Ruta.Id, made.PublicId, null, lane.PublicId, world.Now).Run(s))
            );
            Assert.Equal(RefusalKind.NotFound, refused.Refusal.Kind);
        }
    }

    [Fact]
    public async Task What_is_on_says_so_and_its_link_is_there_from_a_quarter_of_an_hour_before()
    {
        await world.Do(
            new AddAppointment(
                world.Maren.Id,
                world.Maren.Id,
                "On",
                World.Timed("2027-03-08T09:30", 20),
                null,
                "https://meet.ebbline.example/on"
            )
        );
        await world.Do(
            new AddAppointment(
                world.Maren.Id,
                world.Maren.Id,
                "Soon",
                World.Timed("2027-03-08T09:55"),
                null,
                "https://meet.ebbline.example/soon"
            )
        );
        await world.Do(
            new AddAppointment(
                world.Maren.Id,
                world.Maren.Id,
                "Later",
                World.Timed("2027-03-08T11:00"),
                null,
                "https://meet.ebbline.example/later"
            )
        );
        var lanes = await world.See(s =>
            new ReadLanes(world.Noor.Id, [world.Maren.PublicId], new LocalDate(2027, 3, 8), LanesSpan.Day, world.Now).Run(s)
        );
        Assert.Equal(
            [("On", true, true), ("Soon", false, true), ("Later", false, false)],
            lanes.Days[0].Lanes[0].Entries.Select(e => (e.Label, e.On, e.Link is not null))
        );
    }

    [Fact]
    public async Task An_entry_in_a_zone_of_its_own_says_both_times()
    {
        var time = new TimedEntry(
            new LocalDateTime(2027, 3, 8, 18, 0),
            "Asia/Tokyo",
            Duration.FromHours(13),
            "America/Halifax",
            Zones.TzdbVersion
        );
        var (id, _) = await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Flight", time, null));
        var entry = await world.See(s => new ReadEntry(world.Noor.Id, id, null, world.Maren.PublicId, world.Now).Run(s));
        Assert.Equal("Monday 8 March, 09:00 to 22:00 (18:00 in Tokyo to 18:00 in Halifax)", entry.When);
    }

    [Fact]
    public async Task A_further_clock_is_shown_where_it_is_asked_for()
    {
        var lanes = await world.See(s =>
            new ReadLanes(world.Noor.Id, [world.Maren.PublicId], null, LanesSpan.Day, world.Now, ["Asia/Kolkata", "Europe/Lisbon"]).Run(s)
        );
        Assert.Equal(["Europe/Lisbon", "Asia/Kolkata"], lanes.Zones.Select(z => z.Id));
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.See(s => new ReadLanes(world.Noor.Id, [], null, LanesSpan.Day, world.Now, ["Atlantis"]).Run(s))
        );
    }

    [Fact]
    public async Task The_desk_has_a_verdict_for_every_invitation_and_leads_with_the_urgent()
    {
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Board papers", World.Timed("2027-03-08T14:00", 60), "Gannet"));
        await world.Do(
            new ArrangeMeeting(
                world.Tome.Id,
                world.Tome.Id,
                "Blade contract",
                [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-08T15:00"),
                null,
                null,
                null,
                null
            )
        );
        var desk = await world.See(s => new ReadDesk(world.Noor.Id, world.Now).Run(s));
        var row = Assert.Single(desk.Queue);
        Assert.Equal(("Answer", "Tight", "no gap after Board papers"), (row.Verb, row.Judgement, row.Reason));
        Assert.Equal("One answer before the day ends.", desk.Lead);
        Assert.Equal("Monday 8 March", desk.DateLine);
    }

    [Fact]
    public async Task An_answered_invitation_leaves_the_queue()
    {
        var made = await world.Do(
            new ArrangeMeeting(
                world.Tome.Id,
                world.Tome.Id,
                "Blade contract",
                [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-08T15:00"),
                null,
                null,
                null,
                null
            )
        );
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, made.PublicId, null, Answer.Accepted, null, null));
        var desk = await world.See(s => new ReadDesk(world.Noor.Id, world.Now).Run(s));
        Assert.Empty(desk.Queue);
        var chase = await world.See(s => new ReadChase(world.Tome.Id, world.Now).Run(s));
        Assert.Contains("Noor for Maren", chase.Rows.Single().Attendees.Single().Words, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_search_names_who_is_not_known_and_leaves_out_the_past()
    {
        var slots = await world.See(s =>
            new ReadSlots(
                world.Noor.Id,
                world.Maren.PublicId,
                [world.Tome.PublicId, "stranger@somewhere.example"],
                [],
                45,
                new LocalDate(2027, 3, 8),
                new LocalDate(2027, 3, 8),
                world.Now
            ).Run(s)
        );
        Assert.All(slots.Slots, s => Assert.True(s.Start >= Instant.FromUtc(2027, 3, 8, 9, 45).ToUnixTimeMilliseconds()));
        Assert.Contains("Not known: stranger@somewhere.example", slots.Slots[0].Reason, StringComparison.Ordinal);
        Assert.False(slots.People[2].Known);
    }

    [Theory]
    [InlineData(45, "2027-03-10", "2027-03-09", RefusalKind.EndBeforeStart, "span")]
    [InlineData(0, "2027-03-09", "2027-03-10", RefusalKind.LengthTooLong, "minutes")]
    [InlineData(24 * 60, "2027-03-28", "2027-03-28", RefusalKind.LengthLongerThanSpan, "minutes")]
    [InlineData(45, "2027-03-09", "2027-09-09", RefusalKind.SpanTooLong, "span")]
    [InlineData(45, "2027-03-01", "2027-03-02", RefusalKind.InThePast, "span")]
    public async Task A_search_that_makes_no_sense_says_at_which_field(int minutes, string from, string to, RefusalKind kind, string field)
    {
        LocalDate Date(string text) => NodaTime.Text.LocalDatePattern.Iso.Parse(text).Value;
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            world.See(s =>
                new ReadSlots(world.Noor.Id, world.Maren.PublicId, [world.Tome.PublicId], [], minutes, Date(from), Date(to), world.Now).Run(
                    s
                )
            )
        );
        Assert.Equal((kind, field), (refused.Refusal.Kind, refused.Refusal.Field));
    }

    [Fact]
    public async Task A_room_says_whether_it_can_be_had_now()
    {
        async Task<string> Where() =>
            (await world.See(s => new ReadLanes(world.Noor.Id, [world.Gannet.PublicId], null, LanesSpan.Day, world.Now).Run(s)))
                .Days[0]
                .Lanes[0]
                .Where;
        Assert.Equal("Lisbon, free today", await Where());
        await world.Arrange("2027-03-08T11:00", with: [world.Tome, world.Gannet]);
        Assert.Equal("Lisbon, free until 11:00", await Where());
        world.Advance(80 * 60);
        Assert.Equal("Lisbon, taken until 11:45", await Where());
    }

    [Fact]
    public async Task Hidden_days_say_what_stands_on_them()
    {
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Regatta", World.Timed("2027-03-14T10:00"), null));
        var lanes = await world.See(s =>
            new ReadLanes(world.Noor.Id, [world.Maren.PublicId], new LocalDate(2027, 3, 10), LanesSpan.WorkingDays, world.Now).Run(s)
        );
        Assert.Equal("1 on Sunday", lanes.HiddenDays);
        Assert.Equal(["Monday 8", "Tuesday 9", "Wednesday 10", "Thursday 11", "Friday 12"], lanes.Days.Select(d => d.ShortLabel));
    }

    [Fact]
    public async Task People_are_found_by_the_beginning_of_any_word_with_or_without_accents()
    {
        async Task<IReadOnlyList<string>> Find(string text) =>
            [.. (await world.See(s => new ReadPeople(world.Noor.Id, text, world.Now).Run(s))).Select(p => p.Name)];
        Assert.Equal(["Tomé Vidal"], await Find("tome"));
        Assert.Equal(["Ana Brandão"], await Find("branda"));
        Assert.Equal(["Lakshmi Rao"], await Find("lakshmi@co"));
        Assert.Empty(await Find("%"));
    }
}
