using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Changes;

/// <summary>Lets somebody see and do something in the actor's own calendar.</summary>
public sealed record GrantAccess(UserId Actor, UserId Receiver, Sight Sight, Acting Acting, bool Private, Instant? From = null, Instant? Until = null)
    : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (!Grant.IsLegal(Sight, Acting)) throw new RefusedException(RefusalKind.IllegalGrant);
        var receiver = session.Users([Receiver]).GetValueOrDefault(Receiver) ?? throw new RefusedException(RefusalKind.PersonUnknown, "receiver");
        if (!receiver.Inside && Acting != Acting.Look) throw new RefusedException(RefusalKind.IllegalGrant);
        var change = session.Begin(ChangeKind.AccessGranted, Actor, Actor, null);
        session.Save(new Grant(0, session.CalendarOf(Actor), Receiver, receiver.Inside, Sight, Acting, Private, From, Until, false));
        return change;
    }
}
