using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Granting, passing on, asking, telling and taking back, on a real store.</summary>
public sealed class AccessTests : IAsyncLifetime
{
    private static readonly AccessTerms Headline = new(Sight.Headlines, Acting.Look);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task What_is_granted_holds_at_once_is_told_after_ten_seconds_and_goes_with_an_undo()
    {
        await Entry();
        Assert.Equal("taken", await TitleFor(world.Ruta));
        var change = await Give(world.Maren, world.Maren, Headline, "for the array visits", world.Ruta, world.Tome);
        Assert.Equal("Read-in", await TitleFor(world.Ruta));
        Assert.Empty(await NewsOf(world.Ruta));
        world.Advance(11);
        var told = Assert.Single(await NewsOf(world.Ruta));
        Assert.Equal(
            ("Maren Falk lets you see headlines of Maren’s calendar.", "for the array visits", true),
            (told.Words, told.Line, told.ToLane)
        );
        Assert.Equal(told.Words, Assert.Single(await NewsOf(world.Tome)).Words);

        await world.Do(new PutAccessNewsAway(world.Ruta.Id, told.Id));
        Assert.Empty(await NewsOf(world.Ruta));
        Assert.Single(await NewsOf(world.Tome));
        await Refused(RefusalKind.NotFound, new PutAccessNewsAway(world.Ana.Id, told.Id));

        var undone = await world.Do(new UndoChange(world.Maren.Id, change));
        Assert.Equal("taken", await TitleFor(world.Ruta));
        world.Advance(11);
        Assert.Equal(
            "Maren Falk has withdrawn it: you may no longer see headlines of Maren’s calendar.",
            (await NewsOf(world.Ruta))[0].Words
        );
        await world.Do(new UndoChange(world.Maren.Id, undone));
        Assert.Equal("Read-in", await TitleFor(world.Ruta));
    }

    [Fact]
    public async Task What_is_undone_within_ten_seconds_is_never_told()
    {
        var change = await Give(world.Maren, world.Maren, Headline, null, world.Ruta);
        await world.Do(new UndoChange(world.Maren.Id, change));
        world.Advance(60);
        Assert.Empty(await NewsOf(world.Ruta));
    }

    [Fact]
    public async Task A_group_holds_for_its_members_and_who_joins_later()
    {
        await Entry();
        var board = await Group("Safety board", world.Ruta);
        var inner = await Group("Array design", world.Tome);
        await world.Do(new AddMember(board.Id, inner.Id));
        await Give(world.Maren, world.Maren, Headline, null, board);
        Assert.Equal("Read-in", await TitleFor(world.Ruta));
        Assert.Equal("Read-in", await TitleFor(world.Tome));
        Assert.Equal("taken", await TitleFor(world.Ana));
        await world.Do(new AddMember(inner.Id, world.Ana.Id));
        Assert.Equal("Read-in", await TitleFor(world.Ana));
        world.Advance(11);
        Assert.Equal("Maren Falk lets Safety board see headlines of Maren’s calendar.", Assert.Single(await NewsOf(world.Ana)).Words);
    }

    [Fact]
    public async Task A_group_that_is_in_itself_is_walked_once()
    {
        var one = await Group("Safety board", world.Ruta);
        var other = await Group("Array design", one);
        await world.Do(new AddMember(one.Id, other.Id));
        await Give(world.Maren, world.Maren, Headline, null, one);
        await Entry();
        Assert.Equal("Read-in", await TitleFor(world.Ruta));
    }

