using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>What messages made of a meeting, as Corlin keeps it.</summary>
public static class EntryTold
{
    /// <summary>More occurrences that an answer "from here on" reaches, or that were added by a rule of their own, are not written out.</summary>
    private const int MostWrittenOut = 200;

    /// <summary>The seats alone, as of a meeting that is organised here: what attendees send changes nothing else of it.</summary>
    /// <param name="who">The person behind each address.</param>
    /// <param name="zone">The zone of its wall clock.</param>
    public static Entry WithSeats(this Entry entry, Standing after, Func<string, UserId> who, DateTimeZone zone) =>
        entry with
        {
            Participations = [.. Participations(entry, after, who, zone)],
        };

    /// <summary>All of it, as of a meeting that is organised outside: what its organiser sends is what it is.</summary>
    /// <param name="entry">As it stood; a new one has the person, calendar and ids that it is to have.</param>
    /// <param name="mine">The zone whose wall clock is taken where the message tells times by a clock that no zone has.</param>
    public static Entry WithTold(this Entry entry, Standing after, Func<string, UserId> who, DateTimeZone mine)
    {
        var only = after.Whole is null;
        var whole = after.Whole ?? FirstKnown(after);
        var zone = Zones.Exists(whole.Time.Zone.Id) ? whole.Time.Zone : mine;
        LocalDateTime Local(Instant moment) => zone.ToLocal(moment);
        LocalDateTime Wall(LocalDateTime local) => ReferenceEquals(zone, whole.Time.Zone) ? local : Local(whole.Time.Zone.ToInstant(local));
        var known = only ? [.. after.Occurrences.Keys.Select(Local)] : Added(after, Wall, Local);
        var told = entry with
        {
            Time = Time(entry, whole.Time, zone),
            OnlyOccurrences = only,
            Rule = only ? null : whole.Rule,
            Additions = [.. known.Distinct().Order().Select(s => entry.Additions.FirstOrDefault(a => a.Start == s, new Addition(s)))],
            Exceptions = only ? [] : [.. whole.Exceptions.Select(Wall)],
            Title = Title(whole.Summary),
            Place = whole.Location,
            Agenda = whole.Text.Agenda,
            StyledAgenda = whole.Text.StyledAgenda,
            Link = whole.Text.Link,
            Line = whole.Text.Line,
            Private = whole.Text.Private,
            Takes = whole.Text.Free ? TimeTaken.Free : TimeTaken.Firm,
            Status = !only && whole.Status == ScheduledStatus.Cancelled ? MeetingStatus.Cancelled : MeetingStatus.Sent,
            Sequence = whole.Sequence,
            ToldAt = only ? null : whole.Stamp,
            MovedAt = only ? 0 : whole.MovedAt,
            Version = entry.Version + 1,
        };
        told = told with
        {
            Overrides = [.. after.Occurrences.Select(o => Changed(told, after, o.Key, Local(o.Key), zone)).OfType<Override>()],
        };
        return told with { Participations = [.. Participations(told, after, who, zone)] };
    }

    /// <summary>Where the whole is not known the first occurrence stands for it, at the time at which it first was to be.</summary>
    private static Planned FirstKnown(Standing after)
    {
        var (id, apart) = after.Occurrences.First(o => o.Value.Own is not null);
        return apart.Own! with { Time = apart.Own.Time with { Start = apart.Own.Time.Zone.ToLocal(id) } };
    }

    private static string Title(string? summary) => string.IsNullOrWhiteSpace(summary) ? "(no title)" : summary.Trim();

    /// <summary>The starts beside the rule: those of RDATE, and what ADD brought.</summary>
    private static List<LocalDateTime> Added(Standing after, Func<LocalDateTime, LocalDateTime> wall, Func<Instant, LocalDateTime> local) =>
        [
            .. after.Whole!.Additions.Select(wall),
            .. after
                .Rows.Skip(1)
                .SelectMany(r =>
                    r.Rule is null
                        ? [r.Time.Start, .. r.Additions]
                        : Expansion
                            .Starts(r.Time.Start, r.Rule, r.Time.Zone, r.Time.Start, Expansion.EndOfTime)
                            .Take(MostWrittenOut)
                            .Concat(r.Additions)
                )
                .Select(wall),
            .. after.Occurrences.Where(o => o.Value.Own is not null && !after.Rows.Any(r => r.Occurs(o.Key))).Select(o => local(o.Key)),
        ];

    /// <summary>The time as it was said; one that says the same stays as it stands.</summary>
    private static EntryTime Time(Entry entry, PlannedTime time, DateTimeZone zone)
    {
        return entry.ToldAt is not null && EntryStanding.Time(entry.Time, zone) == time ? entry.Time : Said(time, zone);
    }

    private static EntryTime Said(PlannedTime time, DateTimeZone zone)
    {
        if (time.Days > 0 && time.More == Duration.Zero && time.Start.TimeOfDay == LocalTime.Midnight)
            return new AllDayEntry(time.Start.Date, time.Start.Date.PlusDays(time.Days));
        return ReferenceEquals(zone, time.Zone)
            ? new TimedEntry(time.Start, zone.Id, time.Stretch.Length, null, Zones.TzdbVersion)
            : TimedEntry.At(time.Stretch, zone.Id);
    }

