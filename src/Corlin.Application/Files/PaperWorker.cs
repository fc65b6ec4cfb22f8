using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>Clears away contents that no paper names any more, a day after the last did.</summary>
public sealed class PaperWorker(IReadStore reads, IPaperFiles files)
{
    private static readonly Duration Stays = Duration.FromHours(24);
    private static readonly Duration BetweenLooks = Duration.FromHours(1);

    private Instant nextLook = Instant.MinValue;

    /// <returns>How many were cleared away.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        if (now < nextLook)
            return 0;
        nextLook = now + BetweenLooks;
        var old = files.KeptBefore(now - Stays).ToList();
        if (old.Count == 0)
            return 0;
        var named = await reads.ReadAsync(s => s.NamedPapers(now - Stays), cancel);
        var gone = old.Where(hash => !named.Contains(hash)).ToList();
        foreach (var hash in gone)
            files.Remove(hash);
        return gone.Count;
    }
}
