using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Somebody whom those of a request meet one after another; they are not among its people.</summary>
/// <param name="Hours">When they can be met.</param>
/// <param name="Taken">What is in their way.</param>
public sealed record SlotCandidate(string Key, StretchSet Hours, StretchSet Taken)
{
    /// <summary>Starts at which they cannot be met for any other reason.</summary>
    private StretchSet Never { get; init; } = StretchSet.Empty;

    /// <summary>Somebody whose own rules hold as if they were required: hours, absences, what is in their way, what they wish.</summary>
    public static SlotCandidate Of(SlotPerson person, SlotRequest request) =>
        new(person.Key, StretchSet.Of([request.Reach]), StretchSet.Empty) { Never = new PersonStarts(person, request).Bad };

    /// <summary>The starts of a grid at which they can be met.</summary>
    internal StartBits Among(StartBits slots, SlotWork work)
    {
        var can = slots.Copy();
        can.Keep(StartBits.Of(Starts.Within(Hours, work.Request.Length), work.Grid));
        can.Remove(StartBits.Of(Starts.Overlapping(Taken, work.Request.Length).Union(Never), work.Grid));
        return can;
    }

    internal bool CanAt(Instant start, Duration length) =>
        Starts.Within(Hours, length).Contains(start) && !Starts.Overlapping(Taken, length).Contains(start) && !Never.Contains(start);
}

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
    public static ImmutableArray<Placed> Place(SlotRequest request, ImmutableArray<SlotCandidate> candidates) =>
        Place(request, candidates, new PanelWish());

    /// <inheritdoc cref="Place(SlotRequest, ImmutableArray{SlotCandidate})"/>
    public static ImmutableArray<Placed> Place(SlotRequest request, ImmutableArray<SlotCandidate> candidates, PanelWish wish)
    {
        if (candidates.Length > Most)
            throw new ArgumentException($"At most {Most} candidates are placed in one search.", nameof(candidates));
        var work = new SlotWork(request);
        var slots = work.Slots();
        slots.Remove(StartBits.Of(Starts.Overlapping(StretchSet.Of(wish.Standing), request.Length, Break(request)), work.Grid));
        var starts = candidates.Select(c => c.Among(slots, work)).ToArray();
        return wish.InOneRun ? InOneRun(work, candidates, starts) : AsMany(work, candidates, starts);
    }

    /// <summary>Whether a plan still does: each is a slot and suits the candidate, and no two are too near to each other.</summary>
    /// <param name="standing">Meetings of the plan that stand whatever is in their way; the others keep clear of them.</param>
    public static bool Holds(
        SlotRequest request,
        ImmutableArray<SlotCandidate> candidates,
        ImmutableArray<Placed> plan,
        ImmutableArray<Stretch> standing
    )
    {
        var (work, byKey, apart) = (new SlotWork(request), candidates.ToDictionary(c => c.Key), Break(request));
        bool Clear(Stretch one, Stretch other) => one.Start >= other.End + apart || other.Start >= one.End + apart;
        return plan.Select(
                (p, i) =>
                    p.Stretch.Length == request.Length
                    && work.IsSlot(p.Stretch.Start)
                    && byKey.TryGetValue(p.Key, out var who)
                    && who.CanAt(p.Stretch.Start, request.Length)
                    && standing.Concat(plan.Take(i).Select(o => o.Stretch)).All(o => Clear(p.Stretch, o))
            )
            .All(holds => holds);
    }

    /// <summary>Those who can be met at all, if nobody else is.</summary>
    public static ImmutableHashSet<string> Ever(SlotRequest request, ImmutableArray<SlotCandidate> candidates)
    {
        var work = new SlotWork(request);
        var slots = work.Slots();
        return [.. candidates.Where(c => c.Among(slots, work).Count() > 0).Select(c => c.Key)];
    }

    private static Duration Break(SlotRequest request) => request.Breathing?.Around ?? Duration.Zero;

    private static ImmutableArray<Placed> AsMany(SlotWork work, ImmutableArray<SlotCandidate> candidates, StartBits[] starts)
    {
        var next = starts.Select(s => NextStarts(work, s)).ToArray();
        // Of every set of candidates who can all be met: the earliest moment at which the next could begin, and who was met last.
        var apart = work.Request.Length + Break(work.Request);
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

        var plan = new List<(int Candidate, int Start)>();
        for (var met = best; met != 0; met &= ~(1 << last[met].Candidate))
            plan.Add(last[met]);
        plan.Reverse();
        return Plan(work, candidates, plan);
    }

    /// <summary>
    /// The longest run in which each begins as soon as the one before, and the breathing space after it, allow; the earliest of those as
    /// long. Who is met when in it is found by giving way: somebody who is placed takes another place where that lets one more in.
    /// </summary>
    private static ImmutableArray<Placed> InOneRun(SlotWork work, ImmutableArray<SlotCandidate> candidates, StartBits[] starts)
    {
        var apart = work.Request.Length + Break(work.Request);
        var best = new List<(int Candidate, int Start)>();
        for (var first = 0; first < work.Grid.Count && best.Count < candidates.Length; first++)
        {
            var run = new List<int>();
            var placeOf = new Dictionary<int, int>();
            for (var at = first; run.Count < candidates.Length && at < work.Grid.Count; at = work.Grid.FirstAt(work.Grid[at] + apart))
            {
                run.Add(at);
                if (!GivesWay(run.Count - 1, []))
                {
                    run.RemoveAt(run.Count - 1);
                    break;
                }
            }

            if (run.Count > best.Count)
                best = [.. placeOf.Select(p => (p.Key, run[p.Value])).OrderBy(p => p.Item2)];

            bool GivesWay(int place, HashSet<int> asked)
            {
                for (var c = 0; c < candidates.Length; c++)
                {
                    if (!starts[c][run[place]] || !asked.Add(c))
                        continue;
                    if (!placeOf.TryGetValue(c, out var had) || GivesWay(had, asked))
                    {
                        placeOf[c] = place;
                        return true;
                    }
                }

                return false;
            }
        }

        return Plan(work, candidates, best);
    }

    private static ImmutableArray<Placed> Plan(
        SlotWork work,
        ImmutableArray<SlotCandidate> candidates,
        List<(int Candidate, int Start)> plan
    ) =>
        [
            .. plan.Select(p => new Placed(
                candidates[p.Candidate].Key,
                new Stretch(work.Grid[p.Start], work.Grid[p.Start] + work.Request.Length)
            )),
        ];

    /// <summary>From each start on the first at which a candidate can be met; -1 where there is none.</summary>
    private static int[] NextStarts(SlotWork work, StartBits can)
    {
        var next = new int[work.Grid.Count];
        var found = -1;
        for (var n = next.Length - 1; n >= 0; n--)
            next[n] = found = can[n] ? n : found;
        return next;
    }
}

/// <summary>How candidates are met.</summary>
/// <param name="InOneRun">Whether nothing but the breathing space lies between two of them.</param>
public sealed record PanelWish(bool InOneRun = false)
{
    /// <summary>Those of the meetings that were put somewhere already; the others keep clear of them.</summary>
    public ImmutableArray<Stretch> Standing { get; init; } = [];
}
