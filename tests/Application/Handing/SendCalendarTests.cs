using System.Text.Json;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Handing;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Calendars that are sent by mail: how much, in which form, to whom.</summary>
public sealed class SendCalendarTests : IAsyncLifetime
{
    private const string Canary = "Canary doctor";

    private static readonly CalendarPart Two = new(new LocalDate(2027, 3, 16), 2, Sight.Headlines, false, CalendarForm.ByDay, null);

    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        foreach (
            var (title, start, isPrivate) in new[]
            {
                ("Read-in", "2027-03-16T09:00", false),
                (Canary, "2027-03-16T11:00", true),
                ("Yard", "2027-03-17T23:30", false),
            }
        )
            await world.Do(
                new AddAppointment(
                    world.Maren.Id,
                    world.Maren.Id,
                    title,
                    World.Timed(start),
                    isPrivate ? Canary : "Gannet",
                    null,
                    isPrivate
                )
            );
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<CalendarLetterView> Letter(CalendarPart part, CalendarUser? viewer = null, string? note = null, bool inside = true) =>
        world.See(new ReadCalendarLetter((viewer ?? world.Noor).Id, world.Maren.PublicId, part, note, inside, world.Now).Run);

    private Task<long> Send(CalendarPart part, params string[] to) =>
        world.Do(new SendCalendar(world.Noor.Id, world.Maren.Id, [.. to], part, "As promised."));

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    private static string[] Lines(CalendarLetterView letter) => letter.Text.Split("\r\n", StringSplitOptions.RemoveEmptyEntries);

