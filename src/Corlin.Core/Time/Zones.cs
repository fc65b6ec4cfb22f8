using System.Collections.Immutable;
using NodaTime;
using NodaTime.TimeZones;

namespace Corlin.Core.Time;

/// <summary>Time zones by their tzdb id, and how a wall-clock time becomes an instant.</summary>
public static class Zones
{
    /// <summary>
    /// The version of the zone data in use, kept with each timed entry so that it can be resolved anew when this changes.
    /// </summary>
    public static string TzdbVersion => DateTimeZoneProviders.Tzdb.VersionId;

    /// <summary>Whether tzdb has a zone of that id.</summary>
    public static bool Exists(string? id) => id is not null && DateTimeZoneProviders.Tzdb.GetZoneOrNull(id) is not null;

    /// <exception cref="DateTimeZoneNotFoundException">No zone has this id.</exception>
    public static DateTimeZone Get(string id) => DateTimeZoneProviders.Tzdb[id];

    /// <summary>
    /// The instant of a wall-clock time. One that is skipped is read with the offset before the gap, of one that comes twice the first is
    /// meant (RFC 5545 3.3.5).
    /// </summary>
    public static Instant ToInstant(this DateTimeZone zone, LocalDateTime local)
    {
        var mapping = zone.MapLocal(local);
        return mapping.Count switch
        {
            1 => mapping.Single().ToInstant(),
            0 => local.WithOffset(mapping.EarlyInterval.WallOffset).ToInstant(),
            _ => mapping.First().ToInstant(),
        };
    }

    /// <summary>The wall-clock time of a moment in a zone.</summary>
    public static LocalDateTime ToLocal(this DateTimeZone zone, Instant moment) => moment.InZone(zone).LocalDateTime;

    /// <summary>The day from its midnight to the next; 23 or 25 hours where the clocks change.</summary>
    public static Stretch Day(this DateTimeZone zone, LocalDate date) =>
        new(zone.AtStartOfDay(date).ToInstant(), zone.AtStartOfDay(date.PlusDays(1)).ToInstant());

    /// <summary>The offsets that hold in the span, so that a reader without zone data can turn instants into local times.</summary>
    public static ImmutableArray<OffsetFrom> Offsets(this DateTimeZone zone, Stretch span) =>
        [
            .. zone.GetZoneIntervals(span.Start, span.IsEmpty ? span.End + Duration.Epsilon : span.End)
                .Select(i => new OffsetFrom(i.HasStart && i.Start > span.Start ? i.Start : span.Start, i.WallOffset)),
        ];

    /// <summary>The city in a zone's id, as words ("America/St_Johns" gives "St Johns").</summary>
    public static string City(string id) => id[(id.LastIndexOf('/') + 1)..].Replace('_', ' ');
}

/// <summary>An offset from UTC that holds from a moment on, until the next one in the list.</summary>
public readonly record struct OffsetFrom(Instant From, Offset Offset);
