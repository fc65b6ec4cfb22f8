using Corlin.Core.Meetings;

namespace Corlin.Core.Conversations;

/// <summary>Decides what comes of a scheduling message: (what stands, message) → (what stands, what goes out). RFC 5546.</summary>
public static class Receiving
{
    /// <summary>
    /// A message with several events is one: it waits as a whole where one of them does, and is ignored where all of them are. The series
    /// comes before its occurrences, in whatever order they are told.
    /// </summary>
    public static Outcome Receive(this Conversation stands, ReceivedMessage message)
    {
        if (message.Method is not { } method || message.Parts.IsEmpty)
            return Outcome.Waiting(stands, WaitReason.NotUnderstood);
        if (!message.Vouched)
            return Outcome.Waiting(stands, WaitReason.NotVouched);
        var after = Outcome.Ignoring(stands);
        foreach (var part in message.Parts.OrderBy(p => p.RecurrenceId is null ? 0 : 1).ThenBy(p => p.RecurrenceId))
        {
            var next = One(after.After, stands, message.Sender, method, part);
            if (next.Reception == Reception.Waits)
                return Outcome.Waiting(stands, next.Why);
            if (next.Reception == Reception.Applied)
                after = Outcome.Applying(next.After, after.Sent.AddRange(next.Sent));
        }

        return after;
    }

    private static Outcome One(Conversation now, Conversation before, string sender, SchedulingMethod method, ScheduledPart part) =>
        method.IsFromAttendee()
            ? FromAttendees.Receive(now, sender, method, part)
            : FromOrganisers.Receive(now, before, sender, method, part);
}
