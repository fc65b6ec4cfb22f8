using Corlin.Application.Ports;
using MimeKit;

namespace Corlin.Simulation.Mail;

/// <summary>Carries mail to correspondents on this machine instead of the world.</summary>
public sealed class MailLoop(MailFolder folder, Correspondents correspondents, Organisers organisers) : IMailCarrier, INoticeCarrier
{
    public async Task SendAsync(WrittenMail mail, CancellationToken cancel = default)
    {
        using var source = new MemoryStream(mail.Source);
        using var message = await MimeMessage.LoadAsync(source, cancel);
        await folder.KeepSentAsync(message, cancel);
        // Twice the same is meant once: what was kept may not have been answered yet when everything stopped.
        await correspondents.ReceiveAsync(mail.MessageId, message, cancel);
        await organisers.ReceiveAsync(message, cancel);
    }

    public Task DeliverAsync(string messageId, Notice notice, CancellationToken cancel = default) =>
        correspondents.NoticeAsync(messageId, notice, cancel);
}
