using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Entries;

/// <summary>The half year in which every occurrence of a series is weighed.</summary>
public static class HalfYear
{
    /// <summary>How far occurrences are looked at from the first on.</summary>
    public const int Days = 182;

    public static readonly Duration Ahead = Duration.FromDays(Days);

    /// <summary>More occurrences than these are not weighed: one a day of the half year.</summary>
    public const int Most = 183;

    /// <summary>
    /// The occurrences of the half year from a first one on, that one with them; empty where the rule does not begin then.
    /// </summary>
    public static IReadOnlyList<Stretch> Of(TimedEntry first, Rule rule)
    {
        var zone = Zones.Get(first.Zone);
        if (RuleChecks.Fault(rule, first) is not null)
            return [];
        return
        [
            .. Expansion
                .Starts(first.Start, rule, zone, first.Start, first.Start.PlusDays(Days))
                .Take(Most)
                .Select(zone.ToInstant)
                .Select(s => new Stretch(s, s + first.Length)),
        ];
    }

    /// <summary>The same for any first stretch of what repeats in some words; null where they are no rule that goes on.</summary>
    /// <param name="zone">The tzdb id of the series' wall clock.</param>
    public static Func<Stretch, IReadOnlyList<Stretch>>? Following(string? repeats, string zone)
    {
        if (string.IsNullOrWhiteSpace(repeats))
            return null;
        // What the words mean can depend on the day of the first: "every month", "until June".
        var rules = new Dictionary<LocalDate, Rule?>();
        return first =>
        {
            var time = TimedEntry.At(first, zone);
            if (!rules.TryGetValue(time.Start.Date, out var rule))
                rules[time.Start.Date] = rule = RuleReader.Read(repeats, time.Start.Date).Rule;
            return rule is null ? [first] : Of(time, rule);
        };
    }
}
