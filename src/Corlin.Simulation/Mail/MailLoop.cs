using Corlin.Application.Ports;
using Corlin.Core.Meetings;
using Corlin.Interchange.Mail;

namespace Corlin.Simulation.Mail;

/// <summary>Carries mail to correspondents on this machine instead of the world.</summary>
public sealed class MailLoop(MailFolder folder, Correspondents correspondents) : IMailCarrier, INoticeCarrier
{
    public async Task SendAsync(string messageId, OutgoingMail mail, CancellationToken cancel = default)
    {
        var message = SchedulingWriter.ToMime(mail, messageId);
        if (await folder.KeepSentAsync(message, cancel)) await correspondents.ReceiveAsync(messageId, message, cancel);
    }

    public Task DeliverAsync(string messageId, Notice notice, CancellationToken cancel = default) => correspondents.NoticeAsync(messageId, notice, cancel);
}
