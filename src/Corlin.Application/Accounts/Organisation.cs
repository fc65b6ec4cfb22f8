using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Accounts;

/// <summary>Says how the organisation is called. An administrator does.</summary>
/// <param name="Stood">How it was called when that was edited, null for not at all: what somebody else said meanwhile stays.</param>
[Change(ChangeKind.OrganisationNamed, "named the organisation", MayTakeBack.ByAdministrators)]
public sealed record NameOrganisation(UserId Actor, string? Stood, string Name) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        var name = OrganisationName.Of(Name);
        if (session.OrganisationName() != Stood)
            throw new RefusedException(RefusalKind.ChangedSince, "organisation");
        var change = session.Begin(ChangeKind.OrganisationNamed, Actor, Actor, null);
        session.OrganisationStore.Name(name);
        return change;
    }
}
