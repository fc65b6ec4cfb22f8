using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>One of two hours that take turns.</summary>
/// <param name="First">The first occurrence at it, with whose hours it lies beyond.</param>
/// <param name="People">For whom any occurrence at it is out of hours.</param>
public sealed record TurnHour(NearMiss First, ImmutableArray<string> People);

/// <summary>Two hours of one day for a series in alternation, each early or late for others.</summary>
/// <param name="One">That of the first occurrence and every other after it.</param>
/// <param name="Other">That of the second and the rest.</param>
/// <param name="Times">How many occurrences were looked at.</param>
/// <param name="Missed">At how many of them more than hours is in the way.</param>
public sealed record TurnTaking(TurnHour One, TurnHour Other, int Times, int Missed);

/// <summary>Where no hour of a series is fair to all, two that are by turns.</summary>
public static class TakingTurns
{
    /// <summary>Nobody is asked for more beyond their hours.</summary>
    public static readonly Duration MostBeyond = Duration.FromHours(3);

    /// <summary>At one of so many occurrences at most anything but hours is in the way.</summary>
    private const int MostMissed = 4;

    /// <summary>
    /// Of the pairs of starts on one day those that ask least: the minutes beyond anybody's hours, those of whoever has most once more,
    /// and three hours for an occurrence at which anything else is in the way, which is at most every fourth. At either start some required
    /// person is out of their hours, and nobody at both.
    /// </summary>
    /// <param name="work">Of a series.</param>
    /// <param name="clock">The clock by which the series is told: both start on one day of it.</param>
    /// <param name="reader">By whose clock the pairs differ.</param>
    public static ImmutableArray<TurnTaking> Find(SlotWork work, DateTimeZone clock, DateTimeZone reader, int most)
    {
        if (work.Request.Occurrences is not { } occurrences)
            return [];
        var pairs = work.Open()
            .Numbers()
            .Select(n => work.Grid[n])
            .Where(start => IsBeyondForSome(work, start))
            .Select(start => (Start: start, Each: occurrences(new Stretch(start, start + work.Request.Length))))
            .Where(c => c.Each.Count > 1)
            .GroupBy(c => clock.ToLocal(c.Start).Date)
            .SelectMany(day => OfDay(work, [.. day]))
            .OrderBy(p => p.Cost)
            .ThenBy(p => p.One.Start)
            .ThenBy(p => p.Other.Start);
        return
        [
            .. Differing
                .Pick(pairs, p => p.One.Start, reader, most)
                .Select(p => new TurnTaking(Hour(work, p.One), Hour(work, p.Other), p.Times, p.One.Missed + p.Other.Missed)),
        ];
    }

    private static TurnHour Hour(SlotWork work, Half half) =>
        new(Misses.Of(work, half.Start), [.. work.Required.Select(r => r.Person.Key).Where(half.Minutes.ContainsKey)]);

    private static IEnumerable<Pair> OfDay(SlotWork work, IReadOnlyList<(Instant Start, IReadOnlyList<Stretch> Each)> day)
    {
        var halves = day.Select(c => (First: Asks(work, c.Each, 0), Second: Asks(work, c.Each, 1), Times: c.Each.Count)).ToList();
        return from one in halves
            from other in halves
            where one.Times == other.Times && one.First.IsFairWith(other.Second)
            where (one.First.Missed + other.Second.Missed) * MostMissed <= one.Times
            select new Pair(one.First, other.Second, one.Times);
    }

    /// <summary>Whether some of those required, but not all, would come beyond their hours, and nothing else is in anybody's way.</summary>
    private static bool IsBeyondForSome(SlotWork work, Instant start)
    {
        var hindered = Misses.Of(work, start).Hindered;
        return hindered.Length > 0 && hindered.Length < work.Required.Length && hindered.All(IsBeyond);
    }

    private static bool IsBeyond(Hindrance hindered) =>
        hindered.Why is [Obstacle.OutOfHours] && hindered.Early + hindered.Late is var by && by > Duration.Zero && by <= MostBeyond;

    /// <summary>What every other occurrence asks of those required.</summary>
    /// <param name="from">0 for the first, the third and so on, 1 for the second, the fourth and so on.</param>
    private static Half Asks(SlotWork work, IReadOnlyList<Stretch> each, int from)
    {
        var minutes = new Dictionary<string, int>();
        var missed = 0;
        for (var i = from; i < each.Count; i += 2)
        {
            var hindered = Misses.Of(work, each[i].Start).Hindered;
            if (!hindered.All(IsBeyond))
                missed++;
            foreach (var beyond in hindered.Where(IsBeyond))
                minutes[beyond.Person] = minutes.GetValueOrDefault(beyond.Person) + (int)(beyond.Early + beyond.Late).TotalMinutes;
        }

        return new Half(each[from].Start, minutes, missed);
    }

    /// <param name="Minutes">Of each who is out of their hours, how long in all.</param>
    private sealed record Half(Instant Start, IReadOnlyDictionary<string, int> Minutes, int Missed)
    {
        /// <summary>Whether each is bad for somebody, and none is bad for the same.</summary>
        public bool IsFairWith(Half other) => Minutes.Count > 0 && other.Minutes.Count > 0 && !Minutes.Keys.Any(other.Minutes.ContainsKey);
    }

    private sealed record Pair(Half One, Half Other, int Times)
    {
        private IEnumerable<int> Minutes => One.Minutes.Values.Concat(Other.Minutes.Values);

        /// <summary>Minutes out of hours in all, again those of who bears most, and as many as there can be for each time missed.</summary>
        public int Cost => Minutes.Sum() + Minutes.Max() + (One.Missed + Other.Missed) * (int)MostBeyond.TotalMinutes;
    }
}
