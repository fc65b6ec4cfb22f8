using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Editing;

/// <summary>Entries that are tied to another: where they stand follows from where that one does, however it came there.</summary>
public static class Ties
{
    /// <summary>A tied entry as it stands now; null where nothing about it is different.</summary>
    /// <param name="to">What it is tied to.</param>
    /// <param name="ownerZone">The zone of the lane's owner.</param>
    /// <remarks>
    /// Tied to a series it is a series itself, with the same occurrences left out and moved. Where no rule says that (papers due two days
    /// before the last working day of a month) it stays where it was.
    /// </remarks>
    public static Entry? Follow(Entry tied, Entry to, DateTimeZone ownerZone, Instant now)
    {
        if (tied is not { Tie: { } tie, Kind: EntryKind.Appointment, Time: TimedEntry own })
            return null;
        var occurrence = tie.RecurrenceId is null
            ? new Occurrence(to, null, to.Time, to.Time.ToStretch(ownerZone))
            : Occurrences.Find(to, tie.RecurrenceId, ownerZone);
        if (occurrence is null || Agreement.On(occurrence, tied.Owner, now) is null)
            return tied.Status == MeetingStatus.Cancelled ? null : tied with { Status = MeetingStatus.Cancelled };
        var next = tied with
        {
            Status = MeetingStatus.Sent,
            Title = tie.Words is { } words ? $"{words}: {occurrence.Title}" : tied.Title,
            Private = tied.Private || to.Private || Agreement.Of(to, tied.Owner, tie.RecurrenceId) is { OwnPrivate: true },
            Time = At(occurrence.Time, tie, own, ownerZone),
        };
        if (tie.RecurrenceId is null && to.IsSeries)
        {
            if (WithSeries(next, to, tie, own, ownerZone) is not { } series)
                return null;
            next = series;
        }

        return Differs(tied, next) ? next : null;
    }

    /// <summary>The tie of an entry that was moved by hand: as far from the other as it stands now.</summary>
    public static Tie AsItStands(Entry tied, Entry to, DateTimeZone ownerZone)
    {
        var tie = tied.Tie!;
        var time = tie.RecurrenceId is null ? to.Time : Occurrences.Find(to, tie.RecurrenceId, ownerZone)?.Time ?? to.Time;
        var start = (time.WallZone ?? ownerZone).ToLocal(tied.Time.ToStretch(ownerZone).Start);
        var gap = tie.Kind == TieKind.Debrief ? Between(End(time, ownerZone), start) : Between(start, time.LocalStart);
        return tie with { Gap = gap };
    }

    private static TimedEntry At(EntryTime time, Tie tie, TimedEntry own, DateTimeZone ownerZone)
    {
        var seconds = (long)tie.Gap.TotalSeconds;
        var start = tie.Kind == TieKind.Debrief ? End(time, ownerZone).PlusSeconds(seconds) : time.LocalStart.PlusSeconds(-seconds);
        return new TimedEntry(start, (time.WallZone ?? ownerZone).Id, own.Length, null, Zones.TzdbVersion);
    }

    private static LocalDateTime End(EntryTime time, DateTimeZone ownerZone) =>
        (time.WallZone ?? ownerZone).ToLocal(time.ToStretch(ownerZone).End);

    private static Duration Between(LocalDateTime from, LocalDateTime to) =>
        Duration.FromSeconds(Period.Between(from, to, PeriodUnits.Seconds).Seconds);

    private static Entry? WithSeries(Entry next, Entry to, Tie tie, TimedEntry own, DateTimeZone ownerZone)
    {
        var (first, start) = (to.Time.LocalStart, next.Time.LocalStart);
        var seconds = (long)Between(first, start).TotalSeconds;
        LocalDateTime By(LocalDateTime id) => id.PlusSeconds(seconds);
        Rule? rule = null;
        if (to.Rule is not null && (rule = RuleShift.By(to.Rule, Period.DaysBetween(first.Date, start.Date), seconds)) is null)
            return null;
        var gone = to
            .Overrides.Where(o => o.Cancelled)
            .Select(o => o.RecurrenceId)
            .Concat(
                to.Participations.Where(p =>
                        p.Who == next.Owner && p.RecurrenceId is not null && (p.NotAsked || p.Answer is Answer.Declined or Answer.Delegated)
                    )
                    .Select(p => p.RecurrenceId!.Value)
            );
        var said = gone.Distinct()
            .Select(id => new Override(By(id), Cancelled: true))
            .Concat(
                to.Overrides.Where(o => o is { Cancelled: false, Time: not null })
                    .Select(o => new Override(By(o.RecurrenceId), At(o.Time!, tie, own, ownerZone), AndFollowing: o.AndFollowing))
            )
            .DistinctBy(o => (o.RecurrenceId, o.AndFollowing))
            .ToList();
        // What was done by hand to single ones holds as long as the series stands where it stood.
        var same = rule?.ToString() == next.Rule?.ToString();
        var byHand = same
            ? next.Overrides.Where(o =>
                said.All(s => s.RecurrenceId != o.RecurrenceId) && to.Overrides.All(s => By(s.RecurrenceId) != o.RecurrenceId)
            )
            : [];
        return next with
        {
            Rule = rule,
            Additions = [.. to.Additions.Select(a => new Addition(By(a.Start)))],
            Exceptions = [.. to.Exceptions.Select(By)],
            Overrides = [.. said.Concat(byHand).OrderBy(o => o.RecurrenceId)],
        };
    }

    private static bool Differs(Entry was, Entry next) =>
        was.Status != next.Status
        || was.Title != next.Title
        || was.Private != next.Private
        || !was.Time.SaysTheSame(next.Time)
        || was.Rule?.ToString() != next.Rule?.ToString()
        || !was.Additions.SequenceEqual(next.Additions)
        || !was.Exceptions.SequenceEqual(next.Exceptions)
        || !was.Overrides.SequenceEqual(next.Overrides, SaysTheSame.Instance);

    private sealed class SaysTheSame : IEqualityComparer<Override>
    {
        /// <summary>The one that there is.</summary>
        public static readonly SaysTheSame Instance = new();

        /// <inheritdoc/>
        public bool Equals(Override? x, Override? y) =>
            x is null || y is null
                ? x is null && y is null
                : (x.Time, y.Time) switch
                {
                    (null, null) => x == y,
                    ({ } one, { } other) => one.SaysTheSame(other) && x with { Time = null } == y with { Time = null },
                    _ => false,
                };

        /// <inheritdoc/>
        public int GetHashCode(Override obj) => obj.RecurrenceId.GetHashCode();
    }
}
