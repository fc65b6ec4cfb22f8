using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>The notes of an occurrence on a lane.</summary>
/// <param name="Entry">The public id.</param>
public readonly record struct NotesAt(string Entry, LocalDateTime? RecurrenceId, UserId Lane);

/// <param name="Id">Null for a new one.</param>
/// <param name="Owner">Who is to do it, by public id; null where that is open.</param>
public sealed record TaskSaid(string? Id, string Words, string? Owner, LocalDate? Due);

/// <summary>Keeps what is noted of a meeting as it is written; nobody is told.</summary>
/// <param name="Version">The version that was written on; 0 for the first.</param>
public sealed record KeepNotes(UserId Actor, NotesAt At, int Version, RichText? Text, ImmutableArray<TaskSaid> Tasks) : IChange<int>
{
    public int Apply(IChangeSession session)
    {
        var (entry, _) = session.MustNote(Actor, At);
        if (Tasks.Length > MeetingNotes.MostTasks)
            throw new RefusedException(RefusalKind.TooMany, "tasks", $"{MeetingNotes.MostTasks} tasks");
        var stands = session.NotesAt(entry.Id, At.RecurrenceId, At.Lane);
        if ((stands?.Version ?? 0) != Version)
            throw new RefusedException(RefusalKind.ChangedSince, "notes");
        var notes = (stands ?? new MeetingNotes(PublicIds.New(), entry.Id, At.RecurrenceId, At.Lane, Actor, session.Now)) with
        {
            Text = Text?.Plain,
            Styled = Text?.Html,
            Tasks = [.. Tasks.Select(t => Said(session, stands, t))],
            Version = Version + 1,
            WrittenBy = Actor,
            WrittenAt = session.Now,
        };
        session.NotesStore.Save(notes, told: false);
        return notes.Version;
    }

    private MeetingTask Said(IChangeSession session, MeetingNotes? stands, TaskSaid said)
    {
        var words = said.Words.Trim();
        if (words.Length is 0 or > MeetingTask.LongestWords)
            throw new RefusedException(RefusalKind.BadInput, "tasks", said.Words);
        var owner =
            said.Owner is null ? (UserId?)null
            : session.MustKnow(Actor, said.Owner, "tasks") is { Kind: UserKind.Person } who ? who.Id
            : throw new RefusedException(RefusalKind.PersonUnknown, "tasks", said.Owner);
        var known = stands?.Tasks.FirstOrDefault(t => t.PublicId == said.Id) ?? new MeetingTask(PublicIds.New(), words, owner, said.Due);
        var same = (known.Words, known.Owner, known.Due) == (words, owner, said.Due);
        // Its readers were told other words.
        return same ? known : known with { Words = words, Owner = owner, Due = said.Due, Told = false };
    }
}