    [Fact]
    public async Task It_is_written_day_by_day_in_one_run_or_as_what_is_free_by_the_clock_that_was_chosen()
    {
        Assert.Equal(
            [
                "Maren Falk, 16 to 17 March 2027",
                "Times of Lisbon.",
                "Tuesday 16 March",
                "    09:00 to 09:45  Read-in, Gannet",
                "    11:00 to 11:45  Private",
                "Wednesday 17 March",
                "    23:30 to Thursday 18 March, 00:15  Yard, Gannet",
            ],
            Lines(await Letter(Two))
        );
        var run = Lines(await Letter(Two with { Form = CalendarForm.InOneRun, Zone = "Asia/Kolkata" }, note: "Dear all,\nhere it is."));
        Assert.Equal(["Dear all,", "here it is."], run[..2]);
        Assert.Equal("Times of Kolkata.", run[3]);
        Assert.Equal("Thursday 18 March, 05:00 to 05:45: Yard, Gannet", run[^1]);
        var free = await Letter(Two with { Form = CalendarForm.FreeTimes });
        Assert.Equal(
            ["Tuesday 16 March: 08:00 to 09:00, 09:45 to 11:00, 11:45 to 18:00", "Wednesday 17 March: 08:00 to 18:00"],
            Lines(free)[2..]
        );
        Assert.Empty(free.Files);
        Assert.DoesNotContain(
            "Taken",
            Lines(await Letter(Two with { Most = Sight.Outline }))
                .Single(l => l.Contains("23:30", StringComparison.Ordinal))
                .Replace("Taken", "", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
        Assert.DoesNotContain("Read-in", (await Letter(Two with { Most = Sight.Outline })).Text, StringComparison.Ordinal);
        await world.Arrange("2027-03-19T09:00");
        var pencilled = await Letter(Two with { From = new LocalDate(2027, 3, 19), Days = 1 });
        Assert.Equal("    09:00 to 09:45  Insurers, renewal terms (pencilled)", Lines(pencilled)[^1]);
        var empty = await Letter(Two with { From = new LocalDate(2027, 3, 20) });
        Assert.True(empty.IsEmpty);
        Assert.Contains("Nothing is scheduled in these days.", empty.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_private_goes_only_where_it_was_chosen_and_may_leave()
    {
        var whole = Two with { Private = true };
        Assert.Contains(Canary, (await Letter(whole)).Text, StringComparison.Ordinal);
        // Those outside know nothing private until an administrator says otherwise.
        var outside = await Letter(whole, inside: false);
        Assert.True(outside.Capped);
        Assert.DoesNotContain(Canary, outside.Text, StringComparison.Ordinal);
        // Who speaks for her, and not in private matters, sends no more than they see.
        await world.Grant(world.Maren, world.Tome, Sight.Everything, Acting.SpeakFor);
        Assert.DoesNotContain(Canary, (await Letter(whole, world.Tome)).Text, StringComparison.Ordinal);
        Assert.Equal(RefusalKind.MayNotSpeakFor, await Refused(() => Letter(Two, world.Ana)));

        await Send(whole, world.Ana.PublicId, "clerk@porto.example");
        world.Advance(11);
        await world.SendDue();
        var letters = world.Post.Letters.ToDictionary(l => l.To.Address);
        Assert.Contains(Canary, JsonSerializer.Serialize(letters[world.Ana.Address]), StringComparison.Ordinal);
        Assert.DoesNotContain(Canary, JsonSerializer.Serialize(letters["clerk@porto.example"]), StringComparison.Ordinal);
        Assert.Equal(3, letters["clerk@porto.example"].Lane!.Entries.Count);
        Assert.All(letters.Values, l => Assert.StartsWith("As promised.", l.Text, StringComparison.Ordinal));
    }

    [Fact]
    public async Task The_whole_of_it_tells_who_comes_how_one_joins_the_agenda_and_the_papers_which_go_along_where_that_is_chosen()
    {
        var meeting = await world.Arrange("2027-03-16T14:00", with: [world.Tome, world.Lakshmi]);
        await world.Do(
            new AddPaper(world.Maren.Id, meeting.PublicId, new NewPaper("Lease.pdf", "application/pdf", 5, new string('a', 64)))
        );
        var whole = Two with { Most = Sight.Everything, Days = 1 };
        var letter = await Letter(whole);
        Assert.Equal(
            [
                "    11:00 to 11:45  Private",
                "    14:00 to 14:45  Insurers, renewal terms (pencilled)",
                "        With Lakshmi Rao and Tomé Vidal",
                "        https://meet.ebbline.example/1",
                "        Clause 7",
                "        Paper: Lease.pdf",
            ],
            Lines(letter)[^6..]
        );
        Assert.Equal(["calendar.ics"], letter.Files);
        Assert.False(letter.Capped);
        // What is private says nothing of itself, whatever else is told.
        Assert.DoesNotContain(Canary, letter.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(
            "Clause 7",
            (await Letter(whole with { Most = Sight.Headlines, Papers = true })).Text,
            StringComparison.Ordinal
        );

        var withPapers = whole with { Papers = true };
        Assert.Equal(["calendar.ics", "Lease.pdf"], (await Letter(withPapers)).Files);
        Assert.Empty((await Letter(withPapers with { Form = CalendarForm.FreeTimes })).Files);
        Assert.Equal(RefusalKind.BadInput, await Refused(() => Letter(whole with { Most = Sight.Nothing })));
        await Send(withPapers, world.Ana.PublicId, "clerk@porto.example");
        world.Advance(11);
        await world.SendDue();
        var letters = world.Post.Letters.ToDictionary(l => l.To.Address);
        Assert.Equal("Lease.pdf", Assert.Single(letters[world.Ana.Address].Papers).Name);
        Assert.Contains("With it: Lease.pdf.", letters[world.Ana.Address].Text, StringComparison.Ordinal);
        var told = letters[world.Ana.Address].Lane!.Entries.Single(e => e.Title.StartsWith("Insurers", StringComparison.Ordinal));
        Assert.Contains("Clause 7", told.Details);
        // Those outside know no more than titles and places until an administrator says otherwise.
        Assert.Empty(letters["clerk@porto.example"].Papers);
        Assert.DoesNotContain("Clause 7", JsonSerializer.Serialize(letters["clerk@porto.example"]), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_absence_takes_the_time_and_tells_nobody_why()
    {
        await world.Do(
            new PostAbsence(
                world.Noor.Id,
                world.Maren.Id,
                Absent.AtHome(world.Maren, new LocalDateTime(2027, 3, 17, 0, 0), new LocalDateTime(2027, 3, 18, 0, 0)),
                null,
                Canary
            )
        );
        var letter = await Letter(Two with { Private = true, Form = CalendarForm.InOneRun });
        Assert.Contains("Wednesday 17 March, all day: Away", Lines(letter));
        Assert.Equal(
            ["Tuesday 16 March: 08:00 to 09:00, 09:45 to 11:00, 11:45 to 18:00"],
            Lines(await Letter(Two with { Form = CalendarForm.FreeTimes }))[2..]
        );
    }

    [Theory]
    [InlineData(RefusalKind.CalendarHasNoReader)]
    [InlineData(RefusalKind.AddressIsNone, "nobody")]
    [InlineData(RefusalKind.AddressIsNone, "a@b@c")]
    public async Task Nobody_and_what_is_no_address_are_said(RefusalKind kind, params string[] to) =>
        Assert.Equal(kind, await Refused(() => Send(Two, to)));

    [Fact]
    public async Task What_is_too_long_or_no_part_is_refused()
    {
        Assert.Equal(RefusalKind.SpanTooLong, await Refused(() => Letter(Two with { Days = 367 })));
        Assert.Equal(RefusalKind.SpanTooLong, await Refused(() => Letter(Two with { Days = 0 })));
        Assert.Equal(RefusalKind.BadInput, await Refused(() => Letter(Two with { Most = Sight.Nothing })));
        Assert.Equal(RefusalKind.BadInput, await Refused(() => Letter(Two with { Zone = "Moon/Base" })));
        Assert.Equal(RefusalKind.TooMany, await Refused(() => Send(Two, [.. Enumerable.Range(0, 51).Select(n => $"a{n}@porto.example")])));
    }
}
