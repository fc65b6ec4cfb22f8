using Corlin.Application.Calendars;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;

namespace Corlin.Application.Handing;

/// <summary>
/// Takes away what a device removed: what its owner organises is cancelled, what they are asked to is declined, all else goes.
/// </summary>
/// <param name="Holds">Whether it may be removed as it stands: one object or none.</param>
/// <param name="Reply">Whether who organises it outside is told (Schedule-Reply, RFC 6638 8.1).</param>
/// <returns>False where what stands there is not what the device last read.</returns>
public sealed record RemoveObject(UserId Actor, string Calendar, string Name, Func<DeviceContent, bool> Holds, bool Reply) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        var viewing = new Viewing(session, Actor, session.Now);
        var calendar = DeviceCalendars.Find(viewing, Calendar) ?? throw new RefusedException(RefusalKind.NotFound);
        var objects = new DeviceObjects(viewing, calendar);
        if (objects.Find(Name) is not { } told)
            throw new RefusedException(objects.IsTakenTime(Name) ? RefusalKind.MayNotChange : RefusalKind.NotFound);
        if (!Holds(objects.Content([told])))
            return false;
        var stands = told.Stands!;
        var owner = calendar.Owner.Id;
        if (stands.Kind != EntryKind.Meeting || stands.Owner == owner)
        {
            if (stands.Kind == EntryKind.Hold)
                throw new RefusedException(RefusalKind.MayNotChange);
            new CancelEntry(Actor, stands.PublicId, null, Reach.All).Apply(session);
            return true;
        }

        var untold = !Reply && !session.Users([stands.Owner])[stands.Owner].Inside;
        foreach (var part in stands.Participations.Where(p => p.Who == owner && !p.NotAsked && p.Answer != Answer.Declined))
            new AnswerInvitation(Actor, owner, stands.PublicId, part.RecurrenceId, Answer.Declined, null, null) { Untold = untold }.Apply(
                session
            );
        return true;
    }
}
