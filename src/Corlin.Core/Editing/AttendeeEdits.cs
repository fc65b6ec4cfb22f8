using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Core.Editing;

/// <summary>
/// Asks more people to a meeting or one occurrence of it, and takes others out. Those added are invited, those removed get a cancellation,
/// to the others it makes no difference: SEQUENCE and their answers stay (RFC 5546 3.2.2.6). An appointment to which somebody is asked
/// becomes a meeting, a meeting to which nobody is asked any more an appointment.
/// </summary>
internal static class AttendeeEdits
{
    /// <param name="before">The meeting before any part of the edit.</param>
    /// <param name="made">What the other parts of the edit came to.</param>
    /// <param name="id">The one occurrence; null for the whole.</param>
    /// <exception cref="RefusedException">It is a hold, or one occurrence of an appointment from which somebody is taken out, only optional
    /// ones are left, or the organiser is among those added.</exception>
    public static Transition Apply(Entry before, Transition made, LocalDateTime? id, AttendeesEdit? edit)
    {
        if (edit is null)
            return made;
        if (before.Kind == EntryKind.Hold)
            throw new RefusedException(RefusalKind.NotSent, "attendees");
        if (before.Kind == EntryKind.Appointment && id is not null)
            throw new RefusedException(RefusalKind.OfTheWhole, "reach");
        if (edit.Added.Any(a => a.Who == before.Owner))
            throw new RefusedException(RefusalKind.OrganiserAsAttendee, "attendees");
        var asked = Agreement.For(before, id).Select(p => p.Who).ToHashSet();
        var removed = edit.Removed.Where(asked.Contains).Distinct().ToList();
        var added = edit.Added.Where(a => !asked.Contains(a.Who)).DistinctBy(a => a.Who).ToList();
        var after = made.Entry;
        foreach (var who in removed)
            after = Without(after, who, id);
        foreach (var part in added)
            after = Scheduling.With(after, part with { RecurrenceId = id });
        if (id is null && after.Participations.IsEmpty)
            after = after with { Kind = EntryKind.Appointment };
        else if (Agreement.For(after, id).All(p => p.Role != AttendeeRole.Required))
            throw new RefusedException(RefusalKind.NoAttendee, "attendees");
        else
            after = after with { Kind = EntryKind.Meeting };
        if (before.Status != MeetingStatus.Sent)
            return made with { Entry = after };
        return new Transition(
            after,
            [
                .. made.Effects.Where(e => !removed.Contains(e.To)),
                .. removed.Select(who => new Effect(EffectKind.Removed, who, who, id)),
                .. added.Select(part => new Effect(EffectKind.Invite, part.Who, part.Who, id)),
            ]
        );
    }

    private static Entry Without(Entry meeting, UserId who, LocalDateTime? id)
    {
        var left = meeting with
        {
            Participations = [.. meeting.Participations.Where(p => p.Who != who || (id is not null && p.RecurrenceId != id))],
        };
        // Who is invited to the series has to be taken out of the one occurrence by name.
        return id is not null && left.Participations.FirstOrDefault(p => p.Who == who && p.RecurrenceId is null) is { } whole
            ? Scheduling.With(left, new Participation(who, whole.Role, id) { NotAsked = true })
            : left;
    }
}
