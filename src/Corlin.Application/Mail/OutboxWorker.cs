using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application.Mail;

/// <summary>Hands on what waits in the outbox once the time of undo is over.</summary>
public sealed class OutboxWorker(IOutbox outbox, IMailWriter writer, IMailCarrier mail, INoticeCarrier notices)
{
    private const int AtOnce = 100;

    /// <summary>How long a message that failed waits before it is tried again; after the last it is given up.</summary>
    private static readonly Duration[] Waits =
    [
        Duration.FromMinutes(1),
        Duration.FromMinutes(5),
        Duration.FromMinutes(30),
        Duration.FromHours(2),
        Duration.FromHours(8),
        Duration.FromHours(24),
    ];

    /// <summary>Sends what is due. What fails holds up nothing else and is tried again later, or given up and said.</summary>
    /// <returns>How many were sent.</returns>
    /// <exception cref="AggregateException">Something failed for another reason than that it was not taken over; thrown after all were
    /// tried, and they are kept.</exception>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var due = await outbox.DueAsync(now, AtOnce, cancel);
        var broken = new List<Exception>();
        var sent = 0;
        foreach (var waiting in due)
        {
            try
            {
                await outbox.SentAsync(waiting, now, await SendAsync(waiting, cancel), cancel);
                sent++;
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                await FailedAsync(waiting, e, now, cancel);
                if (e is not UndeliverableException)
                    broken.Add(e);
            }
        }

        return broken.Count == 0 ? sent : throw new AggregateException("Some messages could not be sent and are kept.", broken);
    }

    /// <summary>Sends everything that is due, however much it is.</summary>
    public async Task DrainAsync(Instant now, CancellationToken cancel = default)
    {
        while (await RunDueAsync(now, cancel) > 0) { }
    }

    private async Task<WrittenMail?> SendAsync(WaitingMessage waiting, CancellationToken cancel)
    {
        if (waiting.Message.Notice is { } notice)
            await notices.DeliverAsync(waiting.MessageId, notice, cancel);
        var written = waiting.Message switch
        {
            { Mail: { } message } => writer.Write(waiting.MessageId, message),
            { Letter: { } letter } => writer.Write(waiting.MessageId, letter),
            _ => null,
        };
        if (written is not null)
            await mail.SendAsync(written, cancel);
        return written;
    }

    private Task FailedAsync(WaitingMessage waiting, Exception e, Instant now, CancellationToken cancel)
    {
        var final = e is UndeliverableException { Final: true } || waiting.Failures >= Waits.Length;
        // What went wrong in here is for the log, not for the mail room.
        var reason = e is UndeliverableException ? e.Message : "It could not be written out.";
        return outbox.FailedAsync(waiting.Id, reason, now, final ? null : now + Waits[waiting.Failures], cancel);
    }
}
