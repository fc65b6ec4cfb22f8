using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Finds the stretches in which everyone required can meet, and says why one is better than another.</summary>
public static class SlotSearch
{
    /// <summary>Every slot of the request, lowest cost first, earlier first where two cost the same.</summary>
    public static ImmutableArray<Slot> Find(SlotRequest request) => Find(new SlotWork(request));

    /// <inheritdoc cref="Find(SlotRequest)"/>
    public static ImmutableArray<Slot> Find(SlotWork work)
    {
        var slots = work.Slots();
        var (marks, known) = (SlotMarks.Of(work, slots), work.People.All(p => p.Person.Known || p.Person.Need == Need.Counted));
        var said = new List<SlotMark>?[work.Grid.Count];
        foreach (var number in slots.Numbers())
            said[number] = [];
        foreach (var mark in marks)
        {
            foreach (var number in mark.Starts.Numbers())
                said[number]!.Add(mark);
        }

        return
        [
            .. slots
                .Numbers()
                .Select(n => At(work, work.Grid[n], said[n]!, known))
                .OfType<Slot>()
                .OrderBy(s => s.Cost)
                .ThenBy(s => s.Stretch.Start),
        ];
    }

    /// <summary>How many slots a request has.</summary>
    public static int Count(SlotRequest request) => new SlotWork(request).Slots().Count();

    /// <summary>
    /// How many of those asked whose calendar is known are free at each moment; of whom only some must come nobody is counted.
    /// </summary>
    public static ImmutableArray<ContourStep> Contour(SlotWork work)
    {
        var request = work.Request;
        var changes = new SortedDictionary<Instant, int> { [request.Span.Start] = 0 };
        foreach (var person in work.People.Where(p => p.Person is { Known: true, Need: not Need.Counted }))
        {
            foreach (var free in person.Free.Stretches)
            {
                if (free.Intersect(request.Span) is not { } inside)
                    continue;
                changes[inside.Start] = changes.GetValueOrDefault(inside.Start) + 1;
                changes[inside.End] = changes.GetValueOrDefault(inside.End) - 1;
            }
        }

        var steps = ImmutableArray.CreateBuilder<ContourStep>();
        var count = 0;
        foreach (var (at, change) in changes)
        {
            count += change;
            if (at < request.Span.End && (steps.Count == 0 || steps[^1].Free != count))
                steps.Add(new ContourStep(at, count));
        }

        return steps.ToImmutable();
    }

    /// <summary>A slot with what it costs and why; null where a series cannot begin then.</summary>
    /// <param name="said">What costs then, the heaviest first.</param>
    /// <param name="known">Whether everyone's calendar may be seen.</param>
    private static Slot? At(SlotWork work, Instant start, List<SlotMark> said, bool known)
    {
        var request = work.Request;
        var stretch = new Stretch(start, start + request.Length);
        var occurrences = request.Occurrences?.Invoke(stretch);
        if (occurrences is { Count: 0 })
            return null;
        if (occurrences is not null && SomeMissed(work, occurrences) is { } some)
            said.Insert(said.Count(m => m.Cost >= some.Cost), some);
        var (cost, missing, reasons) = (0, new List<string>(), new SlotReason[said.Count + 1]);
        for (var i = 0; i < said.Count; i++)
        {
            cost += said[i].Cost;
            reasons[i + 1] = said[i].Reason;
            if (said[i].Missing is { } who)
                missing.Add(who);
        }

        reasons[0] = new SlotReason(
            !known ? SlotReasonKind.KnownFree
            : missing.Count == 0 ? SlotReasonKind.AllFree
            : SlotReasonKind.RequiredFree
        );
        return new Slot(stretch, [.. missing], cost, ImmutableCollectionsMarshal.AsImmutableArray(reasons))
        {
            Rooms = work.RoomsAt(start),
            Counted = work.CountedAt(start),
        };
    }

    /// <summary>What it costs that some occurrences do not suit everyone required; null where all do.</summary>
    private static SlotMark? SomeMissed(SlotWork work, IReadOnlyList<Stretch> occurrences)
    {
        var fitting = occurrences.Count(o => work.Required.All(p => !p.Bad.Contains(o.Start)));
        return fitting == occurrences.Count
            ? null
            : new SlotMark(
                new SlotReason(SlotReasonKind.SomeOccurrences, Fitting: fitting, Of: occurrences.Count),
                work.Request.Weights[SlotTerm.OccurrenceMissed] * (occurrences.Count - fitting),
                StartBits.All(0),
                null
            );
    }
}
