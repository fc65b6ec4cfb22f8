using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>A meeting as scheduling messages know it.</summary>
public static class EntryStanding
{
    /// <param name="address">The address of each of its people, in lower case.</param>
    /// <param name="ownerZone">The zone in which an all-day entry runs from midnight to midnight.</param>
    public static Standing Of(Entry entry, Func<UserId, string> address, DateTimeZone ownerZone)
    {
        var zone = entry.Time.WallZone ?? ownerZone;
        var whole = Whole(entry, address, zone);
        var standing = Standing.Empty(entry.Uid);
        if (!entry.OnlyOccurrences)
            standing = standing.With(whole);
        var ids = entry
            .Overrides.Select(o => o.RecurrenceId)
            .Concat(entry.Participations.Select(p => p.RecurrenceId).OfType<LocalDateTime>());
        foreach (var id in ids.Distinct())
        {
            var at = zone.ToInstant(id);
            var apart = Apart(entry, whole, id, address, zone);
            standing = standing.With(at, apart);
            if (entry.Overrides.Any(o => o.RecurrenceId == id && o.AndFollowing))
                standing = standing.With(at, new Onwards(apart.Own, apart.Cancelled, apart.Sequence, apart.Stamp, Seat.None));
        }

        return standing;
    }

    private static Planned Whole(Entry entry, Func<UserId, string> address, DateTimeZone zone) =>
        new(
            Time(entry.Time, zone),
            entry.Rule,
            [.. entry.Additions.Select(a => a.Start)],
            entry.Exceptions,
            entry.Title,
            entry.Place,
            entry.Status == MeetingStatus.Cancelled ? ScheduledStatus.Cancelled : ScheduledStatus.Confirmed,
            entry.Sequence,
            entry.ToldAt ?? Instant.MinValue,
            entry.MovedAt,
            address(entry.Owner),
            Said(entry, null, address)
        )
        {
            Text = new PartText(entry.Agenda, entry.StyledAgenda, entry.Link, entry.Line, entry.Private, entry.Takes == TimeTaken.Free),
        };

    /// <summary>The seats that are told for the whole, or for one occurrence alone.</summary>
    private static ImmutableSortedDictionary<string, Seat> Said(Entry entry, LocalDateTime? id, Func<UserId, string> address) =>
        entry
            .Participations.Where(p => p.RecurrenceId == id && !p.NotAsked)
            .DistinctBy(p => address(p.Who))
            .ToImmutableSortedDictionary(
                p => address(p.Who),
                p => new Seat(
                    p.Answer,
                    p.DelegatedTo is { } to ? address(to) : null,
                    p.DelegatedFrom is { } from ? address(from) : null,
                    p.Proposed,
                    p.Uninvited,
                    p.AnsweredAt
                )
                {
                    Role = p.Role,
                },
                StringComparer.Ordinal
            );

    private static Apart Apart(Entry entry, Planned whole, LocalDateTime id, Func<UserId, string> address, DateTimeZone zone)
    {
        var change = entry.Overrides.FirstOrDefault(o => o.RecurrenceId == id);
        var said = Said(entry, id, address);
        var gone = entry.Participations.Where(p => p.RecurrenceId == id && p.NotAsked).Select(p => address(p.Who)).ToList();
        int? sequence = change is { ToldAt: not null } or { Sequence: > 0 } ? change.Sequence : null;
        var hasOwn =
            change is { Time: not null } or { Title: not null } or { Place: not null }
            || change?.Agenda is not null
            || change?.Link is not null;
        if (!hasOwn && gone.Count == 0 && !entry.OnlyOccurrences)
            return new Apart(null, change?.Cancelled == true, sequence, change?.ToldAt, said);
        var own = whole with
        {
            Time = change?.Time is { } time ? Time(time, zone) : whole.Time with { Start = id },
            Rule = null,
            Additions = [],
            Exceptions = [],
            Summary = change?.Title ?? whole.Summary,
            Location = change?.Place is { } place ? (place.Length == 0 ? null : place) : whole.Location,
            Sequence = sequence ?? whole.Sequence,
            Stamp = change?.ToldAt ?? whole.Stamp,
            MovedAt = change?.Time is null ? whole.MovedAt : sequence ?? whole.MovedAt,
            Seats = whole.Seats.RemoveRange(gone),
            Text = whole.Text with
            {
                Agenda = change?.Agenda ?? whole.Text.Agenda,
                Link = change?.Link ?? whole.Text.Link,
                Private = whole.Text.Private || change?.Private == true,
            },
        };
        return new Apart(own, change?.Cancelled == true, sequence, change?.ToldAt, said);
    }

    /// <summary>The time of an entry as a message says it.</summary>
    internal static PlannedTime Time(EntryTime time, DateTimeZone zone) =>
        time switch
        {
            AllDayEntry days => new PlannedTime(days.First.AtMidnight(), zone, Period.DaysBetween(days.First, days.Until), Duration.Zero),
            TimedEntry timed => new PlannedTime(timed.Start, Zones.Get(timed.Zone), 0, timed.Length),
            _ => throw new ArgumentOutOfRangeException(nameof(time)),
        };
}
