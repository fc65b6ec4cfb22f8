using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>How long the store keeps what only grows and that nobody reads again.</summary>
/// <param name="Presences">Who was in a conference, after they left.</param>
/// <param name="Sources">The source of a message as it came or went; its text stays.</param>
/// <param name="Log">So many of the latest changes of each calendar stay in its log; who asks for older ones begins anew.</param>
public sealed record PruneRule(Duration Presences, Duration Sources, long Log)
{
    public static PruneRule Usual { get; } = new(Duration.FromDays(90), Duration.FromDays(365), 10_000);
}

/// <summary>Clears the store of what its rule no longer keeps.</summary>
public interface IPruning
{
    /// <summary>Clears away a bounded part of it, in one transaction.</summary>
    /// <returns>How many lines went; 0 when nothing is left to clear.</returns>
    Task<int> PruneAsync(PruneRule rule, Instant now, CancellationToken cancel = default);
}
