using Corlin.Application.Calendars;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;

namespace Corlin.Application.Tests;

/// <summary>What comes in from outside is applied once, from who may, and never tells what exists.</summary>
public sealed class ReceivingTests : IAsyncLifetime
{
    private World world = null!;
    private string entry = "";
    private string uid = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        entry = (await world.Arrange()).PublicId;
        uid = (await world.Entry(entry)).Uid;
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task The_same_message_twice_is_applied_once()
    {
        Assert.Equal(Received.Applied, await Comes(Reply()));
        Assert.Equal(Received.Outdated, await Comes(Reply()));
        Assert.Equal(("yes", Answer.Accepted), await Lakshmis());
    }

    [Fact]
    public async Task An_answer_to_an_older_state_is_outdated()
    {
        var reply = Reply();
        var other = new Core.Time.Stretch(NodaTime.Instant.FromUtc(2027, 3, 16, 13, 0), NodaTime.Instant.FromUtc(2027, 3, 16, 14, 0));
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, entry, null, Answer.Tentative, null, other));
        await world.Do(new AcceptProposal(world.Noor.Id, entry, world.Tome.PublicId, null));
        Assert.Equal(Received.Outdated, await Comes(reply));
        Assert.Equal((null, Answer.None), await Lakshmis());
    }

    [Fact]
    public async Task What_is_not_from_the_attendee_waits_whether_or_not_the_meeting_exists()
    {
        Assert.Equal(Received.Waits, await Comes(Reply(), from: "somebody@else.example"));
        Assert.Equal(Received.Waits, await Comes(Reply(), vouched: false));
        Assert.Equal(Received.Waits, await Comes(Reply(of: "nothing@corlin")));
        Assert.Equal(Received.Waits, await Comes(Reply(organiser: world.Tome.Address)));
        Assert.Equal(Received.Waits, await Comes(Reply("CANCEL")));
        Assert.Equal((null, Answer.None), await Lakshmis());
        var open = await world.See(s => new ReadMails(world.Noor.Id, null, MailPile.Open, "", null, world.Now).Run(s));
        Assert.Equal(5, open.Open);
    }

    [Fact]
    public async Task Who_was_not_asked_and_answers_comes_uninvited_and_does_not_count()
    {
        var text = SchedulingTexts.One("REPLY", uid, 0, world.Now, world.Maren.Address, [("guest@elsewhere.example", Answer.Accepted)]);
        Assert.Equal(Received.Applied, await Comes(text, from: "guest@elsewhere.example"));
        var meeting = await world.Entry(entry);
        var guest = meeting.Participations.Single(p => p.Uninvited);
        Assert.Equal((AttendeeRole.Optional, Answer.Accepted), (guest.Role, guest.Answer));
        Assert.False(Agreement.IsAgreed(meeting, null));
        // They are told nothing of it, and nobody outside is told of them.
        world.Advance(11);
        await world.SendDue();
        var sent = world.Post.Mail.Count;
        await world.Do(new CancelEntry(world.Noor.Id, entry, null, Reach.All));
        world.Advance(11);
        await world.SendDue();
        Assert.DoesNotContain(world.Post.Mail.Skip(sent), m => m.To.Address == "guest@elsewhere.example");
        Assert.DoesNotContain(world.Post.Mail.Skip(sent).SelectMany(m => m.Attendees), a => a.Who.Address == "guest@elsewhere.example");
    }

    [Fact]
    public async Task Somebody_inside_who_was_not_asked_learns_nothing_by_answering()
    {
        var text = SchedulingTexts.One("REPLY", uid, 0, world.Now, world.Maren.Address, [(world.Ruta.Address, Answer.Accepted)]);
        Assert.Equal(Received.Waits, await Comes(text, from: world.Ruta.Address));
        Assert.Null(Agreement.Of(await world.Entry(entry), world.Ruta.Id, null));
    }

    [Fact]
    public async Task Who_sends_somebody_else_is_replaced_by_them_and_their_answer_counts()
    {
        var text = SchedulingTexts.One(
            "REPLY",
            uid,
            0,
            world.Now,
            world.Maren.Address,
            [(world.Lakshmi.Address, Answer.Delegated)],
            more: [$"ATTENDEE;PARTSTAT=DELEGATED;DELEGATED-TO=\"mailto:asha@coromandel-marine.example\":mailto:{world.Lakshmi.Address}"]
        );
        Assert.Equal(Received.Applied, await Comes(text));
        var meeting = await world.Entry(entry);
        var asha = meeting.Participations.Single(p => p.DelegatedFrom == world.Lakshmi.Id);
        Assert.Equal((Answer.Delegated, asha.Who), Delegation(meeting));
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, entry, null, Answer.Accepted, null, null));
        Assert.False(Agreement.IsAgreed(await world.Entry(entry), null));

        world.Advance(60);
        var reply = SchedulingTexts.One(
            "REPLY",
            uid,
            0,
            world.Now,
            world.Maren.Address,
            [("asha@coromandel-marine.example", Answer.Accepted)]
        );
        Assert.Equal(Received.Applied, await Comes(reply, from: "asha@coromandel-marine.example"));
        Assert.True(Agreement.IsAgreed(await world.Entry(entry), null));
    }

    [Fact]
    public async Task Who_asks_how_it_stands_is_told_and_nobody_else()
    {
        world.Advance(11);
        await world.SendDue();
        var sent = world.Post.Mail.Count;
        Assert.Equal(Received.Applied, await Comes(Reply("REFRESH")));
        world.Advance(11);
        await world.SendDue();
        var mail = Assert.Single(world.Post.Mail.Skip(sent));
        Assert.Equal((SchedulingMethod.Request, world.Lakshmi.Address, uid), (mail.Method, mail.To.Address, mail.Uid));
    }

    private (Answer, UserId?) Delegation(Entry meeting)
    {
        var part = Agreement.Of(meeting, world.Lakshmi.Id, null)!;
        return (part.Answer, part.DelegatedTo);
    }

    private string Reply(string method = "REPLY", string? of = null, string? organiser = null) =>
        SchedulingTexts.One(
            method,
            of ?? uid,
            0,
            world.Now,
            organiser ?? world.Maren.Address,
            [(world.Lakshmi.Address, Answer.Accepted)],
            more: ["COMMENT:yes"]
        );

    private Task<Received> Comes(string text, string? from = null, bool vouched = true) =>
        world.TakesIn(text, from ?? world.Lakshmi.Address, world.Maren.Address, vouched);

    private async Task<(string? Comment, Answer Answer)> Lakshmis()
    {
        var part = Agreement.Of(await world.Entry(entry), world.Lakshmi.Id, null)!;
        return (part.Comment, part.Answer);
    }
}
