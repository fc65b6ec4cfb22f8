using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Core.Recurrence;

public enum Frequency
{
    Daily,
    Weekly,
}

/// <summary>How a series repeats (RFC 5545 3.3.10): daily or weekly, every n, on days, and until when.</summary>
/// <param name="Interval">1 or more.</param>
/// <param name="Days">The weekdays of a weekly rule; empty for the day of the start.</param>
/// <param name="Count">How many occurrences there are in all, or null.</param>
/// <param name="Until">The last wall-clock start that may be, in the zone of the series, or null.</param>
public sealed record Rule(Frequency Frequency, int Interval, ImmutableArray<IsoDayOfWeek> Days, int? Count, LocalDateTime? Until)
{
    private static readonly LocalDateTimePattern UntilPattern = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");

    private static readonly string[] DayNames = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"];

    public bool Ends => Count is not null || Until is not null;

    public static Rule Weekly(int interval, params ReadOnlySpan<IsoDayOfWeek> days) => new(Frequency.Weekly, interval, [.. days], null, null);

    /// <summary>The rule as an RRULE value; UNTIL is written as local time, which the interchange turns into UTC.</summary>
    public override string ToString()
    {
        var parts = new List<string> { $"FREQ={Frequency.ToString().ToUpperInvariant()}" };
        if (Interval > 1) parts.Add(string.Create(CultureInfo.InvariantCulture, $"INTERVAL={Interval}"));
        if (!Days.IsEmpty) parts.Add("BYDAY=" + string.Join(',', Days.Select(d => DayNames[(int)d - 1])));
        if (Count is { } count) parts.Add(string.Create(CultureInfo.InvariantCulture, $"COUNT={count}"));
        if (Until is { } until) parts.Add("UNTIL=" + UntilPattern.Format(until));
        return string.Join(';', parts);
    }

    /// <summary>Reads what <see cref="ToString"/> writes.</summary>
    /// <exception cref="FormatException">The text is no daily or weekly rule that can be expanded.</exception>
    public static Rule Parse(string text)
    {
        Frequency? frequency = null;
        var interval = 1;
        ImmutableArray<IsoDayOfWeek> days = [];
        int? count = null;
        LocalDateTime? until = null;
        foreach (var part in text.Split(';', StringSplitOptions.RemoveEmptyEntries))
        {
            var (name, value) = part.Split('=', 2) is [var n, var v] ? (n, v) : throw new FormatException($"“{part}” is no part of a rule.");
            switch (name)
            {
                case "FREQ" when value is "DAILY": frequency = Recurrence.Frequency.Daily; break;
                case "FREQ" when value is "WEEKLY": frequency = Recurrence.Frequency.Weekly; break;
                case "INTERVAL": interval = Positive(value); break;
                case "BYDAY": days = [.. value.Split(',').Select(Weekday)]; break;
                case "COUNT": count = Positive(value); break;
                case "UNTIL": until = UntilPattern.Parse(value.TrimEnd('Z')).GetValueOrThrow(); break;
                default: throw new FormatException($"A rule with “{part}” cannot be expanded yet.");
            }
        }

        if (frequency == Recurrence.Frequency.Daily && !days.IsEmpty) throw new FormatException("A daily rule on weekdays cannot be expanded yet.");
        return new Rule(frequency ?? throw new FormatException("A rule names no frequency."), interval, days, count, until);
    }

    private static int Positive(string value) =>
        int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number > 0
            ? number
            : throw new FormatException($"“{value}” is no count of 1 or more.");

    private static IsoDayOfWeek Weekday(string name) =>
        Array.IndexOf(DayNames, name) is >= 0 and var index ? (IsoDayOfWeek)(index + 1) : throw new FormatException($"“{name}” is no weekday.");
}
