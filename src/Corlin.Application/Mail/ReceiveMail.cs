using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;

namespace Corlin.Application.Mail;

/// <summary>What became of a message that came in.</summary>
public enum Received
{
    Applied,

    /// <summary>The same message was taken in before.</summary>
    Repeated,

    /// <summary>It is about an older state of the meeting, or repeats what another said.</summary>
    Outdated,

    /// <summary>It is filed with the message that it answers in words.</summary>
    Filed,

    /// <summary>It waits in the pile: not from who it says, or about nothing known.</summary>
    Waits,
}

/// <summary>
/// Takes in a message: what its calendar part asks is applied where its sender may ask it, a reply in words is filed with what it answers,
/// all else waits to be read.
/// </summary>
/// <param name="Message">What its calendar part asks; null where it has none.</param>
/// <remarks>Mail is kept in the mail room of whom it concerns. The same message twice is kept once.</remarks>
[Change(ChangeKind.ToldFromOutside, "told of it by mail", MayTakeBack.Never)]
public sealed record ReceiveMail(ReceivedMail Mail, ReceivedMessage? Message) : IChange<Received>
{
    public Received Apply(IChangeSession session)
    {
        // What nobody vouches for keeps out nothing that comes under the same id.
        var kind = Message is { Vouched: false } ? "unvouched" : "mail";
        if (!session.MailStore.TakeIn($"{kind}\n{Mail.MessageId}"))
            return Received.Repeated;
        var reader = session.UserByAddress(Mail.To.Address);
        var to = reader is { Inside: true } ? reader : null;
        var intake = Message is null ? Intake.Waiting(WaitReason.None) : new MessageIntake(session, to).Take(Message);
        if (intake.About is { } meeting)
        {
            session.MailStore.File(Mail, About(session, meeting, to), true, Message?.Method);
            return intake.Reception == Reception.Applied ? Received.Applied : Received.Outdated;
        }

        // An answer to an invitation is no letter; nobody answers it in words.
        AwayTold.ByMail(session, Mail);
        // A letter of ours to somebody inside stays with what it is about.
        if (session.MailByMessageId(Mail.MessageId) is { } own)
        {
            session.MailStore.File(Mail, new MailAbout(to?.Id, own.Entry, own.Private), true);
            return Received.Filed;
        }

        // A reply reaches those for whom was written, whoever wrote.
        var answered = Mail.Answers.Select(session.MailByMessageId).FirstOrDefault(m => m is not null && SameAddress(m.To, Mail.From));
        if (answered is not null && Message is null)
        {
            session.MailStore.File(Mail, new MailAbout(answered.Of, answered.Entry, answered.Private), true);
            return Received.Filed;
        }

        session.MailStore.File(Mail, new MailAbout(to?.Id, null, false), false, Message?.Method, intake.Why);
        return Received.Waits;
    }

    /// <summary>With whom it is filed: who organises inside, or who inside is asked.</summary>
    internal static MailAbout About(IChangeSession session, Entry meeting, CalendarUser? to) =>
        new(session.Users([meeting.Owner])[meeting.Owner].Inside ? meeting.Owner : to?.Id, meeting.PublicId, meeting.Private);

    private static bool SameAddress(Mailbox one, Mailbox other) =>
        string.Equals(one.Address, other.Address, StringComparison.OrdinalIgnoreCase);
}
