using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.HandingOver;
using Corlin.Application.History;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>A room could let nobody into its own calendar: an administrator does, and nobody else who does not hold it.</summary>
public sealed class RoomAccessTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private GrantAccess Lets(CalendarUser by, CalendarUser owner, CalendarUser to, Acting acting = Acting.Change) =>
        new(by.Id, owner.Id, [to.Id], new AccessTerms(Sight.Everything, acting));

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    private Task<AddedAppointment> Repairs() =>
        world.Do(new AddAppointment(world.Noor.Id, world.Gannet.Id, "Repairs", World.Timed("2027-03-16T12:00", 120), null));

    [Fact]
    public async Task Who_is_let_in_closes_the_room_for_repairs_and_it_refuses_meetings()
    {
        Assert.Equal(RefusalKind.MayNotAdd, await Refused(Repairs));
        await world.Do(Lets(world.Administrator, world.Gannet, world.Noor));
        await Repairs();
        var meeting = await world.Arrange("2027-03-16T12:00", with: [world.Tome, world.Gannet]);
        world.Advance(11);
        await world.SendDue();
        var room = (await world.Entry(meeting.PublicId)).Participations.Single(a => a.Who == world.Gannet.Id);
        Assert.Equal(Answer.Declined, room.Answer);
    }

    [Fact]
    public async Task It_is_for_administrators_alone_and_for_no_calendar_of_a_person()
    {
        var change = await world.Do(Lets(world.Administrator, world.Gannet, world.Noor));
        Assert.Equal(RefusalKind.MayNotGrant, await Refused(() => world.Do(Lets(world.Noor, world.Gannet, world.Tome))));
        Assert.Equal(RefusalKind.MayNotGrant, await Refused(() => world.Do(Lets(world.Administrator, world.Maren, world.Tome))));
        Assert.Equal(
            RefusalKind.MayNotGrant,
            await Refused(() => world.Do(new SetDefaultAccess(world.Noor.Id, world.Gannet.Id, true, Sight.Outline, Acting.Look)))
        );
        await world.Do(new SetDefaultAccess(world.Administrator.Id, world.Gannet.Id, true, Sight.Outline, Acting.Look));
        await world.Do(new UndoChange(world.Administrator.Id, change));
        Assert.Equal(RefusalKind.MayNotAdd, await Refused(Repairs));
    }

    [Fact]
    public async Task An_administrator_sees_who_holds_what_there_and_nobody_else_does()
    {
        await world.Do(Lets(world.Administrator, world.Gannet, world.Noor));
        var seen = await world.See(new ReadAccess(world.Administrator.Id, world.Gannet.PublicId, world.Now).Run);
        Assert.Equal("Gannet", Assert.Single(seen.Calendars).Who.Name);
        Assert.False(seen.Calendars[0].Own);
        Assert.Contains(seen.Rows, r => r.Name == "Noor Haddad");
        Assert.Single(
            (await world.See(new ReadGrants(world.Administrator.Id, world.Noor.PublicId, world.Gannet.PublicId, world.Now).Run)).Grants,
            g => g.MayChange
        );
        // Of the table of one's own it is no part: an organisation has hundreds.
        Assert.DoesNotContain((await world.See(new ReadAccess(world.Administrator.Id, null, world.Now).Run)).Calendars, c =>
            c.Who.Name == "Gannet"
        );
        foreach (var (who, owner) in new[] { (world.Tome, world.Gannet), (world.Administrator, world.Maren) })
        {
            Assert.Equal(RefusalKind.NotFound, await Refused(() => world.See(new ReadAccess(who.Id, owner.PublicId, world.Now).Run)));
            Assert.Equal(
                RefusalKind.NotFound,
                await Refused(() => world.See(new ReadGrants(who.Id, world.Noor.PublicId, owner.PublicId, world.Now).Run))
            );
        }
    }

    [Fact]
    public async Task Who_asks_for_more_in_a_room_is_answered_by_an_administrator()
    {
        await world.Do(
            new AskForAccess(world.Tome.Id, world.Gannet.Id, new AccessTerms(Sight.Everything, Acting.Change), "I look after it.")
        );
        var desk = await world.See(new ReadDesk(world.Administrator.Id, world.Now).Run);
        Assert.Contains(desk.Queue, r => r.Title.Contains("Tomé", StringComparison.Ordinal));
        Assert.DoesNotContain((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Queue, r =>
            r.Title.Contains("Tomé", StringComparison.Ordinal)
        );
        var asked = Assert.Single((await world.See(new ReadAccess(world.Administrator.Id, null, world.Now).Run)).Requests);
        Assert.True(asked.MayGrant);
        Assert.Empty((await world.See(new ReadAccess(world.Noor.Id, null, world.Now).Run)).Requests);
        await world.Do(Lets(world.Administrator, world.Gannet, world.Tome) with { Request = asked.Id });
        Assert.Empty((await world.See(new ReadAccess(world.Administrator.Id, null, world.Now).Run)).Requests);
        Assert.Contains(await world.See(s => s.GrantsHeldBy(world.Tome.Id)), g => g.Owner == world.Gannet.Id && g.Acting == Acting.Change);
    }

    [Fact]
    public async Task What_a_leaver_could_do_with_rooms_goes_over_at_once_and_comes_back()
    {
        await world.Do(Lets(world.Administrator, world.Gannet, world.Noor));
        var hangs = await world.See(new ReadLeaving(world.Administrator.Id, world.Noor.PublicId, world.Now).Run);
        Assert.Equal(["Gannet"], hangs.Kept.Select(k => k.Name));
        Assert.Equal(["Maren Falk"], hangs.SpeaksFor.Select(k => k.Name));
        var left = await world.Do(new Leave(world.Administrator.Id, world.Noor.PublicId, world.Ruta.PublicId));
        Assert.Equal((1, 1), (left.Asked, left.Handed));
        Assert.Empty(await world.See(s => s.AccessRequestsTo([world.Gannet.Id])));
        var held = Assert.Single(await world.See(s => s.GrantsHeldBy(world.Ruta.Id)), g => g.Receiver is not null);
        Assert.Equal((world.Gannet.Id, Acting.Change), (held.Owner, held.Acting));
        await world.Do(new UndoChange(world.Administrator.Id, left.Change));
        Assert.DoesNotContain(await world.See(s => s.GrantsHeldBy(world.Ruta.Id)), g => g.Receiver is not null);
        Assert.Contains(await world.See(s => s.GrantsHeldBy(world.Noor.Id)), g => g.Owner == world.Gannet.Id && g.Receiver is not null);
    }
}
