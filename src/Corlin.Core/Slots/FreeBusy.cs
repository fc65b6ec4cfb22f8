using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Core.Slots;

/// <summary>How a time is not free (RFC 5545 3.2.9).</summary>
public enum BusyKind
{
    /// <summary>Pencilled, or held: BUSY-TENTATIVE.</summary>
    Tentative,
    Busy,

    /// <summary>Nothing can be arranged then: BUSY-UNAVAILABLE.</summary>
    Unavailable,
}

/// <summary>A time that is not free.</summary>
public sealed record BusyTime(Stretch Stretch, BusyKind Kind);

/// <summary>What somebody's time is taken by, without what it is.</summary>
public static class FreeBusy
{
    /// <summary>
    /// The times within a span that are not free, in order, none of which overlap: of two the firmer counts, and an absence before all.
    /// </summary>
    /// <param name="taken">In any order.</param>
    /// <param name="away">Absences.</param>
    public static ImmutableArray<BusyTime> Of(
        Stretch span,
        IEnumerable<(Stretch Stretch, TimeTaken Takes)> taken,
        IEnumerable<Stretch> away
    )
    {
        var within = taken.Select(t => (Stretch: t.Stretch.Intersect(span), t.Takes)).Where(t => t.Stretch is { IsEmpty: false }).ToList();
        var unavailable = StretchSet.Of(away.Select(a => a.Intersect(span)).OfType<Stretch>());
        var busy = StretchSet.Of(within.Where(t => t.Takes == TimeTaken.Firm).Select(t => t.Stretch!.Value)).Except(unavailable);
        var tentative = StretchSet
            .Of(within.Where(t => t.Takes is TimeTaken.Pencilled or TimeTaken.Hold).Select(t => t.Stretch!.Value))
            .Except(unavailable)
            .Except(busy);
        return
        [
            .. Each(unavailable, BusyKind.Unavailable)
                .Concat(Each(busy, BusyKind.Busy))
                .Concat(Each(tentative, BusyKind.Tentative))
                .OrderBy(t => t.Stretch.Start),
        ];
    }

    private static IEnumerable<BusyTime> Each(StretchSet set, BusyKind kind) =>
        set.Stretches.Where(s => !s.IsEmpty).Select(s => new BusyTime(s, kind));
}
