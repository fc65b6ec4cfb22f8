using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;

namespace Corlin.Application.Changes;

/// <summary>Arranges a meeting in somebody's name and asks everyone to it.</summary>
/// <param name="Link">The address of the conference, or null.</param>
public sealed record ArrangeMeeting(
    UserId Actor, UserId InNameOf, string Title, ImmutableArray<Invited> Invited, EntryTime Time, string? Place, string? Link, string? Agenda, string? Line,
    bool Private = false, Rule? Rule = null) : IChange<ArrangedMeeting>
{
    public ArrangedMeeting Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        RuleChecks.MustFit(Rule, Time);
        var change = session.Begin(ChangeKind.MeetingSent, Actor, InNameOf, rights.Grant);
        var asked = Attendees.Resolve(session, Invited, InNameOf);
        var sent = Scheduling.Send(session.New(EntryKind.Meeting, InNameOf, Actor, Title, Time) with
        {
            Rule = Rule,
            Place = Place,
            Link = Link,
            Agenda = Agenda,
            Line = Line,
            Private = Private,
            Status = MeetingStatus.Draft,
            Participations = [.. asked],
        });
        var stored = session.Save(Rooms.Answer(session, sent.Entry));
        session.Tell(sent with { Entry = stored }, Actor);
        return new ArrangedMeeting(stored.PublicId, change, stored.Participations.Length);
    }
}

/// <summary>What came of it.</summary>
/// <param name="Change">With this it can be undone until it was sent.</param>
public sealed record ArrangedMeeting(string PublicId, long Change, int Asked);
