using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Somebody outside organises, and those inside are asked by mail.</summary>
public sealed class OutsideMeetingTests : IAsyncLifetime
{
    private const string Rosa = "rosa@harbour.example";
    private const string Uid = "berth-7@harbour.example";
    private static readonly Stretch At = new(Instant.FromUtc(2027, 3, 16, 12, 0), Instant.FromUtc(2027, 3, 16, 13, 0));
    private static readonly Stretch Later = new(At.Start + Duration.FromHours(2), At.End + Duration.FromHours(2));

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task An_invitation_stands_pencilled_with_who_is_asked_and_waits_for_an_answer_on_the_desk()
    {
        Assert.Equal(Received.Applied, await Comes(Asks()));
        var lanes = await world.See(
            new ReadLanes(world.Noor.Id, [world.Maren.PublicId], new LocalDate(2027, 3, 16), LanesSpan.Day, world.Now).Run
        );
        var told = Assert.Single(lanes.Days[0].Lanes[0].Entries);
        Assert.Equal(("Berth plan", "pencilled"), (told.Label, told.Takes));
        var desk = await world.See(new ReadDesk(world.Noor.Id, world.Now).Run);
        var row = Assert.Single(desk.Queue, r => r.Verb == "Answer");
        Assert.Equal("Berth plan", row.Title);
        Assert.Contains("Rosa Teixeira", row.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_answer_goes_to_the_organiser_alone_under_the_address_that_was_asked()
    {
        var meeting = await Stands();
        await world.Do(
            new AnswerInvitation(world.Noor.Id, world.Maren.Id, meeting.PublicId, null, Answer.Accepted, "With pleasure.", null)
        );
        world.Advance(11);
        await world.SendDue();
        var mail = Assert.Single(world.Post.Mail);
        Assert.Equal((SchedulingMethod.Reply, Rosa, Uid, 0), (mail.Method, mail.To.Address, mail.Uid, mail.Sequence));
        Assert.Equal((world.Maren.Address, Answer.Accepted), (mail.Attendees[0].Who.Address, mail.Attendees[0].Answer));
        Assert.Equal((world.Noor.Address, "With pleasure."), (mail.From.Address, mail.Line));
        // She told it, and hears from nobody inside that she did.
        Assert.DoesNotContain(world.Post.Notices, n => n.To == Rosa);
    }

    [Fact]
    public async Task An_answer_can_be_kept_without_writing_to_the_organiser_and_told_later()
    {
        var meeting = await Stands();
        var kept = new AnswerInvitation(world.Noor.Id, world.Maren.Id, meeting.PublicId, null, Answer.Tentative, null, null)
        {
            Untold = true,
        };
        await world.Do(kept);
        world.Advance(3600);
        await world.SendDue();
        Assert.Empty(world.Post.Mail);
        Assert.Equal((Answer.Tentative, true), (Part(await Stood()).Answer, Part(await Stood()).Untold));
        // Who answers for her reads that it was not told; whoever reads the meeting with her does not.
        Assert.Equal([(world.Maren.PublicId, Answer.Tentative)], await UntoldTo(world.Noor));

        // Nothing has left, so it can be taken back for as long as nothing else was said; and what was changed in small keeps it.
        Assert.Equal(Received.Applied, await Comes(Text("REQUEST", 0, at: At, title: "Berth plan, drawings")));
        Assert.True(Part(await Stood()).Untold);

        await world.Do(kept with { Untold = false, Comment = "Perhaps." });
        world.Advance(11);
        await world.SendDue();
        var mail = Assert.Single(world.Post.Mail);
        Assert.Equal((SchedulingMethod.Reply, "Perhaps."), (mail.Method, mail.Line));
        Assert.Empty(await UntoldTo(world.Noor));

        Task Refused(AnswerInvitation answer) => Assert.ThrowsAsync<RefusedException>(() => world.Do(answer));
        await Refused(kept with { Proposed = Later });
        // Inside all read the same meeting: there is nobody to keep it from.
        var inside = (await world.Arrange()).PublicId;
        await Refused(kept with { Actor = world.Tome.Id, InNameOf = world.Tome.Id, Entry = inside });

        Participation Part(Entry entry) => Agreement.Of(entry, world.Maren.Id, null)!;
        async Task<IEnumerable<(string, Answer)>> UntoldTo(CalendarUser who) =>
            (await world.See(new ReadEntry(who.Id, meeting.PublicId, null, world.Maren.PublicId, world.Now).Run)).Untold.Select(u =>
                (u.Who, u.Answer)
            );
    }

    [Fact]
    public async Task Another_time_goes_as_a_counter_proposal_and_its_refusal_is_told()
    {
        var meeting = await Stands();
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, meeting.PublicId, null, Answer.Tentative, null, Later));
        world.Advance(11);
        await world.SendDue();
        var mail = Assert.Single(world.Post.Mail);
        Assert.Equal((SchedulingMethod.Counter, Later), (mail.Method, mail.Stretch));
        Assert.Equal(Received.Applied, await Comes(Text("DECLINECOUNTER", 0)));
        var part = Agreement.Of(await Stood(), world.Maren.Id, null)!;
        Assert.Equal((Answer.Tentative, null), (part.Answer, part.Proposed));
    }

