using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application;

/// <summary>Hands on what waits in the outbox once the time of undo is over.</summary>
public sealed class OutboxWorker(IOutbox outbox, IMailCarrier mail, INoticeCarrier notices)
{
    private const int AtOnce = 100;

    /// <summary>Sends what is due. What fails stays and is tried again the next time.</summary>
    /// <returns>How many were sent.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var due = await outbox.DueAsync(now, AtOnce, cancel);
        foreach (var waiting in due)
        {
            if (waiting.Message.Mail is { } letter) await mail.SendAsync(waiting.MessageId, letter, cancel);
            if (waiting.Message.Notice is { } notice) await notices.DeliverAsync(waiting.MessageId, notice, cancel);
            await outbox.SentAsync(waiting.Id, now, cancel);
        }

        return due.Count;
    }

    /// <summary>Sends everything that is due, however much it is.</summary>
    public async Task DrainAsync(Instant now, CancellationToken cancel = default)
    {
        while (await RunDueAsync(now, cancel) > 0)
        {
        }
    }
}
