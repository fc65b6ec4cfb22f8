using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Entries;

/// <summary>An occurrence of a series that is arranged for a time of its own.</summary>
/// <param name="Occurrence">When it would start by the rule.</param>
/// <param name="Start">When it starts instead.</param>
public sealed record MovedOccurrence(Instant Occurrence, Instant Start)
{
    /// <summary>The occurrences as they take place: some of them where they were moved.</summary>
    public static IReadOnlyList<Stretch> In(IReadOnlyList<Stretch> occurrences, IReadOnlyList<MovedOccurrence> moved) =>
        moved.Count == 0
            ? occurrences
            :
            [
                .. occurrences
                    .Select(o =>
                        moved.FirstOrDefault(m => m.Occurrence == o.Start) is { } own ? new Stretch(own.Start, own.Start + o.Length) : o
                    )
                    .OrderBy(o => o.Start),
            ];

    /// <summary>Those of a series as it is stored.</summary>
    public static IEnumerable<MovedOccurrence> From(Entry series) =>
        series.Time.WallZone is { } zone
            ? series
                .Overrides.Where(o => o is { Cancelled: false, AndFollowing: false, Time: not null })
                .Select(o => new MovedOccurrence(zone.ToInstant(o.RecurrenceId), o.Time!.ToStretch(zone).Start))
            : [];

    /// <summary>Some as an entry stores them.</summary>
    /// <exception cref="RefusedException">One is no occurrence of the series, or stands there twice.</exception>
    public static ImmutableArray<Override> Of(Entry series, IReadOnlyList<MovedOccurrence> moved)
    {
        if (moved.Count == 0)
            return [];
        var zone = series.Time.WallZone ?? throw new RefusedException(RefusalKind.OfTheWhole, "moved");
        var own = moved
            .Select(m => new Override(zone.ToLocal(m.Occurrence), series.Time.StartingAt(zone.ToLocal(m.Start))))
            .ToImmutableArray();
        var alone = series with { Overrides = [] };
        if (
            own.Length > HalfYear.Most
            || own.DistinctBy(o => o.RecurrenceId).Count() != own.Length
            || own.Any(o => Occurrences.Find(alone, o.RecurrenceId, zone) is null)
        )
            throw new RefusedException(RefusalKind.NotFound, "occurrence");
        return own;
    }
}
