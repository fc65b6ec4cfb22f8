using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>A principal's own page, and who gets a copy of what they are told.</summary>
public sealed class MineTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<MineView> Mine(CalendarUser viewer) => world.See(s => new ReadMine(viewer.Id, world.Now).Run(s));

    private Task<AddedAppointment> Put(string title, string start, int minutes = 30, string? place = null) =>
        world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, title, World.Timed(start, minutes), place));

    private Task<ArrangedMeeting> AskMaren(bool isPrivate = false) =>
        world.Do(
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

    /// <summary>Who was told, and for whom.</summary>
    private async Task<IReadOnlyList<(string To, string? For)>> Told()
    {
        world.Advance(11);
        await world.SendDue();
        return [.. world.Post.Notices.Select(n => (n.To, n.For)).Order()];
    }

    [Fact]
    public async Task It_says_what_is_now_and_what_comes()
    {
        await Put("Over", "2027-03-08T08:00");
        await Put("Read-in", "2027-03-08T09:30", place: "Gannet");
        await Put("Board", "2027-03-08T11:00");
        await Put("Tomorrow", "2027-03-09T11:00");
        var mine = await Mine(world.Maren);
        Assert.Equal(
            [("Read-in", "now, to 10:00", true), ("Board", "11:00 to 11:30", false)],
            mine.Coming.Select(c => (c.Title, c.When, c.IsNow))
        );
        Assert.Null(mine.After);
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 8, 12, 0));
        mine = await Mine(world.Maren);
        Assert.Empty(mine.Coming);
        Assert.Equal("tomorrow 11:00 to 11:30", mine.After!.When);
    }

    [Fact]
    public async Task It_says_what_is_asked_what_others_did_and_who_holds_what_to_be_withdrawn()
    {
        await AskMaren();
        await Put("Board", "2027-03-08T11:00");
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Own", World.Timed("2027-03-08T15:00"), null));
        var mine = await Mine(world.Maren);
        Assert.Equal(["Blade contract"], mine.Asked.Select(a => a.Title));
        Assert.Equal(["entered “Board”"], mine.Done.Select(d => d.Words));
        var noor = Assert.Single(mine.Holders);
        Assert.Equal(
            ("Noor Haddad", "may see everything in your calendar, private entries too, and speak for you"),
            (noor.Who.Name, noor.Words)
        );
        Assert.Equal(["Noor Haddad"], mine.Speakers.Select(s => s.Name));
        await world.Do(new WithdrawAccess(world.Maren.Id, noor.Grant));
        mine = await Mine(world.Maren);
        Assert.Empty(mine.Holders);
        Assert.Empty(mine.Speakers);
    }

    [Fact]
    public async Task It_is_one_s_own_and_says_nothing_of_others()
    {
        await Put("Board", "2027-03-08T11:00");
        var noor = await Mine(world.Noor);
        Assert.Empty(noor.Coming);
        Assert.Empty(noor.Done);
        Assert.Empty(noor.Holders);
    }

    [Fact]
    public async Task An_invitation_goes_to_who_is_asked_and_to_who_speaks_for_them()
    {
        var group = await world.Do(
            new AddPerson(
                new CalendarUser(
                    default,
                    "",
                    UserKind.Group,
                    "Office",
                    "office@ebbline.example",
                    true,
                    "Europe/Lisbon",
                    null,
                    null,
                    0,
                    null
                )
            )
        );
        await world.Do(new AddMember(group.Id, world.Ana.Id));
        await world.Do(new GrantAccess(world.Maren.Id, world.Maren.Id, [group.Id], new AccessTerms(Sight.Everything, Acting.SpeakFor)));
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.Change);
        await AskMaren();
        Assert.Equal(
            [
                ("ana@ebbline.example", "maren@ebbline.example"),
                ("maren@ebbline.example", null),
                ("noor@ebbline.example", "maren@ebbline.example"),
            ],
            await Told()
        );
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task A_private_one_only_to_who_is_granted_private_entries(bool isPrivate)
    {
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.SpeakFor);
        await AskMaren(isPrivate);
        Assert.Equal(!isPrivate, (await Told()).Contains(("ana@ebbline.example", "maren@ebbline.example")));
    }

    [Fact]
    public async Task A_principal_who_wants_none_gets_none_but_what_nobody_else_is_told()
    {
        await world.Do(new KeepSetting(world.Maren.Id, "own-copies", "false"));
        await AskMaren();
        Assert.Equal([("noor@ebbline.example", "maren@ebbline.example")], await Told());
        world.Post.Notices.Clear();
        var grant = (await world.See(s => s.GrantsIn([world.Maren.Id]))).Single(g => g.Receiver == world.Noor.Id);
        await world.Do(new ChangeAccess(world.Maren.Id, grant.Id, grant.Terms with { Private = false }));
        await AskMaren(isPrivate: true);
        Assert.Equal([("maren@ebbline.example", null)], await Told());
    }

    [Fact]
    public async Task An_answer_goes_to_the_organiser_and_who_speaks_for_them_and_not_to_who_gave_it()
    {
        var meeting = await world.Arrange(with: [world.Tome]);
        await Told();
        world.Post.Notices.Clear();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, meeting.PublicId, null, Answer.Accepted, null, null));
        Assert.Equal([("maren@ebbline.example", null), ("noor@ebbline.example", "maren@ebbline.example")], await Told());
        world.Post.Notices.Clear();
        await AskMaren();
        await Told();
        world.Post.Notices.Clear();
        var asked = (await Mine(world.Maren)).Asked.Single().Entry!;
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, asked, null, Answer.Accepted, null, null));
        Assert.Equal([("tome@ebbline.example", null)], await Told());
    }

    [Fact]
    public async Task What_is_undone_in_time_nobody_gets()
    {
        var asked = await AskMaren();
        await world.Do(new UndoChange(world.Tome.Id, asked.Change));
        Assert.Empty(await Told());
    }
}
