using Corlin.Application;
using Corlin.Simulation.Mail;
using NodaTime;

namespace Corlin.Web.Hosting;

/// <summary>Everything that is done when its time has come. A timer calls it in production, tests call it themselves.</summary>
internal sealed class Workers(OutboxWorker outbox, HolidayWorker holidays, Correspondents correspondents, MailIntake intake)
{
    /// <returns>How much was done; 0 where nothing was due.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default) =>
        await outbox.RunDueAsync(now, cancel) + await holidays.RunDueAsync(now, cancel) + await correspondents.RunDueAsync(now, cancel) + await intake.RunDueAsync(now, cancel);
}

internal sealed class Timers(Workers workers, IClock clock, ILogger<Timers> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromMilliseconds(500));
        while (!stoppingToken.IsCancellationRequested && await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                await workers.RunDueAsync(clock.GetCurrentInstant(), stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogError(e, "A worker failed; what it did not finish is tried again.");
            }
        }
    }
}