    [Fact]
    public async Task What_has_a_date_holds_from_then_to_then_and_its_end_is_told()
    {
        await Entry();
        var terms = Headline with { From = world.Now + Duration.FromHours(1), Until = world.Now + Duration.FromHours(5) };
        await Give(world.Maren, world.Maren, terms, null, world.Ruta);
        Assert.Equal("taken", await TitleFor(world.Ruta));
        var worker = new AccessWorker(world.Store, world.Live);
        await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken);
        world.Live.Changes.Clear();
        world.Advance(3_600);
        // Maren's calendar looks otherwise to somebody, Ruta was told of it meanwhile, and Noor of what the world began with.
        Assert.Equal(3, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        Assert.Equal(3, world.Live.Changes.Count);
        Assert.Equal(0, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        Assert.Equal("Read-in", await TitleFor(world.Ruta));
        world.Advance(4 * 3_600);
        Assert.Equal("taken", await TitleFor(world.Ruta));
        Assert.Equal("It has ended: you could see headlines of Maren’s calendar.", (await NewsOf(world.Ruta))[0].Words);
    }

    [Fact]
    public async Task Who_may_pass_it_on_grants_as_much_and_no_more_and_both_names_are_told()
    {
        await Refused(RefusalKind.MayNotGrant, Granting(world.Noor, world.Maren, Headline, world.Ruta));
        await world.Grant(world.Maren, world.Noor, Sight.Headlines, Acting.Add, passOn: true);
        await Refused(
            RefusalKind.MoreThanHeld,
            Granting(world.Noor, world.Maren, new AccessTerms(Sight.Everything, Acting.Look), world.Ruta)
        );
        await Refused(
            RefusalKind.MoreThanHeld,
            Granting(world.Noor, world.Maren, new AccessTerms(Sight.Headlines, Acting.Look, Private: true), world.Ruta)
        );
        await Refused(
            RefusalKind.OutsideLooks,
            Granting(world.Maren, world.Maren, new AccessTerms(Sight.Headlines, Acting.Add), world.Lakshmi)
        );
        await Refused(RefusalKind.OwnCalendar, Granting(world.Noor, world.Maren, Headline, world.Maren));
        await Give(world.Noor, world.Maren, Headline, null, world.Ruta);
        world.Advance(11);
        Assert.Equal(
            "Noor Haddad for Maren Falk lets you see headlines of Maren’s calendar.",
            Assert.Single(await NewsOf(world.Ruta)).Words
        );

        // What the owner gave beyond it is not hers to take.
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.Look);
        var anas = Assert.Single((await Grants(world.Maren, world.Ana, world.Maren)).Grants);
        await Refused(RefusalKind.MoreThanHeld, new WithdrawAccess(world.Noor.Id, anas.Id));
        await Refused(RefusalKind.MoreThanHeld, Granting(world.Noor, world.Maren, Headline, world.Ana));
        await Refused(RefusalKind.NotFound, new WithdrawAccess(world.Tome.Id, anas.Id));
        Assert.Equal(Sight.Everything, Assert.Single((await Grants(world.Maren, world.Ana, world.Maren)).Grants).Sight);
        // But who holds it may give it back.
        await world.Do(new WithdrawAccess(world.Ana.Id, anas.Id));
        Assert.Empty((await Grants(world.Maren, world.Ana, world.Maren)).Grants);
    }

    [Fact]
    public async Task What_is_changed_replaces_what_stood_and_the_history_keeps_both()
    {
        await Give(world.Maren, world.Maren, Headline, null, world.Ruta);
        var grant = Assert.Single((await Grants(world.Maren, world.Ruta, world.Maren)).Grants);
        var changed = await world.Do(new ChangeAccess(world.Maren.Id, grant.Id, new AccessTerms(Sight.Everything, Acting.Change)));
        await Refused(RefusalKind.NotFound, new ChangeAccess(world.Maren.Id, grant.Id, Headline));
        await Give(world.Maren, world.Maren, new AccessTerms(Sight.Everything, Acting.Add), null, world.Ruta);
        var stands = Assert.Single((await Grants(world.Maren, world.Ruta, world.Maren)).Grants);
        Assert.Equal((Sight.Everything, Acting.Add), (stands.Sight, stands.Acting));
        await Refused(RefusalKind.ChangedSince, new UndoChange(world.Maren.Id, changed));
    }

