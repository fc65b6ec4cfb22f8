using Corlin.Application.Accounts;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Slots;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What a principal wishes of every meeting.</summary>
public sealed class KeptWishesTests : IAsyncLifetime
{
    private static readonly KeptWish NotBeforeTen = new(KeptWishKind.NotBefore, 10 * 60, Weight.Forbid);
    private static readonly KeptWish Lunch = new(KeptWishKind.Lunch, 0, Weight.Cost);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<long> Keep(KeptWish[] stood, params KeptWish[] wishes) =>
        world.Do(new KeepWishes(world.Noor.Id, world.Maren.Id, [.. stood], [.. wishes]));

    private Task<IReadOnlyList<KeptWishView>> Read(CalendarUser viewer) =>
        world.See(new ReadKeptWishes(viewer.Id, world.Maren.PublicId, world.Now).Run);

    /// <summary>The hours of the slots of a day, as who arranges something with Maren finds them.</summary>
    private async Task<SlotsView> Slots(CalendarUser viewer, CalendarUser inNameOf, CalendarUser with)
    {
        var day = new LocalDate(2027, 3, 16);
        return await world.See(
            new ReadSlots(viewer.Id, inNameOf.PublicId, [with.PublicId], [], 45, day, day, world.Now) { Soonest = true }.Run
        );
    }

    [Fact]
    public async Task A_slot_keeps_to_them_and_others_learn_only_that_she_is_not_free()
    {
        Assert.EndsWith("08:00", (await Slots(world.Noor, world.Maren, world.Tome)).Slots[0].When, StringComparison.Ordinal);
        var change = await Keep([], NotBeforeTen);
        Assert.EndsWith("10:00", (await Slots(world.Noor, world.Maren, world.Tome)).Slots[0].When, StringComparison.Ordinal);

        // Tomé sees when Maren is free, and nothing of why she is not.
        await world.Grant(world.Maren, world.Tome, Sight.Outline, Acting.Look);
        var found = await Slots(world.Tome, world.Tome, world.Maren);
        Assert.EndsWith("10:00", found.Slots[0].When, StringComparison.Ordinal);
        await Assert.ThrowsAsync<RefusedException>(() => Read(world.Tome));

        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.EndsWith("08:00", (await Slots(world.Noor, world.Maren, world.Tome)).Slots[0].When, StringComparison.Ordinal);
    }

    [Fact]
    public async Task They_are_said_anew_as_a_whole_and_what_another_changed_meanwhile_stands()
    {
        await Keep([], NotBeforeTen, Lunch);
        await Keep([NotBeforeTen, Lunch], Lunch);
        Assert.Equal([KeptWishView.Of(Lunch)], await Read(world.Noor));
        var refused = await Assert.ThrowsAsync<RefusedException>(() => Keep([NotBeforeTen, Lunch], NotBeforeTen));
        Assert.Equal(RefusalKind.ChangedSince, refused.Refusal.Kind);
        Assert.Equal([KeptWishView.Of(Lunch)], await Read(world.Maren));
    }

    /// <summary>On the day that is looked at Maren works at a place where she is not usually.</summary>
    private async Task At(Place place)
    {
        var day = new LocalDate(2027, 3, 16);
        await world.Do(new AddPlace(place));
        var seen = await world.See(s => s.LastStayChange(world.Maren.Id));
        var said = new WhereSaid(StayKind.Place, place.Name, day, day, null, DaySpan.Whole);
        await world.Do(new SayWhere(world.Noor.Id, world.Maren.Id, [said], seen));
    }

    [Fact]
    public async Task At_the_usual_place_keeps_days_elsewhere_free_and_others_learn_no_more_by_it()
    {
        await world.Grant(world.Maren, world.Tome, Sight.Outline, Acting.Look);
        await Keep([], new KeptWish(KeptWishKind.AtUsualPlace, 0, Weight.Forbid));
        Assert.NotEmpty((await Slots(world.Tome, world.Tome, world.Maren)).Slots);
        await At(new Place("Yard", "Yard", "Halifax", "America/Halifax", "CA-NS"));
        var found = await Slots(world.Tome, world.Tome, world.Maren);
        Assert.Empty(found.Slots);
        Assert.Contains(found.Near, n => n.Reason.Contains("Maren is not free.", StringComparison.Ordinal));
        Assert.DoesNotContain(found.Near, n => n.Reason.Contains("usual place", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Near_what_is_there_keeps_an_empty_day_empty_only_where_it_always_holds()
    {
        var near = new KeptWish(KeptWishKind.Together, 30, Weight.Forbid);
        await Keep([], near);
        Assert.Empty((await Slots(world.Noor, world.Maren, world.Tome)).Slots);
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Tide tables", World.Timed("2027-03-16T11:00", 60), null));
        var found = await Slots(world.Noor, world.Maren, world.Tome);
        Assert.EndsWith("09:45", found.Slots[0].When, StringComparison.Ordinal);
        Assert.EndsWith("12:30", found.Slots[^1].When, StringComparison.Ordinal);
        await Keep([near], near with { Weight = Weight.Cost });
        Assert.True((await Slots(world.Noor, world.Maren, world.Tome)).Total > found.Total);
    }

    [Fact]
    public async Task A_search_at_the_usual_places_goes_by_what_its_viewer_may_know()
    {
        async Task<SlotsView> AtPlaces(CalendarUser viewer, CalendarUser inNameOf, CalendarUser with)
        {
            var day = new LocalDate(2027, 3, 16);
            var search = new ReadSlots(viewer.Id, inNameOf.PublicId, [with.PublicId], [], 45, day, day, world.Now)
            {
                Wishes = WishesView.None with { AtUsualPlaces = true },
            };
            return await world.See(search.Run);
        }

        await At(new Place("Pier", "Pier", "Lisbon", "Europe/Lisbon", "PT"));
        // Tomé may know the town alone, in which she always is: a search finds the same with the wish as without.
        Assert.Equal((await Slots(world.Tome, world.Tome, world.Maren)).Total, (await AtPlaces(world.Tome, world.Tome, world.Maren)).Total);
        var found = await AtPlaces(world.Noor, world.Maren, world.Tome);
        Assert.Empty(found.Slots);
        Assert.Contains(found.Near, n => n.Reason.Contains("Maren is not at the usual place.", StringComparison.Ordinal));
        Assert.Contains(found.Openings, o => o.Words == "wherever everyone is" && o.Slots > 0);
    }

    [Theory]
    [InlineData(KeptWishKind.Together, 0)]
    [InlineData(KeptWishKind.Together, 241)]
    [InlineData(KeptWishKind.AtUsualPlace, 1)]
    [InlineData(KeptWishKind.NotBefore, 24 * 60)]
    [InlineData(KeptWishKind.NotOn, 0)]
    [InlineData(KeptWishKind.NotOn, 128)]
    [InlineData(KeptWishKind.Around, -5)]
    [InlineData(KeptWishKind.Lunch, 3)]
    [InlineData((KeptWishKind)77, 0)]
    public async Task What_makes_no_sense_is_refused(KeptWishKind kind, int value)
    {
        var refused = await Assert.ThrowsAsync<RefusedException>(() => Keep([], new KeptWish(kind, value, Weight.Forbid)));
        Assert.Equal(RefusalKind.BadInput, refused.Refusal.Kind);
    }

    [Fact]
    public async Task One_of_a_kind_is_kept() =>
        await Assert.ThrowsAsync<RefusedException>(() => Keep([], Lunch, Lunch with { Weight = Weight.Forbid }));
}
