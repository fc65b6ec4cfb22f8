using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>
/// The occurrences of an entry: those of its rule and its additions, without its exceptions, with its overrides (RFC 5545 3.8.5).
/// </summary>
public static class Occurrences
{
    /// <summary>The occurrences that touch a span, in order; those that were cancelled or moved out are left out.</summary>
    /// <param name="ownerZone">The zone in which all-day entries run from midnight to midnight.</param>
    /// <remarks>At most <see cref="Expansion.Most"/> are given.</remarks>
    public static IEnumerable<Occurrence> In(Entry entry, Stretch span, DateTimeZone ownerZone)
    {
        if (entry.Status == MeetingStatus.Cancelled)
            return [];
        if (entry.IsSeries)
            return new Series(entry, ownerZone).In(span);
        var stretch = entry.Time.ToStretch(ownerZone);
        return Touches(stretch, span) ? [new Occurrence(entry, null, entry.Time, stretch)] : [];
    }

    /// <summary>The one occurrence of that id, wherever it was moved; null where there is none.</summary>
    public static Occurrence? Find(Entry entry, LocalDateTime? recurrenceId, DateTimeZone ownerZone)
    {
        if (entry.IsSeries)
            return recurrenceId is { } id ? new Series(entry, ownerZone).Find(id) : null;
        return recurrenceId is null ? new Occurrence(entry, null, entry.Time, entry.Time.ToStretch(ownerZone)) : null;
    }

    /// <summary>The first occurrence that takes place at or after a time of the series' wall clock; null where none follows.</summary>
    public static Occurrence? FirstFrom(Entry entry, LocalDateTime from, DateTimeZone ownerZone) =>
        new Series(entry, ownerZone)
            .Ids(from, LocalDateTime.MaxIsoValue)
            .Select(id => Find(entry, id, ownerZone))
            .FirstOrDefault(o => o is not null);

    /// <summary>
    /// A stretch outside which nothing of the entry lies, single overrides apart; without end it reaches to the end of time.
    /// </summary>
    public static Stretch Extent(Entry entry, DateTimeZone ownerZone) =>
        entry.IsSeries ? new Series(entry, ownerZone).Extent() : entry.Time.ToStretch(ownerZone);

    /// <summary>An entry without length touches a span in which it starts.</summary>
    internal static bool Touches(Stretch stretch, Stretch span) => stretch.IsEmpty ? span.Contains(stretch.Start) : stretch.Overlaps(span);
}
