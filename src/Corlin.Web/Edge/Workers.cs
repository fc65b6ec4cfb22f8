using System.Collections.Concurrent;
using NodaTime;

namespace Corlin.Web.Edge;

/// <summary>Something that is done when its time has come.</summary>
/// <param name="Name">What it is for, in words that may be told to anybody.</param>
/// <param name="WaitsForOthers">It waits for the servers of others and so runs by itself.</param>
internal sealed record Worker(string Name, Func<Instant, CancellationToken, Task<int>> RunDueAsync, bool WaitsForOthers = false);

/// <summary>
/// Everything that is done when its time has come. Each runs and fails by itself. Timers call it in production, tests call it themselves.
/// </summary>
internal sealed class Workers(IEnumerable<Worker> workers, ILogger<Workers> log)
{
    /// <summary>What failed so often in a row goes on failing.</summary>
    private const int GoesOn = 3;

    private readonly ConcurrentDictionary<string, (int Times, Instant Since)> failing = [];

    /// <summary>What goes on failing and since when.</summary>
    public IReadOnlyList<(string Name, Instant Since)> Failing =>
        [.. failing.Where(f => f.Value.Times >= GoesOn).OrderBy(f => f.Key, StringComparer.Ordinal).Select(f => (f.Key, f.Value.Since))];

    /// <returns>How much was done; 0 where nothing was due.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default) =>
        await RunOwnAsync(now, cancel) + await RunFollowedAsync(now, cancel);

    /// <summary>What waits for nobody else.</summary>
    public Task<int> RunOwnAsync(Instant now, CancellationToken cancel) => RunAsync(workers.Where(w => !w.WaitsForOthers), now, cancel);

    /// <summary>What waits for the servers of others.</summary>
    public Task<int> RunFollowedAsync(Instant now, CancellationToken cancel) => RunAsync(workers.Where(w => w.WaitsForOthers), now, cancel);

    private async Task<int> RunAsync(IEnumerable<Worker> some, Instant now, CancellationToken cancel)
    {
        var done = 0;
        foreach (var worker in some)
        {
            try
            {
                done += await worker.RunDueAsync(now, cancel);
                failing.TryRemove(worker.Name, out _);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                var times = failing.AddOrUpdate(worker.Name, _ => (1, now), (_, old) => (old.Times + 1, old.Since)).Times;
                // The same again and again is said once, and then rarely.
                if (times == 1 || times % 100 == 0)
                    log.LogError(e, "{Worker} failed, {Times} in a row; what it did not finish is tried again.", worker.Name, times);
            }
        }

        return done;
    }
}

internal abstract class WorkerTimer(TimeSpan every, IClock clock) : BackgroundService
{
    protected abstract Task<int> RunDueAsync(Instant now, CancellationToken cancel);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(every);
        while (!stoppingToken.IsCancellationRequested && await timer.WaitForNextTickAsync(stoppingToken))
            await RunDueAsync(clock.GetCurrentInstant(), stoppingToken);
    }
}

internal sealed class Timers(Workers workers, IClock clock) : WorkerTimer(TimeSpan.FromMilliseconds(500), clock)
{
    protected override Task<int> RunDueAsync(Instant now, CancellationToken cancel) => workers.RunOwnAsync(now, cancel);
}

/// <summary>By itself, so that a server that keeps one waiting holds up no message.</summary>
internal sealed class FollowTimer(Workers workers, IClock clock) : WorkerTimer(TimeSpan.FromSeconds(1), clock)
{
    protected override Task<int> RunDueAsync(Instant now, CancellationToken cancel) => workers.RunFollowedAsync(now, cancel);
}
