using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Tests;

/// <summary>What comes in from outside is applied once, from who may, and never tells what exists.</summary>
public sealed class ReceivingTests : IAsyncLifetime
{
    private World world = null!;
    private IncomingMessage good = null!;
    private string entry = "";

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        entry = (await world.Arrange()).PublicId;
        var meeting = await world.Entry(entry);
        good = new IncomingMessage(
            SchedulingMethod.Reply,
            meeting.Uid,
            0,
            world.Now,
            world.Lakshmi.Address,
            world.Lakshmi.Address,
            world.Maren.Address,
            Answer.Accepted,
            "yes",
            null,
            null
        );
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task The_same_message_twice_is_applied_once()
    {
        Assert.Equal(Received.Applied, await world.Do(new ReceiveMessage(good)));
        Assert.Equal(Received.Repeated, await world.Do(new ReceiveMessage(good)));
        Assert.Equal(("yes", Answer.Accepted), await Lakshmis());
    }

    [Fact]
    public async Task An_answer_to_an_older_state_is_outdated()
    {
        var other = new Core.Time.Stretch(NodaTime.Instant.FromUtc(2027, 3, 16, 13, 0), NodaTime.Instant.FromUtc(2027, 3, 16, 14, 0));
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, entry, null, Answer.Tentative, null, other));
        await world.Do(new AcceptProposal(world.Noor.Id, entry, world.Tome.PublicId, null));
        Assert.Equal(Received.Outdated, await world.Do(new ReceiveMessage(good)));
        Assert.Equal((null, Answer.None), await Lakshmis());
    }

    [Fact]
    public async Task What_is_not_from_the_attendee_waits_whether_or_not_the_meeting_exists()
    {
        Assert.Equal(Received.Waits, await world.Do(new ReceiveMessage(good with { Sender = "somebody@else.example" })));
        Assert.Equal(Received.Waits, await world.Do(new ReceiveMessage(good with { Uid = "nothing@corlin" })));
        Assert.Equal(Received.Waits, await world.Do(new ReceiveMessage(good with { Organiser = world.Tome.Address })));
        Assert.Equal(
            Received.Waits,
            await world.Do(new ReceiveMessage(good with { Sender = world.Ruta.Address, Attendee = world.Ruta.Address }))
        );
        Assert.Equal(Received.Waits, await world.Do(new ReceiveMessage(good with { Method = SchedulingMethod.Cancel })));
        Assert.Equal((null, Answer.None), await Lakshmis());
    }

    private async Task<(string? Comment, Answer Answer)> Lakshmis()
    {
        var part = Agreement.Of(await world.Entry(entry), world.Lakshmi.Id, null)!;
        return (part.Comment, part.Answer);
    }
}
