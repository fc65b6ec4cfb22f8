using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What belongs with an entry moves with it and is gone with it, whoever moves it.</summary>
public sealed class TieTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<AddedAppointment> Tie(
        string entry,
        TieKind kind = TieKind.Preparation,
        int gap = 30,
        int minutes = 30,
        LocalDateTime? which = null,
        CalendarUser? lane = null,
        CalendarUser? actor = null
    ) =>
        world.Do(
            new TieEntry(
                (actor ?? world.Noor).Id,
                (lane ?? world.Maren).Id,
                entry,
                which,
                kind,
                Duration.FromMinutes(gap),
                Duration.FromMinutes(minutes)
            )
        );

    private async Task<ArrangedMeeting> Weekly(string rule = "FREQ=WEEKLY;COUNT=4", string start = "2027-03-16T12:00") =>
        await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Insurers, renewal terms",
                [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                World.Timed(start),
                null,
                null,
                null,
                null,
                Rule: Rule.Parse(rule)
            )
        );

    private Task<EntryChanged> Move(
        string entry,
        string to,
        LocalDateTime? which = null,
        Reach reach = Reach.All,
        string from = "2027-03-16T12:00",
        int minutes = 45
    ) =>
        world.Do(
            new ChangeEntry(
                world.Noor.Id,
                entry,
                which,
                reach,
                new EntryEdit { Time = World.Timed(to, minutes) },
                new EntryEdit { Time = World.Timed(from, minutes) }
            )
        );

    /// <summary>When an entry stands in March and April, by Maren's clock; nothing where it stands no longer.</summary>
    private async Task<IEnumerable<string>> Stands(string id, CalendarUser? lane = null)
    {
        var zone = (lane ?? world.Maren).HomeZone;
        return Occurrences
            .In(await world.Entry(id), new(Instant.FromUtc(2027, 3, 1, 0, 0), Instant.FromUtc(2027, 5, 1, 0, 0)), zone)
            .Select(o => zone.ToLocal(o.Stretch.Start).ToString("dd.MM. HH:mm", System.Globalization.CultureInfo.InvariantCulture));
    }

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    [Fact]
    public async Task It_moves_with_its_meeting_and_an_undo_takes_both_back()
    {
        var met = await world.Arrange();
        var before = await Tie(met.PublicId);
        var debrief = await Tie(met.PublicId, TieKind.Debrief, 15, 20);
        var papers = await Tie(met.PublicId, TieKind.PapersDue, 24 * 60 + 60, 0);
        Assert.Equal(["16.03. 11:30"], await Stands(before.PublicId));
        Assert.Equal(["16.03. 13:00"], await Stands(debrief.PublicId));
        Assert.Equal(["15.03. 11:00"], await Stands(papers.PublicId));
        Assert.Equal(("Preparation: Insurers, renewal terms", TimeTaken.Firm), await Named(before));
        Assert.Equal(TimeTaken.Free, (await world.Entry(papers.PublicId)).Takes);

        var moved = await Move(met.PublicId, "2027-03-17T15:00");
        Assert.Equal(["17.03. 14:30"], await Stands(before.PublicId));
        Assert.Equal(["17.03. 16:00"], await Stands(debrief.PublicId));
        Assert.Equal(["16.03. 14:00"], await Stands(papers.PublicId));
        await world.Do(new UndoChange(world.Noor.Id, moved.Change!.Value));
        Assert.Equal(["16.03. 11:30"], await Stands(before.PublicId));

        // Renamed, it takes the new name along; once it has one of its own, it keeps that.
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                met.PublicId,
                null,
                Reach.All,
                new EntryEdit { Title = "Insurers" },
                new EntryEdit { Title = "Insurers, renewal terms" }
            )
        );
        Assert.Equal("Preparation: Insurers", (await world.Entry(before.PublicId)).Title);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                before.PublicId,
                null,
                Reach.All,
                new EntryEdit { Title = "Read clause 7" },
                new EntryEdit { Title = "Preparation: Insurers" }
            )
        );
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                met.PublicId,
                null,
                Reach.All,
                new EntryEdit { Title = "Terms" },
                new EntryEdit { Title = "Insurers" }
            )
        );
        Assert.Equal("Read clause 7", (await world.Entry(before.PublicId)).Title);
    }

    private async Task<(string, TimeTaken)> Named(AddedAppointment tied)
    {
        var entry = await world.Entry(tied.PublicId);
        return (entry.Title, entry.Takes);
    }

    [Fact]
    public async Task Moved_by_hand_it_keeps_that_distance_and_taken_away_by_hand_it_stays_away()
    {
        var met = await world.Arrange();
        var before = await Tie(met.PublicId);
        await Move(before.PublicId, "2027-03-16T10:00", from: "2027-03-16T11:30", minutes: 30);
        await Move(met.PublicId, "2027-03-17T15:00");
        Assert.Equal(["17.03. 13:00"], await Stands(before.PublicId));
        await world.Do(new CancelEntry(world.Noor.Id, before.PublicId, null, Reach.All));
        await Move(met.PublicId, "2027-03-18T15:00", from: "2027-03-17T15:00");
        Assert.Empty(await Stands(before.PublicId));
    }

    [Fact]
    public async Task It_is_gone_with_its_meeting_and_comes_back_with_it()
    {
        var met = await world.Arrange();
        var before = await Tie(met.PublicId);
        await world.Do(new CancelEntry(world.Noor.Id, met.PublicId, null, Reach.All));
        Assert.Empty(await Stands(before.PublicId));
        await world.Do(new RestoreMeeting(world.Noor.Id, met.PublicId));
        Assert.Equal(["16.03. 11:30"], await Stands(before.PublicId));
    }

    [Fact]
    public async Task Who_is_asked_ties_on_their_own_lane_and_what_they_decline_takes_it_along()
    {
        var met = await world.Arrange();
        var own = await Tie(met.PublicId, lane: world.Tome, actor: world.Tome);
        await Move(met.PublicId, "2027-03-17T15:00");
        Assert.Equal(["17.03. 14:30"], await Stands(own.PublicId, world.Tome));
        // Who moved the meeting takes it back though nothing on that lane is theirs to change.
        var again = await Move(met.PublicId, "2027-03-18T15:00", from: "2027-03-17T15:00");
        await world.Do(new UndoChange(world.Noor.Id, again.Change!.Value));
        Assert.Equal(["17.03. 14:30"], await Stands(own.PublicId, world.Tome));

        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, met.PublicId, null, Answer.Declined, null, null));
        Assert.Empty(await Stands(own.PublicId, world.Tome));
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, met.PublicId, null, Answer.Accepted, null, null));
        Assert.Equal(["17.03. 14:30"], await Stands(own.PublicId, world.Tome));
    }

    [Fact]
    public async Task With_a_series_it_repeats_leaves_out_what_is_left_out_and_goes_into_what_is_cut_off()
    {
        var met = await Weekly();
        var whole = await Tie(met.PublicId);
        var one = await Tie(met.PublicId, TieKind.PapersDue, 17 * 60, 0, new LocalDateTime(2027, 4, 6, 12, 0));
        Assert.Equal(["16.03. 11:30", "23.03. 11:30", "30.03. 11:30", "06.04. 11:30"], await Stands(whole.PublicId));
        Assert.Equal(["05.04. 19:00"], await Stands(one.PublicId));

        await Move(met.PublicId, "2027-03-24T09:00", new LocalDateTime(2027, 3, 23, 12, 0), Reach.ThisOne, from: "2027-03-23T12:00");
        await world.Do(new CancelEntry(world.Noor.Id, met.PublicId, new LocalDateTime(2027, 3, 16, 12, 0), Reach.ThisOne));
        Assert.Equal(["24.03. 08:30", "30.03. 11:30", "06.04. 11:30"], await Stands(whole.PublicId));

        var cut = await Move(
            met.PublicId,
            "2027-03-31T10:00",
            new LocalDateTime(2027, 3, 30, 12, 0),
            Reach.FromHereOn,
            from: "2027-03-30T12:00"
        );
        Assert.Equal(["24.03. 08:30"], await Stands(whole.PublicId));
        Assert.Equal(["06.04. 17:00"], await Stands(one.PublicId));
        var read = await world.See(s =>
            new ReadEntry(world.Noor.Id, cut.Entry, new LocalDateTime(2027, 4, 7, 10, 0), world.Maren.PublicId, world.Now).Run(s)
        );
        Assert.Equal(
            [
                ("Papers due: Insurers, renewal terms", "Tuesday 6 April, 17:00"),
                ("Preparation: Insurers, renewal terms", "30 minutes, Wednesday 7 April, 09:30"),
            ],
            read.Tied.Select(t => (t.Title, t.Words))
        );
        var back = await world.See(s =>
            new ReadEntry(world.Noor.Id, read.Tied[1].Id, new LocalDateTime(2027, 4, 7, 9, 30), world.Maren.PublicId, world.Now).Run(s)
        );
        Assert.Equal(("Insurers, renewal terms", "45 minutes, Wednesday 7 April, 10:00"), (back.TiedTo!.Title, back.TiedTo.Words));
    }

    [Fact]
    public async Task What_no_rule_says_is_refused_and_so_is_who_may_not_change_the_lane()
    {
        var met = await Weekly("FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1;COUNT=3", "2027-03-31T12:00");
        Assert.Equal(RefusalKind.RuleDoesNotMove, await Refused(() => Tie(met.PublicId, TieKind.PapersDue, 2 * 24 * 60, 0)));
        await world.Grant(world.Maren, world.Ana, Sight.Headlines, Acting.Add);
        Assert.Equal(RefusalKind.NotYourAddition, await Refused(() => Tie(met.PublicId, actor: world.Ana)));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => Tie(met.PublicId, actor: world.Ruta)));
        var single = await world.Arrange("2027-04-16T12:00");
        var tied = await Tie(single.PublicId);
        Assert.Equal(RefusalKind.BadInput, await Refused(() => Tie(tied.PublicId)));
    }

    [Fact]
    public async Task What_is_tied_to_something_private_is_private_and_its_author_learns_no_more_than_their_grant_says()
    {
        var met = await world.Arrange();
        await world.Grant(world.Maren, world.Ana, Sight.Headlines, Acting.Change);
        var tied = await Tie(met.PublicId, actor: world.Ana);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                met.PublicId,
                null,
                Reach.All,
                new EntryEdit { Title = "Sale of the yard", Private = true },
                new EntryEdit { Title = "Insurers, renewal terms", Private = false }
            )
        );
        Assert.True((await world.Entry(tied.PublicId)).Private);
        Assert.Equal(
            RefusalKind.NotFound,
            await Refused(() => world.See(s => new ReadEntry(world.Ana.Id, tied.PublicId, null, world.Maren.PublicId, world.Now).Run(s)))
        );
    }
}
