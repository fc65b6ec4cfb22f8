using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;

namespace Corlin.Application.Ports;

/// <summary>What people wish of every meeting, and how much what is not as wished counts.</summary>
public interface IWishReads
{
    /// <summary>Of those who wish anything.</summary>
    IReadOnlyDictionary<UserId, ImmutableArray<KeptWish>> KeptWishes(IReadOnlyCollection<UserId> who);

    /// <summary>How much each term counts against a slot.</summary>
    SlotWeights SlotWeights();
}
