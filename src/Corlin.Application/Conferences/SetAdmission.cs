using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;

namespace Corlin.Application.Conferences;

/// <summary>Says who joins the conference of an entry by its link at once; nobody is told.</summary>
public sealed record SetAdmission(UserId Actor, string Entry, Admission Admission) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        var change = session.Begin(ChangeKind.EntryChanged, Actor, entry.Owner, rights.Grant);
        session.EntryStore.Save(entry with { Admission = Admission, Version = entry.Version + 1 });
        return change;
    }
}
