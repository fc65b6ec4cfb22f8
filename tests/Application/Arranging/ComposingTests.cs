using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Files;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Slots;
using Corlin.Application.Waiting;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>A meeting while it is written: drafts, what is saved and not sent, holds, papers, what is noted beside it.</summary>
public sealed class ComposingTests : IAsyncLifetime
{
    private const string Parts = """{"title":"Lease"}""";

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private ArrangeMeeting Lease(params CalendarUser[] with) =>
        new(
            world.Noor.Id,
            world.Maren.Id,
            "Lease",
            [.. with.Select(w => new Invited(w.PublicId, AttendeeRole.Required))],
            World.Timed("2027-03-16T12:00"),
            null,
            null,
            null,
            null
        );

    private Task<IReadOnlyList<DraftView>> Drafts(CalendarUser? of = null) =>
        world.See(new ReadDrafts((of ?? world.Noor).Id, world.Now).Run);

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    private Task<EntryDetails> Details(string entry, CalendarUser? viewer = null, CalendarUser? lane = null) =>
        world.See(s => new ReadEntry((viewer ?? world.Noor).Id, entry, null, (lane ?? world.Maren).PublicId, world.Now).Run(s));

    [Fact]
    public async Task What_is_written_is_kept_for_its_writer_alone_and_no_window_writes_over_another()
    {
        var begun = await world.Do(new KeepDraft(world.Noor.Id, null, 0, Parts));
        var kept = await world.Do(new KeepDraft(world.Noor.Id, begun.PublicId, 1, """{"title":"Lease 2"}"""));
        Assert.Equal(RefusalKind.ChangedSince, await Refused(() => world.Do(new KeepDraft(world.Noor.Id, begun.PublicId, 1, Parts))));
        Assert.Equal(("""{"title":"Lease 2"}""", 2), (Assert.Single(await Drafts()).Parts, kept.Version));

        await world.Do(new LayPaper(world.Noor.Id, begun.PublicId, new NewPaper("Lease.pdf", "application/pdf", 9, "aa")));
        var beside = await world.Do(new KeepDraft(world.Noor.Id, null, 0, Parts, begun.PublicId));
        Assert.Equal("Lease.pdf", Assert.Single((await Drafts()).Single(d => d.Id == beside.PublicId).Papers).Name);
        await world.Do(new DropDraft(world.Noor.Id, beside.PublicId));

        Assert.Empty(await Drafts(world.Maren));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(new KeepDraft(world.Maren.Id, begun.PublicId, 2, Parts))));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(new DropDraft(world.Maren.Id, begun.PublicId))));
        await world.Do(new DropDraft(world.Noor.Id, begun.PublicId));
        Assert.Empty(await Drafts());
    }

    [Fact]
    public async Task Two_hours_that_take_turns_are_two_series_made_and_taken_back_in_one()
    {
        var draft = await world.Do(new KeepDraft(world.Noor.Id, null, 0, Parts));
        await world.Do(new LayPaper(world.Noor.Id, draft.PublicId, new NewPaper("Lease.pdf", "application/pdf", 9, "aa")));
        var turns = Lease(world.Tome) with
        {
            Rule = Rule.Weekly(2),
            Turn = new TurnWish(World.Timed("2027-03-23T18:00"), Rule.Weekly(2)),
            Draft = draft.PublicId,
        };
        await world.Arrange();
        var made = await world.Do(turns);
        Assert.Equal(made.PublicId, (await world.Do(turns)).PublicId);
        var stored = await Series();
        Assert.Equal(["2027-03-16T12:00:00", "2027-03-23T18:00:00"], stored.Select(e => $"{e.Time.LocalStart:s}").Order());
        Assert.All(stored, e => Assert.Equal((2, world.Tome.Id), (e.Rule!.Interval, Assert.Single(e.Participations).Who)));
        foreach (var series in stored)
            Assert.Equal("Lease.pdf", Assert.Single(await world.See(s => s.Papers([series.Id]))).Name);
        Assert.Equal(3, (await Asked()).Count);

        await world.Do(new UndoChange(world.Noor.Id, made.Change));
        Assert.Empty(await Series());
        Assert.Single(await Asked());

        Task<List<Entry>> Series() => world.See(s => s.Organised([world.Maren.Id], default, 10).Where(e => e.IsSeries).ToList());
        Task<IReadOnlyList<AnswerRow>> Asked() => world.See(s => new ReadAnswers(world.Tome.Id, world.Now).Run(s).Rows);
    }

    [Fact]
    public async Task A_turn_that_does_not_begin_its_own_series_is_refused() =>
        Assert.Equal(
            RefusalKind.StartLeftOut,
            await Refused(() =>
                world.Do(
                    Lease(world.Tome) with
                    {
                        Rule = Rule.Weekly(2),
                        Turn = new TurnWish(World.Timed("2027-03-23T18:00"), Rule.Weekly(2, IsoDayOfWeek.Monday)),
                    }
                )
            )
        );

    [Theory]
    [InlineData("no json")]
    [InlineData("")]
    public async Task What_is_no_draft_is_not_kept(string parts) =>
        Assert.Equal(RefusalKind.BadInput, await Refused(() => world.Do(new KeepDraft(world.Noor.Id, null, 0, parts))));

    [Fact]
    public async Task A_draft_that_was_sent_is_written_no_more_and_comes_back_with_its_papers_where_the_sending_is_undone()
    {
        var draft = await world.Do(new KeepDraft(world.Noor.Id, null, 0, Parts));
        await world.Do(new LayPaper(world.Noor.Id, draft.PublicId, new NewPaper("Lease.pdf", "application/pdf", 9, "aa")));
        var sent = await world.Do(Lease(world.Tome) with { Draft = draft.PublicId });
        Assert.Empty(await Drafts());
        Assert.Equal("Lease.pdf", Assert.Single((await Details(sent.PublicId)).Papers).Name);

        await world.Do(new UndoChange(world.Noor.Id, sent.Change));
        Assert.Equal("Lease.pdf", Assert.Single(Assert.Single(await Drafts()).Papers).Name);
        Assert.Null(await world.See(s => s.Entry(sent.PublicId)));
        Assert.Equal("aa", Assert.Single(await world.See(s => s.NamedPapers(world.Now))));
    }

    [Fact]
    public async Task What_was_sent_a_day_ago_is_cleared_away_with_the_next_keeping()
    {
        var draft = await world.Do(new KeepDraft(world.Noor.Id, null, 0, Parts));
        await world.Do(Lease(world.Tome) with { Draft = draft.PublicId });
        world.Advance(25 * 3600);
        await world.Do(new KeepDraft(world.Noor.Id, null, 0, Parts));
        Assert.Null(await world.See(s => s.Draft(world.Noor.Id, draft.PublicId)));
    }

    [Fact]
    public async Task Saved_and_not_sent_it_stands_pencilled_on_the_organisers_lane_alone_and_is_sent_later_under_the_same_id()
    {
        var saved = await world.Do(Lease(world.Tome, world.Lakshmi) with { Send = false });
        var before = await Details(saved.PublicId);
        Assert.Equal((false, "pencilled", 2), (before.Sent, before.Takes, before.Attendees.Count));
        var chase = await world.See(s => new ReadChase(world.Noor.Id, world.Now).Run(s));
        Assert.Empty(chase.Rows);
        Assert.Equal((saved.PublicId, "Maren Falk"), (Assert.Single(chase.Saved).Entry, chase.Saved[0].For.Name));
        Assert.Empty((await world.See(s => new ReadChase(world.Tome.Id, world.Now).Run(s))).Saved);
        Assert.Equal(RefusalKind.NotFound, await Refused(() => Details(saved.PublicId, world.Tome, world.Tome)));
        world.Advance(60);
        Assert.Equal(0, await world.SendDue());

        var sent = await world.Do(Lease(world.Tome, world.Lakshmi) with { Saved = saved.PublicId, Title = "Lease, final" });
        Assert.Equal(saved.PublicId, sent.PublicId);
        Assert.Empty((await world.See(s => new ReadChase(world.Noor.Id, world.Now).Run(s))).Saved);
        world.Advance(10);
        Assert.Equal(2, await world.SendDue());
        Assert.Equal("Lease, final", (await Details(sent.PublicId, world.Tome, world.Tome)).Title);
        Assert.Equal(RefusalKind.AlreadySent, await Refused(() => world.Do(Lease(world.Tome) with { Saved = saved.PublicId })));
    }

    [Fact]
    public async Task Who_may_not_speak_for_its_organiser_does_not_send_what_was_saved()
    {
        var saved = await world.Do(Lease(world.Tome) with { Send = false });
        var stolen = Lease(world.Maren) with { Actor = world.Tome.Id, InNameOf = world.Tome.Id, Saved = saved.PublicId };
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(stolen)));
    }

    [Fact]
    public async Task Saved_it_needs_a_title_and_nobody_else()
    {
        var saved = await world.Do(Lease() with { Send = false });
        Assert.Empty((await Details(saved.PublicId)).Attendees);
        Assert.Equal(RefusalKind.NoTitle, await Refused(() => world.Do(Lease() with { Send = false, Title = " " })));
        Assert.Equal(RefusalKind.NoAttendee, await Refused(() => world.Do(Lease() with { Saved = saved.PublicId })));
    }

    [Fact]
    public async Task What_is_noted_on_the_organisers_lane_is_not_told_to_those_asked()
    {
        var made = await world.Do(
            Lease(world.Tome) with
            {
                DialIn = "+351 555 0100, code 7",
                Mark = new MarkWish("Port", new ReminderWish(Duration.FromMinutes(30)), Rank.Fixed),
                AnswersWanted = false,
            }
        );
        var own = await Details(made.PublicId);
        Assert.Equal(("Port", "30", Rank.Fixed), (own.Mark!.Category!.Name, own.Mark.Reminder, own.Mark.Rank));
        var asked = await Details(made.PublicId, world.Tome, world.Tome);
        Assert.Equal(
            (null, "usual", null, "+351 555 0100, code 7"),
            (asked.Mark!.Category, asked.Mark.Reminder, asked.Mark.Rank, asked.DialIn)
        );
    }

    [Fact]
    public async Task Where_no_answer_is_asked_for_it_is_agreed_at_once_and_waits_for_nobody()
    {
        var made = await world.Do(Lease(world.Tome, world.Lakshmi) with { AnswersWanted = false });
        Assert.Equal(("firm", true), ((await Details(made.PublicId)).Takes, (await Details(made.PublicId)).Agreed));
        Assert.Equal("pencilled", (await Details(made.PublicId, world.Tome, world.Tome)).Takes);
        Assert.Equal((ChaseGroup.Nothing, "no reply wanted"), ((await Chase()).Group, (await Chase()).Reason));
        world.Advance(10);
        await world.SendDue();
        Assert.False(Assert.Single(world.Post.Mail).AnswersWanted);

        async Task<ChaseRow> Chase() => Assert.Single((await world.See(s => new ReadChase(world.Noor.Id, world.Now).Run(s))).Rows);
    }

    [Fact]
    public async Task Holds_of_one_request_stand_on_the_calendars_the_actor_may_add_to_and_choosing_one_releases_all()
    {
        await world.Grant(world.Tome, world.Noor, Core.Access.Sight.Outline, Core.Access.Acting.Add);
        var held = await world.Do(
            new PlaceHolds(
                world.Noor.Id,
                world.Maren.Id,
                "Lease",
                [World.Timed("2027-03-16T12:00"), World.Timed("2027-03-17T12:00")],
                world.Now + Duration.FromDays(2)
            )
            {
                With = [world.Tome.PublicId, world.Ana.PublicId],
            }
        );
        Assert.Equal(2, held.Lanes);
        Assert.Equal((2, 2, 0), (await Held(world.Maren), await Held(world.Tome), await Held(world.Ana)));

        var free = await world.See(s =>
            new ReadSlots(
                world.Noor.Id,
                world.Maren.PublicId,
                [world.Tome.PublicId],
                [],
                45,
                new LocalDate(2027, 3, 16),
                new LocalDate(2027, 3, 16),
                world.Now
            )
            {
                HoldRequest = held.Request,
            }.Run(s)
        );
        Assert.DoesNotContain(
            "hold",
            free.Slots.First(f => f.When.EndsWith("12:00", StringComparison.Ordinal)).Reason,
            StringComparison.OrdinalIgnoreCase
        );

        var sent = await world.Do(Lease(world.Tome) with { HoldRequest = held.Request });
        Assert.Equal((0, 0), (await Held(world.Maren), await Held(world.Tome)));
        await world.Do(new UndoChange(world.Noor.Id, sent.Change));
        Assert.Equal((2, 2), (await Held(world.Maren), await Held(world.Tome)));
    }

    [Fact]
    public async Task Holds_lapse_by_the_clock_are_released_by_hand_and_only_by_who_may_change_them()
    {
        var held = await world.Do(
            new PlaceHolds(world.Noor.Id, world.Maren.Id, "Lease", [World.Timed("2027-03-16T12:00")], world.Now + Duration.FromHours(1))
        );
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(new ReleaseHolds(world.Ruta.Id, held.Request))));
        // To who may not know of them they are as if they had lapsed.
        await world.Do(Lease(world.Maren) with { Actor = world.Tome.Id, InNameOf = world.Tome.Id, HoldRequest = held.Request });
        Assert.Equal(1, await Held(world.Maren));
        var released = await world.Do(new ReleaseHolds(world.Noor.Id, held.Request));
        Assert.Equal(0, await Held(world.Maren));
        await world.Do(new UndoChange(world.Noor.Id, released));
        Assert.Equal(1, await Held(world.Maren));
        world.Advance(3600);
        Assert.Equal(0, await Held(world.Maren));
    }

    [Fact]
    public async Task Holds_need_an_hour_at_which_they_lapse()
    {
        Task Place(Instant lapses) =>
            world.Do(new PlaceHolds(world.Noor.Id, world.Maren.Id, "Lease", [World.Timed("2027-03-16T12:00")], lapses));
        Assert.Equal(RefusalKind.InThePast, await Refused(() => Place(world.Now - Duration.FromSeconds(1))));
        Assert.Equal(RefusalKind.BadInput, await Refused(() => Place(world.Now + Duration.FromDays(91))));
    }

    private async Task<int> Held(CalendarUser lane) =>
        (
            await world.See(s =>
                new ReadLanes(lane.Id, [lane.PublicId], new LocalDate(2027, 3, 16), LanesSpan.WorkingDays, world.Now).Run(s)
            )
        ).Days.Sum(d => d.Lanes[0].Entries.Count(e => e.Takes == "hold"));

    [Fact]
    public async Task A_paper_stays_inside_until_it_is_sent_along_and_a_later_version_goes_where_the_earlier_went()
    {
        var draft = await world.Do(new KeepDraft(world.Noor.Id, null, 0, Parts));
        await world.Do(new LayPaper(world.Noor.Id, draft.PublicId, new NewPaper("Lease.pdf", "application/pdf", 9, "aa")));
        await world.Do(new LayPaper(world.Noor.Id, draft.PublicId, NewPaper.Link("Chart", "https://charts.ebbline.example/3")));
        var made = await world.Do(Lease(world.Tome, world.Lakshmi) with { Draft = draft.PublicId });
        await Send();
        Assert.Empty(world.Post.Mail.Single().Papers);

        var lease = (await Details(made.PublicId)).Papers.Single(p => p.Name == "Lease.pdf");
        await world.Do(new SendPaperAlong(world.Noor.Id, made.PublicId, lease.Id, GoesOut: true));
        await Send();
        Assert.Equal(("aa", "with it “Lease.pdf”"), (world.Post.Mail[1].Papers.Single().Hash, world.Post.Mail[1].Changes.Single()));

        await world.Do(new AddPaper(world.Noor.Id, made.PublicId, new NewPaper("lease.PDF", "application/pdf", 9, "bb")));
        await Send();
        Assert.Equal("bb", world.Post.Mail[2].Papers.Single().Hash);
        var versions = (await Details(made.PublicId)).Papers.Single(p => p.Name == "lease.PDF");
        Assert.Equal((true, 1), (versions.GoesOut, versions.Earlier.Count));

        async Task Send()
        {
            world.Advance(10);
            await world.SendDue();
        }
    }

    [Theory]
    [InlineData("javascript:alert(1)")]
    [InlineData("file:///etc/passwd")]
    [InlineData("charts.ebbline.example")]
    public void A_link_leads_to_the_web(string address) => Assert.Throws<RefusedException>(() => NewPaper.Link("x", address));

    [Fact]
    public async Task Kinds_and_the_standing_conference_are_one_list_for_all_who_speak_for_a_principal()
    {
        var id = await world.Do(new KeepKind(world.Noor.Id, world.Maren.Id, null, "Board", """{"minutes":90}"""));
        Assert.Equal(
            RefusalKind.NameTaken,
            await Refused(() => world.Do(new KeepKind(world.Maren.Id, world.Maren.Id, null, "board", "{}")))
        );
        await world.Do(new KeepKind(world.Maren.Id, world.Maren.Id, id, "Board", """{"minutes":120}"""));
        await world.Do(new KeepStanding(world.Maren.Id, world.Maren.Id, "https://meet.ebbline.example/maren", "+351 555 0100"));
        var presets = await world.See(new ReadPresets(world.Noor.Id, world.Maren.PublicId, world.Now).Run);
        Assert.Equal(("""{"minutes":120}""", "https://meet.ebbline.example/maren"), (presets.Kinds.Single().Parts, presets.Standing!.Link));

        Assert.Equal(
            RefusalKind.MayNotSpeakFor,
            await Refused(() => world.See(new ReadPresets(world.Ruta.Id, world.Maren.PublicId, world.Now).Run))
        );
        Assert.Equal(RefusalKind.MayNotSpeakFor, await Refused(() => world.Do(new DropKind(world.Ruta.Id, world.Maren.Id, id))));
        Assert.Equal(
            RefusalKind.BadInput,
            await Refused(() => world.Do(new KeepStanding(world.Noor.Id, world.Maren.Id, "javascript:alert(1)", null)))
        );
        await world.Do(new DropKind(world.Noor.Id, world.Maren.Id, id));
        await world.Do(new KeepStanding(world.Noor.Id, world.Maren.Id, null, null));
        presets = await world.See(new ReadPresets(world.Noor.Id, world.Maren.PublicId, world.Now).Run);
        Assert.Equal((0, null), (presets.Kinds.Count, presets.Standing));
    }
}
