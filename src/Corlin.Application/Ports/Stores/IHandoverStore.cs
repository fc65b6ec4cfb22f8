using Corlin.Core.Whereabouts;

namespace Corlin.Application.Ports;

/// <summary>What is left to who covers.</summary>
public interface IHandoverStore
{
    /// <summary>Keeps a new handover with its items.</summary>
    /// <returns>It, with its numbers.</returns>
    Handover Save(Handover handover);

    /// <summary>Keeps what is different about one item of a handover.</summary>
    void SaveItem(Handover handover, HandoverItem item);

    /// <summary>It stands no longer.</summary>
    void TakeBack(Handover handover);
}
