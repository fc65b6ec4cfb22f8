using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>Rules of every kind for properties.</summary>
internal static class Rules
{
    private static readonly Gen<IsoDayOfWeek> Weekday = Gen.Int[1, 7].Select(d => (IsoDayOfWeek)d);

    /// <summary>Any rule that RFC 5545 allows, without an end.</summary>
    public static readonly Gen<Rule> Endless = Gen.Enum<Frequency>()
        .SelectMany(f =>
            Gen.Select(Gen.Int[1, 4], Parts(f), Gen.Bool)
                .Select(
                    (interval, parts, position) =>
                    {
                        var rule = parts with { Interval = interval };
                        return position && !rule.Days.IsEmpty ? rule with { Positions = [-1, 1] } : rule;
                    }
                )
        );

    /// <summary>Any rule, with an end or without.</summary>
    public static readonly Gen<Rule> Any = Gen.Select(Endless, Gen.Int[0, 4], Gen.Int[1, 50], Gen.Bool)
        .Select(
            (rule, end, number, utc) =>
                end switch
                {
                    0 => rule with { Count = number },
                    1 => rule with { Until = new Until(new LocalDateTime(2027, 3, 1, 23, 59, 59).PlusDays(number)) },
                    2 => rule with { Until = new Until(new LocalDateTime(2027, 3, 1, 9, 30).PlusMinutes(number), utc) },
                    _ => rule,
                }
        );

    private static Gen<Rule> Parts(Frequency frequency)
    {
        var ordinals = frequency is Frequency.Monthly or Frequency.Yearly;
        var days = Gen.Select(Weekday, ordinals ? OneOf(0, 1, 2, -1) : Gen.Const(0))
            .Select((d, n) => new ByDay(d, n))
            .Array[0, 3]
            .Select(a => a.Distinct().ToImmutableArray());
        var monthDays = Numbers(OneOf(1, 2, 13, 15, 29, 30, 31, -1, -5), frequency != Frequency.Weekly);
        var yearDays = Numbers(OneOf(1, 60, 100, 366, -1, -100), frequency is Frequency.Yearly or Frequency.Hourly);
        var weeks = Numbers(OneOf(1, 2, 20, 52, 53, -1), frequency == Frequency.Yearly);
        var months = Numbers(Gen.Int[1, 12], true);
        var hours = Numbers(OneOf(0, 2, 9, 23), true);
        var minutes = Numbers(OneOf(0, 20, 45), true);
        return Gen.Select(days, monthDays, yearDays, weeks, months, hours, minutes, Weekday)
            .Select(
                (d, md, yd, w, m, h, min, start) =>
                    new Rule(frequency)
                    {
                        Days = w.IsEmpty ? d : [.. d.Select(x => x with { Nth = 0 }).Distinct()],
                        MonthDays = md,
                        YearDays = yd,
                        Weeks = w,
                        Months = m,
                        Hours = h,
                        Minutes = min,
                        WeekStart = start,
                    }
            );
    }

    private static Gen<int> OneOf(params int[] values) => Gen.Int[0, values.Length - 1].Select(i => values[i]);

    // Mostly absent, as in life; otherwise few.
    private static Gen<ImmutableArray<int>> Numbers(Gen<int> one, bool allowed) =>
        allowed
            ? Gen.Frequency((4, Gen.Const(ImmutableArray<int>.Empty)), (1, one.Array[1, 3].Select(a => a.Distinct().ToImmutableArray())))
            : Gen.Const(ImmutableArray<int>.Empty);
}
