using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store;

/// <summary>Works out the rows of <see cref="OccupancyRow"/> from an entry.</summary>
internal static class Occupying
{
    public static Instant LastEnd(Entry entry, DateTimeZone ownerZone) =>
        Instant.Max(
            Base(entry, ownerZone).End,
            entry.Overrides.Where(o => o.Time is not null).Select(o => o.Time!.ToStretch(ownerZone).End).DefaultIfEmpty(Instant.MinValue).Max());

    public static IEnumerable<OccupancyRow> Rows(Entry entry, IReadOnlyDictionary<UserId, CalendarId> calendars, DateTimeZone ownerZone)
    {
        if (entry.Status == MeetingStatus.Cancelled) yield break;
        var (first, last) = Base(entry, ownerZone);
        foreach (var (owner, calendar) in calendars)
        {
            if (owner != entry.Owner && Refused(entry, owner)) continue;
            yield return Row(calendar, entry, "", first, last);
            foreach (var moved in entry.Overrides.Where(o => o.Time is not null && !o.Cancelled))
            {
                var stretch = moved.Time!.ToStretch(ownerZone);
                yield return Row(calendar, entry, Texts.Write(moved.RecurrenceId), stretch.Start, stretch.End);
            }
        }
    }

    /// <summary>Declined as a whole, and nothing said of single occurrences.</summary>
    private static bool Refused(Entry entry, UserId who)
    {
        var own = entry.Participations.Where(p => p.Who == who).ToList();
        return own.Count > 0 && own.All(p => p.Answer is Answer.Declined or Answer.Delegated);
    }

    private static (Instant Start, Instant End) Base(Entry entry, DateTimeZone ownerZone)
    {
        var first = entry.Time.ToStretch(ownerZone);
        if (entry.Rule is not { } rule) return (first.Start, first.End);
        if (!rule.Ends) return (first.Start, Instant.MaxValue);
        var start = entry.Time.LocalStart;
        // An end by count is found by walking: a rule of this kind yields at most one start a day.
        var until = rule.Until is { } end ? end.PlusSeconds(1) : start.PlusDays((rule.Count!.Value + 1) * 7 * rule.Interval);
        var last = Expansion.Starts(start, rule, start, until).LastOrDefault(start);
        return (first.Start, entry.Time.StartingAt(last).ToStretch(ownerZone).End);
    }

    private static OccupancyRow Row(CalendarId calendar, Entry entry, string recurrenceId, Instant start, Instant end) => new()
    {
        CalendarId = calendar.Value,
        FirstStart = start,
        LastEnd = end,
        EntryId = entry.Id.Value,
        RecurrenceId = recurrenceId,
        Takes = entry.Takes,
    };
}
