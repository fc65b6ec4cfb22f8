using Corlin.Application.Access;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What somebody does in one act is done and taken back as one.</summary>
public class ActTests
{
    private static async Task<(string OfMaren, string OfTome)> TwoAsync(World world)
    {
        await world.Grant(world.Tome, world.Noor, Sight.Everything, Acting.SpeakFor);
        async Task<string> Add(CalendarUser owner) =>
            (await world.Do(new AddAppointment(world.Noor.Id, owner.Id, "Yard", World.Timed("2027-03-16T09:00"), null))).PublicId;
        return (await Add(world.Maren), await Add(world.Tome));
    }

    private static MarkChosen Chosen(World world, string ofMaren, string ofTome) =>
        new(world.Noor.Id, [new ChosenOnLane(world.Maren.Id, [ofMaren]), new ChosenOnLane(world.Tome.Id, [ofTome])], "Yard");

    private static async Task<int> MarkedAsync(World world, params string[] entries)
    {
        var count = 0;
        foreach (var entry in entries)
            count += (await world.Entry(entry)).Marks.Length;
        return count;
    }

    [Fact]
    public async Task What_was_chosen_on_two_lanes_is_taken_back_as_one()
    {
        await using var world = await World.MakeAsync();
        var (one, other) = await TwoAsync(world);
        var changes = await world.Do(Chosen(world, one, other));
        Assert.Equal(2, await MarkedAsync(world, one, other));
        var undone = await world.Do(new UndoAct(world.Noor.Id, changes));
        Assert.Equal(0, await MarkedAsync(world, one, other));
        await world.Do(new UndoAct(world.Noor.Id, undone));
        Assert.Equal(2, await MarkedAsync(world, one, other));
    }

