using Corlin.Core.Access;

namespace Corlin.Application.Ports;

/// <summary>Links by which a program reads a calendar.</summary>
public interface IFeedStore
{
    /// <summary>Keeps a new feed.</summary>
    void Save(Feed feed, string keyHash);

    /// <summary>Its link leads nowhere from then on.</summary>
    void End(Feed feed);

    /// <summary>Keeps when it was read and with what. No history tells it: nobody did it.</summary>
    void Noted(Feed feed);
}
