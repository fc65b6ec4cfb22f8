using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class RecurrenceTests
{
    private static readonly DateTimeZone NewYork = Zones.Get("America/New_York");

    [Fact]
    public void A_rule_reads_what_it_writes() => Rules.Endless.Sample(r => Rule.Parse(r.ToString()).ToString() == r.ToString());

    [Theory]
    [InlineData("FREQ=MINUTELY")]
    [InlineData("FREQ=SECONDLY;COUNT=2")]
    [InlineData("FREQ=DAILY;INTERVAL=0")]
    [InlineData("FREQ=WEEKLY;BYDAY=XX")]
    [InlineData("FREQ=WEEKLY;BYDAY=2MO")]
    [InlineData("FREQ=YEARLY;BYWEEKNO=20;BYDAY=1MO")]
    [InlineData("FREQ=MONTHLY;BYWEEKNO=20")]
    [InlineData("FREQ=MONTHLY;BYYEARDAY=20")]
    [InlineData("FREQ=WEEKLY;BYMONTHDAY=1")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=0")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=32")]
    [InlineData("FREQ=DAILY;BYHOUR=-1")]
    [InlineData("FREQ=DAILY;UNTIL=tomorrow")]
    [InlineData("FREQ=DAILY;SKIP=FORWARD")]
    [InlineData("INTERVAL=2")]
    [InlineData("nonsense")]
    public void What_is_no_rule_or_too_frequent_is_refused(string text) => Assert.Throws<FormatException>(() => Rule.Parse(text));

    [Fact]
    public void A_span_far_from_the_start_is_the_tail_of_the_whole()
    {
        var start = Local("2024-02-29 02:30");
        Gen.Select(Rules.Endless, Gen.Int[0, 2200], Gen.Int[1, 400], Gen.Int[1, 90].Nullable())
            .Sample(
                (rule, offset, length, count) =>
                {
                    var counted = rule with { Count = count };
                    var (from, to) = (start.PlusDays(offset), start.PlusDays(offset + length));
                    var whole = Expansion.Starts(start, counted, NewYork, start, to).Where(s => s >= from);
                    Assert.Equal(whole, Expansion.Starts(start, counted, NewYork, from, to));
                },
                iter: 2_000
            );
    }

    /// <summary>Rules that only name days are held against the words of the RFC's table, day by day.</summary>
    [Fact]
    public void The_days_of_a_rule_are_those_its_parts_allow()
    {
        var start = Local("2023-01-01 09:00");
        Rules
            .Endless.Where(r => r.Positions.IsEmpty && r.Frequency != Frequency.Hourly)
            .Sample(
                rule =>
                {
                    var plain = rule with { Interval = 1, Hours = [], Minutes = [] };
                    var expected = Enumerable
                        .Range(0, 1_500)
                        .Select(n => start.PlusDays(n))
                        .Where(day => IsDayOf(plain, day.Date, start.Date));
                    Assert.Equal(expected, Expansion.Starts(start, plain, null, start, start.PlusDays(1_500)));
                },
                iter: 2_000
            );
    }

    [Theory]
    // The clock skips from 02:00 to 03:00 on 9 March 2025: 02:30 is read as 03:30, and counts once where that is a start too.
    [InlineData("FREQ=DAILY;COUNT=2", "2025-03-08 02:30", "2025-03-08 07:30,2025-03-09 07:30")]
    [InlineData("FREQ=HOURLY;COUNT=4", "2025-03-09 00:30", "2025-03-09 05:30,2025-03-09 06:30,2025-03-09 07:30,2025-03-09 08:30")]
    [InlineData("FREQ=DAILY;BYHOUR=2,3;COUNT=3", "2025-03-09 02:30", "2025-03-09 07:30,2025-03-10 06:30,2025-03-10 07:30")]
    // It shows 01:30 twice on 2 November 2025: the first is meant.
    [InlineData("FREQ=DAILY;COUNT=2", "2025-11-01 01:30", "2025-11-01 05:30,2025-11-02 05:30")]
    public void Skipped_and_repeated_times_are_read_as_the_standard_says(string rule, string start, string instants)
    {
        var walk = new RuleWalk(Local(start), Rule.Parse(rule), NewYork, Local(start), Local("2030-01-01 00:00"));
        var found = new List<Instant>();
        while (walk.Next())
            found.Add(walk.Moment);
        Assert.Equal(instants.Split(',').Select(Utc), found);
    }

    [Fact]
    public void An_end_in_utc_holds_at_the_very_instant_and_one_on_the_wall_clock_at_that_time()
    {
        var start = Local("2027-03-12 09:00");
        int Count(string until) =>
            Expansion.Starts(start, Rule.Parse("FREQ=DAILY;UNTIL=" + until), NewYork, start, Local("2028-01-01 00:00")).Count();
        Assert.Equal(3, Count("20270314T130000Z"));
        Assert.Equal(2, Count("20270314T125959Z"));
        Assert.Equal(3, Count("20270314T090000"));
        Assert.Equal(2, Count("20270314T085959"));
        Assert.Equal(3, Count("20270314"));
    }

    [Theory]
    [InlineData("FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30")]
    [InlineData("FREQ=HOURLY;BYMONTH=2;BYMONTHDAY=30")]
    [InlineData("FREQ=DAILY;BYMONTH=6;BYMONTHDAY=31;COUNT=3")]
    [InlineData("FREQ=MONTHLY;INTERVAL=12;BYMONTH=5")]
    public void A_rule_that_never_occurs_is_known_as_such(string rule) =>
        Assert.Null(Expansion.First(Local("2027-03-08 09:00"), Rule.Parse(rule), NewYork));

    [Theory]
    [InlineData("FREQ=DAILY;COUNT=4000", "2038-02-17 09:00")]
    [InlineData("FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1;UNTIL=20990101", "2098-12-31 09:00")]
    [InlineData("FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;UNTIL=21030101", "2096-02-29 09:00")]
    public void The_last_start_is_found(string rule, string last) =>
        Assert.Equal(Local(last), Expansion.Last(Local("2027-03-08 09:00"), Rule.Parse(rule), NewYork));

    private static bool IsDayOf(Rule rule, LocalDate day, LocalDate start)
    {
        var (monthLength, yearLength) = (day.Calendar.GetDaysInMonth(day.Year, day.Month), day.Calendar.GetDaysInYear(day.Year));
        var byMonth = rule.Months.IsEmpty || rule.Months.Contains(day.Month);
        var byMonthDay = rule.MonthDays.IsEmpty || Has(rule.MonthDays, day.Day, monthLength);
        var byYearDay = rule.YearDays.IsEmpty || Has(rule.YearDays, day.DayOfYear, yearLength);
        var ordinalInMonth = rule.Frequency == Frequency.Monthly || !rule.Months.IsEmpty;
        var (position, length) = ordinalInMonth ? (day.Day, monthLength) : (day.DayOfYear, yearLength);
        var byDay =
            rule.Days.IsEmpty
            || rule.Days.Any(d =>
                d.Day == day.DayOfWeek && (d.Nth == 0 || d.Nth == ((position - 1) / 7) + 1 || -d.Nth == ((length - position) / 7) + 1)
            );
        var unsaid = rule.Days.IsEmpty && rule.MonthDays.IsEmpty;
        return byMonth
            && byMonthDay
            && byYearDay
            && byDay
            && rule.Frequency switch
            {
                Frequency.Weekly => !rule.Days.IsEmpty || day.DayOfWeek == start.DayOfWeek,
                Frequency.Monthly => !unsaid || day.Day == start.Day,
                Frequency.Yearly when !rule.Weeks.IsEmpty => InWeek(rule, day)
                    && (!unsaid || !rule.YearDays.IsEmpty || day.DayOfWeek == start.DayOfWeek),
                Frequency.Yearly when unsaid && rule.YearDays.IsEmpty => day.Day == start.Day
                    && (!rule.Months.IsEmpty || day.Month == start.Month),
                _ => true,
            };
    }

    private static bool InWeek(Rule rule, LocalDate day)
    {
        // The year of a week is that of its fourth day.
        var first = day.PlusDays(-(((int)day.DayOfWeek - (int)rule.WeekStart + 7) % 7));
        var year = first.PlusDays(3).Year;
        var number = ((first.PlusDays(3).DayOfYear - 1) / 7) + 1;
        var last = Enumerable
            .Range(0, 7)
            .Select(n => new LocalDate(year, 12, 31).PlusDays(-n))
            .First(d => d.DayOfWeek == first.PlusDays(3).DayOfWeek);
        return Has(rule.Weeks, number, ((last.DayOfYear - 1) / 7) + 1);
    }

    private static bool Has(ImmutableArray<int> numbers, int number, int last) =>
        numbers.Contains(number) || numbers.Contains(number - last - 1);
}
