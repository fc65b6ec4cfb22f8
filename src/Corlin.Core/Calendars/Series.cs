using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>A series taken apart for the questions that are asked of it.</summary>
internal sealed class Series
{
    private readonly Entry entry;
    private readonly DateTimeZone ownerZone;
    private readonly DateTimeZone? zone;
    private readonly IReadOnlySet<LocalDateTime> exceptions;
    private readonly Dictionary<LocalDateTime, Override> single = [];
    private readonly Override[] ranges;

    /// <param name="ownerZone">By which what takes whole days begins and ends.</param>
    public Series(Entry entry, DateTimeZone ownerZone)
    {
        this.entry = entry;
        this.ownerZone = ownerZone;
        zone = entry.Time.WallZone;
        exceptions = entry.Exceptions.IsEmpty ? ImmutableHashSet<LocalDateTime>.Empty : entry.Exceptions.ToHashSet();
        foreach (var changed in entry.Overrides)
            if (!changed.AndFollowing)
                single[changed.RecurrenceId] = changed;
        ranges = [.. entry.Overrides.Where(o => o.AndFollowing).OrderBy(o => o.RecurrenceId)];
    }

    /// <summary>The occurrences that touch a span, in order, at most <see cref="Expansion.Most"/>.</summary>
    public IEnumerable<Occurrence> In(Stretch span) =>
        Moved(span).Concat(AsTheRuleSays(span)).Take(Expansion.Most).OrderBy(o => o.Stretch.Start).ThenBy(o => o.RecurrenceId);

    /// <summary>The occurrence that was first to start then on the wall clock; null where there is none, or it is cancelled.</summary>
    public Occurrence? Find(LocalDateTime id)
    {
        if (single.TryGetValue(id, out var changed))
            return changed.Cancelled ? null : At(id, changed);
        if (exceptions.Contains(id))
            return null;
        return Is(id) && At(id, null) is { Change: not { Cancelled: true } } found ? found : null;
    }

    /// <summary>The recurrence ids within a span of the wall clock, in order, whatever became of them.</summary>
    public IEnumerable<LocalDateTime> Ids(LocalDateTime from, LocalDateTime to)
    {
        var own = entry.Additions.Select(a => a.Start).Where(a => a >= from && a < to);
        // Without a rule the start itself is the first of the dates (RFC 5545 3.8.5.2).
        if (entry.Rule is null)
            own = own.Append(entry.Time.LocalStart).Where(a => a >= from && a < to);
        var added = own.ToHashSet();
        if (entry.Rule is null)
            return added.Order();
        var ruled = Expansion.Starts(entry.Time.LocalStart, entry.Rule, zone, from, to);
        return added.Count == 0 ? ruled : Merge(ruled, added);
    }

    private static IEnumerable<LocalDateTime> Merge(IEnumerable<LocalDateTime> ruled, HashSet<LocalDateTime> added)
    {
        var waiting = new Queue<LocalDateTime>(added.Order());
        foreach (var id in ruled)
        {
            while (waiting.TryPeek(out var next) && next < id)
                yield return waiting.Dequeue();
            if (waiting.TryPeek(out var same) && same == id)
                waiting.Dequeue();
            yield return id;
        }

        while (waiting.TryDequeue(out var next))
            yield return next;
    }

    private bool Is(LocalDateTime id) => Ids(id, id.PlusSeconds(1)).Any();

    private IEnumerable<Occurrence> Moved(Stretch span)
    {
        foreach (var changed in single.Values)
        {
            if (changed.Cancelled || changed.Time is null)
                continue;
            var moved = At(changed.RecurrenceId, changed);
            if (Occurrences.Touches(moved.Stretch, span))
                yield return moved;
        }
    }

    private IEnumerable<Occurrence> AsTheRuleSays(Stretch span)
    {
        var (from, to) = Wall(span);
        foreach (var id in Ids(from, to))
        {
            if (exceptions.Contains(id))
                continue;
            single.TryGetValue(id, out var changed);
            if (changed is { Cancelled: true } or { Time: not null })
                continue;
            var found = At(id, changed);
            if (Occurrences.Touches(found.Stretch, span) && found.Change is not { Cancelled: true })
                yield return found;
        }
    }

