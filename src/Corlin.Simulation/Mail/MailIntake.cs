using Corlin.Application.Mail;
using NodaTime;

namespace Corlin.Simulation.Mail;

/// <summary>Takes in the mail that the loop has brought.</summary>
public sealed class MailIntake(MailFolder folder, IncomingMail incoming)
{
    /// <summary>Takes in everything that waits. What cannot be read is kept with the rest and changes nothing.</summary>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var applied = 0;
        foreach (var file in folder.Waiting())
        {
            try
            {
                // The loop knows its senders.
                if (await incoming.TakeInAsync(await File.ReadAllBytesAsync(file, cancel), vouched: true, cancel) == Received.Applied)
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
}
