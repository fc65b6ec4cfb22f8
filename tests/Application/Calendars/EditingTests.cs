using Corlin.Application.Access;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Changing what stands on a calendar: who may, what is kept, and taking it back and doing it again.</summary>
public sealed class EditingTests : IAsyncLifetime
{
    private static readonly LocalDateTime Third = new(2027, 3, 30, 12, 0);
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static EntryEdit At(string start) => new() { Time = World.Timed(start) };

    private async Task<string> Series() =>
        (
            await world.Do(
                new ArrangeMeeting(
                    world.Noor.Id,
                    world.Maren.Id,
                    "Tide table",
                    [new Invited(world.Tome.PublicId, AttendeeRole.Required), new Invited(world.Gannet.PublicId, AttendeeRole.Resource)],
                    World.Timed("2027-03-16T12:00"),
                    "Gannet",
                    null,
                    null,
                    null,
                    false,
                    Rule.Parse("FREQ=WEEKLY;COUNT=5")
                )
            )
        ).PublicId;

    [Fact]
    public async Task A_cut_is_one_change_that_is_taken_back_and_done_again_as_one()
    {
        var id = await Series();
        world.Advance(30);
        await world.SendDue();
        var cut = await world.Do(new ChangeEntry(world.Noor.Id, id, Third, Reach.FromHereOn, At("2027-03-30T15:00"), new EntryEdit()));
        var following = await world.Entry(cut.Entry);
        Assert.Equal((await world.Entry(id)).Uid, following.RelatedTo);
        Assert.Equal(Answer.Accepted, following.Participations.Single(p => p.Role == AttendeeRole.Resource).Answer);

        var undone = await world.Do(new UndoChange(world.Noor.Id, cut.Change!.Value));
        Assert.Null(await world.See(s => s.Entry(cut.Entry)));
        Assert.Equal("FREQ=WEEKLY;COUNT=5", (await world.Entry(id)).Rule!.ToString());

        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Equal(following, await world.Entry(cut.Entry), (a, b) =>
            a!.Uid == b!.Uid && a.Time == b.Time && a.Rule!.ToString() == b.Rule!.ToString()
        );
        var before = world.Post.Notices.Count;
        world.Advance(30);
        await world.SendDue();
        // Tomé is told twice: of the series that ends, and of the one that begins.
        Assert.Equal(2, world.Post.Notices.Skip(before).Count(n => n.To == world.Tome.Address));
    }

    [Fact]
    public async Task A_room_that_is_taken_at_the_new_time_declines()
    {
        await world.Do(
            new ArrangeMeeting(
                world.Tome.Id,
                world.Tome.Id,
                "Board",
                [new Invited(world.Ana.PublicId, AttendeeRole.Required), new Invited(world.Gannet.PublicId, AttendeeRole.Resource)],
                World.Timed("2027-03-30T15:00"),
                "Gannet",
                null,
                null,
                null
            )
        );
        var id = await Series();
        await world.Do(new ChangeEntry(world.Noor.Id, id, Third, Reach.ThisOne, At("2027-03-30T15:15"), new EntryEdit()));
        var entry = await world.Entry(id);
        Assert.Equal(Answer.Declined, Agreement.Of(entry, world.Gannet.Id, Third)!.Answer);
        Assert.Equal(Answer.Accepted, Agreement.Of(entry, world.Gannet.Id, null)!.Answer);
    }

    [Theory]
    [InlineData(false, "declined: taken, Board")]
    [InlineData(true, "declined: taken")]
    public async Task A_room_answers_each_occurrence_of_a_series_and_says_by_what_it_is_taken_as_far_as_the_reader_may_know(
        bool isPrivate,
        string words
    )
    {
        await world.Grant(world.Tome, world.Noor, Sight.Headlines, Acting.Look);
        await world.Do(
            new ArrangeMeeting(
                world.Tome.Id,
                world.Tome.Id,
                "Board",
                [new Invited(world.Ana.PublicId, AttendeeRole.Required), new Invited(world.Gannet.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-23T12:15"),
                null,
                null,
                null,
                null,
                isPrivate
            )
        );
        var series = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Lease",
                [new Invited(world.Ruta.PublicId, AttendeeRole.Required), new Invited(world.Gannet.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null,
                Rule: Rule.Parse("FREQ=WEEKLY;COUNT=3")
            )
        );
        Assert.Equal([Answer.Accepted, Answer.Declined, Answer.Accepted], await Said());
        Assert.Equal(words, (await Room(23)).Words);

        // Where it stands at another time the room is free again.
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                series.PublicId,
                new LocalDateTime(2027, 3, 23, 12, 0),
                Reach.ThisOne,
                new EntryEdit { Time = World.Timed("2027-03-23T14:00") },
                new EntryEdit()
            )
        );
        Assert.Equal([Answer.Accepted, Answer.Accepted, Answer.Accepted], await Said());

        async Task<Answer[]> Said() => [(await Room(16)).Answer, (await Room(23)).Answer, (await Room(30)).Answer];
        async Task<ChaseAttendee> Room(int day) =>
            (
                await world.See(s =>
                    new ReadEntry(
                        world.Noor.Id,
                        series.PublicId,
                        new LocalDateTime(2027, 3, day, 12, 0),
                        world.Maren.PublicId,
                        world.Now
                    ).Run(s)
                )
            ).Attendees.Single(a => a.Who.Name == "Gannet");
    }

