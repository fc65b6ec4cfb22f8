using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>What others are to be told of a change.</summary>
public enum EffectKind
{
    /// <summary>An attendee is asked (REQUEST).</summary>
    Invite,

    /// <summary>An attendee is told of a change that asks them anew (REQUEST, higher SEQUENCE).</summary>
    Moved,

    /// <summary>An attendee is told of a change that leaves their answer (REQUEST).</summary>
    Changed,

    /// <summary>An attendee is told that it does not take place (CANCEL).</summary>
    Cancelled,

    /// <summary>Somebody is no longer asked (CANCEL to them alone, RFC 5546 3.2.5).</summary>
    Removed,

    /// <summary>The organiser is told an answer (REPLY).</summary>
    Answered,

    /// <summary>The organiser is told another time (COUNTER).</summary>
    Proposed,

    /// <summary>An attendee is told that their time was not taken up (DECLINECOUNTER).</summary>
    ProposalRefused,

    /// <summary>Somebody inside is told that another organises it from now on.</summary>
    TurnedOver,

    /// <summary>The organiser is told that somebody who is asked passed it on.</summary>
    Forwarded,

    /// <summary>Somebody inside may read what was noted.</summary>
    NotesReleased,

    /// <summary>Who offered somebody a meeting to organise is told that they do not.</summary>
    TurnOverRefused,

    /// <summary>Who gave an answer for somebody is told that another took its place.</summary>
    AnsweredOtherwise,

    /// <summary>An attendee is told that what they said by word of mouth stands as their answer.</summary>
    AnswerEntered,
}

/// <summary>That somebody is to be told something of a meeting.</summary>
/// <param name="About">Whose part in it that concerns.</param>
/// <param name="RecurrenceId">The occurrence of a series; null for the whole.</param>
public sealed record Effect(EffectKind Kind, UserId To, UserId About, LocalDateTime? RecurrenceId = null);

/// <summary>A meeting after a transition, and who is to be told what.</summary>
public sealed record Transition(Entry Entry, ImmutableArray<Effect> Effects);

/// <summary>An answer as it is given.</summary>
/// <param name="By">Who gives it: the attendee or one who speaks for them; or who enters what they were told.</param>
public sealed record GivenAnswer(Answer Answer, string? Comment, Stretch? Proposed, UserId By, Instant At)
{
    /// <summary>It is kept, and who organises it is not told; with another time that is asked for there is nothing to keep.</summary>
    public bool Untold { get; init; }
}

/// <summary>How a meeting goes from one state to the next (RFC 5546 3.2).</summary>
public static class Scheduling
{
    /// <summary>A draft becomes a meeting of which every attendee is told.</summary>
    /// <exception cref="RefusedException">It has no attendee or no title, or was sent before.</exception>
    public static Transition Send(Entry draft)
    {
        if (draft.Status != MeetingStatus.Draft)
            throw new RefusedException(RefusalKind.AlreadySent);
        if (string.IsNullOrWhiteSpace(draft.Title))
            throw new RefusedException(RefusalKind.NoTitle, "title");
        if (draft.Participations.IsEmpty)
            throw new RefusedException(RefusalKind.NoAttendee, "required");
        if (draft.Participations.Any(p => p.Who == draft.Owner))
            throw new RefusedException(RefusalKind.OrganiserAsAttendee, "required");
        return new Transition(
            draft with
            {
                Status = MeetingStatus.Sent,
                Version = draft.Version + 1,
            },
            Tell(draft, EffectKind.Invite, null)
        );
    }

    /// <summary>An attendee's answer, for one occurrence or the whole.</summary>
    /// <exception cref="RefusedException">The meeting is not sent or cancelled, or they are not asked to it.</exception>
    public static Transition Give(Entry meeting, UserId who, LocalDateTime? recurrenceId, GivenAnswer given)
    {
        MustBeSent(meeting);
        MustTakePlace(meeting, recurrenceId);
        var part = Agreement.Of(meeting, who, recurrenceId) ?? throw new RefusedException(RefusalKind.NotAnAttendee);
        var answered = part with
        {
            RecurrenceId = recurrenceId,
            Answer = given.Answer,
            Comment = given.Comment,
            Proposed = given.Proposed,
            AnsweredAt = given.At,
            AnsweredBy = given.By,
            ByWordOfMouth = false,
            Untold = given.Untold,
            DelegatedTo = null,
            Version = part.RecurrenceId == recurrenceId ? part.Version + 1 : 1,
        };
        var kind = given.Proposed is null ? EffectKind.Answered : EffectKind.Proposed;
        return new Transition(With(meeting, answered), given.Untold ? [] : [new Effect(kind, meeting.Owner, who, recurrenceId)]);
    }

