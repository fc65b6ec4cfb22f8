using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.Waiting;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>What Noor asks Maren: it stands on Maren's own page, and what she says is done and told.</summary>
public sealed class QuestionTests : IAsyncLifetime
{
    private World world = null!;
    private string meeting = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        meeting = await Invite(false);
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Theory]
    [InlineData(QuestionReply.Yes, Answer.Accepted, "Maren says yes to “Ferry operators”, 09:42.")]
    [InlineData(QuestionReply.No, Answer.Declined, "Maren says no to “Ferry operators”, 09:42.")]
    public async Task Yes_and_no_are_put_into_effect_told_and_undone(QuestionReply reply, Answer answer, string words)
    {
        await Ask("Shall you go?");
        var question = Assert.Single((await Mine()).Questions);
        Assert.Equal(
            ("Ana Brandão asks you to Ferry operators", "Thursday 12:00 for 45 minutes", "Fits", "Shall you go?", "asked 09:42"),
            (question.Asks, question.When, question.Judgement, question.Line, question.Since)
        );
        Assert.DoesNotContain((await Mine()).Asked, r => r.Entry == meeting);
        Assert.Equal("Maren was asked 09:42, no reply yet.", Assert.Single((await Answers()).Rows).Asked);

        var changes = await Reply(reply, "Gladly.");
        Assert.Equal((answer, "Gladly.", world.Maren.Id), await Part());
        Assert.Empty((await Mine()).Questions);
        var told = Assert.Single((await Answers()).Replies);
        Assert.Equal((words, "Gladly."), (told.Words, told.Note));
        Assert.Single((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Replies);

        await world.Do(new UndoAct(world.Maren.Id, changes));
        Assert.Equal(Answer.None, (await Part()).Answer);
        Assert.Single((await Mine()).Questions);
        Assert.Empty((await Answers()).Replies);

        await Reply(reply, null);
        await world.Do(new EndQuestion(world.Noor.Id, world.Maren.Id, meeting, null));
        Assert.Empty((await Answers()).Replies);
        Assert.Equal(answer, (await Part()).Answer);
    }

    [Fact]
    public async Task Later_comes_back_the_next_day_and_your_call_goes_back_to_who_asked()
    {
        await Ask(null);
        await Reply(QuestionReply.Later, null);
        Assert.Empty((await Mine()).Questions);
        Assert.Equal("Maren was asked, and decides later.", Assert.Single((await Answers()).Rows).Asked);
        // What was put off is still hers to answer.
        Assert.Contains((await Mine()).Asked, r => r.Entry == meeting);
        world.Advance(24 * 3600);
        Assert.Equal("put off yesterday or before", Assert.Single((await Mine()).Questions).Since);
        await Reply(QuestionReply.YourCall, "Only if Ana is there.");
        Assert.Empty((await Mine()).Questions);
        Assert.Equal("Maren leaves it to you: “Only if Ana is there.”", Assert.Single((await Answers()).Rows).Asked);
        Assert.Equal(Answer.None, (await Part()).Answer);
    }

    [Fact]
    public async Task What_was_answered_meanwhile_is_asked_no_more_and_what_is_answered_is_not_asked()
    {
        await Ask(null);
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, meeting, null, Answer.Accepted, null, null));
        Assert.Empty((await Mine()).Questions);
        await Refused(RefusalKind.NothingToAsk, () => Ask(null));
    }

    [Fact]
    public async Task Only_who_speaks_for_somebody_asks_them_and_only_they_reply()
    {
        foreach (var other in new[] { world.Ana, world.Ruta })
            await Refused(RefusalKind.MayNotSpeakFor, () => world.Do(new AskPrincipal(other.Id, world.Maren.Id, meeting, null, null)));
        await Refused(RefusalKind.BadInput, () => world.Do(new AskPrincipal(world.Maren.Id, world.Maren.Id, meeting, null, null)));
        await Ask(null);
        foreach (var other in new[] { world.Noor, world.Ana, world.Ruta })
            await Refused(RefusalKind.NotFound, () => world.Do(new ReplyToQuestion(other.Id, meeting, null, QuestionReply.Yes, null)));
        Assert.Equal(Answer.None, (await Part()).Answer);
    }

    [Fact]
    public async Task What_is_private_is_asked_and_told_only_among_those_who_may_know_it()
    {
        var hidden = await Invite(true);
        await world.Grant(world.Maren, world.Tome, Sight.Everything, Acting.SpeakFor);
        await Refused(RefusalKind.NotFound, () => world.Do(new AskPrincipal(world.Tome.Id, world.Maren.Id, hidden, null, null)));
        await world.Do(new AskPrincipal(world.Noor.Id, world.Maren.Id, hidden, null, "The clinic"));
        await world.Do(new ReplyToQuestion(world.Maren.Id, hidden, null, QuestionReply.Yes, "Not a word."));
        Assert.Empty((await world.See(new ReadAnswers(world.Tome.Id, world.Now).Run)).Replies);
        await Refused(RefusalKind.NotFound, () => world.Do(new EndQuestion(world.Tome.Id, world.Maren.Id, hidden, null)));
        Assert.Single((await Answers()).Replies);
    }

    private Task<long> Ask(string? line) => world.Do(new AskPrincipal(world.Noor.Id, world.Maren.Id, meeting, null, line));

    private Task<IReadOnlyList<long>> Reply(QuestionReply reply, string? words) =>
        world.Do(new ReplyToQuestion(world.Maren.Id, meeting, null, reply, words));

    private Task<MineView> Mine() => world.See(new ReadMine(world.Maren.Id, world.Now).Run);

    private Task<AnswersView> Answers() => world.See(new ReadAnswers(world.Noor.Id, world.Now).Run);

    private async Task<(Answer Answer, string? Comment, UserId? By)> Part()
    {
        var part = Agreement.Of(await world.Entry(meeting), world.Maren.Id, null)!;
        return (part.Answer, part.Comment, part.AnsweredBy);
    }

    private static async Task Refused(RefusalKind kind, Func<Task> act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind);

    private async Task<string> Invite(bool isPrivate) =>
        (
            await world.Do(
                new ArrangeMeeting(
                    world.Ana.Id,
                    world.Ana.Id,
                    "Ferry operators",
                    [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                    World.Timed(isPrivate ? "2027-03-12T12:00" : "2027-03-11T12:00"),
                    null,
                    "https://meet.ebbline.example/2",
                    null,
                    null,
                    isPrivate
                )
            )
        ).PublicId;
}
