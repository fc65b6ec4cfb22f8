using System.Text.Json;
using Corlin.Application.Calendars;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What a search says where little or nothing is free, and what is wished of a slot.</summary>
public sealed class LittleFitsTests : IAsyncLifetime
{
    private const string Canary = "Canary title";

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    /// <summary>A day on which Maren's time is taken but for a quarter of an hour at its end.</summary>
    private async Task FillAsync(string title)
    {
        foreach (var (start, minutes) in new[] { ("2027-03-16T00:00", 8 * 60), ("2027-03-16T08:00", 24 * 60 - (8 * 60) - 15) })
            await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, title, World.Timed(start, minutes), null));
    }

    private Task<SlotsView> Slots(CalendarUser viewer, CalendarUser inNameOf, CalendarUser with, Func<ReadSlots, ReadSlots>? change = null)
    {
        var day = new LocalDate(2027, 3, 16);
        var read = new ReadSlots(viewer.Id, inNameOf.PublicId, [with.PublicId], [], 45, day, day, world.Now);
        return world.See(s => (change is null ? read : change(read)).Run(s));
    }

    [Fact]
    public async Task Where_nothing_is_free_it_says_what_comes_near_and_what_would_open_most()
    {
        await FillAsync(Canary);
        var found = await Slots(world.Noor, world.Maren, world.Tome);
        Assert.Empty(found.Slots);
        Assert.NotEmpty(found.Near);
        Assert.All(found.Near, n => Assert.NotEmpty(n.Reason));
        Assert.Contains(found.Near, n => n.Reason.Contains($"Maren is taken: {Canary}.", StringComparison.Ordinal));
        Assert.Equal(found.Near.Count, found.Near.Select(n => n.When).Distinct().Count());
        var week = Assert.Single(found.Openings, o => o.Kind == OpeningKind.OtherDays);
        Assert.Equal(("2027-03-17", "2027-03-23"), (week.From, week.To));
        Assert.Equal("the week after, 17 to 23 March", week.Words);
        Assert.True(week.Slots > 0);
        Assert.Equal(found.Openings.OrderByDescending(o => o.Slots), found.Openings);
        Assert.StartsWith("Maren’s time leaves 0 of ", found.Scarce, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_opening_holds_what_it_promises()
    {
        await FillAsync(Canary);
        var found = await Slots(world.Tome, world.Tome, world.Maren);
        foreach (var opening in found.Openings)
        {
            var opened = await Slots(world.Tome, world.Tome, world.Maren, read => opening.Kind switch
                {
                    OpeningKind.Shorter => read with { Minutes = opening.Minutes },
                    OpeningKind.OnlyIfFree => read with { Required = [], Optional = [opening.Person!] },
                    OpeningKind.Loosened => read with { Loosened = new Dictionary<string, int> { [opening.Person!] = opening.Minutes } },
                    _ => read with { From = new LocalDate(2027, 3, 17), To = new LocalDate(2027, 3, 23) },
                });
            Assert.Equal(opening.Slots, opened.Total);
        }

        Assert.Contains(found.Openings, o => o.Kind == OpeningKind.OnlyIfFree && o.Person == world.Maren.PublicId);
    }

    [Fact]
    public async Task Who_may_not_know_a_title_is_not_told_what_stands_in_the_way()
    {
        await FillAsync(Canary);
        var found = await Slots(world.Ruta, world.Ruta, world.Maren);
        Assert.NotEmpty(found.Near);
        Assert.Contains(found.Near, n => n.Reason.Contains("Maren is taken.", StringComparison.Ordinal));
        Assert.DoesNotContain(Canary, JsonSerializer.Serialize(found), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_had_the_early_or_late_hours_lately_is_spared_next()
    {
        foreach (var day in new[] { "02", "03", "04" })
            await world.Arrange($"2027-03-{day}T12:00", false, world.Ruta);
        // What others met for is nothing to them.
        await world.Arrange("2027-03-05T12:00", false, world.Tome, world.Ana, world.Ruta);
        var found = await Slots(world.Noor, world.Maren, world.Ruta, r => r with { Soonest = true });
        const string had = "Ruta had an early or late hour three times lately.";
        // 8 o'clock in Halifax, and the middle of her day.
        SlotView At(string when) => found.Slots.Single(s => s.When.EndsWith(when, StringComparison.Ordinal));
        Assert.Contains(had, At("11:00").Reason, StringComparison.Ordinal);
        Assert.DoesNotContain("had an early", At("14:00").Reason, StringComparison.Ordinal);
        Assert.Equal(found.Slots.OrderBy(s => s.Start), found.Slots);
        // Whoever may not know of those meetings is not told.
        await world.Grant(world.Maren, world.Tome, Core.Access.Sight.Everything, Core.Access.Acting.SpeakFor);
        foreach (var day in new[] { "01", "02", "03" })
            await world.Arrange($"2027-03-{day}T17:15", true, world.Ruta);
        var other = await Slots(world.Tome, world.Maren, world.Ruta, r => r with { Soonest = true });
        Assert.DoesNotContain("six times", JsonSerializer.Serialize(other), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_time_that_is_chosen_in_spite_of_the_wishes_is_told_which_it_breaks()
    {
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Call", World.Timed("2027-03-16T13:20", 30), null));
        var wishes = new WishesView([2], 15 * 60, null, "Europe/Madrid", 15, true);
        var day = new LocalDate(2027, 3, 16);
        Task<IReadOnlyList<Entries.WarningView>> At(int hour, int minute, WishesView said) =>
            world.See(
                new ReadWished(
                    world.Noor.Id,
                    new ReadSlots(world.Noor.Id, world.Maren.PublicId, [world.Tome.PublicId], [], 45, day, day, world.Now)
                    {
                        Wishes = said,
                    },
                    Instant.FromUtc(2027, 3, 16, hour, minute)
                ).Run
            );
        Assert.Equal(
            [
                "Against the wish: not on Tuesday in Madrid.",
                "Against the wish: after 15:00 in Madrid.",
                "Less than 15 minutes around it for Maren.",
                "It leaves no lunch to Maren and Tomé.",
            ],
            (await At(12, 30, wishes)).Select(w => w.Words)
        );
        Assert.Equal(["Against the wish: not on Tuesday in Madrid."], (await At(14, 15, wishes)).Select(w => w.Words));
        Assert.Equal(["Against the wish: before 16:00."], (await At(15, 30, WishesView.None with { To = 16 * 60 })).Select(w => w.Words));
    }

    [Fact]
    public async Task Where_much_is_free_nothing_else_is_told()
    {
        var found = await Slots(world.Noor, world.Maren, world.Tome);
        Assert.NotEmpty(found.Slots);
        Assert.Empty(found.Near);
        Assert.Empty(found.Openings);
    }

    [Fact]
    public async Task A_wish_rules_out_what_breaks_it_and_is_given_up_one_at_a_time()
    {
        var all = await Slots(world.Noor, world.Maren, world.Tome);
        var late = WishesView.None with { From = 14 * 60, Zone = "Europe/Lisbon" };
        var after = await Slots(world.Noor, world.Maren, world.Tome, r => r with { Wishes = late });
        Assert.Equal(
            all.Slots.Where(s => s.When.EndsWith("14:00", StringComparison.Ordinal) || string.CompareOrdinal(s.When[^5..], "14:00") > 0)
                .Select(s => s.Start)
                .Order(),
            after.Slots.Select(s => s.Start).Order()
        );
        // It is a Tuesday: without Tuesdays nothing is left, and any day of the week opens all of it.
        var none = await Slots(world.Noor, world.Maren, world.Tome, r => r with { Wishes = late with { NotOn = [2] } });
        Assert.Empty(none.Slots);
        Assert.Equal(after.Total, Assert.Single(none.Openings, o => o.Kind == OpeningKind.AnyDay).Slots);
        // On no day at all is not on every day.
        Assert.Empty(
            (await Slots(world.Noor, world.Maren, world.Tome, r => r with { Wishes = late with { NotOn = [1, 2, 3, 4, 5, 6, 7] } })).Slots
        );
    }

    [Fact]
    public async Task Lunch_and_time_around_it_are_kept_where_that_is_wished()
    {
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, Canary, World.Timed("2027-03-16T12:00", 30), null));
        var wish = WishesView.None with { Around = 30, Lunch = true };
        var kept = await Slots(world.Noor, world.Maren, world.Tome, r => r with { Wishes = wish });
        string[] starts = [.. kept.Slots.Select(s => s.When[^5..])];
        // Half an hour apart from 12:00 to 12:30, and three quarters of an hour of lunch from 12:30 on.
        Assert.Contains("10:45", starts);
        Assert.Contains("13:15", starts);
        Assert.DoesNotContain(starts, s => string.CompareOrdinal(s, "10:45") > 0 && string.CompareOrdinal(s, "13:15") < 0);
    }

    [Fact]
    public async Task More_people_than_are_looked_at_at_once_are_refused_and_none_is_left_out_in_silence()
    {
        string[] many = [.. Enumerable.Range(0, 200).Select(i => $"guest{i}@outside.example")];
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            Slots(world.Noor, world.Maren, world.Tome, r => r with { Required = many })
        );
        Assert.Equal((RefusalKind.TooMany, "required"), (refused.Refusal.Kind, refused.Refusal.Field));
        var most = await Slots(world.Noor, world.Maren, world.Tome, r =>
            r with
            {
                Required = [world.Tome.PublicId],
                Optional = many[..198],
            }
        );
        Assert.Equal(200, most.People.Count);
    }
}
