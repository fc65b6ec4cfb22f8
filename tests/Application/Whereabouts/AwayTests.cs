using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Mail;
using Corlin.Application.Ports;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What becomes of what stands in an absence, of what comes for that time, and what those read who write.</summary>
public sealed class AwayTests : IAsyncLifetime
{
    private const string Inside = "I am away until Monday 22 March. Tomé Vidal decides for me.";
    private const string Outside = "I am away until Monday 22 March. For anything urgent write to tome@ebbline.example.";

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static LocalDateTime March(int day, int hour = 0) => new(2027, 3, day, hour, 0);

    private PostAbsence Absence(NewInvitations invitations = NewInvitations.Kept, CalendarUser? cover = null) =>
        new(
            world.Noor.Id,
            world.Maren.Id,
            Absent.AtHome(world.Maren, March(15), March(20)),
            (cover ?? world.Tome).Id,
            null,
            AbsenceKind.Holiday
        )
        {
            Texts = new AwayTexts(Inside, Outside, invitations),
        };

    private async Task<string> Asked(CalendarUser by, string title, string start, params CalendarUser[] with) =>
        (
            await world.Do(
                new ArrangeMeeting(
                    by.Id,
                    by.Id,
                    title,
                    [.. with.Select(w => new Invited(w.PublicId, AttendeeRole.Required))],
                    World.Timed(start),
                    null,
                    null,
                    null,
                    null
                )
            )
        ).PublicId;

    private Task<IReadOnlyList<InAbsenceView>> Standing() =>
        world.See(new ReadInAbsence(world.Noor.Id, world.Maren.PublicId, March(15), March(20), world.Now, world.Tome.PublicId).Run);

    private async Task<Answer> Marens(string entry) => Agreement.Of(await world.Entry(entry), world.Maren.Id, null)!.Answer;

