using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>How often a series suits everyone required if its first lies at a start.</summary>
/// <param name="Fits">How many of the occurrences are slots.</param>
/// <param name="Missed">The starts of those that are none, in time order.</param>
public sealed record SeriesFit(Instant Start, int Fits, ImmutableArray<Instant> Missed);

/// <summary>Tries a series at every start of a week.</summary>
public static class SeriesFits
{
    /// <summary>
    /// Of every start in the first seven days of the span that fits at all: most fits first, the earlier of equals first. An occurrence is
    /// tried just as it is, on the grid or not; one outside the span is no slot.
    /// </summary>
    /// <param name="count">How many occurrences are looked at.</param>
    /// <param name="clock">Every occurrence has the same wall-clock time here.</param>
    public static ImmutableArray<SeriesFit> Find(SlotRequest request, Rule rule, int count, DateTimeZone clock)
    {
        var work = new SlotWork(request);
        var until = request.Span.Start + Duration.FromDays(7);
        // A start on the grid whose own meeting leaves the span is no slot, but later occurrences cannot be either.
        return
        [
            .. Enumerable
                .Range(0, work.Grid.Count)
                .Select(n => work.Grid[n])
                .TakeWhile(s => s < until)
                .Select(s => Fit(work, s, rule, count, clock))
                .Where(f => f.Fits > 0)
                .OrderByDescending(f => f.Fits)
                .ThenBy(f => f.Start),
        ];
    }

    private static SeriesFit Fit(SlotWork work, Instant start, Rule rule, int count, DateTimeZone clock)
    {
        var local = clock.ToLocal(start);
        var missed = ImmutableArray.CreateBuilder<Instant>();
        var tried = 0;
        foreach (var at in Expansion.Starts(local, rule, clock, local, Expansion.EndOfTime).Take(count).Select(clock.ToInstant))
        {
            tried++;
            if (!work.IsSlot(at))
                missed.Add(at);
        }

        return new SeriesFit(start, tried - missed.Count, missed.ToImmutable());
    }
}
