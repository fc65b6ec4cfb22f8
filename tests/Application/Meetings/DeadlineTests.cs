using Corlin.Application.Access;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.Waiting;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>A deadline for answers, told and acted upon as it was said; and all who are silent reminded in one go.</summary>
public sealed class DeadlineTests : IAsyncLifetime
{
    private World world = null!;
    private string meeting = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        meeting = (await world.Arrange("2027-03-16T12:00", with: [world.Tome, world.Lakshmi])).PublicId;
        world.Advance(60);
        await world.SendDue();
        world.Post.Letters.Clear();
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task Said_while_arranging_it_is_told_with_the_invitation_and_stands_inside_with_a_reminder()
    {
        var at = Instant.FromUtc(2027, 3, 10, 12, 0);
        var made = await world.Do(Arranging() with { Deadline = new DeadlineWish(at, AfterDeadline.GoesOn) });
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(
            "Please answer by Wednesday 10 March, 12:00 in Lisbon (17:30 in Kolkata); after that it goes ahead without those who have not accepted.",
            world.Post.Mail.Last(m => m.To.Address == world.Lakshmi.Address).AnswerBy
        );
        async Task<AnswerRow> Asked() =>
            (await world.See(new ReadAnswers(world.Tome.Id, world.Now).Run)).Rows.Single(r => r.Entry == made.PublicId);
        var row = await Asked();
        Assert.Equal("A reply is wanted by Wednesday 12:00; after that it goes ahead without those who have not accepted.", row.AnswerBy);
        Assert.Equal((at.ToUnixTimeMilliseconds(), null), (row.Decision, row.Reminded));

        await world.Do(new RemindSilent(world.Noor.Id, [new MeetingAt(made.PublicId, null)], null, Again: false));
        Assert.Equal("Reminded today 09:43.", (await Asked()).Reminded);
        var desk = await world.See(new ReadDesk(world.Tome.Id, world.Now).Run);
        Assert.Contains("; reply wanted by Wednesday 12:00; reminded today 09:43", desk.Queue.Single(r => r.Entry == made.PublicId).Text);

        world.Clock.StopAt(at);
        Assert.Equal(1, await Run());
        Assert.True(Agreement.IsAgreed(await world.Entry(made.PublicId), null));
    }

    [Fact]
    public async Task By_whose_clock_it_is_told_is_said_where_the_reader_has_another_or_none_that_is_known()
    {
        var near = await world.Add("Jo Hale", "Europe/London", inside: false);
        var arranging = Arranging() with
        {
            Deadline = new DeadlineWish(Instant.FromUtc(2027, 3, 10, 23, 30), AfterDeadline.Told),
            Invited =
            [
                new Invited(near.PublicId, AttendeeRole.Required),
                new Invited(world.Lakshmi.PublicId, AttendeeRole.Required),
                new Invited("bela@tides.example", AttendeeRole.Required),
            ],
        };
        await world.Do(arranging);
        world.Advance(11);
        await world.SendDue();
        string? Told(string address) => world.Post.Mail.Last(m => m.To.Address == address).AnswerBy;
        Assert.Equal("Please answer by Wednesday 10 March, 23:30.", Told(near.Address));
        Assert.Equal(
            "Please answer by Wednesday 10 March, 23:30 in Lisbon (Thursday 11 March, 05:00 in Kolkata).",
            Told(world.Lakshmi.Address)
        );
        Assert.Equal("Please answer by Wednesday 10 March, 23:30 in Lisbon.", Told("bela@tides.example"));
    }

