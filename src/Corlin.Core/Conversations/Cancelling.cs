using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>What a CANCEL does (RFC 5546 3.2.5).</summary>
internal static class Cancelling
{
    /// <summary>Cancelled for all, for me alone, or others taken off; null where nothing stands that it is about.</summary>
    public static Standing? Apply(string me, Standing standing, ScheduledPart part)
    {
        var cancelled = part.Status == ScheduledStatus.Cancelled || part.Attendees.IsEmpty || part.Of(me) is not null;
        if (part.RecurrenceId is not { } id)
            return standing.Whole is null && standing.Occurrences.IsEmpty ? null
                : cancelled ? Whole(standing, part.Sequence, part.Stamp)
                : TakenOff(standing, part);
        if (!cancelled)
            return standing.At(id) is null ? null : TakenOff(standing, id, part);
        var after = standing.With(id, Cancelled(standing.ApartAt(id), part.Sequence, part.Stamp));
        if (!part.AndFollowing)
            return after;
        foreach (var (later, apart) in standing.Occurrences.Where(o => o.Key > id))
            after = after.With(later, Cancelled(apart, part.Sequence, part.Stamp));
        after = after with { Ranges = standing.Ranges.RemoveRange(standing.Ranges.Keys.Where(k => k > id)) };
        var range = standing.Ranges.GetValueOrDefault(id, Onwards.Nothing);
        return after.With(id, range with { Cancelled = true, Sequence = part.Sequence, Stamp = part.Stamp });
    }

    /// <summary>The whole, with the occurrences that are set apart.</summary>
    public static Standing Whole(Standing standing, int sequence, Instant stamp)
    {
        var after = standing with
        {
            Rows = [.. standing.Rows.Select(r => r with { Status = ScheduledStatus.Cancelled, Sequence = sequence, Stamp = stamp })],
        };
        foreach (var (id, apart) in standing.Occurrences)
            after = after.With(id, Cancelled(apart, Math.Max(apart.Sequence ?? 0, sequence), stamp));
        return after;
    }

    /// <summary>An occurrence that takes place no more; what it was is kept.</summary>
    public static Apart Cancelled(Apart apart, int sequence, Instant stamp) =>
        apart with
        {
            Cancelled = true,
            Sequence = sequence,
            Stamp = stamp,
        };

    private static Standing TakenOff(Standing standing, ScheduledPart part) =>
        standing.Whole is not { } whole
            ? standing
            : standing.With(
                whole with
                {
                    Seats = whole.Seats.RemoveRange(part.Attendees.Select(a => a.Address)),
                    Sequence = part.Sequence,
                    Stamp = part.Stamp,
                }
            );

    private static Standing TakenOff(Standing standing, Instant id, ScheduledPart part)
    {
        var planned = standing.At(id)!;
        var own = planned with { Seats = planned.Seats.RemoveRange(part.Attendees.Select(a => a.Address)) };
        return standing.With(id, standing.ApartAt(id) with { Own = own, Said = Seat.None, Sequence = part.Sequence, Stamp = part.Stamp });
    }
}
