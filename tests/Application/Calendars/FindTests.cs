using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;

namespace Corlin.Application.Tests;

/// <summary>Finding: over all years, and never in what the viewer may not see.</summary>
public sealed class FindTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<FoundView> Find(CalendarUser viewer, string text) => world.See(s => new ReadFind(viewer.Id, text, world.Now).Run(s));

    private Task Add(CalendarUser owner, string title, string start, string? place = null, bool isPrivate = false, Rule? rule = null) =>
        world.Do(new AddAppointment(owner.Id, owner.Id, title, World.Timed(start), place, Private: isPrivate, Rule: rule));

    [Fact]
    public async Task What_is_ahead_comes_first_and_what_was_long_ago_is_found_too()
    {
        await Add(world.Maren, "Maré review", "2019-05-02T09:00");
        await Add(world.Maren, "Tide, mare close", "2027-04-02T09:00");
        await Add(world.Maren, "Read-in", "2027-03-09T09:00", "Maré room");
        await Add(world.Maren, "Week close", "2026-01-05T09:00", rule: Rule.Weekly(1));
        var found = await Find(world.Noor, "mare");
        Assert.Equal(["Read-in", "Tide, mare close", "Maré review"], found.Entries.Select(e => e.Title));
        Assert.Equal("Thursday 2 May 2019, 09:00", found.Entries[2].When);
        // Of a series the next occurrence is found.
        Assert.Equal("2027-03-15", Assert.Single((await Find(world.Noor, "week close")).Entries).Date);
    }

    [Fact]
    public async Task A_person_is_found_with_what_they_take_part_in_and_an_agenda_says_so()
    {
        await world.Arrange();
        var found = await Find(world.Noor, "tome");
        Assert.Equal([world.Tome.PublicId], found.People.Select(p => p.Who.Id));
        Assert.Equal(("Insurers, renewal terms", "with Tomé"), found.Entries.Select(e => (e.Title, e.Why)).Single());
        Assert.Equal("in the agenda", Assert.Single((await Find(world.Noor, "clause")).Entries).Why);
    }

    [Fact]
    public async Task Somebody_and_a_day_lead_to_their_day_and_a_day_alone_to_the_lanes()
    {
        var found = await Find(world.Noor, "maren thursday");
        Assert.Equal([world.Maren.PublicId], found.People.Select(p => p.Who.Id));
        Assert.Equal(new FoundDayView("2027-03-11", "Thursday 11 March 2027", Alone: false), found.Day);
        Assert.Equal(
            ("2027-03-18", true),
            ((await Find(world.Noor, "18 march")).Day!.Date, (await Find(world.Noor, "18 march")).Day!.Alone)
        );
        // Words that name nobody before a day are words.
        await Add(world.Maren, "Drinks on Friday", "2027-03-12T17:00");
        var drinks = await Find(world.Noor, "drinks friday");
        Assert.Null(drinks.Day);
        Assert.Equal("Drinks on Friday", Assert.Single(drinks.Entries).Title);
    }

    [Fact]
    public async Task What_the_viewer_may_not_see_is_not_found_by_any_of_its_words()
    {
        await Add(world.Maren, "Secret merger", "2027-04-02T09:00", isPrivate: true);
        await Add(world.Tome, "Dentist", "2027-04-02T09:00", "Cais do Norte");
        Assert.Empty((await Find(world.Ruta, "secret")).Entries);
        Assert.Empty((await Find(world.Ruta, "dentist")).Entries);
        Assert.Empty((await Find(world.Noor, "cais")).Entries);
        await world.Grant(world.Tome, world.Noor, Sight.Outline, Acting.Look, false);
        Assert.Empty((await Find(world.Noor, "cais")).Entries);
        await world.Grant(world.Tome, world.Ruta, Sight.Headlines, Acting.Look, false);
        Assert.Equal("Dentist", Assert.Single((await Find(world.Ruta, "cais")).Entries).Title);
        // Whoever keeps Maren's private things finds them.
        Assert.Single((await Find(world.Noor, "secret")).Entries);
    }

    [Theory]
    [InlineData("tide steering")]
    [InlineData("steering, tide")]
    [InlineData("steering gannet")]
    [InlineData("steering maren")]
    [InlineData("lease steer")]
    [InlineData("steerring lease")]
    [InlineData("tide stering")]
    public async Task Words_are_found_in_any_order_and_with_one_slip(string text)
    {
        await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Tide lease, steering group",
                [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                "Gannet",
                null,
                null,
                null
            )
        );
        await Add(world.Maren, "Tide tables", "2027-03-17T09:00");
        Assert.Equal("Tide lease, steering group", Assert.Single((await Find(world.Noor, text)).Entries).Title);
    }

    [Fact]
    public async Task A_word_with_a_slip_is_found_in_nothing_that_the_viewer_may_not_see()
    {
        await Add(world.Maren, "Secret merger", "2027-04-02T09:00", isPrivate: true);
        await world.Grant(world.Maren, world.Ruta, Sight.Headlines, Acting.Look, false);
        Assert.Empty((await Find(world.Ruta, "secrett")).Entries);
        Assert.Single((await Find(world.Noor, "secrett")).Entries);
    }

    [Theory]
    [InlineData("")]
    [InlineData("t")]
    [InlineData("%")]
    [InlineData("_e_")]
    public async Task Next_to_nothing_finds_nothing(string text)
    {
        await Add(world.Maren, "Tide", "2027-04-02T09:00");
        Assert.Empty((await Find(world.Noor, text)).Entries);
    }

    [Theory]
    [InlineData("When did Maren last meet Tomé?")]
    [InlineData("maren last met tome vidal")]
    [InlineData("last met Tmoé")]
    [InlineData("when did we last see tomé")]
    public async Task When_two_last_met_is_answered(string text)
    {
        await world.Arrange("2027-02-23T12:00");
        var last = await world.Arrange("2027-03-02T10:00");
        await world.Arrange("2027-03-16T12:00");
        var met = (await Find(world.Noor, text)).LastMet!;
        Assert.Equal("Maren last met Tomé Vidal on Tuesday 2 March 2027, 10:00.", met.Words);
        Assert.Equal(last.PublicId, met.Entry!.Id);
    }

    [Fact]
    public async Task When_two_last_met_tells_nobody_what_they_may_not_see()
    {
        await world.Arrange("2027-03-02T10:00", isPrivate: true, with: [world.Lakshmi]);
        Assert.NotNull((await Find(world.Noor, "when did maren last meet lakshmi")).LastMet!.Entry);
        foreach (var sight in new[] { Sight.Nothing, Sight.Outline, Sight.Headlines, Sight.Everything })
        {
            if (sight > Sight.Nothing)
                await world.Grant(world.Maren, world.Ana, sight, Acting.Look);
            Assert.Null((await Find(world.Ana, "when did maren last meet lakshmi")).LastMet?.Entry);
        }

        // What is declined was no meeting of theirs.
        var open = await world.Arrange("2027-03-03T10:00", with: [world.Tome]);
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, open.PublicId, null, Answer.Declined, null, null));
        Assert.Null((await Find(world.Noor, "when did maren last meet tome")).LastMet!.Entry);
    }
}
