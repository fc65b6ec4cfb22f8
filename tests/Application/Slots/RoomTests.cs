using System.Text.Json;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Room made for a meeting by moving what is in its way.</summary>
public sealed class RoomTests : IAsyncLifetime
{
    private const string Canary = "Canary title";
    private static readonly LocalDate Day = new(2027, 3, 16);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<AddedAppointment> Add(CalendarUser who, string title, string start, int minutes, Rule? rule = null) =>
        world.Do(new AddAppointment(who.Id, who.Id, title, World.Timed(start, minutes), null) { Rule = rule });

    /// <summary>Maren is taken but for 15:00 to 16:00, when Tomé is; what stands from 10:00 to 11:00 could go there.</summary>
    private async Task<string> FillAsync(Rule? rule = null)
    {
        await Add(world.Maren, "Night", "2027-03-16T00:00", 10 * 60);
        await Add(world.Maren, "Yard", "2027-03-16T11:00", 4 * 60);
        await Add(world.Maren, "Evening", "2027-03-16T16:00", 8 * 60);
        await Add(world.Tome, "School", "2027-03-16T15:00", 60);
        return (await Add(world.Maren, Canary, "2027-03-16T10:00", 60, rule)).PublicId;
    }

    private ReadSlots Search(CalendarUser viewer, CalendarUser inNameOf, CalendarUser with) =>
        new(viewer.Id, inNameOf.PublicId, [with.PublicId], [], 45, Day, Day, world.Now);

    private Task<RoomView> Room(ReadSlots search) => world.See(new ReadRoom(search.Viewer, search).Run);

    private static MakeRoomFor Accept(ReadSlots search, RoomPlanView plan) =>
        new(
            search.Viewer,
            search,
            Instant.FromUnixTimeMilliseconds(plan.Start),
            [
                .. plan.Moves.Select(m => new RoomMove(
                    m.Entry,
                    m.RecurrenceId is null ? null : NodaTime.Text.LocalDateTimePattern.ExtendedIso.Parse(m.RecurrenceId).Value,
                    Stretch(m.FromStart, m.FromEnd),
                    Stretch(m.ToStart, m.ToEnd)
                )),
            ]
        );

    private static Stretch Stretch(long start, long end) =>
        new(Instant.FromUnixTimeMilliseconds(start), Instant.FromUnixTimeMilliseconds(end));

    private async Task<LocalDateTime> Stands(string entry) => (await world.Entry(entry)).Time.LocalStart;

