using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>What a rule yields, asked in the ways in which the rest of the core asks.</summary>
public static class Expansion
{
    /// <summary>More than these in one span are not worked out, whatever a rule says.</summary>
    public const int Most = 5_000;

    /// <summary>The wall-clock starts from <paramref name="from"/> (with it) to <paramref name="to"/> (without it), in order.</summary>
    /// <param name="zone">The zone of the series; null for an all-day one.</param>
    public static IEnumerable<LocalDateTime> Starts(
        LocalDateTime start,
        Rule rule,
        DateTimeZone? zone,
        LocalDateTime from,
        LocalDateTime to
    )
    {
        var walk = new RuleWalk(start, rule, zone, from, to);
        while (walk.Next())
            yield return walk.Local;
    }

    /// <summary>Whether the rule yields this very start.</summary>
    public static bool Yields(LocalDateTime start, Rule rule, DateTimeZone? zone, LocalDateTime wanted) =>
        new RuleWalk(start, rule, zone, wanted, wanted.PlusSeconds(1)).Next();

    /// <summary>The first start that the rule yields, or null where it never occurs.</summary>
    public static LocalDateTime? First(LocalDateTime start, Rule rule, DateTimeZone? zone) => FirstFrom(start, rule, zone, start);

    /// <summary>The first start at or after a time, or null where none follows.</summary>
    public static LocalDateTime? FirstFrom(LocalDateTime start, Rule rule, DateTimeZone? zone, LocalDateTime from)
    {
        var walk = new RuleWalk(start, rule, zone, from, EndOfTime);
        return walk.Next() ? walk.Local : null;
    }

    /// <summary>The last start of a rule that ends; null where it never occurs.</summary>
    /// <remarks>A count beyond a million is taken for no end: 9999-12-31 is given.</remarks>
    /// <exception cref="ArgumentException">The rule has no end.</exception>
    public static LocalDateTime? Last(LocalDateTime start, Rule rule, DateTimeZone? zone)
    {
        if (!rule.Ends)
            throw new ArgumentException("A rule without end has no last start.", nameof(rule));
        // An end in UTC lies within a day of the wall clock's.
        var end = rule.Until?.Time.PlusDays(1) ?? EndOfTime;
        for (var years = 1; ; years *= 4)
        {
            // What is counted has to be counted from the start; an end in time is looked for backwards from there.
            var from = rule.Count is not null || end.Year - years <= start.Year ? start : end.PlusYears(-years);
            var walk = new RuleWalk(start, rule, zone, from, end);
            LocalDateTime? last = null;
            for (var counted = 0; walk.Next(); counted++)
            {
                if (counted == MostCounted)
                    return EndOfTime;
                last = walk.Local;
            }

            if (last is not null || from == start)
                return last;
        }
    }

    private const int MostCounted = 1_000_000;

    internal static readonly LocalDateTime EndOfTime = new(9999, 12, 31, 0, 0);
}
