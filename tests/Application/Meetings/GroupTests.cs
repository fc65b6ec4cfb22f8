using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

/// <summary>
/// A group is its members at the time of sending; who comes in or leaves since is offered, and its page tells what is before it.
/// </summary>
public sealed class GroupTests : IAsyncLifetime
{
    private World world = null!;
    private CalendarUser board = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        board = await world.Do(
            new AddPerson(
                new CalendarUser(
                    default,
                    "",
                    UserKind.Group,
                    "Safety board",
                    "safety@ebbline.example",
                    true,
                    "Europe/Lisbon",
                    null,
                    null,
                    0,
                    null
                )
            )
        );
        await Put([world.Tome, world.Maren], []);
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<long> Put(CalendarUser[] added, CalendarUser[] removed) =>
        world.Do(
            new ChangeMembers(
                world.Administrator.Id,
                board.PublicId,
                [.. added.Select(a => a.PublicId)],
                [.. removed.Select(r => r.PublicId)]
            )
        );

    private Task<ArrangedMeeting> Meet(bool isPrivate = false, Rule? rule = null) =>
        world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Safety review",
                [new Invited(board.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null,
                isPrivate,
                rule
            )
        );

    private async Task<IReadOnlyList<QueueRow>> Offers(CalendarUser? viewer = null) =>
        [.. (await world.See(s => new ReadDesk((viewer ?? world.Noor).Id, world.Now).Run(s))).Queue.Where(q => q.Offer is not null)];

    private Task<long> Settle(string meeting, CalendarUser member, bool takenUp) =>
        world.Do(new SettleMembers(world.Noor.Id, meeting, board.PublicId, [member.PublicId], takenUp));

    private Task<GroupPageView> Page(CalendarUser viewer) => world.See(s => new ReadGroup(viewer.Id, board.PublicId, world.Now).Run(s));

    private async Task<IEnumerable<string>> Asked(string meeting) =>
        (await world.See(s => s.Users((s.Entry(meeting)!).Participations.Select(p => p.Who)))).Values.Select(u => u.GivenName).Order();

    [Fact]
    public async Task Who_comes_in_is_offered_the_meetings_to_come_and_is_asked_in_one_step()
    {
        var met = await Meet(rule: Rule.Parse("FREQ=WEEKLY;COUNT=4"));
        Assert.Equal(["Tomé"], await Asked(met.PublicId));
        Assert.Empty(await Offers());
        await Put([world.Ana, world.Lakshmi], []);
        Assert.Equal(["Tomé"], await Asked(met.PublicId));
        var offers = await Offers();
        Assert.Equal(
            [
                (
                    "Ana Brandão and Lakshmi Rao",
                    "joined Safety board",
                    "Not yet invited",
                    "to “Safety review”, a series, next Tuesday 16 March 12:00"
                ),
            ],
            offers.Select(o => (o.Title, o.Text, o.Judgement, o.Reason))
        );
        Assert.Empty(await Offers(world.Tome));

        world.Advance(11);
        await world.SendDue();
        world.Post.Mail.Clear();
        await Settle(met.PublicId, world.Ana, takenUp: true);
        await Settle(met.PublicId, world.Lakshmi, takenUp: false);
        Assert.Equal(["Ana", "Tomé"], await Asked(met.PublicId));
        Assert.Empty(await Offers());
        world.Advance(11);
        await world.SendDue();
        // Who was asked before is told nothing of it, who is left out neither.
        Assert.Empty(world.Post.Mail);
        Assert.Equal(
            ["ana@ebbline.example"],
            world.Post.Notices.Where(n => n.Kind == EffectKind.Invite).Select(n => n.To).Except(["tome@ebbline.example"]).Distinct()
        );
        Assert.Equal(
            RefusalKind.ChangedSince,
            (await Assert.ThrowsAsync<RefusedException>(() => Settle(met.PublicId, world.Ana, true))).Refusal.Kind
        );
    }

