using Corlin.Application.Access;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;

namespace Corlin.Application.Tests;

public sealed class MeetingNewsTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task A_cancelled_meeting_says_so_with_its_note_inside_and_outside()
    {
        var made = await Arranged();
        await world.Do(new CancelEntry(world.Noor.Id, made, null, Reach.All, " The ship is late. "));
        Assert.Empty(await Told(world.Tome));
        await Later();
        var news = Assert.Single(await Told(world.Tome));
        Assert.Equal(
            (
                "Cancelled",
                "“Insurers, renewal terms”, Tuesday 16 March, 12:00 to 12:45, does not take place. Noor Haddad for Maren Falk cancelled it.",
                "The ship is late.",
                false,
                null
            ),
            (news.Verb, news.Words, news.Note, news.Near, news.Entry)
        );
        var mail = world.Post.Mail[^1];
        Assert.Equal(("Cancelled: Insurers, renewal terms", "The ship is late."), (mail.Subject, mail.Line));
        Assert.Equal(news.Id, Assert.Single(await world.See(s => new ReadMine(world.Tome.Id, world.Now).Run(s).Told)).Id);
        // Put away it is told no more, and nobody puts away what others were told.
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new PutMeetingNewsAway(world.Ana.Id, news.Id)));
        await world.Do(new PutMeetingNewsAway(world.Tome.Id, news.Id));
        Assert.Empty(await Told(world.Tome));
    }

    [Fact]
    public async Task What_is_taken_back_in_time_is_told_to_nobody_and_what_is_done_again_is()
    {
        var made = await Arranged();
        var change = await world.Do(new CancelEntry(world.Noor.Id, made, null, Reach.All, "x"));
        var undone = await world.Do(new UndoChange(world.Noor.Id, change));
        await Later();
        Assert.Empty(await Told(world.Tome));
        await world.Do(new UndoChange(world.Noor.Id, undone));
        await Later();
        Assert.Single(await Told(world.Tome));
    }

    [Fact]
    public async Task Who_is_asked_passes_it_on_for_knowledge_and_the_organiser_is_told_to_whom()
    {
        var made = await Arranged();
        await Later();
        world.Post.Mail.Clear();
        var change = await world.Do(
            new ForwardMeeting(
                world.Tome.Id,
                world.Tome.Id,
                made,
                null,
                ["rosa.teixeira@porto-insurance.example", world.Ruta.PublicId],
                "You asked about clause 7."
            )
        );
        await Later();
        Assert.Equal(["rosa.teixeira@porto-insurance.example", "ruta@ebbline.example"], world.Post.Mail.Select(m => m.To.Address).Order());
        var mail = world.Post.Mail[0];
        Assert.Equal(
            (
                SchedulingMethod.Publish,
                "For information: Insurers, renewal terms",
                "Tomé Vidal",
                "maren@ebbline.example",
                "You asked about clause 7.",
                0
            ),
            (mail.Method, mail.Subject, mail.From.Name, mail.Organiser.Address, mail.Line, mail.Attendees.Count)
        );
        var news = Assert.Single(await Told(world.Maren), n => n.Verb == "Forwarded");
        Assert.Equal(
            "“Insurers, renewal terms”, Tuesday 16 March, 12:00 to 12:45, was forwarded by Tomé Vidal to somebody who is not invited.",
            news.Words
        );
        Assert.Equal("To rosa.teixeira@porto-insurance.example and Ruta Vaitkus", news.Note);
        Assert.Equal(2, (await world.Entry(made)).Participations.Length);
        var told = await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Tome.Id, change)));
        Assert.Equal(RefusalKind.AlreadySent, told.Refusal.Kind);
    }

    [Fact]
    public async Task What_is_private_only_its_organiser_passes_on_and_who_is_not_asked_learns_nothing()
    {
        var made = (await world.Arrange(isPrivate: true, with: [world.Tome])).PublicId;
        Assert.Equal(RefusalKind.NotTheOrganiser, await Refused(world.Tome, world.Tome));
        Assert.Equal(RefusalKind.NotFound, await Refused(world.Ana, world.Ana));
        Assert.Equal(RefusalKind.MayNotSpeakFor, await Refused(world.Ana, world.Maren));
        await world.Do(new ForwardMeeting(world.Noor.Id, world.Maren.Id, made, null, [world.Ana.PublicId], null));
        await Later();
        Assert.Equal("Noor Haddad", Assert.Single(world.Post.Mail).From.Name);

        async Task<RefusalKind> Refused(CalendarUser actor, CalendarUser inNameOf) =>
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    world.Do(new ForwardMeeting(actor.Id, inNameOf.Id, made, null, [world.Ruta.PublicId], null))
                )
            )
                .Refusal
                .Kind;
    }

    [Theory]
    [InlineData("2027-03-08T12:00", true, "Cancelled at short notice: Insurers, renewal terms")]
    [InlineData("2027-03-09T12:00", false, "Cancelled: Insurers, renewal terms")]
    public async Task What_is_near_is_told_louder(string start, bool near, string subject)
    {
        var made = await Arranged(start);
        await world.Do(new CancelEntry(world.Noor.Id, made, null, Reach.All));
        await Later();
        Assert.Equal(near, Assert.Single(await Told(world.Tome)).Near);
        Assert.Equal(subject, world.Post.Mail[^1].Subject);
    }

    [Fact]
    public async Task A_moved_one_says_when_it_was_and_a_changed_one_what_is_different()
    {
        var made = await Arranged();
        await Change(
            made,
            new EntryEdit { Time = World.Timed("2027-03-17T14:00") },
            new EntryEdit { Time = World.Timed("2027-03-16T12:00") }
        );
        await Change(
            made,
            new EntryEdit { Title = "Insurers, last terms", Place = "Gannet" },
            new EntryEdit { Title = "Insurers, renewal terms", Place = "" }
        );
        Assert.Equal(
            [
                (
                    "Changed",
                    "“Insurers, last terms”: called “Insurers, last terms”, was “Insurers, renewal terms”; in Gannet. Noor Haddad for Maren Falk changed it."
                ),
                (
                    "Moved",
                    "“Insurers, renewal terms”: Wednesday 17 March, 14:00 to 14:45, was Tuesday 16 March, 12:00 to 12:45. Noor Haddad for Maren Falk changed it."
                ),
            ],
            (await Told(world.Tome)).Select(n => (n.Verb, n.Words))
        );
        // The one outside reads it in their own zone.
        var moved = world.Post.Mail[^2];
        Assert.Equal(
            ("Moved: Insurers, renewal terms", "Wednesday 17 March, 19:30 to 20:15, was Tuesday 16 March, 17:30 to 18:15"),
            (moved.Subject, Assert.Single(moved.Changes))
        );
        Assert.Equal("Changed: Insurers, last terms", world.Post.Mail[^1].Subject);
    }

    [Fact]
    public async Task That_it_is_private_now_is_nothing_to_write_to_those_outside()
    {
        var made = await Arranged();
        var before = world.Post.Mail.Count;
        await Change(made, new EntryEdit { Private = true }, new EntryEdit { Private = false });
        Assert.Equal(before, world.Post.Mail.Count);
    }

    [Fact]
    public async Task Who_is_asked_no_more_is_told_what_they_knew_and_nothing_after()
    {
        var made = await Arranged(with: [world.Tome, world.Ana]);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                made,
                null,
                Reach.All,
                new EntryEdit { Title = "Terms without Tomé" },
                new EntryEdit { Title = "Insurers, renewal terms" },
                Asking: new Asking([], [world.Tome.PublicId])
            )
        );
        await Later();
        var news = Assert.Single(await Told(world.Tome));
        Assert.Equal(
            (
                "Without",
                "“Insurers, renewal terms”, Tuesday 16 March, 12:00 to 12:45, goes ahead. Noor Haddad for Maren Falk no longer invites you.",
                null
            ),
            (news.Verb, news.Words, news.Entry)
        );
    }

    [Fact]
    public async Task Who_speaks_for_an_attendee_is_told_too_and_of_what_is_private_only_where_the_grant_says_so()
    {
        await world.Grant(world.Tome, world.Ruta, Sight.Everything, Acting.SpeakFor);
        await world.Grant(world.Tome, world.Ana, Sight.Everything, Acting.SpeakFor, true);
        var open = await Arranged();
        await world.Do(new CancelEntry(world.Noor.Id, open, null, Reach.All));
        await Later();
        Assert.Equal("Tomé Vidal", Assert.Single(await Told(world.Ruta)).For.Name);
        var secret = await Arranged(isPrivate: true);
        await world.Do(new CancelEntry(world.Noor.Id, secret, null, Reach.All));
        await Later();
        Assert.Single(await Told(world.Ruta));
        Assert.Equal(2, (await Told(world.Ana)).Count);
        // With the grant goes what was told under it.
        foreach (var grant in await world.See(s => s.GrantsHeldBy(world.Ana.Id)))
            await world.Do(new WithdrawAccess(world.Tome.Id, grant.Id));
        Assert.Empty(await Told(world.Ana));
    }

    [Fact]
    public async Task What_was_cancelled_comes_back_within_the_hour_and_everyone_is_asked_anew()
    {
        var made = await Arranged();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made, null, Answer.Accepted, null, null));
        await world.Do(new CancelEntry(world.Noor.Id, made, null, Reach.All));
        await Later();
        Assert.Equal(
            (made, "Tuesday 16 March, 12:00 to 12:45; Noor Haddad cancelled it at 09:42."),
            Assert.Single(await Cancelled(world.Noor)) is var one ? (one.Entry, one.Words) : default
        );
        Assert.Empty(await Cancelled(world.Tome));
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new RestoreMeeting(world.Tome.Id, made)));
        await world.Do(new RestoreMeeting(world.Noor.Id, made));
        await Later();
        var entry = await world.Entry(made);
        Assert.Equal((MeetingStatus.Sent, 2), (entry.Status, entry.Sequence));
        Assert.All(entry.Participations, p => Assert.Equal(Answer.None, p.Answer));
        Assert.Equal(("Invitation: Insurers, renewal terms", 2), (world.Post.Mail[^1].Subject, world.Post.Mail[^1].Sequence));
        Assert.Empty(await Cancelled(world.Noor));
    }

    [Fact]
    public async Task After_an_hour_what_was_cancelled_stays_so()
    {
        var made = await Arranged();
        await world.Do(new CancelEntry(world.Noor.Id, made, null, Reach.All));
        world.Advance(3_601);
        Assert.Empty(await Cancelled(world.Noor));
        Assert.Equal(
            RefusalKind.CancelledLongAgo,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new RestoreMeeting(world.Noor.Id, made)))).Refusal.Kind
        );
    }

    private Task<IReadOnlyList<CancelledView>> Cancelled(CalendarUser viewer) =>
        world.See(s => new ReadChase(viewer.Id, world.Now).Run(s).Cancelled);

    private async Task<string> Arranged(string start = "2027-03-16T12:00", bool isPrivate = false, CalendarUser[]? with = null)
    {
        var made = await world.Arrange(start, isPrivate, with ?? []);
        await Later();
        return made.PublicId;
    }

    private async Task Change(string entry, EntryEdit becomes, EntryEdit was)
    {
        Assert.Empty((await world.Do(new ChangeEntry(world.Noor.Id, entry, null, Reach.All, becomes, was))).Conflicts);
        await Later();
    }

    private async Task Later()
    {
        world.Advance(10);
        await world.SendDue();
    }

    private Task<IReadOnlyList<MeetingNewsView>> Told(CalendarUser viewer) =>
        world.See(s => new ReadDesk(viewer.Id, world.Now).Run(s).Told);
}
