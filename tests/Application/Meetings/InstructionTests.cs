using System.Collections.Immutable;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.Waiting;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Watch;

namespace Corlin.Application.Tests;

/// <summary>What Maren wants answered to invitations of one kind: proposed, and put into effect by itself where she said so.</summary>
public sealed class InstructionTests : IAsyncLifetime
{
    private static readonly InstructionCase WithBoard = new(WhoAsks.Anybody, [], AskedTime.Clashes, "board", null, null);
    private static readonly InstructionCase OfInside = new(WhoAsks.Inside, [], AskedTime.WithinHours, null, null, null);

    private World world = null!;
    private InstructionWorker worker = null!;
    private string board = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        worker = new InstructionWorker(world.Store, world.Gate);
        board = await Stands("Board meeting", "2027-03-11T12:00");
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task It_is_proposed_where_it_applies_followed_with_its_words_marked_in_the_history_and_counted()
    {
        var clashes = await Invite("Ferry operators", "2027-03-11T12:00");
        var fits = await Invite("Harbour dues", "2027-03-11T15:00");
        await Say(world.Noor, WithBoard, Answer.Declined, "Maren is in the board then.");
        var rows = (await Answers()).Rows;
        Assert.Empty(rows.Single(r => r.Entry == fits).Instructed);
        var proposed = Assert.Single(rows.Single(r => r.Entry == clashes).Instructed);
        Assert.Equal(
            ("Decline what anybody asks when it clashes with “board”", Answer.Declined, "Maren is in the board then.", false),
            (proposed.Words, proposed.Answer, proposed.Line, proposed.Differs)
        );
        var line = Assert.Single((await Said(world.Noor)).Lines);
        Assert.Equal(("said by you", null, false), (line.Said, line.Used, line.ByItself));
        Assert.Equal(["Ferry operators"], line.Open);

        var change = await world.Do(
            new AnswerInvitation(world.Noor.Id, world.Maren.Id, clashes, null, Answer.Declined, proposed.Line, null)
            {
                Instruction = proposed.Key,
            }
        );
        Assert.Equal((Answer.Declined, "Maren is in the board then.", world.Noor.Id), await Part(clashes));
        Assert.Equal("followed once, last 09:42", Assert.Single((await Said(world.Noor)).Lines).Used);
        var done = (await Past(world.Noor))[0];
        Assert.Contains("Standing instruction: Decline what anybody asks when it clashes with “board”", done.Details);
        Assert.False(done.ByInstruction);

        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Null(Assert.Single((await Said(world.Noor)).Lines).Used);
    }

    [Fact]
    public async Task Only_whose_it_is_says_that_it_is_answered_by_itself_and_who_changes_it_makes_it_a_proposal()
    {
        await Refused(RefusalKind.OnlyTheirOwnWord, () => Say(world.Noor, WithBoard, Answer.Declined, null, byItself: true));
        await Say(world.Maren, WithBoard, Answer.Declined, null, byItself: true);
        var key = Assert.Single((await Said(world.Maren)).Lines).Key;
        await Refused(RefusalKind.OnlyTheirOwnWord, () => Say(world.Noor, WithBoard, Answer.Declined, "No.", true, key));
        var change = await Say(world.Noor, WithBoard, Answer.Declined, "No.", false, key);
        Assert.False(Assert.Single((await Said(world.Noor)).Lines).ByItself);
        // What Maren said comes back with the undo, but that it is answered unseen only she can say.
        await world.Do(new UndoChange(world.Noor.Id, change));
        var back = Assert.Single((await Said(world.Noor)).Lines);
        Assert.Equal((false, null), (back.ByItself, back.Line));
        await Say(world.Maren, WithBoard, Answer.Declined, null, byItself: true, key);
        var ended = await world.Do(new EndInstruction(world.Maren.Id, world.Maren.Id, key));
        Assert.Empty((await Said(world.Noor)).Lines);
        await world.Do(new UndoChange(world.Maren.Id, ended));
        Assert.True(Assert.Single((await Said(world.Noor)).Lines).ByItself);
    }

