using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Editing;

/// <summary>
/// Changes an entry, one occurrence of it, or what follows one. A sent meeting follows the rules of RFC 5546: what moves raises SEQUENCE
/// and sets the answers of the occurrences it moves to none; everything else keeps them.
/// </summary>
/// <remarks>
/// From here on ends the old series (UNTIL) and begins a new one with its own UID, linked by RELATED-TO (RFC 5545 3.8.4.5); what was said
/// of single later occurrences goes with it.
/// </remarks>
public static class Edits
{
    /// <param name="id">The occurrence at which the edit is made; null for an entry that does not repeat.</param>
    /// <param name="ownerZone">The zone in which all-day entries begin.</param>
    /// <returns>The entry as it is then, and behind it the new one where a series was cut, or where one of its occurrences becomes a
    /// meeting of its own.</returns>
    /// <exception cref="RefusedException">There is no such occurrence, it was cancelled, or the rule cannot move that way.</exception>
    public static ImmutableArray<Transition> Apply(
        Entry entry,
        LocalDateTime? id,
        Reach reach,
        EntryEdit edit,
        NewIds ids,
        DateTimeZone ownerZone
    )
    {
        MustStand(entry);
        if (edit.Title is { } title && string.IsNullOrWhiteSpace(title))
            throw new RefusedException(RefusalKind.NoTitle, "title");
        if (!entry.IsSeries)
            return [AttendeeEdits.Apply(entry, Whole(entry, entry.Time.LocalStart, edit), null, edit.Attendees)];
        var occurrence = Occurrences.Find(entry, id, ownerZone) ?? throw new RefusedException(RefusalKind.NotFound, "occurrence");
        return reach switch
        {
            Reach.ThisOne when entry.Kind == EntryKind.Appointment && edit.Attendees is { Added.IsEmpty: false } => GoesOff(
                entry,
                occurrence,
                edit,
                ids
            ),
            Reach.ThisOne => [AttendeeEdits.Apply(entry, One(entry, occurrence, edit), id, edit.Attendees)],
            Reach.FromHereOn when id > entry.Time.LocalStart => Cut(entry, id.Value, edit, ids),
            _ => [AttendeeEdits.Apply(entry, Whole(entry, id!.Value, edit), null, edit.Attendees)],
        };
    }

    /// <summary>Cancels an entry, one occurrence, or what follows one; who was asked is told.</summary>
    public static Transition Cancel(Entry entry, LocalDateTime? id, Reach reach, DateTimeZone ownerZone)
    {
        MustStand(entry);
        if (!entry.IsSeries || reach == Reach.All || (reach == Reach.FromHereOn && id <= entry.Time.LocalStart))
            return Scheduling.Cancel(entry);
        if (Occurrences.Find(entry, id, ownerZone) is null)
            throw new RefusedException(RefusalKind.NotFound, "occurrence");
        var which = id!.Value;
        var raised = entry with { Sequence = entry.Sequence + 1, Version = entry.Version + 1 };
        if (reach == Reach.FromHereOn)
            return new Transition(Before(raised, which), Tell(entry, EffectKind.Changed, null));
        return new Transition(Without(raised, which), Tell(entry, EffectKind.Cancelled, which));
    }

    private static Transition One(Entry entry, Occurrence occurrence, EntryEdit edit)
    {
        if (SaysOfTheWhole(edit))
            throw new RefusedException(RefusalKind.OfTheWhole, "reach");
        var id = occurrence.RecurrenceId!.Value;
        if (SaysNothing(edit))
            return new Transition(entry with { Version = entry.Version + 1 }, []);
        var moved = edit.Time is { } time && !time.SaysTheSame(occurrence.Time);
        var changed = (entry.Overrides.FirstOrDefault(o => o.RecurrenceId == id && !o.AndFollowing) ?? new Override(id)) with
        {
            Time =
                moved ? edit.Time
                : occurrence.Change is { AndFollowing: false, Time: { } own } ? own
                : null,
        };
        changed = changed with { Title = edit.Title?.Trim() ?? changed.Title, Place = edit.Place ?? changed.Place };
        var after = entry with
        {
            Overrides = [.. entry.Overrides.Where(o => o.RecurrenceId != id || o.AndFollowing), changed],
            Version = entry.Version + 1,
        };
        return moved ? Moved(after, id) : new Transition(after, Tell(entry, EffectKind.Changed, id));
    }

