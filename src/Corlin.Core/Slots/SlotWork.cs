using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>
/// A request whose rules are worked out: for each start who can come, what it costs and why. Whoever asks several things of one request
/// makes it once.
/// </summary>
public sealed class SlotWork
{
    private readonly Dictionary<string, PersonStarts> byKey;
    private readonly List<(string Key, StretchSet Taken)> rooms;
    private readonly StretchSet? byClock;

    /// <summary>Works out a search up to its slots.</summary>
    public SlotWork(SlotRequest request)
        : this(request, [.. request.People.Select(p => new PersonStarts(p, request))]) { }

    private SlotWork(SlotRequest request, ImmutableArray<PersonStarts> people)
    {
        Request = request;
        Grid = new StartGrid(request);
        People = people;
        byKey = People.ToDictionary(p => p.Person.Key);
        Required = [.. People.Where(p => p.Person.Need == Need.Required)];
        rooms = [.. (request.Room?.Fitting ?? []).Select(r => (r.Key, Starts.Overlapping(r.Taken, request.Length)))];
        byClock = request.ByClock is { } clock ? Starts.By(clock, request.Reach, request.Length) : null;
    }

    /// <summary>What is looked for.</summary>
    public SlotRequest Request { get; }

    /// <summary>The same request with other people in the place of some; those who are the same are not worked out again.</summary>
    internal SlotWork With(ImmutableArray<SlotPerson> others)
    {
        var request = Request with { People = others };
        return new SlotWork(
            request,
            [
                .. others.Select(p =>
                    byKey.TryGetValue(p.Key, out var own) && ReferenceEquals(own.Person, p) ? own : new PersonStarts(p, request)
                ),
            ]
        );
    }

    internal StartGrid Grid { get; }

    internal ImmutableArray<PersonStarts> People { get; }

    internal ImmutableArray<PersonStarts> Required { get; }

    /// <summary>What the time of one of the people says.</summary>
    internal PersonStarts Of(string key) => byKey[key];

    /// <summary>The starts of the grid that break no rule which is nobody's in particular: the clock, a room, so many of some.</summary>
    internal StartBits Open()
    {
        var open = StartBits.All(Grid.Count);
        if (byClock is not null)
            open.Keep(StartBits.Of(byClock, Grid));
        if (Request.Room is not null)
        {
            var room = new StartBits(Grid.Count);
            foreach (var (_, taken) in rooms)
            {
                var free = StartBits.All(Grid.Count);
                free.Remove(StartBits.Of(taken, Grid));
                room.Join(free);
            }

            open.Keep(room);
        }

        foreach (var some in Request.Needs)
            open.Keep(Enough(some));
        return open;
    }

    /// <summary>The starts of the grid that are slots.</summary>
    internal StartBits Slots()
    {
        var slots = Open();
        foreach (var person in Required)
            slots.Remove(StartBits.Of(person.Bad, Grid));
        return slots;
    }

    /// <summary>Whether a start on no grid is a slot; its meeting must lie in the span too.</summary>
    internal bool IsSlot(Instant start) =>
        start >= Request.Span.Start
        && start + Request.Length <= Request.Span.End
        && IsOpen(start)
        && Required.All(p => !p.Bad.Contains(start));

    private bool IsOpen(Instant start) =>
        byClock?.Contains(start) != false
        && (Request.Room is null || rooms.Any(r => !r.Taken.Contains(start)))
        && Request.Needs.All(n => n.Of.Distinct().Count(key => Comes(key, start)) >= n.AtLeast);

    /// <summary>What a start that is a slot costs.</summary>
    internal int CostAt(Instant start) =>
        People.Sum(p =>
            !p.Bad.Contains(start) ? p.Costs.Where(c => c.Starts.Contains(start)).Sum(c => c.Cost)
            : p.Person.Need == Need.Optional ? Request.Weights[SlotTerm.OptionalMissing]
            : 0
        );

    /// <summary>The rooms that are free at a start, in the order of the request.</summary>
    internal ImmutableArray<string> RoomsAt(Instant start) => [.. rooms.Where(r => !r.Taken.Contains(start)).Select(r => r.Key)];

    /// <summary>Those who are asked only for a need and can come at a start.</summary>
    internal ImmutableArray<string> CountedAt(Instant start) =>
        [.. People.Where(p => p.Person.Need == Need.Counted && !p.Bad.Contains(start)).Select(p => p.Person.Key)];

    private bool Comes(string key, Instant start) => byKey.TryGetValue(key, out var who) && !who.Bad.Contains(start);

    /// <summary>The starts at which enough of some can come.</summary>
    private StartBits Enough(SomeOf some)
    {
        var counts = new int[Grid.Count];
        foreach (var key in some.Of.Distinct())
        {
            if (!byKey.TryGetValue(key, out var who))
                continue;
            var comes = StartBits.All(Grid.Count);
            comes.Remove(StartBits.Of(who.Bad, Grid));
            foreach (var start in comes.Numbers())
                counts[start]++;
        }

        var enough = new StartBits(Grid.Count);
        for (var i = 0; i < counts.Length; i++)
        {
            if (counts[i] >= some.AtLeast)
                enough.Add(i, i + 1);
        }

        return enough;
    }
}
