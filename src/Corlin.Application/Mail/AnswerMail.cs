using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Mail;

/// <summary>Answers a message that came in, in words; it is filed where that is.</summary>
public sealed record AnswerMail(UserId Actor, long Mail, string Text) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        MailWords.Check(null, Text);
        var mail = session.MustFindMail(Actor, Mail);
        if (!mail.Incoming || mail.Of is not { } of)
            throw new RefusedException(RefusalKind.NotFound);
        var grant = of == Actor ? null : session.MustSpeakFor(Actor, of).Grant;
        var change = session.Begin(ChangeKind.MailWritten, Actor, of, grant);
        var from = Telling.Box(session.Users([Actor])[Actor]);
        var subject = mail.Subject.StartsWith("Re: ", StringComparison.OrdinalIgnoreCase) ? mail.Subject : $"Re: {mail.Subject}";
        session.MailStore.Send(
            new OutboxMessage(null, null, new Letter(from, mail.From, subject, Text, session.Now, Answers: mail.MessageId)),
            new MailAbout(of, mail.Entry, mail.Private)
        );
        if (mail.State == MailState.Unfiled)
            session.MailStore.LetBe(mail);
        return change;
    }
}
