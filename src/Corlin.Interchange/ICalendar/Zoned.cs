using Corlin.Core.Time;
using Ical.Net.DataTypes;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>Core's times ⇄ the date-times of RFC 5545 3.3.5.</summary>
internal static class Zoned
{
    public static CalDateTime Write(Instant moment, string zone)
    {
        if (zone is "Etc/UTC" or "UTC")
            return new CalDateTime(moment.ToDateTimeUtc(), "UTC");
        var local = Zones.Get(zone).ToLocal(moment);
        return new CalDateTime(local.ToDateTimeUnspecified(), zone);
    }

    /// <summary>
    /// Whether a moment told on the clock of a zone is read again as the same: of an hour that comes twice the second is not (RFC 5545
    /// 3.3.5).
    /// </summary>
    public static bool IsReadBack(Instant moment, string zone) =>
        zone is "Etc/UTC" or "UTC" || Zones.Get(zone).ToInstant(Zones.Get(zone).ToLocal(moment)) == moment;

    /// <summary>The wall clock of a date-time as it is written.</summary>
    public static LocalDateTime Local(CalDateTime value) =>
        LocalDateTime.FromDateTime(DateTime.SpecifyKind(value.Value, DateTimeKind.Unspecified));

    /// <summary>The instant of a date-time; a floating one is read in the zone given.</summary>
    public static Instant Read(CalDateTime value, DateTimeZone floating)
    {
        var local = Local(value);
        if (value.IsUtc)
            return local.InUtc().ToInstant();
        var zone = value.TzId is { } id && DateTimeZoneProviders.Tzdb.GetZoneOrNull(id) is { } known ? known : floating;
        return zone.ToInstant(local);
    }
}
