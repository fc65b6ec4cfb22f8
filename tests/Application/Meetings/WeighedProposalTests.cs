using Corlin.Application.Calendars;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Several times that are proposed for one meeting, weighed against each other for those who must come.</summary>
public sealed class WeighedProposalTests : IAsyncLifetime
{
    private World world = null!;
    private string meeting = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        meeting = (await world.Arrange("2027-03-16T12:00", with: [world.Tome, world.Ana, world.Ruta])).PublicId;
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task One_time_is_not_weighed()
    {
        await Propose(world.Tome, 14);
        Assert.Null((await Row()).Weighed);
    }

    [Fact]
    public async Task The_time_that_suits_those_required_stands_first()
    {
        await world.Do(new AddAppointment(world.Ana.Id, world.Ana.Id, "Dredging", World.Timed("2027-03-16T14:00"), null));
        await Propose(world.Tome, 14);
        await Propose(world.Ana, 15);
        var row = await Row();
        Assert.Equal(["15:00", "14:00"], row.Proposals.Select(p => p.When));
        Assert.Equal((0, 0, 1), (row.Proposals[0].Cannot, row.Proposals[0].Unsure, row.Proposals[1].Cannot));
        Assert.Equal("Of two other times 15:00 suits everyone required.", row.Weighed);
    }

    [Fact]
    public async Task Where_none_suits_it_says_which_hinders_fewest_and_where_all_do_that_they_do()
    {
        await Propose(world.Tome, 14);
        await Propose(world.Ana, 15);
        Assert.Equal("Two other times are proposed, and each suits everyone required.", (await Row()).Weighed);

        await world.Do(new AddAppointment(world.Ana.Id, world.Ana.Id, "Dredging", World.Timed("2027-03-16T14:00"), null));
        await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Piles", World.Timed("2027-03-16T15:00"), null));
        await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, "Bank", World.Timed("2027-03-16T14:00"), null));
        var row = await Row();
        Assert.Equal((1, 2), (row.Proposals[0].Cannot, row.Proposals[1].Cannot));
        Assert.Equal("Of two other times none suits everyone required; 15:00 hinders fewest.", row.Weighed);
    }

    [Fact]
    public async Task Two_who_propose_the_same_time_are_told_as_such()
    {
        await Propose(world.Tome, 14);
        await Propose(world.Ana, 14);
        var row = await Row();
        Assert.Equal("Tomé and Ana propose the same time.", row.Weighed);
        Assert.Equal(2, row.Proposals.Count);
    }

    private async Task<ChaseRow> Row() =>
        (await world.See(new ReadChase(world.Noor.Id, world.Now).Run)).Rows.Single(r => r.Entry == meeting);

    /// <param name="hour">In UTC, which Lisbon keeps in winter.</param>
    private Task<long> Propose(CalendarUser who, int hour)
    {
        var start = Instant.FromUtc(2027, 3, 16, hour, 0);
        var proposed = new Stretch(start, start + Duration.FromMinutes(45));
        return world.Do(new AnswerInvitation(who.Id, who.Id, meeting, null, Answer.Tentative, null, proposed));
    }
}
