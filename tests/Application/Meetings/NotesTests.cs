using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Notes belong to the lane on which they are written until they are released; what is to be done is chased.</summary>
public sealed class NotesTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private NotesAt At(string entry, LocalDateTime? which = null, CalendarUser? lane = null) => new(entry, which, (lane ?? world.Maren).Id);

    private Task<int> Keep(NotesAt at, string text, int version = 0, CalendarUser? actor = null, params TaskSaid[] tasks) =>
        world.Do(new KeepNotes((actor ?? world.Noor).Id, at, version, new RichText(text, null), [.. tasks]));

    private Task<NotesView> See(NotesAt at, CalendarUser? viewer = null, CalendarUser? lane = null) =>
        world.See(s =>
            new ReadNotes((viewer ?? world.Noor).Id, at.Entry, at.RecurrenceId, (lane ?? world.Maren).PublicId, world.Now).Run(s)
        );

    private async Task<IEnumerable<string>> Due(CalendarUser viewer) =>
        (await world.See(s => new ReadDesk(viewer.Id, world.Now).Run(s)))
            .Queue.Where(q => q.Key.StartsWith("task-", StringComparison.Ordinal))
            .Select(q => $"{q.Title}, {q.Text}: {q.Reason}");

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    private static TaskSaid Task(string words, CalendarUser? owner = null, LocalDate? due = null, string? id = null) =>
        new(id, words, owner?.PublicId, due);

    [Fact]
    public async Task They_are_read_by_who_keeps_the_lane_and_by_nobody_else_before_they_are_released()
    {
        var at = At((await world.Arrange()).PublicId);
        Assert.Equal(
            1,
            await Keep(at, "Clause 7 stays as it is.", tasks: Task("Send the loss figures", world.Tome, new LocalDate(2027, 3, 9)))
        );
        var own = (await See(at)).Own!;
        Assert.Equal(("Clause 7 stays as it is.", "Noor Haddad for Maren Falk, 09:42", true), (own.Text, own.By, own.SaysMore));
        Assert.Equal(
            ("Send the loss figures", "Tomé Vidal", "due tomorrow", "doubt", true),
            own.Tasks.Select(t => (t.Words, t.Owner!.Name, t.DueWords, t.Tone, t.MayFinish)).Single()
        );
        Assert.True((await See(at, world.Maren)).MayWrite);

        // Who is invited knows the meeting, not what another lane noted of it; not even on that lane.
        var there = await See(at, world.Tome, world.Tome);
        Assert.Equal((true, null, 0), (there.MayWrite, there.Own, there.Shared.Count));
        var onTheirs = await See(at, world.Tome, world.Maren);
        Assert.Equal((false, null, 0), (onTheirs.MayWrite, onTheirs.Own, onTheirs.Shared.Count));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => Keep(at, "x", 1, world.Tome)));
        Assert.Equal(RefusalKind.NotFound, await Refused(() => See(at, world.Ana)));
        Assert.Empty(await Due(world.Tome));
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.Look);
        Assert.Equal("Clause 7 stays as it is.", (await See(at, world.Ana)).Own!.Text);
        Assert.Equal(RefusalKind.MayNotChange, await Refused(() => Keep(at, "x", 1, world.Ana)));
    }

    [Fact]
    public async Task Released_they_are_read_where_one_was_asked_and_by_mail_outside_and_what_comes_later_is_not()
    {
        var at = At((await world.Arrange()).PublicId);
        await Keep(at, "Clause 7 stays.", tasks: Task("Send the loss figures", world.Tome, new LocalDate(2027, 3, 9)));
        var change = await world.Do(
            new ReleaseNotes(world.Noor.Id, at, [world.Tome.PublicId, world.Lakshmi.PublicId, world.Ana.PublicId], "As agreed.")
        );
        Assert.Equal(
            ("Noor Haddad for Maren Falk, 09:42", "Clause 7 stays."),
            (await See(at, world.Tome, world.Tome)).Shared.Select(s => (s.By, s.Text!)).Single()
        );
        Assert.False((await See(at)).Own!.SaysMore);
        world.Advance(11);
        await world.SendDue();
        Assert.Equal(["ana@ebbline.example", "lakshmi@coromandel-marine.example"], world.Post.Letters.Select(l => l.To.Address).Order());
        Assert.Equal(
            (
                "Notes: Insurers, renewal terms, 16 March",
                "As agreed.\r\n\r\nClause 7 stays.\r\n\r\nTo be done\r\n- Send the loss figures (Tomé Vidal, by 9 March)\r\n"
            ),
            (world.Post.Letters[0].Subject, world.Post.Letters[0].Text)
        );
        var news = Assert.Single((await world.See(s => new ReadDesk(world.Tome.Id, world.Now).Run(s))).Told);
        Assert.Equal(
            (
                "Notes",
                "“Insurers, renewal terms”, Tuesday 16 March, 12:00 to 12:45: Noor Haddad for Maren Falk shared the notes.",
                "As agreed."
            ),
            (news.Verb, news.Words, news.Note)
        );

        var task = (await See(at)).Own!.Tasks[0].Id;
        await Keep(
            at,
            "Clause 7 goes. They do not know yet.",
            1,
            null,
            Task("Send the loss figures", world.Tome, new LocalDate(2027, 3, 9), task),
            Task("Tell nobody")
        );
        var shared = (await See(at, world.Tome, world.Tome)).Shared.Single();
        Assert.Equal(("Clause 7 stays.", "Send the loss figures"), (shared.Text, Assert.Single(shared.Tasks).Words));
        Assert.Equal(RefusalKind.AlreadySent, await Refused(() => world.Do(new UndoChange(world.Noor.Id, change))));
    }

    [Fact]
    public async Task A_release_taken_back_in_time_is_read_by_nobody()
    {
        var at = At((await world.Arrange()).PublicId);
        await Keep(at, "Clause 7 stays.");
        var change = await world.Do(new ReleaseNotes(world.Noor.Id, at, [world.Tome.PublicId, world.Lakshmi.PublicId], null));
        await world.Do(new UndoChange(world.Noor.Id, change));
        world.Advance(11);
        await world.SendDue();
        Assert.Empty(world.Post.Letters);
        Assert.Empty((await See(at, world.Tome, world.Tome)).Shared);
        Assert.Equal(("Clause 7 stays.", null), ((await See(at)).Own!.Text, (await See(at)).Own!.Released));
    }

    [Fact]
    public async Task What_is_due_stands_on_the_desk_of_who_keeps_the_notes_and_once_told_of_who_is_to_do_it()
    {
        var at = At((await world.Arrange()).PublicId);
        await Keep(
            at,
            "x",
            0,
            null,
            Task("Send the loss figures", world.Tome, new LocalDate(2027, 3, 9)),
            Task("Read clause 7", null, new LocalDate(2027, 3, 12))
        );
        Assert.Equal(["Send the loss figures, Tomé Vidal, from “Insurers, renewal terms”: due tomorrow"], await Due(world.Noor));
        var task = (await See(at)).Own!.Tasks[0].Id;
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(new FinishTask(world.Tome.Id, task, true))));
        await world.Do(new ReleaseNotes(world.Noor.Id, at, [world.Tome.PublicId], null));
        Assert.Equal(["Send the loss figures, you, from “Insurers, renewal terms”: due tomorrow"], await Due(world.Tome));

        var change = await world.Do(new FinishTask(world.Tome.Id, task, true));
        Assert.Empty(await Due(world.Noor));
        Assert.Equal("done 09:42, said Tomé", (await See(at)).Own!.Tasks[0].Done);
        // What was being written meanwhile is kept, and what is done stays done.
        await Keep(at, "y", 1, null, Task("Send the loss figures", world.Tome, new LocalDate(2027, 3, 9), task));
        Assert.NotNull((await See(at)).Own!.Tasks[0].Done);
        Assert.Equal(RefusalKind.ChangedSince, await Refused(() => Keep(at, "z", 1)));
        Assert.Equal(RefusalKind.ChangedSince, await Refused(() => world.Do(new UndoChange(world.Tome.Id, change))));
        await world.Do(new FinishTask(world.Noor.Id, task, false));
        world.Advance(2 * 24 * 3600);
        Assert.Equal(["Send the loss figures, you, from “Insurers, renewal terms”: was due Tuesday 9 March"], await Due(world.Tome));
    }

    [Fact]
    public async Task A_series_shows_what_was_noted_the_last_time_and_what_is_still_open_also_behind_a_cut()
    {
        var met = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Insurers",
                [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null,
                Rule: Rule.Parse("FREQ=WEEKLY;COUNT=6")
            )
        );
        LocalDateTime Week(int n) => new(2027, 3, 16 + (7 * n), 12, 0);
        await Keep(At(met.PublicId, Week(0)), "First.", 0, null, Task("Old and open"), Task("Old and done"));
        await Keep(At(met.PublicId, Week(1)), "Second.");
        var done = (await See(At(met.PublicId, Week(0)))).Own!.Tasks[1].Id;
        await world.Do(new FinishTask(world.Noor.Id, done, true));
        var third = await See(At(met.PublicId, Week(2)));
        Assert.Equal((null, "Second.", "Tuesday 23 March"), (third.Own, third.Last!.Text, third.Last.When));
        Assert.Equal(["Old and open"], third.Open.Select(t => t.Words));
        Assert.Null((await See(At(met.PublicId, Week(0)))).Last);
        // Of the occurrences before nothing of the later ones is told.
        Assert.Empty((await See(At(met.PublicId, Week(0)))).Open);

        var cut = await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                met.PublicId,
                Week(1),
                Reach.FromHereOn,
                new EntryEdit { Time = World.Timed("2027-03-24T10:00") },
                new EntryEdit { Time = World.Timed("2027-03-23T12:00") }
            )
        );
        var moved = await See(At(cut.Entry, new LocalDateTime(2027, 3, 24, 10, 0)));
        Assert.Equal(("Second.", "First.", "Old and open"), (moved.Own!.Text, moved.Last!.Text, moved.Open.Single().Words));
        await world.Do(new UndoChange(world.Noor.Id, cut.Change!.Value));
        Assert.Equal("Second.", (await See(At(met.PublicId, Week(1)))).Own!.Text);
    }

    [Fact]
    public async Task Of_a_private_meeting_only_who_keeps_private_matters_reads_them()
    {
        var at = At((await world.Arrange(isPrivate: true, with: [world.Tome])).PublicId);
        await Keep(at, "Secret.", 0, null, Task("Secret task", world.Tome, new LocalDate(2027, 3, 9)));
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.SpeakFor);
        Assert.Equal(RefusalKind.NotFound, await Refused(() => See(at, world.Ana)));
        Assert.Empty(await Due(world.Ana));
        Assert.NotEmpty(await Due(world.Noor));
    }
}
