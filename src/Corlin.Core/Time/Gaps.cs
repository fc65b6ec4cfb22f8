using NodaTime;

namespace Corlin.Core.Time;

/// <summary>Wall-clock times that do not exist: the clocks jump over them.</summary>
public static class Gaps
{
    /// <summary>The last minute before the gap in which a time lies and the first after it; null where the time exists.</summary>
    public static (LocalDateTime Before, LocalDateTime After)? Around(DateTimeZone zone, LocalDateTime local)
    {
        var mapping = zone.MapLocal(local);
        return mapping.Count > 0 ? null : (mapping.EarlyInterval.IsoLocalEnd.PlusMinutes(-1), mapping.LateInterval.IsoLocalStart);
    }
}
