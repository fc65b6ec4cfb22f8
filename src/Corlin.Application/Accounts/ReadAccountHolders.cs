using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Accounts;

/// <summary>Somebody inside, who may have a way in.</summary>
/// <param name="Administrator">Whether they manage people and places.</param>
public sealed record AccountHolder(UserId Id, PersonView Who, bool Administrator);

/// <param name="InAll">How many there are; the first of them are told.</param>
/// <param name="Organisation">How the organisation is called; null where that was never said.</param>
public sealed record AccountHolders(IReadOnlyList<AccountHolder> Found, int InAll, string? Organisation);

/// <summary>People inside by name, for who manages their ways in.</summary>
public sealed record ReadAccountHolders(UserId Viewer, string Text, Instant Now)
{
    private const int Most = 200;

    public AccountHolders Run(ICalendarReads store)
    {
        if (!store.IsAdministrator(Viewer))
            throw new RefusedException(RefusalKind.AdministratorsOnly);
        var viewing = new Viewing(store, Viewer, Now);
        var (found, inAll) = store.Index(Text.Trim(), [UserKind.Person], true, [], Most);
        var administrators = store.Administrators();
        return new AccountHolders(
            [.. found.Select(f => new AccountHolder(f.Id, viewing.View(f), administrators.Contains(f.Id)))],
            inAll,
            store.OrganisationName()
        );
    }
}
