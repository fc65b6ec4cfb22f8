using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application.Access;

/// <summary>Has open screens read again when a grant begins or ends, and when somebody is told of theirs.</summary>
public sealed class AccessWorker(IReadStore store, ILiveUpdates live)
{
    /// <summary>Before it ran the first time; a screen that has been open for longer reads again as it comes back.</summary>
    private static readonly Duration BeforeFirst = Duration.FromMinutes(1);

    private Instant? until;

    /// <returns>How many calendars look otherwise since the last time.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var after = until ?? now - BeforeFirst;
        until = now;
        if (after >= now)
            return 0;
        var changed = await store.ReadAsync(s => s.AccessChangedBetween(after, now), cancel);
        if (changed.Count > 0)
            await live.AnnounceAsync(changed);
        return changed.Count;
    }
}
