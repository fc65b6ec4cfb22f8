using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Conferences;
using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>Who joins by a link, what shows on the lanes of those asked, and who is called.</summary>
public sealed class ConferenceTests : IAsyncLifetime
{
    private const string Key = "0123456789abcdef0123";
    private const string Link = $"https://corlin.ebbline.example/conference/{Key}";

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    /// <summary>Today at 11:00, with Tomé and somebody outside; it is 9:42.</summary>
    private Task<ArrangedMeeting> Meet(Admission admission = Admission.Asked, bool isPrivate = false) =>
        world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Insurers",
                [.. new[] { world.Tome, world.Lakshmi }.Select(w => new Invited(w.PublicId, AttendeeRole.Required))],
                World.Timed("2027-03-08T11:00"),
                null,
                Link,
                null,
                null,
                isPrivate
            )
            {
                Admission = admission,
            }
        );

    private Task<Joined> Join(CalendarUser? who, string? name = null, string key = Key) => world.Do(new JoinConference(key, who?.Id, name));

    private async Task<ConferenceView> See(CalendarUser? who, string? secret = null, string key = Key) =>
        (await world.See(s => new ReadConference(key, new Comer(who?.Id, secret), world.Now).Run(s))).View;

    private async Task<string?> OnLane(CalendarUser lane, CalendarUser viewer) =>
        (await world.See(s => new ReadLanes(viewer.Id, [lane.PublicId], new(2027, 3, 8), LanesSpan.Day, world.Now).Run(s)))
            .Days[0]
            .Lanes[0]
            .Entries.Where(e => e.On)
            .Select(e => e.Detail)
            .SingleOrDefault();

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    [Theory]
    [InlineData(Admission.Asked, "in", "in", "knocks", "knocks")]
    [InlineData(Admission.Inside, "in", "in", "in", "knocks")]
    [InlineData(Admission.Anyone, "in", "in", "in", "in")]
    public async Task Who_joins_at_once_and_who_knocks(Admission admission, string asked, string speaker, string inside, string guest)
    {
        await Meet(admission);
        await Join(world.Tome);
        await Join(world.Noor);
        await Join(world.Ana);
        var secret = (await Join(null, "Rosa Teixeira")).Secret;
        Assert.Equal(
            (asked, speaker, inside, guest),
            ((await See(world.Tome)).Me, (await See(world.Noor)).Me, (await See(world.Ana)).Me, (await See(null, secret)).Me)
        );
        Assert.Equal("out", (await See(null, "somebody else's")).Me);
    }

    [Fact]
    public async Task Who_is_in_lets_in_who_knocks_and_nobody_else_does()
    {
        await Meet();
        var guest = await Join(null, " Rosa Teixeira ");
        Assert.Equal(
            (null, "A", 0),
            (
                (await See(null, guest.Secret)).Title,
                (await See(null, guest.Secret)).AtOnce ? "" : "A",
                (await See(world.Tome)).Knocking.Count
            )
        );
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(new AdmitToConference(world.Tome.Id, Key, guest.PublicId, true))));
        await Join(world.Tome);
        Assert.Equal("Rosa Teixeira", Assert.Single((await See(world.Tome)).Knocking).Name);
        var outside = await See(null, guest.Secret);
        Assert.Equal((0, 0, "One person is in."), (outside.Knocking.Count, outside.In.Count, outside.Words));
        await world.Do(new AdmitToConference(world.Tome.Id, Key, guest.PublicId, true));
        var seen = await See(null, guest.Secret);
        Assert.Equal(("in", "Insurers", "Rosa Teixeira and Tomé Vidal are in."), (seen.Me, seen.Title, seen.Words));

        var other = await Join(null, "Nobody");
        await world.Do(new AdmitToConference(world.Tome.Id, Key, other.PublicId, false));
        Assert.Equal(("refused", null), ((await See(null, other.Secret)).Me, (await See(null, other.Secret)).Title));
    }

    [Fact]
    public async Task Started_early_it_stands_out_on_every_lane_and_desk_of_those_asked_and_is_over_when_all_have_left()
    {
        var met = await Meet();
        Assert.True((await See(world.Tome)).Early);
        Assert.Null(await OnLane(world.Maren, world.Noor));
        await Join(world.Tome);
        Assert.Equal("started, Tomé Vidal is in", await OnLane(world.Maren, world.Noor));
        Assert.Equal("started, Tomé Vidal is in", await OnLane(world.Tome, world.Tome));
        Assert.Equal(
            ("Insurers", "since 09:42, Tomé Vidal is in", Link),
            (await Started(world.Noor)).Select(s => (s.Title, s.Words, s.Link)).Single()
        );
        // Who sees the headline of that lane learns nothing of who is in.
        await world.Grant(world.Maren, world.Ana, Sight.Headlines, Acting.Look);
        Assert.Null(await OnLane(world.Maren, world.Ana));

        world.Advance(60);
        await Join(world.Maren);
        await world.Do(new LeaveConference(Key, new Comer(world.Tome.Id, null)));
        Assert.Equal("started, Maren Falk is in", await OnLane(world.Maren, world.Noor));
        // A page that was closed without a word is not heard of any more.
        world.Advance(91);
        Assert.Empty(await Started(world.Noor));
        var entry = await world.See(s => new ReadEntry(world.Noor.Id, met.PublicId, null, world.Maren.PublicId, world.Now).Run(s));
        Assert.Equal(["Tomé Vidal, 09:42 to 09:43", "Maren Falk, 09:43 to 09:43"], entry.WasIn);
        // It was arranged: it takes place when it was to, whoever looked in before.
        Assert.Equal(World.Timed("2027-03-08T11:00"), (await world.Entry(met.PublicId)).Time);
    }

    private async Task<IReadOnlyList<StartedView>> Started(CalendarUser viewer) =>
        (await world.See(s => new ReadDesk(viewer.Id, world.Now).Run(s))).Started;

    [Fact]
    public async Task Of_a_private_meeting_everyone_inside_knocks_and_a_key_that_leads_nowhere_tells_nothing()
    {
        await Meet(Admission.Inside, isPrivate: true);
        await Join(world.Ana);
        Assert.Equal(("knocks", null), ((await See(world.Ana)).Me, (await See(world.Ana)).Title));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => See(world.Tome, key: "00000000000000000000")));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => Join(null, "x", "' OR 1=1")));
        Assert.Equal(RefusalKind.BadInput, await Refused(() => Join(null, " ")));
        world.Advance(3 * 24 * 3600);
        Assert.Equal(RefusalKind.NotFound, await Refused(() => See(world.Tome)));
    }

    [Fact]
    public async Task Convened_it_rings_inside_writes_outside_and_lasts_as_long_as_somebody_is_in()
    {
        var met = await world.Do(
            new Convene(
                world.Noor.Id,
                world.Maren.Id,
                "Crane down",
                [world.Tome.PublicId, world.Ana.PublicId, world.Lakshmi.PublicId],
                Link
            )
        );
        var call = Assert.Single(await Calls(world.Tome));
        Assert.Equal(("Noor Haddad for Maren Falk", "Crane down", Key), (call.By, call.Title, call.Key));
        Assert.Empty(await Calls(world.Ruta));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal("lakshmi@coromandel-marine.example", Assert.Single(world.Post.Mail).To.Address);

        await Join(world.Noor);
        await world.Do(new PutOffCall(world.Ana.Id, (await Calls(world.Ana))[0].Id));
        await Join(world.Tome);
        Assert.Empty(await Calls(world.Tome));
        Assert.Equal(
            [("Ana Brandão", "cannot now"), ("Lakshmi Rao", "has mail with the link")],
            (await See(world.Noor)).Calls.Select(c => (c.Who.Name, c.Words))
        );
        Assert.Empty((await See(world.Tome)).Calls);
        await world.Do(new CallIn(world.Noor.Id, met.PublicId, world.Ana.PublicId));
        Assert.Single(await Calls(world.Ana));
        world.Advance(61);
        Assert.Empty(await Calls(world.Ana));
        Assert.Equal("did not answer", (await See(world.Noor)).Calls[0].Words);

        await world.Do(new SeenInConference(Key, new Comer(world.Noor.Id, null)));
        world.Advance(600);
        await world.Do(new LeaveConference(Key, new Comer(world.Tome.Id, null)));
        await world.Do(new LeaveConference(Key, new Comer(world.Noor.Id, null)));
        Assert.Equal(World.Timed("2027-03-08T09:42", 12), (await world.Entry(met.PublicId)).Time);
    }

    private Task<IReadOnlyList<RingingCall>> Calls(CalendarUser who) => world.See(s => new ReadCalls(who.Id, world.Now).Run(s));

    [Fact]
    public async Task A_call_withdrawn_rings_no_more_and_nothing_of_it_stays_with_who_was_called()
    {
        var met = await world.Do(
            new Convene(world.Noor.Id, world.Maren.Id, "Crane down", [world.Tome.PublicId, world.Lakshmi.PublicId], Link)
        );
        await world.Do(new WithdrawCall(world.Noor.Id, met.PublicId, world.Tome.PublicId));
        await world.Do(new WithdrawCall(world.Noor.Id, met.PublicId, world.Lakshmi.PublicId));
        Assert.Empty(await Calls(world.Tome));
        Assert.Empty((await world.Entry(met.PublicId)).Participations);
        world.Advance(11);
        await world.SendDue();
        Assert.Empty(world.Post.Mail);

        // Whose mail has left is told that it does not hold; who is in cannot be called back.
        await world.Do(new CallIn(world.Noor.Id, met.PublicId, world.Lakshmi.PublicId));
        world.Advance(11);
        await world.SendDue();
        await world.Do(new WithdrawCall(world.Noor.Id, met.PublicId, world.Lakshmi.PublicId));
        await world.Do(new CallIn(world.Noor.Id, met.PublicId, world.Tome.PublicId));
        await Join(world.Tome);
        Assert.Equal(
            RefusalKind.ChangedSince,
            await Refused(() => world.Do(new WithdrawCall(world.Noor.Id, met.PublicId, world.Tome.PublicId)))
        );
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(new CallIn(world.Ruta.Id, met.PublicId, world.Ana.PublicId))));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal([SchedulingMethod.Request, SchedulingMethod.Cancel], world.Post.Mail.Select(m => m.Method));
    }

    [Fact]
    public async Task Undone_it_rings_with_nobody_and_leaves_no_entry()
    {
        var met = await world.Do(new Convene(world.Noor.Id, world.Maren.Id, "Crane down", [world.Tome.PublicId], Link));
        await world.Do(new UndoChange(world.Noor.Id, met.Change));
        Assert.Empty(await Calls(world.Tome));
        Assert.Null(await world.See(s => s.Entry(met.PublicId)));
    }
}
