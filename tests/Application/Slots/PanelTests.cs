using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.Slots;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Several people who are met one after another, each in a meeting of their own.</summary>
public sealed class PanelTests : IAsyncLifetime
{
    private const string Stranger = "rui.costa@far-away.example";
    private static readonly LocalDate Day = new(2027, 3, 16);

    private World world = null!;

    public async ValueTask InitializeAsync()
    {
        world = await World.MakeAsync();
        await Take(world.Maren, "2027-03-16T00:00", 10 * 60);
        await Take(world.Maren, "2027-03-16T12:00", 12 * 60);
    }

    public ValueTask DisposeAsync() => world.DisposeAsync();

    /// <summary>Maren has from 10:00 to 12:00.</summary>
    private Task<AddedAppointment> Take(CalendarUser who, string start, int minutes) =>
        world.Do(new AddAppointment(who.Id, who.Id, "Canary title", World.Timed(start, minutes), null));

    private ReadSlots Search(CalendarUser? viewer = null, string? repeats = null, params string[] required) =>
        new((viewer ?? world.Noor).Id, world.Maren.PublicId, required, [], 30, Day, Day, world.Now) { Repeats = repeats };

    private ReadPanel Panel(params string[] each) => new(world.Noor.Id, Search(), each);

    private static async Task<RefusalKind> Refused(Func<Task> act) => (await Assert.ThrowsAsync<RefusedException>(act)).Refusal.Kind;

    private static IEnumerable<(string, string)> Plan(PanelView view) => view.Placed.Select(p => (p.Who.GivenName, p.When.Split(", ")[1]));

    private ArrangeMeeting Sending(ReadPanel asked, PanelView view) =>
        new(world.Noor.Id, world.Maren.Id, "Interview", [], World.Timed("2027-03-16T10:00", 30), null, null, null, null)
        {
            Panel = new PanelPlan(
                asked,
                [
                    .. view.Placed.Select(p => new PanelMeeting(
                        p.Who.Id,
                        TimedEntry.At(
                            new Stretch(Instant.FromUnixTimeMilliseconds(p.Start), Instant.FromUnixTimeMilliseconds(p.End)),
                            "Europe/Lisbon"
                        ),
                        []
                    )),
                ]
            ),
        };

    [Fact]
    public async Task Each_is_met_once_when_they_can_and_who_cannot_is_named()
    {
        await Take(world.Tome, "2027-03-16T10:00", 60);
        await Take(world.Ruta, "2027-03-16T00:00", 24 * 60);
        var view = await world.See(Panel(world.Tome.PublicId, world.Ana.PublicId, world.Ruta.PublicId, Stranger).Run);

        Assert.Equal([("Ana", "10:00"), (Stranger, "10:30"), ("Tomé", "11:00")], Plan(view));
        Assert.Equal(("11:00", "", false), (view.Placed[0].Local, view.Placed[0].Note, view.Placed[0].ByHand));
        Assert.Equal(("", "hour and calendar not known"), (view.Placed[1].Local, view.Placed[1].Note));
        Assert.Equal(("", ""), (view.Placed[2].Local, view.Placed[2].Note));
        var left = Assert.Single(view.LeftOut);
        Assert.Equal(("Ruta", "At no time that suits the others."), (left.Who.GivenName, left.Reason));
        Assert.Equal("3 of 4 can be met, on Tuesday 16 March.", view.Summary);
    }

    [Fact]
    public async Task Somebody_is_put_elsewhere_by_hand_and_the_others_keep_clear_of_it()
    {
        var asked = Panel(world.Tome.PublicId, world.Ana.PublicId) with
        {
            ByHand = new Dictionary<string, Instant> { [world.Ana.PublicId] = Instant.FromUtc(2027, 3, 16, 10, 15) },
        };
        var view = await world.See(asked.Run);
        Assert.Equal([("Ana", "10:15"), ("Tomé", "10:45")], Plan(view));
        Assert.Equal([true, false], view.Placed.Select(p => p.ByHand));
        Assert.Equal("Both can be met, on Tuesday 16 March.", view.Summary);

        // By hand it may stand over anything; that is told where the time is looked at, and nothing refuses it.
        await Take(world.Ana, "2027-03-16T10:15", 30);
        Assert.Equal(2, (await world.Do(Sending(asked, await world.See(asked.Run)))).Meetings);
    }