    /// <summary>The whole: what was said of single occurrences goes along.</summary>
    /// <param name="id">The recurrence id of the occurrence at which it is edited.</param>
    private static Transition Whole(Entry entry, LocalDateTime id, EntryEdit edit)
    {
        var after = Described(entry, edit) with { Version = entry.Version + 1 };
        var moves = edit.Time is { } time && !(time.SaysTheSame(entry.Time.StartingAt(id)) && IsWhereTheRuleSays(entry, id));
        if (moves)
            after = Shifted(after, id, edit.Time!, edit.Repeat is not null);
        if (edit.Repeat is { } repeat && repeat.Rule?.ToString() != entry.Rule?.ToString())
        {
            moves = true;
            after = after with { Rule = repeat.Rule, Additions = [], Exceptions = [], Overrides = [] };
            after = after with { Participations = [.. after.Participations.Where(p => p.RecurrenceId is null)] };
        }

        return moves ? Moved(after, null) : new Transition(after, SaysNothing(edit) ? [] : Tell(entry, EffectKind.Changed, null));
    }

    private static ImmutableArray<Transition> Cut(Entry entry, LocalDateTime id, EntryEdit edit, NewIds ids)
    {
        var before = Before(entry, id) with { Sequence = entry.Sequence + 1, Version = entry.Version + 1 };
        var rule = entry.Rule;
        if (rule?.Count is { } count)
            rule = rule with
            {
                Count = count - Expansion.Starts(entry.Time.LocalStart, rule, entry.Time.WallZone, entry.Time.LocalStart, id).Count(),
            };

        var following = Another(entry, ids) with
        {
            Time = entry.Time.StartingAt(id),
            Rule = rule,
            Additions = [.. entry.Additions.Where(a => a.Start >= id)],
            Exceptions = [.. entry.Exceptions.Where(e => e >= id)],
            Overrides = [.. entry.Overrides.Where(o => o.RecurrenceId >= id)],
            GoesOn = [.. entry.GoesOn.Where(g => g is null || g >= id)],
            Participations = [.. entry.Participations.Where(p => p.RecurrenceId is null || p.RecurrenceId >= id)],
        };
        var changed = AttendeeEdits.Apply(following, Whole(following, id, edit), null, edit.Attendees).Entry with
        {
            Sequence = 0,
            Version = 1,
        };
        return
        [
            new Transition(before, Tell(entry, EffectKind.Changed, null)),
            new Transition(changed, Tell(changed, EffectKind.Invite, null)),
        ];
    }

    /// <summary>One occurrence of an appointment to which somebody is asked leaves the series: it becomes a meeting of its own.</summary>
    private static ImmutableArray<Transition> GoesOff(Entry entry, Occurrence occurrence, EntryEdit edit, NewIds ids)
    {
        if (edit.Repeat is not null)
            throw new RefusedException(RefusalKind.OfTheWhole, "reach");
        var id = occurrence.RecurrenceId!.Value;
        var alone = Another(entry, ids) with
        {
            Time = occurrence.Time,
            Title = occurrence.Title,
            Place = occurrence.Place,
            Agenda = occurrence.Agenda,
            StyledAgenda = occurrence.Change?.Agenda is null ? entry.StyledAgenda : null,
            Link = occurrence.Link,
            Private = occurrence.Private,
            Takes = occurrence.Takes,
            Rule = null,
            Additions = [],
            Exceptions = [],
            Overrides = [],
            GoesOn = [],
            Participations = [],
        };
        var meeting = AttendeeEdits.Apply(alone, Whole(alone, alone.Time.LocalStart, edit), null, edit.Attendees);
        return
        [
            new Transition(Without(entry, id) with { Version = entry.Version + 1 }, []),
            meeting with
            {
                Entry = meeting.Entry with { Version = 1 },
            },
        ];
    }

    /// <summary>A new entry of which the same is said, linked to the one from which it comes.</summary>
    private static Entry Another(Entry entry, NewIds ids) =>
        entry with
        {
            Id = default,
            PublicId = ids.PublicId,
            Uid = ids.Uid,
            RelatedTo = entry.Uid,
            Tie = null,
            Sequence = 0,
            Version = 0,
        };

    /// <summary>The series without one occurrence.</summary>
    private static Entry Without(Entry entry, LocalDateTime id) =>
        entry with
        {
            Overrides = [.. entry.Overrides.Where(o => o.RecurrenceId != id || o.AndFollowing), new Override(id, Cancelled: true)],
        };

