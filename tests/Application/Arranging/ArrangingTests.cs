using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

public sealed class ArrangingTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task A_meeting_sent_in_somebodys_name_stands_pencilled_and_is_told_after_ten_seconds()
    {
        var made = await world.Arrange();
        Assert.Equal("pencilled", await Takes(world.Maren, made.PublicId));
        Assert.Equal("pencilled", await Takes(world.Tome, made.PublicId, viewer: world.Tome));

        world.Advance(9);
        Assert.Equal(0, await world.SendDue());
        world.Advance(1);
        Assert.Equal(2, await world.SendDue());
        Assert.Equal(0, await world.SendDue());
        var mail = Assert.Single(world.Post.Mail);
        Assert.Equal(
            (SchedulingMethod.Request, "lakshmi@coromandel-marine.example", "Maren Falk", "Noor Haddad"),
            (mail.Method, mail.To.Address, mail.Organiser.Name, mail.SentBy!.Name)
        );
        Assert.Equal((EffectKind.Invite, "tome@ebbline.example"), (world.Post.Notices.Single().Kind, world.Post.Notices.Single().To));
    }

    [Fact]
    public async Task When_every_required_has_accepted_it_is_agreed_and_firm_on_the_organisers_lane()
    {
        var made = await world.Arrange();
        await Answers(made.PublicId, world.Tome, Answer.Accepted);
        Assert.Equal("pencilled", await Takes(world.Maren, made.PublicId));
        Assert.Equal(Received.Applied, await ByMail(made.PublicId, Answer.Accepted));
        Assert.Equal("firm", await Takes(world.Maren, made.PublicId));
        var row = (await world.See(s => new ReadChase(world.Noor.Id, world.Now).Run(s))).Rows.Single();
        Assert.Equal((ChaseGroup.Nothing, true), (row.Group, row.Agreed));
    }

    [Fact]
    public async Task A_proposed_time_is_weighed_for_everyone_and_moves_the_meeting_when_taken_up()
    {
        var made = await world.Arrange();
        await Answers(made.PublicId, world.Tome, Answer.Accepted);
        var other = new Stretch(Instant.FromUtc(2027, 3, 16, 12, 15), Instant.FromUtc(2027, 3, 16, 13, 0));
        await ByMail(made.PublicId, Answer.Tentative, other);

        var row = (await world.See(s => new ReadChase(world.Noor.Id, world.Now).Run(s))).Rows.Single();
        var proposal = Assert.Single(row.Proposals);
        Assert.Equal((ChaseGroup.NewTime, "everyone required is free"), (row.Group, proposal.Consequence));

        await world.Do(new AcceptProposal(world.Noor.Id, made.PublicId, world.Lakshmi.PublicId, null));
        var moved = await world.Entry(made.PublicId);
        Assert.Equal((other, 1), (moved.Time.ToStretch(DateTimeZone.Utc), moved.Sequence));
        // Who proposed the time has agreed to it; everybody else is asked again.
        Assert.All(moved.Participations, p => Assert.Equal(p.Who == world.Lakshmi.Id ? Answer.Accepted : Answer.None, p.Answer));
        world.Advance(10);
        await world.SendDue();
        Assert.Equal(1, world.Post.Mail[^1].Sequence);
    }

    [Fact]
    public async Task Undone_within_ten_seconds_nothing_was_sent_and_nothing_stands()
    {
        var made = await world.Arrange();
        await world.Do(new UndoChange(world.Noor.Id, made.Change));
        world.Advance(60);
        Assert.Equal(0, await world.SendDue());
        Assert.Null(await world.See(s => s.Entry(made.PublicId)));
    }

    [Fact]
    public async Task Once_sent_or_changed_since_it_cannot_be_undone()
    {
        var made = await world.Arrange();
        await Answers(made.PublicId, world.Tome, Answer.Accepted);
        await Refused(RefusalKind.ChangedSince, () => world.Do(new UndoChange(world.Noor.Id, made.Change)));
        var second = await world.Arrange("2027-03-17T12:00");
        world.Advance(10);
        await world.SendDue();
        await Refused(RefusalKind.AlreadySent, () => world.Do(new UndoChange(world.Noor.Id, second.Change)));
        Assert.NotNull(await world.See(s => s.Entry(second.PublicId)));
    }

    [Fact]
    public async Task An_answer_undone_is_the_answer_before()
    {
        var made = await world.Arrange();
        await Answers(made.PublicId, world.Tome, Answer.Tentative);
        var change = await Answers(made.PublicId, world.Tome, Answer.Declined);
        Assert.Null(await Takes(world.Tome, made.PublicId, world.Tome));
        await world.Do(new UndoChange(world.Tome.Id, change));
        Assert.Equal("pencilled", await Takes(world.Tome, made.PublicId, world.Tome));
    }

    [Fact]
    public async Task Somebody_elses_change_cannot_be_undone_and_is_not_told()
    {
        var made = await world.Arrange();
        await Refused(RefusalKind.NotFound, () => world.Do(new UndoChange(world.Tome.Id, made.Change)));
        await Refused(RefusalKind.NotFound, () => world.Do(new UndoChange(world.Tome.Id, 999_999)));
    }

    [Fact]
    public async Task Nobody_acts_for_whom_they_may_not_speak()
    {
        await Refused(RefusalKind.MayNotSpeakFor, () =>
            world.Do(
                new ArrangeMeeting(
                    world.Ruta.Id,
                    world.Maren.Id,
                    "Mine",
                    [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                    World.Timed("2027-03-16T12:00"),
                    null,
                    null,
                    null,
                    null
                )
            )
        );
        var made = await world.Arrange();
        await Refused(RefusalKind.NotTheOrganiser, () => world.Do(new CancelEntry(world.Tome.Id, made.PublicId, null, Reach.All)));
        await Refused(RefusalKind.NotFound, () => world.Do(new CancelEntry(world.Ruta.Id, made.PublicId, null, Reach.All)));
        await Refused(RefusalKind.MayNotSpeakFor, () =>
            world.Do(new AnswerInvitation(world.Ruta.Id, world.Tome.Id, made.PublicId, null, Answer.Declined, null, null))
        );
        await Refused(RefusalKind.NotFound, () =>
            world.Do(new AnswerInvitation(world.Ruta.Id, world.Ruta.Id, made.PublicId, null, Answer.Accepted, null, null))
        );
    }

    [Fact]
    public async Task A_refused_change_leaves_nothing_behind()
    {
        var before = await world.See(s => s.FindUsers("", [], 50).Count);
        await Refused(RefusalKind.AddressIsNone, () =>
            world.Do(
                new ArrangeMeeting(
                    world.Noor.Id,
                    world.Maren.Id,
                    "Half",
                    [
                        new Invited("new.person@somewhere.example", AttendeeRole.Required),
                        new Invited("not@an@address", AttendeeRole.Required),
                    ],
                    World.Timed("2027-03-16T12:00"),
                    null,
                    null,
                    null,
                    null
                )
            )
        );
        Assert.Equal(before, await world.See(s => s.FindUsers("", [], 50).Count));
        world.Advance(60);
        Assert.Equal(0, await world.SendDue());
    }

    [Fact]
    public async Task An_unknown_address_becomes_a_person_outside()
    {
        var made = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "New",
                [new Invited("New.Person@Somewhere.example", AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null
            )
        );
        var person = await world.See(s => s.UserByAddress("new.person@somewhere.example"));
        Assert.False(person!.Inside);
        Assert.Equal(person.Id, (await world.Entry(made.PublicId)).Participations.Single().Who);
    }

    [Fact]
    public async Task A_room_takes_the_first_and_refuses_the_second()
    {
        var first = await world.Arrange(with: [world.Tome, world.Gannet]);
        var second = await world.Arrange(with: [world.Tome, world.Gannet]);
        Assert.Equal(Answer.Accepted, (await world.Entry(first.PublicId)).Participations.Single(p => p.Who == world.Gannet.Id).Answer);
        Assert.Equal(Answer.Declined, (await world.Entry(second.PublicId)).Participations.Single(p => p.Who == world.Gannet.Id).Answer);
    }

    [Fact]
    public async Task Ten_who_ask_for_one_room_at_once_get_one_booking()
    {
        var made = await Task.WhenAll(Enumerable.Range(0, 10).Select(_ => Task.Run(() => world.Arrange(with: [world.Tome, world.Gannet]))));
        var answers = new List<Answer>();
        foreach (var one in made)
            answers.Add((await world.Entry(one.PublicId)).Participations.Single(p => p.Who == world.Gannet.Id).Answer);
        Assert.Single(answers, Answer.Accepted);
    }

    [Fact]
    public async Task Every_lane_concerned_is_announced_with_its_change_number()
    {
        world.Live.Changes.Clear();
        await world.Arrange();
        var calendars = await world.See(s => s.MainCalendars([world.Maren.Id, world.Tome.Id]));
        Assert.Equal(
            calendars.Values.Order(Comparer<CalendarId>.Create((a, b) => a.Value.CompareTo(b.Value))),
            world.Live.Changes.Select(c => c.Calendar).Order(Comparer<CalendarId>.Create((a, b) => a.Value.CompareTo(b.Value)))
        );
        Assert.All(world.Live.Changes, c => Assert.True(c.Number > 0));
    }

    [Fact]
    public async Task What_fails_on_the_line_stays_in_the_outbox_and_holds_up_nothing()
    {
        await world.Arrange(with: [world.Lakshmi, world.Tome]);
        world.Advance(10);
        world.Post.Broken = true;
        await Assert.ThrowsAsync<AggregateException>(world.SendDue);
        Assert.Single(world.Post.Notices);
        world.Post.Broken = false;
        // Not before a minute is over.
        Assert.Equal(0, await world.SendDue());
        world.Advance(60);
        Assert.Equal(1, await world.SendDue());
    }

    private Task<long> Answers(string entry, CalendarUser who, Answer answer) =>
        world.Do(new AnswerInvitation(who.Id, who.Id, entry, null, answer, null, null));

    private async Task<Received> ByMail(string entry, Answer answer, Stretch? proposed = null)
    {
        var meeting = await world.Entry(entry);
        return await world.TakesIn(
            SchedulingTexts.One(
                proposed is null ? "REPLY" : "COUNTER",
                meeting.Uid,
                meeting.Sequence,
                world.Now,
                world.Maren.Address,
                [(world.Lakshmi.Address, answer)],
                proposed
            ),
            world.Lakshmi.Address,
            world.Maren.Address
        );
    }

    private async Task<string?> Takes(CalendarUser lane, string entry, CalendarUser? viewer = null)
    {
        var lanes = await world.See(s =>
            new ReadLanes((viewer ?? world.Noor).Id, [lane.PublicId], new LocalDate(2027, 3, 16), LanesSpan.Day, world.Now).Run(s)
        );
        return lanes.Days[0].Lanes[0].Entries.SingleOrDefault(e => e.Id == entry)?.Takes;
    }

    private static async Task Refused(RefusalKind kind, Func<Task> act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind);
}
