using System.Collections.Immutable;
using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>Changes an entry, one occurrence of it, or what follows one.</summary>
/// <param name="Was">The parts to be changed as the editor saw them; where one is another by now, nothing is changed and it is
/// said.</param>
/// <param name="Moving">A new time given as moments instead of as words.</param>
/// <param name="Asking">Who is invited besides, and who no longer.</param>
[Change(ChangeKind.EntryChanged, "changed", MayTakeBack.ByWhoChangesEachEntry)]
public sealed record ChangeEntry(
    UserId Actor,
    string Entry,
    LocalDateTime? RecurrenceId,
    Reach Reach,
    EntryEdit Becomes,
    EntryEdit Was,
    Moving? Moving = null,
    Asking? Asking = null
) : IChange<EntryChanged>
{
    public EntryChanged Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        var zone = session.Users([entry.Owner])[entry.Owner].HomeZone;
        var stands = Occurrences.Find(entry, RecurrenceId, zone) ?? throw new RefusedException(RefusalKind.NotFound, "occurrence");
        var becomes = Moving is null ? Becomes : Becomes with { Time = Moving.InItsZone(stands.Time, Moving.To) };
        var was = Moving is null ? Was : Was with { Time = Moving.InItsZone(stands.Time, Moving.From) };
        var conflicts = EditConflicts.Find(stands, was, becomes);
        if (!conflicts.IsEmpty)
            return new EntryChanged(null, entry.PublicId, conflicts, 0);
        if (becomes.Repeat is { } repeat)
            RuleChecks.MustFit(repeat.Rule, becomes.Time ?? stands.Time);
        var change = session.Begin(ChangeKind.EntryChanged, Actor, entry.Owner, rights.Grant);
        if (Asking is not null)
        {
            MustOrganise(session, entry);
            becomes = becomes with
            {
                Attendees = Attendees.Edit(session, Asking, new Inviting(Actor, entry.Owner, becomes.Private ?? entry.Private)),
            };
        }

        var id = PublicIds.New();
        var (last, told) = (entry, 0);
        foreach (var transition in Edits.Apply(entry, RecurrenceId, Reach, becomes, new NewIds(id, PublicIds.Uid(id)), zone))
        {
            last = session.EntryStore.Save(Rooms.Answer(session, Grouped(session, transition.Entry)));
            session.Tell(transition with { Entry = last }, Actor, before: entry);
            var rooms = transition.Entry.Participations.Where(p => p.Role == AttendeeRole.Resource).Select(p => p.Who).ToHashSet();
            told = transition.Effects.Count(e => !rooms.Contains(e.To));
        }

        if (last.Id != entry.Id && !last.IsSeries && RecurrenceId is { } alone && Reach == Reach.ThisOne)
            session.GoOff(entry, alone, last);
        else
            session.GoAlong(entry, RecurrenceId, last);
        // What lay with the series lies with what went off it too.
        if (last.Id != entry.Id)
            session.LayWith(last, session.Papers([entry.Id]));
        return new EntryChanged(change, last.PublicId, [], told);
    }

    /// <summary>A group that is asked to the whole of it is known with it from then on.</summary>
    private Entry Grouped(IChangeSession session, Entry entry)
    {
        if (Asking is null || entry.Kind != EntryKind.Meeting || (entry.IsSeries && Reach == Reach.ThisOne))
            return entry;
        var added = Attendees.GroupsOf(session, Asking.Added).Where(a => entry.Groups.All(g => g.Group != a.Group));
        return entry with { Groups = [.. entry.Groups, .. added] };
    }

    /// <summary>Who asks somebody to an appointment organises a meeting in its owner's name.</summary>
    private void MustOrganise(IChangeSession session, Entry entry)
    {
        if (entry.Kind == EntryKind.Meeting)
            return;
        session.MustSpeakFor(Actor, entry.Owner);
        if (entry.Home != session.CalendarOf(entry.Owner))
            throw new RefusedException(RefusalKind.OnMainOnly, "attendees");
    }
}