    /// <summary>The series without an occurrence and all that follow.</summary>
    private static Entry Before(Entry entry, LocalDateTime id) =>
        entry with
        {
            Tie = null,
            Rule = entry.Rule is null ? null : entry.Rule with { Count = null, Until = new Until(id.PlusSeconds(-1)) },
            Additions = [.. entry.Additions.Where(a => a.Start < id)],
            Exceptions = [.. entry.Exceptions.Where(e => e < id)],
            Overrides = [.. entry.Overrides.Where(o => o.RecurrenceId < id)],
            GoesOn = [.. entry.GoesOn.Where(g => g is null || g < id)],
            Participations = [.. entry.Participations.Where(p => p.RecurrenceId is null || p.RecurrenceId < id)],
        };

    private static Entry Described(Entry entry, EntryEdit edit) =>
        entry with
        {
            Title = edit.Title?.Trim() ?? entry.Title,
            // With a title or a rule of its own it no longer takes them from what it is tied to.
            Tie =
                edit.Repeat is not null ? null
                : edit.Title is null ? entry.Tie
                : entry.Tie is null ? null
                : entry.Tie with { Words = null },
            Place = Text(edit.Place, entry.Place),
            Agenda = Text(edit.Agenda, entry.Agenda),
            StyledAgenda = edit.Agenda is null ? entry.StyledAgenda : edit.StyledAgenda,
            Link = Text(edit.Link, entry.Link),
            DialIn = Text(edit.DialIn, entry.DialIn),
            Line = Text(edit.Line, entry.Line),
            AnswersWanted = edit.AnswersWanted ?? entry.AnswersWanted,
            Takes = edit.Takes ?? entry.Takes,
            Private = edit.Private ?? entry.Private,
        };

    private static bool SaysOfTheWhole(EntryEdit edit) =>
        edit is not { Repeat: null, Agenda: null, Private: null, Link: null, DialIn: null, Line: null, AnswersWanted: null, Takes: null };

    /// <summary>Who is invited apart.</summary>
    private static bool SaysNothing(EntryEdit edit) => edit with { Attendees = null } == new EntryEdit();

    private static bool IsWhereTheRuleSays(Entry entry, LocalDateTime id) =>
        entry.Overrides.All(o => o.RecurrenceId != id || o.Time is null);

    private static string? Text(string? edited, string? before) =>
        edited is null ? before
        : edited.Length == 0 ? null
        : edited;

    /// <summary>The series moved so that the occurrence stands at a time; everything that is keyed by a start moves along.</summary>
    private static Entry Shifted(Entry entry, LocalDateTime id, EntryTime time, bool otherRule)
    {
        var start = time.LocalStart;
        var days = Period.DaysBetween(id.Date, start.Date);
        var seconds = Period.Between(id, start, PeriodUnits.Seconds).Seconds;
        LocalDateTime By(LocalDateTime moment) => moment.PlusSeconds(seconds);
        var rule =
            entry.Rule is null || otherRule
                ? entry.Rule
                : RuleShift.By(entry.Rule, days, seconds) ?? throw new RefusedException(RefusalKind.RuleDoesNotMove, "start");
        return entry with
        {
            Time = time.StartingAt(By(entry.Time.LocalStart)),
            Rule = rule,
            Additions = [.. entry.Additions.Select(a => a with { Start = By(a.Start) })],
            Exceptions = [.. entry.Exceptions.Select(By)],
            // Where the edited one itself had been moved, it now stands where all do.
            Overrides =
            [
                .. entry.Overrides.Select(o => o with { RecurrenceId = By(o.RecurrenceId), Time = o.RecurrenceId == id ? null : o.Time }),
            ],
            GoesOn = [.. entry.GoesOn.Select(g => g is { } one ? By(one) : (LocalDateTime?)null)],
            Participations = [.. entry.Participations.Select(p => p.RecurrenceId is { } one ? p with { RecurrenceId = By(one) } : p)],
        };
    }

    private static Transition Moved(Entry after, LocalDateTime? id)
    {
        if (after.Kind != EntryKind.Meeting)
            return new Transition(after, []);
        if (after.Status == MeetingStatus.Draft)
            return new Transition(after, []);
        return new Transition(Scheduling.AskAnew(after, id), Tell(after, EffectKind.Moved, id));
    }

    private static ImmutableArray<Effect> Tell(Entry entry, EffectKind kind, LocalDateTime? id) =>
        entry is { Kind: EntryKind.Meeting, Status: MeetingStatus.Sent } ? Scheduling.Tell(entry, kind, id) : [];

    private static void MustStand(Entry entry)
    {
        if (entry.Status == MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.Cancelled);
    }
}