    [Fact]
    public async Task Each_thing_that_stands_in_it_gets_a_proposal_all_are_done_together_and_taken_back_together()
    {
        var own = (await world.Arrange("2027-03-16T12:00", with: [world.Ana])).PublicId;
        var others = await Asked(world.Ana, "Pilot roster", "2027-03-17T15:00", world.Maren);
        var going = await Asked(world.Ana, "Quay lighting", "2027-03-18T10:00", world.Maren);
        await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, "Dentist", World.Timed("2027-03-19T11:00"), null));
        var standing = await Standing();
        Assert.Equal(
            [
                "Insurers, renewal terms: Move Keep SendCover Cancel Ask",
                "Pilot roster: Decline SendCover Keep Ask",
                "Quay lighting: Decline SendCover Keep Ask",
                "Dentist: Keep Cancel Ask",
            ],
            standing.Select(s => $"{s.Title}: {string.Join(' ', s.Choices.Select(c => c.Wish))}")
        );
        var move = standing[0].Choices[0];
        Assert.Equal("Move to Monday 22 March, 09:00", move.Words);

        var changes = await world.Do(
            new PostAbsenceAndSettle(
                world.Noor.Id,
                Absence(),
                [
                    new(own, [null], InAbsenceWish.Move, Instant.FromUnixTimeMilliseconds(move.To!.Value)),
                    new(others, [null], InAbsenceWish.Decline),
                    new(going, [null], InAbsenceWish.SendCover),
                ]
            )
        );
        Assert.Equal(March(22, 9), ((TimedEntry)(await world.Entry(own)).Time).LocalStart);
        var declined = Agreement.Of(await world.Entry(others), world.Maren.Id, null)!;
        Assert.Equal((Answer.Declined, Inside, world.Noor.Id), (declined.Answer, declined.Comment, declined.AnsweredBy));
        Assert.Equal("Maren is away; Tomé Vidal can come instead.", Agreement.Of(await world.Entry(going), world.Maren.Id, null)!.Comment);
        Assert.Equal(["Dentist"], (await Standing()).Select(s => s.Title));

        await world.Do(new UndoAct(world.Noor.Id, changes));
        Assert.Equal(March(16, 12), ((TimedEntry)(await world.Entry(own)).Time).LocalStart);
        Assert.Equal((Answer.None, Answer.None), (await Marens(others), await Marens(going)));
        Assert.Empty((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences);
    }

    [Fact]
    public async Task An_assistant_who_goes_lets_who_covers_keep_her_principals_in_the_same_act()
    {
        await world.Grant(
            world.Maren,
            world.Noor,
            Core.Access.Sight.Everything,
            Core.Access.Acting.SpeakFor,
            isPrivate: true,
            passOn: true
        );
        var own = new PostAbsence(world.Noor.Id, world.Noor.Id, Absent.AtHome(world.Noor, March(15), March(20)), world.Tome.Id, null);
        Task<IReadOnlyList<Core.Access.Grant>> Held() => world.See(s => s.GrantsIn([world.Maren.Id], [world.Tome.Id], defaults: false));
        var act = await world.Do(new PostAbsenceAndSettle(world.Noor.Id, own, []) { CoversPrincipals = true });
        var lent = Assert.Single(await Held());
        Assert.Equal(
            (Core.Access.Acting.SpeakFor, false, 15, 19),
            (lent.Acting, lent.Terms.PassOn, lent.Terms.From!.Value.InUtc().Day, (lent.Terms.Until!.Value - Duration.Epsilon).InUtc().Day)
        );
        await world.Do(new UndoAct(world.Noor.Id, act));
        Assert.Empty(await Held());
        Assert.Empty((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences);
        // Without anybody who covers there is nobody to keep them, and nobody is away either.
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(new PostAbsenceAndSettle(world.Noor.Id, own with { Covers = null }, []) { CoversPrincipals = true })
        );
        Assert.Empty((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences);
    }

    [Fact]
    public async Task What_who_covers_keeps_meanwhile_goes_with_the_absence_to_its_new_days_and_ends_with_it()
    {
        await world.Grant(
            world.Maren,
            world.Noor,
            Core.Access.Sight.Everything,
            Core.Access.Acting.SpeakFor,
            isPrivate: true,
            passOn: true
        );
        Task<IReadOnlyList<Core.Access.Grant>> Held(CalendarUser by) =>
            world.See(s => s.GrantsIn([world.Maren.Id], [by.Id], defaults: false));
        async Task<long> Id() => Assert.Single((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences).Id;
        async Task<IReadOnlyList<long>> Change(int from, CalendarUser cover) =>
            await world.Do(new ChangeAbsence(world.Noor.Id, await Id(), March(from), March(24), cover.Id, null, AbsenceKind.Holiday));
        await world.Do(
            new PostAbsenceAndSettle(
                world.Noor.Id,
                new PostAbsence(world.Noor.Id, world.Noor.Id, Absent.AtHome(world.Noor, March(15), March(20)), world.Tome.Id, null),
                []
            )
            {
                CoversPrincipals = true,
            }
        );
        var first = Assert.Single(await Held(world.Tome)).Terms;
        var later = await Change(16, world.Tome);
        var terms = Assert.Single(await Held(world.Tome)).Terms;
        Assert.Equal((16, 23), (terms.From!.Value.InUtc().Day, (terms.Until!.Value - Duration.Epsilon).InUtc().Day));
        await world.Do(new UndoAct(world.Noor.Id, later));
        Assert.Equal(first, Assert.Single(await Held(world.Tome)).Terms);
        await Change(15, world.Ana);
        Assert.Empty(await Held(world.Tome));
        Assert.Equal(Core.Access.Acting.SpeakFor, Assert.Single(await Held(world.Ana)).Acting);
        var ended = await world.Do(new EndAbsence(world.Noor.Id, await Id()));
        Assert.Empty(await Held(world.Ana));
        await world.Do(new UndoAct(world.Noor.Id, ended));
        Assert.Single(await Held(world.Ana));
    }

    [Fact]
    public async Task Where_one_cannot_be_done_nothing_is_and_nobody_is_away()
    {
        var own = (await world.Arrange("2027-03-16T12:00", with: [world.Ana])).PublicId;
        var others = await Asked(world.Ana, "Pilot roster", "2027-03-17T15:00", world.Maren);
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(
                new PostAbsenceAndSettle(
                    world.Noor.Id,
                    Absence(),
                    [new(others, [null], InAbsenceWish.Decline), new(own, [null], InAbsenceWish.Decline)]
                )
            )
        );
        Assert.Equal(Answer.None, await Marens(others));
        Assert.Empty((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences);
    }

    [Fact]
    public async Task It_is_settled_later_too_and_the_principal_is_asked_by_a_letter()
    {
        var others = await Asked(world.Ana, "Pilot roster", "2027-03-17T15:00", world.Maren);
        await world.Do(Absence());
        var id = Assert.Single((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences).Id;
        await world.Do(new SettleInAbsence(world.Noor.Id, id, [new(others, [null], InAbsenceWish.Ask)]));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(
            "What is to become of “Pilot roster” while you are away from 15 March 2027 to 19 March 2027?",
            Assert.Single(world.Post.Letters, l => l.To.Address == world.Maren.Address).Text
        );
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new SettleInAbsence(world.Ruta.Id, id, [])));
    }

    [Theory]
    [InlineData(NewInvitations.Kept, Answer.None, null)]
    [InlineData(NewInvitations.Declined, Answer.Declined, Inside)]
    [InlineData(NewInvitations.PassedOn, Answer.Declined, "Maren is away; Tomé Vidal can come instead.")]
    public async Task What_comes_from_then_on_is_decided_by_it_once_it_cannot_be_taken_back_and_what_stood_before_is_not(
        NewInvitations invitations,
        Answer answer,
        string? comment
    )
    {
        var before = await Asked(world.Ana, "Stood before", "2027-03-16T09:00", world.Maren);
        world.Advance(60);
        await world.Do(Absence(invitations));
        world.Advance(60);
        var first = await Asked(world.Ana, "First", "2027-03-16T12:00", world.Maren);
        await Asked(world.Ana, "After it", "2027-03-23T12:00", world.Maren);
        var worker = new AwayWorker(world.Store, world.Gate);
        Assert.Equal(0, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        world.Advance(11);
        Assert.Equal(1, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        Assert.Equal(0, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        var part = Agreement.Of(await world.Entry(first), world.Maren.Id, null)!;
        Assert.Equal((answer, comment), (part.Answer, part.Comment));
        Assert.Equal(Answer.None, await Marens(before));
        // The text goes once to who asks twice.
        await Asked(world.Ana, "Second", "2027-03-17T12:00", world.Maren);
        world.Advance(11);
        Assert.Equal(1, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(
            (Inside, true),
            Assert.Single(
                world
                    .Post.Letters.Where(l => l.To.Address == world.Ana.Address && l.Subject.StartsWith("Away: ", StringComparison.Ordinal))
                    .Select(l => (l.Text, l.Automatic))
            )
        );
    }

    [Fact]
    public async Task Whoever_writes_reads_the_text_once_and_no_machine_does()
    {
        await world.Do(Absence());
        Assert.Empty(await Answers("before@away.example"));
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 16, 9, 0));
        Assert.Equal([Outside], await Answers("a@porto.example"));
        Assert.Empty(await Answers("a@porto.example"));
        Assert.Empty(await Answers("A@Porto.example"));
        Assert.Equal([Outside], await Answers("b@porto.example"));
        Assert.Empty(await Answers("list@porto.example", automatic: true));
        Assert.Equal([Inside], await Answers(world.Ana.Address));
        Assert.Empty(await Answers(world.Maren.Address));
        // When it is made longer, who writes again is told again.
        var absence = Assert.Single((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences);
        await world.Do(new ChangeAbsence(world.Noor.Id, absence.Id, March(15), March(24), world.Tome.Id, null, AbsenceKind.Holiday));
        Assert.Equal([Outside], await Answers("a@porto.example"));
        await world.Do(
            new EndAbsence(
                world.Noor.Id,
                Assert.Single((await world.See(new ReadWhereabouts(world.Noor.Id, null, world.Now).Run)).Absences).Id
            )
        );
        Assert.Empty(await Answers("c@porto.example"));
    }

    private int letters;

    private async Task<IEnumerable<string>> Answers(string from, bool automatic = false)
    {
        var sent = world.Post.Letters.Count;
        var id = $"m{letters++}@porto.example";
        await world.Do(
            new ReceiveMail(
                new ReceivedMail(id, new Mailbox("", from), new Mailbox("Maren Falk", world.Maren.Address), "A berth", "…", [], [])
                {
                    Automatic = automatic,
                },
                null
            )
        );
        world.Advance(11);
        await world.SendDue();
        return world
            .Post.Letters.Skip(sent)
            .Where(l => string.Equals(l.To.Address, from, StringComparison.OrdinalIgnoreCase))
            .Select(l => l.Text);
    }

    [Fact]
    public async Task Who_arranges_is_told_before_sending_who_covers_and_what_they_say()
    {
        await world.Do(Absence());
        var chosen = await world.See(
            new ReadChosen(
                world.Ana.Id,
                world.Ana.PublicId,
                [world.Maren.PublicId],
                [],
                new Stretch(Instant.FromUtc(2027, 3, 16, 10, 0), Instant.FromUtc(2027, 3, 16, 11, 0)),
                "Gannet",
                false,
                world.Now
            ).Run
        );
        Assert.Contains(chosen.Wrong, w => w.Words == $"Maren away then. Tomé Vidal covers for Maren. “{Inside}”");
    }

    [Fact]
    public async Task A_year_says_who_is_away_together_and_counts_the_days_at_each_place()
    {
        await world.Do(new AddPlace(new Place("Yard", "Yard", "Halifax", "America/Halifax")));
        await world.Do(
            new SayWhere(
                world.Noor.Id,
                world.Maren.Id,
                [new(StayKind.Place, "Yard", new LocalDate(2027, 4, 5), new LocalDate(2027, 4, 9), null, DaySpan.Whole)],
                0
            )
        );
        await world.Do(Absence());
        await world.Do(new PostAbsence(world.Noor.Id, world.Noor.Id, Absent.AtHome(world.Noor, March(18, 12), March(25)), null, null));
        await world.Do(new KeepNoGo(world.Noor.Id, world.Maren.Id, new LocalDate(2027, 5, 5), 2, "half-year report"));
        var year = await world.See(new ReadWhereaboutsYear(world.Noor.Id, 2027, world.Now).Run);
        Assert.Equal((53, "2026-12-28", "Jan"), (year.Weeks.Count, year.Weeks[0].First, year.Weeks[0].Month));
        Assert.Equal(["Maren and Noor are both away from 18 March 2027, 12:00 to 20 March 2027, 00:00."], year.Together);
        var maren = year.Rows.Single(r => r.Who.Id == world.Maren.PublicId);
        Assert.Equal(
            ["11-11 True On holiday from 15 March 2027 to 19 March 2027", "18-19 False No-go week, half-year report"],
            maren.Marks.Select(m => $"{m.First}-{m.Last} {m.Away} {m.Words}")
        );
        // 261 weekdays in 2027: five away, five at the yard.
        Assert.Equal(["Lisbon 251", "Away 5", "Yard 5"], maren.Balance.Select(b => $"{b.Place} {b.Total}"));
        Assert.Equal((18, 5, 17), (maren.Balance[0].Months[2], maren.Balance[2].Months[3], maren.Balance[0].Months[3]));
        Assert.Equal(5, maren.Balance[1].Months[2]);
        Assert.DoesNotContain((await world.See(new ReadWhereaboutsYear(world.Ruta.Id, 2027, world.Now).Run)).Rows, r =>
            r.Who.Id == world.Maren.PublicId
        );
        await Assert.ThrowsAsync<RefusedException>(() => world.See(new ReadWhereaboutsYear(world.Noor.Id, 1, world.Now).Run));
    }

    [Fact]
    public async Task Texts_have_bounds_and_what_comes_is_passed_on_only_to_somebody()
    {
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(Absence() with { Texts = new AwayTexts(new string('x', 1001), null, NewInvitations.Kept) })
        );
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(Absence() with { Covers = null, Texts = new AwayTexts(null, null, NewInvitations.PassedOn) })
        );
    }
}