/// <param name="Removed">Public ids.</param>
public sealed record Asking(ImmutableArray<Invited> Added, ImmutableArray<string> Removed);

/// <summary>A move by hand on the lane.</summary>
/// <param name="From">Where it stood when it was taken.</param>
public sealed record Moving(Stretch From, Stretch To)
{
    /// <summary>A stretch told in the zone in which the entry stands: who moves it on the lane does not change that.</summary>
    public static TimedEntry InItsZone(EntryTime time, Stretch stretch) =>
        time is TimedEntry timed
            ? TimedEntry.At(stretch, timed.Zone) with
            {
                EndZone = timed.EndZone,
            }
            : throw new RefusedException(RefusalKind.BadInput, "to", "A time of day");
}

/// <param name="Change">With it the change can be undone; null where nothing was changed.</param>
/// <param name="Entry">The public id of what was edited: of the new series where one was cut, of the meeting that one of it became.</param>
/// <param name="Conflicts">The parts that somebody else has changed meanwhile.</param>
/// <param name="Told">How many people are told; a room is none.</param>
public sealed record EntryChanged(long? Change, string Entry, ImmutableArray<EntryPart> Conflicts, int Told);

/// <summary>Brings a meeting back that was cancelled as a whole within the hour; everyone is asked anew.</summary>
[Change(ChangeKind.MeetingRestored, "brought back", MayTakeBack.BySpeaker)]
public sealed record RestoreMeeting(UserId Actor, string Meeting) : IChange<long>
{
    public static readonly Duration Within = Duration.FromHours(1);

    public long Apply(IChangeSession session)
    {
        var (meeting, rights) = session.MustOrganise(Actor, Meeting);
        if (
            session.PastOf(meeting.Id, null, 1) is not [{ Kind: ChangeKind.MeetingCancelled, TookBack: false } cancelled]
            || session.Now - cancelled.At > Within
        )
            throw new RefusedException(RefusalKind.CancelledLongAgo);
        // One that was saved and never sent is so again: nobody was told of it, and nobody is now.
        var unsent = cancelled.Entries.FirstOrDefault(e => e.Id == meeting.Id)?.Before is { Status: MeetingStatus.Draft };
        var restored = unsent
            ? new Transition(meeting with { Status = MeetingStatus.Draft, Version = meeting.Version + 1 }, [])
            : Scheduling.Restore(meeting);
        var change = session.Begin(ChangeKind.MeetingRestored, Actor, meeting.Owner, rights.Grant);
        var stands = session.EntryStore.Save(unsent ? restored.Entry : Rooms.Answer(session, restored.Entry));
        session.Tell(restored with { Entry = stands }, Actor);
        return change;
    }
}

/// <summary>Cancels an entry, one occurrence of it, or what follows one; who was asked is told.</summary>
/// <param name="Note">Why, to those who are told.</param>
[Change(ChangeKind.MeetingCancelled, "cancelled", MayTakeBack.BySpeaker)]
[Change(ChangeKind.EntryCancelled, "cancelled", MayTakeBack.ByWhoChangesEachEntry)]
public sealed record CancelEntry(UserId Actor, string Entry, LocalDateTime? RecurrenceId, Reach Reach, string? Note = null) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var note = SaidNote.Read(Note);
        var (entry, rights) = session.MustChange(Actor, Entry);
        var zone = session.Users([entry.Owner])[entry.Owner].HomeZone;
        var change = session.Begin(
            entry.Kind == EntryKind.Meeting ? ChangeKind.MeetingCancelled : ChangeKind.EntryCancelled,
            Actor,
            entry.Owner,
            rights.Grant
        );
        var cancelled = Edits.Cancel(entry, RecurrenceId, Reach, zone);
        session.Tell(cancelled with { Entry = session.EntryStore.Save(cancelled.Entry) }, Actor, note);
        return change;
    }
}