    /// <summary>An attendee sends somebody else, who is asked in their place; who is asked already comes for both.</summary>
    /// <exception cref="RefusedException">As for <see cref="Give"/>, or that somebody organises it or sent them.</exception>
    public static Transition Delegate(Entry meeting, UserId who, LocalDateTime? recurrenceId, UserId to, GivenAnswer given)
    {
        var said = Give(meeting, who, recurrenceId, given);
        var part = Agreement.Of(said.Entry, who, recurrenceId)!;
        if (to == meeting.Owner || to == who || part.DelegatedFrom == to)
            throw new RefusedException(RefusalKind.OrganiserAsAttendee, "to");
        var known = Agreement.Of(meeting, to, recurrenceId);
        var instead = (known ?? new Participation(to, part.Role)) with
        {
            RecurrenceId = recurrenceId,
            Role = known?.Role == AttendeeRole.Required ? AttendeeRole.Required : part.Role,
            DelegatedFrom = who,
            Version = known is not null && known.RecurrenceId == recurrenceId ? known.Version + 1 : 1,
        };
        var asked = With(With(said.Entry, part with { DelegatedTo = to }), instead);
        ImmutableArray<Effect> invite = known is null ? [new Effect(EffectKind.Invite, to, to, recurrenceId)] : [];
        return new Transition(asked, [.. said.Effects, .. invite]);
    }

    /// <summary>An attendee's answer as they told it to who organises; they learn that it stands, and can give another.</summary>
    /// <exception cref="RefusedException">As for <see cref="Give"/>, or it is a room.</exception>
    public static Transition Enter(Entry meeting, UserId who, LocalDateTime? recurrenceId, GivenAnswer told)
    {
        var entered = Give(meeting, who, recurrenceId, told);
        var part = Agreement.Of(entered.Entry, who, recurrenceId)!;
        if (part.Role == AttendeeRole.Resource)
            throw new RefusedException(RefusalKind.NotAnAttendee);
        return new Transition(
            With(entered.Entry, part with { ByWordOfMouth = true }),
            [new Effect(EffectKind.AnswerEntered, who, who, recurrenceId)]
        );
    }

    /// <summary>Who gave the answer that another would take the place of; null where there is none, it is the same or one's own.</summary>
    public static UserId? AnsweredOtherwise(Participation part, Answer answer, UserId by) =>
        part.Answer is Answer.None || part.Answer == answer || part.AnsweredBy == by ? null : part.AnsweredBy;

    /// <summary>Another start and length: SEQUENCE rises, and the answers of what moves are none again.</summary>
    /// <param name="recurrenceId">The occurrence that moves, or null for a meeting that does not repeat.</param>
    public static Transition Move(Entry meeting, LocalDateTime? recurrenceId, EntryTime time)
    {
        MustBeSent(meeting);
        var moved = recurrenceId is { } id
            ? meeting with
            {
                Overrides = [.. meeting.Overrides.Where(o => o.RecurrenceId != id), Changed(meeting, id) with { Time = time }],
            }
            : meeting with
            {
                Time = time,
            };
        moved = moved with { Version = meeting.Version + 1 };
        return new Transition(AskAnew(moved, recurrenceId), Tell(meeting, EffectKind.Moved, recurrenceId));
    }

    /// <summary>
    /// Who proposed the time to which a meeting moved has accepted it by that; they are told that it moved and not asked again.
    /// </summary>
    public static Transition Agreed(Transition moved, UserId who, LocalDateTime? recurrenceId, Instant at)
    {
        if (Agreement.Of(moved.Entry, who, recurrenceId) is not { } part)
            return moved;
        return moved with
        {
            Entry = With(
                moved.Entry,
                part with
                {
                    RecurrenceId = part.RecurrenceId,
                    Answer = Answer.Accepted,
                    AnsweredAt = at,
                    AnsweredBy = who,
                    ByWordOfMouth = false,
                    Untold = false,
                }
            ),
        };
    }

