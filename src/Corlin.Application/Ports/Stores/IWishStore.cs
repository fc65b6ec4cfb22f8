using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;

namespace Corlin.Application.Ports;

/// <summary>What people wish of every meeting, and how much what is not as wished counts.</summary>
public interface IWishStore
{
    /// <summary>These in place of those that stood.</summary>
    void Keep(UserId who, ImmutableArray<KeptWish> wishes);

    /// <summary>How much a term counts from now on.</summary>
    void Weigh(SlotTerm term, int weight);
}
