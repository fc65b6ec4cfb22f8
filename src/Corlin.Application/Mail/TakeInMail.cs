using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Refusals;

namespace Corlin.Application.Mail;

/// <summary>
/// Takes in by hand what waited: who speaks for its reader says that it is from whom it claims to be. What it asks is decided as ever.
/// </summary>
/// <param name="Message">What its calendar part asks; null where it has none.</param>
[Change(ChangeKind.MailTakenIn, "took a message in by hand", MayTakeBack.BySpeaker)]
public sealed record TakeInMail(UserId Actor, long Mail, ReceivedMessage? Message) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var mail = session.MustFindMail(Actor, Mail);
        if (!MailTaking.MayTakeIn(mail) || Message is null)
            throw new RefusedException(RefusalKind.NotFound);
        var grant = mail.Of == Actor ? null : session.MustSpeakFor(Actor, mail.Of!.Value).Grant;
        var to = session.Users([mail.Of.Value])[mail.Of.Value];
        var intake = new MessageIntake(session, to) { ByHand = (Actor, grant) }.Take(MailTaking.Vouched(Message, mail.Why));
        if (intake.About is not { } meeting)
            throw new RefusedException(RefusalKind.MailNotTaken, null, English.Waits(intake.Why));
        session.MailStore.FileLater(mail, ReceiveMail.About(session, meeting, to));
        return intake.Change;
    }
}

/// <summary>What of the pile can be taken in by hand.</summary>
internal static class MailTaking
{
    public static bool MayTakeIn(KeptMail mail) =>
        mail is { State: MailState.Unfiled, Of: not null, Asks: not null }
        && mail.Why is WaitReason.NotVouched or WaitReason.NotTheOrganiser or WaitReason.NotTheAttendee or WaitReason.NothingStands;

    /// <summary>The message as from whom it speaks for.</summary>
    public static ReceivedMessage Vouched(ReceivedMessage message, WaitReason why) =>
        message with
        {
            Vouched = true,
            Sender = why switch
            {
                WaitReason.NotTheOrganiser when message.Parts.FirstOrDefault()?.Organiser is { } organiser => organiser,
                WaitReason.NotTheAttendee when message.Parts.FirstOrDefault()?.Attendees is [var only] => only.Address,
                _ => message.Sender,
            },
        };
}
