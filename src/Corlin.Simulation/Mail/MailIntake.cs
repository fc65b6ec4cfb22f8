using Corlin.Application.Mail;
using Corlin.Application.Ports;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;
using Received = Corlin.Application.Mail.Received;

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
            try
            {
                if (await TakeInAsync(file, cancel))
                    applied++;
                folder.TakenIn(file);
            }
            catch (Exception e) when (e is not (OperationCanceledException or IOException))
            {
                // One that cannot be read stops none after it; it is set aside as it came.
                folder.SetAside(file);
            }
        }

        return applied;
    }

    private async Task<bool> TakeInAsync(string file, CancellationToken cancel)
    {
        var source = await File.ReadAllBytesAsync(file, cancel);
        using var stream = new MemoryStream(source);
        using var mail = await MimeMessage.LoadAsync(stream, cancel);
        if (MailReader.Read(mail) is not { } head)
            return false;
        // The loop knows its senders; over SMTP this is what the server has authenticated.
        var messages = SchedulingReader.Read(mail, head.From.Address);
        var received = new ReceivedMail(head.MessageId, head.From, head.To, head.Subject, head.Text, head.Answers, source)
        {
            Automatic = head.Automatic,
        };
        return await gate.RunAsync(new ReceiveMail(received, messages), cancel) == Received.Applied;
    }
}
