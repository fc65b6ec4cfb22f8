using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Changes;

/// <summary>What an administrator did with the way in of somebody inside. It is allowed and noted here, before it is done.</summary>
public sealed record NoteAccount(UserId Actor, UserId Who, ChangeKind Kind) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (session.Users([Who])[Who] is not { Inside: true, Kind: UserKind.Person }) throw new RefusedException(RefusalKind.NotFound);
        // Whoever shuts themselves out leaves nobody to let them in.
        if (Actor == Who && Kind == ChangeKind.AccountClosed) throw new RefusedException(RefusalKind.OwnWayIn);
        return session.Begin(Kind, Actor, Who, null);
    }
}
