using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Core.Recurrence;

/// <summary>A rule as the text of RFC 5545 3.3.10, both ways.</summary>
internal static class RuleText
{
    private static readonly LocalDateTimePattern TimePattern = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");

    private static readonly LocalDatePattern DatePattern = LocalDatePattern.CreateWithInvariantCulture("uuuuMMdd");

    private static readonly string[] DayNames = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"];

    /// <summary>The value of RRULE (RFC 5545 3.3.10).</summary>
    /// <param name="untilAsDate">Whether UNTIL is written as a date, as for what takes whole days.</param>
    public static string Write(Rule rule, bool untilAsDate = false)
    {
        var parts = new List<string> { $"FREQ={rule.Frequency.ToString().ToUpperInvariant()}" };
        if (rule.Interval > 1)
            parts.Add(Invariant($"INTERVAL={rule.Interval}"));
        Add("BYMONTH", rule.Months);
        Add("BYWEEKNO", rule.Weeks);
        Add("BYYEARDAY", rule.YearDays);
        Add("BYMONTHDAY", rule.MonthDays);
        if (!rule.Days.IsEmpty)
            parts.Add(
                "BYDAY=" + string.Join(',', rule.Days.Select(d => (d.Nth == 0 ? "" : Invariant($"{d.Nth}")) + DayNames[(int)d.Day - 1]))
            );
        Add("BYHOUR", rule.Hours);
        Add("BYMINUTE", rule.Minutes);
        Add("BYSECOND", rule.Seconds);
        Add("BYSETPOS", rule.Positions);
        if (rule.WeekStart != IsoDayOfWeek.Monday)
            parts.Add("WKST=" + DayNames[(int)rule.WeekStart - 1]);
        if (rule.Count is { } count)
            parts.Add(Invariant($"COUNT={count}"));
        if (rule.Until is { } until)
            parts.Add(
                "UNTIL=" + (untilAsDate ? DatePattern.Format(until.Time.Date) : TimePattern.Format(until.Time) + (until.IsUtc ? "Z" : ""))
            );
        return string.Join(';', parts);

        void Add(string name, ImmutableArray<int> numbers)
        {
            if (!numbers.IsEmpty)
                parts.Add(name + "=" + string.Join(',', numbers.Select(n => Invariant($"{n}"))));
        }
    }

    /// <summary>A rule from the value of RRULE (RFC 5545 3.3.10).</summary>
    /// <exception cref="FormatException">It is none, or its parts do not go together, or it repeats more often than hourly.</exception>
    public static Rule Read(string text)
    {
        Frequency? frequency = null;
        var rule = new Rule(Frequency.Daily);
        foreach (var part in text.ToUpperInvariant().Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (part.Split('=', 2) is not [var name, var value])
                throw new FormatException($"“{part}” is no part of a rule.");
            switch (name)
            {
                case "FREQ":
                    frequency = ReadFrequency(value);
                    break;
                case "INTERVAL":
                    rule = rule with { Interval = Positive(value) };
                    break;
                case "COUNT":
                    rule = rule with { Count = Positive(value) };
                    break;
                case "UNTIL":
                    rule = rule with { Until = ReadUntil(value) };
                    break;
                case "WKST":
                    rule = rule with { WeekStart = Weekday(value) };
                    break;
                case "BYDAY":
                    rule = rule with { Days = [.. value.Split(',').Select(ReadDay)] };
                    break;
                case "BYMONTH":
                    rule = rule with { Months = Numbers(part, value, 1, 12) };
                    break;
                case "BYWEEKNO":
                    rule = rule with { Weeks = Numbers(part, value, 1, 53, fromEnd: true) };
                    break;
                case "BYYEARDAY":
                    rule = rule with { YearDays = Numbers(part, value, 1, 366, fromEnd: true) };
                    break;
                case "BYMONTHDAY":
                    rule = rule with { MonthDays = Numbers(part, value, 1, 31, fromEnd: true) };
                    break;
                case "BYHOUR":
                    rule = rule with { Hours = Numbers(part, value, 0, 23) };
                    break;
                case "BYMINUTE":
                    rule = rule with { Minutes = Numbers(part, value, 0, 59) };
                    break;
                case "BYSECOND":
                    rule = rule with { Seconds = [.. Numbers(part, value, 0, 60).Select(s => Math.Min(s, 59))] };
                    break;
                case "BYSETPOS":
                    rule = rule with { Positions = Numbers(part, value, 1, 366, fromEnd: true) };
                    break;
                default:
                    throw new FormatException($"A rule has no part “{name}”.");
            }
        }

        rule = rule with { Frequency = frequency ?? throw new FormatException("A rule names no frequency.") };
        Refuse(rule);
        return rule;
    }

