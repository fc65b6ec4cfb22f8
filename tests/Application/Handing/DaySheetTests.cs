using System.Collections.Immutable;
using System.Text.Json;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Handing;
using Corlin.Application.History;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Papers;
using Corlin.Core.Refusals;
using Corlin.Core.Sheets;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Day sheets: what stands on them and for whom, what is marked, and when they go by themselves.</summary>
public sealed class DaySheetTests : IAsyncLifetime
{
    private const string Canary = "Canary doctor";
    private static readonly LocalDate Tuesday = new(2027, 3, 16);

    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<DaySheetView> Sheet(CalendarUser viewer, SheetParts? parts = null, int days = 1, LocalDate? from = null) =>
        world.See(new ReadDaySheet(viewer.Id, world.Maren.PublicId, from ?? Tuesday, days, parts, world.Now).Run);

    private Task<AddedAppointment> Appointment(string title, string start, bool isPrivate = false, string? place = null) =>
        world.Do(new AddAppointment(world.Maren.Id, world.Maren.Id, title, World.Timed(start), place, null, isPrivate));

    private Task<long> Hand(CalendarUser actor, SheetParts parts = SheetWish.Usual, int days = 1, params CalendarUser[] to) =>
        world.Do(new HandSheet(actor.Id, world.Maren.Id, Tuesday, days, parts, [.. to.Select(t => t.PublicId)], null));

    private static IEnumerable<SheetLineView> Entries(DaySheetView sheet) =>
        sheet.Sheets.SelectMany(d => d.Lines).Where(l => l.Kind == SheetLineKind.Entry);

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    [Fact]
    public async Task What_is_not_agreed_says_so_and_the_time_between_is_told()
    {
        var meeting = await world.Arrange(with: [world.Tome, world.Lakshmi]);
        await Appointment("Read-in", "2027-03-16T09:00");
        var lines = (await Sheet(world.Noor)).Sheets.Single().Lines;
        Assert.Equal(
            ["08:00 to 09:00 free, 1 h", "09:00 to 09:45 Read-in", "09:45 to 12:00 free, 2 h 15", "12:00 to 12:45 Insurers, renewal terms"],
            lines.Take(4).Select(l => $"{l.Time} {l.Title}")
        );
        var line = lines[3];
        Assert.Equal("not agreed: 0 of 2 required accepted", line.States.Single(s => s.StartsWith("not", StringComparison.Ordinal)));
        Assert.Equal(
            ["Tomé Vidal, no reply yet", "Lakshmi Rao, not met in the last half year; no reply yet"],
            line.People.Select(p => $"{p.Name}, {p.Words}")
        );
        Assert.Equal(("Clause 7", "https://meet.ebbline.example/1"), (line.Agenda, Assert.Single(line.Joining)));

        await world.Do(new CancelEntry(world.Noor.Id, meeting.PublicId, null, Reach.All));
        var agreed = await world.Arrange(with: world.Tome);
        await world.Do(new AnswerInvitation(world.Tome.Id, world.Tome.Id, agreed.PublicId, null, Answer.Accepted, null, null));
        var last = Entries(await Sheet(world.Noor)).Last();
        Assert.Empty(last.States);
        Assert.Equal("", Assert.Single(last.People).Words);
        var bare = Entries(await Sheet(world.Noor, SheetParts.None)).Last();
        Assert.Equal((0, 0, (string?)null), (bare.People.Count, bare.Joining.Count, bare.Agenda));
    }

