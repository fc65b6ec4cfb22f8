using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What one press does about something that has no room on a lane, for who keeps it.</summary>
public sealed class WaysOutTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task What_is_in_the_way_is_moved_and_the_invitation_accepted_in_one_act()
    {
        var (standUp, invitation) = (await Add("Stand-up", "2027-03-09T10:30"), await Ask("2027-03-09T10:00"));
        var ways = await Ways(invitation);
        Assert.Equal(("Move Stand-up to 11:00", "nobody is notified"), (ways.Clear!.Words, ways.Clear.Notified));

        var changes = await world.Do(Clear(invitation, ways.Clear));
        Assert.Equal(2, changes.Count);
        Assert.Equal("2027-03-09T11:00", await Starts(standUp));
        Assert.Equal(Answer.Accepted, (await Part(invitation)).Answer);
        // Nothing is in its way any more, so there is nothing to clear.
        Assert.Null((await Ways(invitation)).Clear);

        await world.Do(new UndoAct(world.Noor.Id, changes));
        Assert.Equal("2027-03-09T10:30", await Starts(standUp));
        Assert.Equal(Answer.None, (await Part(invitation)).Answer);
    }

    [Fact]
    public async Task Where_anything_has_changed_since_nothing_is_done()
    {
        var (standUp, invitation) = (await Add("Stand-up", "2027-03-09T10:30"), await Ask("2027-03-09T10:00"));
        var clear = (await Ways(invitation)).Clear!;
        await Add("Review", "2027-03-09T11:00");
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(Clear(invitation, clear)));
        Assert.Equal(RefusalKind.RoomChanged, refused.Refusal.Kind);
        Assert.Equal("2027-03-09T10:30", await Starts(standUp));
        Assert.Equal(Answer.None, (await Part(invitation)).Answer);
    }

    [Fact]
    public async Task Nothing_that_must_stay_is_moved()
    {
        var invitation = await Ask("2027-03-09T10:00");
        var standUp = await Add("Stand-up", "2027-03-09T10:30");
        await world.Do(new MarkEntries(world.Noor.Id, world.Maren.Id, [standUp], null, Rank: new RankChoice(Rank.Fixed)));
        Assert.Null((await Ways(invitation)).Clear);
    }

    [Fact]
    public async Task Other_times_are_offered_by_the_clock_of_who_asks()
    {
        await Add("Stand-up", "2027-03-09T10:30");
        var ways = await Ways(await Ask("2027-03-09T10:00"));
        Assert.EndsWith(" (Madrid time).", ways.Instead!.Line, StringComparison.Ordinal);
        Assert.StartsWith("These would suit: ", ways.Instead.Line, StringComparison.Ordinal);
        Assert.Equal(2, ways.Instead.Words.Split(", ").Length);
        // One's own meeting is not declined.
        var own = await world.Arrange("2027-03-10T12:00");
        Assert.Null((await Ways(own.PublicId)).Instead);
    }

    [Fact]
    public async Task Who_does_not_speak_for_them_gets_none_and_moves_nothing()
    {
        var (standUp, invitation) = (await Add("Stand-up", "2027-03-09T10:30"), await Ask("2027-03-09T10:00"));
        var clear = (await Ways(invitation)).Clear!;
        foreach (var other in new[] { world.Ana, world.Ruta })
        {
            await Assert.ThrowsAsync<RefusedException>(() =>
                world.See(new ReadWaysOut(other.Id, world.Maren.PublicId, invitation, null, world.Now).Run)
            );
            await Assert.ThrowsAsync<RefusedException>(() => world.Do(Clear(invitation, clear) with { Actor = other.Id }));
        }

        Assert.Equal("2027-03-09T10:30", await Starts(standUp));
        // What does not stand with them is not known there.
        var elsewhere = await world.See(new ReadWaysOut(world.Noor.Id, world.Noor.PublicId, invitation, null, world.Now).Run);
        Assert.Equal(new WaysOutView(null, null), elsewhere);
    }

    private Task<WaysOutView> Ways(string entry) =>
        world.See(new ReadWaysOut(world.Noor.Id, world.Maren.PublicId, entry, null, world.Now).Run);

    private ClearFor Clear(string entry, ClearView clear) =>
        new(
            world.Noor.Id,
            world.Maren.Id,
            entry,
            null,
            [
                .. clear.Moves.Select(m => new RoomMove(
                    m.Entry,
                    null,
                    new Stretch(Instant.FromUnixTimeMilliseconds(m.FromStart), Instant.FromUnixTimeMilliseconds(m.FromEnd)),
                    new Stretch(Instant.FromUnixTimeMilliseconds(m.ToStart), Instant.FromUnixTimeMilliseconds(m.ToEnd))
                )),
            ],
            Accept: true,
            "She comes."
        );

    private async Task<string> Add(string title, string start) =>
        (await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, title, World.Timed(start, 30), null))).PublicId;

    private async Task<string> Ask(string start) =>
        (
            await world.Do(
                new ArrangeMeeting(
                    world.Ana.Id,
                    world.Ana.Id,
                    "Ferry operators",
                    [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                    World.Timed(start, 60),
                    null,
                    "https://meet.ebbline.example/2",
                    null,
                    null
                )
            )
        ).PublicId;

    private async Task<string> Starts(string entry) => $"{(await world.Entry(entry)).Time.LocalStart:uuuu-MM-dd'T'HH:mm}";

    private async Task<Participation> Part(string entry) => Agreement.Of(await world.Entry(entry), world.Maren.Id, null)!;
}