    /// <summary>What is different about an occurrence; null where only somebody's part in it is.</summary>
    private static Override? Changed(Entry series, Standing after, Instant id, LocalDateTime local, DateTimeZone zone)
    {
        var apart = after.Occurrences[id];
        if (apart is { Own: null, Cancelled: false })
            return null;
        var range = after.Ranges.GetValueOrDefault(id);
        var change = new Override(local, Cancelled: apart.Cancelled, AndFollowing: range is { Cancelled: true } or { Own: not null })
        {
            Sequence = apart.Sequence ?? 0,
            ToldAt = apart.Stamp,
        };
        if (apart.Own is not { } own)
            return change;
        var clock = Zones.Exists(own.Time.Zone.Id) ? own.Time.Zone : zone;
        var usual = EntryStanding.Time(series.Time.StartingAt(local), zone).Stretch;
        return change with
        {
            Time = own.Time.Stretch == usual ? null : Said(own.Time, clock),
            Title = Title(own.Summary) == series.Title ? null : Title(own.Summary),
            Place = own.Location == series.Place ? null : own.Location ?? "",
            Agenda = own.Text.Agenda == series.Agenda ? null : own.Text.Agenda,
            Link = own.Text.Link == series.Link ? null : own.Text.Link,
            Private = own.Text.Private && !series.Private ? true : null,
        };
    }

    /// <summary>In the order in which they stood; who is new comes last.</summary>
    private static IEnumerable<Participation> Participations(Entry entry, Standing after, Func<string, UserId> who, DateTimeZone zone)
    {
        var stood = entry.Participations.Select((p, i) => ((p.Who, p.RecurrenceId), i)).ToDictionary(p => p.Item1, p => p.i);
        return Seated(entry, after, who, zone).OrderBy(p => stood.GetValueOrDefault((p.Who, p.RecurrenceId), int.MaxValue));
    }

    private static IEnumerable<Participation> Seated(Entry entry, Standing after, Func<string, UserId> who, DateTimeZone zone)
    {
        var whole = after.Whole?.Seats ?? Seat.None;
        foreach (var (address, seat) in whole)
            yield return Seated(entry, who(address), null, seat, who);
        foreach (var id in after.Occurrences.Keys.Union(Reached(after)))
        {
            if (after.At(id) is not { } planned)
                continue;
            var local = zone.ToLocal(id);
            foreach (var (address, seat) in planned.Seats)
            {
                var own = after.ApartAt(id).Said.ContainsKey(address) || !whole.TryGetValue(address, out var usual) || usual != seat;
                if (own)
                    yield return Seated(entry, who(address), local, seat, who);
            }

            foreach (var address in whole.Keys.Where(a => !planned.Seats.ContainsKey(a)))
                yield return Seated(entry, who(address), local, whole[address], who) with
                {
                    NotAsked = true,
                };
        }
    }

    /// <summary>The occurrences that an answer "from here on" reaches.</summary>
    private static IEnumerable<Instant> Reached(Standing after)
    {
        if (
            after.Whole is not { Rule: { } rule } whole
            || after.Ranges.Where(r => !r.Value.Said.IsEmpty).Select(r => r.Key).ToList() is not [var first, ..]
        )
            return [];
        var (zone, start) = (whole.Time.Zone, whole.Time.Start);
        return Expansion
            .Starts(start, rule, zone, zone.ToLocal(first), Expansion.EndOfTime)
            .Take(MostWrittenOut)
            .Select(zone.ToInstant)
            .Where(after.Has);
    }

    /// <summary>Somebody's part, with what Corlin keeps of it beside.</summary>
    private static Participation Seated(Entry entry, UserId person, LocalDateTime? id, Seat seat, Func<string, UserId> who)
    {
        var before = entry.Participations.FirstOrDefault(p => p.Who == person && p.RecurrenceId == id)
            ?? entry.Participations.FirstOrDefault(p => p.Who == person && p.RecurrenceId is null);
        var part = (before ?? new Participation(person, seat.Role)) with { RecurrenceId = id, NotAsked = false };
        var told = part with
        {
            Role = part.Role == AttendeeRole.Resource ? part.Role : seat.Role,
            Answer = seat.Answer,
            Proposed = seat.Proposes,
            AnsweredAt = seat.AnsweredAt,
            DelegatedTo = seat.DelegatedTo is { } to ? who(to) : null,
            DelegatedFrom = seat.DelegatedFrom is { } from ? who(from) : null,
            Uninvited = seat.Uninvited,
        };
        if (told == before)
            return told;
        // Another answer is not given by whom the one before was, nor in their words.
        return (told.Answer, told.AnsweredAt, told.Proposed) == (part.Answer, part.AnsweredAt, part.Proposed)
            ? told with
            {
                Version = told.Version + 1,
            }
            : told with
            {
                Comment = null,
                AnsweredBy = told.AnsweredAt is null ? null : person,
                ByWordOfMouth = false,
                Untold = false,
                Version = told.Version + 1,
            };
    }
}
