using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application.Shared;

/// <summary>Once a day clears the store of what only grows: who was in conferences, sources of mail, logs of changes.</summary>
public sealed class PruneWorker(IPruning pruning)
{
    private static readonly Duration BetweenLooks = Duration.FromDays(1);

    private Instant nextLook = Instant.MinValue;

    /// <returns>How many lines were cleared away.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        if (now < nextLook)
            return 0;
        var cleared = await pruning.PruneAsync(PruneRule.Usual, now, cancel);
        // What is left over is cleared at the next look, so that nobody waits for it.
        if (cleared == 0)
            nextLook = now + BetweenLooks;
        return cleared;
    }
}
