using Corlin.Application;
using Corlin.Simulation.Mail;
using NodaTime;

namespace Corlin.Web.Hosting;

/// <summary>Everything that is done when its time has come. Timers call it in production, tests call it themselves.</summary>
internal sealed class Workers(OutboxWorker outbox, HolidayWorker holidays, PaperWorker papers, FollowWorker followed, AccessWorker access, Correspondents correspondents, MailIntake intake)
{
    /// <returns>How much was done; 0 where nothing was due.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default) => await RunOwnAsync(now, cancel) + await RunFollowedAsync(now, cancel);

    /// <summary>What waits for nobody else.</summary>
    public async Task<int> RunOwnAsync(Instant now, CancellationToken cancel) =>
        await outbox.RunDueAsync(now, cancel) + await holidays.RunDueAsync(now, cancel) + await papers.RunDueAsync(now, cancel) + await correspondents.RunDueAsync(now, cancel) + await access.RunDueAsync(now, cancel) + await intake.RunDueAsync(now, cancel);

    /// <summary>What waits for the servers of others.</summary>
    public Task<int> RunFollowedAsync(Instant now, CancellationToken cancel) => followed.RunDueAsync(now, cancel);
}

internal abstract class WorkerTimer(TimeSpan every, IClock clock, ILogger log) : BackgroundService
{
    protected abstract Task<int> RunDueAsync(Instant now, CancellationToken cancel);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(every);
        while (!stoppingToken.IsCancellationRequested && await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                await RunDueAsync(clock.GetCurrentInstant(), stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogError(e, "A worker failed; what it did not finish is tried again.");
            }
        }
    }
}

internal sealed class Timers(Workers workers, IClock clock, ILogger<Timers> log) : WorkerTimer(TimeSpan.FromMilliseconds(500), clock, log)
{
    protected override Task<int> RunDueAsync(Instant now, CancellationToken cancel) => workers.RunOwnAsync(now, cancel);
}

/// <summary>By itself, so that a server that keeps one waiting holds up no message.</summary>
internal sealed class FollowTimer(Workers workers, IClock clock, ILogger<FollowTimer> log) : WorkerTimer(TimeSpan.FromSeconds(1), clock, log)
{
    protected override Task<int> RunDueAsync(Instant now, CancellationToken cancel) => workers.RunFollowedAsync(now, cancel);
}
