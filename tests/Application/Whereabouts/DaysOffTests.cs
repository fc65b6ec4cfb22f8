using Corlin.Application.Accounts;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Slots;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Holidays, closures and no-go weeks, on the lane, in the year and among the reasons of a slot.</summary>
public sealed class DaysOffTests : IAsyncLifetime
{
    private World world = null!;
    private CalendarUser owen = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await world.Do(new AddPlace(new Place("Yard 2", "Halifax yard", "Halifax", "America/Halifax", "CA-NS")));
        owen = await world.Do(
            new AddPerson(
                new CalendarUser(
                    default,
                    "",
                    UserKind.Person,
                    "Owen Tupper",
                    "owen@ebbline.example",
                    true,
                    "America/Halifax",
                    WorkingHours.Weekdays(8 * 60, 17 * 60),
                    "Yard 2",
                    0,
                    null
                )
            )
        );
        await world.Grant(owen, world.Noor, Sight.Everything, Acting.SpeakFor, false);
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private async Task<LaneView> Lane(LocalDate date) =>
        (await world.See(s => new ReadLanes(world.Noor.Id, [owen.PublicId], date, LanesSpan.Day, world.Now).Run(s))).Days[0].Lanes[0];

    [Fact]
    public async Task A_holiday_and_a_closure_take_the_hours_of_those_who_work_there()
    {
        var worker = new HolidayWorker(world.Store, world.Gate, new FixedHolidays());
        Assert.Equal(4, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        Assert.Equal(
            0,
            await new HolidayWorker(world.Store, world.Gate, new FixedHolidays()).RunDueAsync(
                world.Now,
                TestContext.Current.CancellationToken
            )
        );
        await world.Do(
            new CloseSite(
                world.Administrator.Id,
                "Halifax yard",
                new LocalDate(2027, 3, 16),
                new LocalDate(2027, 3, 18),
                "crane inspection"
            )
        );
        var usual = await Lane(new LocalDate(2027, 3, 15));
        Assert.Single(usual.Hours);
        Assert.Empty(usual.Closed);
        var holiday = await Lane(new LocalDate(2027, 3, 26));
        Assert.Empty(holiday.Hours);
        Assert.Equal("Holiday in Halifax, Good Friday", Assert.Single(holiday.Closed).Words);
        Assert.Equal("Halifax yard closed, crane inspection", Assert.Single((await Lane(new LocalDate(2027, 3, 17))).Closed).Words);
        Assert.Equal("Halifax yard closed, crane inspection", Assert.Single((await Lane(new LocalDate(2027, 3, 16))).Closed).Words);
        Assert.Empty((await Lane(new LocalDate(2027, 3, 18))).Closed);
    }

    [Fact]
    public async Task A_day_off_of_some_is_said_among_the_slots_and_before_sending()
    {
        await new HolidayWorker(world.Store, world.Gate, new FixedHolidays()).RunDueAsync(world.Now, TestContext.Current.CancellationToken);
        await world.Do(
            new CloseSite(
                world.Administrator.Id,
                "Halifax yard",
                new LocalDate(2027, 3, 23),
                new LocalDate(2027, 3, 25),
                "crane inspection"
            )
        );
        Task<SlotsView> Slots(string[] required, string[] optional) =>
            world.See(
                new ReadSlots(
                    world.Noor.Id,
                    world.Maren.PublicId,
                    required,
                    optional,
                    45,
                    new LocalDate(2027, 3, 22),
                    new LocalDate(2027, 3, 26),
                    world.Now
                ).Run
            );
        var required = await Slots([owen.PublicId], []);
        Assert.Equal(
            [
                "Tuesday 23 March to Wednesday 24 March, Halifax yard closed, crane inspection: days off for Owen.",
                "Friday 26 March, Good Friday: a day off for Owen.",
            ],
            required.DaysOff
        );
        Assert.DoesNotContain(required.Slots, s =>
            s.When.Contains("26 March", StringComparison.Ordinal) || s.When.Contains("23 March", StringComparison.Ordinal)
        );
        Assert.Empty((await Slots([world.Tome.PublicId], [])).DaysOff);

        var ifFree = (await Slots([world.Tome.PublicId], [owen.PublicId])).Slots;
        Assert.All(ifFree.Where(s => s.When.Contains("26 March", StringComparison.Ordinal)), s =>
            Assert.Contains("Day off: Owen.", s.Reason, StringComparison.Ordinal)
        );
        Assert.Contains(ifFree, s => s.Reason.Contains("Out of hours for Owen.", StringComparison.Ordinal));

        async Task<IEnumerable<string>> Wrong(string start) =>
            (
                await world.See(
                    new ReadChosen(
                        world.Noor.Id,
                        world.Maren.PublicId,
                        [owen.PublicId],
                        [],
                        World.Timed(start).ToStretch(DateTimeZone.Utc),
                        null,
                        true,
                        world.Now
                    ).Run
                )
            ).Wrong.Select(w => w.Words);
        Assert.Contains("A day off for Owen: Good Friday.", await Wrong("2027-03-26T15:00"));
        Assert.Contains("A day off for Owen: crane inspection.", await Wrong("2027-03-23T15:00"));
        Assert.DoesNotContain(await Wrong("2027-03-25T15:00"), w => w.StartsWith("A day off", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_closure_is_kept_and_opened_by_an_administrator_alone_and_taken_back_both_ways()
    {
        var day = new LocalDate(2027, 3, 17);
        var inspection = new CloseSite(world.Administrator.Id, "Halifax yard", day, day.PlusDays(1), "crane inspection");
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(inspection with { Actor = world.Noor.Id }));
        Assert.Equal(RefusalKind.AdministratorsOnly, refused.Refusal.Kind);
        refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(inspection with { Site = "Nowhere" }));
        Assert.Equal((RefusalKind.BadInput, "site"), (refused.Refusal.Kind, refused.Refusal.Field));

        var closed = await world.Do(inspection);
        Assert.NotEmpty((await Lane(day)).Closed);
        var undone = await world.Do(new UndoChange(world.Administrator.Id, closed));
        Assert.Empty((await Lane(day)).Closed);
        await world.Do(new UndoChange(world.Administrator.Id, undone));
        var closure = Assert.Single((await Closures(world.Administrator.Id)).Closures);
        Assert.Equal(
            ("Halifax yard", "2027-03-17", "2027-03-17", "crane inspection"),
            (closure.Site, closure.First, closure.Last, closure.Words)
        );

        refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(new OpenSite(world.Noor.Id, closure.Id)));
        Assert.Equal(RefusalKind.AdministratorsOnly, refused.Refusal.Kind);
        await world.Do(new OpenSite(world.Administrator.Id, closure.Id));
        Assert.Empty((await Lane(day)).Closed);
        Assert.Empty((await Closures(world.Administrator.Id)).Closures);
        Assert.False((await Closures(world.Noor.Id)).MayChange);
    }

    private Task<ClosuresView> Closures(UserId viewer) => world.See(s => new ReadClosures(viewer, world.Now).Run(s));

    [Fact]
    public async Task No_go_weeks_cost_a_slot_show_in_the_year_and_are_taken_back_both_ways()
    {
        var kept = await world.Do(new KeepNoGo(world.Noor.Id, owen.Id, new LocalDate(2027, 3, 18), 1, "sea trials"));
        Assert.Equal("No-go week, sea trials", Assert.Single((await Lane(new LocalDate(2027, 3, 15))).Closed).Words);
        var slots = await world.See(s =>
            new ReadSlots(
                world.Noor.Id,
                owen.PublicId,
                [world.Tome.PublicId],
                [],
                30,
                new LocalDate(2027, 3, 15),
                new LocalDate(2027, 3, 16),
                world.Now
            ).Run(s)
        );
        Assert.All(slots.Slots, s => Assert.Contains("No-go week for Owen", s.Reason, StringComparison.Ordinal));

        var year = await Year();
        var one = Assert.Single(year.NoGo);
        Assert.Equal(("2027-03-15", 1), (one.Date, one.Weeks));
        var undone = await world.Do(new UndoChange(world.Noor.Id, kept));
        Assert.Empty((await Year()).NoGo);
        await world.Do(new UndoChange(world.Noor.Id, undone));
        var again = Assert.Single((await Year()).NoGo);
        var opened = await world.Do(new OpenNoGo(world.Noor.Id, owen.Id, again.Id));
        Assert.Empty((await Year()).NoGo);
        await world.Do(new UndoChange(world.Noor.Id, opened));
        Assert.Equal("sea trials", Assert.Single((await Year()).NoGo).Words);
    }

    [Fact]
    public async Task Only_who_speaks_for_somebody_keeps_their_weeks_and_only_who_sees_all_reads_why()
    {
        Assert.Equal(
            RefusalKind.MayNotSpeakFor,
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    world.Do(new KeepNoGo(world.Tome.Id, owen.Id, new LocalDate(2027, 3, 15), 1, "mine"))
                )
            )
                .Refusal
                .Kind
        );
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new KeepNoGo(world.Noor.Id, owen.Id, new LocalDate(2027, 3, 15), 9, "")));
        await world.Do(new KeepNoGo(world.Noor.Id, owen.Id, new LocalDate(2027, 3, 15), 1, "sea trials"));
        var seen = await world.See(s =>
            new ReadLanes(world.Tome.Id, [owen.PublicId], new LocalDate(2027, 3, 15), LanesSpan.Day, world.Now).Run(s)
        );
        Assert.Empty(seen.Days[0].Lanes[0].Closed);
    }

    [Fact]
    public async Task A_year_shows_how_full_its_weeks_are_and_what_comes_back()
    {
        await world.Do(
            new AddAppointment(
                world.Noor.Id,
                owen.Id,
                "Gate",
                World.Timed("2027-01-05T15:00", 120),
                null,
                null,
                false,
                TimeTaken.Firm,
                Rule.Parse("FREQ=MONTHLY;BYDAY=1TU")
            )
        );
        await world.Do(
            new AddAppointment(
                world.Noor.Id,
                owen.Id,
                "Round",
                World.Timed("2027-01-04T13:00", 30),
                null,
                null,
                false,
                TimeTaken.Firm,
                Rule.Parse("FREQ=WEEKLY")
            )
        );
        await world.Do(
            new AddAppointment(world.Noor.Id, owen.Id, "Once", World.Timed("2027-02-02T15:30", 60), null, null, false, TimeTaken.Firm)
        );
        var year = await Year();
        Assert.Equal(52, year.Weeks.Count);
        Assert.Equal([("Gate", 12), ("Round", 52)], year.Cycles.Select(c => (c.Title, c.Times.Count)));
        // Where two stand at once the time is taken once.
        Assert.Equal(30 + 120, year.Weeks.Single(w => w.Date == "2027-02-01").Minutes);
        Assert.Equal(30, year.Weeks.Single(w => w.Date == "2027-02-08").Minutes);
    }

    private Task<YearView> Year() => world.See(s => new ReadYear(world.Noor.Id, owen.PublicId, 2027, world.Now).Run(s));
}
