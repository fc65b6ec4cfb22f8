using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>
/// Where somebody's mail goes is decided by an administrator, or shown by a letter; whoever says it otherwise reads their invitations.
/// </summary>
public sealed class AddressTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task What_a_colleague_says_of_somebody_outside_waits_for_an_administrator()
    {
        var said = await world.Do(new SayAddress(world.Noor.Id, world.Lakshmi.PublicId, 1, "lakshmi@new-office.example"));
        Assert.Equal(AddressWaits.Administrator, said.Waits);
        Assert.Equal("lakshmi@coromandel-marine.example", await AddressOf(world.Lakshmi));
        var row = Assert.Single(await Queue(world.Administrator));
        Assert.Equal(("Lakshmi Rao", "mail is to go to lakshmi@new-office.example"), (row.Title, row.Text));
        Assert.Empty(await Queue(world.Tome));
        await Refused(RefusalKind.NotFound, new SettleAddress(world.Tome.Id, row.Address!.Value, Uses: true));
        await Refused(RefusalKind.NotFound, new SettleAddress(world.Noor.Id, row.Address!.Value, Uses: true));

        await world.Do(new SettleAddress(world.Administrator.Id, row.Address!.Value, Uses: true));
        Assert.Equal("lakshmi@new-office.example", await AddressOf(world.Lakshmi));
        Assert.Empty(await Queue(world.Administrator));
        Assert.Contains(await Before(), w =>
            w
            == "Mail to Lakshmi Rao goes to lakshmi@new-office.example since 8 March, by Duarte Pinho; before, it went to lakshmi@coromandel-marine.example."
        );
        // A month later it is nothing new.
        world.Clock.StopAt(world.Now + Duration.FromDays(31));
        Assert.DoesNotContain(await Before(), w => w.StartsWith("Mail to", StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_was_put_back_as_it_was_is_no_change()
    {
        await world.Do(
            new ChangePerson(world.Administrator.Id, world.Lakshmi.PublicId, 1, new PersonEdit(Address: "lakshmi@new-office.example"))
        );
        Assert.Single(await world.See(s => s.AddressChangesSince([world.Lakshmi.Id], world.Now - Duration.FromDays(1))));
        await world.Do(
            new ChangePerson(
                world.Administrator.Id,
                world.Lakshmi.PublicId,
                2,
                new PersonEdit(Address: "lakshmi@coromandel-marine.example")
            )
        );
        Assert.Empty(await world.See(s => s.AddressChangesSince([world.Lakshmi.Id], world.Now - Duration.FromDays(1))));
    }

    [Fact]
    public async Task Who_asked_takes_it_back_and_it_is_asked_again_by_an_undo()
    {
        var said = await world.Do(new SayAddress(world.Noor.Id, world.Lakshmi.PublicId, 1, "lakshmi@new-office.example"));
        var waiting = (await world.See(s => s.WaitingAddressOf(world.Lakshmi.Id)))!;
        var back = await world.Do(new SettleAddress(world.Noor.Id, waiting.Id, Uses: false));
        Assert.Empty(await Queue(world.Administrator));
        await world.Do(new UndoChange(world.Noor.Id, back));
        Assert.Single(await Queue(world.Administrator));
        // It waits again as it did: what asked for it is taken back too.
        await world.Do(new UndoChange(world.Noor.Id, said.Change));
        Assert.Empty(await Queue(world.Administrator));
    }

    [Fact]
    public async Task An_own_address_waits_for_the_letter_that_went_there_and_the_old_one_hears_of_it()
    {
        var said = await world.Do(new SayAddress(world.Maren.Id, world.Maren.PublicId, 1, "maren.falk@ebbline.example"));
        Assert.Equal(AddressWaits.Letter, said.Waits);
        world.Advance(11);
        await world.SendDue();
        var letter = Assert.Single(world.Post.Letters);
        Assert.Equal("maren.falk@ebbline.example", letter.To.Address);
        var key = letter.Way!.Split('#')[1];
        Assert.DoesNotContain(key, (await world.See(s => s.WaitingAddressOf(world.Maren.Id)))!.KeyHash, StringComparison.Ordinal);

        await Refused(RefusalKind.AddressKeyUnknown, new ConfirmAddress(world.Noor.Id, key));
        await Refused(RefusalKind.AddressKeyUnknown, new ConfirmAddress(world.Maren.Id, key + "0"));
        await world.Do(new ConfirmAddress(world.Maren.Id, key));
        Assert.Equal("maren.falk@ebbline.example", await AddressOf(world.Maren));
        await Refused(RefusalKind.AddressKeyUnknown, new ConfirmAddress(world.Maren.Id, key));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(
            ["maren@ebbline.example", "noor@ebbline.example"],
            world.Post.Letters.Skip(1).Select(l => l.To.Address).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public async Task A_letter_opened_after_a_week_changes_nothing()
    {
        await world.Do(new SayAddress(world.Maren.Id, world.Maren.PublicId, 1, "maren.falk@ebbline.example"));
        world.Advance(11);
        await world.SendDue();
        var key = Assert.Single(world.Post.Letters).Way!.Split('#')[1];
        world.Clock.StopAt(world.Now + Duration.FromDays(8));
        await Refused(RefusalKind.AddressKeyUnknown, new ConfirmAddress(world.Maren.Id, key));
        Assert.Equal("maren@ebbline.example", await AddressOf(world.Maren));
    }

    [Fact]
    public async Task What_her_assistant_says_of_a_principal_waits_and_an_address_of_somebody_else_is_refused()
    {
        await Refused(RefusalKind.AddressTaken, new SayAddress(world.Noor.Id, world.Maren.PublicId, 1, world.Tome.Address));
        await Refused(RefusalKind.AddressIsNone, new SayAddress(world.Noor.Id, world.Maren.PublicId, 1, "maren at home"));
        await Refused(RefusalKind.MayNotKeep, new SayAddress(world.Ruta.Id, world.Maren.PublicId, 1, "maren@elsewhere.example"));
        Assert.Equal(
            AddressWaits.Administrator,
            (await world.Do(new SayAddress(world.Noor.Id, world.Maren.PublicId, 1, "maren@elsewhere.example"))).Waits
        );
        Assert.Equal(
            AddressWaits.Nothing,
            (await world.Do(new SayAddress(world.Administrator.Id, world.Tome.PublicId, 1, "tome@elsewhere.example"))).Waits
        );
        var seen = (await world.See(s => new ReadPerson(world.Noor.Id, world.Maren.PublicId, world.Now).Run(s))).Waiting!;
        Assert.Equal(("maren@elsewhere.example", false, true), (seen.Address, seen.MayDecide, seen.MayTakeBack));
        Assert.Null((await world.See(s => new ReadPerson(world.Ruta.Id, world.Maren.PublicId, world.Now).Run(s))).Waiting);
    }

    /// <summary>What is said before a meeting with Lakshmi is sent.</summary>
    private async Task<IEnumerable<string>> Before()
    {
        var start = world.Now + Duration.FromDays(1);
        var chosen = await world.See(
            new ReadChosen(
                world.Noor.Id,
                world.Maren.PublicId,
                [world.Lakshmi.PublicId],
                [],
                new Stretch(start, start + Duration.FromHours(1)),
                null,
                false,
                world.Now
            ).Run
        );
        return chosen.Wrong.Select(w => w.Words);
    }

    private async Task<string> AddressOf(CalendarUser who) => (await world.See(s => s.Users([who.Id])))[who.Id].Address;

    private async Task<IReadOnlyList<QueueRow>> Queue(CalendarUser who) =>
        [.. (await world.See(new ReadDesk(who.Id, world.Now).Run)).Queue.Where(r => r.Address is not null)];

    private async Task Refused<T>(RefusalKind kind, IChange<T> change) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(() => world.Do(change))).Refusal.Kind);
}
