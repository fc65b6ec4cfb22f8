using Corlin.Application.Lanes;

namespace Corlin.Application.Watching;

/// <summary>What needs a look on the lanes that somebody keeps.</summary>
internal static class Concerns
{
    /// <summary>So many dismissals are read; of what is older most is over.</summary>
    public const int MostDismissed = 500;

    /// <summary>What cannot be kept as it stands on the lanes themselves, without what was dismissed.</summary>
    public static IReadOnlyList<Concern> OnLanes(Viewing viewing, IReadOnlyList<Lane> kept)
    {
        var looking = Looking.Over(viewing, kept);
        return Split(looking, kept, kept.SelectMany(l => OnTheLane.Find(looking, l))).Standing;
    }

    /// <summary>All of it: what needs a look, and what did until it was dismissed.</summary>
    public static (IReadOnlyList<Concern> Standing, IReadOnlyList<Concern> Dismissed) All(Viewing viewing, IReadOnlyList<Lane> kept)
    {
        var looking = Looking.Over(viewing, kept);
        return Split(
            looking,
            kept,
            kept.SelectMany(l => OnTheLane.Find(looking, l))
                .Concat(new OfMeetings(looking, kept).Find())
                .Concat(OfSeries.Find(looking, kept))
                .Concat(kept.SelectMany(l => OfHolds.Find(looking, l)))
                .Concat(OfPeople.Find(looking, kept))
                .Concat(Contradicted.Find(looking, kept))
        );
    }

    private static (IReadOnlyList<Concern> Standing, IReadOnlyList<Concern> Dismissed) Split(
        Looking looking,
        IReadOnlyList<Lane> kept,
        IEnumerable<Concern> found
    )
    {
        var dismissed = looking
            .Viewing.Store.Dismissed([.. kept.Select(l => l.Who.Id)], MostDismissed)
            .Select(d => (d.Of, d.Key, d.Print))
            .ToHashSet();
        // What is wrong twice at the same time, as where a way is too short on both sides, is told once.
        var all = found
            .Where(c => looking.Days(c.Kind, c.Lane) > 0)
            .DistinctBy(c => c.Key)
            .OrderBy(c => c.By)
            .ThenBy(c => c.Key, StringComparer.Ordinal)
            .ToLookup(IsDismissed);
        return ([.. all[false]], [.. all[true]]);

        bool IsDismissed(Concern concern) => dismissed.Contains((concern.Lane.Who.Id, concern.Key, concern.Print));
    }
}
