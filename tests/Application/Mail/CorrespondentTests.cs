using Corlin.Application.Calendars;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Simulation.Mail;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>The mail loop with its correspondents, driven by hand.</summary>
public sealed class CorrespondentTests : IAsyncLifetime
{
    private World world = null!;
    private MailFolder folder = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        folder = new MailFolder(Path.Combine(world.Folder, "simulation"));
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task Those_asked_answer_after_their_seconds_and_not_before()
    {
        var made = await world.Arrange();
        world.Advance(10);
        await Round();
        world.Advance(3);
        await Round();
        Assert.All((await world.Entry(made.PublicId)).Participations, p => Assert.Equal(Answer.None, p.Answer));
        world.Advance(2);
        await Round();
        var answers = (await world.Entry(made.PublicId)).Participations;
        Assert.Equal([Answer.Accepted, Answer.Tentative], answers.Select(p => p.Answer));
        Assert.Equal(Duration.FromMinutes(15), answers[1].Proposed!.Value.Start - Start);
    }

    [Fact]
    public async Task Asked_again_after_a_change_they_give_their_next_answer()
    {
        var made = await world.Arrange();
        await Until(20);
        await world.Do(new AcceptProposal(world.Noor.Id, made.PublicId, world.Lakshmi.PublicId, null));
        await Until(20);
        var moved = await world.Entry(made.PublicId);
        Assert.All(moved.Participations, p => Assert.Equal(Answer.Accepted, p.Answer));
        Assert.True(Agreement.IsAgreed(moved, null));
    }

    [Fact]
    public async Task What_they_mean_to_answer_outlives_the_process_and_is_answered_once()
    {
        var made = await world.Arrange();
        world.Advance(10);
        await Round();
        // Everything is made anew on the same folder, as after a restart.
        folder = new MailFolder(Path.Combine(world.Folder, "simulation"));
        await Until(20);
        await Until(20);
        Assert.Equal(1, (await world.Entry(made.PublicId)).Participations.Single(p => p.Who == world.Tome.Id).Version);
    }

    [Fact]
    public async Task The_same_message_handed_over_twice_is_delivered_once()
    {
        var made = await world.Arrange(with: [world.Lakshmi]);
        world.Advance(10);
        var due = (await world.Outbox.DueAsync(world.Now, 10, TestContext.Current.CancellationToken)).Single();
        var written = world.Post.Write(due.MessageId, due.Message.Mail!);
        await Loop().SendAsync(written, TestContext.Current.CancellationToken);
        await Loop().SendAsync(written, TestContext.Current.CancellationToken);
        Assert.Single(folder.Sent());
        await Until(20);
        Assert.Equal(1, (await world.Entry(made.PublicId)).Participations.Single(p => p.Who == world.Lakshmi.Id).Version);
        // As after a stop between the answer and the mark that it went out.
        await Loop().SendAsync(written, TestContext.Current.CancellationToken);
        await Until(20);
        Assert.Equal(1, (await world.Entry(made.PublicId)).Participations.Single(p => p.Who == world.Lakshmi.Id).Version);
    }

    [Fact]
    public async Task A_cancelled_meeting_is_answered_by_nobody()
    {
        var made = await world.Arrange();
        world.Advance(10);
        await Round();
        await world.Do(new CancelEntry(world.Noor.Id, made.PublicId, null, Reach.All));
        await Until(30);
        Assert.All((await world.Entry(made.PublicId)).Participations, p => Assert.Equal(Answer.None, p.Answer));
    }

    private static Instant Start => Zones.Get("Europe/Lisbon").ToInstant(new LocalDateTime(2027, 3, 16, 12, 0));

    private Correspondents People() =>
        new(
            folder,
            new Habits([
                new Habit("tome@ebbline.example", 4, [new HabitAnswer(Answer.Accepted, null, null)]),
                new Habit(
                    "lakshmi@coromandel-marine.example",
                    5,
                    [new HabitAnswer(Answer.Tentative, "later", 15), new HabitAnswer(Answer.Accepted, null, null)]
                ),
            ]),
            world.Gate,
            world.Store,
            world.Clock
        );

    private MailLoop Loop() => new(folder, People(), new Organisers(folder, [], world.Clock));

    private async Task Round()
    {
        await new OutboxWorker(world.Outbox, world.Post, Loop(), Loop()).RunDueAsync(world.Now);
        await People().RunDueAsync(world.Now);
        await new MailIntake(folder, new IncomingMail(world.Post, world.Store, world.Gate)).RunDueAsync(world.Now);
    }

    private async Task Until(int seconds)
    {
        for (var i = 0; i < seconds; i++)
        {
            world.Advance(1);
            await Round();
        }
    }
}
