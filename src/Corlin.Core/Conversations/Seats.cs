using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>The parts of attendees in what stands.</summary>
internal static class Seats
{
    /// <summary>DTSTAMP of the last answer that counted to the whole, or to one occurrence by itself.</summary>
    public static Instant? LastAnswer(Standing standing, Instant? recurrenceId, string who) =>
        recurrenceId is { } id
            ? standing.ApartAt(id).Said.GetValueOrDefault(who)?.AnsweredAt
            : standing.Whole?.Seats.GetValueOrDefault(who)?.AnsweredAt;

    /// <summary>Changes somebody's seat of the whole or of one occurrence, which is then set apart.</summary>
    /// <param name="andFollowing">Also of all later ones, those that are set apart already among them.</param>
    /// <param name="change">From the seat as it was; null where they had none.</param>
    public static Standing Change(Standing standing, Instant? recurrenceId, bool andFollowing, string who, Func<Seat?, Seat> change)
    {
        if (recurrenceId is not { } id)
        {
            var whole = standing.Whole!;
            return standing.With(whole with { Seats = whole.Seats.SetItem(who, change(whole.Seats.GetValueOrDefault(who))) });
        }

        Apart Changed(Instant at)
        {
            var apart = standing.ApartAt(at);
            return apart with { Said = apart.Said.SetItem(who, change(standing.At(at)!.Seats.GetValueOrDefault(who))) };
        }

        var after = standing.With(id, Changed(id));
        if (!andFollowing)
            return after;
        var range = standing.Ranges.GetValueOrDefault(id, Onwards.Nothing);
        after = after.With(id, range with { Said = range.Said.SetItem(who, after.At(id)!.Seats[who]) });
        foreach (var (from, later) in standing.Ranges.Where(r => r.Key > id))
            after = after.With(from, later with { Said = later.Said.Remove(who) });
        foreach (var later in standing.Occurrences.Keys.Where(k => k > id))
            after = after.With(later, Changed(later));
        return after;
    }
}
