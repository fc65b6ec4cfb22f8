using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>One time at which an entry takes place.</summary>
/// <param name="RecurrenceId">Which of a series it is, by the wall-clock start of the rule; null for a single entry.</param>
public sealed record Occurrence(Entry Entry, LocalDateTime? RecurrenceId, EntryTime Time, Stretch Stretch)
{
    private Override? Override => RecurrenceId is { } id ? Entry.Overrides.FirstOrDefault(o => o.RecurrenceId == id) : null;

    public string Title => Override?.Title ?? Entry.Title;

    public string? Place => Override?.Place ?? Entry.Place;
}

public static class Occurrences
{
    /// <summary>The occurrences that touch a span, in order; those that were cancelled or moved out are left out.</summary>
    /// <param name="ownerZone">The zone in which all-day entries run from midnight to midnight.</param>
    public static IEnumerable<Occurrence> In(Entry entry, Stretch span, DateTimeZone ownerZone)
    {
        if (entry.Status == MeetingStatus.Cancelled) yield break;
        if (entry.Rule is null)
        {
            var stretch = entry.Time.ToStretch(ownerZone);
            if (stretch.Overlaps(span)) yield return new Occurrence(entry, null, entry.Time, stretch);
            yield break;
        }

        var overridden = entry.Overrides.ToDictionary(o => o.RecurrenceId);
        var found = Moved(entry, span, ownerZone).Concat(Unmoved(entry, overridden, span, ownerZone));
        foreach (var occurrence in found.OrderBy(o => o.Stretch.Start)) yield return occurrence;
    }

    /// <summary>The one occurrence of that id, wherever it was moved; null where there is none.</summary>
    public static Occurrence? Find(Entry entry, LocalDateTime? recurrenceId, DateTimeZone ownerZone)
    {
        if (entry.Rule is null || recurrenceId is not { } id)
            return recurrenceId is null && entry.Rule is null ? new Occurrence(entry, null, entry.Time, entry.Time.ToStretch(ownerZone)) : null;
        var changed = entry.Overrides.FirstOrDefault(o => o.RecurrenceId == id);
        if (changed is { Cancelled: true } || entry.Exceptions.Contains(id)) return null;
        if (changed is null && !Expansion.Starts(entry.Time.LocalStart, entry.Rule, id, id.PlusSeconds(1)).Any()) return null;
        var time = changed?.Time ?? entry.Time.StartingAt(id);
        return new Occurrence(entry, id, time, time.ToStretch(ownerZone));
    }

    private static IEnumerable<Occurrence> Moved(Entry entry, Stretch span, DateTimeZone ownerZone)
    {
        foreach (var changed in entry.Overrides)
        {
            if (changed.Cancelled || changed.Time is not { } time) continue;
            var stretch = time.ToStretch(ownerZone);
            if (stretch.Overlaps(span)) yield return new Occurrence(entry, changed.RecurrenceId, time, stretch);
        }
    }

    private static IEnumerable<Occurrence> Unmoved(Entry entry, Dictionary<LocalDateTime, Override> overridden, Stretch span, DateTimeZone ownerZone)
    {
        // Two days of margin take up any offset; the exact test is the overlap below.
        var length = entry.Time.ToStretch(ownerZone).Length;
        var from = (span.Start - length).InUtc().LocalDateTime.PlusDays(-2);
        var to = span.End.InUtc().LocalDateTime.PlusDays(2);
        foreach (var start in Expansion.Starts(entry.Time.LocalStart, entry.Rule!, from, to))
        {
            if (entry.Exceptions.Contains(start)) continue;
            if (overridden.TryGetValue(start, out var changed) && (changed.Cancelled || changed.Time is not null)) continue;
            var time = entry.Time.StartingAt(start);
            var stretch = time.ToStretch(ownerZone);
            if (stretch.Overlaps(span)) yield return new Occurrence(entry, start, time, stretch);
        }
    }
}