    [Fact]
    public async Task Moved_to_the_time_that_was_proposed_it_is_accepted_by_that()
    {
        var meeting = await Stands();
        await world.Do(new AnswerInvitation(world.Noor.Id, world.Maren.Id, meeting.PublicId, null, Answer.Tentative, null, Later));
        Assert.Equal(Received.Applied, await Comes(Text("REQUEST", 1, at: Later)));
        var part = Agreement.Of(await Stood(), world.Maren.Id, null)!;
        Assert.Equal((Answer.Accepted, world.Noor.Id, null), (part.Answer, part.AnsweredBy, part.Proposed));
    }

    [Fact]
    public async Task Moved_it_is_asked_anew_changed_it_keeps_the_answer_and_cancelled_it_leaves_the_calendar()
    {
        await Accepted();
        Assert.Equal(Received.Applied, await Comes(Text("REQUEST", 0, title: "Berth plan, with drawings", at: At)));
        Assert.Equal(("Berth plan, with drawings", Answer.Accepted), await Told());
        Assert.Equal(Received.Applied, await Comes(Text("REQUEST", 1, at: Later)));
        Assert.Equal(("Berth plan", Answer.None), await Told());
        Assert.Equal(Later, (await Stood()).Time.ToStretch(DateTimeZone.Utc));
        // What was sent before and comes after says nothing new.
        Assert.Equal(Received.Outdated, await Comes(Text("REQUEST", 0, at: At)));
        Assert.Equal(Received.Applied, await Comes(Text("CANCEL", 2, at: Later, more: ["STATUS:CANCELLED", "COMMENT:The crane is out."])));
        Assert.Equal(MeetingStatus.Cancelled, (await Stood()).Status);
        world.Advance(11);
        await world.SendDue();
        var news = world.Post.Notices.Where(n => n.To == world.Noor.Address).Select(n => n.Kind).ToList();
        Assert.Equal([EffectKind.Invite, EffectKind.Changed, EffectKind.Moved, EffectKind.Cancelled], news);
        Assert.Equal("The crane is out.", world.Post.Notices[^1].Note);
    }

