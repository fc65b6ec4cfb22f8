using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Meetings;

/// <summary>
/// Who is in a group asks who organises one of its meetings to be asked to it; that is a letter, and asks nobody by itself.
/// </summary>
public sealed record AskToCome(UserId Actor, string Meeting) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var meeting = session.Entry(Meeting) ?? throw new RefusedException(RefusalKind.NotFound);
        var isMember = meeting.Groups.Any(g => session.Members(g.Group).Contains(Actor));
        if (!isMember || meeting.Private || meeting.Status != MeetingStatus.Sent || meeting.StandsWith(Actor))
            throw new RefusedException(RefusalKind.NotFound);
        var people = session.Users([Actor, meeting.Owner]);
        var change = session.Begin(ChangeKind.MailWritten, Actor, Actor, null);
        var (subject, text) = English.AskingToCome(people[Actor].Name, meeting.Title);
        session.Write(people[Actor], people[meeting.Owner], subject, text, new MailAbout(Actor, null, false));
        return change;
    }
}
