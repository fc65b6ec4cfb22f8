using NodaTime;

namespace Corlin.Core.Time;

/// <summary>When an entry takes place, as it was said. Instants are derived from it, never the other way round.</summary>
public abstract record EntryTime
{
    /// <summary>The stretch that the entry takes on the global line.</summary>
    /// <param name="ownerZone">The zone of the calendar's owner, in which an all-day entry runs from midnight to midnight.</param>
    public abstract Stretch ToStretch(DateTimeZone ownerZone);

    /// <summary>The wall-clock start; for an all-day entry the midnight with which it begins.</summary>
    public abstract LocalDateTime LocalStart { get; }

    /// <summary>The zone of the wall clock; null for an all-day entry, which has none.</summary>
    public abstract DateTimeZone? WallZone { get; }

    /// <summary>The same entry at another wall-clock start, of the same length.</summary>
    public abstract EntryTime StartingAt(LocalDateTime start);

    /// <summary>Whether another says the same, whatever zone data either was last resolved with.</summary>
    public bool SaysTheSame(EntryTime other) =>
        (this, other) switch
        {
            (TimedEntry a, TimedEntry b) => a with { TzdbVersion = "" } == b with { TzdbVersion = "" },
            _ => this == other,
        };
}

/// <summary>A timed entry: a wall-clock start in a zone and an exact length.</summary>
/// <param name="Start">Wall-clock time in <paramref name="Zone"/>.</param>
/// <param name="Zone">A tzdb id.</param>
/// <param name="Length">Exact time, not wall-clock time: an hour is an hour also where clocks change.</param>
/// <param name="EndZone">The tzdb id in which the end is told, where it is another one.</param>
/// <param name="TzdbVersion">The zone data with which the entry was last resolved.</param>
public sealed record TimedEntry(LocalDateTime Start, string Zone, Duration Length, string? EndZone, string TzdbVersion) : EntryTime
{
    public override LocalDateTime LocalStart => Start;

    public override DateTimeZone? WallZone => Zones.Get(Zone);

    public override Stretch ToStretch(DateTimeZone ownerZone)
    {
        var start = Zones.Get(Zone).ToInstant(Start);
        return new Stretch(start, start + Length);
    }

    public override EntryTime StartingAt(LocalDateTime start) => this with { Start = start, TzdbVersion = Zones.TzdbVersion };

    /// <summary>The timed entry that takes a stretch, told in a zone.</summary>
    public static TimedEntry At(Stretch stretch, string zone) =>
        new(Zones.Get(zone).ToLocal(stretch.Start), zone, stretch.Length, null, Zones.TzdbVersion);
}

/// <summary>An entry of whole days, without a zone.</summary>
/// <param name="First">Its first day.</param>
/// <param name="Until">The day after its last (DTEND, RFC 5545 3.6.1).</param>
public sealed record AllDayEntry(LocalDate First, LocalDate Until) : EntryTime
{
    public override LocalDateTime LocalStart => First.AtMidnight();

    public override DateTimeZone? WallZone => null;

    public override Stretch ToStretch(DateTimeZone ownerZone) =>
        new(ownerZone.AtStartOfDay(First).ToInstant(), ownerZone.AtStartOfDay(Until).ToInstant());

    public override EntryTime StartingAt(LocalDateTime start) =>
        new AllDayEntry(start.Date, start.Date.PlusDays(Period.DaysBetween(First, Until)));
}
