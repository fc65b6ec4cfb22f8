using Corlin.Application.Access;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.HandingOver;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What an assistant leaves to who covers, and reads on return.</summary>
public sealed class HandoverTests : IAsyncLifetime
{
    private static readonly LocalDate First = new(2027, 3, 8);
    private static readonly LocalDate Last = new(2027, 3, 10);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<HandoversView> All(CalendarUser viewer) => world.See(s => new ReadHandovers(viewer.Id, world.Now).Run(s));

    private Task<HandoverView> One(CalendarUser viewer, long number) =>
        world.See(s => new ReadHandover(viewer.Id, number, world.Now).Run(s));

    private Task<HandedOver> HandOver(params HandedItem[] items) =>
        world.Do(new HandOver(world.Noor.Id, world.Ana.Id, First, Last, "Thank you", items));

    private HandedItem Promise(string words, LocalDate? by = null) => new(world.Maren.Id, null, null, words, by, null);

    private static async Task Refused(RefusalKind kind, Task act) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(() => act)).Refusal.Kind);

    /// <summary>Maren is asked to a meeting of Tomé's, and has one of her own that waits for Tomé.</summary>
    private async Task<HandedItem[]> Waiting(bool isPrivate = false)
    {
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.SpeakFor);
        await world.Do(
            new ArrangeMeeting(
                world.Tome.Id,
                world.Tome.Id,
                "Blade contract",
                [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T10:00"),
                null,
                null,
                null,
                null,
                isPrivate
            )
        );
        await world.Arrange(with: [world.Tome]);
        var rows = (await All(world.Noor)).Open.Single().Rows;
        Assert.Equal(["Answer", "Wait"], rows.Select(r => r.Verb));
        return [.. rows.Select(r => new HandedItem(world.Maren.Id, r.Key, r.Entry, null, null, $"note on {r.Title}"))];
    }

    [Fact]
    public async Task What_waits_stands_there_with_its_note_until_it_is_done_and_then_says_what_became_of_it()
    {
        var items = await Waiting();
        var made = await HandOver([.. items, Promise("Ring Halvard back", new LocalDate(2027, 3, 9))]);
        Assert.Equal(
            "Noor Haddad is away to 10 March and leaves you three things.",
            Assert.Single((await world.See(s => new ReadDesk(world.Ana.Id, world.Now).Run(s))).Handovers).Words
        );
        var shown = Assert.Single((await One(world.Ana, made.Number)).For).Items;
        Assert.Equal(["Blade contract", "Insurers, renewal terms", null], shown.Select(i => i.Waits?.Title));
        Assert.Equal(["note on Blade contract", "note on Insurers, renewal terms", null], shown.Select(i => i.Note));
        Assert.Equal(("Ring Halvard back", "promised by tomorrow", true), (shown[2].Words, shown[2].Promised, shown[2].IsPromise));

        await world.Do(new AnswerInvitation(world.Ana.Id, world.Maren.Id, items[0].Entry!, null, Answer.Accepted, null, null));
        await world.Do(new NoteHandedItem(world.Ana.Id, made.Number, shown[2].Id, "He rings again on Friday"));
        await Refused(RefusalKind.NotFound, world.Do(new KeepPromise(world.Tome.Id, made.Number, shown[2].Id, true)));
        await Refused(RefusalKind.NotFound, world.Do(new KeepPromise(world.Ana.Id, made.Number, shown[0].Id, true)));
        await world.Do(new KeepPromise(world.Ana.Id, made.Number, shown[2].Id, true));
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 11, 9, 0));
        var back = await One(world.Noor, made.Number);
        Assert.Equal("Ana Brandão covered for you to 10 March.", back.Words);
        var done = back.For.Single().Items;
        Assert.Null(done[0].Waits);
        Assert.Equal("Ana Brandão answered “Blade contract”, 8 March 09:42.", done[0].Words);
        Assert.Equal(("He rings again on Friday", true), (done[2].Back, done[2].Kept));
        Assert.Equal(["answered “Blade contract”"], Assert.Single(back.Meanwhile).Rows.Select(r => r.Words));
    }

    [Fact]
    public async Task What_is_wrong_twice_at_the_same_time_is_told_as_two_and_handed_over()
    {
        var items = await Waiting();
        foreach (var title in new[] { "One", "Two", "Three" })
            await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, title, World.Timed("2027-03-10T09:00"), null));
        var keys = (await world.See(s => new ReadDesk(world.Noor.Id, world.Now).Run(s)))
            .Queue.Where(r => r.Verb == "Fix")
            .Select(r => r.Key)
            .ToList();
        Assert.True(keys.Count > 1);
        Assert.Equal(keys.Count, keys.Distinct().Count());
        var made = await HandOver([.. items, new HandedItem(world.Maren.Id, keys[1], null, null, null, null)]);
        Assert.NotNull((await One(world.Ana, made.Number)).For.Single().Items[2].Waits);
    }

    [Fact]
    public async Task What_who_covers_may_not_decide_is_not_called_done_while_it_waits()
    {
        await world.Grant(world.Maren, world.Noor, Sight.Everything, Acting.SpeakFor, isPrivate: true, passOn: true);
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.SpeakFor);
        await world.Do(new AskForAccess(world.Ruta.Id, world.Maren.Id, new AccessTerms(Sight.Headlines, Acting.Look), null));
        var row = (await world.See(s => new ReadHandovers(world.Noor.Id, world.Now).Run(s)))
            .Open.SelectMany(o => o.Rows)
            .Single(r => r.Key.StartsWith("access-", StringComparison.Ordinal));
        var made = await HandOver([new HandedItem(world.Maren.Id, row.Key, null, null, null, null)]);
        var item = Assert.Single(Assert.Single((await One(world.Ana, made.Number)).For).Items);
        Assert.Equal((true, "It still waits, and is not yours to decide."), (item.Elsewhere, item.Words));

        await world.Do(new RefuseAccess(world.Maren.Id, (await world.See(s => s.AccessRequestsTo([world.Maren.Id])))[0].Id));
        item = Assert.Single(Assert.Single((await One(world.Ana, made.Number)).For).Items);
        Assert.Equal((false, "It no longer waits."), (item.Elsewhere, item.Words));
    }

    [Fact]
    public async Task What_who_covers_did_after_the_last_day_is_no_part_of_it()
    {
        var items = await Waiting();
        var made = await HandOver(items);
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 11, 0, 0));
        await world.Do(new AnswerInvitation(world.Ana.Id, world.Maren.Id, items[0].Entry!, null, Answer.Accepted, null, null));
        Assert.Empty((await One(world.Noor, made.Number)).Meanwhile);
    }

    [Fact]
    public async Task Who_covers_is_told_no_more_than_their_grant_tells_then()
    {
        var items = await Waiting(isPrivate: true);
        var made = await HandOver(items);
        // Without private entries it does not wait for her, and what became of it is not told.
        var shown = Assert.Single((await One(world.Ana, made.Number)).For).Items;
        Assert.Null(shown[0].Waits);
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, items[0].Entry!, null, Answer.Accepted, null, null));
        Assert.Equal(
            "Noor Haddad answered something private, 8 March 10:42.",
            (await One(world.Ana, made.Number)).For.Single().Items[0].Words
        );

        var grant = (await world.See(s => s.GrantsIn([world.Maren.Id]))).Single(g => g.Receiver == world.Ana.Id);
        await world.Do(new WithdrawAccess(world.Maren.Id, grant.Id));
        var without = await One(world.Ana, made.Number);
        Assert.Equal((0, 2), (without.For.Count, without.Hidden));
        Assert.Equal(
            [world.Maren.PublicId],
            (await world.See(s => new ReadHandoverCover(world.Noor.Id, world.Ana.PublicId, First, world.Now).Run(s))).Without.Select(w =>
                w.Id
            )
        );
    }

    [Fact]
    public async Task Cover_that_begins_on_the_first_day_counts()
    {
        Task<HandoverCoverView> Cover(LocalDate first) =>
            world.See(s => new ReadHandoverCover(world.Noor.Id, world.Ana.PublicId, first, world.Now).Run(s));
        var from = Instant.FromUtc(2027, 3, 15, 0, 0);
        await world.Do(
            new GrantAccess(
                world.Maren.Id,
                world.Maren.Id,
                [world.Ana.Id],
                new AccessTerms(Sight.Everything, Acting.SpeakFor, From: from, Until: from + Duration.FromDays(5))
            )
        );
        Assert.Single((await Cover(new LocalDate(2027, 3, 14))).Without);
        Assert.Empty((await Cover(new LocalDate(2027, 3, 15))).Without);
        Assert.Single((await Cover(new LocalDate(2027, 3, 20))).Without);
    }

    [Fact]
    public async Task It_concerns_two_and_is_taken_back_and_undone()
    {
        var made = await HandOver(Promise("Ring back"));
        foreach (var other in new[] { world.Maren, world.Tome })
            await Refused(RefusalKind.NotFound, One(other, made.Number));
        var item = (await One(world.Noor, made.Number)).For.Single().Items.Single();
        await Refused(RefusalKind.NotFound, world.Do(new NoteHandedItem(world.Tome.Id, made.Number, item.Id, "x")));
        await Refused(RefusalKind.NotFound, world.Do(new NoteHandedItem(world.Noor.Id, made.Number, item.Id + 1_000, "x")));
        await Refused(RefusalKind.NotFound, world.Do(new TakeBackHandover(world.Ana.Id, made.Number)));

        var noted = await world.Do(new NoteHandedItem(world.Noor.Id, made.Number, item.Id, "before noon"));
        await world.Do(new UndoChange(world.Noor.Id, noted));
        Assert.Null((await One(world.Noor, made.Number)).For.Single().Items.Single().Note);

        var back = await world.Do(new TakeBackHandover(world.Noor.Id, made.Number));
        await Refused(RefusalKind.NotFound, One(world.Ana, made.Number));
        var undone = await world.Do(new UndoChange(world.Noor.Id, back));
        Assert.Single((await One(world.Noor, made.Number)).For.Single().Items);
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Empty((await All(world.Noor)).Standing);
        // What was taken back since is not taken back again.
        await Refused(RefusalKind.ChangedSince, world.Do(new UndoChange(world.Noor.Id, made.Change)));
    }

    [Fact]
    public async Task Only_what_one_speaks_for_is_handed_over_and_only_to_somebody_inside()
    {
        await Refused(RefusalKind.MayNotSpeakFor, HandOver(Promise("x") with { Principal = world.Tome.Id }));
        await Refused(
            RefusalKind.PersonUnknown,
            world.Do(new HandOver(world.Noor.Id, world.Lakshmi.Id, First, Last, null, [Promise("x")]))
        );
        await Refused(RefusalKind.PersonUnknown, world.Do(new HandOver(world.Noor.Id, world.Noor.Id, First, Last, null, [Promise("x")])));
        await Refused(RefusalKind.EndBeforeStart, world.Do(new HandOver(world.Noor.Id, world.Ana.Id, Last, First, null, [Promise("x")])));
        await Refused(RefusalKind.BadInput, HandOver(Promise("  ")));
    }

    [Fact]
    public async Task An_entry_of_somebody_else_tells_nothing_by_being_handed_over()
    {
        var added = await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Costing", World.Timed("2027-03-09T10:00"), null));
        var made = await HandOver(new HandedItem(world.Maren.Id, "mend-x", added.PublicId, null, null, null));
        await world.Do(new CancelEntry(world.Tome.Id, added.PublicId, null, Core.Editing.Reach.All));
        Assert.Equal("It no longer waits.", (await One(world.Noor, made.Number)).For.Single().Items.Single().Words);
    }

    [Fact]
    public async Task It_is_shown_for_a_week_after_the_last_day()
    {
        await HandOver(Promise("x"));
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 17, 9, 0));
        Assert.Single((await All(world.Noor)).Standing, h => h.Over);
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 18, 9, 0));
        Assert.Empty((await All(world.Noor)).Standing);
    }
}