    [Fact]
    public async Task Who_covers_holds_for_those_days_what_the_assistant_holds_and_no_more()
    {
        // She may pass on what she holds of Tomé, not of Maren.
        await world.Grant(world.Tome, world.Noor, Sight.Everything, Acting.Change, passOn: true);
        var today = world.Now.InUtc().Date;
        var covered = await world.Do(
            new CoverFor(world.Noor.Id, world.Noor.Id, world.Ruta.Id, today.PlusDays(1), today.PlusDays(2), "leave")
        );
        Assert.Single(covered.Changes);
        Assert.Equal([world.Maren.Id], covered.Left);
        Acting On(CalendarUser owner, NodaTime.Instant at, ICalendarReads s) =>
            Rights.Combine(s.GrantsOn([owner.Id], world.Ruta.Id)[owner.Id], true, at, s.CeilingFor(true)).Acting;
        Assert.Equal(
            [Acting.Look, Acting.Change, Acting.Change, Acting.Look],
            await world.See(s => Enumerable.Range(0, 4).Select(d => On(world.Tome, world.Now + NodaTime.Duration.FromDays(d), s)).ToArray())
        );
        world.Advance(11);
        Assert.Contains(
            "lets you see everything in Tomé’s calendar and change it, from",
            Assert.Single(await NewsOf(world.Ruta)).Words,
            StringComparison.Ordinal
        );
        // The principal does it for what is theirs; somebody else for nothing, and learns of nothing.
        Assert.Equal(
            [world.Maren.Id],
            (await world.Do(new CoverFor(world.Maren.Id, world.Noor.Id, world.Ana.Id, today, today, null))) is var own
            && own.Left.Count == 0
                ? [world.Maren.Id]
                : own.Left
        );
        await Refused(RefusalKind.MayNotGrant, new CoverFor(world.Ana.Id, world.Noor.Id, world.Ruta.Id, today, today, null));
        Assert.Empty((await world.See(s => new ReadCover(world.Ana.Id, world.Noor.PublicId, world.Now).Run(s))).Calendars);
        Assert.Equal(
            ["Maren Falk", "Tomé Vidal"],
            (await world.See(s => new ReadCover(world.Noor.Id, world.Noor.PublicId, world.Now).Run(s)))
                .Calendars.Select(c => c.Owner.Name)
                .Order()
        );
        await world.Do(new UndoChange(world.Noor.Id, covered.Changes[0]));
        Assert.Equal(Acting.Look, await world.See(s => On(world.Tome, world.Now + NodaTime.Duration.FromDays(1), s)));
    }

    [Fact]
    public async Task Asked_for_it_waits_on_the_desk_and_is_granted_less_or_refused()
    {
        await world.Do(
            new AskForAccess(
                world.Ruta.Id,
                world.Maren.Id,
                new AccessTerms(Sight.Everything, Acting.Look),
                "array visits",
                new AccessTerms(Sight.Outline, Acting.Look)
            )
        );
        var row = Assert.Single((await Desk(world.Maren)).Queue, r => r.Key.StartsWith("access-", StringComparison.Ordinal));
        Assert.Equal(
            ("Decide", "Ruta Vaitkus asks", "to see everything in your calendar", "“array visits”"),
            (row.Verb, row.Title, row.Text, row.Reason)
        );
        // Who speaks for her but may pass nothing on does not decide it.
        Assert.DoesNotContain((await Desk(world.Noor)).Queue, r => r.Key.StartsWith("access-", StringComparison.Ordinal));
        var request = Assert.Single((await Access(world.Maren)).Requests);
        await Refused(RefusalKind.MayNotGrant, new RefuseAccess(world.Noor.Id, request.Id));
        await world.Do(new GrantAccess(world.Maren.Id, world.Maren.Id, [world.Ruta.Id], Headline, null, request.Id));
        Assert.Empty((await Access(world.Maren)).Requests);
        world.Advance(11);
        Assert.Equal("Maren Falk lets you see headlines of Maren’s calendar.", Assert.Single(await NewsOf(world.Ruta)).Words);
        Assert.Equal("Ruta Vaitkus lets you see the outline of Ruta’s calendar.", Assert.Single(await NewsOf(world.Maren)).Words);

        await world.Do(new AskForAccess(world.Tome.Id, world.Maren.Id, Headline, null));
        await world.Do(new AskForAccess(world.Tome.Id, world.Maren.Id, new AccessTerms(Sight.Outline, Acting.Add), null));
        var anew = Assert.Single((await Access(world.Maren)).Requests);
        Assert.Equal(Acting.Add, anew.Acting);
        await Refused(RefusalKind.NotFound, new AskNoMore(world.Ana.Id, anew.Id));
        await world.Do(new RefuseAccess(world.Maren.Id, anew.Id, "not now"));
        world.Advance(11);
        var told = Assert.Single(await NewsOf(world.Tome));
        Assert.Equal(
            ("Maren Falk refuses what you asked for: to see the outline of Maren’s calendar and add to it.", "not now", false),
            (told.Words, told.Line, told.ToLane)
        );
    }