    /// <summary>A stretch outside which nothing of the series lies; without end it reaches to the end of time.</summary>
    public Stretch Extent()
    {
        var (length, back, forth) = Reach();
        var ids = entry.Additions.Select(a => a.Start).Append(entry.Time.LocalStart).ToList();
        if (entry.Rule is { Ends: true } rule && Expansion.Last(entry.Time.LocalStart, rule, zone) is { } last)
            ids.Add(last);
        var first = entry.Time.StartingAt(ids.Min()).ToStretch(ownerZone).Start - forth;
        return new Stretch(
            first,
            entry.Rule is { Ends: false } ? Instant.MaxValue : entry.Time.StartingAt(ids.Max()).ToStretch(ownerZone).Start + length + back
        );
    }

    /// <summary>The wall-clock span in which a recurrence id must lie for its occurrence to touch the span.</summary>
    private (LocalDateTime From, LocalDateTime To) Wall(Stretch span)
    {
        // Two days take up any offset; lengths and moves are added, the exact test follows.
        var (length, back, forth) = Reach();
        return (Local(span.Start, -(length + back + Duration.FromDays(2))), Local(span.End, forth + Duration.FromDays(2)));
    }

    /// <summary>The greatest length, and by how much ranges move occurrences later and earlier at most.</summary>
    private (Duration Length, Duration Later, Duration Earlier) Reach()
    {
        var length = entry.Time.ToStretch(ownerZone).Length;
        foreach (var added in entry.Additions)
            if (added.Length is { } own && own > length)
                length = own;
        var (later, earlier) = (Duration.Zero, Duration.Zero);
        foreach (var range in ranges)
        {
            if (range.Time is not { } time)
                continue;
            length = Duration.Max(length, time.ToStretch(ownerZone).Length);
            // Another zone than that of the series makes up to a day of difference.
            var shift = Shift(range.RecurrenceId, time);
            later = Duration.Max(later, shift + Duration.FromDays(1));
            earlier = Duration.Max(earlier, -shift + Duration.FromDays(1));
        }

        return (length, later, earlier);
    }

    private static LocalDateTime Local(Instant moment, Duration by)
    {
        var wanted = (moment - Instant.FromUnixTimeTicks(0)) + by;
        var (least, most) = (Instant.MinValue - Instant.FromUnixTimeTicks(0), Instant.MaxValue - Instant.FromUnixTimeTicks(0));
        return (Instant.FromUnixTimeTicks(0) + Duration.Max(least, Duration.Min(most, wanted))).InUtc().LocalDateTime;
    }

    private Occurrence At(LocalDateTime id, Override? changed)
    {
        // One of the range's own occurrences that was changed otherwise keeps what was said of it alone.
        var range = Array.FindLast(ranges, r => r.RecurrenceId <= id);
        var time = changed?.Time ?? (range?.Time is { } moved ? Moved(id, range.RecurrenceId, moved) : Unmoved(id));
        var effective = (changed, range) switch
        {
            (null, _) => range,
            (_, null) => changed,
            _ => changed with
            {
                Title = changed.Title ?? range.Title,
                Place = changed.Place ?? range.Place,
                Agenda = changed.Agenda ?? range.Agenda,
                Link = changed.Link ?? range.Link,
                Private = changed.Private ?? range.Private,
                Takes = changed.Takes ?? range.Takes,
            },
        };
        return new Occurrence(entry, id, time, time.ToStretch(ownerZone), effective);
    }

    private EntryTime Unmoved(LocalDateTime id)
    {
        var time = entry.Time.StartingAt(id);
        foreach (var added in entry.Additions)
            if (added.Start == id && added.Length is { } length && time is TimedEntry timed)
                return timed with { Length = length };
        return time;
    }

    private static EntryTime Moved(LocalDateTime id, LocalDateTime first, EntryTime to) =>
        to.StartingAt(to.LocalStart + Period.Between(first, id, PeriodUnits.Days | PeriodUnits.AllTimeUnits));

    private static Duration Shift(LocalDateTime id, EntryTime to) => to.LocalStart.InUtc().ToInstant() - id.InUtc().ToInstant();
}
