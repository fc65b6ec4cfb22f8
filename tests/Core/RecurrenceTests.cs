using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class RecurrenceTests
{
    [Theory]
    [InlineData("FREQ=DAILY;COUNT=3", "2027-03-08 09:00,2027-03-09 09:00,2027-03-10 09:00")]
    [InlineData("FREQ=DAILY;INTERVAL=10;UNTIL=20270330T000000", "2027-03-08 09:00,2027-03-18 09:00,2027-03-28 09:00")]
    [InlineData("FREQ=WEEKLY;COUNT=2", "2027-03-08 09:00,2027-03-15 09:00")]
    [InlineData("FREQ=WEEKLY;BYDAY=MO,WE;COUNT=4", "2027-03-08 09:00,2027-03-10 09:00,2027-03-15 09:00,2027-03-17 09:00")]
    [InlineData("FREQ=WEEKLY;INTERVAL=2;BYDAY=FR,TU;COUNT=3", "2027-03-09 09:00,2027-03-12 09:00,2027-03-23 09:00")]
    public void A_rule_yields_its_starts(string rule, string starts) => Assert.Equal(
        starts.Split(',').Select(Local),
        Expansion.Starts(Local("2027-03-08 09:00"), Rule.Parse(rule), Local("2027-01-01 00:00"), Local("2027-04-01 00:00")));

    [Fact]
    public void A_rule_reads_what_it_writes()
    {
        var rule = Gen.Select(Gen.Enum<Frequency>(), Gen.Int[1, 9], Gen.Int[1, 7].HashSet[0, 7], Gen.Int[1, 50].Nullable())
            .Select((f, n, days, count) => new Rule(f, n, f == Frequency.Daily ? [] : [.. days.Select(d => (IsoDayOfWeek)d)], count, null));
        rule.Sample(r => Rule.Parse(r.ToString()).ToString() == r.ToString());
    }

    [Theory]
    [InlineData("FREQ=HOURLY")]
    [InlineData("FREQ=DAILY;INTERVAL=0")]
    [InlineData("FREQ=WEEKLY;BYDAY=XX")]
    [InlineData("FREQ=DAILY;BYDAY=MO")]
    [InlineData("INTERVAL=2")]
    [InlineData("nonsense")]
    public void What_is_no_daily_or_weekly_rule_is_refused(string text) => Assert.Throws<FormatException>(() => Rule.Parse(text));

    [Fact]
    public void A_span_far_from_the_start_is_the_tail_of_the_whole()
    {
        var rule = Gen.Select(Gen.Enum<Frequency>(), Gen.Int[1, 5], Gen.Int[1, 7].HashSet[1, 3], Gen.Int[0, 700])
            .Select((f, n, days, offset) => (Rule: new Rule(f, n, f == Frequency.Daily ? [] : [.. days.Select(d => (IsoDayOfWeek)d)], null, null), offset));
        var start = Local("2024-02-27 10:30");
        rule.Sample(r =>
        {
            var from = start.PlusDays(r.offset);
            var to = from.PlusDays(60);
            var whole = Expansion.Starts(start, r.Rule, start, to).Where(s => s >= from);
            Assert.Equal(whole, Expansion.Starts(start, r.Rule, from, to));
        });
    }

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
        var series = Entries.Series("2027-03-08 09:00", "Etc/UTC", 60, Rule.Weekly(1)) with
        {
            Exceptions = [Local("2027-03-15 09:00")],
            Overrides =
            [
                new Override(Local("2027-03-22 09:00"), Cancelled: true),
                new Override(Local("2027-03-29 09:00"), Timed("2027-03-30 14:00", "Etc/UTC", 30), "Moved"),
            ],
        };
        var found = Occurrences.In(series, Span("2027-03-01 00:00", "2027-04-06 00:00"), DateTimeZone.Utc).ToList();
        Assert.Equal([Utc("2027-03-08 09:00"), Utc("2027-03-30 14:00"), Utc("2027-04-05 09:00")], found.Select(o => o.Stretch.Start));
        Assert.Equal(["Weekly", "Moved", "Weekly"], found.Select(o => o.Title));
        Assert.Equal(Utc("2027-03-30 14:00"), Occurrences.Find(series, Local("2027-03-29 09:00"), DateTimeZone.Utc)!.Stretch.Start);
        Assert.Null(Occurrences.Find(series, Local("2027-03-15 09:00"), DateTimeZone.Utc));
        Assert.Null(Occurrences.Find(series, Local("2027-03-09 09:00"), DateTimeZone.Utc));
    }
}
