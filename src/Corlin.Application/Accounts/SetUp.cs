using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Accounts;

/// <summary>Adds a person, group, room or resource; who is inside gets a calendar with the defaults of the organisation.</summary>
/// <param name="Administrator">They manage people and places.</param>
[Change(ChangeKind.SetUp, "set up", MayTakeBack.Never)]
public sealed record AddPerson(CalendarUser User, bool Administrator = false) : IChange<CalendarUser>
{
    public CalendarUser Apply(IChangeSession session)
    {
        if (!Zones.Exists(User.Zone))
            throw new RefusedException(RefusalKind.ZoneUnknown, "zone", User.Zone);
        if (!Mailbox.IsAddress(User.Address))
            throw new RefusedException(RefusalKind.AddressIsNone, "address", User.Address);
        var added = session.PeopleStore.Add(User with { PublicId = PublicIds.New() });
        session.Begin(ChangeKind.SetUp, added.Id, added.Id, null);
        if (Administrator)
            session.PeopleStore.SetAdministrator(added.Id, true);
        if (added.Inside)
            NewPeople.OpenCalendar(session, added);
        return added;
    }
}

/// <summary>Adds somebody to a group.</summary>
public sealed record AddMember(UserId Group, UserId Member) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        session.PeopleStore.Join(Group, Member);
        return true;
    }
}

/// <summary>Names a place where people work or meet.</summary>
public sealed record AddPlace(Place Place) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        session.PlaceStore.Save(SoundPlace.Of(Place));
        return true;
    }
}

/// <summary>Says how long the way between two sites takes.</summary>
public sealed record SetWay(string From, string To, Duration Takes) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        session.PlaceStore.SaveWay(From, To, Takes);
        return true;
    }
}
