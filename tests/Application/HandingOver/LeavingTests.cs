using Corlin.Application.Access;
using Corlin.Application.Desk;
using Corlin.Application.HandingOver;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>Somebody leaves, and what hung on them is handed on in one step.</summary>
public sealed class LeavingTests : IAsyncLifetime
{
    private World world = null!;
    private string meeting = "";

    /// <summary>Noor speaks for Maren; Maren organises one meeting that anybody may know of and a private one.</summary>
    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        meeting = (await world.Arrange("2027-03-16T12:00", with: [world.Tome, world.Lakshmi])).PublicId;
        await world.Arrange("2027-03-17T12:00", isPrivate: true, with: [world.Tome]);
        await world.Grant(world.Tome, world.Maren, Sight.Headlines, Acting.Change);
        await world.Grant(world.Ana, world.Maren, Sight.Outline, Acting.Look);
        world.Advance(60);
        await world.SendDue();
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<LeavingView> Look(CalendarUser who) => world.See(new ReadLeaving(world.Administrator.Id, who.PublicId, world.Now).Run);

    private Task<LeftView> Leaves(CalendarUser who, CalendarUser? to) =>
        world.Do(new Leave(world.Administrator.Id, who.PublicId, to?.PublicId));

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    [Fact]
    public async Task What_hangs_on_them_is_told_in_numbers_and_handed_on_with_nobody_let_in()
    {
        var hangs = await Look(world.Maren);
        Assert.Equal((1, 0, 1, 2), (hangs.Meetings, hangs.Series, hangs.Private, hangs.Others));
        Assert.Empty(hangs.SpeaksFor);

        var left = await Leaves(world.Maren, world.Ruta);
        Assert.Equal((1, 2), (left.Offered, left.Asked));
        // Nothing is theirs yet: the meeting is offered to Ruta, and Tomé and Ana are asked.
        Assert.Equal(world.Maren.Id, (await world.Entry(meeting)).Owner);
        Assert.Empty(await world.See(s => s.GrantsHeldBy(world.Ruta.Id).Where(g => g.Receiver is not null)));
        Assert.Empty(await world.See(s => s.GrantsHeldBy(world.Maren.Id).Where(g => g.Receiver is not null)));
        var asked = Assert.Single(await world.See(s => s.AccessRequestsTo([world.Tome.Id])));
        Assert.Equal(
            (world.Ruta.Id, Acting.Change, "Maren Falk leaves, and Ruta takes over."),
            (asked.Asker, asked.Terms.Acting, asked.Words)
        );
        var desk = await world.See(new ReadDesk(world.Ruta.Id, world.Now).Run);
        Assert.Single(desk.Queue, r => r.Title == "Insurers, renewal terms");

        var offer = (await world.See(s => s.TurnOverOf(s.Entry(meeting)!.Id)))!;
        await world.Do(new AnswerTurnOver(world.Ruta.Id, offer.Id, Takes: true));
        Assert.Equal(world.Ruta.Id, (await world.Entry(meeting)).Owner);
        // The same again finds what is left, and hands on no more.
        Assert.Equal((0, 0), (await Leaves(world.Maren, world.Ruta)) is var again ? (again.Offered, again.Asked) : default);
    }

    [Fact]
    public async Task Taken_back_it_stands_as_before()
    {
        var group = await world.Add("Berth planning", kind: UserKind.Group);
        await world.Do(new ChangeMembers(world.Administrator.Id, group.PublicId, [world.Maren.PublicId], []));
        Assert.Equal(["Berth planning"], (await Look(world.Maren)).Groups);
        var left = await Leaves(world.Maren, world.Ruta);
        Assert.Equal((0, 0, 0), await Look(world.Maren) is var gone ? (gone.Meetings, gone.Others, gone.Groups.Count) : default);
        await world.Do(new UndoChange(world.Administrator.Id, left.Change));
        Assert.Equal((1, 2, 1), await Look(world.Maren) is var back ? (back.Meetings, back.Others, back.Groups.Count) : default);
        Assert.Empty(await world.See(s => s.AccessRequestsTo([world.Tome.Id])));
        Assert.DoesNotContain((await world.See(new ReadDesk(world.Ruta.Id, world.Now).Run)).Queue, r =>
            r.Title == "Insurers, renewal terms"
        );
    }

    [Fact]
    public async Task For_whom_they_spoke_is_asked_and_decides()
    {
        Assert.Equal(["Maren Falk"], (await Look(world.Noor)).SpeaksFor.Select(p => p.Name));
        await Leaves(world.Noor, world.Ruta);
        var asked = Assert.Single(await world.See(s => s.AccessRequestsTo([world.Maren.Id])));
        Assert.Empty(await world.See(s => s.GrantsHeldBy(world.Ruta.Id).Where(g => g.Receiver is not null)));
        await world.Do(new GrantAccess(world.Maren.Id, world.Maren.Id, [world.Ruta.Id], asked.Terms, Request: asked.Id));
        Assert.Equal([world.Maren.Id], await world.See(s => s.GrantsHeldBy(world.Ruta.Id).Select(g => g.Owner)));
    }

    [Fact]
    public async Task Without_anybody_to_take_over_it_only_ends_and_what_makes_no_sense_is_refused()
    {
        Assert.Equal((0, 0), await Leaves(world.Maren, null) is var left ? (left.Offered, left.Asked) : default);
        Assert.Empty(await world.See(s => s.AccessRequestsTo([world.Tome.Id])));
        Assert.Equal(RefusalKind.AdministratorsOnly, await Refused(() => world.Do(new Leave(world.Noor.Id, world.Tome.PublicId, null))));
        Assert.Equal(
            RefusalKind.AdministratorsOnly,
            await Refused(() => world.See(new ReadLeaving(world.Noor.Id, world.Tome.PublicId, world.Now).Run))
        );
        Assert.Equal(RefusalKind.OwnWayIn, await Refused(() => Leaves(world.Administrator, world.Noor)));
        Assert.Equal(RefusalKind.PersonUnknown, await Refused(() => Leaves(world.Tome, world.Tome)));
        Assert.Equal(RefusalKind.PersonUnknown, await Refused(() => Leaves(world.Tome, world.Lakshmi)));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => Leaves(world.Lakshmi, null)));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => Leaves(world.Gannet, null)));
    }
}
