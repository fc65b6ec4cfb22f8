using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Refusals;

namespace Corlin.Application.Mail;

/// <summary>
/// Lays a message from a file into the mail room of whom it is for. Nobody vouches for a file: what it asks waits there, to be taken in by
/// hand.
/// </summary>
/// <param name="Message">What its calendar part asks; null where it has none.</param>
public sealed record LayMail(UserId Actor, ReceivedMail Mail, ReceivedMessage? Message) : IChange<Received>
{
    public Received Apply(IChangeSession session)
    {
        IEnumerable<string> named = [Mail.To.Address, .. (Message?.Parts ?? []).SelectMany(p => p.Attendees).Select(a => a.Address)];
        var organisers = (Message?.Parts ?? []).Select(p => p.Organiser).OfType<string>();
        var of = named
            .Concat(organisers)
            .Distinct()
            .Select(a => session.UserByAddress(a))
            .FirstOrDefault(u => u is { Inside: true } && (u.Id == Actor || session.SpeakingFor(Actor, u.Id) is not null));
        if (of is null)
            throw new RefusedException(RefusalKind.MailForNobody);
        return new ReceiveMail(Mail with { To = Telling.Box(of) }, Message is null ? null : Message with { Vouched = false }).Apply(
            session
        );
    }
}
