using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Words;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>How something repeats, by parts.</summary>
public class RulePartsTests
{
    // Tuesday, the third and not the last of its month.
    private static readonly LocalDate First = new(2027, 3, 16);

    private static readonly Gen<LocalDate> Days = Gen.Int[0, 800].Select(new LocalDate(2027, 1, 1).PlusDays);

    private static readonly Gen<RuleParts> Any = Gen.Select(
            Gen.Int[1, 99],
            Gen.Int[1, 4],
            Gen.Int[1, 127],
            Gen.Enum<MonthDay>(),
            Gen.Int[0, 2],
            Gen.Int[1, 999]
        )
        .Select(
            (every, unit, days, on, end, number) =>
                new RuleParts(
                    every,
                    (Frequency)unit,
                    (Frequency)unit == Frequency.Weekly
                        ? [.. Enumerable.Range(1, 7).Where(d => (days & (1 << (d - 1))) != 0).Select(d => (IsoDayOfWeek)d)]
                        : [],
                    (Frequency)unit == Frequency.Monthly ? on : MonthDay.SameDate,
                    end == 1 ? First.PlusDays(number) : null,
                    end == 2 ? number : null
                )
        );

    [Theory]
    [InlineData(
        "every second week on Monday and Thursday until 4 June 2027",
        2,
        Frequency.Weekly,
        "Monday,Thursday",
        MonthDay.SameDate,
        "2027-06-04",
        null
    )]
    [InlineData("every weekday", 1, Frequency.Weekly, "Monday,Tuesday,Wednesday,Thursday,Friday", MonthDay.SameDate, null, null)]
    [InlineData("fortnightly", 2, Frequency.Weekly, "Tuesday", MonthDay.SameDate, null, null)]
    [InlineData("every day, 10 times", 1, Frequency.Daily, "", MonthDay.SameDate, null, 10)]
    [InlineData("every month on the 16th", 1, Frequency.Monthly, "", MonthDay.SameDate, null, null)]
    [InlineData("every month on the third Tuesday", 1, Frequency.Monthly, "", MonthDay.NthWeekday, null, null)]
    [InlineData("quarterly on the last Tuesday", 3, Frequency.Monthly, "", MonthDay.LastOfWeekday, null, null)]
    [InlineData("every month on the last day", 1, Frequency.Monthly, "", MonthDay.LastDay, null, null)]
    [InlineData("first working day of each month", 1, Frequency.Monthly, "", MonthDay.FirstWorkingDay, null, null)]
    [InlineData("last working day of each month", 1, Frequency.Monthly, "", MonthDay.LastWorkingDay, null, null)]
    [InlineData("every year", 1, Frequency.Yearly, "", MonthDay.SameDate, null, null)]
    public void Words_come_to_parts(string words, int every, Frequency unit, string days, MonthDay on, string? until, int? times)
    {
        var parts = RuleParts.Of(RuleReader.Read(words, First).Rule!, First);
        Assert.NotNull(parts);
        Assert.Equal(
            (every, unit, days, on, until, times),
            (parts.Every, parts.Unit, string.Join(',', parts.Weekdays), parts.On, parts.Until?.ToString("uuuu-MM-dd", null), parts.Times)
        );
    }

    [Theory]
    [InlineData("every month on the 15th and 16th")]
    [InlineData("every month on the second Thursday")]
    [InlineData("every Tuesday in March")]
    [InlineData("every 2 hours")]
    public void What_has_more_to_it_has_no_parts(string words) => Assert.Null(RuleParts.Of(RuleReader.Read(words, First).Rule!, First));

    [Fact]
    public void Any_parts_come_back_from_their_rule_and_from_its_words() =>
        Gen.Select(Any, Days)
            .Sample(
                (parts, first) =>
                {
                    // An end before the beginning is refused where it is read.
                    var rule = (parts with { Until = parts.Until is { } until ? first + (until - First) : null }).ToRule(first);
                    var back = RuleParts.Of(rule, first);
                    Assert.NotNull(back);
                    // Of one that begins on the last Tuesday, which is the fourth, both are said; either comes to the same days.
                    Assert.Equal(rule.ToString(), back.ToRule(first).ToString());
                    Assert.Equal(rule.ToString(), RuleReader.Read(RuleWords.Write(rule), first).Rule?.ToString());
                }
            );

    [Fact]
    public void Parts_of_any_rule_yield_the_same_days() =>
        Gen.Select(Rules.Any, Days)
            .Sample(
                (rule, first) =>
                {
                    if (RuleParts.Of(rule, first) is not { } parts)
                        return;
                    var start = first.At(new LocalTime(9, 30));
                    IEnumerable<LocalDateTime> Starts(Rule of) =>
                        Expansion.Starts(start, of, DateTimeZone.Utc, start, start.PlusYears(8)).Take(60);
                    Assert.Equal(Starts(rule).ToImmutableArray(), Starts(parts.ToRule(first)).ToImmutableArray());
                }
            );

    [Theory]
    [InlineData(0, Frequency.Weekly, null)]
    [InlineData(100, Frequency.Weekly, null)]
    [InlineData(1, Frequency.Hourly, null)]
    [InlineData(1, Frequency.Daily, 0)]
    [InlineData(1, Frequency.Daily, 1000)]
    public void Parts_out_of_bounds_are_refused(int every, Frequency unit, int? times) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => new RuleParts(every, unit, [], MonthDay.SameDate, null, times).ToRule(First));
}
