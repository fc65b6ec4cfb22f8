using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>Why a stay cannot be said.</summary>
public enum WhyNoStay
{
    EndsBeforeItBegins,
    TooLong,

    /// <summary>A part of a day that ends before it begins or lies outside the day.</summary>
    PartOfDay,

    /// <summary>It is over already.</summary>
    InThePast,

    /// <summary>Its rule never yields a day, or repeats more often than daily.</summary>
    NeverComes,

    /// <summary>A stay at a place names none, or one of another kind names one.</summary>
    Place,
}

/// <summary>What becomes of stays when others are said: decided here alone.</summary>
public static class Stays
{
    /// <summary>The most exceptions one that repeats may have.</summary>
    public const int MostExceptions = 400;

    /// <param name="today">By the clock at home of whose it is.</param>
    public static WhyNoStay? WhyNot(Stay stay, LocalDate today)
    {
        if (stay.Kind == StayKind.Place == string.IsNullOrEmpty(stay.Place))
            return WhyNoStay.Place;
        if (!stay.Part.Holds)
            return WhyNoStay.PartOfDay;
        if (stay.Rule is { } rule)
        {
            if (rule.Frequency == Frequency.Hourly || !rule.Hours.IsEmpty || !rule.Minutes.IsEmpty || !rule.Seconds.IsEmpty)
                return WhyNoStay.NeverComes;
            if (Expansion.First(stay.First.AtMidnight(), rule, null) is null)
                return WhyNoStay.NeverComes;
            return rule.Ends && Expansion.Last(stay.First.AtMidnight(), rule, null) is { } end && end.Date < today
                ? WhyNoStay.InThePast
                : null;
        }

        var last = stay.Last ?? stay.First;
        if (last < stay.First)
            return WhyNoStay.EndsBeforeItBegins;
        if (Period.DaysBetween(stay.First, last) >= Stay.LongestDays)
            return WhyNoStay.TooLong;
        return last < today ? WhyNoStay.InThePast : null;
    }

    /// <summary>What becomes of what was said before when something else is said of the same days.</summary>
    /// <param name="standing">What was said before.</param>
    /// <param name="next">What is said; where it only says that the days are as usual it takes away and adds nothing.</param>
    /// <returns>What applies no longer, each with what is left of it.</returns>
    public static IEnumerable<(Stay Ended, ImmutableArray<Stay> Left)> MakeRoom(
        IEnumerable<Stay> standing,
        Stay next,
        bool usual,
        LocalDate today
    )
    {
        foreach (var before in standing)
        {
            if (!(next.Part.From <= before.Part.From && before.Part.To <= next.Part.To))
                continue;
            ImmutableArray<Stay>? left = (next.Rule, before.Rule) switch
            {
                (null, null) => Without(before, next.First, next.Last ?? next.First),
                // A day as usual is an exception to what repeats; another place for the day only goes before it.
                (null, { }) => usual ? Without(before, next.First, next.Last ?? next.First) : null,
                ({ } rule, _) when usual => rule == Rule.Daily() ? Without(before, next.First, null) : null,
                (_, { }) => SameDays(before, next) ? Without(before, LocalDate.Max(next.First, today), null) : null,
                _ => null,
            };
            if (left is { } pieces && !(pieces is [var same] && ReferenceEquals(same, before)))
                yield return (before, pieces);
        }
    }

    /// <summary>Whether one that repeats leaves nothing of another from its first day on, as far as is looked.</summary>
    private static bool SameDays(Stay before, Stay next)
    {
        var until = next.First.PlusDays(2 * Stay.LongestDays);
        var days = next.Days(next.First, until).ToHashSet();
        return before.Days(next.First, until).All(days.Contains);
    }

    /// <summary>
    /// What is left of a stay when some days are taken from it: nothing, one, or two where they lay in its middle; itself where they do not
    /// touch it.
    /// </summary>
    /// <param name="last">The last of the days; null for all from the first on.</param>
    public static ImmutableArray<Stay> Without(Stay stay, LocalDate first, LocalDate? last)
    {
        if (!Touches(stay, first, last))
            return [stay];
        return stay.Rule is { } rule ? Repeating(stay, rule, first, last) : Run(stay, first, last);
    }

    /// <summary>Whether a stay applies on one of some days.</summary>
    public static bool Touches(Stay stay, LocalDate first, LocalDate? last) => stay.Days(first, (last ?? LatestLooked).PlusDays(1)).Any();

    private static readonly LocalDate LatestLooked = new(2200, 12, 31);

    private static ImmutableArray<Stay> Run(Stay stay, LocalDate first, LocalDate? last)
    {
        var left = ImmutableArray.CreateBuilder<Stay>();
        if (stay.First < first)
            left.Add(stay with { Id = 0, Last = first.PlusDays(-1) });
        if (last is { } end && (stay.Last ?? stay.First) > end)
            left.Add(stay with { Id = 0, First = end.PlusDays(1) });
        return left.ToImmutable();
    }

    private static ImmutableArray<Stay> Repeating(Stay stay, Rule rule, LocalDate first, LocalDate? last)
    {
        if (last is { } end)
        {
            // The rule goes on counting from its first day, so that every second week stays the same week.
            var without = stay with
            {
                Id = 0,
                Exceptions = [.. stay.Exceptions.Concat(stay.Days(first, end.PlusDays(1))).Distinct().Order()],
            };
            return without.Exceptions.Length <= MostExceptions ? [without] : [stay];
        }

        var ended = stay with
        {
            Id = 0,
            Rule = rule with { Count = null, Until = new Until(first.PlusDays(-1).At(Rule.EndOfDay)) },
            Exceptions = [.. stay.Exceptions.Where(e => e < first)],
        };
        return ended.Days(ended.First, first).Any() ? [ended] : [];
    }
}