    [Fact]
    public async Task The_papers_go_along_where_that_is_said_to_each_as_far_as_they_may_open_them()
    {
        await world.Grant(world.Maren, world.Ruta, Sight.Headlines, Acting.Look);
        var known = await Appointment("Lease", "2027-03-16T09:00");
        var hidden = await Appointment(Canary, "2027-03-16T10:00", isPrivate: true);
        var other = await Appointment("Another day", "2027-03-18T10:00");
        async Task Lay(string entry, string name, long size, char hash) =>
            await world.Do(new AddPaper(world.Maren.Id, entry, new NewPaper(name, "application/pdf", size, new string(hash, 64))));
        await Lay(known.PublicId, "Lease.pdf", 5, 'a');
        await Lay(known.PublicId, "Lease.pdf", 6, 'b');
        await Lay(known.PublicId, "Drawings.zip", Paper.MostBytesOut, 'c');
        await Lay(hidden.PublicId, $"{Canary}.pdf", 5, 'd');
        await Lay(other.PublicId, "Not today.pdf", 5, 'e');
        const SheetParts with = SheetWish.Usual | SheetParts.Attached;
        await Hand(world.Noor, with, to: [world.Noor, world.Ruta]);
        await Hand(world.Noor, SheetWish.Usual, to: world.Noor);
        await Hand(world.Noor, with & ~SheetParts.Papers, to: world.Noor);
        await Hand(world.Noor, with | SheetParts.Private, to: world.Noor);
        world.Advance(11);
        await world.SendDue();

        Assert.Equal(
            [
                ["Lease.pdf b"],
                [],
                [],
                [],
                ["Lease.pdf b", $"{Canary}.pdf d"],
            ],
            world.Post.Letters.Select(l => l.Papers.Select(p => $"{p.Name} {p.Hash[0]}"))
        );
        Assert.Equal((world.Noor.Address, world.Ruta.Address), (world.Post.Letters[0].To.Address, world.Post.Letters[1].To.Address));
        var text = world.Post.Letters[0].Text;
        Assert.StartsWith("With it: Lease.pdf.\r\n\r\nToo large to go along: Drawings.zip.", text, StringComparison.Ordinal);
        Assert.Contains("With it: Lease.pdf.", world.Post.Letters[0].Sheet!.Note, StringComparison.Ordinal);
        Assert.DoesNotContain("Lease.pdf", world.Post.Letters[1].Text, StringComparison.Ordinal);
        Assert.DoesNotContain("With it", world.Post.Letters[2].Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nobody_reads_on_it_what_they_may_not_know_nor_anybody_what_was_to_stay_private()
    {
        await Appointment(Canary, "2027-03-16T10:00", isPrivate: true, place: Canary);
        await world.Grant(world.Maren, world.Ruta, Sight.Outline, Acting.Look);
        await world.Grant(world.Maren, world.Tome, Sight.Everything, Acting.SpeakFor);
        Assert.Contains(Canary, JsonSerializer.Serialize(await Sheet(world.Maren, SheetWish.All)), StringComparison.Ordinal);
        foreach (var (viewer, parts) in new[] { (world.Maren, SheetWish.Usual), (world.Tome, SheetWish.All), (world.Ruta, SheetWish.All) })
        {
            var told = JsonSerializer.Serialize(await Sheet(viewer, parts));
            Assert.DoesNotContain(Canary, told, StringComparison.Ordinal);
        }

        await world.Grant(world.Maren, world.Ana, Sight.Nothing, Acting.Look);
        Assert.Equal(RefusalKind.NotFound, await Refused(() => Sheet(world.Ana)));
        // What stood on a sheet and is gone is told no wider.
        await Hand(world.Noor, SheetWish.All);
        var gone = Assert.Single(Entries(await Sheet(world.Maren, SheetWish.All)));
        await world.Do(new CancelEntry(world.Maren.Id, gone.Id!, null, Reach.All));
        Assert.Contains(Canary, JsonSerializer.Serialize(await Sheet(world.Maren, SheetWish.All)), StringComparison.Ordinal);
        foreach (var viewer in new[] { world.Tome, world.Ruta })
            Assert.DoesNotContain(Canary, JsonSerializer.Serialize(await Sheet(viewer, SheetWish.All)), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_different_since_the_last_sheet_is_marked_and_taken_back_it_is_not()
    {
        var moved = await Appointment("Read-in", "2027-03-16T09:00", place: "Gannet");
        await Appointment("Same", "2027-03-16T11:00");
        var away = await Appointment("Elsewhere", "2027-03-16T16:00");
        Assert.All(Entries(await Sheet(world.Noor)), l => Assert.Null(l.Change));
        var handed = await Hand(world.Noor);
        foreach (var (entry, start) in new[] { (moved, "2027-03-16T14:00"), (away, "2027-03-18T16:00") })
            await world.Do(
                new ChangeEntry(world.Noor.Id, entry.PublicId, null, Reach.All, new EntryEdit { Time = World.Timed(start) }, new())
            );
        await Appointment("Late", "2027-03-16T17:00");
        var sheet = await Sheet(world.Noor);
        Assert.Equal(
            ["Same ", "Read-in was 09:00 to 09:45", "Elsewhere not at this time any more", "Late new"],
            sheet.Sheets.Single().Lines.Where(l => l.Kind != SheetLineKind.Gap).Select(l => $"{l.Title} {l.Change}")
        );
        Assert.StartsWith("Changes are marked since today", sheet.Last, StringComparison.Ordinal);
        await world.Do(new UndoChange(world.Noor.Id, handed));
        Assert.All(Entries(await Sheet(world.Noor)), l => Assert.Null(l.Change));
    }

    [Fact]
    public async Task It_goes_to_each_as_far_as_they_may_know_it_with_a_calendar_file()
    {
        await Appointment("Read-in", "2027-03-16T09:00");
        await Appointment(Canary, "2027-03-16T10:00", isPrivate: true);
        await world.Grant(world.Maren, world.Ruta, Sight.Outline, Acting.Look);
        await Hand(world.Noor, SheetWish.All, 1, world.Maren, world.Ruta);
        world.Advance(11);
        await world.SendDue();
        var letters = world.Post.Letters.ToDictionary(l => l.To.Address);
        Assert.Contains(Canary, letters[world.Maren.Address].Text, StringComparison.Ordinal);
        Assert.Contains(letters[world.Maren.Address].Lane!.Entries, e => e.Title == Canary);
        var outline = letters[world.Ruta.Address];
        Assert.Equal("Maren Falk, Tuesday 16 March 2027", outline.Subject);
        Assert.DoesNotContain(Canary, JsonSerializer.Serialize(outline), StringComparison.Ordinal);
        Assert.DoesNotContain("Read-in", JsonSerializer.Serialize(outline), StringComparison.Ordinal);
        // Who speaks for her, and not in private matters, does not read it among the mail that went out.
        await world.Grant(world.Maren, world.Tome, Sight.Everything, Acting.SpeakFor);
        var mails = await world.See(new ReadMails(world.Tome.Id, null, MailPile.All, "", null, world.Now).Run);
        Assert.DoesNotContain(Canary, JsonSerializer.Serialize(mails), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_sees_nothing_is_outside_or_no_person_gets_none()
    {
        await world.Grant(world.Maren, world.Ana, Sight.Nothing, Acting.Look);
        Assert.Equal(RefusalKind.ReaderSeesNothing, await Refused(() => Hand(world.Noor, SheetWish.Usual, 1, world.Ana)));
        Assert.Equal(RefusalKind.PersonUnknown, await Refused(() => Hand(world.Noor, SheetWish.Usual, 1, world.Lakshmi)));
        Assert.Equal(RefusalKind.PersonUnknown, await Refused(() => Hand(world.Noor, SheetWish.Usual, 1, world.Gannet)));
        Assert.Equal(RefusalKind.SpanTooLong, await Refused(() => Hand(world.Noor, days: 32)));
        Assert.Equal(RefusalKind.BadInput, await Refused(() => Hand(world.Noor, (SheetParts)512)));
        Assert.Equal(RefusalKind.MayNotSpeakFor, await Refused(() => Hand(world.Ana)));
        Assert.Equal(RefusalKind.SheetHasNoReader, await Refused(() => Say(new LocalTime(17, 30))));
    }

    [Fact]
    public async Task What_stands_under_an_entry_stands_in_the_order_that_was_said_on_paper_and_in_mail()
    {
        await world.Arrange(with: [world.Tome, world.Lakshmi]);
        ImmutableArray<SheetBlock> order =
        [
            SheetBlock.Agenda,
            SheetBlock.Papers,
            SheetBlock.LastTime,
            SheetBlock.People,
            SheetBlock.Joining,
        ];
        Assert.Equal(SheetOrder.Usual, (await Sheet(world.Noor)).Parts.Order);
        await world.Do(
            new SaySheet(world.Noor.Id, world.Maren.Id, SheetWish.Usual, new LocalTime(17, 30), true, false, [world.Maren.PublicId])
            {
                Order = order,
            }
        );
        var sheet = await Sheet(world.Noor);
        Assert.Equal(order, sheet.Parts.Order);
        // Another order for once says nothing for the next time.
        var once = new ReadDaySheet(world.Noor.Id, world.Maren.PublicId, Tuesday, 1, null, world.Now) { Order = SheetOrder.Usual };
        Assert.Equal(SheetOrder.Usual, (await world.See(once.Run)).Parts.Order);
        await world.Do(
            new HandSheet(world.Noor.Id, world.Maren.Id, Tuesday, 1, SheetWish.Usual, [world.Maren.PublicId], null) { Order = order }
        );
        world.Advance(11);
        await world.SendDue();
        var words = world.Post.Letters.Single().Text;
        int At(string what) => words.IndexOf(what, StringComparison.Ordinal);
        Assert.InRange(At("Clause 7"), 1, At("Tomé Vidal: no reply yet"));
        Assert.InRange(At("Tomé Vidal: no reply yet"), 1, At("https://meet.ebbline.example/1"));

        var twice = new ReadDaySheet(world.Noor.Id, world.Maren.PublicId, Tuesday, 1, null, world.Now)
        {
            Order = [.. order.Skip(1), SheetBlock.Papers],
        };
        Assert.Equal(RefusalKind.BadInput, await Refused(() => world.See(twice.Run)));
        Assert.Equal(
            RefusalKind.BadInput,
            await Refused(() =>
                world.Do(new HandSheet(world.Noor.Id, world.Maren.Id, Tuesday, 1, SheetWish.Usual, [], null) { Order = order[1..] })
            )
        );
        Assert.Equal(
            RefusalKind.BadInput,
            await Refused(() =>
                world.Do(
                    new SaySheet(world.Noor.Id, world.Maren.Id, SheetWish.Usual, null, true, false, [])
                    {
                        Order = [.. order, SheetBlock.Papers],
                    }
                )
            )
        );
    }

    private Task<long> Say(LocalTime? at, bool dayBefore = true, params CalendarUser[] to) =>
        world.Do(new SaySheet(world.Noor.Id, world.Maren.Id, SheetWish.Usual, at, dayBefore, true, [.. to.Select(t => t.PublicId)]));

    [Fact]
    public async Task It_goes_at_the_hour_that_was_said_and_again_when_something_changes_that_day()
    {
        var worker = new SheetWorker(world.Store, world.Gate);
        async Task<int> At(string local)
        {
            var moment = NodaTime.Text.LocalDateTimePattern.GeneralIso.Parse(local).Value;
            world.Clock.StopAt(world.Maren.HomeZone.AtStrictly(moment).ToInstant());
            return await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken);
        }

        await Say(new LocalTime(17, 30), true, world.Maren);
        var readIn = await Appointment("Read-in", "2027-03-09T09:00");
        Assert.Equal(0, await At("2027-03-08T17:29:00"));
        Assert.Equal(1, await At("2027-03-08T17:30:00"));
        Assert.Equal(0, await At("2027-03-08T17:45:00"));
        // What changes before the day itself is on the next sheet; on the day it goes again, once, and not at every change.
        await world.Do(
            new ChangeEntry(
                world.Noor.Id,
                readIn.PublicId,
                null,
                Reach.All,
                new EntryEdit { Time = World.Timed("2027-03-09T11:00") },
                new()
            )
        );
        Assert.Equal(0, await At("2027-03-08T23:00:00"));
        Assert.Equal(1, await At("2027-03-09T08:00:00"));
        await Appointment("One more", "2027-03-09T15:00");
        Assert.Equal(0, await At("2027-03-09T08:05:00"));
        Assert.Equal(1, await At("2027-03-09T08:11:00"));
        // What is over changes nothing.
        Assert.Equal(0, await At("2027-03-09T16:30:00"));
        await world.SendDue();
        Assert.Equal(
            ["Maren Falk, Tuesday 9 March 2027", "Changed: Maren Falk, Tuesday 9 March 2027", "Changed: Maren Falk, Tuesday 9 March 2027"],
            world.Post.Letters.Select(l => l.Subject)
        );
        Assert.All(world.Post.Letters, l => Assert.True(l.Automatic));
        // On Friday evening nothing goes for a free Saturday.
        Assert.Equal(1, await At("2027-03-11T18:00:00"));
        Assert.Equal(0, await At("2027-03-12T18:00:00"));
    }

    [Fact]
    public async Task Said_after_its_hour_it_goes_the_next_day_and_without_rights_never()
    {
        var worker = new SheetWorker(world.Store, world.Gate);
        world.Clock.StopAt(world.Maren.HomeZone.AtStrictly(new LocalDateTime(2027, 3, 8, 10, 0)).ToInstant());
        await Say(new LocalTime(7, 0), false, world.Maren);
        Assert.Equal(0, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        world.Clock.StopAt(world.Now + Duration.FromHours(21));
        Assert.Equal(1, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
        await world.Grant(world.Maren, world.Noor, Sight.Headlines, Acting.Look);
        world.Clock.StopAt(world.Now + Duration.FromHours(24));
        Assert.Equal(0, await worker.RunDueAsync(world.Now, TestContext.Current.CancellationToken));
    }
}
