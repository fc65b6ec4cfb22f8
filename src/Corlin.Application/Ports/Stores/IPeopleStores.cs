using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Addresses that wait until they are confirmed.</summary>
public interface IAddressStore
{
    /// <summary>Mail to somebody is to go elsewhere, which waits; what waited for them before does not any more.</summary>
    void Wait(WaitingAddress address);

    /// <summary>It waits no longer: it was taken, refused or taken back.</summary>
    void End(WaitingAddress address);
}

/// <summary>People, groups and rooms.</summary>
public interface IPeopleStore
{
    CalendarUser Add(CalendarUser user);

    /// <summary>Stores new people at once.</summary>
    /// <returns>They, with their numbers, in the same order.</returns>
    IReadOnlyList<CalendarUser> AddAll(IReadOnlyList<CalendarUser> users);

    void SetAdministrator(UserId who, bool isOne);

    /// <summary>Stores what is known of somebody, new or changed, with its history.</summary>
    /// <returns>They, with their number and version.</returns>
    CalendarUser Save(CalendarUser user, PersonFacts facts);

    /// <summary>They are found no more; what they took part in still names them.</summary>
    void Remove(CalendarUser user);

    /// <summary>Deletes what is kept of somebody, for good and from the history too; their seats stay, without a name.</summary>
    void Delete(CalendarUser user);

    /// <summary>The people, groups and rooms that a change touched, as they stand now.</summary>
    IReadOnlyList<CalendarUser> TouchedBy(long change);

    /// <summary>Somebody is in a group from now on.</summary>
    void Join(UserId group, UserId member);

    /// <summary>False where they are not in it.</summary>
    bool Leave(UserId group, UserId member);
}

/// <summary>Places, and how long the ways between them take.</summary>
public interface IPlaceStore
{
    /// <summary>Stores a new place, or what is different about one that there is.</summary>
    void Save(Place place);

    /// <param name="takes">Null where it is not known any more.</param>
    void SaveWay(string from, string to, Duration? takes);
}

/// <summary>What is known of the organisation as a whole.</summary>
public interface IOrganisationStore
{
    /// <summary>It is called so from now on.</summary>
    void Name(OrganisationName name);
}

/// <summary>How somebody set a screen.</summary>
public interface ISettingStore
{
    /// <summary>Keeps how somebody likes a view. It is nobody else's, so no history tells it.</summary>
    void Save(UserId who, string name, string json);
}
