using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.Handing;
using Corlin.Application.History;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Links by which programs read a calendar.</summary>
public sealed class FeedTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, "Read-in", World.Timed("2027-03-16T12:00"), "Yard"));
        await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, "Doctor", World.Timed("2027-03-17T12:00"), null, null, true));
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<MadeFeed> Make(
        CalendarUser actor,
        CalendarUser reader,
        Sight most = Sight.Headlines,
        bool privateToo = false,
        int days = 30
    ) => world.Do(new MakeFeed(actor.Id, world.Maren.Id, reader.Id, most, privateToo, days));

    private async Task<IReadOnlyList<string>> Read(string key) =>
        [.. (await world.See(new OpenFeed(key, world.Now).Run)).Content.Lane.Entries.Select(e => e.Title)];

    private async Task<RefusalKind> Refused(string key) => (await Assert.ThrowsAsync<RefusedException>(() => Read(key))).Refusal.Kind;

    private async Task<FeedsView> Listed(CalendarUser viewer) =>
        await world.See(new ReadFeeds(viewer.Id, world.Maren.PublicId, world.Now).Run);

    private static async Task<RefusalKind> Refused(Task done) => (await Assert.ThrowsAsync<RefusedException>(() => done)).Refusal.Kind;

    [Fact]
    public async Task A_link_tells_as_much_as_was_chosen_of_what_its_reader_may_know()
    {
        Assert.Equal(["Read-in", "Private"], await Read((await Make(world.Noor, world.Noor)).Key));
        Assert.Equal(["Read-in", "Doctor"], await Read((await Make(world.Maren, world.Maren, privateToo: true)).Key));
        Assert.Equal(["Taken", "Taken"], await Read((await Make(world.Noor, world.Noor, Sight.Outline, privateToo: true)).Key));
        Assert.Equal(["Read-in"], await Read((await Make(world.Noor, world.Noor, days: 9)).Key));
        await world.Grant(world.Maren, world.Ruta, Sight.Outline, Acting.Look);
        var outline = await Make(world.Ruta, world.Ruta);
        Assert.Equal(["Taken", "Private"], await Read(outline.Key));
        // It follows the calendar and the grant, whatever they were when it was made.
        await world.Grant(world.Maren, world.Ruta, Sight.Headlines, Acting.Look);
        await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, "Blade", World.Timed("2027-03-18T12:00"), null));
        Assert.Equal(["Read-in", "Private", "Blade"], await Read(outline.Key));
        await world.Grant(world.Maren, world.Ruta, Sight.Nothing, Acting.Look);
        Assert.Equal(RefusalKind.FeedEnded, await Refused(outline.Key));
    }

    [Fact]
    public async Task An_absence_is_told_with_who_covers_and_without_why()
    {
        await world.Do(
            new PostAbsence(
                world.Noor.Id,
                world.Maren.Id,
                Absent.AtHome(world.Maren, new LocalDateTime(2027, 3, 18, 0, 0), new LocalDateTime(2027, 3, 20, 0, 0)),
                world.Tome.Id,
                "surgery"
            )
        );
        var told = (await world.See(new OpenFeed((await Make(world.Noor, world.Noor)).Key, world.Now).Run)).Content;
        var away = Assert.Single(told.Lane.Entries, e => e.Away);
        Assert.Equal(("Away; Tomé Vidal covers", true), (away.Title, away.AllDay));
        Assert.Contains(told.Busy.Busy, b => b.Kind == Core.Slots.BusyKind.Unavailable);
    }

    [Fact]
    public async Task For_somebody_outside_a_link_is_made_by_who_speaks_and_only_of_what_they_may_see()
    {
        Assert.Equal(RefusalKind.ReaderSeesNothing, await Refused(Make(world.Noor, world.Lakshmi)));
        await world.Grant(world.Maren, world.Lakshmi, Sight.Headlines, Acting.Look);
        Assert.Equal(["Lakshmi Rao"], (await Listed(world.Noor)).Outside.Select(p => p.Name));
        Assert.Equal(RefusalKind.MayNotSpeakFor, await Refused(Make(world.Ruta, world.Lakshmi)));
        // Nobody makes one for a colleague: they would read with it what that colleague may know.
        Assert.Equal(RefusalKind.PersonUnknown, await Refused(Make(world.Maren, world.Noor)));
        var made = await Make(world.Noor, world.Lakshmi, privateToo: true);
        Assert.Equal(["Read-in", "Private"], await Read(made.Key));
        // Who made it speaks for Maren no longer: the link is of no use to them, and a successor renews it.
        var speaking = (await world.See(s => s.GrantsIn([world.Maren.Id]))).First(g => g.Receiver == world.Noor.Id);
        await world.Do(new WithdrawAccess(world.Maren.Id, speaking.Id));
        Assert.Equal(RefusalKind.FeedEnded, await Refused(made.Key));
        var stopped = Assert.Single((await Listed(world.Maren)).Feeds);
        Assert.Equal("Noor Haddad made it and no longer speaks for the owner. Renew the link for it to go on.", stopped.Stopped);
        var renewed = await world.Do(new RenewFeed(world.Maren.Id, stopped.Id));
        Assert.Equal(["Read-in", "Private"], await Read(renewed.Key));
        Assert.Equal(RefusalKind.FeedEnded, await Refused(made.Key));
    }

    [Fact]
    public async Task A_link_that_was_renewed_or_ended_leads_nowhere_and_undo_brings_the_same_one_back()
    {
        var first = await Make(world.Noor, world.Noor);
        var second = await world.Do(new RenewFeed(world.Noor.Id, Assert.Single((await Listed(world.Noor)).Feeds).Id));
        Assert.Equal(RefusalKind.FeedEnded, await Refused(first.Key));
        await world.Do(new UndoChange(world.Noor.Id, second.Change));
        Assert.Equal(RefusalKind.FeedEnded, await Refused(second.Key));
        Assert.NotEmpty(await Read(first.Key));
        var ended = await world.Do(new EndFeed(world.Noor.Id, Assert.Single((await Listed(world.Noor)).Feeds).Id));
        Assert.Equal(RefusalKind.FeedEnded, await Refused(first.Key));
        await world.Do(new UndoChange(world.Noor.Id, ended));
        Assert.NotEmpty(await Read(first.Key));
        Assert.Equal(RefusalKind.NotFound, await Refused("0123456789abcdef0123456789abcdef"));
    }

    [Fact]
    public async Task A_colleagues_own_link_is_known_to_who_speaks_and_ended_but_not_renewed_by_them()
    {
        await world.Grant(world.Maren, world.Ruta, Sight.Headlines, Acting.Look);
        var made = await Make(world.Ruta, world.Ruta);
        await world.Do(new NoteFeedRead(Assert.Single((await Listed(world.Ruta)).Feeds).Id, "Pinboard/3"));
        var known = Assert.Single((await Listed(world.Noor)).Feeds);
        Assert.Equal(("Ruta Vaitkus", false, "Read today at 09:42 by Pinboard/3"), (known.Reader, known.MayRenew, known.Read));
        Assert.Empty((await Listed(world.Ana)).Feeds);
        Assert.Equal(RefusalKind.NotFound, await Refused(world.Do(new RenewFeed(world.Noor.Id, known.Id))));
        Assert.Equal(RefusalKind.NotFound, await Refused(world.Do(new EndFeed(world.Ana.Id, known.Id))));
        await world.Do(new EndFeed(world.Noor.Id, known.Id));
        Assert.Equal(RefusalKind.FeedEnded, await Refused(made.Key));
    }

    [Theory]
    [InlineData(Sight.Everything, 30)]
    [InlineData(Sight.Nothing, 30)]
    [InlineData(Sight.Headlines, 0)]
    [InlineData(Sight.Headlines, 367)]
    public async Task What_cannot_be_told_is_refused(Sight most, int days) =>
        Assert.Equal(RefusalKind.BadInput, await Refused(Make(world.Noor, world.Noor, most, days: days)));

    [Fact]
    public async Task Of_the_key_only_its_hash_is_stored()
    {
        var made = await Make(world.Noor, world.Noor);
        foreach (var file in Directory.GetFiles(world.Folder))
            Assert.DoesNotContain(
                made.Key,
                await File.ReadAllTextAsync(file, System.Text.Encoding.Latin1, TestContext.Current.CancellationToken),
                StringComparison.Ordinal
            );
    }
}