    [Fact]
    public async Task Who_may_change_an_appointment_asks_nobody_to_it_unless_they_speak_for_its_owner()
    {
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.Change);
        var own = await world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, "Read-in", World.Timed("2027-03-16T12:00"), null));
        ChangeEntry Ask(CalendarUser actor) =>
            new(
                actor.Id,
                own.PublicId,
                null,
                Reach.All,
                new EntryEdit(),
                new EntryEdit(),
                Asking: new Asking([new Invited(world.Tome.PublicId, AttendeeRole.Required)], [])
            );
        Assert.Equal(
            RefusalKind.MayNotSpeakFor,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(Ask(world.Ruta)))).Refusal.Kind
        );
        var asked = await world.Do(Ask(world.Noor));
        var meeting = await world.See(s => new ReadEntry(world.Tome.Id, own.PublicId, null, world.Tome.PublicId, world.Now).Run(s));
        Assert.Equal(("meeting", "pencilled", 1), (meeting.Kind, meeting.Takes, asked.Told));
        await world.Do(new UndoChange(world.Noor.Id, asked.Change!.Value));
        Assert.Equal(EntryKind.Appointment, (await world.Entry(own.PublicId)).Kind);
    }

    [Fact]
    public async Task Turned_over_it_is_organised_by_another_answers_inside_stay_and_those_outside_are_asked_anew()
    {
        var made = await world.Arrange();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.PublicId, null, Answer.Accepted, null, null));
        world.Advance(10);
        await world.SendDue();
        world.Post.Mail.Clear();
        world.Post.Notices.Clear();
        var uid = (await world.Entry(made.PublicId)).Uid;

        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(new TurnOver(world.Tome.Id, made.PublicId, world.Ana.PublicId, Stays: true))
        );
        Assert.Equal(RefusalKind.NotTheOrganiser, refused.Refusal.Kind);
        Assert.True((await world.Do(new TurnOver(world.Noor.Id, made.PublicId, world.Ana.PublicId, Stays: true, "I am away."))).Offered);
        // Until she takes it nobody outside hears of it, and it is the organiser's.
        Assert.Equal((world.Maren.Id, uid), ((await world.Entry(made.PublicId)).Owner, (await world.Entry(made.PublicId)).Uid));
        await world.Do(new AnswerTurnOver(world.Ana.Id, await OfferOf(made.PublicId), Takes: true));
        var meeting = await world.Entry(made.PublicId);
        Assert.Equal((world.Ana.Id, true), (meeting.Owner, meeting.Uid != uid));
        Assert.Equal(
            [(world.Tome.Id, Answer.Accepted), (world.Lakshmi.Id, Answer.None), (world.Maren.Id, Answer.Accepted)],
            meeting.Participations.Select(p => (p.Who, p.Answer))
        );

        world.Advance(10);
        await world.SendDue();
        Assert.Equal(
            [(SchedulingMethod.Cancel, uid, "Maren Falk"), (SchedulingMethod.Request, meeting.Uid, "Ana Brandão")],
            world.Post.Mail.Select(m => (m.Method, m.Uid, m.Organiser.Name))
        );
        // Ana knows what she did; Maren and those for whom others speak are told.
        Assert.Equal(
            ["maren@ebbline.example", "noor@ebbline.example", "tome@ebbline.example"],
            world.Post.Notices.Select(n => n.To).Distinct().Order()
        );
        Assert.All(world.Post.Notices, n => Assert.Equal(EffectKind.TurnedOver, n.Kind));
        var news = Assert.Single((await world.See(new ReadDesk(world.Tome.Id, world.Now).Run)).Told);
        Assert.Equal(("Turned over", "I am away."), (news.Verb, news.Note));
        Assert.Contains("is organised by Ana Brandão from now on. Ana Brandão took it over.", news.Words, StringComparison.Ordinal);

        // From now on it is Ana's to change, and Maren answers it.
        Assert.Equal(
            RefusalKind.NotTheOrganiser,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new CancelEntry(world.Maren.Id, made.PublicId, null, Reach.All))))
                .Refusal
                .Kind
        );
        await world.Do(new CancelEntry(world.Ana.Id, made.PublicId, null, Reach.All));
    }

    private Task<long> OfferOf(string meeting) => world.See(s => s.TurnOverOf(s.Entry(meeting)!.Id)!.Id);

    [Fact]
    public async Task An_offer_to_organise_waits_at_whom_it_is_made_to_and_who_does_not_take_it_says_so()
    {
        var made = await world.Arrange();
        var offered = await world.Do(new TurnOver(world.Noor.Id, made.PublicId, world.Ana.PublicId, Stays: true, "I am away."));
        var row = Assert.Single((await world.See(new ReadDesk(world.Ana.Id, world.Now).Run)).Queue);
        Assert.Equal(("Insurers, renewal terms", "Maren Falk asks you to organise it"), (row.Title, row.Text));
        Assert.Contains("“I am away.”", row.Reason, StringComparison.Ordinal);
        Assert.Equal(
            "Ana Brandão",
            (await world.See(new ReadEntry(world.Noor.Id, made.PublicId, null, world.Maren.PublicId, world.Now).Run)).OfferedTo!.Name
        );

        // Nobody else answers it, or learns that it is there.
        Assert.Equal(
            RefusalKind.NotFound,
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    world.Do(new AnswerTurnOver(world.Tome.Id, row.TurnOver!.Value, Takes: true))
                )
            )
                .Refusal
                .Kind
        );
        await world.Do(new AnswerTurnOver(world.Ana.Id, row.TurnOver!.Value, Takes: false));
        Assert.Empty((await world.See(new ReadDesk(world.Ana.Id, world.Now).Run)).Queue);
        Assert.Equal(world.Maren.Id, (await world.Entry(made.PublicId)).Owner);
        world.Advance(10);
        await world.SendDue();
        var news = Assert.Single((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Told);
        Assert.Contains("Ana Brandão does not take it over. It stays with Maren Falk.", news.Words, StringComparison.Ordinal);
        Assert.Equal(
            RefusalKind.ChangedSince,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Noor.Id, offered.Change)))).Refusal.Kind
        );
    }

    [Fact]
    public async Task An_offer_is_taken_back_and_undone_and_the_last_one_counts()
    {
        var made = await world.Arrange();
        var offered = await world.Do(new TurnOver(world.Noor.Id, made.PublicId, world.Ana.PublicId, Stays: true));
        var undone = await world.Do(new UndoChange(world.Noor.Id, offered.Change));
        Assert.Null(await world.See(s => s.TurnOverOf(s.Entry(made.PublicId)!.Id)));
        await world.Do(new UndoChange(world.Noor.Id, undone));
        await world.Do(new TurnOver(world.Noor.Id, made.PublicId, world.Ruta.PublicId, Stays: true));
        Assert.Empty((await world.See(new ReadDesk(world.Ana.Id, world.Now).Run)).Queue);
        await world.Do(new TakeBackTurnOver(world.Maren.Id, made.PublicId));
        Assert.Empty((await world.See(new ReadDesk(world.Ruta.Id, world.Now).Run)).Queue);
    }

    [Fact]
    public async Task Who_speaks_for_both_turns_it_over_at_once_and_what_was_offered_by_who_speaks_no_more_cannot_be_taken()
    {
        await world.Grant(world.Tome, world.Noor, Core.Access.Sight.Everything, Core.Access.Acting.SpeakFor, isPrivate: true);
        var made = await world.Arrange(with: [world.Ana]);
        await world.Do(new TurnOver(world.Noor.Id, made.PublicId, world.Ruta.PublicId, Stays: true));
        var offer = await OfferOf(made.PublicId);
        foreach (var grant in await world.See(s => s.GrantsIn([world.Maren.Id], [world.Noor.Id], defaults: false)))
            await world.Do(new WithdrawAccess(world.Maren.Id, grant.Id));
        Assert.Equal(
            RefusalKind.ChangedSince,
            (await Assert.ThrowsAsync<RefusedException>(() => world.Do(new AnswerTurnOver(world.Ruta.Id, offer, Takes: true)))).Refusal.Kind
        );
        await world.Grant(world.Maren, world.Noor, Core.Access.Sight.Everything, Core.Access.Acting.SpeakFor, isPrivate: true);
        Assert.False((await world.Do(new TurnOver(world.Noor.Id, made.PublicId, world.Tome.PublicId, Stays: true))).Offered);
        Assert.Equal(world.Tome.Id, (await world.Entry(made.PublicId)).Owner);
        Assert.Null(await world.See(s => s.TurnOverOf(s.Entry(made.PublicId)!.Id)));
    }

    [Fact]
    public async Task A_proposal_that_is_taken_up_asks_the_room_anew()
    {
        await world.Do(
            new ArrangeMeeting(
                world.Tome.Id,
                world.Tome.Id,
                "Board",
                [new Invited(world.Ana.PublicId, AttendeeRole.Required), new Invited(world.Gannet.PublicId, AttendeeRole.Resource)],
                World.Timed("2027-03-16T15:00"),
                "Gannet",
                null,
                null,
                null
            )
        );
        var made = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Tide table",
                [new Invited(world.Tome.PublicId, AttendeeRole.Required), new Invited(world.Gannet.PublicId, AttendeeRole.Resource)],
                World.Timed("2027-03-16T12:00"),
                "Gannet",
                null,
                null,
                null
            )
        );
        Assert.Equal(Answer.Accepted, Agreement.Of(await world.Entry(made.PublicId), world.Gannet.Id, null)!.Answer);
        var proposed = new Core.Time.Stretch(Instant.FromUtc(2027, 3, 16, 15, 15), Instant.FromUtc(2027, 3, 16, 16, 0));
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, made.PublicId, null, Answer.Declined, null, proposed));
        await world.Do(new AcceptProposal(world.Noor.Id, made.PublicId, world.Tome.PublicId, null));
        Assert.Equal(Answer.Declined, Agreement.Of(await world.Entry(made.PublicId), world.Gannet.Id, null)!.Answer);
    }

    [Fact]
    public async Task One_occurrence_asks_another_and_an_outsider_instead_of_one_and_is_taken_back_as_one()
    {
        var id = await Series();
        world.Advance(30);
        await world.SendDue();
        var (mails, notices) = (world.Post.Mail.Count, world.Post.Notices.Count);
        var asking = new Asking(
            [new Invited(world.Ana.PublicId, AttendeeRole.Required), new Invited("new@harbour.example", AttendeeRole.Optional)],
            [world.Tome.PublicId]
        );
        var changed = await world.Do(
            new ChangeEntry(world.Noor.Id, id, Third, Reach.ThisOne, new EntryEdit(), new EntryEdit(), Asking: asking)
        );
        Assert.Equal(3, changed.Told);
        async Task<IReadOnlyList<int>> Stands(CalendarUser who) =>
            [
                .. (
                    await world.See(s => new ReadLanes(world.Noor.Id, [who.PublicId], Third.Date, LanesSpan.WorkingDays, world.Now).Run(s))
                ).Days.Select(d => d.Lanes[0].Entries.Count),
            ];
        Assert.Equal([0, 1, 0, 0, 0], await Stands(world.Ana));
        Assert.Equal([0, 0, 0, 0, 0], await Stands(world.Tome));
        Assert.Equal([0, 1, 0, 0, 0], await Stands(world.Gannet));
        world.Advance(30);
        await world.SendDue();
        Assert.Equal(
            [(EffectKind.Removed, world.Tome.Address), (EffectKind.Invite, world.Ana.Address)],
            world.Post.Notices.Skip(notices).Select(n => (n.Kind, n.To))
        );
        var mail = Assert.Single(world.Post.Mail.Skip(mails));
        Assert.Equal((SchedulingMethod.Request, Third, "new@harbour.example"), (mail.Method, mail.RecurrenceId, mail.To.Address));
        Assert.DoesNotContain(mail.Attendees, a => a.Who.Address == world.Tome.Address);

        var other = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                id,
                Third,
                Reach.ThisOne,
                new EntryEdit(),
                new EntryEdit(),
                Asking: new Asking([new Invited(world.Ruta.PublicId, AttendeeRole.Required)], [world.Ana.PublicId])
            )
        );
        Assert.Equal(
            RefusalKind.NoAttendee,
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    world.Do(
                        new ChangeEntry(
                            world.Noor.Id,
                            id,
                            Third,
                            Reach.All,
                            new EntryEdit(),
                            new EntryEdit(),
                            Asking: new Asking([], [world.Tome.PublicId])
                        )
                    )
                )
            )
                .Refusal
                .Kind
        );
        await world.Do(new UndoChange(world.Noor.Id, other.Change!.Value));
        Assert.Equal([0, 1, 0, 0, 0], await Stands(world.Ana));
    }

    [Fact]
    public async Task An_edit_begun_on_an_older_state_overwrites_nothing()
    {
        var id = await Series();
        var seen = new EntryEdit { Title = "Tide table", Place = "Gannet" };
        await world.Do(new ChangeEntry(world.Maren.Id, id, Third, Reach.All, new EntryEdit { Title = "Tides" }, seen));
        var stale = await world.Do(
            new ChangeEntry(world.Noor.Id, id, Third, Reach.All, new EntryEdit { Title = "Tide tables", Place = "Petrel" }, seen)
        );
        Assert.Equal([EntryPart.Title], stale.Conflicts);
        Assert.Null(stale.Change);
        Assert.Equal(("Tides", "Gannet"), ((await world.Entry(id)).Title, (await world.Entry(id)).Place));
        var merged = await world.Do(new ChangeEntry(world.Noor.Id, id, Third, Reach.All, new EntryEdit { Place = "Petrel" }, seen));
        Assert.NotNull(merged.Change);
        Assert.Equal(("Tides", "Petrel"), ((await world.Entry(id)).Title, (await world.Entry(id)).Place));
    }

    [Fact]
    public async Task Who_may_only_add_changes_what_they_added_and_nothing_else()
    {
        await world.Grant(world.Tome, world.Noor, Sight.Everything, Acting.Add, false);
        var (own, _) = await world.Do(new AddAppointment(world.Noor.Id, world.Tome.Id, "Read-in", World.Timed("2027-03-16T09:00"), null));
        var (other, _) = await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Dentist", World.Timed("2027-03-16T10:00"), null));
        var (hidden, _) = await world.Do(
            new AddAppointment(world.Tome.Id, world.Tome.Id, "Own", World.Timed("2027-03-16T11:00"), null, Private: true)
        );
        Assert.NotNull(
            (await world.Do(new ChangeEntry(world.Noor.Id, own, null, Reach.All, At("2027-03-16T09:30"), new EntryEdit()))).Change
        );
        Assert.Equal(RefusalKind.NotYourAddition, await Refused(other));
        Assert.Equal(RefusalKind.NotFound, await Refused(hidden));
        Assert.Equal(RefusalKind.NotFound, await Refused("nothing"));
    }

    [Fact]
    public async Task One_occurrence_is_cancelled_and_its_attendee_is_told_of_it_alone()
    {
        var id = await Series();
        world.Advance(30);
        await world.SendDue();
        world.Post.Notices.Clear();
        await world.Do(new CancelEntry(world.Noor.Id, id, Third, Reach.ThisOne));
        world.Advance(30);
        await world.SendDue();
        var told = world.Post.Notices.Single(n => n.To == world.Tome.Address);
        Assert.Equal((EffectKind.Cancelled, Third), (told.Kind, told.RecurrenceId));
    }

    [Fact]
    public async Task Who_is_outside_is_sent_the_series_with_its_rule_in_universal_time()
    {
        await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Tide table",
                [new Invited(world.Lakshmi.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null,
                false,
                Rule.Parse("FREQ=WEEKLY;UNTIL=20270413T235959")
            )
        );
        world.Advance(30);
        await world.SendDue();
        var series = Assert.Single(world.Post.Mail).Series!;
        Assert.Equal(("FREQ=WEEKLY;UNTIL=20270413T225959Z", "every week until 13 April 2027"), (series.Rule, series.Words));
    }

    [Theory]
    [InlineData("FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30", RefusalKind.NeverOccurs)]
    [InlineData("FREQ=WEEKLY;BYDAY=FR", RefusalKind.StartLeftOut)]
    public async Task A_rule_that_does_not_fit_is_refused(string rule, RefusalKind kind)
    {
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(
                new AddAppointment(world.Maren.Id, world.Maren.Id, "Never", World.Timed("2027-03-16T09:00"), null, Rule: Rule.Parse(rule))
            )
        );
        Assert.Equal(kind, refused.Refusal.Kind);
    }

    private async Task<RefusalKind> Refused(string entry) =>
        (
            await Assert.ThrowsAsync<RefusedException>(() =>
                world.Do(new ChangeEntry(world.Noor.Id, entry, null, Reach.All, At("2027-03-16T09:30"), new EntryEdit()))
            )
        )
            .Refusal
            .Kind;

    [Fact]
    public async Task The_conference_the_line_and_whether_answers_are_wanted_are_changed_on_a_sent_meeting_and_told_to_those_outside()
    {
        var met = await world.Arrange();
        world.Advance(11);
        await world.SendDue();
        world.Post.Mail.Clear();
        var was = new EntryEdit
        {
            Link = "https://meet.ebbline.example/1",
            DialIn = "",
            Line = "",
            AnswersWanted = true,
        };
        var becomes = new EntryEdit
        {
            Link = "https://theirs.coromandel-marine.example/7",
            DialIn = "+91 555 0107",
            Line = "Use their link.",
            AnswersWanted = false,
        };
        await world.Do(new ChangeEntry(world.Noor.Id, met.PublicId, null, Reach.All, becomes, was));
        world.Advance(11);
        await world.SendDue();
        var mail = Assert.Single(world.Post.Mail);
        Assert.Equal(
            ("https://theirs.coromandel-marine.example/7", "+91 555 0107", "Use their link.", false, 0),
            (mail.Link, mail.DialIn, mail.Line, mail.AnswersWanted, mail.Sequence)
        );
        Assert.Equal(["with a line to those invited", "another conference", "with a dial-in"], mail.Changes);
        Assert.True(Core.Meetings.Agreement.IsAgreed(await world.Entry(met.PublicId), null));

        // Who saw another link writes nothing over it.
        var late = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                met.PublicId,
                null,
                Reach.All,
                new EntryEdit { Link = "" },
                new EntryEdit { Link = "https://meet.ebbline.example/1" }
            )
        );
        Assert.Equal([EntryPart.Link], late.Conflicts);
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                met.PublicId,
                null,
                Reach.All,
                new EntryEdit { DialIn = "" },
                new EntryEdit { DialIn = "+91 555 0107" }
            )
        );
        Assert.Null((await world.Entry(met.PublicId)).DialIn);
    }

    [Fact]
    public async Task Somebody_is_asked_to_one_occurrence_of_an_appointment_which_becomes_a_meeting_and_an_undo_puts_it_back()
    {
        await using var world = await World.MakeAsync();
        var (id, _) = await world.Do(
            new AddAppointment(
                world.Noor.Id,
                world.Maren.Id,
                "Yard walk",
                World.Timed("2027-03-15T09:00"),
                "Dock 4",
                Rule: Rule.Parse("FREQ=WEEKLY;COUNT=4")
            )
        );
        var second = new LocalDateTime(2027, 3, 22, 9, 0);
        var made = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                id,
                second,
                Reach.ThisOne,
                new EntryEdit(),
                new EntryEdit(),
                Asking: new Asking([new Invited(world.Tome.PublicId, AttendeeRole.Required)], [])
            )
        );
        Assert.NotEqual(id, made.Entry);
        var meeting = await world.Entry(made.Entry);
        Assert.Equal(
            (EntryKind.Meeting, "Yard walk", "Dock 4", second, false),
            (meeting.Kind, meeting.Title, meeting.Place, meeting.Time.LocalStart, meeting.IsSeries)
        );
        Assert.Null(Occurrences.Find(await world.Entry(id), second, world.Maren.HomeZone));
        Assert.NotNull(Occurrences.Find(await world.Entry(id), second.PlusDays(7), world.Maren.HomeZone));
        // Once more it is no occurrence any more.
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(
                new ChangeEntry(
                    world.Noor.Id,
                    id,
                    second,
                    Reach.ThisOne,
                    new EntryEdit(),
                    new EntryEdit(),
                    Asking: new Asking([new Invited(world.Tome.PublicId, AttendeeRole.Required)], [])
                )
            )
        );
        await world.Do(new UndoChange(world.Noor.Id, made.Change!.Value));
        Assert.NotNull(Occurrences.Find(await world.Entry(id), second, world.Maren.HomeZone));
        world.Advance(30);
        await world.SendDue();
        Assert.DoesNotContain(world.Post.Notices, n => n.To == world.Tome.Address);
    }
}
