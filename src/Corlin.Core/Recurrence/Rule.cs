using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>The unit in which a rule counts (FREQ). More often than hourly is not kept.</summary>
public enum Frequency
{
    Hourly,
    Daily,
    Weekly,
    Monthly,
    Yearly,
}

/// <summary>A weekday of a rule (an element of BYDAY).</summary>
/// <param name="Nth">1 for the first of its month or year, -1 for the last, 0 for each.</param>
public readonly record struct ByDay(IsoDayOfWeek Day, int Nth = 0);

/// <summary>The last start that may be (UNTIL); a start at this very time still counts.</summary>
/// <param name="IsUtc">Whether <paramref name="Time"/> is UTC; otherwise it is the wall clock of the series.</param>
public readonly record struct Until(LocalDateTime Time, bool IsUtc = false);

/// <summary>How a series repeats: the RRULE of RFC 5545 3.3.10, from hourly to yearly, every part of it.</summary>
/// <param name="Interval">1 or more.</param>
/// <remarks>
/// Every part holds what stands in the text, within the RFC's limits; an empty one is absent. <see cref="Parse"/> refuses the combinations
/// that the RFC forbids.
/// </remarks>
public sealed record Rule(Frequency Frequency, int Interval = 1)
{
    /// <summary>The last second of a day that is given without a time, as the last that counts.</summary>
    internal static readonly LocalTime EndOfDay = new(23, 59, 59);

    /// <summary>BYSECOND, 0 to 59 (a leap second is read as 59, RFC 5545 3.3.12).</summary>
    public ImmutableArray<int> Seconds { get; init; } = [];

    /// <summary>BYMINUTE, 0 to 59.</summary>
    public ImmutableArray<int> Minutes { get; init; } = [];

    /// <summary>BYHOUR, 0 to 23.</summary>
    public ImmutableArray<int> Hours { get; init; } = [];

    /// <summary>BYDAY.</summary>
    public ImmutableArray<ByDay> Days { get; init; } = [];

    /// <summary>BYMONTHDAY, 1 to 31 or -1 (the last day of the month) to -31.</summary>
    public ImmutableArray<int> MonthDays { get; init; } = [];

    /// <summary>BYYEARDAY, 1 to 366 or -1 (31 December) to -366.</summary>
    public ImmutableArray<int> YearDays { get; init; } = [];

    /// <summary>BYWEEKNO, 1 to 53 or -1 (the last week) to -53; week 1 is the first with four days in the year.</summary>
    public ImmutableArray<int> Weeks { get; init; } = [];

    /// <summary>BYMONTH, 1 to 12.</summary>
    public ImmutableArray<int> Months { get; init; } = [];

    /// <summary>BYSETPOS: which of a period's starts are taken, 1 the first, -1 the last.</summary>
    public ImmutableArray<int> Positions { get; init; } = [];

    /// <summary>WKST.</summary>
    public IsoDayOfWeek WeekStart { get; init; } = IsoDayOfWeek.Monday;

    /// <summary>How many occurrences there are in all, or null.</summary>
    public int? Count { get; init; }

    /// <summary>UNTIL; null where it ends by count or never.</summary>
    public Until? Until { get; init; }

    /// <summary>Whether it has a last occurrence.</summary>
    public bool Ends => Count is not null || Until is not null;

    /// <summary>FREQ=DAILY.</summary>
    public static Rule Daily(int interval = 1) => new(Frequency.Daily, interval);

    /// <summary>FREQ=WEEKLY; without days on that of the start.</summary>
    public static Rule Weekly(int interval, params ReadOnlySpan<IsoDayOfWeek> days)
    {
        var listed = ImmutableArray.CreateBuilder<ByDay>(days.Length);
        foreach (var day in days)
            listed.Add(new ByDay(day));
        return new Rule(Frequency.Weekly, interval) { Days = listed.MoveToImmutable() };
    }

    /// <summary>The rule as it leaves Corlin: UNTIL in UTC for a series in a zone, a date for an all-day one (RFC 5545 3.3.10).</summary>
    /// <param name="zone">The zone of the series; null for an all-day one.</param>
    public string ToText(DateTimeZone? zone)
    {
        if (Until is not { IsUtc: false } until)
            return ToString();
        if (zone is null)
            return RuleText.Write(this, untilAsDate: true);
        return (this with { Until = new Until(Zones.ToInstant(zone, until.Time).InUtc().LocalDateTime, true) }).ToString();
    }

    /// <summary>
    /// The rule as an RRULE value. UNTIL without a Z is the wall clock of the series, which the interchange turns into UTC.
    /// </summary>
    public override string ToString() => RuleText.Write(this);

    /// <summary>Reads an RRULE value.</summary>
    /// <exception cref="FormatException">The text is no rule, repeats more often than hourly, or holds what RFC 5545 forbids.</exception>
    public static Rule Parse(string text) => RuleText.Read(text);
}
