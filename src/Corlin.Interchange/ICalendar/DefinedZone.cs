using NodaTime;
using NodaTime.TimeZones;

namespace Corlin.Interchange.ICalendar;

/// <summary>A time zone as a VTIMEZONE defines it (RFC 5545 3.6.5), whatever its name looks like.</summary>
internal sealed class DefinedZone(string name, ZoneDefinition definition)
    : DateTimeZone(name, false, definition.Bounds.Least, definition.Bounds.Greatest)
{
    private static readonly Duration Around = Duration.FromDays(2 * 366);

    public override ZoneInterval GetZoneInterval(Instant instant)
    {
        var (from, to) = (Moved(instant, -Around), Moved(instant, Around));
        var onsets = definition.Onsets(from, to);
        Instant? start = null,
            end = null;
        var offset = onsets.Count > 0 ? onsets[0].Before : definition.First;
        foreach (var onset in onsets)
        {
            if (onset.At > instant)
            {
                end = onset.At;
                break;
            }

            (start, offset) = (onset.At, onset.After);
        }

        return new ZoneInterval(Id, start, end, offset, Offset.Zero);
    }

    private static Instant Moved(Instant instant, Duration by) =>
        instant < Instant.FromUtc(10, 1, 1, 0, 0) || instant > Instant.FromUtc(9980, 1, 1, 0, 0) ? instant : instant + by;
}
