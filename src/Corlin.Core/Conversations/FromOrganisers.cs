using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>What organisers send: REQUEST, PUBLISH, ADD, CANCEL and DECLINECOUNTER (RFC 5546 3.2.1 to 3.2.5, 3.2.8).</summary>
internal static class FromOrganisers
{
    /// <param name="before">What stood before the first event of the same message.</param>
    public static Outcome Receive(Conversation now, Conversation before, string sender, SchedulingMethod method, ScheduledPart part)
    {
        if (part.Organiser is not { } organiser || (sender != organiser && (sender != part.OrganiserSentBy || organiser == now.Me)))
            return Outcome.Waiting(now, WaitReason.NotTheOrganiser);
        var standing = now.Events.GetValueOrDefault(part.Uid);
        if (standing is not null && standing.Organiser != organiser)
            return Outcome.Waiting(now, WaitReason.AnotherOrganiser);
        var makes = method is SchedulingMethod.Request or SchedulingMethod.Publish;
        if (standing is null && !makes)
            return Outcome.Waiting(now, WaitReason.NothingStands);
        if (method is SchedulingMethod.Request or SchedulingMethod.Publish or SchedulingMethod.Add && part.Time is null)
            return Outcome.Waiting(now, WaitReason.NotUnderstood);
        standing ??= Standing.Empty(part.Uid);
        if (method == SchedulingMethod.Add)
            return Added(now, standing, part);
        if (
            IsOld(part, standing.OrderAt(part.RecurrenceId))
            || (method == SchedulingMethod.DeclineCounter && WasRefused(now.Me, standing, part))
        )
            return Outcome.Ignoring(now);
        var after = method switch
        {
            SchedulingMethod.Cancel => Cancelling.Apply(now.Me, standing, part),
            SchedulingMethod.DeclineCounter => Declined(now.Me, standing, part),
            _ => Asked(now, standing, before.Events.GetValueOrDefault(part.Uid), part, method == SchedulingMethod.Publish),
        };
        return after is null ? Outcome.Waiting(now, WaitReason.NothingStands) : Outcome.Applying(now.With(after));
    }

    /// <summary>By SEQUENCE, then DTSTAMP; what came when says nothing (RFC 5546 2.1.5).</summary>
    private static bool IsOld(ScheduledPart part, (int Sequence, Instant Stamp)? stands) =>
        stands is var (sequence, stamp) && (part.Sequence < sequence || (part.Sequence == sequence && part.Stamp <= stamp));

    private static bool WasRefused(string me, Standing standing, ScheduledPart part) =>
        part.Stamp <= standing.At(part.RecurrenceId)?.Seats.GetValueOrDefault(me)?.RefusedAt;

    private static Standing Asked(Conversation now, Standing standing, Standing? before, ScheduledPart part, bool published)
    {
        var old = before?.At(part.RecurrenceId);
        var planned = OurAnswers(now, old, Planned.Of(part, published ? old?.Seats ?? Seat.None : Seat.All(part)));
        if (part.RecurrenceId is not { } id)
            return now.Ours.Aggregate(Living(standing).With(planned).Fitted(), (after, who) => AskedAnew(who, standing, after));
        var after = standing.With(
            id,
            new Apart(planned, planned.Status == ScheduledStatus.Cancelled, part.Sequence, part.Stamp, Seat.None)
        );
        if (!part.AndFollowing)
            return after;
        // Those that are set apart already stay as they are, and what held further on holds no more.
        after = Frozen(after, id) with { Ranges = standing.Ranges.RemoveRange(standing.Ranges.Keys.Where(k => k > id)) };
        return after.With(id, new Onwards(planned, false, part.Sequence, part.Stamp, Seat.None));
    }

    /// <summary>What was answered of single occurrences stands where they did not move with the series.</summary>
    private static Standing AskedAnew(string who, Standing before, Standing after)
    {
        foreach (var (id, apart) in after.Occurrences.Where(o => o.Value.Own is null && o.Value.Said.ContainsKey(who)))
        {
            if (before.At(id)?.Time.Stretch != after.At(id)?.Time.Stretch)
                after = after.With(id, apart with { Said = apart.Said.SetItem(who, Seat.Asked) });
        }

        return after;
    }

    /// <summary>Where the whole was cancelled and lives again, what was cancelled with it is as the series has it.</summary>
    private static Standing Living(Standing standing) =>
        standing.Whole is { Status: ScheduledStatus.Cancelled } whole
            ? standing with
            {
                Occurrences = standing.Occurrences.RemoveRange(
                    standing.Occurrences.Where(o => o.Value.Cancelled && o.Value.Stamp == whole.Stamp).Select(o => o.Key)
                ),
            }
            : standing;

    /// <summary>What was answered stands where the times are the same, whatever the message says; what moved is asked anew.</summary>
    private static Planned OurAnswers(Conversation now, Planned? old, Planned planned) =>
        now.Ours.Aggregate(planned, (asked, who) => Answer(who, old, asked));

    private static Planned Answer(string who, Planned? old, Planned planned)
    {
        if (old?.Seats.GetValueOrDefault(who) is not { } seat || planned.Seats.GetValueOrDefault(who) is not { } told)
            return planned;
        var same = planned.HappensWith(old);
        return planned with
        {
            MovedAt = same ? old.MovedAt : planned.Sequence,
            Seats = planned.Seats.SetItem(
                who,
                (same ? seat : Seat.Asked with { DelegatedFrom = seat.DelegatedFrom }) with
                {
                    Role = told.Role,
                }
            ),
        };
    }

    private static Standing Frozen(Standing standing, Instant from)
    {
        foreach (var (id, apart) in standing.Occurrences.Where(o => o.Key > from && o.Value.Own is null))
            standing = standing.With(id, apart with { Own = standing.At(id) });
        return standing;
    }

    /// <summary>A refused proposal moves nothing; that it was refused is noted, so that it is known again.</summary>
    private static Standing? Declined(string me, Standing standing, ScheduledPart part) =>
        standing.At(part.RecurrenceId) is not { } planned ? null
        : !planned.Seats.ContainsKey(me) ? standing
        : Seats.Change(standing, part.RecurrenceId, false, me, s => s! with { RefusedAt = part.Stamp });

    private static Outcome Added(Conversation now, Standing standing, ScheduledPart part)
    {
        var planned = Planned.Of(part, Seat.All(part));
        if (part.Rule is not null || !part.Additions.IsEmpty)
        {
            if (
                standing.Rows.Any(r => r.Time.Stretch == planned.Time.Stretch && IsOld(part, (r.Sequence, r.Stamp)))
                || IsOlder(part, standing)
            )
                return Outcome.Ignoring(now);
            return Outcome.Applying(now.With(standing with { Rows = standing.Rows.Add(planned) }));
        }

        var id = planned.Time.Stretch.Start;
        var order = standing.OrderAt(id);
        if (order is null ? IsOlder(part, standing) : IsOld(part, order))
            return Outcome.Ignoring(now);
        var kept = standing.Has(id) ? OurAnswers(now, standing.At(id), planned) : planned;
        return Outcome.Applying(now.With(standing.With(id, new Apart(kept, false, part.Sequence, part.Stamp, Seat.None))));
    }

    private static bool IsOlder(ScheduledPart part, Standing standing) => standing.Whole is { } whole && part.Sequence < whole.Sequence;
}
