using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Slots;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>A series and a changed meeting are weighed as a new one is: every occurrence of the half year, for everyone.</summary>
public sealed class WeighedTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task Taken(CalendarUser who, string start, int minutes = 45) =>
        world.Do(new AddAppointment(who.Id, who.Id, "Council", World.Timed(start, minutes), null));

    private Task<WeighedView> Weigh(
        string entry,
        EntryEdit becomes,
        Reach reach = Reach.All,
        string? occurrence = null,
        CalendarUser? viewer = null,
        Asking? asking = null
    ) =>
        world.See(
            new ReadWeighed(
                (viewer ?? world.Noor).Id,
                entry,
                occurrence is null ? null : NodaTime.Text.LocalDateTimePattern.GeneralIso.Parse(occurrence + ":00").Value,
                reach,
                becomes,
                null,
                asking,
                world.Now
            ).Run
        );

    private async Task<string> Series(string start, string rule, params CalendarUser[] with) =>
        (
            await world.Do(
                new ArrangeMeeting(
                    world.Noor.Id,
                    world.Maren.Id,
                    "Yard talk",
                    [.. with.Select(w => new Invited(w.PublicId, AttendeeRole.Required))],
                    World.Timed(start),
                    null,
                    "https://video.example/yard",
                    null,
                    null,
                    Rule: Rule.Parse(rule)
                )
            )
        ).PublicId;

    [Fact]
    public async Task A_new_time_of_a_meeting_says_what_it_is_for_everyone_and_which_near_times_are_better()
    {
        var made = await world.Arrange("2027-03-16T12:00", false, world.Tome, world.Ana);
        await Taken(world.Tome, "2027-03-17T10:00", 120);
        var weighed = await Weigh(made.PublicId, new EntryEdit { Time = World.Timed("2027-03-17T10:30") });
        Assert.Equal(("Wednesday 17 March, 10:30 to 11:15", 2), (weighed.When, weighed.Told));
        Assert.Equal([("Maren", "fits"), ("Tomé", "wrong"), ("Ana", "fits")], weighed.People.Select(p => (p.Who.GivenName, p.Tone)));
        Assert.Contains(weighed.Wrong, w => w.Words == "Tomé taken then.");
        Assert.Null(weighed.Series);
        Assert.NotEmpty(weighed.Slots);
        var taken = World.Timed("2027-03-17T10:00", 120).ToStretch(DateTimeZone.Utc);
        Assert.DoesNotContain(weighed.Slots, s =>
            s.Start < taken.End.ToUnixTimeMilliseconds() && s.End > taken.Start.ToUnixTimeMilliseconds()
        );
        // Nothing was changed by looking.
        Assert.Equal(World.Timed("2027-03-16T12:00"), (await world.Entry(made.PublicId)).Time);
    }

    [Fact]
    public async Task Its_own_time_and_what_it_is_moved_over_do_not_clash_with_itself()
    {
        var made = await world.Arrange("2027-03-16T12:00", false, world.Tome);
        var weighed = await Weigh(made.PublicId, new EntryEdit { Time = World.Timed("2027-03-16T12:15") });
        Assert.All(weighed.People, p => Assert.Equal("fits", p.Tone));
        Assert.Empty(weighed.Slots);
    }

    [Fact]
    public async Task Every_occurrence_of_the_half_year_is_weighed_and_who_is_in_the_way_is_told_with_the_dates()
    {
        var id = await Series("2027-03-16T12:00", "FREQ=WEEKLY", world.Tome, world.Ana);
        await Taken(world.Tome, "2027-03-23T15:00");
        await Taken(world.Tome, "2027-04-06T15:30");
        await world.Do(
            new PostAbsence(
                world.Ana.Id,
                world.Ana.Id,
                Absent.AtHome(world.Ana, new LocalDateTime(2027, 3, 29, 0, 0), new LocalDateTime(2027, 4, 10, 0, 0)),
                null,
                null
            )
        );
        var weighed = await Weigh(id, new EntryEdit { Time = World.Timed("2027-03-16T15:00") }, Reach.All, "2027-03-16T12:00");
        // 26 Tuesdays in 182 days; three of them not: 23 and 30 March, 6 April.
        Assert.Equal((26, 23), (weighed.Series!.Times, weighed.Series.Fitting));
        Assert.Equal("26 times until Tuesday 7 September 2027: 23 suit everyone required.", weighed.Series.Words);
        Assert.Equal(
            ["Ana is away on 30 March and 6 April.", "Tomé is taken on 23 March and 6 April."],
            weighed.Series.Wrong.Select(w => w.Words).Order()
        );
    }

    [Fact]
    public async Task How_far_a_change_reaches_is_how_far_it_is_weighed()
    {
        var id = await Series("2027-03-16T12:00", "FREQ=WEEKLY;COUNT=4", world.Tome);
        await Taken(world.Tome, "2027-03-23T15:00");
        var later = new EntryEdit { Time = World.Timed("2027-03-30T15:00") };
        Assert.Null((await Weigh(id, later, Reach.ThisOne, "2027-03-30T12:00")).Series);
        Assert.Equal(
            (2, 2),
            (await Weigh(id, later, Reach.FromHereOn, "2027-03-30T12:00")).Series is { } here ? (here.Times, here.Fitting) : default
        );
        Assert.Equal(
            (4, 3),
            (await Weigh(id, later, Reach.All, "2027-03-30T12:00")).Series is { } all ? (all.Times, all.Fitting) : default
        );
    }

    [Fact]
    public async Task Who_is_asked_besides_is_weighed_too()
    {
        var made = await world.Arrange("2027-03-16T12:00", false, world.Tome);
        await Taken(world.Ana, "2027-03-16T12:00");
        var weighed = await Weigh(
            made.PublicId,
            new EntryEdit(),
            asking: new Asking([new Invited(world.Ana.PublicId, AttendeeRole.Required)], [])
        );
        Assert.Contains(weighed.People, p => p.Who.GivenName == "Ana" && p.Tone == "wrong");
        var without = await Weigh(made.PublicId, new EntryEdit(), asking: new Asking([], [world.Tome.PublicId]));
        Assert.DoesNotContain(without.People, p => p.Who.GivenName == "Tomé");
    }

    [Fact]
    public async Task Of_very_many_those_who_must_come_are_looked_at_and_it_is_said()
    {
        var many = Enumerable
            .Range(0, ReadWeighed.MostWeighed + 5)
            .Select(i => new Invited($"guest{i}@harbour.example", AttendeeRole.Optional));
        var made = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Open day",
                [.. many, new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                World.Timed("2028-03-14T12:00"),
                null,
                "https://video.example/day",
                null,
                null
            )
        );
        await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Council", World.Timed("2028-03-14T15:00"), null));
        var weighed = await Weigh(made.PublicId, new EntryEdit { Time = World.Timed("2028-03-14T15:00") });
        Assert.Equal((ReadWeighed.MostWeighed, ReadWeighed.MostWeighed + 6), (weighed.People.Count, weighed.Told));
        Assert.Equal(["Tomé taken then.", "Only 60 of the 67 who take part were looked at."], weighed.Wrong.Select(w => w.Words));
        Assert.Equal("Tuesday 14 March 2028, 15:00 to 15:45", weighed.When);
    }

    [Fact]
    public async Task Who_may_not_change_it_learns_nothing_by_weighing()
    {
        var made = await world.Arrange("2027-03-16T12:00", false, world.Tome);
        foreach (var viewer in new[] { world.Ruta, world.Tome })
            Assert.Equal(
                RefusalKind.NotFound,
                (await Assert.ThrowsAsync<RefusedException>(() => Weigh(made.PublicId, new EntryEdit(), viewer: viewer))).Refusal.Kind
            );
        await world.Grant(world.Maren, world.Ruta, Core.Access.Sight.Everything, Core.Access.Acting.Look);
        Assert.Equal(
            RefusalKind.NotFound,
            (await Assert.ThrowsAsync<RefusedException>(() => Weigh(made.PublicId, new EntryEdit(), viewer: world.Ruta))).Refusal.Kind
        );
    }

    [Fact]
    public async Task A_new_series_is_searched_on_its_own_days_and_ranked_by_all_its_times()
    {
        // Tomé is at the council each Thursday morning from the second week on.
        await world.Do(
            new AddAppointment(
                world.Tome.Id,
                world.Tome.Id,
                "Council",
                World.Timed("2027-03-25T09:00", 180),
                null,
                Rule: Rule.Parse("FREQ=WEEKLY;COUNT=10")
            )
        );
        var slots = await world.See(
            (
                new ReadSlots(
                    world.Noor.Id,
                    world.Maren.PublicId,
                    [world.Tome.PublicId],
                    [],
                    60,
                    new LocalDate(2027, 3, 15),
                    new LocalDate(2027, 3, 19),
                    world.Now
                )
                {
                    HasLink = true,
                    Repeats = "every Thursday",
                }
            ).Run
        );
        Assert.NotEmpty(slots.Slots);
        Assert.All(slots.Slots, s => Assert.StartsWith("Thursday 18 March", s.When, StringComparison.Ordinal));
        var morning = slots.Slots.Single(s => s.When.EndsWith("10:00", StringComparison.Ordinal));
        Assert.Equal("16 of 26 times", morning.Verdict);
        Assert.Contains("Suits everyone required 16 of 26 times.", morning.Reason, StringComparison.Ordinal);
        Assert.DoesNotContain("times", slots.Slots[0].Verdict, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_chosen_time_of_a_series_says_what_is_wrong_later_and_after_the_clocks_change()
    {
        await Taken(world.Tome, "2027-04-05T10:00");
        var chosen = await world.See(
            (
                new ReadChosen(
                    world.Noor.Id,
                    world.Maren.PublicId,
                    [world.Tome.PublicId],
                    [],
                    World.Timed("2027-03-15T10:00").ToStretch(DateTimeZone.Utc),
                    null,
                    true,
                    world.Now
                )
                {
                    Repeats = "every Monday",
                }
            ).Run
        );
        Assert.Empty(chosen.Wrong);
        // The wall clock stays at ten when Lisbon's clocks go on.
        Assert.Equal("Tomé is taken on 5 April.", Assert.Single(chosen.Series!.Wrong).Words);
        var once = await world.See(
            new ReadChosen(
                world.Noor.Id,
                world.Maren.PublicId,
                [world.Tome.PublicId],
                [],
                World.Timed("2027-03-15T10:00").ToStretch(DateTimeZone.Utc),
                null,
                true,
                world.Now
            ).Run
        );
        Assert.Null(once.Series);
    }
}