    [Fact]
    public async Task Two_inside_share_it_and_a_cancellation_that_names_one_leaves_the_other()
    {
        (string, Answer)[] both = [(world.Maren.Address, Answer.None), (world.Tome.Address, Answer.None)];
        await Comes(Text("REQUEST", 0, at: At, asked: both));
        var meeting = await Stood();
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, meeting.PublicId, null, Answer.Accepted, null, null));
        // Sent again for Maren it says nothing of what Tomé answered, and keeps it.
        world.Advance(60);
        await Comes(Text("REQUEST", 0, title: "Berth plan, again", at: At, asked: both));
        Assert.Equal(Answer.Accepted, Agreement.Of(await Stood(), world.Tome.Id, null)!.Answer);
        world.Advance(60);
        await Comes(Text("CANCEL", 0, at: At, asked: [(world.Maren.Address, Answer.None)], more: ["STATUS:CANCELLED"]));
        var after = await Stood();
        Assert.Equal(MeetingStatus.Sent, after.Status);
        Assert.Equal([world.Tome.Id], after.Participations.Select(p => p.Who));
    }

    [Fact]
    public async Task One_occurrence_of_a_series_is_moved_and_answered_by_itself()
    {
        await Comes(Text("REQUEST", 0, at: At, more: ["RRULE:FREQ=WEEKLY;COUNT=4"]));
        var meeting = await Stood();
        await world.Do(new AnswerInvitation(world.Maren.Id, world.Maren.Id, meeting.PublicId, null, Answer.Accepted, null, null));
        world.Advance(60);
        var moved = new Stretch(Later.Start + Duration.FromDays(7), Later.End + Duration.FromDays(7));
        await Comes(Text("REQUEST", 1, at: moved, more: ["RECURRENCE-ID:20270323T120000Z"]));
        var after = await Stood();
        var second = Assert.Single(after.Overrides);
        Assert.Equal(moved, second.Time!.ToStretch(DateTimeZone.Utc));
        Assert.Equal(Answer.Accepted, Agreement.Of(after, world.Maren.Id, after.Time.LocalStart)!.Answer);
        Assert.Equal(Answer.None, Agreement.Of(after, world.Maren.Id, second.RecurrenceId)!.Answer);
        world.Advance(60);
        await world.SendDue();
        await world.Do(
            new AnswerInvitation(world.Maren.Id, world.Maren.Id, meeting.PublicId, second.RecurrenceId, Answer.Declined, null, null)
        );
        world.Advance(11);
        await world.SendDue();
        var mail = world.Post.Mail[^1];
        Assert.Equal((SchedulingMethod.Reply, second.RecurrenceId, 1), (mail.Method, mail.RecurrenceId, mail.Sequence));
    }

    [Fact]
    public async Task Asked_to_one_occurrence_alone_there_is_that_one_and_no_other()
    {
        await Comes(Text("REQUEST", 3, at: Later, more: ["RECURRENCE-ID:20270316T120000Z"]));
        var meeting = await Stood();
        var all = new Stretch(At.Start - Duration.FromDays(300), At.Start + Duration.FromDays(300));
        var one = Assert.Single(Occurrences.In(meeting, all, DateTimeZone.Utc));
        Assert.Equal(Later, one.Stretch);
        // The whole that comes later takes its place, and that occurrence stays as it was told.
        world.Advance(60);
        await Comes(Text("REQUEST", 3, at: At, more: ["RRULE:FREQ=WEEKLY;COUNT=3"]));
        Assert.Equal(
            [Later.Start, At.Start + Duration.FromDays(7), At.Start + Duration.FromDays(14)],
            Occurrences.In(await Stood(), all, DateTimeZone.Utc).Select(o => o.Stretch.Start)
        );
    }

    [Fact]
    public async Task What_is_only_told_for_knowledge_takes_no_time_and_asks_nothing_and_of_a_stranger_it_waits()
    {
        var published = Text("PUBLISH", 0, at: At, asked: []);
        Assert.Equal(Received.Waits, await Comes(published));
        // From now on she is known.
        await world.TakesIn(
            SchedulingTexts.One("REQUEST", "other@harbour.example", 0, world.Now, Rosa, [(world.Maren.Address, Answer.None)], Later),
            Rosa,
            world.Maren.Address
        );
        Assert.Equal(Received.Applied, await Comes(Text("PUBLISH", 0, at: At, asked: [])));
        var meeting = await Stood();
        Assert.Equal((false, TimeTaken.Free), (meeting.AnswersWanted, meeting.Takes));
        var desk = await world.See(new ReadDesk(world.Noor.Id, world.Now).Run);
        Assert.Single(desk.Queue, r => r.Verb == "Answer");
    }

    [Theory]
    [InlineData("mallory@elsewhere.example", false)]
    [InlineData("office@harbour.example", true)]
    public async Task Who_sends_for_the_organiser_is_believed_where_both_are_of_one_domain(string sender, bool believed)
    {
        var text = Asks().Replace("ORGANIZER;", $"ORGANIZER;SENT-BY=\"mailto:{sender}\";", StringComparison.Ordinal);
        Assert.Equal(believed ? Received.Applied : Received.Waits, await Comes(text, sender));
    }

    [Fact]
    public async Task Nobody_outside_arranges_in_the_name_of_somebody_inside()
    {
        var text = Text("REQUEST", 0, at: At, organiser: world.Tome.Address)
            .Replace("ORGANIZER:", "ORGANIZER;SENT-BY=\"mailto:mallory@elsewhere.example\":", StringComparison.Ordinal);
        Assert.Equal(Received.Waits, await Comes(text, "mallory@elsewhere.example"));
        Assert.Empty(await world.See(s => s.MeetingsOf(Uid)));
    }

    [Fact]
    public async Task What_is_larger_than_any_invitation_waits()
    {
        var crowd = Enumerable.Range(0, 400).Select(i => ($"p{i}@harbour.example", Answer.None)).Append((world.Maren.Address, Answer.None));
        Assert.Equal(Received.Waits, await Comes(Text("REQUEST", 0, at: At, asked: [.. crowd])));
        var title = new string('x', 5_000);
        Assert.Equal(Received.Applied, await Comes(Text("REQUEST", 0, at: At, title: title)));
        Assert.Equal(300, (await Stood()).Title.Length);
    }

    [Fact]
    public async Task Only_its_organiser_changes_it_and_a_stranger_learns_nothing_of_it()
    {
        var meeting = await Stands();
        var e = await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(new CancelEntry(world.Maren.Id, meeting.PublicId, null, Reach.All))
        );
        Assert.Equal(RefusalKind.NotTheOrganiser, e.Refusal.Kind);
        e = await Assert.ThrowsAsync<RefusedException>(() => world.Do(new CancelEntry(world.Ana.Id, meeting.PublicId, null, Reach.All)));
        Assert.Equal(RefusalKind.NotFound, e.Refusal.Kind);
        Assert.Equal(Received.Waits, await Comes(Text("CANCEL", 5, at: At), from: "mallory@elsewhere.example"));
        Assert.Equal(
            Received.Waits,
            await Comes(Text("REQUEST", 5, at: Later, organiser: "mallory@elsewhere.example"), "mallory@elsewhere.example")
        );
        Assert.Equal(At, (await Stood()).Time.ToStretch(DateTimeZone.Utc));
    }

    [Fact]
    public async Task Who_is_inside_arranges_here_and_not_by_mail()
    {
        Assert.Equal(Received.Waits, await Comes(Text("REQUEST", 0, at: At, organiser: world.Tome.Address), world.Tome.Address));
        // A message of ours that comes back changes nothing.
        var made = await world.Entry((await world.Arrange()).PublicId);
        var back = SchedulingTexts.One("REQUEST", made.Uid, 9, world.Now, world.Maren.Address, [(world.Tome.Address, Answer.None)], Later);
        Assert.Equal(Received.Outdated, await world.TakesIn(back, world.Maren.Address, world.Tome.Address));
        Assert.Equal(made.Time, (await world.Entry(made.PublicId)).Time);
    }

    [Fact]
    public async Task A_room_of_ours_is_not_booked_from_outside()
    {
        await Comes(Text("REQUEST", 0, at: At, asked: [(world.Maren.Address, Answer.None), (world.Gannet.Address, Answer.None)]));
        Assert.Equal([world.Maren.Id], (await Stood()).Participations.Select(p => p.Who));
    }

    [Fact]
    public async Task Whom_it_comes_to_without_being_named_is_asked_and_nobody_of_their_address_is_made_up()
    {
        await Comes(Text("REQUEST", 0, at: At, asked: [("mateo@shipyard.example", Answer.None)]));
        var meeting = await Stood();
        Assert.Contains(meeting.Participations, p => p.Who == world.Maren.Id && p.Role == AttendeeRole.Optional);
        var people = await world.See(s => s.FindUsers("maren", [world.Maren.Id], 10));
        Assert.Equal([world.Maren.Id], people.Select(p => p.Id));
    }

    [Fact]
    public async Task Who_stands_in_it_stays_who_they_are_for_whomever_a_later_message_comes()
    {
        // Both keep a contact of that address; the meeting is with the one who was asked first.
        string guest = "guest@elsewhere.example";
        await Comes(
            Text("REQUEST", 0, at: At, asked: [(world.Maren.Address, Answer.None), (world.Tome.Address, Answer.None), (guest, Answer.None)])
        );
        var stood = (await Stood()).Participations.Select(p => p.Who);
        await world.TakesIn(
            Text("REQUEST", 0, title: "Berth", at: At, asked: [(world.Tome.Address, Answer.None), (guest, Answer.None)])
                .Replace(Uid, "other@harbour.example", StringComparison.Ordinal),
            Rosa,
            world.Tome.Address
        );
        world.Advance(60);
        await world.TakesIn(
            Text(
                "REQUEST",
                1,
                at: Later,
                asked: [(world.Maren.Address, Answer.None), (world.Tome.Address, Answer.None), (guest, Answer.Accepted)]
            ),
            Rosa,
            world.Tome.Address
        );
        var after = await Stood();
        Assert.Equal(Later, after.Time.ToStretch(world.Maren.HomeZone));
        Assert.Equal(stood.OrderBy(w => w.Value), after.Participations.Select(p => p.Who).OrderBy(w => w.Value));
    }

    private async Task<Entry> Stands()
    {
        await Comes(Asks());
        return await Stood();
    }

    private async Task Accepted()
    {
        var meeting = await Stands();
        await world.Do(new AnswerInvitation(world.Maren.Id, world.Maren.Id, meeting.PublicId, null, Answer.Accepted, null, null));
        world.Advance(11);
        await world.SendDue();
    }

    private async Task<Entry> Stood() => Assert.Single(await world.See(s => s.MeetingsOf(Uid)));

    private async Task<(string, Answer)> Told()
    {
        var meeting = await Stood();
        return (meeting.Title, Agreement.Of(meeting, world.Maren.Id, null)!.Answer);
    }

    private string Asks() => Text("REQUEST", 0, at: At);

    private string Text(
        string method,
        int sequence,
        Stretch? at = null,
        string title = "Berth plan",
        IReadOnlyList<(string, Answer)>? asked = null,
        IReadOnlyList<string>? more = null,
        string organiser = Rosa
    ) =>
        SchedulingTexts
            .One(method, Uid, sequence, world.Now, organiser, asked ?? [(world.Maren.Address, Answer.None)], at, more, title)
            .Replace($"ORGANIZER:mailto:{Rosa}", $"ORGANIZER;CN=Rosa Teixeira:mailto:{Rosa}", StringComparison.Ordinal);

    private Task<Received> Comes(string text, string from = Rosa)
    {
        world.Advance(1);
        return world.TakesIn(text, from, world.Maren.Address);
    }
}
