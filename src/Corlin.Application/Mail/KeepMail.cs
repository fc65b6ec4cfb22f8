using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Mail;

/// <summary>Tries a message again that could not be delivered.</summary>
public sealed record SendMailAgain(UserId Actor, long Mail) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var mail = session.MustFindMail(Actor, Mail);
        if (mail.State is not (MailState.Failed or MailState.Trying))
            throw new RefusedException(RefusalKind.AlreadySent);
        session.MailStore.SendAgain(mail);
        return true;
    }
}

/// <summary>Says of a message that failed, or that came in and was filed nowhere, that somebody has seen to it.</summary>
public sealed record LetMailBe(UserId Actor, long Mail) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var mail = session.MustFindMail(Actor, Mail);
        if (mail.State is not (MailState.Failed or MailState.Unfiled))
            throw new RefusedException(RefusalKind.NotFound);
        session.MailStore.LetBe(mail);
        return true;
    }
}

internal static class MailRoom
{
    /// <summary>A message that the actor may see.</summary>
    /// <exception cref="RefusedException">There is none, or they may not know of it.</exception>
    public static KeptMail MustFindMail(this IChangeSession session, UserId actor, long id) =>
        new Viewing(session, actor, session.Now).MustFindMail(id);
}