    [Fact]
    public async Task Where_one_part_cannot_be_taken_back_none_is()
    {
        await using var world = await World.MakeAsync();
        var (one, other) = await TwoAsync(world);
        var changes = await world.Do(Chosen(world, one, other));
        await world.Do(new MarkEntries(world.Maren.Id, world.Maren.Id, [one], ""));
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoAct(world.Noor.Id, changes)));
        Assert.Equal(1, await MarkedAsync(world, one, other));
    }

    [Fact]
    public async Task Where_one_of_the_chosen_may_not_be_marked_none_is()
    {
        await using var world = await World.MakeAsync();
        var (one, other) = await TwoAsync(world);
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(Chosen(world, one, other) with { Actor = world.Maren.Id }));
        Assert.Equal(0, await MarkedAsync(world, one, other));
    }

    private static Task<ActsView> Acts(World world, CalendarUser who) => world.See(new ReadActs(who.Id, world.Now).Run);

    private static Task<AddedAppointment> Add(World world, string title) =>
        world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, title, World.Timed("2027-03-16T09:00"), null));

    [Fact]
    public async Task What_undo_and_redo_do_is_known_to_the_server_in_the_order_of_what_was_done()
    {
        await using var world = await World.MakeAsync();
        await Add(world, "One");
        await Add(world, "Two");
        async Task<string> Undo()
        {
            var act = (await Acts(world, world.Noor)).Undo!;
            await world.Do(new UndoAct(world.Noor.Id, act.Changes));
            return act.Words;
        }

        async Task<string> Redo()
        {
            var act = (await Acts(world, world.Noor)).Redo!;
            await world.Do(new UndoAct(world.Noor.Id, act.Changes));
            return act.Words;
        }

        Assert.Null((await Acts(world, world.Noor)).Redo);
        Assert.Equal("entered “Two”", await Undo());
        Assert.Equal("entered “One”", await Undo());
        Assert.Equal("entered “One”", await Redo());
        Assert.Equal("entered “Two”", await Redo());
        Assert.Null((await Acts(world, world.Noor)).Redo);
        Assert.Equal("entered “Two”", await Undo());
        await Add(world, "Three");
        Assert.Null((await Acts(world, world.Noor)).Redo);
        Assert.Equal("entered “Three”", await Undo());
        Assert.Equal("entered “One”", await Undo());
    }

    [Fact]
    public async Task Nobody_is_offered_what_others_did_nor_what_is_long_ago()
    {
        await using var world = await World.MakeAsync();
        var added = await Add(world, "One");
        Assert.NotEqual("entered “One”", (await Acts(world, world.Maren)).Undo?.Words);
        Assert.Equal(
            RefusalKind.NotFound,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new TurnChangeBack(world.Maren.Id, added.Change)))).Refusal.Kind
        );
        world.Advance(25 * 60 * 60);
        Assert.Null((await Acts(world, world.Noor)).Undo);
        // From the history it is taken back for as long as it stands so.
        var row = (
            await world.See(new ReadHistory(world.Noor.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run)
        ).Rows.First(r => r.Words == "entered “One”");
        Assert.Equal([added.Change], row.Act!);
        Assert.All(
            (
                await world.See(new ReadHistory(world.Maren.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run)
            ).Rows.Where(r => r.By.Id == world.Noor.PublicId),
            r => Assert.Null(r.Act)
        );
    }

    /// <summary>What is left of an undo of thousands that a stop broke off.</summary>
    private sealed record BegunUndo(UserId Actor, UserId InNameOf) : IChange<long>
    {
        public long Apply(IChangeSession session) => session.Begin(ChangeKind.Undone, Actor, InNameOf, null);
    }

    [Fact]
    public async Task An_undo_that_stopped_half_way_is_told_and_offered_by_nothing()
    {
        await using var world = await World.MakeAsync();
        await Add(world, "One");
        await world.Do(new BegunUndo(world.Noor.Id, world.Maren.Id));
        Assert.Equal("entered “One”", (await Acts(world, world.Noor)).Undo!.Words);
        Assert.Null((await Acts(world, world.Noor)).Redo);
        var row = (await world.See(new ReadHistory(world.Noor.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run)).Rows[
            0
        ];
        Assert.Equal("began to take back", row.Words);
    }

    [Fact]
    public async Task One_act_on_two_lanes_is_offered_as_one_from_either_row()
    {
        await using var world = await World.MakeAsync();
        var (one, other) = await TwoAsync(world);
        var changes = await world.Do(Chosen(world, one, other));
        Assert.Equal(changes, (await Acts(world, world.Noor)).Undo!.Changes);
        foreach (var lane in new[] { world.Maren, world.Tome })
            Assert.Equal(
                changes,
                (await world.See(new ReadHistory(world.Noor.Id, lane.PublicId, null, null, null, null, null, world.Now).Run)).Rows[0].Act!
            );
        await world.Do(new MarkEntries(world.Maren.Id, world.Maren.Id, [one], ""));
        Assert.NotNull((await Acts(world, world.Noor)).Undo!.WhyNot);
    }

    [Fact]
    public async Task What_was_moved_and_told_goes_back_in_words_and_everyone_is_told()
    {
        await using var world = await World.MakeAsync();
        var meeting = await world.Arrange();
        world.Advance(30);
        await world.SendDue();
        var sent = (await Acts(world, world.Noor)).Undo!;
        Assert.NotNull(sent.WhyNot);
        Assert.Null(sent.Back);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                meeting.PublicId,
                null,
                Reach.All,
                new EntryEdit { Time = World.Timed("2027-03-17T15:00") },
                new EntryEdit()
            )
        );
        Assert.Null((await Acts(world, world.Noor)).Undo!.WhyNot);
        world.Advance(30);
        await world.SendDue();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, meeting.PublicId, null, Answer.Accepted, null, null));
        var back = (await Acts(world, world.Noor)).Undo!.Back!;
        Assert.Equal("Move it back to Tuesday 16 March, 12:00 to 12:45 and notify 2", back.Words);
        var (moved, told) = (await world.Entry(meeting.PublicId), world.Post.Notices.Count);
        await world.Do(new TurnChangeBack(world.Noor.Id, back.Change));
        var stands = await world.Entry(meeting.PublicId);
        Assert.Equal(("2027-03-16T12:00:00", moved.Sequence + 1), (stands.Time.LocalStart.ToString("s", null), stands.Sequence));
        Assert.All(stands.Participations, p => Assert.Equal(Answer.None, p.Answer));
        world.Advance(30);
        await world.SendDue();
        Assert.Contains(world.Post.Notices.Skip(told), n => n.To == world.Tome.Address);
        // It went back; from the same change it does not go back again.
        Assert.Equal(
            RefusalKind.ChangedSince,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new TurnChangeBack(world.Noor.Id, back.Change)))).Refusal.Kind
        );
    }

    [Fact]
    public async Task Who_was_asked_in_place_of_another_goes_and_the_other_is_asked_again()
    {
        await using var world = await World.MakeAsync();
        var id = (await world.Arrange(with: [world.Tome, world.Lakshmi])).PublicId;
        world.Advance(30);
        await world.SendDue();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, id, null, Answer.Accepted, null, null));
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                id,
                null,
                Reach.All,
                new EntryEdit(),
                new EntryEdit(),
                Asking: new Asking([new Invited(world.Ana.PublicId, AttendeeRole.Required)], [world.Lakshmi.PublicId])
            )
        );
        world.Advance(30);
        await world.SendDue();
        var back = (await Acts(world, world.Noor)).Undo!.Back!;
        Assert.Equal("Invite Lakshmi again and remove Ana", back.Words);
        var told = world.Post.Notices.Count;
        await world.Do(new TurnChangeBack(world.Noor.Id, back.Change));
        var stands = await world.Entry(id);
        Assert.Equal(new HashSet<UserId> { world.Tome.Id, world.Lakshmi.Id }, stands.Participations.Select(p => p.Who).ToHashSet());
        Assert.Equal(Answer.Accepted, Agreement.Of(stands, world.Tome.Id, null)!.Answer);
        world.Advance(30);
        await world.SendDue();
        Assert.Contains(world.Post.Notices.Skip(told), n => n.To == world.Ana.Address);
        Assert.DoesNotContain(world.Post.Notices.Skip(told), n => n.To == world.Tome.Address);
    }

    [Fact]
    public async Task A_series_that_was_moved_from_one_on_is_one_series_again_and_everyone_is_told_of_both()
    {
        await using var world = await World.MakeAsync();
        var id = (
            await world.Do(
                new ArrangeMeeting(
                    world.Noor.Id,
                    world.Maren.Id,
                    "Steering group",
                    [new Invited(world.Tome.PublicId, AttendeeRole.Required), new Invited(world.Lakshmi.PublicId, AttendeeRole.Required)],
                    World.Timed("2027-03-16T12:00"),
                    null,
                    null,
                    null,
                    null,
                    false,
                    Rule.Parse("FREQ=WEEKLY;COUNT=5")
                )
            )
        ).PublicId;
        world.Advance(30);
        await world.SendDue();
        var third = new LocalDateTime(2027, 3, 30, 12, 0);
        var made = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                id,
                third,
                Reach.FromHereOn,
                new EntryEdit { Time = World.Timed("2027-03-30T15:00") },
                new EntryEdit()
            )
        );
        Assert.Null((await Acts(world, world.Noor)).Undo!.WhyNot);
        world.Advance(30);
        await world.SendDue();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.Entry, null, Answer.Accepted, null, null));
        var back = (await Acts(world, world.Noor)).Undo!.Back!;
        Assert.Equal("Make it one series again as it was and notify 2", back.Words);
        var (mails, told) = (world.Post.Mail.Count, world.Post.Notices.Count);
        await world.Do(new TurnChangeBack(world.Noor.Id, back.Change));
        Assert.NotNull(Occurrences.Find(await world.Entry(id), third, world.Maren.HomeZone));
        Assert.Equal(MeetingStatus.Cancelled, (await world.Entry(made.Entry)).Status);
        world.Advance(30);
        await world.SendDue();
        Assert.Equal(
            [EffectKind.Changed, EffectKind.Cancelled],
            world.Post.Notices.Skip(told).Where(n => n.To == world.Tome.Address).Select(n => n.Kind).Order()
        );
        // Outside the new one is cancelled and the old one goes on, with a higher sequence than the one that ended it.
        var outside = world.Post.Mail.Skip(mails).Where(m => m.To.Address == world.Lakshmi.Address).OrderBy(m => m.Method).ToList();
        Assert.Equal([SchedulingMethod.Request, SchedulingMethod.Cancel], outside.Select(m => m.Method));
        Assert.Equal(
            RefusalKind.ChangedSince,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new TurnChangeBack(world.Noor.Id, back.Change)))).Refusal.Kind
        );
    }

    [Fact]
    public async Task What_is_tied_to_a_series_that_was_cut_noted_of_it_or_laid_with_it_is_there_when_it_is_one_series_again()
    {
        await using var world = await World.MakeAsync();
        var id = (
            await world.Do(
                new ArrangeMeeting(
                    world.Noor.Id,
                    world.Maren.Id,
                    "Steering group",
                    [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                    World.Timed("2027-03-16T12:00"),
                    null,
                    null,
                    null,
                    null,
                    false,
                    Rule.Parse("FREQ=WEEKLY;COUNT=5")
                )
            )
        ).PublicId;
        var fourth = new LocalDateTime(2027, 4, 6, 12, 0);
        Task<AddedAppointment> Tie(string to, LocalDateTime? which, TieKind kind) =>
            world.Do(new TieEntry(world.Noor.Id, world.Maren.Id, to, which, kind, Duration.FromMinutes(45), Duration.FromMinutes(30)));
        var whole = (await Tie(id, null, TieKind.Preparation)).PublicId;
        var one = (await Tie(id, fourth, TieKind.Debrief)).PublicId;
        world.Advance(30);
        await world.SendDue();
        var made = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                id,
                new LocalDateTime(2027, 3, 30, 12, 0),
                Reach.FromHereOn,
                new EntryEdit { Time = World.Timed("2027-03-30T15:00") },
                new EntryEdit()
            )
        );
        await world.Do(
            new KeepNotes(
                world.Noor.Id,
                new NotesAt(made.Entry, new LocalDateTime(2027, 4, 6, 15, 0), world.Maren.Id),
                0,
                new Core.Words.RichText("The lease is signed", null),
                []
            )
        );
        await world.Do(new AddPaper(world.Noor.Id, made.Entry, new NewPaper("Lease.pdf", "application/pdf", 5, new string('a', 64))));
        world.Advance(30);
        await world.SendDue();
        var back = (await world.See(new ReadHistory(world.Noor.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run))
            .Rows.Single(r => r.Back is not null)
            .Back!;
        await world.Do(new TurnChangeBack(world.Noor.Id, back.Change));
        var stands = await world.Entry(id);
        var tied = (await world.See(s => s.TiedTo([stands.Id], 10)))
            .Where(t => t.Status == MeetingStatus.Sent)
            .ToDictionary(t => t.PublicId);
        Assert.Equal(2, tied.Count);
        Assert.Equal("FREQ=WEEKLY;COUNT=5", tied[whole].Rule?.ToString());
        Assert.Equal(new LocalDateTime(2027, 4, 6, 13, 30), tied[one].Time.LocalStart);
        Assert.Equal(fourth, (await world.See(s => s.NotesOf([stands.Id], 10))).Single().RecurrenceId);
        Assert.Equal("Lease.pdf", (await world.See(s => s.Papers([stands.Id]))).Single().Name);
        // The preparation that was there for the one that is no more is gone with it.
        var begun = await world.Entry(made.Entry);
        Assert.Equal(MeetingStatus.Cancelled, Assert.Single(await world.See(s => s.TiedTo([begun.Id], 10))).Status);
    }

    [Fact]
    public async Task An_occurrence_that_was_cancelled_takes_place_after_all()
    {
        await using var world = await World.MakeAsync();
        var id = (
            await world.Do(
                new ArrangeMeeting(
                    world.Noor.Id,
                    world.Maren.Id,
                    "Steering group",
                    [new Invited(world.Tome.PublicId, AttendeeRole.Required), new Invited(world.Gannet.PublicId, AttendeeRole.Resource)],
                    World.Timed("2027-03-16T12:00"),
                    "Gannet",
                    null,
                    null,
                    null,
                    false,
                    Rule.Parse("FREQ=WEEKLY;COUNT=5")
                )
            )
        ).PublicId;
        world.Advance(30);
        await world.SendDue();
        var second = new LocalDateTime(2027, 3, 23, 12, 0);
        var change = await world.Do(new CancelEntry(world.Noor.Id, id, second, Reach.ThisOne, "Ship is late"));
        world.Advance(30);
        await world.SendDue();
        var row = (await world.See(new ReadHistory(world.Noor.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run)).Rows[
            0
        ];
        Assert.Equal((change, "Reinstate it on Tuesday 23 March, 12:00 to 12:45 and invite 1 again"), (row.Back!.Change, row.Back.Words));
        await world.Do(new TurnChangeBack(world.Noor.Id, change));
        var stands = await world.Entry(id);
        Assert.NotNull(Occurrences.Find(stands, second, world.Maren.HomeZone));
        Assert.Equal(Answer.Accepted, Agreement.Of(stands, world.Gannet.Id, second)!.Answer);
        Assert.Equal(Answer.None, Agreement.Of(stands, world.Tome.Id, second)!.Answer);
        // The others are neither asked anew nor moved.
        Assert.Equal(2, stands.Participations.Count(p => p.RecurrenceId == second));
    }

    [Fact]
    public async Task Of_two_changes_of_one_thing_both_are_taken_back_and_both_done_again()
    {
        await using var world = await World.MakeAsync();
        async Task<string> Held() =>
            string.Join(
                ", ",
                (await world.See(s => s.GrantsOn([world.Maren.Id], world.Ana.Id)))[world.Maren.Id]
                    .Where(g => g.Receiver == world.Ana.Id)
                    .Select(g => g.Terms.Sight)
            );
        async Task<long> Grant() =>
            (await world.See(s => s.GrantsOn([world.Maren.Id], world.Ana.Id)))[world.Maren.Id].Single(g => g.Receiver == world.Ana.Id).Id;
        var given = await world.Grant(world.Maren, world.Ana, Sight.Outline, Acting.Look);
        var changed = await world.Do(new ChangeAccess(world.Maren.Id, await Grant(), new AccessTerms(Sight.Headlines, Acting.Look)));
        // While the later change stands the first is not taken back under it.
        await Refused(world, given);
        var undoLater = await world.Do(new UndoChange(world.Maren.Id, changed));
        var undoFirst = await world.Do(new UndoChange(world.Maren.Id, given));
        Assert.Equal("", await Held());
        await world.Do(new UndoChange(world.Maren.Id, undoFirst));
        Assert.Equal("Outline", await Held());
        var again = await world.Do(new UndoChange(world.Maren.Id, undoLater));
        Assert.Equal("Headlines", await Held());
        await world.Do(new UndoChange(world.Maren.Id, again));
        Assert.Equal("Outline", await Held());
    }

    [Fact]
    public async Task No_go_weeks_that_were_opened_and_brought_back_are_taken_back_and_not_only_said_to_be()
    {
        await using var world = await World.MakeAsync();
        async Task<IReadOnlyList<Core.Whereabouts.NoGo>> Kept() =>
            (await world.See(s => s.NoGoWeeks([world.Maren.Id], new LocalDate(2027, 1, 1), new LocalDate(2027, 12, 31))));
        var kept = await world.Do(new KeepNoGo(world.Maren.Id, world.Maren.Id, new LocalDate(2027, 4, 12), 1, "Board"));
        var opened = await world.Do(new OpenNoGo(world.Maren.Id, world.Maren.Id, (await Kept()).Single().Id));
        await Refused(world, kept);
        await world.Do(new UndoChange(world.Maren.Id, opened));
        Assert.Single(await Kept());
        await world.Do(new UndoChange(world.Maren.Id, kept));
        Assert.Empty(await Kept());
    }

    private static async Task Refused(World world, long change) =>
        Assert.Equal(
            RefusalKind.ChangedSince,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Maren.Id, change)))).Refusal.Kind
        );
}
