using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Core.Conversations;

/// <summary>What attendees send: REPLY, COUNTER and REFRESH (RFC 5546 3.2.3, 3.2.6, 3.2.7).</summary>
internal static class FromAttendees
{
    /// <summary>What comes of a message from an attendee: REPLY, COUNTER or REFRESH (RFC 5546 3.2.3, 3.2.7, 3.2.6).</summary>
    public static Outcome Receive(Conversation stands, string sender, SchedulingMethod method, ScheduledPart part)
    {
        // Whatever it says of others, only what its sender says of themselves counts, or of whom they send for.
        if ((part.Of(sender) ?? part.Attendees.FirstOrDefault(a => a.SentBy == sender)) is not { } line)
            return Outcome.Waiting(stands, WaitReason.NotTheAttendee);
        if (!stands.Events.TryGetValue(part.Uid, out var standing) || standing.At(part.RecurrenceId) is not { } planned)
            return Outcome.Waiting(stands, WaitReason.NothingStands);
        if (part.Organiser is { } organiser && organiser != planned.Organiser)
            return Outcome.Waiting(stands, WaitReason.AnotherOrganiser);
        var seat = planned.Seats.GetValueOrDefault(line.Address);
        var mine = planned.Organiser == stands.Me;
        if (seat is null or { Uninvited: true } && (method != SchedulingMethod.Reply || !mine))
            return Outcome.Waiting(stands, WaitReason.NotInvited);
        return method == SchedulingMethod.Refresh
            ? mine
                ? Outcome.Applying(stands, Current(standing, planned, part, line.Address))
                : Outcome.Waiting(stands, WaitReason.NothingStands)
            : Answered(stands, standing, planned, method, part, line);
    }

    /// <summary>How it stands now, for who asked.</summary>
    private static SentMessage Current(Standing standing, Planned planned, ScheduledPart part, string asker) =>
        new(
            planned.Status == ScheduledStatus.Cancelled ? SchedulingMethod.Cancel : SchedulingMethod.Request,
            [asker],
            standing.Uid,
            part.RecurrenceId,
            planned.Sequence
        );

    private static Outcome Answered(
        Conversation stands,
        Standing standing,
        Planned planned,
        SchedulingMethod method,
        ScheduledPart part,
        AttendeeLine line
    )
    {
        if (part.Sequence < planned.MovedAt || part.Stamp <= Seats.LastAnswer(standing, part.RecurrenceId, line.Address))
            return Outcome.Ignoring(stands);
        var seat = planned.Seats.GetValueOrDefault(line.Address) ?? Seat.Asked with { Uninvited = true, Role = AttendeeRole.Optional };
        var delegated = line.DelegatedTo is not null || line.Answer == Answer.Delegated;
        var proposed = method == SchedulingMethod.Counter && part.Time is { } time && time.Stretch != planned.Time.Stretch;
        var answered = seat with
        {
            Answer = delegated ? Answer.Delegated : line.Answer,
            DelegatedTo = delegated ? line.DelegatedTo : null,
            Proposes = proposed ? part.Time!.Stretch : null,
            AnsweredAt = part.Stamp,
        };
        Seat Delegate(string to)
        {
            var known = planned.Seats.GetValueOrDefault(to, Seat.Asked with { Role = seat.Role });
            return known with { DelegatedFrom = line.Address, Uninvited = false };
        }

        var after = Seats.Change(standing, part.RecurrenceId, part.AndFollowing, line.Address, _ => answered);
        // Who claims to come for somebody who did not name them stays uninvited.
        if (delegated && line.DelegatedTo is { } other && other != line.Address && !answered.Uninvited)
            after = Seats.Change(after, part.RecurrenceId, part.AndFollowing, other, _ => Delegate(other));
        return Outcome.Applying(stands.With(after));
    }
}
