using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Application.Changes;

/// <summary>Changes an entry, one occurrence of it, or what follows one.</summary>
/// <param name="Was">The parts to be changed as the editor saw them; where one is another by now, nothing is changed and it is said.</param>
public sealed record ChangeEntry(UserId Actor, string Entry, LocalDateTime? RecurrenceId, Reach Reach, EntryEdit Becomes, EntryEdit Was) : IChange<EntryChanged>
{
    public EntryChanged Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        var zone = session.Users([entry.Owner])[entry.Owner].HomeZone;
        var stands = Occurrences.Find(entry, RecurrenceId, zone) ?? throw new RefusedException(RefusalKind.NotFound, "occurrence");
        var conflicts = EditConflicts.Find(stands, Was, Becomes);
        if (!conflicts.IsEmpty) return new EntryChanged(null, entry.PublicId, conflicts);
        if (Becomes.Repeat is { } repeat) RuleChecks.MustFit(repeat.Rule, Becomes.Time ?? stands.Time);
        var change = session.Begin(ChangeKind.EntryChanged, Actor, entry.Owner, rights.Grant);
        var id = PublicIds.New();
        var last = entry;
        foreach (var transition in Edits.Apply(entry, RecurrenceId, Reach, Becomes, new NewIds(id, $"{id}@corlin"), zone))
        {
            last = session.Save(Becomes.Time is null && Becomes.Repeat is null ? transition.Entry : Rooms.Answer(session, transition.Entry));
            session.Tell(transition with { Entry = last }, Actor);
        }

        return new EntryChanged(change, last.PublicId, []);
    }
}

/// <param name="Change">With it the change can be undone; null where nothing was changed.</param>
/// <param name="Entry">The public id of what was edited: of the new series where one was cut.</param>
/// <param name="Conflicts">The parts that somebody else has changed meanwhile.</param>
public sealed record EntryChanged(long? Change, string Entry, ImmutableArray<EntryPart> Conflicts);

/// <summary>Cancels an entry, one occurrence of it, or what follows one; who was asked is told.</summary>
public sealed record CancelEntry(UserId Actor, string Entry, LocalDateTime? RecurrenceId, Reach Reach) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var (entry, rights) = session.MustChange(Actor, Entry);
        var zone = session.Users([entry.Owner])[entry.Owner].HomeZone;
        var change = session.Begin(entry.Kind == EntryKind.Meeting ? ChangeKind.MeetingCancelled : ChangeKind.EntryCancelled, Actor, entry.Owner, rights.Grant);
        var cancelled = Edits.Cancel(entry, RecurrenceId, Reach, zone);
        session.Tell(cancelled with { Entry = session.Save(cancelled.Entry) }, Actor);
        return change;
    }
}
