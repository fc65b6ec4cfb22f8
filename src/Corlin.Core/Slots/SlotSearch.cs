using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Finds the stretches in which everyone required can meet, and says why one is better than another.</summary>
public static class SlotSearch
{
    /// <summary>Every slot of the request, lowest cost first, earlier first where two cost the same.</summary>
    public static ImmutableArray<Slot> Find(SlotRequest request)
    {
        var people = request.People.Select(p => new PersonTime(p, request)).ToArray();
        var open = StretchSet.Of([request.Span]);
        foreach (var person in people)
        {
            if (person.Person.Need == Need.Required)
                open = open.Intersect(person.Allowed);
        }

        var found = new List<Slot>();
        foreach (var free in open.Stretches)
        {
            for (var start = FirstStart(request, free.Start); start + request.Length <= free.End; start += request.Step)
            {
                var stretch = new Stretch(start, start + request.Length);
                var occurrences = request.Occurrences?.Invoke(stretch);
                if (occurrences is not { Count: 0 })
                    found.Add(Rank(stretch, occurrences ?? [], people));
            }
        }

        return [.. found.OrderBy(s => s.Cost).ThenBy(s => s.Stretch.Start)];
    }

    /// <summary>How many of those whose calendar is known are free at each moment of the span.</summary>
    public static ImmutableArray<ContourStep> Contour(SlotRequest request)
    {
        var changes = new SortedDictionary<Instant, int> { [request.Span.Start] = 0 };
        foreach (var person in request.People.Where(p => p.Known))
        {
            foreach (var free in new PersonTime(person, request).Allowed.Stretches)
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

    private static Instant FirstStart(SlotRequest request, Instant from)
    {
        var step = request.Step.BclCompatibleTicks;
        var past = (from - request.Span.Start).BclCompatibleTicks;
        return request.Span.Start + Duration.FromTicks((past + step - 1) / step * step);
    }

    private static Slot Rank(Stretch stretch, IReadOnlyList<Stretch> occurrences, PersonTime[] people)
    {
        var weighed = new List<(SlotReason Reason, int Cost)>();
        var missing = ImmutableArray.CreateBuilder<string>();
        foreach (var person in people)
        {
            if (person.Person.Need == Need.Optional && !person.Allowed.Covers(stretch))
            {
                missing.Add(person.Person.Key);
                weighed.Add((new SlotReason(WhyMissing(person, stretch), person.Person.Key), SlotCosts.OptionalMissing));
                continue;
            }

            SlotCosts.Weigh(person, stretch, weighed);
        }

        var fitting = occurrences.Count(o => people.All(p => p.Person.Need == Need.Optional || p.Allowed.Covers(o)));
        if (fitting < occurrences.Count)
            weighed.Add(
                (
                    new SlotReason(SlotReasonKind.SomeOccurrences, Fitting: fitting, Of: occurrences.Count),
                    SlotCosts.OccurrenceMissed * (occurrences.Count - fitting)
                )
            );
        var reasons = weighed.OrderByDescending(w => w.Cost).Select(w => w.Reason);
        var free = new SlotReason(
            people.Any(p => !p.Person.Known) ? SlotReasonKind.KnownFree
            : missing.Count == 0 ? SlotReasonKind.AllFree
            : SlotReasonKind.RequiredFree
        );
        return new Slot(stretch, missing.ToImmutable(), weighed.Sum(w => w.Cost), [free, .. reasons]);
    }

    private static SlotReasonKind WhyMissing(PersonTime person, Stretch stretch)
    {
        if (person.Person.Absences.Overlaps(stretch))
            return SlotReasonKind.OptionalAway;
        if (!person.Hours.Overlaps(stretch) && person.Person.Days?.HoursIfOpen.Overlaps(stretch) == true)
            return SlotReasonKind.OptionalDayOff;
        return person.Hours.Covers(stretch) ? SlotReasonKind.OptionalTaken : SlotReasonKind.OptionalOutOfHours;
    }
}
