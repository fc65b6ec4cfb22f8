using Corlin.Application.Calendars;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;

namespace Corlin.Application.Meetings;

/// <summary>Goes back to what a meeting was before one's own change, after people were told of that: they are told again.</summary>
/// <param name="Change">The id that the change gave.</param>
public sealed record TurnChangeBack(UserId Actor, long Change) : IChange<long>
{
    /// <exception cref="RefusedException">It was somebody else's, or there is no way back from it.</exception>
    public long Apply(IChangeSession session)
    {
        if (session.Change(Change) is not { } made || made.Actor != Actor)
            throw new RefusedException(RefusalKind.NotFound);
        var did = made.Undone ? [] : session.WhatWasDone(Change)?.Entries ?? [];
        if (CutSeries.In(did) is { } cut)
            return Join(session, cut);
        if (did is not [{ Before: { } before, After: { } after }])
            throw new RefusedException(RefusalKind.ChangedSince);
        var (meeting, rights) = session.MustChange(Actor, after.PublicId);
        if (TurnBack.Of(before, after, meeting) is not { } back)
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(
            back.Way == WayBack.BringsBack ? ChangeKind.MeetingRestored : ChangeKind.EntryChanged,
            Actor,
            meeting.Owner,
            rights.Grant
        );
        var stands = session.EntryStore.Save(Rooms.Answer(session, back.Transition.Entry));
        session.Tell(back.Transition with { Entry = stands }, Actor, before: meeting);
        session.GoAlong(meeting, back.Occurrence ?? (meeting.IsSeries ? meeting.Time.LocalStart : null), stands);
        return change;
    }

    /// <summary>A series that was cut is one again.</summary>
    private long Join(IChangeSession session, CutSeries cut)
    {
        var (kept, rights) = session.MustChange(Actor, cut.Kept.PublicId);
        var (begun, _) = session.MustChange(Actor, cut.Begun.PublicId);
        if (cut.Back(kept, begun) is not { } back)
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(ChangeKind.EntryChanged, Actor, kept.Owner, rights.Grant);
        session.Tell(back.Ended with { Entry = session.EntryStore.Save(back.Ended.Entry) }, Actor);
        var stands = session.EntryStore.Save(Rooms.Answer(session, back.Restored.Entry));
        session.Tell(back.Restored with { Entry = stands }, Actor, before: kept);
        session.GoBack(begun, stands, cut.Backwards);
        return change;
    }
}
