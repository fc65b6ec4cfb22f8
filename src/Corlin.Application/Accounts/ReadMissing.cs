using Corlin.Application.Ports;
using Corlin.Core.Calendars;

namespace Corlin.Application.Accounts;

/// <summary>What a day's work needs and an organisation does not have yet.</summary>
public enum Missing
{
    /// <summary>It was never said how the organisation is called.</summary>
    Organisation,

    /// <summary>Nobody else is inside.</summary>
    People,

    /// <summary>No place where people work is named.</summary>
    Places,

    /// <summary>No place says in which country it is: no public holidays stand on any lane.</summary>
    Holidays,

    /// <summary>Nobody speaks for anybody: each has their own calendar alone.</summary>
    Keeping,

    /// <summary>Some who are inside have no way in.</summary>
    SignUp,

    /// <summary>One alone manages people and places.</summary>
    SecondAdministrator,

    /// <summary>Nothing is sent to anybody outside.</summary>
    MailOut,

    /// <summary>Answers from outside do not come in by themselves.</summary>
    MailIn,
}

/// <summary>What an organisation does not have yet of what can be told from its data, in the order in which it is best done.</summary>
public sealed record ReadMissing(UserId Viewer)
{
    /// <returns>Nothing to who does not manage people and places: they could do nothing about it.</returns>
    public IReadOnlyList<Missing> Run(ICalendarReads store)
    {
        if (!store.IsAdministrator(Viewer))
            return [];
        var places = store.Places().Values.Where(p => !p.Closed).ToList();
        var found = new List<Missing>();
        if (store.OrganisationName() is null)
            found.Add(Missing.Organisation);
        if (store.CountInside() < 2)
            found.Add(Missing.People);
        if (places.Count == 0)
            found.Add(Missing.Places);
        else if (places.TrueForAll(p => p.Country is null))
            found.Add(Missing.Holidays);
        if (store.CountInside() > 1 && !store.AnybodySpeaks())
            found.Add(Missing.Keeping);
        if (store.Administrators().Count < 2)
            found.Add(Missing.SecondAdministrator);
        return found;
    }
}
