using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Slots;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>Something on somebody's lane for which the time it has is to be cleared.</summary>
/// <param name="Told">Whole: the viewer speaks for whose lane it is.</param>
internal sealed record Clearing(CalendarUser Who, Occurrence Occurrence, DisclosedEntry Told)
{
    /// <summary>So many days on, what is in the way can go.</summary>
    private const int DaysOn = 2;

    /// <summary>
    /// What stands there, for who speaks for whose lane it is; null where nothing of it does. A series stands at no single time.
    /// </summary>
    /// <exception cref="RefusedException">The viewer does not speak for them.</exception>
    public static Clearing? Find(Viewing viewing, string who, string entry, LocalDateTime? recurrenceId)
    {
        var lane = viewing.MustSpeakFor(who);
        return
            viewing.Store.Entry(entry) is { } found
            && found.StandsWith(lane.Id)
            && Occurrences.Find(found, recurrenceId, lane.HomeZone) is { Time: TimedEntry } occurrence
            && Disclosure.Disclose(occurrence, lane.Id, viewing.Viewer, viewing.RightsOnLane(lane.Id), viewing.Now)
                is { Whole: not null } told
            ? new Clearing(lane, occurrence, told)
            : null;
    }

    /// <summary>The search for its own time, in which it does not stand in its own way.</summary>
    public ReadSlots Search(Viewing viewing)
    {
        var day = viewing.Zone.ToLocal(Told.Stretch.Start).Date;
        return new ReadSlots(
            viewing.Person.Id,
            Who.PublicId,
            [],
            [],
            (int)Told.Stretch.Length.TotalMinutes,
            day,
            day.PlusDays(DaysOn),
            viewing.Now
        )
        {
            Saved = Occurrence.Entry.PublicId,
            Place = Told.Place,
            HasLink = Told.Whole!.Link is not null,
        };
    }

    /// <summary>Whether it is ahead, and as long as what is looked for can be.</summary>
    public bool IsSought(Viewing viewing) =>
        Told.Stretch.Start > viewing.Now && Told.Stretch.Length >= Duration.FromMinutes(5) && Told.Stretch.Length <= Duration.FromDays(1);

    /// <summary>The cheapest way to clear its time; null where there is none, or nothing is in the way.</summary>
    public (RoomQuestion Question, RoomPlan Plan)? Cheapest(Viewing viewing)
    {
        if (!IsSought(viewing))
            return null;
        var question = RoomQuestion.Ask(viewing, Search(viewing));
        // Where nothing else is in the way a journey that is too short is: of what lies near one goes, as every choice has to be tried.
        ImmutableArray<Movable> near = [.. question.Movable.Where(m => m.Stretch.Overlaps(AtTime.Around(Told.Stretch)))];
        var plan = At(question.Request, question.Movable, ReadRoom.MostMoves)
            ?? (question.Request.At is { } at ? At(question.Request with { At = at with { Weight = Weight.Forbid } }, near, 1) : null);
        return plan is null ? null : (question, plan);

        RoomPlan? At(SlotRequest request, ImmutableArray<Movable> movable, int most) =>
            MakeRoom.At(request, movable, question.Rules, most, viewing.Zone, Told.Stretch.Start);
    }
}

/// <summary>
/// Moves what is in the way of something on somebody's lane and, where it is an invitation, accepts it: all of it or nothing.
/// </summary>
/// <param name="Accept">Whether it is an invitation that is accepted with it.</param>
public sealed record ClearFor(
    UserId Actor,
    UserId InNameOf,
    string Entry,
    LocalDateTime? RecurrenceId,
    ImmutableArray<RoomMove> Moves,
    bool Accept,
    string? Comment
) : IChange<IReadOnlyList<long>>
{
    /// <returns>The changes of the act, in the order in which they were made.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        var viewing = new Viewing(session, Actor, session.Now);
        if (!viewing.Users([InNameOf]).TryGetValue(InNameOf, out var who))
            throw new RefusedException(RefusalKind.PersonUnknown, "inNameOf");
        var clearing = Clearing.Find(viewing, who.PublicId, Entry, RecurrenceId) ?? throw new RefusedException(RefusalKind.NotFound);
        var made = new MakeRoomFor(Actor, clearing.Search(viewing), clearing.Told.Stretch.Start, Moves).Apply(session);
        if (!Accept)
            return [made];
        return [made, new AnswerInvitation(Actor, InNameOf, Entry, RecurrenceId, Answer.Accepted, Comment, null).Apply(session)];
    }
}