    [Fact]
    public async Task The_plan_is_sent_whole_each_told_apart_and_taken_back_as_one()
    {
        var asked = Panel(world.Tome.PublicId, world.Ana.PublicId, Stranger);
        var made = await world.Do(Sending(asked, await world.See(asked.Run)));
        Assert.Equal((3, 3), (made.Meetings, made.Asked));
        var lane = await world.See(new ReadLanes(world.Noor.Id, [world.Maren.PublicId], Day, LanesSpan.Day, world.Now).Run);
        Assert.Equal(
            ["Interview: Tomé Vidal", "Interview: Ana Brandão", "Interview"],
            lane.Days[0].Lanes[0].Entries.Where(e => e.Label.Contains("Interview", StringComparison.Ordinal)).Select(e => e.Label)
        );
        var other = await world.See(new ReadLanes(world.Tome.Id, [world.Tome.PublicId], Day, LanesSpan.Day, world.Now).Run);
        Assert.Equal(["Interview: Tomé Vidal"], other.Days[0].Lanes[0].Entries.Select(e => e.Label));

        await world.Do(new UndoChange(world.Noor.Id, made.Change));
        world.Advance(60);
        Assert.Equal(0, await world.SendDue());
    }

    [Fact]
    public async Task A_plan_over_what_was_taken_meanwhile_is_refused_whole()
    {
        var asked = Panel(world.Tome.PublicId, world.Ana.PublicId);
        var view = await world.See(asked.Run);
        await Take(world.Ana, "2027-03-16T10:30", 30);
        Assert.Equal(RefusalKind.PanelChanged, await Refused(() => world.Do(Sending(asked, view))));
        world.Advance(60);
        Assert.Equal(0, await world.SendDue());
        Assert.Equal([("Ana", "10:00"), ("Tomé", "10:30")], Plan(await world.See(asked.Run)));
    }

    [Fact]
    public async Task The_same_time_for_two_and_no_plan_at_all_are_refused()
    {
        var asked = Panel(world.Tome.PublicId, world.Ana.PublicId);
        var view = await world.See(asked.Run);
        var both = view with { Placed = [view.Placed[0], view.Placed[1] with { Start = view.Placed[0].Start, End = view.Placed[0].End }] };
        Assert.Equal(RefusalKind.PanelChanged, await Refused(() => world.Do(Sending(asked, both))));
        Assert.Equal(RefusalKind.NoAttendee, await Refused(() => world.Do(Sending(asked, view with { Placed = [] }))));
    }

    [Fact]
    public async Task What_makes_no_sense_is_refused_in_a_word()
    {
        async Task Refuses(RefusalKind kind, ReadPanel read) => Assert.Equal(kind, await Refused(() => world.See(read.Run)));
        await Refuses(RefusalKind.PanelOfSeries, Panel(world.Tome.PublicId) with { Search = Search(null, "every week") });
        await Refuses(RefusalKind.PanelWithThose, Panel(world.Tome.PublicId) with { Search = Search(null, null, world.Tome.PublicId) });
        await Refuses(RefusalKind.TooMany, Panel([.. Enumerable.Range(0, 17).Select(i => $"one{i}@far-away.example")]));
        await Refuses(RefusalKind.MayNotSpeakFor, new ReadPanel(world.Ana.Id, Search(world.Ana), [world.Tome.PublicId]));
        await Refuses(RefusalKind.MoreThanThereAre, Panel());
        await Refuses(RefusalKind.PersonUnknown, Panel("nobody"));
    }

    [Fact]
    public async Task They_are_met_without_a_gap_where_that_is_wished()
    {
        await Take(world.Tome, "2027-03-16T10:30", 60);
        await Take(world.Ana, "2027-03-16T10:00", 60);
        var asked = Panel(world.Tome.PublicId, world.Ana.PublicId);
        Assert.Equal([("Tomé", "10:00"), ("Ana", "11:00")], Plan(await world.See(asked.Run)));
        Assert.Equal([("Ana", "11:00"), ("Tomé", "11:30")], Plan(await world.See((asked with { InOneRun = true }).Run)));
    }
}
