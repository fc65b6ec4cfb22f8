using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What counts against a free slot, and how much: an administrator says it.</summary>
public sealed class SlotsWeighedTests : IAsyncLifetime
{
    private static readonly LocalDate Day = new(2027, 3, 16);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private async Task<string> First() =>
        (await world.See(new ReadSlots(world.Noor.Id, world.Maren.PublicId, [world.Tome.PublicId], [], 30, Day, Day, world.Now).Run))
            .Slots[0]
            .When;

    private async Task<int> Weight(SlotTerm term) =>
        (await world.See(new ReadSlotWeights(world.Noor.Id).Run)).Terms.Single(t => t.Term == term).Weight;

    private async Task<RefusalKind> Refused(WeighSlots change) =>
        (await Assert.ThrowsAsync<RefusedException>(() => world.Do(change))).Refusal.Kind;

    [Fact]
    public async Task What_an_administrator_says_ranks_the_next_search_and_can_be_taken_back()
    {
        foreach (var who in (CalendarUser[])[world.Maren, world.Tome])
        {
            await world.Do(new AddAppointment(who.Id, who.Id, "Canary title", World.Timed("2027-03-16T00:00", 12 * 60), null));
            await world.Do(new AddAppointment(who.Id, who.Id, "Canary title", World.Timed("2027-03-16T14:00", 10 * 60), null));
        }

        // Lunch is taken whichever half of it one takes; only what touches nothing else stands apart.
        Assert.Equal("Tuesday 16 March, 12:15", await First());
        var edge = await world.Do(new WeighSlots(world.Administrator.Id, SlotTerm.Lunch, 10, 0));
        var touch = await world.Do(new WeighSlots(world.Administrator.Id, SlotTerm.NoBreak, 6, 0));
        Assert.Equal((0, 0), (await Weight(SlotTerm.Lunch), await Weight(SlotTerm.NoBreak)));
        Assert.Equal("Tuesday 16 March, 12:00", await First());

        await world.Do(new UndoChange(world.Administrator.Id, touch));
        await world.Do(new UndoChange(world.Administrator.Id, edge));
        Assert.Equal((10, 6), (await Weight(SlotTerm.Lunch), await Weight(SlotTerm.NoBreak)));
        Assert.Equal("Tuesday 16 March, 12:15", await First());
    }

    [Fact]
    public async Task Said_twice_the_last_word_stands_and_taking_it_back_brings_the_first()
    {
        await world.Do(new WeighSlots(world.Administrator.Id, SlotTerm.TooFar, 25, 40));
        var second = await world.Do(new WeighSlots(world.Administrator.Id, SlotTerm.TooFar, 40, 25));
        Assert.Equal(25, await Weight(SlotTerm.TooFar));
        await world.Do(new UndoChange(world.Administrator.Id, second));
        Assert.Equal(40, await Weight(SlotTerm.TooFar));
    }

    [Fact]
    public async Task Nobody_else_says_it_and_nothing_beyond_the_most_nor_over_what_somebody_said_meanwhile()
    {
        Assert.Equal(RefusalKind.AdministratorsOnly, await Refused(new WeighSlots(world.Noor.Id, SlotTerm.Lunch, 10, 20)));
        Assert.Equal(RefusalKind.BadInput, await Refused(new WeighSlots(world.Administrator.Id, SlotTerm.Lunch, 10, SlotWeights.Most + 1)));
        Assert.Equal(RefusalKind.BadInput, await Refused(new WeighSlots(world.Administrator.Id, SlotTerm.Lunch, 10, -1)));
        Assert.Equal(RefusalKind.BadInput, await Refused(new WeighSlots(world.Administrator.Id, (SlotTerm)99, 10, 20)));
        await world.Do(new WeighSlots(world.Administrator.Id, SlotTerm.Lunch, 10, 20));
        Assert.Equal(RefusalKind.ChangedSince, await Refused(new WeighSlots(world.Administrator.Id, SlotTerm.Lunch, 10, 30)));
        var view = await world.See(new ReadSlotWeights(world.Noor.Id).Run);
        Assert.Equal(
            (false, 20, 10),
            (view.MayChange, await Weight(SlotTerm.Lunch), view.Terms.Single(t => t.Term == SlotTerm.Lunch).Usual)
        );
        Assert.True((await world.See(new ReadSlotWeights(world.Administrator.Id).Run)).MayChange);
    }
}
