using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Core.Editing;

/// <summary>What a way back does.</summary>
public enum WayBack
{
    /// <summary>It stands again at the time before; everyone asked is asked anew.</summary>
    Moves,

    /// <summary>It takes place after all; everyone asked is asked anew.</summary>
    BringsBack,

    /// <summary>What is said of it is as it was; answers stay.</summary>
    Changes,

    /// <summary>Who is invited is as it was: those who come and go are told, the answers of the others stay.</summary>
    Asks,
}

/// <summary>
/// Goes back to what a sent meeting was before a change of which people were told: a change in turn, of which they are told (RFC 5546
/// 3.2.2, higher SEQUENCE where it moves or takes place again).
/// </summary>
public static class TurnBack
{
    /// <param name="before">The meeting before the change.</param>
    /// <param name="after">The meeting as the change left it.</param>
    /// <param name="now">The meeting as it stands; answers given since stay where nothing moves.</param>
    /// <returns>Null where there is no way back: it was not sent, was changed since, or the change was of more than one occurrence, or of
    /// who is asked and of more besides.</returns>
    public static (WayBack Way, LocalDateTime? Occurrence, Transition Transition)? Of(Entry before, Entry after, Entry now)
    {
        if (now.Kind != EntryKind.Meeting || before.Status != MeetingStatus.Sent || now.Status != after.Status || !SaysTheSame(now, after))
            return null;
        if (now.Status == MeetingStatus.Cancelled)
            return (WayBack.BringsBack, null, Scheduling.Restore(now));
        if (AskedOtherwise(before, after) is { Count: > 0 } ids)
            return SaysTheSame(before, after) && AskedOtherwise(after, now).Count == 0 ? AsAsked(before, after, now, ids) : null;
        var restored = now with
        {
            Time = before.Time,
            Rule = before.Rule,
            Additions = before.Additions,
            Exceptions = before.Exceptions,
            Overrides = before.Overrides,
            Title = before.Title,
            Place = before.Place,
            Link = before.Link,
            DialIn = before.DialIn,
            Agenda = before.Agenda,
            StyledAgenda = before.StyledAgenda,
            Line = before.Line,
            Private = before.Private,
            AnswersWanted = before.AnswersWanted,
            Takes = before.Takes,
            Version = now.Version + 1,
        };
        if (!StandsWhere(before, after))
        {
            // What was answered to single occurrences is keyed by starts that are no more; who was taken out of one stays out.
            var parts = now
                .Participations.Where(p => p.RecurrenceId is null)
                .Concat(before.Participations.Where(p => p is { RecurrenceId: not null, NotAsked: true }));
            return (WayBack.Moves, null, Anew(restored with { Participations = [.. parts] }, null, EffectKind.Moved));
        }

        var otherwise = before
            .Overrides.Except(after.Overrides)
            .Concat(after.Overrides.Except(before.Overrides))
            .Select(o => o.RecurrenceId)
            .Distinct()
            .ToList();
        if (otherwise.Count > 1)
            return null;
        if (otherwise is not [var id])
            return (WayBack.Changes, null, new Transition(restored, Scheduling.Tell(restored, EffectKind.Changed, null)));
        var (was, isNow) = (Said(before, id), Said(after, id));
        if (isNow?.Cancelled == true)
            return (WayBack.BringsBack, id, Anew(restored, id, EffectKind.Invite));
        return was?.Time != isNow?.Time
            ? (WayBack.Moves, id, Anew(restored, id, EffectKind.Moved))
            : (WayBack.Changes, id, new Transition(restored, Scheduling.Tell(restored, EffectKind.Changed, id)));
    }