    [Fact]
    public async Task A_ceiling_holds_for_what_stands_and_for_what_is_granted()
    {
        await Entry();
        await Give(world.Maren, world.Maren, Headline, null, world.Ruta);
        await Refused(RefusalKind.AdministratorsOnly, new SetCeiling(world.Maren.Id, true, new Ceiling(Sight.Outline, Acting.Look, false)));
        var set = await world.Do(new SetCeiling(world.Administrator.Id, true, new Ceiling(Sight.Outline, Acting.Add, false)));
        Assert.Equal("taken", await TitleFor(world.Ruta));
        // What Noor holds is cut as well; both are told, and the table says what holds now.
        Assert.Equal(2, set.Cut);
        world.Advance(11);
        Assert.Contains(
            "The organisation allows less: you may now see the outline of Maren’s calendar.",
            (await NewsOf(world.Ruta)).Select(n => n.Words)
        );
        var cells = await world.See(s => new ReadAccessCells(world.Maren.Id, null, [world.Ruta.PublicId], world.Now).Run(s));
        Assert.Equal(Sight.Outline, Assert.Single(cells[0].Cells, c => !c.Own).Sight);
        await Refused(RefusalKind.AboveCeiling, Granting(world.Maren, world.Maren, Headline, world.Tome));
        Assert.Equal("Read-in", await TitleFor(world.Maren));
        var undone = await world.Do(new UndoChange(world.Administrator.Id, set.Change));
        Assert.Equal("Read-in", await TitleFor(world.Ruta));
        await world.Do(new UndoChange(world.Administrator.Id, undone));
        Assert.Equal("taken", await TitleFor(world.Ruta));
    }

    [Fact]
    public async Task The_default_is_set_by_the_owner_and_a_grant_of_ones_own_replaces_it_downwards()
    {
        await Entry();
        await Refused(RefusalKind.MayNotGrant, new SetDefaultAccess(world.Noor.Id, world.Maren.Id, true, Sight.Headlines, Acting.Look));
        await Refused(RefusalKind.OutsideLooks, new SetDefaultAccess(world.Maren.Id, world.Maren.Id, false, Sight.Headlines, Acting.Add));
        await world.Do(new SetDefaultAccess(world.Maren.Id, world.Maren.Id, true, Sight.Headlines, Acting.Look));
        Assert.Equal("Read-in", await TitleFor(world.Ruta));
        await Give(world.Maren, world.Maren, new AccessTerms(Sight.Outline, Acting.Look), null, world.Ruta);
        Assert.Equal("taken", await TitleFor(world.Ruta));
        Assert.Equal("Read-in", await TitleFor(world.Ana));
    }

    [Fact]
    public async Task Who_will_read_a_title_is_counted_private_or_not()
    {
        Assert.Equal(("Maren and one other can read this title", "Maren and one other can read this title"), await Readers());
        await Give(world.Maren, world.Maren, Headline, null, await Group("Safety board", world.Ruta, world.Tome), world.Lakshmi);
        Assert.Equal(("Maren and 4 others can read this title", "Maren and one other can read this title"), await Readers());
        // Everyone inside but Maren: Tomé, Ana, Noor, Ruta, the administrator; and Lakshmi.
        await world.Do(new SetDefaultAccess(world.Maren.Id, world.Maren.Id, true, Sight.Headlines, Acting.Look));
        Assert.Equal("Maren and 6 others can read this title", (await Readers()).Open);
        Assert.Null(await world.See(s => new ReadReaders(world.Ruta.Id, world.Maren.PublicId, null, world.Now).Run(s)));
    }

