using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;

namespace Corlin.Application.Changes;

/// <summary>Goes back to what a meeting was before one's own change, after people were told of that: they are told again.</summary>
/// <param name="Change">The id that the change gave.</param>
public sealed record TurnChangeBack(UserId Actor, long Change) : IChange<long>
{
    /// <exception cref="RefusedException">It was somebody else's, or there is no way back from it.</exception>
    public long Apply(IChangeSession session)
    {
        if (session.Change(Change) is not { } made || made.Actor != Actor) throw new RefusedException(RefusalKind.NotFound);
        if (made.Undone || session.WhatWasDone(Change) is not { Entries: [{ Before: { } before, After: { } after }] }) throw new RefusedException(RefusalKind.ChangedSince);
        var (meeting, rights) = session.MustChange(Actor, after.PublicId);
        if (TurnBack.Of(before, after, meeting) is not { } back) throw new RefusedException(RefusalKind.ChangedSince);
        var change = session.Begin(back.Way == WayBack.BringsBack ? ChangeKind.MeetingRestored : ChangeKind.EntryChanged, Actor, meeting.Owner, rights.Grant);
        var stands = session.Save(Rooms.Answer(session, back.Transition.Entry));
        session.Tell(back.Transition with { Entry = stands }, Actor, before: meeting);
        session.GoAlong(meeting, back.Occurrence ?? (meeting.IsSeries ? meeting.Time.LocalStart : null), stands);
        return change;
    }
}
