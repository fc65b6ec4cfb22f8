using System.Text;
using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.History;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Calendar files taken into a calendar.</summary>
public sealed class ImportTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static IReadOnlyList<Entry> File(int events, string title = "Tide", string? more = null)
    {
        var text = new StringBuilder("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//tests//EN\r\n");
        for (var i = 0; i < events; i++)
        {
            text.Append(
                $"BEGIN:VEVENT\r\nUID:t{i}\r\nDTSTART;TZID=Europe/Lisbon:202703{(i % 28) + 1:00}T{8 + (i % 9):00}0000\r\nDURATION:PT30M\r\nSUMMARY:{title} {i}\r\n{more}END:VEVENT\r\n"
            );
        }

        text.Append("END:VCALENDAR\r\n");
        return CalendarFile
            .Read(
                new MemoryStream(Encoding.UTF8.GetBytes(text.ToString())),
                Zones.Get("Europe/Lisbon"),
                TestContext.Current.CancellationToken
            )
            .Entries;
    }

    private async Task<List<Entry>> Standing(CalendarUser who) =>
        [
            .. (
                await world.See(s =>
                {
                    var calendar = s.MainCalendars([who.Id])[who.Id];
                    return s.Touching([calendar], new Stretch(Instant.FromUtc(2000, 1, 1, 0, 0), Instant.FromUtc(2100, 1, 1, 0, 0)))[
                            calendar
                        ]
                        .ToList();
                })
            ).OrderBy(e => e.Time.LocalStart),
        ];

    [Fact]
    public async Task The_same_file_again_changes_nothing_and_a_changed_one_only_what_it_changes()
    {
        var first = await world.Do(new ImportEntries(world.Noor.Id, world.Maren.Id, File(1_200)));
        Assert.Equal((1_200, 0, 0), (first.Added, first.Changed, first.Unchanged));
        var again = await world.Do(new ImportEntries(world.Noor.Id, world.Maren.Id, File(1_200)));
        Assert.Equal((null, 0, 0, 1_200), (again.Change, again.Added, again.Changed, again.Unchanged));
        var other = await world.Do(new ImportEntries(world.Noor.Id, world.Maren.Id, [.. File(1_199), .. File(1_201, "Ebb").Skip(1_199)]));
        Assert.Equal((1, 1, 1_199), (other.Added, other.Changed, other.Unchanged));
        Assert.Equal(1_201, (await Standing(world.Maren)).Count);
    }

    [Fact]
    public async Task Two_people_who_take_in_the_same_file_do_not_meet()
    {
        await world.Do(new ImportEntries(world.Maren.Id, world.Maren.Id, File(3)));
        var theirs = await world.Do(new ImportEntries(world.Tome.Id, world.Tome.Id, File(3)));
        Assert.Equal(3, theirs.Added);
        Assert.Equal(3, (await Standing(world.Maren)).Count);
        Assert.Equal(3, (await Standing(world.Tome)).Count);
    }

    [Fact]
    public async Task What_was_kept_of_the_file_goes_out_again()
    {
        await world.Do(new ImportEntries(world.Maren.Id, world.Maren.Id, File(1, more: "X-BERTH:Dunlin\r\nRRULE:FREQ=WEEKLY;COUNT=3\r\n")));
        var written = CalendarWriter.ToText(await Standing(world.Maren), world.Now);
        Assert.Contains("X-BERTH:Dunlin", written, StringComparison.Ordinal);
        Assert.Contains("RRULE:FREQ=WEEKLY;COUNT=3", written, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Categories_of_a_file_come_onto_the_list_and_go_out_as_those_who_keep_the_calendar_call_them()
    {
        await world.Do(
            new ImportEntries(world.Noor.Id, world.Maren.Id, File(2, more: "CATEGORIES:Port\\, north,Sea\r\n"), CalendarFile.CategoryOf)
        );
        var category = Assert.Single(await world.See(s => s.Categories([world.Maren.Id])));
        Assert.Equal("Port, north", category.Name);
        Assert.All(await Standing(world.Maren), e => Assert.Equal(category.Id, e.MarkOn(world.Maren.Id).Category));
        await world.Do(new ChangeCategory(world.Noor.Id, world.Maren.Id, category.Id, "Harbour", null, false));
        var export = await world.See(s => new ReadExport(world.Noor.Id, world.Maren.PublicId, null, null, world.Now).Run(s));
        using var text = new StringWriter();
        CalendarWriter.Write(text, export.Entries, world.Now, _ => null, e => export.Categories.GetValueOrDefault(e.Id));
        Assert.Equal(2, text.ToString().Split("CATEGORIES:Harbour\r\n").Length - 1);
        Assert.DoesNotContain("Sea", text.ToString(), StringComparison.Ordinal);
        // The same file again changes nothing, whatever its category is called now.
        var again = await world.Do(
            new ImportEntries(world.Noor.Id, world.Maren.Id, File(2, more: "CATEGORIES:Port\\, north,Sea\r\n"), CalendarFile.CategoryOf)
        );
        Assert.Equal(2, again.Unchanged);
    }

    [Fact]
    public async Task What_was_written_here_changes_nothing_when_it_is_taken_in_again()
    {
        async Task Add(string title, EntryTime time, string? category, Core.Recurrence.Rule? rule = null, bool isPrivate = false)
        {
            var added = await world.Do(
                new AddAppointment(world.Noor.Id, world.Maren.Id, title, time, "Gannet, north", null, isPrivate, Rule: rule)
            );
            if (category is not null)
                await world.Do(new MarkEntries(world.Noor.Id, world.Maren.Id, [added.PublicId], category));
        }

        await Add(
            "Read-in",
            World.Timed("2027-03-16T08:00"),
            "Desk, early",
            Core.Recurrence.Rule.Parse("FREQ=WEEKLY;BYDAY=TU;UNTIL=20270503")
        );
        await Add("Night round", World.Timed("2027-03-17T23:30"), null, Core.Recurrence.Rule.Parse("FREQ=DAILY;UNTIL=20270328T233000"));
        await Add("Board papers", World.Timed("2027-03-18T14:00"), "Board", isPrivate: true);
        await Add("Doctor", World.Timed("2027-03-19T08:30"), null);
        await Add("Reading day", new AllDayEntry(new LocalDate(2027, 3, 24), new LocalDate(2027, 3, 25)), "Board");
        var export = await world.See(s => new ReadExport(world.Noor.Id, world.Maren.PublicId, null, null, world.Now).Run(s));
        using var text = new StringWriter();
        CalendarWriter.Write(text, export.Entries, world.Now, _ => null, e => export.Categories.GetValueOrDefault(e.Id));
        var read = CalendarFile.Read(
            new MemoryStream(Encoding.UTF8.GetBytes(text.ToString())),
            Zones.Get("Europe/Lisbon"),
            TestContext.Current.CancellationToken
        );
        var again = new ImportEntries(world.Noor.Id, world.Maren.Id, read.Entries, CalendarFile.CategoryOf)
        {
            SameBesidesCategory = CalendarFile.SameBesidesCategory,
        };
        var taken = await world.Do(again);
        Assert.Equal((null, 0, 0, 5), (taken.Change, taken.Added, taken.Changed, taken.Unchanged));
        // Another category than the lane notes is something else.
        var other = await world.Do(
            again with
            {
                Entries =
                [
                    .. read.Entries.Select(e =>
                        e with
                        {
                            Raw = e.Raw?.Replace("CATEGORIES:Board", "CATEGORIES:Yard", StringComparison.Ordinal),
                        }
                    ),
                ],
            }
        );
        Assert.Equal((2, 3), (other.Changed, other.Unchanged));
    }

    [Fact]
    public async Task An_import_is_undone_as_one()
    {
        await world.Do(new ImportEntries(world.Maren.Id, world.Maren.Id, File(2)));
        var second = await world.Do(new ImportEntries(world.Maren.Id, world.Maren.Id, File(3, "Ebb")));
        Assert.Equal((1, 2), (second.Added, second.Changed));
        await world.Do(new UndoChange(world.Maren.Id, second.Change!.Value));
        Assert.Equal(["Tide 0", "Tide 1"], (await Standing(world.Maren)).Select(e => e.Title));
    }

    [Fact]
    public async Task A_large_import_is_undone_and_done_again_with_its_series_and_what_was_noted_since_stops_it()
    {
        var made = await world.Do(new ImportEntries(world.Maren.Id, world.Maren.Id, File(1_203, more: "RRULE:FREQ=WEEKLY;COUNT=3\r\n")));
        var before = await Standing(world.Maren);
        var undone = await world.Do(new UndoChange(world.Maren.Id, made.Change!.Value));
        Assert.Empty(await Standing(world.Maren));
        var again = await world.Do(new UndoChange(world.Maren.Id, undone));
        Assert.Equal(
            before.Select(e => (e.Id, e.Uid, e.PublicId, e.Rule!.ToString())),
            (await Standing(world.Maren)).Select(e => (e.Id, e.Uid, e.PublicId, e.Rule!.ToString()))
        );
        await world.Do(new MarkEntries(world.Maren.Id, world.Maren.Id, [before[700].PublicId], "Tides"));
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(new UndoChange(world.Maren.Id, again)));
        Assert.Equal(RefusalKind.ChangedSince, refused.Refusal.Kind);
        Assert.Equal(1_203, (await Standing(world.Maren)).Count);
        // New ones get numbers of their own after what came back under its old one.
        await world.Do(new ImportEntries(world.Maren.Id, world.Maren.Id, File(1_204)));
        Assert.Equal(1_204, (await Standing(world.Maren)).Select(e => e.Id).Distinct().Count());
    }

    [Fact]
    public async Task What_goes_wrong_while_a_file_is_read_leaves_nothing_behind()
    {
        IEnumerable<Entry> Breaking()
        {
            foreach (var entry in File(900))
                yield return entry;
            throw new FormatException("The file holds more than can be read.");
        }

        await Assert.ThrowsAsync<FormatException>(() => world.Do(new ImportEntries(world.Maren.Id, world.Maren.Id, Breaking())));
        Assert.Empty(await Standing(world.Maren));
    }

    [Fact]
    public async Task A_meeting_here_is_left_as_it_is_and_who_may_only_look_takes_nothing_in()
    {
        var made = await world.Arrange();
        var meeting = await world.Entry(made.PublicId);
        var taken = await world.Do(new ImportEntries(world.Noor.Id, world.Maren.Id, [File(1)[0] with { Uid = meeting.Uid }]));
        Assert.Equal(LeftReason.IsMeeting, Assert.Single(taken.Left).Reason);
        Assert.Equal(meeting.Title, (await world.Entry(made.PublicId)).Title);
        var held = await world.Do(
            new PlaceHolds(world.Noor.Id, world.Maren.Id, "Lease", [World.Timed("2027-03-18T10:00")], world.Now + Duration.FromDays(1))
        );
        var hold = Assert.Single(await world.See(s => s.HoldsOf(held.Request)));
        taken = await world.Do(new ImportEntries(world.Noor.Id, world.Maren.Id, [File(1)[0] with { Uid = hold.Uid }]));
        Assert.Equal(LeftReason.IsHold, Assert.Single(taken.Left).Reason);
        var refused = await Assert.ThrowsAsync<RefusedException>(() => world.Do(new ImportEntries(world.Ruta.Id, world.Maren.Id, File(1))));
        Assert.Equal(RefusalKind.MayNotAdd, refused.Refusal.Kind);
    }

    [Fact]
    public async Task Who_may_only_add_does_not_change_what_others_made()
    {
        await world.Do(new ImportEntries(world.Tome.Id, world.Tome.Id, File(1)));
        await world.Grant(world.Tome, world.Noor, Sight.Everything, Acting.Add, false);
        var taken = await world.Do(new ImportEntries(world.Noor.Id, world.Tome.Id, File(2, "Ebb")));
        Assert.Equal((1, 0, LeftReason.MayNotChange), (taken.Added, taken.Changed, Assert.Single(taken.Left).Reason));
    }
}
