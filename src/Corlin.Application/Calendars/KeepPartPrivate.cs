using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Calendars;

/// <summary>
/// Makes the part that somebody has in a meeting private on their own lane, or no longer; the meeting is as private as its organiser said.
/// </summary>
[Change(ChangeKind.PartMadePrivate, "said how private their own part is of", MayTakeBack.BySpeaker)]
public sealed record KeepPartPrivate(UserId Actor, UserId InNameOf, string Entry, bool Private) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var meeting = session.Entry(Entry) ?? throw new RefusedException(RefusalKind.NotFound);
        var own = meeting.Status == MeetingStatus.Draft ? [] : meeting.Participations.Where(p => p.Who == InNameOf).ToList();
        var isPrivate = meeting.Private || own.Exists(p => p.OwnPrivate);
        if (own.Count == 0 || (isPrivate && !rights.MaySpeakForPrivate))
            throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.PartMadePrivate, Actor, InNameOf, rights.Grant);
        session.EntryStore.Save(
            meeting with
            {
                Participations = [.. meeting.Participations.Select(p => p.Who == InNameOf ? p with { OwnPrivate = Private } : p)],
            }
        );
        return change;
    }
}
