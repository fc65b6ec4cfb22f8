using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Slots;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Who is away: posted, changed, ended early, taken back; told to who covers; seen by who keeps the calendar.</summary>
public sealed class AbsenceTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static Stretch Days(int first, int last)
    {
        var zone = Zones.Get("Europe/Lisbon");
        return new Stretch(zone.Day(new LocalDate(2027, 3, first)).Start, zone.Day(new LocalDate(2027, 3, last)).End);
    }

    private Task<long> Post(int first, int last, CalendarUser? cover = null, string? reason = "family") =>
        world.Do(new PostAbsence(world.Noor.Id, world.Maren.Id, Days(first, last), (cover ?? world.Tome).Id, reason, AbsenceKind.Holiday));

    private Task<WhereaboutsView> Seen(CalendarUser viewer, string? month = null) =>
        world.See(new ReadWhereabouts(viewer.Id, month, world.Now).Run);

    private async Task<AbsenceView> Only(CalendarUser viewer) => Assert.Single((await Seen(viewer)).Absences);

    [Fact]
    public async Task It_is_posted_in_her_name_stands_on_her_strip_and_whoever_covers_is_told()
    {
        await Post(10, 12);
        var absence = await Only(world.Noor);
        Assert.Equal(
            ("Maren Falk", "from 10 March 2027 to 12 March 2027", "family", "Tomé Vidal", false),
            (absence.Who.Name, absence.Words, absence.Reason, absence.Covers!.Name, absence.Begun)
        );
        var strip = (await Seen(world.Noor)).Strips.Single(s => s.Who.Id == world.Maren.PublicId);
        Assert.Equal((9, 11, "On holiday, family, Tomé covers"), (strip.Away[0].First, strip.Away[0].Last, strip.Away[0].Words));
        Assert.Empty((await Seen(world.Noor, "2027-04")).Strips.SelectMany(s => s.Away));
        // Not as long as it can be undone.
        world.Advance(11);
        var told = await world.See(new ReadDesk(world.Tome.Id, world.Now).Run);
        Assert.Equal(
            "Noor Haddad for Maren Falk put you down as cover: Maren is away from 10 March 2027 to 12 March 2027.",
            Assert.Single(told.News).Words
        );
        // Others see that she is away, and not why.
        Assert.Empty((await Seen(world.Ruta)).Absences);
        Assert.DoesNotContain((await Seen(world.Tome)).Strips, s => s.Who.Id == world.Maren.PublicId);
    }

    [Theory]
    [InlineData(ReasonTold.Keepers, "Away, Tomé covers")]
    [InlineData(ReasonTold.Inside, "On holiday, family, Tomé covers")]
    public async Task Why_she_is_away_is_told_on_her_lane_as_she_chose_and_never_to_those_outside(ReasonTold to, string words)
    {
        await world.Do(
            new PostAbsence(world.Noor.Id, world.Maren.Id, Days(10, 12), world.Tome.Id, "family", AbsenceKind.Holiday) { ReasonTo = to }
        );
        async Task<string> Lane(CalendarUser viewer) =>
            Assert
                .Single(
                    (
                        await world.See(
                            new ReadLanes(viewer.Id, [world.Maren.PublicId], new LocalDate(2027, 3, 10), LanesSpan.Day, world.Now).Run
                        )
                    )
                        .Days[0]
                        .Lanes[0]
                        .Away
                )
                .Words;
        await world.Grant(world.Maren, world.Ruta, Core.Access.Sight.Outline, Core.Access.Acting.Look);
        await world.Grant(world.Maren, world.Lakshmi, Core.Access.Sight.Headlines, Core.Access.Acting.Look);
        Assert.Equal(words, await Lane(world.Ruta));
        Assert.Equal("Away, Tomé covers", await Lane(world.Lakshmi));
        Assert.Equal("On holiday, family, Tomé covers", await Lane(world.Noor));
        Assert.Equal(to, (await Only(world.Noor)).ReasonTo);
        // Who passes her calendar on and does not speak for her is not told it by looking as she does.
        await world.Grant(world.Maren, world.Ana, Core.Access.Sight.Everything, Core.Access.Acting.Change, passOn: true);
        var seen = await world.See(
            new ReadAs(world.Ana.Id, world.Maren.PublicId, world.Maren.PublicId, new LocalDate(2027, 3, 10), world.Now).Run
        );
        Assert.Equal([words, words], new[] { seen.True, seen.Theirs }.Select(lane => Assert.Single(lane.Away).Words));
    }

    [Fact]
    public async Task What_who_covers_may_do_meanwhile_comes_goes_and_moves_with_it()
    {
        async Task<IEnumerable<string>> Held() =>
            (await world.See(s => s.GrantsIn([world.Maren.Id], [world.Tome.Id], defaults: false))).Select(g =>
                $"{g.Acting} {g.Terms.From!.Value.InUtc().Day}-{g.Terms.Until!.Value.InUtc().Day}"
            );
        var absence = new PostAbsence(world.Maren.Id, world.Maren.Id, Days(10, 12), world.Tome.Id, null) { CoverMay = CoverMay.SpeakFor };
        // Who speaks for her and may pass nothing on cannot give it; whoever may is told so.
        Assert.False((await Seen(world.Noor)).Strips.Single(s => s.Who.Id == world.Maren.PublicId).MayLend);
        Assert.True((await Seen(world.Maren)).Strips[0].MayLend);
        await Refused(RefusalKind.MayNotGrant, () => world.Do(absence with { Actor = world.Noor.Id }));
        Assert.Empty(await Held());

        var posted = await world.Do(absence);
        Assert.Equal(["SpeakFor 10-13"], await Held());
        var stands = await Only(world.Maren);
        Assert.Equal(CoverMay.SpeakFor, stands.CoverMay);
        ChangeAbsence Change(int last, CalendarUser? cover, CoverMay? may = null) =>
            new(
                world.Maren.Id,
                stands.Id,
                new LocalDateTime(2027, 3, 10, 0, 0),
                new LocalDateTime(2027, 3, last + 1, 0, 0),
                cover?.Id,
                null,
                AbsenceKind.Holiday
            )
            {
                CoverMay = may,
            };
        var longer = await world.Do(Change(15, world.Tome));
        Assert.Equal(["SpeakFor 10-16"], await Held());
        await world.Do(new UndoAct(world.Maren.Id, longer));
        Assert.Equal(["SpeakFor 10-13"], await Held());

        stands = await Only(world.Maren);
        await world.Do(Change(12, world.Tome, CoverMay.Change));
        Assert.Equal(["Change 10-13"], await Held());
        stands = await Only(world.Maren);
        Assert.Equal(CoverMay.Change, stands.CoverMay);
        await world.Do(Change(12, world.Ana));
        Assert.Empty(await Held());
        Assert.Single(await world.See(s => s.GrantsIn([world.Maren.Id], [world.Ana.Id], defaults: false)));
        await world.Do(new EndAbsence(world.Maren.Id, (await Only(world.Maren)).Id));
        Assert.Empty(await world.See(s => s.GrantsIn([world.Maren.Id], [world.Ana.Id], defaults: false)));
        Assert.True(posted > 0);
    }

    [Fact]
    public async Task What_stands_in_it_is_counted_before_and_after_it_is_posted_a_series_once()
    {
        await world.Arrange("2027-03-11T12:00");
        await world.Do(
            new AddAppointment(
                world.Maren.Id,
                world.Maren.Id,
                "Read-in",
                World.Timed("2027-03-10T09:00"),
                null,
                Rule: Core.Recurrence.Rule.Parse("FREQ=DAILY;UNTIL=20270320T235959")
            )
        );
        var before = await world.See(
            new ReadInAbsence(
                world.Noor.Id,
                world.Maren.PublicId,
                new LocalDateTime(2027, 3, 10, 0, 0),
                new LocalDateTime(2027, 3, 13, 0, 0),
                world.Now
            ).Run
        );
        Assert.Equal(
            [
                ("Read-in", "Wednesday 10 March, 09:00, three times", "an appointment"),
                ("Insurers, renewal terms", "Thursday 11 March, 12:00", "Maren organises it"),
            ],
            before.Select(e => (e.Title, e.When, e.Judgement))
        );
        await Post(10, 12);
        var absence = await Only(world.Maren);
        Assert.Equal(("2027-03-10T00:00", "2027-03-13T00:00"), (absence.From, absence.To));
        await Refused(RefusalKind.MayNotSpeakFor, () =>
            world.See(
                new ReadInAbsence(
                    world.Ruta.Id,
                    world.Maren.PublicId,
                    new LocalDateTime(2027, 3, 10, 0, 0),
                    new LocalDateTime(2027, 3, 13, 0, 0),
                    world.Now
                ).Run
            )
        );
    }

    [Fact]
    public async Task Another_in_its_time_is_refused_with_when_and_a_cover_who_is_away_too()
    {
        await Post(10, 12);
        var refused = await Assert.ThrowsAsync<RefusedException>(() => Post(12, 15));
        Assert.Equal((RefusalKind.AwayAlready, "from 10 March 2027 to 12 March 2027"), (refused.Refusal.Kind, refused.Refusal.What));
        await Post(13, 15);
        await world.Do(new PostAbsence(world.Tome.Id, world.Tome.Id, Days(20, 22), null, null));
        await Refused(RefusalKind.CoverIsAway, () => Post(22, 23));
        // Nobody covers for one who covers for them.
        await Refused(RefusalKind.CoverIsAway, () =>
            world.Do(new PostAbsence(world.Tome.Id, world.Tome.Id, Days(12, 12), world.Maren.Id, null))
        );
        await Refused(RefusalKind.CoversSelf, () => Post(24, 25, world.Maren));
        await Refused(RefusalKind.InThePast, () => Post(1, 7));
        await Refused(RefusalKind.MayNotSpeakFor, () => world.Do(new PostAbsence(world.Ruta.Id, world.Maren.Id, Days(26, 26), null, null)));
        await Refused(RefusalKind.BadInput, () => Post(26, 26, reason: new string('x', 201)));
    }

    [Fact]
    public async Task It_is_made_longer_in_one_step_and_taken_back()
    {
        await Post(10, 12);
        var absence = await Only(world.Noor);
        var change = await world.Do(
            new ChangeAbsence(
                world.Noor.Id,
                absence.Id,
                new LocalDateTime(2027, 3, 9, 14, 0),
                new LocalDateTime(2027, 3, 16, 0, 0),
                world.Tome.Id,
                "family",
                AbsenceKind.Ill
            )
        );
        Assert.Equal(
            ("from 9 March 2027, 14:00 to 16 March 2027, 00:00", AbsenceKind.Ill),
            ((await Only(world.Noor)).Words, (await Only(world.Noor)).Kind)
        );
        await world.Do(new UndoAct(world.Noor.Id, change));
        Assert.Equal(
            ("from 10 March 2027 to 12 March 2027", AbsenceKind.Holiday),
            ((await Only(world.Noor)).Words, (await Only(world.Noor)).Kind)
        );
        await Refused(RefusalKind.NotFound, () =>
            world.Do(
                new ChangeAbsence(
                    world.Ruta.Id,
                    absence.Id,
                    new LocalDateTime(2027, 3, 9, 0, 0),
                    new LocalDateTime(2027, 3, 16, 0, 0),
                    null,
                    null,
                    AbsenceKind.Ill
                )
            )
        );
        await Refused(RefusalKind.NotFound, () => world.Do(new EndAbsence(world.Noor.Id, absence.Id)));
    }

    [Fact]
    public async Task Whoever_is_back_early_ends_it_and_her_time_is_hers_again()
    {
        await Post(8, 12);
        Assert.True((await Only(world.Noor)).Begun);
        var search = new ReadSlots(
            world.Noor.Id,
            world.Maren.PublicId,
            [world.Tome.PublicId],
            [],
            60,
            new LocalDate(2027, 3, 10),
            new LocalDate(2027, 3, 10),
            world.Now
        );
        Assert.Equal(0, (await world.See(search.Run)).Total);
        world.Advance(3600);
        var change = await world.Do(new EndAbsence(world.Noor.Id, (await Only(world.Noor)).Id));
        Assert.Empty((await Seen(world.Noor)).Absences);
        Assert.NotEqual(0, (await world.See(search.Run)).Total);
        world.Advance(11);
        Assert.Contains((await world.See(new ReadDesk(world.Tome.Id, world.Now).Run)).News, n =>
            n.Words.Contains("need not cover for Maren any more", StringComparison.Ordinal)
        );
        await world.Do(new UndoAct(world.Noor.Id, change));
        Assert.Equal(0, (await world.See(search.Run)).Total);
    }

    private static async Task Refused(RefusalKind kind, Func<Task> act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind);
}
