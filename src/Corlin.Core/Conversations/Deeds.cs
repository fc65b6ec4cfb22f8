using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>What one does oneself: with invitations of others, and as the organiser (RFC 5546 3.2).</summary>
/// <remarks>A deed about what does not stand, or is not one's to do, changes nothing and sends nothing.</remarks>
public static class Deeds
{
    /// <summary>Answers an invitation, with another time where one is proposed.</summary>
    public static Outcome Give(this Conversation stands, string uid, Instant? recurrenceId, Answer answer, Stretch? proposes)
    {
        if (Invitation(stands, uid, recurrenceId) is not var (standing, planned))
            return Outcome.Applying(stands);
        var after = Seats.Change(standing, recurrenceId, false, stands.Me, s => s! with { Answer = answer, DelegatedTo = null });
        var method = proposes is null ? SchedulingMethod.Reply : SchedulingMethod.Counter;
        return Outcome.Applying(stands.With(after), new SentMessage(method, [planned.Organiser], uid, recurrenceId, planned.Sequence));
    }

    /// <summary>Sends somebody else: the organiser is told, and they are asked.</summary>
    public static Outcome DelegateTo(this Conversation stands, string uid, Instant? recurrenceId, string to)
    {
        if (Invitation(stands, uid, recurrenceId) is not var (standing, planned) || to == stands.Me || to == planned.Organiser)
            return Outcome.Applying(stands);
        var after = Seats.Change(standing, recurrenceId, false, stands.Me, s => s! with { Answer = Answer.Delegated, DelegatedTo = to });
        after = Seats.Change(after, recurrenceId, false, to, s => (s ?? Seat.Asked) with { DelegatedFrom = stands.Me, Uninvited = false });
        return Outcome.Applying(
            stands.With(after),
            new SentMessage(SchedulingMethod.Reply, [planned.Organiser], uid, recurrenceId, planned.Sequence),
            new SentMessage(SchedulingMethod.Request, [to], uid, recurrenceId, planned.Sequence)
        );
    }

    /// <summary>Takes the time that an attendee proposed: it moves there, and they count as accepting.</summary>
    public static Outcome AcceptProposal(this Conversation stands, string uid, Instant? recurrenceId, string of, Instant now)
    {
        if (Organised(stands, uid, recurrenceId) is not var (_, planned) || planned.Seats.GetValueOrDefault(of)?.Proposes is not { } time)
            return Outcome.Applying(stands);
        var moved = Move(stands, uid, recurrenceId, time, now);
        var after = Seats.Change(moved.After.Events[uid], recurrenceId, false, of, s =>
            s! with
            {
                Answer = Answer.Accepted,
                DelegatedTo = null,
            }
        );
        return moved with { After = moved.After.With(after) };
    }

    /// <summary>Keeps the time; who proposed another is told, they alone.</summary>
    public static Outcome RefuseProposal(this Conversation stands, string uid, Instant? recurrenceId, string of)
    {
        if (Organised(stands, uid, recurrenceId) is not var (standing, planned) || planned.Seats.GetValueOrDefault(of)?.Proposes is null)
            return Outcome.Applying(stands);
        return Outcome.Applying(
            stands.With(Seats.Change(standing, recurrenceId, false, of, s => s! with { Proposes = null })),
            new SentMessage(SchedulingMethod.DeclineCounter, [of], uid, recurrenceId, planned.Sequence)
        );
    }

    /// <summary>Moves a meeting, or one occurrence of it; everyone is asked anew.</summary>
    public static Outcome Move(this Conversation stands, string uid, Instant? recurrenceId, Stretch to, Instant now)
    {
        if (Organised(stands, uid, recurrenceId) is not var (standing, planned))
            return Outcome.Applying(stands);
        var sequence = planned.Sequence + 1;
        var moved = planned with
        {
            Time = PlannedTime.Of(to, planned.Time.Zone),
            Sequence = sequence,
            Stamp = now,
            MovedAt = sequence,
            Seats = planned.Seats.ToImmutableSortedDictionary(
                s => s.Key,
                s => s.Key == stands.Me ? s.Value : AskedAnew(s.Value),
                StringComparer.Ordinal
            ),
        };
        var after = recurrenceId is { } id
            ? standing.With(id, new Apart(moved, false, sequence, now, Seat.None))
            : standing.With(moved).Fitted();
        return Outcome.Applying(stands.With(after), ToAll(stands, SchedulingMethod.Request, uid, recurrenceId, moved));
    }

