using Corlin.Core.Time;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class WorkingHoursTests
{
    [Fact]
    public void Hours_follow_the_wall_clock_over_a_clock_change()
    {
        var hours = WorkingHours
            .Weekdays(9 * 60, 17 * 60)
            .Within(Span("2027-03-12 00:00", "2027-03-16 00:00"), Zones.Get("America/Halifax"));
        Assert.Equal(
            [Span("2027-03-12 13:00", "2027-03-12 21:00"), Span("2027-03-15 12:00", "2027-03-15 20:00")],
            hours.Stretches.AsEnumerable()
        );
    }

    [Fact]
    public void Spans_that_touch_are_one_over_midnight_too()
    {
        var night = new WorkingHours([new(IsoDayOfWeek.Monday, 22 * 60, 24 * 60), new(IsoDayOfWeek.Tuesday, 0, 6 * 60)]);
        var within = night.Within(Span("2027-03-08 00:00", "2027-03-10 00:00"), DateTimeZone.Utc);
        Assert.Equal([Span("2027-03-08 22:00", "2027-03-09 06:00")], within.Stretches.AsEnumerable());
    }

    [Fact]
    public void Around_the_clock_leaves_no_gap() =>
        Assert.True(
            WorkingHours
                .Always.Within(Span("2027-03-20 00:00", "2027-04-05 00:00"), Zones.Get("Europe/Lisbon"))
                .Covers(Span("2027-03-20 00:00", "2027-04-05 00:00"))
        );

    [Fact]
    public void A_span_that_the_clocks_swallow_is_empty()
    {
        var hours = new WorkingHours([new(IsoDayOfWeek.Sunday, 60, 120)]);
        Assert.True(
            hours
                .Within(Span("2027-03-28 00:00", "2027-03-29 00:00"), Zones.Get("Europe/Lisbon"))
                .Stretches.All(s => s.Length <= Duration.FromHours(1))
        );
    }
}
