using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Travel;

/// <summary>How long the way between two sites takes, as set up. A way not in the table is not known and forbids nothing.</summary>
/// <param name="otherwise">What a way takes that is not in the table; null where it is not known then.</param>
public sealed class TravelTable(IReadOnlyDictionary<(string From, string To), Duration> ways, Duration? otherwise = null)
{
    /// <summary>No way is known.</summary>
    public static readonly TravelTable Empty = new(new Dictionary<(string, string), Duration>());

    /// <summary>Null where it is not known; zero within one site. A way holds in both directions unless both are told.</summary>
    public Duration? Between(string from, string to)
    {
        if (from == to)
            return Duration.Zero;
        if (ways.TryGetValue((from, to), out var there))
            return there;
        return ways.TryGetValue((to, from), out var back) ? back : otherwise;
    }
}

/// <summary>Something that holds somebody at a site for a stretch.</summary>
public sealed record Stop(string Site, Stretch Stretch);

/// <summary>The way from one stop to the next.</summary>
/// <param name="Drawn">When one is on the way: it ends with the start of the next, or begins with the end of the last where that is
/// later.</param>
/// <param name="Needed">How long it takes.</param>
/// <param name="ShortBy">How much time is lacking; zero where there is enough.</param>
public sealed record Way(Stop From, Stop To, Stretch Drawn, Duration Needed, Duration ShortBy);

/// <summary>The ways between the places of a day.</summary>
public static class Ways
{
    /// <summary>The ways between stops that follow each other, in order; none within a site or where the way is not known.</summary>
    public static IEnumerable<Way> Between(IEnumerable<Stop> stops, TravelTable table)
    {
        Stop? last = null;
        foreach (var stop in stops.OrderBy(s => s.Stretch.Start))
        {
            if (last is not null && table.Between(last.Site, stop.Site) is { } needed && needed > Duration.Zero)
            {
                var available = Duration.Max(Duration.Zero, stop.Stretch.Start - last.Stretch.End);
                var start = Instant.Max(last.Stretch.End, stop.Stretch.Start - needed);
                yield return new Way(
                    last,
                    stop,
                    new Stretch(start, start + needed),
                    needed,
                    Duration.Max(Duration.Zero, needed - available)
                );
            }

            if (last is null || stop.Stretch.End > last.Stretch.End)
                last = stop;
        }
    }
}