    /// <summary>
    /// SEQUENCE rises, and the answers for an occurrence, or for the whole, are none again; it no longer goes on without those who have not
    /// accepted. From now on an answer to what stood before is out of date.
    /// </summary>
    internal static Entry AskAnew(Entry meeting, LocalDateTime? recurrenceId)
    {
        var asked = meeting with
        {
            Sequence = meeting.Sequence + 1,
            GoesOn = [.. meeting.GoesOn.Where(g => recurrenceId is not null && g != recurrenceId)],
        };
        if (recurrenceId is null)
            return asked with { MovedAt = asked.Sequence, Participations = [.. meeting.Participations.Select(Unanswered)] };
        asked = asked with
        {
            Overrides = [.. asked.Overrides.Select(o => o.RecurrenceId == recurrenceId ? o with { Sequence = asked.Sequence } : o)],
        };
        foreach (var part in Agreement.For(meeting, recurrenceId))
            asked = With(
                asked,
                Unanswered(part) with
                {
                    RecurrenceId = recurrenceId,
                    Version = part.RecurrenceId == recurrenceId ? part.Version + 1 : 1,
                }
            );
        return asked;
    }

    private static Participation Unanswered(Participation part) =>
        part with
        {
            Answer = Answer.None,
            Comment = null,
            Proposed = null,
            AnsweredAt = null,
            AnsweredBy = null,
            ByWordOfMouth = false,
            Untold = false,
            Version = part.Version + 1,
        };

    /// <summary>The proposed time is not taken up; the attendee's answer stays as it was without it.</summary>
    public static Transition RefuseProposal(Entry meeting, UserId who, LocalDateTime? recurrenceId)
    {
        MustBeSent(meeting);
        var part = Proposal(meeting, who, recurrenceId);
        return new Transition(
            With(meeting, part with { Proposed = null, Version = part.Version + 1 }),
            [new Effect(EffectKind.ProposalRefused, who, who, recurrenceId)]
        );
    }

    /// <summary>The participation with its proposal.</summary>
    /// <exception cref="RefusedException">Nothing was proposed.</exception>
    public static Participation Proposal(Entry meeting, UserId who, LocalDateTime? recurrenceId) =>
        Agreement.Of(meeting, who, recurrenceId) is { Proposed: not null } part
            ? part
            : throw new RefusedException(RefusalKind.NothingProposed);

    /// <summary>The organiser goes on without those who have not accepted; from then on it is agreed.</summary>
    public static Transition GoOn(Entry meeting, LocalDateTime? recurrenceId)
    {
        MustBeSent(meeting);
        MustTakePlace(meeting, recurrenceId);
        return Agreement.GoesOn(meeting, recurrenceId)
            ? new Transition(meeting, [])
            : new Transition(meeting with { GoesOn = meeting.GoesOn.Add(recurrenceId), Version = meeting.Version + 1 }, []);
    }

    /// <summary>The whole meeting does not take place; everyone asked is told.</summary>
    public static Transition Cancel(Entry meeting)
    {
        if (meeting.Status == MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.Cancelled);
        var effects = meeting.Status == MeetingStatus.Draft ? [] : Tell(meeting, EffectKind.Cancelled, null);
        return new Transition(
            meeting with
            {
                Status = MeetingStatus.Cancelled,
                Sequence = meeting.Sequence + 1,
                Version = meeting.Version + 1,
            },
            effects
        );
    }

    /// <summary>A cancelled meeting takes place after all: everyone is asked anew (REQUEST, higher SEQUENCE).</summary>
    /// <exception cref="RefusedException">It was not cancelled as a whole.</exception>
    public static Transition Restore(Entry meeting)
    {
        if (meeting.Kind != EntryKind.Meeting || meeting.Status != MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.NotCancelled);
        var sent = AskAnew(meeting with { Status = MeetingStatus.Sent, Version = meeting.Version + 1 }, null);
        return new Transition(sent, Tell(sent, EffectKind.Invite, null));
    }

