using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>When an event of a scheduling message takes place, on the wall clock of its zone.</summary>
/// <param name="Start">DTSTART; for a date its midnight.</param>
/// <param name="Zone">As the message defines it; floating times and dates have the reader's.</param>
/// <param name="Days">Whole days that it lasts on the wall clock (RFC 5545 3.3.6).</param>
/// <param name="More">What it lasts beyond them, exactly.</param>
public sealed record PlannedTime(LocalDateTime Start, DateTimeZone Zone, int Days, Duration More)
{
    /// <summary>The time of the first.</summary>
    public Stretch Stretch => At(Start);

    /// <summary>The same event at another start of the wall clock.</summary>
    public Stretch At(LocalDateTime start)
    {
        var from = Zone.ToInstant(start);
        return new Stretch(from, Instant.Max(from, Zone.ToInstant(start.PlusDays(Days)) + More));
    }

    /// <summary>The time from one moment to another on a clock.</summary>
    public static PlannedTime Of(Stretch stretch, DateTimeZone zone) => new(zone.ToLocal(stretch.Start), zone, 0, stretch.Length);
}