    [Fact]
    public async Task By_itself_it_is_answered_once_nobody_can_take_back_what_was_sent_or_said_and_never_again_after_an_undo()
    {
        var clashes = await Invite("Ferry operators", "2027-03-11T12:00");
        world.Advance(60);
        await Say(world.Maren, WithBoard, Answer.Declined, "I am in the board then.", byItself: true);
        Assert.Equal(0, await Run());
        world.Advance(9);
        Assert.Equal(0, await Run());
        world.Advance(2);
        Assert.Equal(1, await Run());
        Assert.Equal((Answer.Declined, "I am in the board then.", world.Maren.Id), await Part(clashes));
        Assert.Equal(0, await Run());

        Assert.Equal("declined by a standing instruction of Maren, 09:43", Assert.Single((await Answers()).JustAnswered).Words);
        var done = (await Past(world.Noor))[0];
        Assert.True(done.ByInstruction);
        Assert.Contains("Standing instruction: Decline what anybody asks when it clashes with “board”", done.Details);
        // Nobody did it by hand: it is not what Maren takes back next.
        Assert.DoesNotContain(await world.See(s => s.ActsBy(world.Maren.Id, world.Now - NodaTime.Duration.FromHours(1), 20)), a =>
            a.Changes.Contains(done.Id)
        );

        var again = await Invite("Ferry operators again", "2027-03-11T12:15");
        Assert.Equal(0, await Run());
        world.Advance(11);
        Assert.Equal(1, await Run());
        Assert.Equal(Answer.Declined, (await Part(again)).Answer);

        await world.Do(
            new AnswerInvitation(world.Noor.Id, world.Maren.Id, clashes, null, Answer.Accepted, null, null) { AllTheSame = true }
        );
        world.Advance(60);
        Assert.Equal(0, await Run());
        Assert.Equal(Answer.Accepted, (await Part(clashes)).Answer);
    }

    [Fact]
    public async Task What_was_answered_by_itself_and_taken_back_is_for_a_person_to_answer()
    {
        var clashes = await Invite("Ferry operators", "2027-03-11T12:00");
        await Say(world.Maren, WithBoard, Answer.Declined, null, byItself: true);
        world.Advance(11);
        Assert.Equal(1, await Run());
        await world.Do(new UndoChange(world.Maren.Id, (await Past(world.Noor))[0].Id));
        Assert.Equal(Answer.None, (await Part(clashes)).Answer);
        world.Advance(3_700);
        Assert.Equal(0, await Run());
        Assert.Single((await Answers()).Rows.Single(r => r.Entry == clashes).Instructed);
    }

    [Fact]
    public async Task Neither_a_series_nor_what_two_say_differently_nor_a_private_title_is_answered_by_itself()
    {
        await Say(world.Maren, WithBoard, Answer.Declined, null, byItself: true);
        await Say(world.Maren, OfInside, Answer.Accepted, null, byItself: true);
        var series = await Invite("Harbour dues", "2027-03-12T15:00", Rule.Weekly(1));
        await Stands("Board of the clinic", "2027-03-15T12:00", isPrivate: true);
        var hidden = await Invite("Ferry operators", "2027-03-15T12:00");
        world.Advance(11);
        Assert.Equal(0, await Run());
        Assert.Equal(Answer.None, (await Part(series)).Answer);
        Assert.Equal(Answer.None, (await Part(hidden)).Answer);
        // The series is proposed all the same; of what is private nobody is told.
        Assert.Single((await Answers()).Rows.Single(r => r.Entry == series).Instructed);
        Assert.Empty((await Answers()).Rows.Single(r => r.Entry == hidden).Instructed);

        await Say(
            world.Noor,
            new InstructionCase(WhoAsks.These, [world.Ana.Id], AskedTime.Whenever, null, null, null),
            Answer.Declined,
            null
        );
        var apart = await Invite("Dredging", "2027-03-16T15:00");
        world.Advance(11);
        Assert.Equal(0, await Run());
        var said = (await Answers()).Rows.Single(r => r.Entry == apart).Instructed;
        Assert.Equal([Answer.Accepted, Answer.Declined], said.Select(i => i.Answer));
        Assert.All(said, i => Assert.True(i.Differs));
    }

