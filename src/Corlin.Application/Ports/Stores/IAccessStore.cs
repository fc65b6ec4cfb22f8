using Corlin.Core.Access;
using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>Grants, what is asked for, what the organisation allows, and what people are told of it.</summary>
public interface IAccessStore
{
    /// <summary>Gives what stands from now on.</summary>
    /// <returns>The grant with its id.</returns>
    Grant Give(Grant grant);

    /// <summary>It stands no longer; nothing more is told of its end.</summary>
    void End(Grant grant);

    /// <summary>The most that any grant has which a change gave or ended, taken together.</summary>
    /// <returns>With the calendar for which all of them are; null where they are for all of the owner's, or for several.</returns>
    (AccessTerms Terms, CalendarId? Calendar) HighestOf(long change);

    AccessRequest Ask(AccessRequest request);

    /// <summary>It waits no longer.</summary>
    void Close(AccessRequest request);

    /// <summary>Tells somebody of their access once the time of undo is over, or later where it says so.</summary>
    void Tell(AccessNews news);

    /// <summary>Somebody has put a piece of news away. It is nobody else's, so no history tells it.</summary>
    /// <returns>False where they were told no such thing.</returns>
    bool PutAway(UserId who, long news);

    void SetCeiling(bool inside, Ceiling ceiling);
}
