using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Desk;
using Corlin.Application.Entries;
using Corlin.Application.History;
using Corlin.Application.Requests;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Who asks for a principal's time before there is an invitation, and what becomes of it.</summary>
public sealed class RequestTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private static RequestSaid Said(
        string caller,
        Urgency urgency = Urgency.ThisWeek,
        Instant? promised = null,
        string? person = null,
        bool isPrivate = false
    ) => new(caller, person, "+351 555 0142", RequestWay.Telephone, "Berths at quay 3", 45, urgency, promised, isPrivate);

    private Task<(long Change, string Id)> Take(RequestSaid said, CalendarUser? actor = null) =>
        world.Do(new KeepRequest((actor ?? world.Noor).Id, world.Maren.Id, null, 0, said));

    private async Task<IReadOnlyList<RequestView>> See(CalendarUser? viewer = null, string text = "", bool settled = false) =>
        (await world.See(s => new ReadRequests((viewer ?? world.Noor).Id, text, settled, world.Now).Run(s))).Requests;

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    [Fact]
    public async Task What_was_promised_first_stands_first_then_what_presses()
    {
        await Take(Said("Who can wait", Urgency.CanWait));
        await Take(Said("Who was promised", Urgency.CanWait, world.Now + Duration.FromHours(2)));
        await Take(Said("Who presses", Urgency.AtOnce));
        Assert.Equal(
            [("Who presses", "at once"), ("Who was promised", "promised by today 11:42"), ("Who can wait", "can wait")],
            (await See()).Select(r => (r.Caller, r.Due))
        );
        world.Advance(3 * 3600);
        Assert.Equal(
            ("was promised by today 11:42", "wrong"),
            (await See()).Where(r => r.Caller == "Who was promised").Select(r => (r.Due, r.Tone)).Single()
        );
        Assert.Equal("asks Maren for 45 minutes, by telephone today 09:42, told Noor", (await See(world.Maren))[0].Words);
    }

    [Theory]
    [InlineData("berths", 1)]
    [InlineData("TEIXEIRA", 1)]
    [InlineData("0142", 1)]
    [InlineData("falk", 0)]
    public async Task It_is_found_by_who_called_and_by_what_was_said_settled_or_not(string text, int found)
    {
        var taken = await Take(Said("Rosa Teixeira"));
        Assert.Equal(found, (await See(text: text)).Count);
        await world.Do(new SettleRequest(world.Noor.Id, taken.Id, RequestState.Dropped));
        Assert.Equal(found, (await See(text: text)).Count);
        Assert.Empty(await See());
    }

    [Fact]
    public async Task A_meeting_an_appointment_or_holds_come_of_it_and_an_undo_makes_it_wait_again()
    {
        var (first, second, third) = (await Take(Said("First")), await Take(Said("Second")), await Take(Said("Third")));
        var met = await world.Do(
            new ArrangeMeeting(
                world.Noor.Id,
                world.Maren.Id,
                "Berths",
                [new Invited(world.Tome.PublicId, AttendeeRole.Required)],
                World.Timed("2027-03-16T12:00"),
                null,
                null,
                null,
                null
            )
            {
                Request = first.Id,
            }
        );
        var entered = await world.Do(new EnterRequest(world.Noor.Id, second.Id, World.Timed("2027-03-17T12:00"), "Gannet"));
        await world.Do(
            new PlaceHolds(world.Noor.Id, world.Maren.Id, "Berths", [World.Timed("2027-03-18T12:00")], world.Now + Duration.FromDays(1))
            {
                For = third.Id,
            }
        );
        Assert.Equal(
            [("First", "arranged", false), ("Second", "arranged", false), ("Third", "times are held until tomorrow 09:42", true)],
            (await See(settled: true)).OrderBy(r => r.Caller, StringComparer.Ordinal).Select(r => (r.Caller, r.State!, r.Waits))
        );

        var entry = await world.See(s => new ReadEntry(world.Noor.Id, entered.PublicId, null, world.Maren.PublicId, world.Now).Run(s));
        Assert.Equal(("Second", "+351 555 0142", "Berths at quay 3"), (entry.AskedBy, entry.RingBack, entry.Title));
        Assert.Equal(
            "asked for by them",
            (await world.See(s => new ReadFind(world.Noor.Id, "Second", world.Now).Run(s))).Entries.Single().Why
        );

        await world.Do(new UndoChange(world.Noor.Id, met.Change));
        Assert.Equal(["First", "Third"], (await See()).Select(r => r.Caller).Order());
        world.Advance(25 * 3600);
        Assert.Equal("what was held has lapsed", (await See()).Single(r => r.Caller == "Third").State);
        // No time is held for what is dropped.
        await world.Do(new SettleRequest(world.Noor.Id, third.Id, RequestState.Dropped));
        Assert.Empty(
            await world.See(s =>
                s.Touching([s.MainCalendars([world.Maren.Id])[world.Maren.Id]], World.Timed("2027-03-18T12:00").ToStretch(DateTimeZone.Utc))
                    .SelectMany(c => c)
                    .Where(e => e.Status != MeetingStatus.Cancelled)
                    .ToList()
            )
        );
    }

    [Fact]
    public async Task A_courteous_no_goes_by_mail_after_ten_seconds_or_is_said_by_word_of_mouth()
    {
        var known = await Take(Said("Lakshmi Rao", person: world.Lakshmi.PublicId));
        var unknown = await Take(Said("A caller"));
        Assert.Equal([("A caller", false), ("Lakshmi Rao", true)], (await See()).Select(r => (r.Caller, r.MayWrite)).Order());
        Assert.Equal(
            RefusalKind.AddressIsNone,
            await Refused(() => world.Do(new SettleRequest(world.Noor.Id, unknown.Id, RequestState.Refused, "No")))
        );
        await world.Do(new SettleRequest(world.Noor.Id, known.Id, RequestState.Refused, "I am sorry."));
        await world.Do(new SettleRequest(world.Noor.Id, unknown.Id, RequestState.Refused));
        world.Advance(10);
        await world.SendDue();
        Assert.Equal(
            ("Your request", "I am sorry.", "lakshmi@coromandel-marine.example"),
            world.Post.Letters.Select(l => (l.Subject, l.Text, l.To.Address)).Single()
        );
        Assert.All(await See(settled: true), r => Assert.Equal("a no was said", r.State));
    }

    [Fact]
    public async Task Only_who_speaks_for_the_principal_knows_of_it_and_of_what_is_private_only_who_does_so_in_private_matters()
    {
        await world.Grant(world.Maren, world.Ruta, Sight.Everything, Acting.SpeakFor);
        await world.Grant(world.Maren, world.Ana, Sight.Everything, Acting.Change);
        var open = await Take(Said("Open"));
        var hidden = await Take(Said("Hidden", isPrivate: true));
        Assert.Equal(
            (2, 2, 1, 0),
            ((await See()).Count, (await See(world.Maren)).Count, (await See(world.Ruta)).Count, (await See(world.Ana)).Count)
        );
        Assert.Equal(
            RefusalKind.NotFound,
            await Refused(() => world.Do(new SettleRequest(world.Ruta.Id, hidden.Id, RequestState.Dropped)))
        );
        Assert.Equal(RefusalKind.NotFound, await Refused(() => world.Do(new SettleRequest(world.Ana.Id, open.Id, RequestState.Dropped))));
        Assert.Equal(RefusalKind.MayNotSpeakFor, await Refused(() => Take(Said("x", isPrivate: true), world.Ruta)));
        await world.Do(new SettleRequest(world.Ruta.Id, open.Id, RequestState.Dropped));
    }

    [Fact]
    public async Task Two_who_change_it_at_once_do_not_write_over_each_other_and_an_undo_takes_it_away_and_brings_it_back()
    {
        var taken = await Take(Said("Rosa"));
        await world.Do(new KeepRequest(world.Maren.Id, world.Maren.Id, taken.Id, 1, Said("Rosa Teixeira")));
        Assert.Equal(
            RefusalKind.ChangedSince,
            await Refused(() => world.Do(new KeepRequest(world.Noor.Id, world.Maren.Id, taken.Id, 1, Said("Rosa T."))))
        );
        Assert.Equal(RefusalKind.ChangedSince, await Refused(() => world.Do(new UndoChange(world.Noor.Id, taken.Change))));
        var second = await Take(Said("Fergus"));
        var undone = await world.Do(new UndoChange(world.Noor.Id, second.Change));
        Assert.Equal("Rosa Teixeira", Assert.Single(await See()).Caller);
        await world.Do(new UndoChange(world.Noor.Id, undone));
        Assert.Equal(2, (await See()).Count);
    }

    [Fact]
    public async Task Who_is_to_hear_by_tomorrow_stands_on_the_desk()
    {
        await Take(Said("Later", promised: world.Now + Duration.FromDays(3)));
        await Take(Said("Soon", promised: world.Now + Duration.FromHours(8)));
        var row = Assert.Single((await world.See(new ReadDesk(world.Noor.Id, world.Now).Run)).Queue, r => r.Verb == "Decide");
        Assert.Equal(("Soon", "promised by today 17:42"), (row.Title, row.Reason));
    }
}
