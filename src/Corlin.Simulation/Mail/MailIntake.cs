using Corlin.Application.Changes;
using Corlin.Application.Ports;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;
using Received = Corlin.Application.Changes.Received;

namespace Corlin.Simulation.Mail;

/// <summary>Takes in the mail that the loop has brought.</summary>
public sealed class MailIntake(MailFolder folder, IWriteGate gate)
{
    /// <summary>Takes in everything that waits. What cannot be read is kept with the rest and changes nothing.</summary>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var applied = 0;
        foreach (var file in folder.Waiting())
        {
            var mail = await MimeMessage.LoadAsync(file, cancel);
            // The loop knows its senders; over SMTP this is what the server has authenticated.
            if (mail.From.Mailboxes.FirstOrDefault() is { } sender && SchedulingReader.Read(mail, sender.Address) is { } message
                && await gate.RunAsync(new ReceiveMessage(message), cancel) == Received.Applied)
            {
                applied++;
            }

            folder.TakenIn(file);
        }

        return applied;
    }
}
