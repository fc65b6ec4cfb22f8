using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class WatchTests
{
    private static readonly TravelTable Ways = new(
        new Dictionary<(string, string), Duration>
        {
            [("office", "quay")] = Duration.FromMinutes(30),
            [("quay", "office")] = Duration.FromMinutes(40),
            [("office", "yard")] = Duration.FromMinutes(75),
        }
    );

    private static readonly StretchSet Hours = StretchSet.Of([Span("2027-03-08 08:00", "2027-03-08 18:00")]);

    [Theory]
    [InlineData("11:00", "12:00", "quay", VerdictKind.Fits)]
    [InlineData("10:00", "11:00", "office", VerdictKind.Tight)]
    [InlineData("10:15", "11:00", "quay", VerdictKind.Tight)]
    [InlineData("09:30", "10:30", null, VerdictKind.Clashes)]
    [InlineData("18:00", "19:00", null, VerdictKind.OutOfHours)]
    [InlineData("15:00", "16:00", null, VerdictKind.Away)]
    [InlineData("13:00", "14:00", null, VerdictKind.Fits)]
    public void A_verdict_is_worked_out_from_the_day_around_it(string from, string to, string? site, VerdictKind verdict)
    {
        var absence = new Absence(Entries.Maren, Span("2027-03-08 14:30", "2027-03-08 16:30"), null, null);
        var found = Verdicts.Of(
            Span($"2027-03-08 {from}", $"2027-03-08 {to}"),
            site,
            [At("review", "09:00", "10:00"), At("hold", "13:00", "14:00", TimeTaken.Hold)],
            _ => "office",
            Hours,
            [absence],
            Ways
        );
        Assert.Equal(verdict, found.Kind);
    }

    [Fact]
    public void A_clash_says_with_what_and_by_how_long()
    {
        var found = Verdicts.Of(
            Span("2027-03-08 09:30", "2027-03-08 10:30"),
            null,
            [At("review", "09:00", "10:00")],
            _ => null,
            Hours,
            [],
            Ways
        );
        Assert.Equal(("review", Duration.FromMinutes(30)), (found.With!.Key, found.By));
    }

    [Fact]
    public void Clashes_are_pairs_and_leave_out_holds_and_free_time()
    {
        var clashes = Clashes
            .On([
                At("a", "09:00", "10:00"),
                At("b", "09:30", "11:00"),
                At("c", "10:30", "11:30"),
                At("d", "09:00", "12:00", TimeTaken.Hold),
                At("e", "11:30", "12:00"),
            ])
            .ToList();
        Assert.Equal([("a", "b"), ("b", "c")], clashes.Select(c => (c.First.Key, c.Second.Key)));
        Assert.Equal(Span("2027-03-08 09:30", "2027-03-08 10:00"), clashes[0].Shared);
    }

    [Fact]
    public void A_way_is_short_by_what_is_lacking()
    {
        Stop Stop(string site, string from, string to) => new(site, Span($"2027-03-08 {from}", $"2027-03-08 {to}"));
        var ways = Travel
            .Ways.Between(
                [
                    Stop("office", "12:00", "13:00"),
                    Stop("quay", "10:30", "11:30"),
                    Stop("office", "09:00", "10:00"),
                    Stop("moon", "15:00", "16:00"),
                ],
                Ways
            )
            .ToList();
        Assert.Equal(
            [(Duration.FromMinutes(30), Duration.Zero), (Duration.FromMinutes(40), Duration.FromMinutes(10))],
            ways.Select(w => (w.Needed, w.ShortBy))
        );
        Assert.Equal(Span("2027-03-08 11:30", "2027-03-08 12:10"), ways[1].Drawn);
    }

    [Fact]
    public void A_way_told_once_holds_in_both_directions()
    {
        Assert.Equal(Duration.FromMinutes(75), Ways.Between("yard", "office"));
        Assert.Equal(Duration.FromMinutes(40), Ways.Between("quay", "office"));
        Assert.Null(Ways.Between("quay", "yard"));
    }

    [Theory]
    [InlineData("08:30", Reach.Free, "09:00")]
    [InlineData("09:30", Reach.Taken, "10:00")]
    [InlineData("17:00", Reach.Free, "18:00")]
    [InlineData("07:00", Reach.OutOfHours, "08:00")]
    [InlineData("19:00", Reach.OutOfHours, null)]
    public void Somebody_can_be_reached_until(string now, Reach reach, string? until)
    {
        var taken = StretchSet.Of([Span("2027-03-08 09:00", "2027-03-08 10:00")]);
        Assert.Equal(
            new Reachable(reach, until is null ? null : Utc($"2027-03-08 {until}")),
            Days.At(Utc($"2027-03-08 {now}"), Hours, taken, [])
        );
    }

    [Fact]
    public void The_difference_between_two_zones_changes_when_one_changes_its_clocks()
    {
        var (lisbon, halifax, chennai) = (Zones.Get("Europe/Lisbon"), Zones.Get("America/Halifax"), Zones.Get("Asia/Kolkata"));
        var ahead = ClockChanges.Ahead(lisbon, [lisbon, chennai, halifax], Utc("2027-03-08 09:42"), Duration.FromDays(7)).ToList();
        Assert.Equal([new ClockChange("America/Halifax", Utc("2027-03-14 06:00"), Offset.FromHours(-4), Offset.FromHours(-3))], ahead);
        Assert.Empty(ClockChanges.Ahead(lisbon, [halifax], Utc("2027-03-15 09:42"), Duration.FromDays(7)));
    }

    [Fact]
    public void Clocks_that_change_together_change_no_difference() =>
        Assert.Empty(
            ClockChanges.Ahead(Zones.Get("Europe/Lisbon"), [Zones.Get("Europe/Madrid")], Utc("2027-03-25 00:00"), Duration.FromDays(7))
        );

    private static Standing<string> At(string key, string from, string to, TimeTaken takes = TimeTaken.Firm) =>
        new(key, Span($"2027-03-08 {from}", $"2027-03-08 {to}"), takes);
}
