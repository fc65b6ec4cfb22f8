using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class SeriesTests
{
    private static readonly Entry Weekly = Entries.Series("2027-03-08 09:00", "Etc/UTC", 60, Rule.Weekly(1));

    private static IEnumerable<Occurrence> March(Entry series) =>
        Occurrences.In(series, Span("2027-03-01 00:00", "2027-04-06 00:00"), DateTimeZone.Utc);

    [Fact]
    public void A_series_keeps_its_wall_clock_over_a_clock_change()
    {
        var series = Entries.Series("2027-03-10 09:00", "America/Halifax", 60, Rule.Weekly(1));
        var stretches = Occurrences.In(series, Span("2027-03-01 00:00", "2027-03-20 00:00"), DateTimeZone.Utc).Select(o => o.Stretch);
        Assert.Equal([Span("2027-03-10 13:00", "2027-03-10 14:00"), Span("2027-03-17 12:00", "2027-03-17 13:00")], stretches);
    }

    [Fact]
    public void Exceptions_cancelled_and_moved_occurrences_are_as_they_were_said()
    {
        var series = Weekly with
        {
            Exceptions = [Local("2027-03-15 09:00")],
            Overrides =
            [
                new Override(Local("2027-03-22 09:00"), Cancelled: true),
                new Override(Local("2027-03-29 09:00"), Timed("2027-03-30 14:00", "Etc/UTC", 30), "Moved"),
            ],
        };
        var found = March(series).ToList();
        Assert.Equal([Utc("2027-03-08 09:00"), Utc("2027-03-30 14:00"), Utc("2027-04-05 09:00")], found.Select(o => o.Stretch.Start));
        Assert.Equal(["Weekly", "Moved", "Weekly"], found.Select(o => o.Title));
        Assert.Equal(Utc("2027-03-30 14:00"), Occurrences.Find(series, Local("2027-03-29 09:00"), DateTimeZone.Utc)!.Stretch.Start);
        Assert.Null(Occurrences.Find(series, Local("2027-03-15 09:00"), DateTimeZone.Utc));
        Assert.Null(Occurrences.Find(series, Local("2027-03-09 09:00"), DateTimeZone.Utc));
    }

    [Fact]
    public void An_override_from_here_on_moves_what_follows_by_the_same_difference()
    {
        var series = Weekly with
        {
            Overrides =
            [
                new Override(Local("2027-03-15 09:00"), Timed("2027-03-16 10:00", "Etc/UTC", 80), "Later", AndFollowing: true),
                new Override(Local("2027-03-29 09:00"), Timed("2027-03-29 08:00", "Etc/UTC", 20)),
            ],
        };
        Assert.Equal(
            [
                Span("2027-03-08 09:00", "2027-03-08 10:00"),
                Span("2027-03-16 10:00", "2027-03-16 11:20"),
                Span("2027-03-23 10:00", "2027-03-23 11:20"),
                Span("2027-03-29 08:00", "2027-03-29 08:20"),
            ],
            March(series).Select(o => o.Stretch)
        );
        Assert.Equal(["Weekly", "Later", "Later", "Later"], March(series).Select(o => o.Title));
        Assert.Null(
            Occurrences.Find(
                series with
                {
                    Overrides = [new Override(Local("2027-03-15 09:00"), Cancelled: true, AndFollowing: true)],
                },
                Local("2027-03-22 09:00"),
                DateTimeZone.Utc
            )
        );
    }

    [Fact]
    public void Dates_beside_the_rule_count_once_and_can_have_a_length_of_their_own()
    {
        var series = Weekly with
        {
            Additions = [new Addition(Local("2027-03-09 14:00"), Duration.FromMinutes(30)), new Addition(Local("2027-03-15 09:00"))],
        };
        Assert.Equal(
            [
                Span("2027-03-08 09:00", "2027-03-08 10:00"),
                Span("2027-03-09 14:00", "2027-03-09 14:30"),
                Span("2027-03-15 09:00", "2027-03-15 10:00"),
                Span("2027-03-22 09:00", "2027-03-22 10:00"),
            ],
            March(series).Take(4).Select(o => o.Stretch)
        );
    }

    [Fact]
    public void Without_a_rule_the_start_is_the_first_of_the_dates()
    {
        var series = Weekly with { Rule = null, Additions = [new Addition(Local("2027-03-20 11:00"))] };
        Assert.Equal([Utc("2027-03-08 09:00"), Utc("2027-03-20 11:00")], March(series).Select(o => o.Stretch.Start));
        Assert.Equal(Span("2027-03-08 09:00", "2027-03-20 12:00"), Occurrences.Extent(series, DateTimeZone.Utc));
    }

    [Fact]
    public void An_all_day_series_runs_from_midnight_to_midnight_where_its_owner_lives()
    {
        var series = Weekly with
        {
            Time = new AllDayEntry(new LocalDate(2027, 3, 12), new LocalDate(2027, 3, 14)),
            Rule = Rule.Parse("FREQ=DAILY;INTERVAL=2;COUNT=2"),
        };
        var found = Occurrences
            .In(series, Span("2027-03-01 00:00", "2027-04-01 00:00"), Zones.Get("America/Halifax"))
            .Select(o => o.Stretch);
        Assert.Equal([Span("2027-03-12 04:00", "2027-03-14 04:00"), Span("2027-03-14 04:00", "2027-03-16 03:00")], found);
    }

    [Fact]
    public void A_series_without_end_reaches_to_the_end_of_time_and_one_with_an_end_to_its_last()
    {
        Assert.Equal(Instant.MaxValue, Occurrences.Extent(Weekly, DateTimeZone.Utc).End);
        Assert.Equal(
            Utc("2027-03-22 10:00"),
            Occurrences.Extent(Weekly with { Rule = Rule.Parse("FREQ=WEEKLY;COUNT=3") }, DateTimeZone.Utc).End
        );
    }

    [Fact]
    public void A_span_gives_no_more_than_its_bound()
    {
        var hourly = Weekly with { Rule = Rule.Parse("FREQ=HOURLY;BYMINUTE=0,10,20,30,40,50") };
        Assert.Equal(Expansion.Most, Occurrences.In(hourly, Span("2027-03-01 00:00", "2028-03-01 00:00"), DateTimeZone.Utc).Count());
    }
}
