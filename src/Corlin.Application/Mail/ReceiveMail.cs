using Corlin.Application.Ports;
using Corlin.Application.Whereabouts;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Mail;

/// <summary>Takes in a message: an answer is applied, a reply in words is filed with what it answers, all else waits to be read.</summary>
/// <param name="Messages">What its calendar part says, one for each event; empty where it has none that can be read.</param>
/// <remarks>Mail is kept in the mail room of whom it concerns. The same message twice is kept once.</remarks>
public sealed record ReceiveMail(ReceivedMail Mail, IReadOnlyList<IncomingMessage> Messages) : IChange<Received>
{
    public Received Apply(IChangeSession session)
    {
        var each = Messages.Select(m => (Message: m, Became: new ReceiveMessage(m).Apply(session))).ToList();
        var (message, became) =
            each.Find(e => e.Became == Received.Applied) is { Message: not null } applied ? applied
            : each.Find(e => e.Became != Received.Waits) is { Message: not null } known ? known
            : (null, Received.Waits);
        if (!session.MailStore.TakeIn($"mail\n{Mail.MessageId}"))
            return Received.Repeated;
        // An answer to an invitation is no letter; nobody answers it in words.
        if (became is Received.Waits or Received.Filed)
            AwayTold.ByMail(session, Mail);
        var meeting = became == Received.Waits ? null : session.Meeting(message!.Uid, message.Organiser);
        if (meeting is not null)
        {
            session.MailStore.File(Mail, new MailAbout(meeting.Owner, meeting.PublicId, meeting.Private), true);
            return became;
        }

        var to = session.UserByAddress(Mail.To.Address) is { Inside: true } inside ? inside.Id : (UserId?)null;
        // A letter of ours to somebody inside stays with what it is about.
        if (session.MailByMessageId(Mail.MessageId) is { } own)
        {
            session.MailStore.File(Mail, new MailAbout(to, own.Entry, own.Private), true);
            return Received.Filed;
        }

        // A reply reaches those for whom was written, whoever wrote.
        var answered = Mail.Answers.Select(session.MailByMessageId).FirstOrDefault(m => m is not null && SameAddress(m.To, Mail.From));
        session.MailStore.File(
            Mail,
            answered is null ? new MailAbout(to, null, false) : new MailAbout(answered.Of, answered.Entry, answered.Private),
            answered is not null
        );
        return answered is null ? became : Received.Filed;
    }

    private static bool SameAddress(Mailbox one, Mailbox other) =>
        string.Equals(one.Address, other.Address, StringComparison.OrdinalIgnoreCase);
}
