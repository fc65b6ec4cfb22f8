using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application;

/// <summary>Hands on what waits in the outbox once the time of undo is over.</summary>
public sealed class OutboxWorker(IOutbox outbox, IMailCarrier mail, INoticeCarrier notices)
{
    private const int AtOnce = 100;

    /// <summary>Sends what is due. What fails stays, holds up nothing else, and is tried again the next time.</summary>
    /// <returns>How many were sent.</returns>
    /// <exception cref="AggregateException">Some could not be sent; thrown after all were tried.</exception>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var due = await outbox.DueAsync(now, AtOnce, cancel);
        var failed = new List<Exception>();
        foreach (var waiting in due)
        {
            try
            {
                if (waiting.Message.Mail is { } letter) await mail.SendAsync(waiting.MessageId, letter, cancel);
                if (waiting.Message.Notice is { } notice) await notices.DeliverAsync(waiting.MessageId, notice, cancel);
                await outbox.SentAsync(waiting.Id, now, cancel);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                failed.Add(e);
            }
        }

        return failed.Count == 0 ? due.Count : throw new AggregateException("Some messages could not be sent and are kept.", failed);
    }

    /// <summary>Sends everything that is due, however much it is.</summary>
    public async Task DrainAsync(Instant now, CancellationToken cancel = default)
    {
        while (await RunDueAsync(now, cancel) > 0)
        {
        }
    }
}
