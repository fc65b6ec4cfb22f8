using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>That two zones are another time apart from a moment on.</summary>
/// <param name="Zone">The tzdb id of the other zone.</param>
/// <param name="At">When one of them changes its clocks.</param>
/// <param name="Before">How far the other is ahead of the viewer's zone until then; negative where it is behind.</param>
/// <param name="After">The same from then on.</param>
public sealed record ClockChange(string Zone, Instant At, Offset Before, Offset After);

/// <summary>Finds when clocks are changed here and not there.</summary>
public static class ClockChanges
{
    /// <summary>The next change of the difference to each of some zones within a time, soonest first.</summary>
    public static IEnumerable<ClockChange> Ahead(DateTimeZone viewer, IEnumerable<DateTimeZone> others, Instant now, Duration within) =>
        others.Where(o => o.Id != viewer.Id).Select(o => Next(viewer, o, now, within)).OfType<ClockChange>().OrderBy(c => c.At);

    private static ClockChange? Next(DateTimeZone viewer, DateTimeZone other, Instant now, Duration within)
    {
        Offset Apart(Instant at) => other.GetUtcOffset(at) - viewer.GetUtcOffset(at);
        var changes = new[] { viewer, other }
            .SelectMany(z => z.GetZoneIntervals(now, now + within))
            .Where(i => i.HasStart && i.Start > now)
            .Select(i => i.Start)
            .Order();
        foreach (var at in changes)
        {
            var (before, after) = (Apart(at - Duration.Epsilon), Apart(at));
            if (before != after)
                return new ClockChange(other.Id, at, before, after);
        }

        return null;
    }
}