    /// <summary>Cancels a meeting or one occurrence of it; everyone is told, whatever they answered.</summary>
    public static Outcome Cancel(this Conversation stands, string uid, Instant? recurrenceId, Instant now)
    {
        if (Organised(stands, uid, recurrenceId) is not var (standing, planned))
            return Outcome.Applying(stands);
        var sequence = planned.Sequence + 1;
        var after = recurrenceId is { } id
            ? standing.With(id, Cancelling.Cancelled(standing.ApartAt(id), sequence, now))
            : Cancelling.Whole(standing, sequence, now);
        var told = planned with { Sequence = sequence };
        return Outcome.Applying(stands.With(after), ToAll(stands, SchedulingMethod.Cancel, uid, recurrenceId, told));
    }

    /// <summary>Invites more people to the whole; the others keep their answers.</summary>
    public static Outcome Invite(this Conversation stands, string uid, ImmutableArray<string> people)
    {
        if (Organised(stands, uid, null) is not var (standing, planned))
            return Outcome.Applying(stands);
        var added = people.Where(p => p != stands.Me && planned.Seats.GetValueOrDefault(p) is null or { Uninvited: true }).Distinct();
        var invited = added.ToImmutableArray();
        var after = standing;
        foreach (var who in invited)
            after = InEach(after, seats => seats.SetItem(who, (seats.GetValueOrDefault(who) ?? Seat.Asked) with { Uninvited = false }));
        return invited.IsEmpty
            ? Outcome.Applying(stands)
            : Outcome.Applying(stands.With(after), new SentMessage(SchedulingMethod.Request, invited, uid, null, planned.Sequence));
    }

    /// <summary>Takes people off; they alone are told.</summary>
    public static Outcome Remove(this Conversation stands, string uid, ImmutableArray<string> people)
    {
        if (Organised(stands, uid, null) is not var (standing, planned))
            return Outcome.Applying(stands);
        var removed = people.Where(planned.Seats.ContainsKey).Distinct().ToImmutableArray();
        var after = InEach(standing, seats => seats.RemoveRange(removed));
        return removed.IsEmpty
            ? Outcome.Applying(stands)
            : Outcome.Applying(stands.With(after), new SentMessage(SchedulingMethod.Cancel, removed, uid, null, planned.Sequence));
    }

    private static (Standing, Planned)? Invitation(Conversation stands, string uid, Instant? id) =>
        stands.Events.GetValueOrDefault(uid) is { } standing
        && standing.At(id) is { } planned
        && planned.Organiser != stands.Me
        && planned.Seats.ContainsKey(stands.Me)
            ? (standing, planned)
            : null;

    /// <summary>What one organises oneself and has not cancelled.</summary>
    private static (Standing, Planned)? Organised(Conversation stands, string uid, Instant? id) =>
        stands.Events.GetValueOrDefault(uid) is { } standing
        && standing.At(id) is { Status: not ScheduledStatus.Cancelled } planned
        && planned.Organiser == stands.Me
            ? (standing, planned)
            : null;

    private static Seat AskedAnew(Seat seat) =>
        seat with
        {
            Answer = seat.Answer == Answer.Delegated ? Answer.Delegated : Answer.None,
            Proposes = null,
        };

    /// <summary>Changes the people of the whole and of what has people of its own.</summary>
    private static Standing InEach(
        Standing standing,
        Func<ImmutableSortedDictionary<string, Seat>, ImmutableSortedDictionary<string, Seat>> change
    ) =>
        standing with
        {
            Rows = [.. standing.Rows.Select(r => r with { Seats = change(r.Seats) })],
            Occurrences = standing.Occurrences.ToImmutableSortedDictionary(
                o => o.Key,
                o => o.Value.Own is { } own ? o.Value with { Own = own with { Seats = change(own.Seats) } } : o.Value
            ),
        };

    /// <summary>To all who are invited.</summary>
    private static SentMessage ToAll(Conversation stands, SchedulingMethod method, string uid, Instant? id, Planned planned) =>
        new(method, [.. planned.Seats.Where(s => !s.Value.Uninvited && s.Key != stands.Me).Select(s => s.Key)], uid, id, planned.Sequence);
}
