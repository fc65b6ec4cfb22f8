using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.Waiting;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Tests;

/// <summary>The place where invitations are answered: all that wait, several at once, somebody else sent.</summary>
public sealed class AnswersTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await world.Grant(world.Tome, world.Noor, Core.Access.Sight.Everything, Core.Access.Acting.SpeakFor);
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task Soonest_first_with_what_it_would_be_and_however_far_ahead_it_is()
    {
        await Ask("2027-08-03T10:00");
        await Ask("2027-03-16T12:00");
        var rows = (await Waiting()).Rows;
        Assert.Equal(["2027-03-16", "2027-08-03"], rows.Select(r => r.Day));
        Assert.All(rows, r => Assert.Equal(("Ana Brandão asks Tomé", "Fits"), (r.Asks, r.Judgement)));
        // On the Desk too.
        var desk = await world.See(new Desk.ReadDesk(world.Noor.Id, world.Now).Run);
        Assert.Equal(2, desk.Queue.Count(r => r.Verb == "Answer"));
    }

    [Fact]
    public async Task What_was_answered_to_who_asks_is_said_and_nothing_private_counts()
    {
        var first = await Ask("2027-03-16T12:00");
        var second = await Ask("2027-03-17T12:00", isPrivate: true);
        await Say(first, Answer.Declined);
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, second, null, Answer.Accepted, null, null));
        await Ask("2027-03-18T12:00");
        var row = Assert.Single((await Waiting()).Rows);
        Assert.Equal("Asked by Ana once in a year: 1 declined.", row.Before);
    }

    [Fact]
    public async Task What_was_answered_a_moment_ago_says_by_whom_until_it_is_undone_or_ten_minutes_have_gone()
    {
        var (one, two) = (await Ask("2027-03-16T12:00"), await Ask("2027-03-17T12:00"));
        var change = await Say(one, Answer.Declined);
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, two, null, Answer.Accepted, null, null));
        Assert.Equal(
            [(two, "accepted by Tomé Vidal, 09:42", false), (one, "declined by you, 09:42", true)],
            (await Waiting()).JustAnswered.Select(a => (a.Entry, a.Words, a.Own))
        );
        await world.Do(new UndoAct(world.Noor.Id, [change]));
        Assert.Equal([two], (await Waiting()).JustAnswered.Select(a => a.Entry));
        world.Advance(601);
        Assert.Empty((await Waiting()).JustAnswered);
    }

    [Fact]
    public async Task Of_a_series_each_of_the_next_is_judged_and_those_that_do_not_suit_are_declined_apart()
    {
        // Tuesdays at 12:00; on the second Tomé has something else, on the third he is away.
        var series = await Ask("2027-03-09T12:00", rule: Rule.Weekly(1));
        await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Review", World.Timed("2027-03-16T12:15", 60), null));
        await world.Do(
            new PostAbsence(
                world.Tome.Id,
                world.Tome.Id,
                new Stretch(Instant.FromUtc(2027, 3, 23, 0, 0), Instant.FromUtc(2027, 3, 24, 0, 0)),
                null,
                null
            )
        );
        var fit = await Fit(series);
        Assert.Equal("Of the next 26, 24 fit; one clashes and one falls into an absence.", fit!.Words);
        Assert.Equal(
            [
                ("Tuesday 16 March 12:00", "Clashes", "Review, 30 minutes, firm"),
                ("Tuesday 23 March 12:00", "Away", "Tomé is away that day"),
            ],
            fit.Misses.Select(m => (m.When, m.Judgement, m.Reason))
        );

        var except = fit.Misses.Select(m => LocalDateTimePattern.ExtendedIso.Parse(m.Occurrence).Value).ToList();
        var accept = new AcceptSeries(world.Noor.Id, world.Tome.Id, series, except, "Not in the week of the fair.");
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(accept with { Except = [] }));
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(accept with { Except = [except[0], except[0]] }));
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(accept with { Except = [new LocalDateTime(2027, 3, 10, 12, 0)] }));
        Assert.Equal(Answer.None, (await Part(series, world.Tome))!.Answer);
        var changes = await world.Do(accept);
        var meeting = await world.Entry(series);
        Assert.Equal(Answer.Accepted, Agreement.Of(meeting, world.Tome.Id, null)!.Answer);
        Assert.All(except, e => Assert.Equal(Answer.Declined, Agreement.Of(meeting, world.Tome.Id, e)!.Answer));
        await world.Do(new UndoAct(world.Noor.Id, changes));
        Assert.Equal(Answer.None, Agreement.Of(await world.Entry(series), world.Tome.Id, except[0])!.Answer);
    }

    [Fact]
    public async Task What_a_change_of_clocks_does_to_a_series_is_said_and_once_is_no_series()
    {
        // Ruta lives in Halifax: 21:30 in Lisbon is 17:30 there until 14 March, and 18:30 from then on.
        await world.Grant(world.Ruta, world.Noor, Core.Access.Sight.Everything, Core.Access.Acting.SpeakFor);
        var series = await Ask("2027-03-09T21:30", rule: Rule.Weekly(1), of: world.Ruta, minutes: 30);
        var fit = await world.See(new ReadSeriesFit(world.Noor.Id, world.Ruta.PublicId, series, world.Now).Run);
        Assert.Equal("From Tuesday 16 March on, once clocks have changed, it is at 18:30 for Ruta, out of hours.", fit!.Turn);
        Assert.Null(await Fit(await Ask("2027-03-16T12:00")));
        Assert.Null(await Fit(series));
    }

    private Task<SeriesFitView?> Fit(string series) =>
        world.See(new ReadSeriesFit(world.Noor.Id, world.Tome.PublicId, series, world.Now).Run);

    [Fact]
    public async Task Several_get_one_answer_and_one_undo_or_none_does()
    {
        var (one, two) = (await Ask("2027-03-16T12:00"), await Ask("2027-03-17T12:00"));
        var strange = new ToAnswer(world.Ruta.Id, two, null);
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(new AnswerSeveral(world.Noor.Id, [For(one), strange], Answer.Declined, null))
        );
        Assert.Equal(2, (await Waiting()).Rows.Count);
        var changes = await world.Do(new AnswerSeveral(world.Noor.Id, [For(one), For(two)], Answer.Declined, "Away at the yard."));
        Assert.Empty((await Waiting()).Rows);
        foreach (var id in new[] { one, two })
            Assert.Equal("Away at the yard.", (await Part(id, world.Tome))!.Comment);
        await world.Do(new UndoAct(world.Noor.Id, changes));
        Assert.Equal(2, (await Waiting()).Rows.Count);
    }

    [Fact]
    public async Task Somebody_else_comes_in_their_place_is_asked_and_counts_for_agreement()
    {
        var meeting = await Ask("2027-03-16T12:00");
        await world.Do(new DelegateInvitation(world.Noor.Id, world.Tome.Id, meeting, null, world.Ruta.PublicId, "Ruta knows the berths."));
        var (tome, ruta) = (await Part(meeting, world.Tome), await Part(meeting, world.Ruta));
        Assert.Equal((Answer.Delegated, world.Ruta.Id), (tome!.Answer, tome.DelegatedTo));
        Assert.Equal((Answer.None, world.Tome.Id, AttendeeRole.Required), (ruta!.Answer, ruta.DelegatedFrom, ruta.Role));
        Assert.False(Agreement.IsAgreed(await world.Entry(meeting), null));
        await world.Do(new AnswerInvitation(world.Ruta.Id, world.Ruta.Id, meeting, null, Answer.Accepted, null, null));
        Assert.True(Agreement.IsAgreed(await world.Entry(meeting), null));
        world.Advance(11);
        await world.SendDue();
        Assert.Contains(world.Post.Notices, n => n.Kind == EffectKind.Invite && n.To == world.Ruta.Address);
        Assert.Contains(world.Post.Notices, n => n.Kind == EffectKind.Answered && n.To == world.Ana.Address);

        // Who changes their mind comes themselves.
        await Say(meeting, Answer.Accepted);
        Assert.Null((await Part(meeting, world.Tome))!.DelegatedTo);
    }

    [Fact]
    public async Task Nobody_outside_no_organiser_and_not_oneself_is_sent()
    {
        var meeting = await Ask("2027-03-16T12:00");
        foreach (var to in new[] { world.Lakshmi, world.Ana, world.Tome })
            await Assert.ThrowsAsync<RefusedException>(() =>
                world.Do(new DelegateInvitation(world.Noor.Id, world.Tome.Id, meeting, null, to.PublicId, null))
            );
        Assert.Single((await Waiting()).Rows);
    }

    private Task<AnswersView> Waiting() => world.See(new ReadAnswers(world.Noor.Id, world.Now).Run);

    private ToAnswer For(string entry) => new(world.Tome.Id, entry, null);

    private Task<long> Say(string entry, Answer answer) =>
        world.Do(new AnswerInvitation(world.Noor.Id, world.Tome.Id, entry, null, answer, null, null));

    private async Task<Participation?> Part(string entry, CalendarUser who) => Agreement.Of(await world.Entry(entry), who.Id, null);

    private async Task<string> Ask(string start, bool isPrivate = false, Rule? rule = null, CalendarUser? of = null, int minutes = 45) =>
        (
            await world.Do(
                new Arranging.ArrangeMeeting(
                    world.Ana.Id,
                    world.Ana.Id,
                    "Berths",
                    [new Invited((of ?? world.Tome).PublicId, AttendeeRole.Required)],
                    World.Timed(start, minutes),
                    "Quay 4",
                    null,
                    null,
                    null,
                    isPrivate,
                    rule
                )
            )
        ).PublicId;
}
