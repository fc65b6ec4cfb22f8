using Corlin.Application.Changes;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Tests;

/// <summary>What somebody does in one act is done and taken back as one.</summary>
public class ActTests
{
    private static async Task<(string OfMaren, string OfTome)> TwoAsync(World world)
    {
        await world.Grant(world.Tome, world.Noor, Core.Access.Sight.Whole, Core.Access.Acting.SpeakFor);
        async Task<string> Add(CalendarUser owner) => (await world.Do(new AddAppointment(world.Noor.Id, owner.Id, "Yard", World.Timed("2027-03-16T09:00"), null))).PublicId;
        return (await Add(world.Maren), await Add(world.Tome));
    }

    private static MarkChosen Chosen(World world, string ofMaren, string ofTome) =>
        new(world.Noor.Id, [new ChosenOnLane(world.Maren.Id, [ofMaren]), new ChosenOnLane(world.Tome.Id, [ofTome])], "Yard");

    private static async Task<int> MarkedAsync(World world, params string[] entries)
    {
        var count = 0;
        foreach (var entry in entries) count += (await world.Entry(entry)).Marks.Length;
        return count;
    }

    [Fact]
    public async Task What_was_chosen_on_two_lanes_is_taken_back_as_one()
    {
        await using var world = await World.MakeAsync();
        var (one, other) = await TwoAsync(world);
        var changes = await world.Do(Chosen(world, one, other));
        Assert.Equal(2, await MarkedAsync(world, one, other));
        var undone = await world.Do(new UndoAct(world.Noor.Id, changes));
        Assert.Equal(0, await MarkedAsync(world, one, other));
        await world.Do(new UndoAct(world.Noor.Id, undone));
        Assert.Equal(2, await MarkedAsync(world, one, other));
    }

    [Fact]
    public async Task Where_one_part_cannot_be_taken_back_none_is()
    {
        await using var world = await World.MakeAsync();
        var (one, other) = await TwoAsync(world);
        var changes = await world.Do(Chosen(world, one, other));
        await world.Do(new MarkEntries(world.Maren.Id, world.Maren.Id, [one], ""));
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoAct(world.Noor.Id, changes)));
        Assert.Equal(1, await MarkedAsync(world, one, other));
    }

    [Fact]
    public async Task Where_one_of_the_chosen_may_not_be_marked_none_is()
    {
        await using var world = await World.MakeAsync();
        var (one, other) = await TwoAsync(world);
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(Chosen(world, one, other) with { Actor = world.Maren.Id }));
        Assert.Equal(0, await MarkedAsync(world, one, other));
    }
}