    [Fact]
    public async Task What_they_see_stands_beside_the_lane_and_never_tells_the_reader_more_than_their_own()
    {
        await Entry();
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Eye clinic", World.Timed("2027-03-08T14:00"), null, null, true));
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.Look, isPrivate: true);
        await world.Grant(world.Maren, world.Tome, Sight.Headlines, Acting.Look, passOn: true);
        var own = await Seen(world.Maren, world.Ruta.PublicId);
        Assert.Equal(["Read-in", "Eye clinic"], own.Theirs.Entries.Select(e => e.Label));
        Assert.Equal("Ruta reads every title.", own.Words);
        var toms = await Seen(world.Tome, world.Ruta.PublicId);
        Assert.Equal(["Read-in", "Private"], toms.Theirs.Entries.Select(e => e.Label));
        Assert.DoesNotContain("Eye clinic", System.Text.Json.JsonSerializer.Serialize(toms), StringComparison.Ordinal);
        // Ana may change the calendar and so knows its categories; Tomé does not learn them by looking through her eyes.
        await world.Grant(world.Maren, world.Ana, Sight.Headlines, Acting.Change);
        await world.Do(new MarkEntries(world.Maren.Id, world.Maren.Id, [own.Theirs.Entries[0].Id!], "Lease", null));
        Assert.Equal("Lease", (await Seen(world.Maren, world.Ana.PublicId)).Theirs.Entries[0].Category?.Name);
        Assert.Null((await Seen(world.Tome, world.Ana.PublicId)).Theirs.Entries[0].Category);
        Assert.Equal(["taken", "Private"], (await Seen(world.Maren, "inside")).Theirs.Entries.Select(e => e.Label));
        Assert.False((await Seen(world.Maren, "outside")).Theirs.Known);
        var refused = await Assert.ThrowsAsync<RefusedException>(() => Seen(world.Ruta, world.Tome.PublicId));
        Assert.Equal(RefusalKind.NotFound, refused.Refusal.Kind);
    }

    [Fact]
    public async Task The_table_has_those_calendars_alone_of_which_one_may_know()
    {
        await world.Grant(world.Maren, world.Noor, Sight.Everything, Acting.SpeakFor, passOn: true);
        await Give(world.Maren, world.Maren, Headline, null, await Group("Safety board", world.Ruta));
        var access = await Access(world.Noor);
        Assert.Equal(["Maren Falk", "Noor Haddad"], access.Calendars.Select(c => c.Who.Name));
        Assert.Equal(["Everyone inside", "Everyone else", "Noor Haddad", "Safety board"], access.Rows.Select(r => r.Name));
        Assert.Equal("group of 1", access.Rows[3].Note);
        Assert.Equal(["Ruta Vaitkus"], (await Access(world.Ruta)).Calendars.Select(c => c.Who.Name));
        var through = await Grants(world.Maren, world.Ruta, world.Maren);
        Assert.Equal(("Safety board", Sight.Headlines), (Assert.Single(through.Through).Group, through.Through[0].Sight));
    }

    private Task Entry() =>
        world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Read-in", World.Timed("2027-03-08T12:00"), null, null, false));

    [Theory]
    [InlineData(Sight.Outline, "Taken", "Private")]
    [InlineData(Sight.Headlines, "Site visit", "Private")]
    public async Task Who_is_outside_gets_what_they_may_see_as_a_file_and_is_sent_to_no_sign_in(Sight sight, string known, string hidden)
    {
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Site visit", World.Timed("2027-03-10T09:00"), null));
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Doctor", World.Timed("2027-03-10T11:00"), null, Private: true));
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "In the summer", World.Timed("2027-07-10T11:00"), null));
        await Give(world.Maren, world.Maren, new AccessTerms(sight, Acting.Look), "As you asked", world.Lakshmi);
        var letter = await LetterAsync();
        Assert.Null(letter.Way);
        Assert.Equal(
            [
                (known, World.Timed("2027-03-10T09:00").ToStretch(DateTimeZone.Utc)),
                (hidden, World.Timed("2027-03-10T11:00").ToStretch(DateTimeZone.Utc)),
            ],
            letter.Lane!.Entries.Select(e => (e.Title, e.Stretch))
        );
        Assert.EndsWith(
            "As you asked\r\n\r\nAll that you may see of it from 8 March 2027 to 6 June 2027 comes with this letter, as a calendar file. It is as the calendar stands today; later changes do not reach it. Write to Maren for a new one.",
            letter.Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task What_has_not_begun_leaves_in_no_file_nor_what_comes_after_its_end()
    {
        await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Site visit", World.Timed("2027-03-10T09:00"), null));
        await Give(
            world.Maren,
            world.Maren,
            new AccessTerms(Sight.Headlines, Acting.Look, From: world.Now + Duration.FromDays(1)),
            null,
            world.Lakshmi
        );
        var letter = await LetterAsync();
        Assert.Null(letter.Lane);
        Assert.EndsWith("It has not begun yet. Write to Maren then, for the calendar as a file.", letter.Text, StringComparison.Ordinal);
        await Give(
            world.Maren,
            world.Maren,
            new AccessTerms(Sight.Headlines, Acting.Look, Until: world.Now + Duration.FromDays(1)),
            null,
            world.Lakshmi
        );
        Assert.Empty((await LetterAsync()).Lane!.Entries);
    }

    private async Task<Letter> LetterAsync()
    {
        world.Advance(11);
        await world.SendDue();
        return world.Post.Letters[^1];
    }

    private static GrantAccess Granting(CalendarUser actor, CalendarUser owner, AccessTerms terms, params CalendarUser[] to) =>
        new(actor.Id, owner.Id, [.. to.Select(t => t.Id)], terms);

    private Task<long> Give(CalendarUser actor, CalendarUser owner, AccessTerms terms, string? line, params CalendarUser[] to) =>
        world.Do(Granting(actor, owner, terms, to) with { Line = line });

    private async Task Refused<T>(RefusalKind kind, IChange<T> change) =>
        Assert.Equal(kind, (await Assert.ThrowsAsync<RefusedException>(() => world.Do(change))).Refusal.Kind);

    private async Task<CalendarUser> Group(string name, params CalendarUser[] members)
    {
        var address = $"{name.Replace(' ', '-').ToLowerInvariant()}@ebbline.example";
        var group = await world.Do(
            new AddPerson(new CalendarUser(default, "", UserKind.Group, name, address, true, "Europe/Lisbon", null, null, 0, null))
        );
        foreach (var member in members)
            await world.Do(new AddMember(group.Id, member.Id));
        return group;
    }

    private async Task<string> TitleFor(CalendarUser viewer) =>
        (await world.See(s => new ReadLanes(viewer.Id, [world.Maren.PublicId], new LocalDate(2027, 3, 8), LanesSpan.Day, world.Now).Run(s)))
            .Days[0]
            .Lanes[0]
            .Entries[0]
            .Label;

    private Task<DeskView> Desk(CalendarUser viewer) => world.See(s => new ReadDesk(viewer.Id, world.Now).Run(s));

    private async Task<IReadOnlyList<AccessNewsView>> NewsOf(CalendarUser viewer) => (await Desk(viewer)).News;

    private Task<AccessView> Access(CalendarUser viewer) => world.See(s => new ReadAccess(viewer.Id, null, world.Now).Run(s));

    private Task<GrantsView> Grants(CalendarUser viewer, CalendarUser who, CalendarUser owner) =>
        world.See(s => new ReadGrants(viewer.Id, who.PublicId, owner.PublicId, world.Now).Run(s));

    private Task<AsSeenView> Seen(CalendarUser viewer, string who) =>
        world.See(s => new ReadAs(viewer.Id, who, world.Maren.PublicId, null, world.Now).Run(s));

    private async Task<(string Open, string Closed)> Readers()
    {
        var readers = await world.See(s => new ReadReaders(world.Maren.Id, world.Maren.PublicId, null, world.Now).Run(s));
        return (readers!.Words, readers.PrivateWords);
    }
}
