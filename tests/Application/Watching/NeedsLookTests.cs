using Corlin.Application.Access;
using Corlin.Application.Accounts;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Watching;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What needs a look on Maren's calendar, for Noor, who keeps it. It is Monday 8 March 2027, 09:42.</summary>
public sealed class NeedsLookTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    [Fact]
    public async Task Two_at_once_stand_on_the_Desk_and_are_dismissed_until_one_of_them_changes()
    {
        var review = await Add("Review", "2027-03-09T10:00", 60);
        await Add("Stand-up", "2027-03-09T10:30", 60);
        var row = Assert.Single((await Look()).Rows);
        Assert.Equal(("Clashes", "Review, 30 minutes", review), (row.Judgement, row.Reason, row.Watch!.Other!.Entry));
        Assert.Contains((await Desk()).Queue, r => r.Key == row.Key);

        var change = await world.Do(new DismissConcern(world.Noor.Id, world.Maren.Id, row.Watch.Key, row.Watch.Print));
        var looked = await Look();
        Assert.Empty(looked.Rows);
        Assert.Equal(row.Key, Assert.Single(looked.Dismissed).Key);
        Assert.DoesNotContain((await Desk()).Queue, r => r.Key == row.Key);

        // Taken back, shown again, and come back by itself.
        await world.Do(new UndoAct(world.Noor.Id, [change]));
        Assert.Single((await Look()).Rows);
        var shown = await world.Do(new DismissConcern(world.Noor.Id, world.Maren.Id, row.Watch.Key, row.Watch.Print));
        await world.Do(new ShowConcern(world.Noor.Id, world.Maren.Id, row.Watch.Key));
        // What stands no more is not taken back a second time.
        await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoAct(world.Noor.Id, [shown])));
        Assert.Single((await Look()).Rows);
        await world.Do(new DismissConcern(world.Noor.Id, world.Maren.Id, row.Watch.Key, row.Watch.Print));
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                review,
                null,
                Reach.All,
                new EntryEdit { Time = World.Timed("2027-03-09T10:00", 75) },
                new EntryEdit()
            )
        );
        var again = Assert.Single((await Look()).Rows);
        Assert.Equal("Review, 45 minutes", again.Reason);
        Assert.NotEqual(row.Watch.Print, again.Watch!.Print);
    }

    [Fact]
    public async Task How_far_ahead_is_looked_is_said_for_each_principal_and_taken_back()
    {
        await Add("Review", "2027-03-17T10:00", 60);
        await Add("Stand-up", "2027-03-17T10:30", 60);
        Assert.Empty((await Look()).Rows);
        var change = await Ahead(ConcernKind.Clash, 10);
        Assert.Single((await Look()).Rows);
        Assert.Equal(10, (await Look()).Kinds.Single(k => k.Kind == ConcernKind.Clash).Days[0]);
        await world.Do(new UndoAct(world.Noor.Id, [change]));
        Assert.Empty((await Look()).Rows);
        await Ahead(ConcernKind.Clash, 10);
        await Ahead(ConcernKind.Clash, 0);
        Assert.Empty((await Look()).Rows);
        await Assert.ThrowsAsync<RefusedException>(() => Ahead(ConcernKind.Clash, 22));
        await Assert.ThrowsAsync<RefusedException>(() =>
            world.Do(new SayLookAhead(world.Ruta.Id, world.Maren.Id, new LookAhead(ConcernKind.Clash, 3)))
        );
    }

    [Fact]
    public async Task A_room_that_refused_or_is_too_small_is_said_once_of_a_series()
    {
        await world.Do(new ChangePerson(world.Administrator.Id, world.Gannet.PublicId, world.Gannet.Version, new PersonEdit(Capacity: 2)));
        await Arrange("2027-03-10T12:00", [world.Tome, world.Ana, world.Gannet], Rule.Weekly(1));
        var small = Assert.Single(await Of(ConcernKind.Room));
        Assert.Equal(("Room too small", "Gannet holds 2; with Maren 3 come"), (small.Judgement, small.Reason));
        Assert.DoesNotContain((await Desk()).Queue, r => r.Key == small.Key);
        Assert.Equal((await Look()).Rows.Count(r => r.Tone != "wrong"), (await Desk()).NeedLook);

        await Arrange("2027-03-10T12:15", [world.Ruta, world.Gannet]);
        var refused = Assert.Single(await Of(ConcernKind.Room), r => r.Judgement == "No room");
        Assert.Equal(("wrong", "Gannet cannot be had then"), (refused.Tone, refused.Reason));
        Assert.Contains((await Desk()).Queue, r => r.Key == refused.Key);
    }

    [Fact]
    public async Task Between_two_that_lie_too_far_apart_either_can_be_moved_with_one_press()
    {
        await world.Do(new AddPlace(new Core.Whereabouts.Place("Quay 4", "Quay office", "Lisbon", "Europe/Lisbon")));
        await world.Do(new SetWay("Quay office", "Head office", Duration.FromMinutes(40)));
        var quay = await Add("Pilots", "2027-03-09T10:00", 60, place: "Quay 4");
        var here = await Add("Review", "2027-03-09T11:15", 60, place: "Gannet");
        var row = Assert.Single(await Of(ConcernKind.NoWay));
        Assert.Equal((here, quay), (row.Entry, row.Watch!.Other!.Entry));
        foreach (var (entry, moved) in new[] { (here, "Move Pilots to "), (quay, "Move Review to ") })
        {
            var ways = await world.See(new ReadWaysOut(world.Noor.Id, world.Maren.PublicId, entry, null, world.Now).Run);
            Assert.StartsWith(moved, ways.Clear!.Words, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Of_the_rooms_that_can_be_had_then_the_smallest_that_holds_all_is_offered_and_taken()
    {
        var petrel = await world.Add("Petrel", kind: UserKind.Room);
        var dunlin = await world.Add("Dunlin", kind: UserKind.Room);
        var fulmar = await world.Add("Fulmar", kind: UserKind.Room);
        foreach (var (room, seats) in new[] { (world.Gannet, 2), (petrel, 8), (dunlin, 3), (fulmar, 6) })
            await world.Do(
                new ChangePerson(world.Administrator.Id, room.PublicId, room.Version, new PersonEdit(Capacity: seats, Place: "Gannet"))
            );
        // Dunlin would do, but is taken then.
        await Arrange("2027-03-10T12:15", [world.Ruta, dunlin]);
        var small = (await Arrange("2027-03-10T12:00", [world.Tome, world.Ana, world.Gannet])).PublicId;
        var way = (await Of(ConcernKind.Room)).Single(r => r.Entry == small).Watch!.Ways[0];
        Assert.Equal((WayOutKind.Room, "Take Fulmar, six seats", fulmar.PublicId), (way.Kind, way.Words, way.Room!.Take));
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                small,
                null,
                Reach.All,
                new EntryEdit(),
                new EntryEdit(),
                null,
                new Asking([new Invited(way.Room.Take, AttendeeRole.Required)], [way.Room.Leave])
            )
        );
        Assert.DoesNotContain(await Of(ConcernKind.Room), r => r.Entry == small);
    }

    [Theory]
    [InlineData("2027-03-09T12:00", null, true)]
    [InlineData("2027-03-09T12:00", "Clause 7", false)]
    [InlineData("2027-03-10T12:00", null, false)]
    public async Task The_day_before_a_meeting_of_three_has_something_to_talk_about(string start, string? agenda, bool said)
    {
        await Arrange(start, [world.Tome, world.Ana], agenda: agenda);
        Assert.Equal(said, (await Of(ConcernKind.Unprepared)).Count == 1);
    }

    [Fact]
    public async Task The_day_before_a_Monday_is_the_Friday()
    {
        await Arrange("2027-03-15T12:00", [world.Tome, world.Ana]);
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 11, 9, 0));
        Assert.Empty(await Of(ConcernKind.Unprepared));
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 12, 9, 0));
        Assert.Single(await Of(ConcernKind.Unprepared));
    }

    [Fact]
    public async Task Who_must_come_and_is_away_is_said_as_far_as_their_calendar_may_be_seen()
    {
        await Arrange("2027-03-16T12:00", [world.Tome, world.Ana], agenda: "Clause 7");
        await Away(world.Tome, 15, 17);
        await world.Do(new SetDefaultAccess(world.Tome.Id, world.Tome.Id, Inside: true, Sight.Nothing, Acting.Look));
        Assert.Empty(await Of(ConcernKind.RequiredAway));
        await world.Grant(world.Tome, world.Noor, Sight.Outline, Acting.Look);
        var row = Assert.Single(await Of(ConcernKind.RequiredAway));
        Assert.Equal("Tomé is required, and away then", row.Reason);
        Assert.Equal([WayOutKind.Chase], row.Watch!.Ways.Select(w => w.Kind));
    }

    [Fact]
    public async Task Cover_that_is_away_too_is_said_as_far_as_it_may_be_known()
    {
        await world.Do(
            new PostAbsence(
                world.Noor.Id,
                world.Maren.Id,
                new Stretch(Instant.FromUtc(2027, 3, 15, 0, 0), Instant.FromUtc(2027, 3, 18, 0, 0)),
                world.Tome.Id,
                null
            )
        );
        await Away(world.Tome, 17, 19);
        await world.Do(new SetDefaultAccess(world.Tome.Id, world.Tome.Id, Inside: true, Sight.Nothing, Acting.Look));
        Assert.Empty(await Of(ConcernKind.CoverAway));
        await world.Grant(world.Tome, world.Noor, Sight.Outline, Acting.Look);
        var row = Assert.Single(await Of(ConcernKind.CoverAway));
        Assert.Equal("Tomé Vidal covers, and is away from 17 March to 18 March", row.Reason);
    }

    [Fact]
    public async Task A_series_that_clocks_move_out_of_somebody_s_hours_is_said_before_they_change()
    {
        // 17:30 in Halifax, and 18:30 once the clocks there have changed on 14 March.
        await Arrange("2027-03-09T21:30", [world.Ruta], Rule.Weekly(1), agenda: "Clause 7", minutes: 30);
        var row = Assert.Single(await Of(ConcernKind.OutOfHours));
        Assert.Equal(("Clocks change", "it is then at 18:30 for Ruta, out of hours"), (row.Judgement, row.Reason));
        Assert.Equal("from Tuesday 16 March 21:30", row.Text);
    }

    [Fact]
    public async Task A_series_that_ends_is_said_and_one_that_goes_on_is_not()
    {
        await Arrange("2027-03-02T12:00", [world.Tome], Rule.Weekly(1) with { Count = 4 }, agenda: "Clause 7");
        await Arrange("2027-03-02T15:00", [world.Tome], Rule.Weekly(1), agenda: "Clause 7");
        var row = Assert.Single(await Of(ConcernKind.RunsOut));
        Assert.Equal("Tuesday 23 March 12:00", row.Text);
        // With one press it goes on for half a year.
        var way = row.Watch!.Ways[0];
        Assert.Equal("Repeat it until 21 September 2027", way.Words);
        Assert.Equal(("every week, 4 times", "every week until 21 September 2027"), (way.Repeats!.Was, way.Repeats.Becomes));
        var (was, longer) = (RuleOf(way.Repeats.Was), RuleOf(way.Repeats.Becomes));
        var at = NodaTime.Text.LocalDateTimePattern.GeneralIso.Parse(row.Occurrence!).Value;
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                row.Entry!,
                at,
                Reach.All,
                new EntryEdit { Repeat = new Repeat(longer) },
                new EntryEdit { Repeat = new Repeat(was) }
            )
        );
        Assert.Empty(await Of(ConcernKind.RunsOut));

        static Rule RuleOf(string words) => RuleReader.Read(words, new LocalDate(2027, 3, 2)).Rule!;
    }

    [Fact]
    public async Task Held_times_that_lapse_soon_are_said_until_one_is_chosen()
    {
        System.Collections.Immutable.ImmutableArray<EntryTime> times = [World.Timed("2027-03-18T12:00"), World.Timed("2027-03-19T12:00")];
        await world.Do(new PlaceHolds(world.Noor.Id, world.Maren.Id, "Lease", times, world.Now + Duration.FromHours(30)));
        var row = Assert.Single(await Of(ConcernKind.HoldsLapse));
        Assert.Equal(("Lease", "two times held", "Lapses"), (row.Title, row.Text, row.Judgement));
        Assert.EndsWith("15:42", row.Reason, StringComparison.Ordinal);
        await world.Do(new PlaceHolds(world.Noor.Id, world.Maren.Id, "Ferry", times, world.Now + Duration.FromDays(6)));
        Assert.Single(await Of(ConcernKind.HoldsLapse));
        // What has lapsed holds nothing any more.
        world.Advance(31 * 3600);
        Assert.DoesNotContain(await Of(ConcernKind.HoldsLapse), r => r.Title == "Lease");
    }

    [Fact]
    public async Task Principal_and_assistant_who_say_different_things_are_told_apart()
    {
        var meeting = await Ask("2027-03-11T12:00");
        await Say(meeting, world.Maren, Answer.Accepted);
        Assert.Empty(await Of(ConcernKind.AnsweredApart));
        world.Advance(60);
        await Say(meeting, world.Noor, Answer.Declined);
        var row = Assert.Single(await Of(ConcernKind.AnsweredApart));
        Assert.Equal("Maren said accepted, then Noor declined", row.Reason);
        // They agree in the end.
        world.Advance(60);
        await Say(meeting, world.Noor, Answer.Accepted);
        Assert.Empty(await Of(ConcernKind.AnsweredApart));
    }

    [Fact]
    public async Task Titles_that_many_can_read_are_said_until_what_everyone_sees_is_lowered_or_they_are_private()
    {
        await Add("Review", "2027-03-09T10:00", 60);
        for (var i = 0; i < 40; i++)
            await world.Do(
                new AddPerson(
                    new CalendarUser(
                        default,
                        "",
                        UserKind.Person,
                        $"Person {i}",
                        $"person{i}@ebbline.example",
                        true,
                        "Europe/Lisbon",
                        null,
                        null,
                        0,
                        null
                    )
                )
            );
        Assert.Empty(await Of(ConcernKind.WidelyRead));
        await world.Do(new SetDefaultAccess(world.Maren.Id, world.Maren.Id, Inside: true, Sight.Headlines, Acting.Look));
        var row = Assert.Single(await Of(ConcernKind.WidelyRead));
        Assert.Equal(("45 people can read the titles on Maren’s calendar", "one entry ahead is not private"), (row.Title, row.Text));
        // Not at all is not for what began this morning either.
        await Add("Read-in", "2027-03-08T09:00", 60);
        await Ahead(ConcernKind.WidelyRead, 0);
        Assert.Empty(await Of(ConcernKind.WidelyRead));
        await Ahead(ConcernKind.WidelyRead, 7);
        await world.Do(new SetDefaultAccess(world.Maren.Id, world.Maren.Id, Inside: true, Sight.Outline, Acting.Look));
        Assert.Empty(await Of(ConcernKind.WidelyRead));
    }

    [Fact]
    public async Task Who_is_required_and_has_long_done_nothing_in_their_calendar_is_said_while_they_have_not_answered()
    {
        await world.Grant(world.Tome, world.Noor, Sight.Outline, Acting.Look);
        await Arrange("2027-04-02T12:00", [world.Tome], agenda: "Clause 7");
        world.Clock.StopAt(Instant.FromUtc(2027, 3, 30, 9, 0));
        var row = Assert.Single(await Of(ConcernKind.Neglected));
        Assert.Equal(
            ("Tomé Vidal has not kept their calendar", "nothing was done in it since 8 March", world.Tome.PublicId),
            (row.Title, row.Reason, row.Watch!.Ways[0].Person)
        );
        await world.Do(new AddAppointment(world.Tome.Id, world.Tome.Id, "Review", World.Timed("2027-04-05T10:00"), null));
        Assert.Empty(await Of(ConcernKind.Neglected));
    }

    [Fact]
    public async Task What_is_private_is_said_to_nobody_who_may_not_know_it()
    {
        await Add("Doctor", "2027-03-09T10:00", 60, isPrivate: true);
        await Add("Stand-up", "2027-03-09T10:30", 60);
        var tome = await world.Grant(world.Maren, world.Tome, Sight.Everything, Acting.SpeakFor);
        Assert.True(tome > 0);
        var row = Assert.Single((await world.See(new ReadWatch(world.Tome.Id, world.Now).Run)).Rows);
        Assert.DoesNotContain("Doctor", row.Title + row.Reason + row.Watch!.Key, StringComparison.Ordinal);
        Assert.Null(row.Watch.Other);
        Assert.Contains("Doctor", Assert.Single((await Look()).Rows).Reason, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_keeps_no_calendar_is_told_of_none()
    {
        await Add("Review", "2027-03-09T10:00", 60);
        await Add("Stand-up", "2027-03-09T10:30", 60);
        Assert.Empty((await world.See(new ReadWatch(world.Ruta.Id, world.Now).Run)).Rows);
    }

    private Task<NeedsLookView> Look() => world.See(new ReadWatch(world.Noor.Id, world.Now).Run);

    private Task<DeskView> Desk() => world.See(new ReadDesk(world.Noor.Id, world.Now).Run);

    private async Task<List<QueueRow>> Of(ConcernKind kind) => [.. (await Look()).Rows.Where(r => r.Watch!.Kind == kind)];

    private Task<long> Ahead(ConcernKind kind, int days) =>
        world.Do(new SayLookAhead(world.Noor.Id, world.Maren.Id, new LookAhead(kind, days)));

    private async Task<string> Add(string title, string start, int minutes, bool isPrivate = false, string? place = null) =>
        (
            await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, title, World.Timed(start, minutes), place, Private: isPrivate))
        ).PublicId;

    private Task<ArrangedMeeting> Arrange(string start, CalendarUser[] with, Rule? rule = null, string? agenda = null, int minutes = 45) =>
        world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Insurers, renewal terms",
                [.. with.Select(w => new Invited(w.PublicId, w.Kind == UserKind.Room ? AttendeeRole.Resource : AttendeeRole.Required))],
                World.Timed(start, minutes),
                null,
                "https://meet.ebbline.example/1",
                agenda,
                null,
                Rule: rule
            )
        );

    private async Task<string> Ask(string start) =>
        (
            await world.Do(
                new ArrangeMeeting(
                    world.Ana.Id,
                    world.Ana.Id,
                    "Ferry operators",
                    [new Invited(world.Maren.PublicId, AttendeeRole.Required)],
                    World.Timed(start),
                    null,
                    "https://meet.ebbline.example/2",
                    null,
                    null
                )
            )
        ).PublicId;

    private Task<long> Say(string meeting, CalendarUser by, Answer answer) =>
        world.Do(new AnswerInvitation(by.Id, world.Maren.Id, meeting, null, answer, null, null) { AllTheSame = true });

    private Task Away(CalendarUser who, int first, int last) =>
        world.Do(
            new PostAbsence(
                who.Id,
                who.Id,
                new Stretch(Instant.FromUtc(2027, 3, first, 0, 0), Instant.FromUtc(2027, 3, last, 0, 0)),
                null,
                null
            )
        );
}