    /// <summary>
    /// Somebody else organises the meeting from now on. Inside it is the same meeting, and answers stay. To those outside a meeting belongs
    /// to its UID and organiser (RFC 5546 2.1.4): the old one is cancelled, and they are asked anew to one of another UID.
    /// </summary>
    /// <param name="home">The main calendar of who organises it.</param>
    /// <param name="stays">Whether who organised it so far still comes.</param>
    /// <param name="isOutside">Whether somebody asked is outside.</param>
    /// <param name="uid">That of the new one.</param>
    /// <returns>The meeting as it ends for those outside, and as it is from now on.</returns>
    /// <exception cref="RefusedException">It was not sent, is theirs already, or nobody required would be left.</exception>
    public static (Transition Ended, Transition Begun) TurnOver(
        Entry meeting,
        UserId to,
        CalendarId home,
        bool stays,
        Func<UserId, bool> isOutside,
        string uid,
        Instant now
    )
    {
        MustBeSent(meeting);
        if (meeting.Owner == to)
            throw new RefusedException(RefusalKind.OwnMeeting, "to");
        var outside = Tell(meeting, EffectKind.Cancelled, null).Where(e => isOutside(e.To)).ToImmutableArray();
        var asked = meeting.Participations.Where(p => p.Who != to).Select(p => isOutside(p.Who) ? Unanswered(p) : p);
        if (stays)
            asked = asked.Append(
                new Participation(meeting.Owner, AttendeeRole.Required)
                {
                    Answer = Answer.Accepted,
                    AnsweredAt = now,
                    AnsweredBy = meeting.Owner,
                }
            );
        var begun = meeting with
        {
            Owner = to,
            Home = home,
            Uid = outside.IsEmpty ? meeting.Uid : uid,
            RelatedTo = outside.IsEmpty ? meeting.RelatedTo : meeting.Uid,
            Sequence = outside.IsEmpty ? meeting.Sequence + 1 : 0,
            Version = meeting.Version + 1,
            Participations = [.. asked],
        };
        if (begun.Participations.All(p => p.Role != AttendeeRole.Required))
            throw new RefusedException(RefusalKind.NoAttendee, "to");
        var told = Agreement
            .For(begun, null)
            .Select(p => new Effect(isOutside(p.Who) ? EffectKind.Invite : EffectKind.TurnedOver, p.Who, to))
            .Append(new Effect(EffectKind.TurnedOver, to, to));
        var ended = meeting with { Sequence = meeting.Sequence + 1 };
        return (new Transition(ended, outside), new Transition(begun, [.. told]));
    }

    private static void MustBeSent(Entry meeting)
    {
        if (meeting.Kind != EntryKind.Meeting || meeting.Status == MeetingStatus.Draft)
            throw new RefusedException(RefusalKind.NotSent);
        if (meeting.Status == MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.Cancelled);
    }

    /// <summary>Whether there is an occurrence of that id; in which zone its days run does not matter for that.</summary>
    private static void MustTakePlace(Entry meeting, LocalDateTime? recurrenceId)
    {
        if (recurrenceId is not null && Occurrences.Find(meeting, recurrenceId, DateTimeZone.Utc) is null)
            throw new RefusedException(RefusalKind.NotFound, "occurrence");
    }

    private static Override Changed(Entry meeting, LocalDateTime id) =>
        meeting.Overrides.FirstOrDefault(o => o.RecurrenceId == id) ?? new Override(id);

    internal static ImmutableArray<Effect> Tell(Entry meeting, EffectKind kind, LocalDateTime? recurrenceId) =>
        // Who came uninvited is told nothing.
        [.. Agreement.For(meeting, recurrenceId).Where(p => !p.Uninvited).Select(p => new Effect(kind, p.Who, p.Who, recurrenceId))];

    internal static Entry With(Entry meeting, Participation part)
    {
        for (var i = 0; i < meeting.Participations.Length; i++)
        {
            var own = meeting.Participations[i];
            if (own.Who == part.Who && own.RecurrenceId == part.RecurrenceId)
                return meeting with { Participations = meeting.Participations.SetItem(i, part) };
        }

        return meeting with
        {
            Participations = meeting.Participations.Add(part),
        };
    }
}