    [Fact]
    public async Task Taken_back_the_arranging_takes_the_deadline_along_and_one_that_makes_no_sense_sends_nothing()
    {
        var start = Instant.FromUtc(2027, 3, 17, 12, 0);
        var made = await world.Do(Arranging() with { Deadline = new DeadlineWish(start - Duration.FromDays(1), AfterDeadline.Cancelled) });
        await world.Do(new UndoChange(world.Noor.Id, made.Change));
        world.Clock.StopAt(start - Duration.FromHours(20));
        Assert.Equal(0, await Run());
        async Task<RefusalKind> Refused(ArrangeMeeting meeting) =>
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(meeting))).Refusal.Kind;
        Assert.Equal(RefusalKind.DeadlineTooLate, await Refused(Arranging() with { Deadline = new(start, AfterDeadline.Told) }));
        Assert.Equal(RefusalKind.InThePast, await Refused(Arranging() with { Deadline = new(world.Now, AfterDeadline.Told) }));
        Assert.Equal(
            RefusalKind.BadInput,
            await Refused(Arranging() with { Deadline = new(start - Duration.FromHours(2), AfterDeadline.Told), AnswersWanted = false })
        );
        world.Advance(60);
        Assert.Equal(0, await world.SendDue());
    }

    private ArrangeMeeting Arranging() =>
        new(
            world.Noor.Id,
            world.Maren.Id,
            "Canary title",
            [new Invited(world.Tome.PublicId, AttendeeRole.Required), new Invited(world.Lakshmi.PublicId, AttendeeRole.Required)],
            World.Timed("2027-03-17T12:00"),
            null,
            null,
            null,
            null
        );

    [Theory]
    [InlineData(AfterDeadline.Told, "Please answer by Monday 8 March, 12:00 in Lisbon.", ChaseGroup.Decision)]
    [InlineData(
        AfterDeadline.GoesOn,
        "Please answer by Monday 8 March, 12:00 in Lisbon; after that it goes ahead without those who have not accepted.",
        ChaseGroup.Nothing
    )]
    [InlineData(
        AfterDeadline.Cancelled,
        "Please answer by Monday 8 March, 12:00 in Lisbon; where somebody who must come has not accepted by then, it is cancelled.",
        null
    )]
    public async Task It_is_told_to_the_silent_and_done_when_it_passes(AfterDeadline then, string words, ChaseGroup? group)
    {
        await Answers(world.Tome, Answer.Accepted);
        await Set(then, tell: true);
        Assert.Equal(0, await Run());
        world.Advance(11);
        await world.SendDue();
        var letter = Assert.Single(world.Post.Letters);
        Assert.Equal(world.Lakshmi.Address, letter.To.Address);
        Assert.Contains(words, letter.Text, StringComparison.Ordinal);
        Assert.StartsWith("answers by today 12:00, then ", (await Row())!.Deadline!.Words, StringComparison.Ordinal);

        world.Clock.StopAt(Instant.FromUtc(2027, 3, 8, 12, 0));
        Assert.Equal(then == AfterDeadline.Told ? 0 : 1, await Run());
        Assert.Equal(0, await Run());
        Assert.Equal(group, (await Row())?.Group);
        var stands = await world.Entry(meeting);
        Assert.Equal(then == AfterDeadline.Cancelled ? MeetingStatus.Cancelled : MeetingStatus.Sent, stands.Status);
        Assert.Equal(then == AfterDeadline.GoesOn, Agreement.IsAgreed(stands, null));
        if (then == AfterDeadline.Told)
        {
            Assert.Contains("the deadline for answers was today 12:00", (await Row())!.Reason, StringComparison.Ordinal);
            Assert.Contains((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Queue, r => r.Verb == "Chase");
        }
        else
        {
            var done = (
                await world.See(new ReadHistory(world.Noor.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run)
            )!.Rows[0];
            Assert.True(done.ByDeadline);
            Assert.Null(done.Act);
        }
    }

    [Fact]
    public async Task What_is_agreed_in_time_is_left_alone_and_what_was_ended_or_undone_is_not_done()
    {
        await Set(AfterDeadline.Cancelled);
        await Answers(world.Tome, Answer.Accepted);
        await Answers(world.Lakshmi, Answer.Accepted);
        Assert.Null((await Row())!.Deadline);
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 8, 13, 0));
        Assert.Equal(1, await Run());
        Assert.Equal(MeetingStatus.Sent, (await world.Entry(meeting)).Status);
        Assert.Equal(0, await Run());

        meeting = (await world.Arrange("2027-03-17T12:00", with: [world.Tome])).PublicId;
        var change = await Set(AfterDeadline.Cancelled, "2027-03-09T12:00", tell: true);
        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Null((await Row())!.Deadline);
        await Set(AfterDeadline.Cancelled, "2027-03-09T12:00");
        await Set(AfterDeadline.GoesOn, "2027-03-10T12:00");
        var ended = await world.Do(new EndDeadline(world.Noor.Id, meeting, null));
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 11, 12, 0));
        Assert.Equal(0, await Run());
        await world.Do(new UndoChange(world.Noor.Id, ended));
        Assert.Equal(1, await Run());
        Assert.True(Agreement.IsAgreed(await world.Entry(meeting), null));
        // Only the deadline that stands is acted upon, not the one before it.
        Assert.Equal(MeetingStatus.Sent, (await world.Entry(meeting)).Status);
    }

    [Fact]
    public async Task It_lies_ahead_and_before_the_meeting_and_only_who_organises_sets_it()
    {
        await Refused(RefusalKind.InThePast, () => Set(AfterDeadline.Told, "2027-03-08T09:00"));
        await Refused(RefusalKind.DeadlineTooLate, () => Set(AfterDeadline.Told, "2027-03-16T12:00"));
        await Refused(RefusalKind.BadInput, () => Set((AfterDeadline)7));
        await Refused(RefusalKind.NotFound, () => world.Do(new EndDeadline(world.Noor.Id, meeting, null)));
        foreach (var other in new[] { world.Tome, world.Ana })
            await Assert.ThrowsAsync<RefusedException>(() =>
                world.Do(new SetDeadline(other.Id, meeting, null, At("2027-03-09T12:00"), AfterDeadline.Cancelled, true))
            );
        await Answers(world.Tome, Answer.Accepted);
        await Answers(world.Lakshmi, Answer.Accepted);
        await Refused(RefusalKind.NothingToAsk, () => Set(AfterDeadline.Told));
    }

    [Fact]
    public async Task Who_set_it_and_speaks_for_nobody_any_more_leaves_it_to_the_organiser()
    {
        await Set(AfterDeadline.GoesOn);
        var grant = (await world.See(s => s.GrantsHeldBy(world.Noor.Id))).Single(g => g.Owner == world.Maren.Id);
        await world.Do(new WithdrawAccess(world.Maren.Id, grant.Id));
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 8, 13, 0));
        Assert.Equal(1, await Run());
        Assert.True(Agreement.IsAgreed(await world.Entry(meeting), null));
    }

    [Fact]
    public async Task All_who_are_silent_are_reminded_in_one_act_once_a_day_and_the_answered_are_not()
    {
        var second = (await world.Arrange("2027-03-17T12:00", with: [world.Tome, world.Ana])).PublicId;
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, meeting, null, Answer.Accepted, null, null));
        MeetingAt[] both = [new(meeting, null), new(second, null), new(second, null)];
        var changes = await world.Do(new RemindSilent(world.Noor.Id, both, "It is the yearly one.", false));
        Assert.Equal(2, changes.Count);
        world.Advance(11);
        world.Post.Letters.Clear();
        await world.SendDue();
        Assert.Equal(["Ana Brandão", "Lakshmi Rao", "Tomé Vidal"], world.Post.Letters.Select(l => l.To.Name).Order(StringComparer.Ordinal));
        Assert.All(world.Post.Letters, l => Assert.Contains("It is the yearly one.", l.Text, StringComparison.Ordinal));
        await Refused(RefusalKind.NoAttendee, () => world.Do(new RemindSilent(world.Noor.Id, both, null, false)));
        var rows = (await world.See(new ReadUnanswered(world.Noor.Id, world.Now).Run)).Rows;
        Assert.Equal(2, rows.Count);
        Assert.All(rows, r => Assert.Empty(r.Silent));
        Assert.Equal(["Lakshmi Rao"], rows[0].Today.Select(p => p.Name));

        // Meant again, and the next day without being asked.
        Assert.Equal(2, (await world.Do(new RemindSilent(world.Noor.Id, both, null, true))).Count);
        world.Advance(24 * 3600);
        Assert.Equal(2, (await world.Do(new RemindSilent(world.Noor.Id, both, null, false))).Count);
        await Refused(RefusalKind.BadInput, () => world.Do(new RemindSilent(world.Noor.Id, [], null, false)));
    }

    [Fact]
    public async Task Who_told_their_last_answer_is_called_and_written_to_only_where_it_is_meant()
    {
        await world.Do(new EnterAnswer(world.Noor.Id, meeting, world.Tome.PublicId, null, Answer.Accepted, null));
        var next = (await world.Arrange("2027-03-17T12:00", with: [world.Tome, world.Ana])).PublicId;
        var row = (await world.See(new ReadUnanswered(world.Noor.Id, world.Now).Run)).Rows.Single(r => r.Entry == next);
        Assert.Equal(["Ana Brandão"], row.Silent.Select(p => p.Name));
        Assert.Equal(["Tomé Vidal"], row.ToCall.Select(c => c.Who.Name));
        world.Advance(11);
        await world.SendDue();
        world.Post.Letters.Clear();
        await world.Do(new RemindSilent(world.Noor.Id, [new(next, null)], null, false));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(["Ana Brandão"], world.Post.Letters.Select(l => l.To.Name));
        await world.Do(new RemindSilent(world.Noor.Id, [new(next, null)], null, false, ByMouth: true));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(["Ana Brandão", "Tomé Vidal"], world.Post.Letters.Select(l => l.To.Name));

        // Once they have answered on their own, they are written to again.
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, next, null, Answer.Accepted, null, null));
        var third = (await world.Arrange("2027-03-18T12:00", with: [world.Tome])).PublicId;
        row = (await world.See(new ReadUnanswered(world.Noor.Id, world.Now).Run)).Rows.Single(r => r.Entry == third);
        Assert.Equal((1, 0), (row.Silent.Count, row.ToCall.Count));
    }

    [Fact]
    public async Task One_meeting_that_is_not_theirs_reminds_nobody_of_any()
    {
        var anas = (
            await world.Do(
                new ArrangeMeeting(
                    world.Ana.Id,
                    world.Ana.Id,
                    "Hers",
                    [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                    World.Timed("2027-03-17T15:00"),
                    null,
                    null,
                    null,
                    null
                )
            )
        ).PublicId;
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(new RemindSilent(world.Noor.Id, [new(meeting, null), new(anas, null)], null, false))
        );
        world.Advance(11);
        world.Post.Letters.Clear();
        await world.SendDue();
        Assert.Empty(world.Post.Letters);
    }

    private async Task<ChaseRow?> Row() =>
        (await world.See(new ReadChase(world.Noor.Id, world.Now).Run)).Rows.FirstOrDefault(r => r.Entry == meeting);

    private Task<long> Set(AfterDeadline then, string at = "2027-03-08T12:00", bool tell = false) =>
        world.Do(new SetDeadline(world.Noor.Id, meeting, null, At(at), then, tell));

    private static Instant At(string text) =>
        World.Timed(text).LocalStart.InZoneLeniently(DateTimeZoneProviders.Tzdb["Europe/Lisbon"]).ToInstant();

    private Task Answers(CalendarUser who, Answer answer) =>
        world.Do(new EnterAnswer(world.Noor.Id, meeting, who.PublicId, null, answer, null));

    private Task<int> Run() => new DeadlineWorker(world.Store, world.Gate).RunDueAsync(world.Now, TestContext.Current.CancellationToken);

    private static async Task Refused(RefusalKind kind, Func<Task> act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind);
}
