using NodaTime;
using NodaTime.TimeZones;

namespace Corlin.Core.Time;

/// <summary>
/// Turns wall-clock seconds of a zone into UTC seconds, by RFC 5545 3.3.5 as <see cref="Zones.ToInstant"/>, keeping the offset that held
/// last: neighbouring times cost an addition.
/// </summary>
internal struct WallClock(DateTimeZone zone)
{
    private const long AYear = 366 * CivilDays.SecondsADay;

    // The wall-clock seconds to which the offset belongs. Nothing is known at first: no time is at once from the end and before the start.
    private long from = long.MaxValue;
    private long to = long.MinValue;
    private long gap = long.MaxValue;
    private long offset;
    private ZoneInterval? next;

    /// <param name="skipped">Whether the clock jumps over this time, which is then read with the offset before the jump.</param>
    public long ToUtc(long local, out bool skipped)
    {
        if (local < from || local >= to)
            Find(local);
        skipped = local >= gap;
        return local - offset;
    }

    private void Find(long local)
    {
        // A walk goes on to the next interval, which is known already; a leap of years is looked up.
        if (next is not null && local >= to && local - to < AYear)
        {
            while (local >= to && next is not null)
                Hold(next, offset);
            if (local < to)
                return;
        }

        var interval = zone.GetZoneInterval(Within(local));
        while (interval.HasStart && local < Boundary(interval.Start, Before(interval), interval.WallOffset.Seconds))
            interval = zone.GetZoneInterval(interval.Start - Duration.Epsilon);
        Hold(interval, interval.HasStart ? Before(interval) : 0);
        while (local >= to && next is not null)
            Hold(next, offset);
    }

    private void Hold(ZoneInterval interval, long before)
    {
        offset = interval.WallOffset.Seconds;
        next = interval.HasEnd ? zone.GetZoneInterval(interval.End) : null;
        from = interval.HasStart ? Boundary(interval.Start, before, offset) : long.MinValue;
        to = next is not null ? Boundary(interval.End, offset, next.WallOffset.Seconds) : long.MaxValue;
        gap = next is not null ? interval.End.ToUnixTimeSeconds() + offset : long.MaxValue;
    }

    // Of two readings the earlier holds: up to the later of the two wall clocks that a change shows.
    private static long Boundary(Instant change, long before, long after) => change.ToUnixTimeSeconds() + Math.Max(before, after);

    private readonly int Before(ZoneInterval interval) => zone.GetZoneInterval(interval.Start - Duration.Epsilon).WallOffset.Seconds;

    private static Instant Within(long seconds) =>
        Instant.FromUnixTimeSeconds(Math.Clamp(seconds, Instant.MinValue.ToUnixTimeSeconds(), Instant.MaxValue.ToUnixTimeSeconds()));
}
