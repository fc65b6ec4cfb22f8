using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>An entry that goes elsewhere to make room.</summary>
/// <param name="Entry">Its public id.</param>
/// <param name="From">Where it stood when that was decided.</param>
public sealed record RoomMove(string Entry, LocalDateTime? RecurrenceId, Stretch From, Stretch To);

/// <summary>
/// Moves some entries so that a meeting has room, all of them or none: where anything has changed since it was worked out, nothing is
/// moved.
/// </summary>
/// <param name="Search">The search for which it was worked out.</param>
/// <param name="Start">When the meeting is to begin.</param>
[Change(ChangeKind.RoomMade, "made room by moving", MayTakeBack.ByWhoChangesEachEntry)]
public sealed record MakeRoomFor(UserId Actor, ReadSlots Search, Instant Start, ImmutableArray<RoomMove> Moves) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        if (Moves.Length is 0 or > ReadRoom.MostMoves)
            throw new RefusedException(RefusalKind.TooMany, "moves", $"{ReadRoom.MostMoves} moves");
        foreach (var move in Moves)
            session.MustChange(Actor, move.Entry);
        MustStillDo(session);
        var owner = session.User(Search.InNameOf) ?? throw new RefusedException(RefusalKind.PersonUnknown, "inNameOf", Search.InNameOf);
        var change = session.Begin(ChangeKind.RoomMade, Actor, owner.Id, session.MustSpeakFor(Actor, owner.Id).Grant);
        foreach (var move in Moves)
            MoveOne(session, move);
        return change;
    }

    /// <summary>Worked out again inside the change: what was free may be taken by now.</summary>
    private void MustStillDo(IChangeSession session)
    {
        var question = RoomQuestion.Ask(new Viewing(session, Actor, session.Now), Search with { Now = session.Now });
        var keyed = Moves.Select(m => (Key: RoomQuestion.Key(m.Entry, m.RecurrenceId), m.From, m.To)).ToList();
        var stand = keyed.TrueForAll(m => question.Entries.TryGetValue(m.Key, out var entry) && entry.Stretch == m.From);
        var plan = new RoomPlan(
            new Stretch(Start, Start + Duration.FromMinutes(Search.Minutes)),
            [.. keyed.Select(m => new Move(m.Key, m.To))]
        );
        if (!stand || !MakeRoom.Holds(question.Request, question.Movable, question.Rules, plan))
            throw new RefusedException(RefusalKind.RoomChanged, "moves");
    }

    private void MoveOne(IChangeSession session, RoomMove move)
    {
        // Of a series two may be in one plan: the second is moved of what the first left.
        var entry = session.MustChange(Actor, move.Entry).Entry;
        var zone = session.Users([entry.Owner])[entry.Owner].HomeZone;
        var stands = Occurrences.Find(entry, move.RecurrenceId, zone) ?? throw new RefusedException(RefusalKind.NotFound, "occurrence");
        var becomes = new EntryEdit { Time = Moving.InItsZone(stands.Time, move.To) };
        var id = PublicIds.New();
        foreach (var transition in Edits.Apply(entry, move.RecurrenceId, Reach.ThisOne, becomes, new NewIds(id, PublicIds.Uid(id)), zone))
        {
            session.Tell(
                transition with
                {
                    Entry = session.EntryStore.Save(Rooms.Answer(session, transition.Entry)),
                },
                Actor,
                before: entry
            );
        }
    }
}
