using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>A meeting to which only some of several must come.</summary>
public sealed class SomeTests : IAsyncLifetime
{
    private static readonly LocalDate Day = new(2027, 3, 16);
    private static readonly Instant Midnight = Zones.Get("Europe/Lisbon").Day(Day).Start;

    private World world = null!;

    /// <summary>Tomé can come before noon, Ana after.</summary>
    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await Add(world.Tome, "2027-03-16T12:00");
        await Add(world.Noor, "2027-03-16T00:00");
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<AddedAppointment> Add(CalendarUser who, string start) =>
        world.Do(new AddAppointment(who.Id, who.Id, "Yard", World.Timed(start, 12 * 60), null));

    private Task<SlotsView> Slots(int atLeast) =>
        world.See(
            new ReadSlots(world.Noor.Id, world.Maren.PublicId, [], [], 45, Day, Day, world.Now)
            {
                Soonest = true,
                Some = [new SomeWish([world.Tome.PublicId, world.Noor.PublicId], atLeast)],
            }.Run
        );

    private Task<ChosenView> Chosen(int hour, int atLeast, params string[] required)
    {
        var start = Midnight + Duration.FromHours(hour);
        return world.See(
            new ReadChosen(
                world.Noor.Id,
                world.Maren.PublicId,
                required,
                [],
                new Stretch(start, start + Duration.FromMinutes(45)),
                null,
                true,
                world.Now
            )
            {
                Some = [new SomeWish([world.Tome.PublicId, world.Noor.PublicId], atLeast)],
            }.Run
        );
    }

    [Fact]
    public async Task A_slot_is_where_enough_of_them_can_come_and_says_who()
    {
        var one = await Slots(1);
        Assert.Equal((true, true), (one.People[1].Counted, one.People[2].Counted));
        var morning = one.Slots.First(s => s.When.EndsWith("10:00", StringComparison.Ordinal));
        Assert.Contains("Tomé could come.", morning.Reason, StringComparison.Ordinal);
        var afternoon = one.Slots.First(s => s.When.EndsWith("15:00", StringComparison.Ordinal));
        Assert.Contains("Noor could come.", afternoon.Reason, StringComparison.Ordinal);
        Assert.Empty((await Slots(2)).Slots);
    }

    [Fact]
    public async Task At_a_chosen_time_who_is_free_comes_and_who_is_required_anyway_counts()
    {
        Assert.Equal([world.Tome.PublicId], (await Chosen(10, 1)).Picked.Select(p => p.Id));
        Assert.Equal([world.Noor.PublicId], (await Chosen(15, 1)).Picked.Select(p => p.Id));
        Assert.Equal([world.Tome.PublicId], (await Chosen(15, 2, world.Noor.PublicId)).Picked.Select(p => p.Id));
        Assert.Empty((await Chosen(15, 1, world.Noor.PublicId)).Picked);
        // Where too few can, as many come as must, and what is wrong is told.
        var both = await Chosen(10, 2);
        Assert.Equal(2, both.Picked.Count);
        Assert.Contains(both.Wrong, w => w.Words.Contains("Noor", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Any_room_that_is_free_is_taken_and_one_that_there_is_not_is_refused()
    {
        Task<SlotsView> Search(AnyRoom room) =>
            world.See(
                new ReadSlots(world.Noor.Id, world.Maren.PublicId, [world.Tome.PublicId], [], 45, Day, Day, world.Now) { Room = room }.Run
            );
        await world.Do(new AddAppointment(world.Gannet.Id, world.Gannet.Id, "Cleaning", World.Timed("2027-03-16T08:00", 120), null));
        var found = await Search(new AnyRoom(0, []));
        Assert.DoesNotContain(found.Slots, s => s.When.EndsWith("09:00", StringComparison.Ordinal));
        Assert.Contains(
            "Gannet is free.",
            found.Slots.First(s => s.When.EndsWith("11:00", StringComparison.Ordinal)).Reason,
            StringComparison.Ordinal
        );
        foreach (var none in new[] { new AnyRoom(10_000, []), new AnyRoom(0, ["a lake"]) })
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(() => Search(none));
            Assert.Equal(RefusalKind.NoRoomFits, refused.Refusal.Kind);
        }
    }

    [Theory]
    [InlineData(0)]
    [InlineData(3)]
    public async Task More_than_there_are_are_not_sought(int atLeast)
    {
        var refused = await Assert.ThrowsAsync<RefusedException>(() => Slots(atLeast));
        Assert.Equal(RefusalKind.MoreThanThereAre, refused.Refusal.Kind);
    }
}
