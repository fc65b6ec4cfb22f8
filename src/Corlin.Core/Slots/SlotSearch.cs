using System.Collections.Immutable;
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
        var marks = work.People.Select(p => new PersonBits(p, work.Grid)).ToArray();
        return [.. work.Slots().Numbers().Select(n => At(work, marks, n)).OfType<Slot>().OrderBy(s => s.Cost).ThenBy(s => s.Stretch.Start)];
    }

    /// <summary>How many slots a request has.</summary>
    public static int Count(SlotRequest request) => new SlotWork(request).Slots().Count();

    /// <summary>How many of those whose calendar is known are free at each moment of the span.</summary>
    public static ImmutableArray<ContourStep> Contour(SlotWork work)
    {
        var request = work.Request;
        var changes = new SortedDictionary<Instant, int> { [request.Span.Start] = 0 };
        foreach (var person in work.People.Where(p => p.Person.Known))
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
    private static Slot? At(SlotWork work, PersonBits[] marks, int number)
    {
        var (request, start) = (work.Request, work.Grid[number]);
        var stretch = new Stretch(start, start + request.Length);
        var occurrences = request.Occurrences?.Invoke(stretch);
        if (occurrences is { Count: 0 })
            return null;
        var weighed = new List<(SlotReason Reason, int Cost)>();
        var missing = ImmutableArray.CreateBuilder<string>();
        foreach (var (person, bad, costs) in marks)
        {
            if (bad[number])
            {
                if (person.Person.Need != Need.Optional)
                    continue;
                missing.Add(person.Person.Key);
                weighed.Add((new SlotReason(WhyMissing(person, stretch), person.Person.Key), SlotCosts.OptionalMissing));
                continue;
            }

            foreach (var (reason, cost, starts) in costs)
            {
                if (starts[number])
                    weighed.Add(
                        (
                            new SlotReason(reason, person.Person.Key)
                            {
                                Times = reason == SlotReasonKind.HadBefore ? person.Person.EdgesHad : 0,
                            },
                            cost
                        )
                    );
            }
        }

        var fitting = occurrences?.Count(o => work.Required.All(p => !p.Bad.Contains(o.Start))) ?? 0;
        if (occurrences is not null && fitting < occurrences.Count)
            weighed.Add(
                (
                    new SlotReason(SlotReasonKind.SomeOccurrences, Fitting: fitting, Of: occurrences.Count),
                    SlotCosts.OccurrenceMissed * (occurrences.Count - fitting)
                )
            );
        var free = new SlotReason(
            work.People.Any(p => !p.Person.Known) ? SlotReasonKind.KnownFree
            : missing.Count == 0 ? SlotReasonKind.AllFree
            : SlotReasonKind.RequiredFree
        );
        return new Slot(
            stretch,
            missing.ToImmutable(),
            weighed.Sum(w => w.Cost),
            [free, .. weighed.OrderByDescending(w => w.Cost).Select(w => w.Reason)]
        )
        {
            Rooms = work.RoomsAt(start),
        };
    }

    /// <summary>What a person's time says, by the number of each start.</summary>
    private readonly record struct PersonBits(
        PersonStarts Person,
        StartBits Bad,
        (SlotReasonKind Reason, int Cost, StartBits Starts)[] Costs
    )
    {
        public PersonBits(PersonStarts person, StartGrid grid)
            : this(person, StartBits.Of(person.Bad, grid), [.. person.Costs.Select(c => (c.Reason, c.Cost, StartBits.Of(c.Starts, grid)))])
        { }
    }

    private static SlotReasonKind WhyMissing(PersonStarts person, Stretch stretch) =>
        person.ObstaclesAt(stretch.Start).First() switch
        {
            Obstacle.Away => SlotReasonKind.OptionalAway,
            Obstacle.Taken => SlotReasonKind.OptionalTaken,
            Obstacle.OutOfHours when !person.Hours.Overlaps(stretch) && person.Person.Days?.HoursIfOpen.Overlaps(stretch) == true =>
                SlotReasonKind.OptionalDayOff,
            Obstacle.OutOfHours => SlotReasonKind.OptionalOutOfHours,
            Obstacle.Protected => SlotReasonKind.OptionalProtected,
            Obstacle.NoLunch or Obstacle.FullDay => SlotReasonKind.OptionalTooMuch,
            _ => SlotReasonKind.OptionalNoTime,
        };
}
