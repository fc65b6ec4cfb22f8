using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Meetings;

/// <summary>Writes to who is to bring or send something for a meeting and has not; not twice a day, unless it is meant again.</summary>
/// <param name="Task">The public id of the task as which it is noted.</param>
public sealed record RemindOwed(UserId Actor, string Task, bool Again) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var notes = session.NotesWithTask(Task) ?? throw new RefusedException(RefusalKind.NotFound);
        var task = notes.Tasks.Single(t => t.PublicId == Task);
        var entry = session.EntriesNow([notes.Entry]).Values.FirstOrDefault() ?? throw new RefusedException(RefusalKind.NotFound);
        var (may, rights) = session.NotesRights(Actor, entry, notes.Lane);
        if (!may.Write)
            throw new RefusedException(may.Read ? RefusalKind.MayNotChange : RefusalKind.NotFound);
        if (!Owed.IsOwed(task, notes.Lane))
            throw new RefusedException(RefusalKind.DoneAlready);
        var viewing = new Viewing(session, Actor, session.Now);
        var people = viewing.Users([notes.Lane, task.Owner!.Value]);
        var (lane, by) = (people[notes.Lane], people[task.Owner.Value]);
        if (by is not { Kind: UserKind.Person, Address.Length: > 0 } || by.Id == Actor)
            throw new RefusedException(RefusalKind.NoAttendee, "task");
        if (!Again && Reminding.WrittenToday(viewing, entry).Contains(by.Address))
            throw new RefusedException(RefusalKind.WrittenToday, null, by.GivenName);
        var change = session.Begin(ChangeKind.MailWritten, Actor, notes.Lane, rights.Grant);
        var (subject, text) = English.StillOwed(task.Words, task.Due, entry.Title, lane, viewing.Person);
        session.Write(viewing.Person, by, subject, text, new MailAbout(notes.Lane, entry.PublicId, entry.Private));
        return change;
    }
}
