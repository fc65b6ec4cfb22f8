using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store;

/// <summary>Works out the rows of <see cref="OccupancyRow"/> from an entry.</summary>
internal static class Occupying
{
    public static Instant LastEnd(Entry entry, DateTimeZone ownerZone) =>
        Instant.Max(
            Occurrences.Extent(entry, ownerZone).End,
            entry
                .Overrides.Where(o => o.Time is not null && !o.AndFollowing)
                .Select(o => o.Time!.ToStretch(ownerZone).End)
                .DefaultIfEmpty(Instant.MinValue)
                .Max()
        );

    public static IEnumerable<OccupancyRow> Rows(Entry entry, IReadOnlyDictionary<UserId, CalendarId> calendars, DateTimeZone ownerZone)
    {
        if (entry.Status == MeetingStatus.Cancelled)
            yield break;
        var extent = Occurrences.Extent(entry, ownerZone);
        foreach (var (owner, calendar) in calendars)
        {
            if (owner != entry.Owner && Refused(entry, owner))
                continue;
            yield return Row(calendar, entry, "", extent.Start, extent.End);
            foreach (var moved in entry.Overrides.Where(o => o.Time is not null && !o.Cancelled && !o.AndFollowing))
            {
                var stretch = moved.Time!.ToStretch(ownerZone);
                yield return Row(calendar, entry, Texts.Write(moved.RecurrenceId), stretch.Start, stretch.End);
            }
        }
    }

    /// <summary>Declined as a whole, and no occurrence is open to them by itself.</summary>
    private static bool Refused(Entry entry, UserId who)
    {
        var own = entry.Participations.Where(p => p.Who == who).ToList();
        return own.Count > 0 && own.All(p => p.NotAsked || p.Answer is Answer.Declined or Answer.Delegated);
    }

    private static OccupancyRow Row(CalendarId calendar, Entry entry, string recurrenceId, Instant start, Instant end) =>
        new()
        {
            CalendarId = calendar.Value,
            FirstStart = start,
            LastEnd = end,
            EntryId = entry.Id.Value,
            RecurrenceId = recurrenceId,
            Takes = entry.Takes,
        };
}