    [Fact]
    public async Task What_is_in_the_way_goes_where_it_suits_everyone_in_it()
    {
        var entry = await FillAsync();
        var search = Search(world.Noor, world.Maren, world.Tome);
        Assert.Empty((await world.See(search.Run)).Slots);
        var plan = Assert.Single((await Room(search)).Plans);
        Assert.Equal("Tuesday 16 March, 10:00", plan.When);
        Assert.Equal("one move", plan.Verdict);
        Assert.Equal($"{Canary} to 15:00; it suits everyone in it.", plan.Reason);
        Assert.Equal($"{Canary}, Tuesday 16 March 10:00 to 15:00. Nobody is notified.", plan.Words);
        Assert.Equal([world.Maren.PublicId], Assert.Single(plan.Moves).People);

        var change = await world.Do(Accept(search, plan));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 15, 0), await Stands(entry));
        Assert.Contains((await world.See(search.Run)).Slots, s => s.Start == plan.Start);

        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 10, 0), await Stands(entry));
    }

    [Fact]
    public async Task Two_moves_are_one_change_and_taken_back_as_one()
    {
        var entry = await FillAsync();
        // Now the meeting needs what two stand in.
        var second = (await Add(world.Tome, "Call", "2027-03-16T10:00", 45)).PublicId;
        await world.Grant(world.Tome, world.Noor, Core.Access.Sight.Headlines, Core.Access.Acting.Change);
        var search = Search(world.Noor, world.Maren, world.Tome);
        var plan = (await Room(search)).Plans.First(p => p.Moves.Count == 2);
        Assert.Equal("two moves", plan.Verdict);
        var change = await world.Do(Accept(search, plan));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 15, 0), await Stands(entry));
        Assert.NotEqual(new LocalDateTime(2027, 3, 16, 10, 0), await Stands(second));
        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 10, 0), await Stands(entry));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 10, 0), await Stands(second));
    }

    [Fact]
    public async Task Of_a_series_one_occurrence_goes_elsewhere()
    {
        var entry = await FillAsync(new Rule(Frequency.Weekly));
        var search = Search(world.Noor, world.Maren, world.Tome);
        var plan = Assert.Single((await Room(search)).Plans);
        await world.Do(Accept(search, plan));
        var stands = await world.Entry(entry);
        Assert.Equal(new LocalDateTime(2027, 3, 16, 10, 0), stands.Time.LocalStart);
        Assert.Equal(new LocalDateTime(2027, 3, 16, 15, 0), Assert.Single(stands.Overrides).Time!.LocalStart);
    }

    [Fact]
    public async Task Where_anything_has_changed_since_nothing_is_moved()
    {
        var entry = await FillAsync();
        var search = Search(world.Noor, world.Maren, world.Tome);
        var plan = Assert.Single((await Room(search)).Plans);
        var taken = await Add(world.Maren, "Dentist", "2027-03-16T15:30", 30);
        await MustRefuse(RefusalKind.RoomChanged, Accept(search, plan));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 10, 0), await Stands(entry));
        await world.Do(new UndoChange(world.Maren.Id, taken.Change));

        // Another accepts it first: it stands elsewhere by then.
        await world.Do(Accept(search, plan));
        await MustRefuse(RefusalKind.RoomChanged, Accept(search, plan));
        Assert.Equal(new LocalDateTime(2027, 3, 16, 15, 0), await Stands(entry));
    }

    [Fact]
    public async Task Of_two_who_accept_plans_over_one_entry_at_once_one_wins()
    {
        var entry = await FillAsync();
        var search = Search(world.Noor, world.Maren, world.Tome);
        var own = Search(world.Maren, world.Maren, world.Tome);
        var plan = Assert.Single((await Room(search)).Plans);
        var outcomes = await Task.WhenAll(
            new[] { search, own }.Select(async s =>
            {
                try
                {
                    await world.Do(Accept(s, plan));
                    return true;
                }
                catch (RefusedException e) when (e.Refusal.Kind == RefusalKind.RoomChanged)
                {
                    return false;
                }
            })
        );
        Assert.Single(outcomes, o => o);
        Assert.Equal(new LocalDateTime(2027, 3, 16, 15, 0), await Stands(entry));
    }

    [Theory]
    [InlineData(Rank.Fixed)]
    [InlineData(Rank.AskFirst)]
    public async Task What_is_fixed_or_needs_a_word_first_stays_where_it_is(Rank rank)
    {
        var entry = await FillAsync();
        var search = Search(world.Noor, world.Maren, world.Tome);
        var plan = Assert.Single((await Room(search)).Plans);
        await world.Do(new MarkEntries(world.Noor.Id, world.Maren.Id, [entry], null, Rank: new RankChoice(rank)));
        Assert.Empty((await Room(search)).Plans);
        await MustRefuse(RefusalKind.RoomChanged, Accept(search, plan));
    }

    [Fact]
    public async Task Who_may_not_change_an_entry_is_neither_shown_nor_let_move_it()
    {
        await FillAsync();
        var plan = Assert.Single((await Room(Search(world.Noor, world.Maren, world.Tome))).Plans);
        foreach (var viewer in new[] { world.Tome, world.Ruta })
        {
            var search = Search(viewer, viewer, world.Maren);
            var found = await Room(search);
            Assert.DoesNotContain(Canary, JsonSerializer.Serialize(found), StringComparison.Ordinal);
            await MustRefuse(RefusalKind.NotFound, Accept(search, plan));
        }
    }

    [Fact]
    public async Task What_somebody_is_in_whose_time_is_not_known_is_not_moved()
    {
        await FillAsync();
        var meeting = await world.Arrange("2027-03-17T10:00", false, world.Lakshmi);
        var search = Search(world.Noor, world.Maren, world.Tome) with { To = Day.PlusDays(1) };
        Assert.DoesNotContain((await Room(search)).Plans, p => p.Moves.Any(m => m.Entry == meeting.PublicId));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(4)]
    public async Task No_move_and_too_many_are_refused(int many)
    {
        await FillAsync();
        var search = Search(world.Noor, world.Maren, world.Tome);
        var plan = Assert.Single((await Room(search)).Plans);
        var accept = Accept(search, plan);
        await MustRefuse(RefusalKind.TooMany, accept with { Moves = [.. Enumerable.Repeat(accept.Moves[0], many)] });
    }

    [Fact]
    public async Task One_entry_is_not_moved_twice_in_a_plan()
    {
        await FillAsync();
        var search = Search(world.Noor, world.Maren, world.Tome);
        var accept = Accept(search, Assert.Single((await Room(search)).Plans));
        await MustRefuse(RefusalKind.RoomChanged, accept with { Moves = [accept.Moves[0], accept.Moves[0]] });
    }

    private async Task MustRefuse(RefusalKind kind, MakeRoomFor change)
    {
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(change));
        Assert.Equal(kind, refused.Refusal.Kind);
    }
}
