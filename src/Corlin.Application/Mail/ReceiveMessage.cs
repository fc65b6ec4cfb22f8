using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Mail;

/// <summary>What became of a message that came in.</summary>
public enum Received
{
    Applied,

    /// <summary>The same message was taken in before.</summary>
    Repeated,

    /// <summary>It answers an older state of the meeting.</summary>
    Outdated,

    /// <summary>It is filed with the message that it answers in words.</summary>
    Filed,

    /// <summary>It waits in the pile: not from who it says, or about nothing known.</summary>
    Waits,
}

/// <summary>Takes in an answer or a proposed time from outside (REPLY, COUNTER; RFC 5546 3.2.3, 3.2.7).</summary>
public sealed record ReceiveMessage(IncomingMessage Message) : IChange<Received>
{
    public Received Apply(IChangeSession session)
    {
        if (Message.Method is not (SchedulingMethod.Reply or SchedulingMethod.Counter))
            return Received.Waits;
        // Only the attendee speaks for themselves; whether the UID exists is not shown.
        if (Message.Sender != Message.Attendee)
            return Received.Waits;
        if (session.Meeting(Message.Uid, Message.Organiser) is not { } meeting)
            return Received.Waits;
        if (session.UserByAddress(Message.Attendee, meeting.Owner) is not { } who)
            return Received.Waits;
        var occurrence = Occurrence(meeting);
        if (meeting.Status != MeetingStatus.Sent || Agreement.Of(meeting, who.Id, occurrence) is not { } part)
            return Received.Waits;
        // An answer to an occurrence that there is not answers nothing.
        if (
            occurrence is not null
            && (!meeting.IsSeries || Occurrences.Find(meeting, occurrence, session.Users([meeting.Owner])[meeting.Owner].HomeZone) is null)
        )
            return Received.Waits;
        if (!session.MailStore.TakeIn($"{Message.Uid}\n{Message.Sequence}\n{Message.Stamp}\n{Message.Sender}\n{occurrence}"))
            return Received.Repeated;
        // What was said later holds, in whatever order it comes (RFC 5546 2.1.5).
        if (Message.Sequence < meeting.Sequence || Message.Stamp < part.AnsweredAt)
            return Received.Outdated;

        session.Begin(ChangeKind.InvitationAnswered, who.Id, who.Id, null);
        var answer = Message.Method == SchedulingMethod.Counter && Message.Answer == Answer.None ? Answer.Tentative : Message.Answer;
        var given = Scheduling.Give(
            meeting,
            who.Id,
            occurrence,
            new GivenAnswer(answer, Message.Comment, Message.Proposed, who.Id, Message.Stamp)
        );
        session.EntryStore.Save(given.Entry);
        session.Tell(given, who.Id);
        return Received.Applied;
    }

    /// <summary>Which occurrence it is about, on the clock of the meeting.</summary>
    private LocalDateTime? Occurrence(Entry meeting) =>
        Message.RecurrenceAt is { } at && meeting.Time.WallZone is { } zone ? zone.ToLocal(at) : Message.RecurrenceId;
}
