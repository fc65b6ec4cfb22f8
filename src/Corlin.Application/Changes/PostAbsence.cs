using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;

namespace Corlin.Application.Changes;

/// <summary>Says that somebody is away, and who covers.</summary>
public sealed record PostAbsence(UserId Actor, UserId InNameOf, Stretch Stretch, UserId? Covers, string? Reason) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var change = session.Begin(ChangeKind.AbsencePosted, Actor, InNameOf, rights.Grant);
        session.Save(new Absence(InNameOf, Stretch, Covers, Reason));
        return change;
    }
}
