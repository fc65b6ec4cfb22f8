using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Meetings;

/// <summary>Puts away something that one was told of a meeting.</summary>
public sealed record PutMeetingNewsAway(UserId Actor, long News) : IChange<bool>
{
    public bool Apply(IChangeSession session) =>
        session.MeetingNewsStore.PutAway(Actor, News) ? true : throw new RefusedException(RefusalKind.NotFound);
}