    [Fact]
    public async Task For_who_leaves_a_removal_is_offered_and_who_was_put_back_needs_none()
    {
        await Put([world.Ana], []);
        var met = await Meet();
        await Put([], [world.Ana]);
        Assert.Equal(
            ("Ana Brandão", "left Safety board", "Still invited"),
            (await Offers()).Select(o => (o.Title, o.Text, o.Judgement)).Single()
        );
        await Put([world.Ana], []);
        Assert.Empty(await Offers());
        await Put([], [world.Ana]);
        var change = await Settle(met.PublicId, world.Ana, takenUp: true);
        Assert.Equal(["Tomé"], await Asked(met.PublicId));
        await world.Do(new UndoChange(world.Noor.Id, change));
        Assert.Equal(["Ana", "Tomé"], await Asked(met.PublicId));
        Assert.Single(await Offers());
    }

    [Fact]
    public async Task Its_page_tells_what_is_to_come_and_what_became_of_it_as_far_as_one_may_know()
    {
        var met = await Meet();
        var hidden = await Meet(isPrivate: true);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                met.PublicId,
                null,
                Reach.All,
                new EntryEdit { Time = World.Timed("2027-03-17T10:00") },
                new EntryEdit { Time = World.Timed("2027-03-16T12:00") }
            )
        );
        var page = await Page(world.Noor);
        Assert.Equal(
            [
                ("Safety review", "Tuesday 16 March, 12:00 to 12:45", "you are not invited"),
                ("Safety review", "Wednesday 17 March, 10:00 to 10:45", "you are not invited"),
            ],
            page.Coming.Select(c => (c.Title, c.When, c.Words))
        );
        Assert.Equal(
            "Noor Haddad for Maren Falk changed “Safety review”: Wednesday 17 March, 10:00 to 10:45, was Tuesday 16 March, 12:00 to 12:45",
            page.Notices[0].Words
        );
        Assert.Equal("you are invited", (await Page(world.Tome)).Coming[0].Words);

        await world.Do(
            new KeepNotes(
                world.Noor.Id,
                new NotesAt(met.PublicId, null, world.Maren.Id),
                0,
                new Core.Words.RichText("x", null),
                [new TaskSaid(null, "y", null, null)]
            )
        );
        Assert.Equal([("Safety review", "Wednesday 17 March", 1)], (await Page(world.Noor)).Notes.Select(n => (n.Title, n.When, n.Open)));
        Assert.Empty((await Page(world.Tome)).Notes);

        // Who sees the outline of that calendar is told how many there are; which of its private hours are the group's is told to nobody.
        await world.Grant(world.Maren, world.Ana, Sight.Headlines, Acting.Look);
        Assert.Equal(("Safety review", 0), ((await Page(world.Ana)).Coming.Single().Title, (await Page(world.Ana)).Hidden));
        Assert.Equal(
            (0, 0, 1),
            ((await Page(world.Ruta)).Coming.Count, (await Page(world.Ruta)).Notices.Count, (await Page(world.Ruta)).Hidden)
        );

        await world.Do(new CancelEntry(world.Noor.Id, met.PublicId, null, Reach.All, "The crane is down."));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(
            ("Noor Haddad for Maren Falk cancelled “Safety review”, Wednesday 17 March, 10:00 to 10:45", "The crane is down."),
            ((await Page(world.Tome)).Notices[0].Words, (await Page(world.Tome)).Notices[0].Note)
        );
        Assert.Null((await Page(world.Ana)).Notices[0].Note);
        Assert.NotEqual(hidden.PublicId, met.PublicId);
    }

    [Fact]
    public async Task Who_is_in_it_and_not_asked_asks_to_come_by_letter()
    {
        var met = await Meet();
        await Put([world.Ana], []);
        await world.Grant(world.Maren, world.Ana, Sight.Headlines, Acting.Look);
        Assert.True((await Page(world.Ana)).Coming.Single().MayAskToCome);
        await world.Do(new AskToCome(world.Ana.Id, met.PublicId));
        Assert.Equal(
            RefusalKind.NotFound,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new AskToCome(world.Ruta.Id, met.PublicId)))).Refusal.Kind
        );
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(
            ("maren@ebbline.example", "Ana Brandão would like to come: Safety review"),
            world.Post.Letters.Select(l => (l.To.Address, l.Subject)).Single()
        );
        Assert.Equal(["Tomé"], await Asked(met.PublicId));
    }
}
