using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Addresses that wait, and those that changed lately.</summary>
public interface IAddressReads
{
    /// <summary>All that wait, the first first; so many at most.</summary>
    IReadOnlyList<WaitingAddress> WaitingAddresses(int limit);

    /// <summary>One that waits.</summary>
    WaitingAddress? WaitingAddress(long id);

    /// <summary>What waits for somebody, or null.</summary>
    WaitingAddress? WaitingAddressOf(UserId who);

    /// <summary>Of some people the last time since then that their first address became another; who kept theirs is left out.</summary>
    IReadOnlyDictionary<UserId, AddressChange> AddressChangesSince(IReadOnlyCollection<UserId> people, Instant since);
}