    [Fact]
    public async Task What_is_changed_so_that_it_applies_is_answered_then_and_what_is_ended_is_not()
    {
        await Say(world.Maren, OfInside, Answer.Accepted, null, byItself: true);
        var meeting = await Invite("Ferry operators", "2027-03-11T12:00");
        world.Advance(11);
        Assert.Equal(0, await Run());
        var (stood, moved) = (World.Timed("2027-03-11T12:00"), World.Timed("2027-03-11T14:00"));
        await world.Do(
            new ChangeEntry(world.Noor.Id, board, null, Reach.All, new EntryEdit { Time = moved }, new EntryEdit { Time = stood })
        );
        Assert.Equal(1, await Run());
        Assert.Equal((Answer.Accepted, null, world.Maren.Id), await Part(meeting));

        await world.Do(new EndInstruction(world.Noor.Id, world.Maren.Id, Assert.Single((await Said(world.Noor)).Lines).Key));
        var later = await Invite("Dredging", "2027-03-16T15:00");
        world.Advance(11);
        Assert.Equal(0, await Run());
        Assert.Equal(Answer.None, (await Part(later)).Answer);
    }

    [Fact]
    public async Task Nobody_says_or_reads_any_who_does_not_speak_for_whose_they_are()
    {
        await Say(world.Noor, WithBoard, Answer.Declined, null);
        var key = Assert.Single((await Said(world.Noor)).Lines).Key;
        foreach (var other in new[] { world.Tome, world.Ana, world.Administrator })
        {
            await Refused(RefusalKind.MayNotSpeakFor, () => Say(other, WithBoard, Answer.Declined, null));
            await Refused(RefusalKind.MayNotSpeakFor, () => world.Do(new EndInstruction(other.Id, world.Maren.Id, key)));
            Assert.Empty((await Said(other)).Lines);
        }

        await Refused(RefusalKind.NotFound, () => world.Do(new EndInstruction(world.Maren.Id, world.Maren.Id, "nothing")));
        await Refused(RefusalKind.InstructionAboutNothing, () =>
            Say(world.Noor, WithBoard with { ClashTitle = "?" }, Answer.Declined, null)
        );
        await Refused(RefusalKind.ChangedSince, async () =>
            await world.Do(
                new AnswerInvitation(
                    world.Noor.Id,
                    world.Maren.Id,
                    await Invite("Ferry operators", "2027-03-11T12:00"),
                    null,
                    Answer.Accepted,
                    null,
                    null
                )
                {
                    Instruction = key,
                }
            )
        );
    }

    private Task<long> Say(
        CalendarUser by,
        InstructionCase about,
        Answer answer,
        string? words,
        bool byItself = false,
        string? key = null
    ) => world.Do(new SayInstruction(by.Id, world.Maren.Id, key, about, answer, words, byItself));

    private Task<int> Run() => worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken);

    private Task<AnswersView> Answers() => world.See(new ReadAnswers(world.Noor.Id, world.Now).Run);

    private Task<InstructionsView> Said(CalendarUser by) => world.See(new ReadInstructions(by.Id, world.Now).Run);

    private async Task<IReadOnlyList<HistoryRowView>> Past(CalendarUser by) =>
        (await world.See(new ReadHistory(by.Id, world.Maren.PublicId, null, null, null, null, null, world.Now).Run))!.Rows;

    private async Task<(Answer Answer, string? Comment, UserId? By)> Part(string entry)
    {
        var part = Agreement.Of(await world.Entry(entry), world.Maren.Id, null)!;
        return (part.Answer, part.Comment, part.AnsweredBy);
    }

    private async Task<string> Stands(string title, string start, bool isPrivate = false) =>
        (await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, title, World.Timed(start), null, Private: isPrivate))).PublicId;

    private async Task<string> Invite(string title, string start, Rule? rule = null) =>
        (
            await world.Do(
                new ArrangeMeeting(
                    world.Ana.Id,
                    world.Ana.Id,
                    title,
                    [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                    World.Timed(start),
                    null,
                    "https://meet.ebbline.example/2",
                    null,
                    null,
                    Rule: rule
                )
            )
        ).PublicId;

    private static async Task Refused(RefusalKind kind, Func<Task> act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind);
}