    /// <summary>
    /// The same for a change from an occurrence on, which ended a series and began another behind it: the new one is cancelled, and the old
    /// one goes on as it did. What was answered to it stays.
    /// </summary>
    /// <param name="before">The series before it was cut.</param>
    /// <param name="kept">What is left of it after the change; <paramref name="keptNow"/> as it stands.</param>
    /// <param name="begun">The one that began behind it; <paramref name="begunNow"/> as it stands.</param>
    /// <returns>Null where there is no way back: it was not sent, or one of the two was changed since.</returns>
    public static (Transition Ended, Transition Restored)? OfCut(Entry before, Entry kept, Entry begun, Entry keptNow, Entry begunNow)
    {
        if (keptNow.Kind != EntryKind.Meeting || before.Status != MeetingStatus.Sent || begun.RelatedTo != kept.Uid)
            return null;
        if (
            new[] { (Then: kept, Now: keptNow), (Then: begun, Now: begunNow) }.Any(e =>
                e.Now.Status != MeetingStatus.Sent || !SaysTheSame(e.Now, e.Then) || AskedOtherwise(e.Then, e.Now).Count > 0
            )
        )
            return null;
        var restored = keptNow with
        {
            Tie = before.Tie,
            Rule = before.Rule,
            Additions = before.Additions,
            Exceptions = before.Exceptions,
            Overrides = before.Overrides,
            GoesOn = [.. keptNow.GoesOn.Union(before.GoesOn)],
            Participations =
            [
                .. keptNow.Participations,
                .. before.Participations.Where(b => kept.Participations.All(k => (k.Who, k.RecurrenceId) != (b.Who, b.RecurrenceId))),
            ],
            Sequence = keptNow.Sequence + 1,
            Version = keptNow.Version + 1,
        };
        return (Scheduling.Cancel(begunNow), new Transition(restored, Scheduling.Tell(restored, EffectKind.Changed, null)));
    }

    private static Transition Anew(Entry meeting, LocalDateTime? id, EffectKind kind)
    {
        var asked = Scheduling.AskAnew(meeting, id);
        return new Transition(asked, Scheduling.Tell(asked, kind, id));
    }

    /// <summary>The same people in the same roles as before: asked again or taken out, and nobody else told.</summary>
    private static (WayBack Way, LocalDateTime? Occurrence, Transition Transition)? AsAsked(
        Entry before,
        Entry after,
        Entry now,
        IReadOnlyList<LocalDateTime?> ids
    )
    {
        // Where the whole is asked otherwise, so is each of its occurrences.
        if (ids is not [null, ..] and not [_])
            return null;
        var id = ids[0];
        var (was, isNow) = (Asked(before, id), Asked(after, id));
        // Another role of the same person is no coming or going.
        if (
            was.Select(a => a.Who)
                .Intersect(isNow.Select(a => a.Who))
                .Any(who => was.Single(a => a.Who == who) != isNow.Single(a => a.Who == who))
        )
            return null;
        if (was.All(a => a.Role != AttendeeRole.Required))
            return null;
        var edit = new AttendeesEdit(
            [.. was.Except(isNow).Select(a => new Participation(a.Who, a.Role))],
            [.. isNow.Except(was).Select(a => a.Who)]
        );
        return (
            WayBack.Asks,
            id,
            AttendeeEdits.Apply(now, new Transition(now with { Groups = before.Groups, Version = now.Version + 1 }, []), id, edit)
        );
    }

    /// <summary>Of what other people are asked: null for the whole, first, then single occurrences.</summary>
    private static List<LocalDateTime?> AskedOtherwise(Entry a, Entry b) =>
        [
            .. a
                .Participations.Concat(b.Participations)
                .Select(p => p.RecurrenceId)
                .Append(null)
                .Distinct()
                .OrderBy(id => id is not null)
                .ThenBy(id => id)
                .Where(id => !Asked(a, id).SetEquals(Asked(b, id))),
        ];

    private static HashSet<(UserId Who, AttendeeRole Role)> Asked(Entry entry, LocalDateTime? id) =>
        [.. Agreement.For(entry, id).Select(p => (p.Who, p.Role))];

    private static Override? Said(Entry entry, LocalDateTime id) => entry.Overrides.FirstOrDefault(o => o.RecurrenceId == id);

    private static bool StandsWhere(Entry a, Entry b) =>
        a.Time == b.Time && a.Rule?.ToString() == b.Rule?.ToString() && Same(a.Additions, b.Additions) && Same(a.Exceptions, b.Exceptions);

    private static bool SaysTheSame(Entry a, Entry b) =>
        StandsWhere(a, b)
        && Same(a.Overrides, b.Overrides)
        && (a.Title, a.Place, a.Link, a.DialIn, a.Agenda, a.Line, a.Private)
            == (b.Title, b.Place, b.Link, b.DialIn, b.Agenda, b.Line, b.Private);

    private static bool Same<T>(ImmutableArray<T> a, ImmutableArray<T> b) => a.ToHashSet().SetEquals(b);
}