/// <summary>Releases notes to some people: those asked to the meeting find them there, everyone else gets them by mail.</summary>
/// <param name="To">Public ids or addresses.</param>
[Change(ChangeKind.NotesReleased, "shared notes of", MayTakeBack.ByWhoChangesTheLane)]
public sealed record ReleaseNotes(UserId Actor, NotesAt At, ImmutableArray<string> To, string? Line) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var line = SaidNote.Read(Line, "line");
        var (entry, rights) = session.MustNote(Actor, At);
        var notes = session.NotesAt(entry.Id, At.RecurrenceId, At.Lane) ?? throw new RefusedException(RefusalKind.NotFound, "notes");
        var found = To.Select(t => session.FindOrAdd(t, "to", new Inviting(Actor, At.Lane, entry.Private)))
            .Where(u => u.Kind == UserKind.Person && u.Id != At.Lane)
            .DistinctBy(u => u.Id)
            .ToList();
        if (found.Count == 0)
            throw new RefusedException(RefusalKind.NoAttendee, "to");
        if ((notes.Released?.To.Length ?? 0) + found.Count > MeetingNotes.MostReaders)
            throw new RefusedException(RefusalKind.TooMany, "to", $"{MeetingNotes.MostReaders} people");
        var change = session.Begin(ChangeKind.NotesReleased, Actor, At.Lane, rights.Grant);
        var released = notes.Release(found.Select(f => f.Id), Actor, session.Now);
        session.NotesStore.Save(released, told: true);
        // As it stands: what was done is told with the meeting all the same.
        session.EntryStore.Save(entry);
        var there = Agreement.For(entry, At.RecurrenceId).Select(p => p.Who).Append(entry.Owner).ToHashSet();
        session.Tell(
            new Transition(
                entry,
                [
                    .. found
                        .Where(f => f.Inside && there.Contains(f.Id))
                        .Select(f => new Effect(EffectKind.NotesReleased, f.Id, At.Lane, At.RecurrenceId)),
                ]
            ),
            Actor,
            line
        );
        Write(session, entry, released, line, found.Where(f => (!f.Inside || !there.Contains(f.Id)) && f.Address.Length > 0));
        return change;
    }

    private void Write(IChangeSession session, Entry entry, MeetingNotes notes, string? line, IEnumerable<CalendarUser> to)
    {
        var people = session.Users([Actor, At.Lane, .. notes.Tasks.Select(t => t.Owner).OfType<UserId>()]);
        var when = Occurrences.Find(entry, At.RecurrenceId, people[At.Lane].HomeZone)?.Time.LocalStart.Date ?? entry.Time.LocalStart.Date;
        var (subject, text) = English.NotesLetter(entry.Title, when, notes, line, who => people[who].Name);
        foreach (var one in to)
            session.Write(people[Actor], one, subject, text, new MailAbout(At.Lane, entry.PublicId, entry.Private));
    }
}

/// <summary>Says that what was to be done is done, or not after all: by who keeps the notes, or by who is to do it.</summary>
[Change(ChangeKind.TaskDone, "said how a task stands of", MayTakeBack.ByWhoChangesTheLane)]
public sealed record FinishTask(UserId Actor, string Task, bool Done) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var notes = session.NotesWithTask(Task) ?? throw new RefusedException(RefusalKind.NotFound);
        var task = notes.Tasks.Single(t => t.PublicId == Task);
        var entry = session.EntriesNow([notes.Entry]).Values.FirstOrDefault() ?? throw new RefusedException(RefusalKind.NotFound);
        var (inNameOf, grant) = InNameOf(session, entry, notes, task);
        var change = session.Begin(ChangeKind.TaskDone, Actor, inNameOf, grant);
        var finished = task with { DoneAt = Done ? session.Now : null, DoneBy = Done ? Actor : null };
        session.NotesStore.Save(notes with { Tasks = notes.Tasks.Replace(task, finished) }, told: true);
        return change;
    }

    private (UserId InNameOf, long? Grant) InNameOf(IChangeSession session, Entry entry, MeetingNotes notes, MeetingTask task)
    {
        if (session.NotesRights(Actor, entry, notes.Lane) is { May.Write: true } keeper)
            return (notes.Lane, keeper.Rights.Grant);
        if (task is { Told: true, Owner: { } owner } && session.SpeakingFor(Actor, owner) is { } rights)
            return (owner, rights.Grant);
        throw new RefusedException(RefusalKind.NotFound);
    }
}

internal static class NotesRight
{
    /// <summary>An entry on a lane of which the actor writes notes.</summary>
    /// <exception cref="RefusedException">There is none that they may know of, or they may not write there.</exception>
    public static (Entry Entry, Rights Rights) MustNote(this IChangeSession session, UserId actor, NotesAt at)
    {
        var entry = session.Entry(at.Entry) ?? throw new RefusedException(RefusalKind.NotFound);
        var (may, rights) = session.NotesRights(actor, entry, at.Lane);
        if (!may.Write)
            throw new RefusedException(may.Read ? RefusalKind.MayNotChange : RefusalKind.NotFound);
        if (Occurrences.Find(entry, at.RecurrenceId, session.Users([at.Lane])[at.Lane].HomeZone) is null)
            throw new RefusedException(RefusalKind.NotFound, "occurrence");
        return (entry, rights);
    }

    public static ((bool Read, bool Write) May, Rights Rights) NotesRights(
        this IChangeSession session,
        UserId actor,
        Entry entry,
        UserId lane
    )
    {
        var rights = session.RightsOnLane(actor, entry, lane);
        return (Deciding.Notes(entry, lane, rights), rights);
    }
}
