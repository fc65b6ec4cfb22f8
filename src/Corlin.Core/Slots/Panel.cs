using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Somebody whom those of a request meet one after another; they are not among its people.</summary>
/// <param name="Hours">When they can be met.</param>
/// <param name="Taken">What is in their way.</param>
public sealed record SlotCandidate(string Key, StretchSet Hours, StretchSet Taken);

/// <summary>When a candidate is met.</summary>
public sealed record Placed(string Key, Stretch Stretch);

/// <summary>Many meetings in one search: the people of a request meet each of some candidates once.</summary>
public static class Panel
{
    /// <summary>More candidates are not placed in one search.</summary>
    public const int Most = 16;

    /// <summary>
    /// The plan that meets the most candidates, in time order, over as early as it can be. Each is a slot by itself; no two overlap, and
    /// where breathing space is asked so much lies between two of them.
    /// </summary>
    /// <exception cref="ArgumentException">There are more than <see cref="Most"/>.</exception>
    public static ImmutableArray<Placed> Place(SlotRequest request, ImmutableArray<SlotCandidate> candidates)
    {
        if (candidates.Length > Most)
            throw new ArgumentException($"At most {Most} candidates are placed in one search.", nameof(candidates));
        var work = new SlotWork(request);
        var slots = work.Slots();
        var next = candidates.Select(c => NextStarts(work, slots, c)).ToArray();
        // Of every set of candidates who can all be met: the earliest moment at which the next could begin, and who was met last.
        var apart = request.Length + (request.Breathing?.Around ?? Duration.Zero);
        var free = new int[1 << candidates.Length];
        var last = new (int Candidate, int Start)[free.Length];
        Array.Fill(free, int.MaxValue);
        free[0] = 0;
        var best = 0;
        for (var met = 0; met < free.Length; met++)
        {
            if (free[met] == int.MaxValue)
                continue;
            if (int.PopCount(met) > int.PopCount(best) || (int.PopCount(met) == int.PopCount(best) && free[met] < free[best]))
                best = met;
            for (var c = 0; c < candidates.Length; c++)
            {
                if ((met >> c & 1) != 0 || free[met] >= next[c].Length || next[c][free[met]] is not (>= 0 and var start))
                    continue;
                var after = work.Grid.FirstAt(work.Grid[start] + apart);
                var with = met | 1 << c;
                if (after < free[with])
                    (free[with], last[with]) = (after, (c, start));
            }
        }

        var plan = new List<Placed>();
        for (var met = best; met != 0; met &= ~(1 << last[met].Candidate))
        {
            var start = work.Grid[last[met].Start];
            plan.Add(new Placed(candidates[last[met].Candidate].Key, new Stretch(start, start + request.Length)));
        }

        plan.Reverse();
        return [.. plan];
    }

    /// <summary>From each start on the first at which a candidate can be met; -1 where there is none.</summary>
    private static int[] NextStarts(SlotWork work, StartBits slots, SlotCandidate candidate)
    {
        var can = slots.Copy();
        can.Keep(StartBits.Of(Starts.Within(candidate.Hours, work.Request.Length), work.Grid));
        can.Remove(StartBits.Of(Starts.Overlapping(candidate.Taken, work.Request.Length), work.Grid));
        var next = new int[work.Grid.Count];
        var found = -1;
        for (var n = next.Length - 1; n >= 0; n--)
            next[n] = found = can[n] ? n : found;
        return next;
    }
}
