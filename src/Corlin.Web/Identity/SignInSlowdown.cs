using System.Collections.Concurrent;
using NodaTime;

namespace Corlin.Web.Identity;

/// <summary>
/// Slows down where wrong passwords come from, for the account that they are tried on. The owner, who comes from somewhere else, is never
/// kept out; only where an account is tried from many places at once does every place wait from which nobody has signed in to it before.
/// </summary>
internal sealed class SignInSlowdown(IClock clock)
{
    private const int FreeTries = 5;
    private const int FreeTriesFromAnywhere = 40;
    private const int MostKept = 20_000;

    private static readonly Duration Longest = Duration.FromMinutes(5);
    private static readonly Duration Forgotten = Duration.FromHours(1);

    private readonly ConcurrentDictionary<(string From, string Account), Tries> tries = [];
    private readonly ConcurrentDictionary<(string From, string Account), Instant> known = [];

    private sealed record Tries(int Wrong, Instant Last);

    /// <summary>How long to wait before the next try; null for not at all.</summary>
    public Duration? Wait(string from, string account)
    {
        var own = Left((from, account), FreeTries);
        var all = known.ContainsKey((from, account)) ? null : Left(("", account), FreeTriesFromAnywhere);
        return own is null ? all
            : all is null ? own
            : Duration.Max(own.Value, all.Value);
    }

    public void Wrong(string from, string account)
    {
        Prune();
        Count((from, account));
        Count(("", account));
    }

    public void Right(string from, string account)
    {
        tries.TryRemove((from, account), out _);
        known[(from, account)] = clock.GetCurrentInstant();
    }

    private void Count((string From, string Account) key)
    {
        var now = clock.GetCurrentInstant();
        tries.AddOrUpdate(key, _ => new Tries(1, now), (_, old) => new Tries(now - old.Last > Forgotten ? 1 : old.Wrong + 1, now));
    }

    private Duration? Left((string From, string Account) key, int free)
    {
        if (!tries.TryGetValue(key, out var made) || made.Wrong < free)
            return null;
        var wait = Duration.Min(Longest, Duration.FromSeconds(Math.Pow(2, Math.Min(made.Wrong - free, 10))));
        var left = made.Last + wait - clock.GetCurrentInstant();
        return left > Duration.Zero ? left : null;
    }

    private void Prune()
    {
        if (tries.Count < MostKept && known.Count < MostKept)
            return;
        var old = clock.GetCurrentInstant() - Forgotten;
        foreach (var (key, made) in tries.Where(t => t.Value.Last < old))
            tries.TryRemove(key, out _);
        foreach (var (key, _) in known.OrderBy(k => k.Value).Take(Math.Max(0, known.Count - MostKept)))
            known.TryRemove(key, out _);
    }
}
