using Corlin.Application.Accounts;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>
/// The first administrator of an organisation with their account, the first place and the name of the organisation, all or nothing;
/// refused as soon as anybody has an account.
/// </summary>
/// <param name="Account">Complete, but for the number of the person.</param>
/// <param name="Place">Where people work first; null where that is said later.</param>
/// <param name="Organisation">How the organisation is called; null where that is said later.</param>
public sealed record FirstAccount(CalendarUser Person, Account Account, Place? Place, OrganisationName? Organisation)
    : IChange<CalendarUser>
{
    public CalendarUser Apply(IChangeSession session)
    {
        var db = ((ChangeSession)session).Db;
        if (db.Users.Any())
            throw new RefusedException(RefusalKind.ChangedSince);
        if (Place is not null)
            new AddPlace(Place).Apply(session);
        var person = new AddPerson(Person, Administrator: true).Apply(session);
        if (Organisation is not null)
            session.OrganisationStore.Name(Organisation);
        Account.PersonId = person.Id.Value;
        db.Users.Add(Account);
        db.SaveChanges();
        return person;
    }
}
