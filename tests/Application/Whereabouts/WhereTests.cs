using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
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
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>
/// Where somebody is on which day: said, changed, taken back; used in hours, lanes, slots and verdicts; told as far as was granted.
/// </summary>
public sealed class WhereTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await world.Do(new AddPlace(new Place("Yard", "Yard", "Halifax", "America/Halifax", "CA-NS")));
        await world.Do(new AddPlace(new Place("Head", "Head", "Lisbon", "Europe/Lisbon", "PT")));
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static LocalDate March(int day) => new(2027, 3, day);

    private static WhereSaid On(
        StayKind kind,
        int first,
        int last,
        string? place = null,
        Rule? rule = null,
        bool usual = false,
        int from = 0,
        int to = 1440
    ) => new(kind, place, March(first), rule is null ? March(last) : null, rule, new DaySpan(from, to), usual);

    private async Task<long> Say(params WhereSaid[] said) =>
        await world.Do(new SayWhere(world.Noor.Id, world.Maren.Id, said, await Seen()));

    private Task<long> Seen() => world.See(s => s.LastStayChange(world.Maren.Id));

    private async Task<StripView> Strip(CalendarUser viewer) =>
        (await world.See(new ReadWhereabouts(viewer.Id, null, world.Now, [world.Maren.PublicId]).Run)).Strips.Single(s =>
            s.Who.Id == world.Maren.PublicId
        );

    private async Task<string> Days(CalendarUser viewer, int first, int last) =>
        string.Join("; ", (await Strip(viewer)).Days.Skip(first - 1).Take(last - first + 1).Select(d => d.Words));

    private Task<WhereSaidView> Reads(string line) =>
        world.See(new ReadWhereSaid(world.Noor.Id, world.Maren.PublicId, line, [], null, world.Now).Run);

    [Fact]
    public async Task It_is_said_in_her_name_stands_on_her_strip_and_is_taken_back()
    {
        var change = await Say(On(StayKind.Place, 10, 12, "Yard"), On(StayKind.OnTheWay, 9, 9, from: 1080));
        Assert.Equal("Lisbon until 18:00 and on the way from 18:00; Yard; Yard; Yard", await Days(world.Noor, 9, 12));
        Assert.Equal(
            ["at Yard from 10 March 2027 to 12 March 2027", "on the way on 9 March 2027, from 18:00 on"],
            (await Strip(world.Noor)).Said.Select(s => s.Words).OrderBy(w => w)
        );
        var line = Assert.Single(
            (await world.See(new ReadHistory(world.Noor.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run)).Rows,
            r => r.Words.Contains("said where they work", StringComparison.Ordinal)
        );
        Assert.Equal(world.Noor.PublicId, line.By.Id);
        var undone = await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Equal("Lisbon; Lisbon; Lisbon; Lisbon", await Days(world.Noor, 9, 12));
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Equal("Lisbon until 18:00 and on the way from 18:00; Yard; Yard; Yard", await Days(world.Noor, 9, 12));
    }

    [Fact]
    public async Task What_is_said_of_days_replaces_what_was_said_of_them_and_leaves_the_others()
    {
        await Say(On(StayKind.Place, 15, 19, "Yard"));
        await Say(On(StayKind.Home, 17, 17));
        Assert.Equal("Yard; Yard; Home; Yard; Yard", await Days(world.Noor, 15, 19));
        await Say(On(StayKind.Place, 17, 17, usual: true));
        Assert.Equal("Yard; Yard; Lisbon; Yard; Yard", await Days(world.Noor, 15, 19));
        var fridays = Rule.Weekly(1, IsoDayOfWeek.Friday);
        await Say(On(StayKind.Home, 12, 12, rule: fridays));
        // The run of the 15th to the 19th is said of its days alone and goes before it.
        Assert.Equal("Yard; Home", string.Join("; ", (await Strip(world.Noor)).Days.Where((_, i) => i is 18 or 25).Select(d => d.Words)));
        await Say(On(StayKind.Place, 26, 26, usual: true));
        Assert.Equal("Lisbon", (await Strip(world.Noor)).Days[25].Words);
        Assert.Contains("at home every Friday, from 12 March 2027, not on 26 March", (await Strip(world.Noor)).Said.Select(s => s.Words));
        // Another place on the same days takes the place of the first.
        await Say(On(StayKind.Place, 12, 12, "Yard", fridays));
        Assert.Equal(
            ["at Yard every Friday, from 12 March 2027"],
            (await Strip(world.Noor)).Said.Where(s => s.Repeats).Select(s => s.Words)
        );
    }

    [Fact]
    public async Task It_ends_from_a_day_on_and_what_was_stays()
    {
        await Say(On(StayKind.Home, 9, 9, rule: Rule.Weekly(1, IsoDayOfWeek.Thursday)));
        var said = Assert.Single((await Strip(world.Noor)).Said);
        await world.Do(new SayNoMore(world.Noor.Id, said.Id, March(19)));
        Assert.Equal("Home; Lisbon", string.Join("; ", (await Strip(world.Noor)).Days.Where((_, i) => i is 17 or 24).Select(d => d.Words)));
        await Refused(RefusalKind.NotFound, () => world.Do(new SayNoMore(world.Noor.Id, said.Id, null)));
        var left = Assert.Single((await Strip(world.Noor)).Said);
        await Refused(RefusalKind.NotFound, () => world.Do(new SayNoMore(world.Ruta.Id, left.Id, null)));
    }

    [Fact]
    public async Task What_cannot_be_is_refused_and_nothing_is_changed()
    {
        await Refused(RefusalKind.PlaceUnknown, () => Say(On(StayKind.Place, 10, 10, "Timbuktu")));
        await Refused(RefusalKind.EndBeforeStart, () => Say(On(StayKind.Home, 12, 10)));
        await Refused(RefusalKind.EndBeforeStart, () => Say(On(StayKind.Home, 12, 12, from: 900, to: 800)));
        await Refused(RefusalKind.InThePast, () => Say(On(StayKind.Home, 1, 2)));
        await Refused(RefusalKind.BadInput, () => Say());
        // The first is good, the second is not: neither is kept.
        await Refused(RefusalKind.PlaceUnknown, () => Say(On(StayKind.Home, 10, 10), On(StayKind.Place, 11, 11)));
        Assert.Empty((await Strip(world.Noor)).Said);
        await Refused(RefusalKind.MayNotSpeakFor, () =>
            world.Do(new SayWhere(world.Ruta.Id, world.Maren.Id, [On(StayKind.Home, 10, 10)], 0))
        );
        await Refused(RefusalKind.MayNotSpeakFor, () => world.Do(new TellWhere(world.Ruta.Id, world.Maren.Id, WhereTold.Town)));
    }

    [Fact]
    public async Task Of_two_who_say_something_of_the_same_week_at_once_the_second_hears_of_the_first()
    {
        var seen = await Seen();
        await world.Do(new SayWhere(world.Maren.Id, world.Maren.Id, [On(StayKind.Place, 10, 12, "Yard")], seen));
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(new SayWhere(world.Noor.Id, world.Maren.Id, [On(StayKind.Home, 11, 11)], seen))
        );
        Assert.Equal(
            (RefusalKind.WhereSaidSince, "Maren Falk: at Yard from 10 March 2027 to 12 March 2027"),
            (refused.Refusal.Kind, refused.Refusal.What)
        );
        // Other days, and one's own, are nobody's business.
        await world.Do(new SayWhere(world.Noor.Id, world.Maren.Id, [On(StayKind.Home, 16, 16)], seen));
        await world.Do(new SayWhere(world.Noor.Id, world.Maren.Id, [On(StayKind.Home, 16, 17)], seen));
        await world.Do(new SayWhere(world.Noor.Id, world.Maren.Id, [On(StayKind.Home, 11, 11)], await Seen()));
    }

    [Fact]
    public async Task Hours_lanes_and_slots_follow_the_place()
    {
        await Say(On(StayKind.Place, 10, 10, "Yard"), On(StayKind.NotWorking, 11, 11, from: 720));
        var slots = await world.See(new ReadSlots(world.Noor.Id, world.Maren.PublicId, [], [], 60, March(10), March(11), world.Now).Run);
        var starts = slots.Slots.Select(s => Instant.FromUnixTimeMilliseconds(s.Start)).ToList();
        // Her day from 08:00 on is from 12:00 on in Lisbon when she is in Halifax.
        Assert.All(starts.Where(s => s < Instant.FromUtc(2027, 3, 11, 0, 0)), s =>
            Assert.InRange(s, Instant.FromUtc(2027, 3, 10, 12, 0), Instant.FromUtc(2027, 3, 10, 21, 30))
        );
        Assert.All(starts.Where(s => s > Instant.FromUtc(2027, 3, 11, 0, 0)), s =>
            Assert.InRange(s, Instant.FromUtc(2027, 3, 11, 8, 0), Instant.FromUtc(2027, 3, 11, 11, 0))
        );
        Assert.Equal(
            "09:00",
            slots
                .Slots.First(s => s.Start == Instant.FromUtc(2027, 3, 10, 13, 0).ToUnixTimeMilliseconds())
                .Plants.Single(p => p.Person == world.Maren.PublicId)
                .Local
        );
        var lanes = await world.See(new ReadLanes(world.Noor.Id, [world.Maren.PublicId], March(10), LanesSpan.Day, world.Now).Run);
        Assert.Contains(lanes.Days.SelectMany(d => d.Lanes).SelectMany(l => l.Hours), h =>
            h.Start == Instant.FromUtc(2027, 3, 10, 12, 0).ToUnixTimeMilliseconds()
        );
    }

    [Fact]
    public async Task Something_in_person_does_not_fit_a_day_at_home_and_the_slots_of_that_day_cost()
    {
        var meeting = await world.Do(
            new AddAppointment(world.Noor.Id, world.Maren.Id, "Site visit", World.Timed("2027-03-11T10:00", 60), "Head", null, false)
        );
        var reads = await Reads("home on Thursday");
        Assert.Equal(("at home on 11 March 2027", null), (Assert.Single(reads.Said).Words, reads.Problem));
        Assert.Equal(
            ("Site visit", "Thursday 11 March, 10:00", "works at home that day"),
            (Assert.Single(reads.NoLongerFit).Title, reads.NoLongerFit[0].When, reads.NoLongerFit[0].Why)
        );
        Assert.Equal(meeting.PublicId, reads.NoLongerFit[0].Entry);
        await Say(On(StayKind.Home, 11, 11));
        var row = Assert.Single((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Queue, r => r.Judgement == "Elsewhere");
        Assert.Equal(("Site visit", "works at home that day"), (row.Title, row.Reason));
        var slots = await world.See(
            (new ReadSlots(world.Noor.Id, world.Maren.PublicId, [], [], 30, March(11), March(12), world.Now) with { Place = "Head" }).Run
        );
        Assert.All(slots.Slots.Where(s => Instant.FromUnixTimeMilliseconds(s.Start) < Instant.FromUtc(2027, 3, 12, 0, 0)), s =>
            Assert.Equal("Maren elsewhere", s.Verdict)
        );
        Assert.Contains(slots.Slots, s => s.Verdict != "Maren elsewhere");
        var byVideo = await world.See(
            (
                new ReadSlots(world.Noor.Id, world.Maren.PublicId, [], [], 30, March(11), March(12), world.Now) with
                {
                    Place = "Head",
                    HasLink = true,
                }
            ).Run
        );
        Assert.DoesNotContain(byVideo.Slots, s => s.Verdict == "Maren elsewhere");
    }

    [Fact]
    public async Task A_line_says_what_it_does_and_what_it_does_not_understand()
    {
        await world.Do(
            new PostAbsence(
                world.Noor.Id,
                world.Maren.Id,
                new Stretch(Instant.FromUtc(2027, 3, 18, 0, 0), Instant.FromUtc(2027, 3, 19, 0, 0)),
                null,
                null
            )
        );
        Assert.Equal("Maren is away on 18 March 2027, which goes before it.", (await Reads("home on Thursdays")).Away);
        Assert.Null((await Reads("home on Fridays")).Away);
        Assert.Equal("“Timbuktu tomorrow” is not understood.", (await Reads("Timbuktu tomorrow")).Problem);
        Assert.Equal("That time has passed.", (await Reads("home 1 March 2027")).Problem);
        await Refused(RefusalKind.MayNotSpeakFor, () =>
            world.See(new ReadWhereSaid(world.Ruta.Id, world.Maren.PublicId, "home tomorrow", [], null, world.Now).Run)
        );
    }

    [Theory]
    [InlineData(Sight.Headlines, WhereTold.Place, "Yard")]
    [InlineData(Sight.Outline, WhereTold.Place, "Halifax")]
    [InlineData(Sight.Everything, WhereTold.Town, "Halifax")]
    [InlineData(Sight.Everything, WhereTold.Elsewhere, "Elsewhere")]
    public async Task It_is_told_as_far_as_was_granted_and_said(Sight sight, WhereTold told, string expected)
    {
        await Say(On(StayKind.Place, 9, 12, "Yard"));
        await world.Do(new SetCeiling(world.Administrator.Id, true, Ceiling.Open));
        await world.Do(new GrantAccess(world.Maren.Id, world.Maren.Id, [world.Ruta.Id], new AccessTerms(sight, Acting.Look)));
        var change = await world.Do(new TellWhere(world.Noor.Id, world.Maren.Id, told));
        Assert.Equal(expected, (await Strip(world.Ruta)).Days[8].Pieces[0].Place);
        Assert.Equal("Yard", (await Strip(world.Noor)).Days[8].Pieces[0].Place);
        Assert.False((await Strip(world.Ruta)).MaySay);
        Assert.Empty((await Strip(world.Ruta)).Said);
        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Equal(WhereTold.Place, (await Strip(world.Noor)).Told);
    }

    private static async Task Refused(RefusalKind kind, Func<Task> act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind);
}
