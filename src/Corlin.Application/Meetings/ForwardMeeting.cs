using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Meetings;

/// <summary>
/// Sends what one knows of a meeting to others, so that they know of it. It asks nobody: only who organises it does that, and is told.
/// </summary>
/// <param name="InNameOf">Who organises it or is asked to it.</param>
/// <param name="To">Public ids or addresses.</param>
/// <param name="Note">What who forwards writes with it, or null.</param>
[Change(ChangeKind.MeetingForwarded, "forwarded a meeting", MayTakeBack.BySpeaker)]
public sealed record ForwardMeeting(
    UserId Actor,
    UserId InNameOf,
    string Meeting,
    LocalDateTime? RecurrenceId,
    ImmutableArray<string> To,
    string? Note
) : IChange<long>
{
    public const int MostAtOnce = 50;

    public long Apply(IChangeSession session)
    {
        var note = SaidNote.Read(Note);
        if (To.Length > MostAtOnce)
            throw new RefusedException(RefusalKind.TooMany, "to", $"{MostAtOnce} people at once");
        var rights = session.MustSpeakFor(Actor, InNameOf);
        var meeting = session.Entry(Meeting) ?? throw new RefusedException(RefusalKind.NotFound);
        MustKnow(meeting, rights);
        var found = To.Select(t => session.FindOrAdd(t, "to", new Inviting(Actor, InNameOf, meeting.Private)))
            .SelectMany(u => u.Kind == UserKind.Group ? session.Members(u.Id) : [u.Id])
            .Distinct()
            .ToList();
        var people = session.Users([Actor, InNameOf, meeting.Owner, .. found]);
        var to = found
            .Select(id => people[id])
            .Where(u => u is { Kind: UserKind.Person, Address.Length: > 0 } && u.Id != InNameOf && u.Id != Actor)
            .ToList();
        if (to.Count == 0)
            throw new RefusedException(RefusalKind.NoAttendee, "to");
        var change = session.Begin(ChangeKind.MeetingForwarded, Actor, InNameOf, rights.Grant);
        // As it stands: what was done is told with the meeting all the same.
        session.EntryStore.Save(meeting);
        foreach (var one in to)
            session.Forward(meeting, RecurrenceId, people[Actor], people[InNameOf], one, note);
        if (meeting.Owner != InNameOf && people[meeting.Owner].Inside)
            session.Tell(
                new Transition(meeting, [new Effect(EffectKind.Forwarded, meeting.Owner, InNameOf, RecurrenceId)]),
                Actor,
                $"To {Wording.English.And([.. to.Select(t => t.Name)])}"
            );
        return change;
    }

    /// <summary>They organise it or are asked to it; what its organiser made private only the organiser passes on.</summary>
    private void MustKnow(Entry meeting, Rights rights)
    {
        var organises = meeting.Owner == InNameOf;
        var part = Agreement.Of(meeting, InNameOf, RecurrenceId);
        var hidden = (meeting.Private || part is { OwnPrivate: true }) && !rights.MaySpeakForPrivate;
        if (meeting.Kind != EntryKind.Meeting || hidden || (!organises && (part is null || meeting.Status == MeetingStatus.Draft)))
            throw new RefusedException(RefusalKind.NotFound);
        if (meeting.Status == MeetingStatus.Draft)
            throw new RefusedException(RefusalKind.NotSent);
        if (meeting.Status == MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.Cancelled);
        if (meeting.Private && !organises)
            throw new RefusedException(RefusalKind.NotTheOrganiser);
    }
}
