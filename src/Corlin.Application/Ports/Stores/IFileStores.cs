using Corlin.Core.Calendars;
using Corlin.Core.Papers;

namespace Corlin.Application.Ports;

/// <summary>Calendars kept elsewhere that are followed.</summary>
public interface IFollowedStore
{
    /// <summary>
    /// Follows a calendar kept elsewhere from now on; where it has a calendar here already, it stands in the place of what was followed so
    /// far.
    /// </summary>
    Followed Follow(Followed followed);

    /// <summary>Follows it no longer; what was read stays in the store, so that it can be followed again.</summary>
    void End(Followed followed);

    /// <summary>Keeps when it was read and how that went. No history tells it: nobody did it.</summary>
    void Noted(Followed followed);

    /// <summary>Makes the calendar of one that is kept elsewhere what was read there.</summary>
    /// <param name="next">New and changed entries.</param>
    /// <param name="gone">Entries that are no longer there.</param>
    void Mirror(Followed followed, IReadOnlyList<Entry> next, IReadOnlyCollection<EntryId> gone);
}

/// <summary>Papers that lie with entries.</summary>
public interface IPaperStore
{
    /// <summary>Lays a paper with an entry.</summary>
    void Add(Paper paper, Entry entry);

    /// <summary>Takes a paper away from its entry; for a day it can be brought back.</summary>
    void Remove(Paper paper, Entry entry);

    /// <summary>The public id of the entry of which a change laid a paper or took one away; null where it is no longer there.</summary>
    string? EntryOf(long change);
}