    /// <summary>What RFC 5545 3.3.10 says must not stand together.</summary>
    private static void Refuse(Rule rule)
    {
        if (rule.Days.Any(d => d.Nth != 0) && (rule.Frequency is not (Frequency.Monthly or Frequency.Yearly) || !rule.Weeks.IsEmpty))
            throw new FormatException("A numbered weekday goes only with a monthly or yearly rule that names no weeks.");
        if (!rule.Weeks.IsEmpty && rule.Frequency != Frequency.Yearly)
            throw new FormatException("BYWEEKNO goes only with a yearly rule.");
        if (!rule.MonthDays.IsEmpty && rule.Frequency == Frequency.Weekly)
            throw new FormatException("BYMONTHDAY does not go with a weekly rule.");
        if (!rule.YearDays.IsEmpty && rule.Frequency is Frequency.Daily or Frequency.Weekly or Frequency.Monthly && !rule.YearDays.IsEmpty)
            throw new FormatException("BYYEARDAY goes only with an hourly or yearly rule.");
    }

    private static Frequency ReadFrequency(string value) =>
        value switch
        {
            "HOURLY" => Frequency.Hourly,
            "DAILY" => Frequency.Daily,
            "WEEKLY" => Frequency.Weekly,
            "MONTHLY" => Frequency.Monthly,
            "YEARLY" => Frequency.Yearly,
            "MINUTELY" or "SECONDLY" => throw new FormatException("It repeats more often than hourly, which Corlin does not keep."),
            _ => throw new FormatException($"“{value}” is no frequency."),
        };

    /// <summary>A date alone stands for the whole of its day.</summary>
    private static Until ReadUntil(string value)
    {
        if (DatePattern.Parse(value) is { Success: true } date)
            return new Until(date.Value.At(new LocalTime(23, 59, 59)));
        var utc = value.EndsWith('Z');
        return TimePattern.Parse(utc ? value[..^1] : value) is { Success: true } time
            ? new Until(time.Value, utc)
            : throw new FormatException($"“{value}” is no date or date-time for UNTIL.");
    }

    private static ByDay ReadDay(string value)
    {
        if (value.Length <= 2)
            return new ByDay(Weekday(value));
        return
            int.TryParse(value[..^2], NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var nth)
            && nth is not 0 and >= -53 and <= 53
            ? new ByDay(Weekday(value[^2..]), nth)
            : throw new FormatException($"“{value}” is no weekday.");
    }

    private static IsoDayOfWeek Weekday(string name) =>
        Array.IndexOf(DayNames, name) is >= 0 and var index
            ? (IsoDayOfWeek)(index + 1)
            : throw new FormatException($"“{name}” is no weekday.");

    private static ImmutableArray<int> Numbers(string part, string value, int low, int high, bool fromEnd = false) =>
        [
            .. value
                .Split(',')
                .Select(text =>
                    int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number)
                    && ((number >= low && number <= high) || (fromEnd && -number >= low && -number <= high))
                        ? number
                        : throw new FormatException($"“{text}” cannot be in {part}.")
                ),
        ];

    private static int Positive(string value) =>
        int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number > 0
            ? number
            : throw new FormatException($"“{value}” is no count of 1 or more.");

    private static string Invariant(FormattableString text) => FormattableString.Invariant(text);
}
