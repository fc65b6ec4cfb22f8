using Corlin.Core.Calendars;
using Corlin.Core.Watch;

namespace Corlin.Application.Ports;

/// <summary>What people want answered to invitations of one kind.</summary>
public interface IInstructionStore
{
    /// <summary>In place of what stood under the same key.</summary>
    void Keep(StandingInstruction instruction);

    /// <summary>It stands no more.</summary>
    void End(UserId of, string key);
}
