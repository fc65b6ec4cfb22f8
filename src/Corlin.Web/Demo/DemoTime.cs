using Corlin.Simulation;
using Corlin.Web.Edge;
using NodaTime;

namespace Corlin.Web.Demo;

/// <summary>The demo's clock, put forward by hand.</summary>
internal sealed class DemoTime(DemoClock clock, Workers workers)
{
    private const int MostSeconds = 90 * 24 * 3600;
    private const int MostRounds = 50;

    /// <summary>Puts the clock forward and does everything that has come due, until nothing is.</summary>
    public async Task<(Instant Now, int Done)> AdvanceAsync(int seconds, CancellationToken cancel)
    {
        clock.Advance(Duration.FromSeconds(Math.Clamp(seconds, 0, MostSeconds)));
        var done = 0;
        for (var round = 0; round < MostRounds; round++)
        {
            var now = await workers.RunDueAsync(clock.GetCurrentInstant(), cancel);
            if (now == 0)
                break;
            done += now;
        }

        return (clock.GetCurrentInstant(), done);
    }
}
