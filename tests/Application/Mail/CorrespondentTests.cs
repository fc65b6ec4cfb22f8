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

    [Fact]
    public async Task Who_keeps_a_calendar_of_their_own_asks_for_the_time_that_suits_them_and_accepts_it()
    {
        // In Rostock it is 13:00, and Lakshmi is taken until 15:00; what she accepted before stands in her calendar too.
        habits = new Habits([new Habit(Lakshmi, 5, [], Calendar: Own())]);
        var first = await world.Arrange("2027-03-16T14:00", with: [world.Lakshmi]);
        await Until(20);
        Assert.Equal(Answer.Accepted, Part(await world.Entry(first.PublicId), world.Lakshmi).Answer);
        var second = await world.Arrange(with: [world.Lakshmi]);
        await Until(20);
        var asked = Part(await world.Entry(second.PublicId), world.Lakshmi);
        Assert.Equal((Answer.Tentative, Duration.FromMinutes(180)), (asked.Answer, asked.Proposed!.Value.Start - Start));
        await world.Do(new AcceptProposal(world.Noor.Id, second.PublicId, world.Lakshmi.PublicId, null));
        await Until(20);
        Assert.True(Agreement.IsAgreed(await world.Entry(second.PublicId), null));

        // What is cancelled takes her time no more.
        await world.Do(new CancelEntry(world.Noor.Id, first.PublicId, null, Reach.All));
        await Until(20);
        var third = await world.Arrange("2027-03-16T14:00", with: [world.Lakshmi]);
        await Until(20);
        Assert.Equal(Answer.Accepted, Part(await world.Entry(third.PublicId), world.Lakshmi).Answer);
    }

    [Fact]
    public async Task Outside_their_hours_somebody_comes_in_their_place_and_answers()
    {
        habits = new Habits([new Habit(Lakshmi, 5, [], Calendar: Own())]);
        var made = await world.Arrange("2027-03-16T18:00", with: [world.Lakshmi]);
        await Until(40);
        var meeting = await world.Entry(made.PublicId);
        var sent = Part(meeting, world.Lakshmi);
        var comes = Assert.Single(meeting.Participations, p => p.DelegatedFrom == world.Lakshmi.Id);
        Assert.Equal((Answer.Delegated, comes.Who), (sent.Answer, sent.DelegatedTo));
        // They are asked in turn, and answer for themselves.
        Assert.Equal(Answer.Accepted, comes.Answer);
    }

    [Fact]
    public async Task A_machine_answers_once_at_once_and_its_owner_late_to_what_they_read_then()
    {
        habits = new Habits([
            new Habit(
                Lakshmi,
                60,
                [new HabitAnswer(Answer.Declined, null, null), new HabitAnswer(Answer.Accepted, null, null)],
                Automatic: "Away."
            ),
        ]);
        var made = await world.Arrange(with: [world.Lakshmi]);
        await Until(30);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                made.PublicId,
                null,
                Reach.All,
                new EntryEdit { Time = World.Timed("2027-03-17T12:00") },
                new EntryEdit { Time = World.Timed("2027-03-16T12:00") }
            )
        );
        await Until(50);
        // The answer to the time before the move is out of date: it changes nothing.
        Assert.Equal(Answer.None, Part(await world.Entry(made.PublicId), world.Lakshmi).Answer);
        await Until(60);
        Assert.Equal(Answer.Accepted, Part(await world.Entry(made.PublicId), world.Lakshmi).Answer);
        var mails = await world.See(new ReadMails(world.Noor.Id, null, MailPile.All, "", null, world.Now).Run);
        Assert.Single(mails.Mails, m => m.Subject.StartsWith("Re: Invitation", StringComparison.Ordinal));
    }

    [Fact]
    public void A_seed_makes_people_differ_and_the_same_seed_makes_them_the_same()
    {
        var plain = new Habits([]);
        List<(Answer?, int?)> Said(Habits habits) =>
            [
                .. Enumerable
                    .Range(0, 200)
                    .Select(i => habits.Of($"p{i}@harbour.example", "berth", 0, null, []))
                    .Select(a => (a?.Answer.Answer, a?.Seconds)),
            ];
        Assert.All(Said(plain), a => Assert.Equal(Answer.Accepted, a.Item1));
        var said = Said(new Habits([], 7));
        Assert.Equal(said, Said(new Habits([], 7)));
        Assert.NotEqual(said, Said(new Habits([], 8)));
        Assert.Superset(
            new HashSet<Answer?> { Answer.Accepted, Answer.Tentative, Answer.Declined, null },
            said.Select(s => s.Item1).ToHashSet()
        );
    }

    private const string Lakshmi = "lakshmi@coromandel-marine.example";

    private static OwnCalendar Own() =>
        new(
            "Europe/Berlin",
            "09:00",
            "17:30",
            [new OwnTaken([IsoDayOfWeek.Tuesday], "12:00", "15:00")],
            new Mailbox("Greta Weck", "greta@weck-lager.example")
        );

    private static Participation Part(Entry meeting, CalendarUser who) => Agreement.Of(meeting, who.Id, null)!;

    private static Instant Start => Zones.Get("Europe/Lisbon").ToInstant(new LocalDateTime(2027, 3, 16, 12, 0));

    private Habits habits = new([
        new Habit("tome@ebbline.example", 4, [new HabitAnswer(Answer.Accepted, null, null)]),
        new Habit(
            "lakshmi@coromandel-marine.example",
            5,
            [new HabitAnswer(Answer.Tentative, "later", 15), new HabitAnswer(Answer.Accepted, null, null)]
        ),
    ]);

    private Correspondents People() => new(folder, habits, world.Gate, world.Store, world.Clock);

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
