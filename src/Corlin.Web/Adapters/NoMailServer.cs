using Corlin.Application.Ports;

namespace Corlin.Web.Adapters;

/// <summary>Where no mail server was named nothing leaves, and nothing is called sent that did not go.</summary>
internal sealed class NoMailServer : IMailCarrier
{
    public Task SendAsync(WrittenMail mail, CancellationToken cancel = default) =>
        throw new UndeliverableException(
            "Mail cannot leave: no mail server was named when Corlin was started (--smtp). It was not sent.",
            final: true
        );
}

/// <summary>
/// Inside, what somebody is asked or told stands on their Desk as soon as it leaves the outbox; nothing else has to carry it.
/// </summary>
internal sealed class OnTheDesk : INoticeCarrier
{
    public Task DeliverAsync(string messageId, Notice notice, CancellationToken cancel = default) => Task.CompletedTask;
}
