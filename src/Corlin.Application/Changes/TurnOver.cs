using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;

namespace Corlin.Application.Changes;

/// <summary>Turns a meeting over to somebody else inside, who organises it from now on; everyone is told.</summary>
/// <param name="To">Their public id.</param>
/// <param name="Stays">Whether who organised it so far still comes.</param>
/// <param name="Note">What who acts writes with it, or null.</param>
public sealed record TurnOver(UserId Actor, string Meeting, string To, bool Stays, string? Note = null) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var note = SaidNote.Read(Note);
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        var to = session.User(To) is { Inside: true, Kind: UserKind.Person } found ? found : throw new RefusedException(RefusalKind.PersonUnknown, "to", To);
        var people = session.Users([meeting.Owner, .. meeting.Participations.Select(p => p.Who)]);
        var change = session.Begin(ChangeKind.TurnedOver, Actor, meeting.Owner, rights.Grant);
        var (ended, begun) = Scheduling.TurnOver(meeting, to.Id, session.CalendarOf(to.Id), Stays, who => !people[who].Inside, PublicIds.Uid(PublicIds.New()), session.Now);
        session.Tell(ended, Actor, note ?? $"{to.Name} organises it from now on and asks you anew.");
        var stored = session.Save(begun.Entry);
        session.Tell(begun with { Entry = stored }, Actor, note);
        return change;
    }
}
