using System.Collections.Immutable;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>What an attendee answered for one occurrence, whether a meeting is agreed, and how it stands on each lane.</summary>
public static class Agreement
{
    /// <summary>
    /// The participations that hold for an occurrence: those of the occurrence before those of the series. Who was taken out of it is left
    /// out.
    /// </summary>
    public static ImmutableArray<Participation> For(Entry entry, LocalDateTime? recurrenceId)
    {
        foreach (var part in entry.Participations)
            if (part.RecurrenceId is not null || part.NotAsked)
                return Chosen(entry, recurrenceId);
        // As for nearly all: nobody answered or was asked for single occurrences.
        return entry.Participations;
    }

    private static ImmutableArray<Participation> Chosen(Entry entry, LocalDateTime? recurrenceId) =>
        [
            .. entry
                .Participations.Where(p => p.RecurrenceId is null || p.RecurrenceId == recurrenceId)
                .GroupBy(p => p.Who)
                .Select(own => own.FirstOrDefault(p => p.RecurrenceId is not null) ?? own.First())
                .Where(p => !p.NotAsked),
        ];

    /// <summary>The part that somebody has in an occurrence, or null where they have none.</summary>
    public static Participation? Of(Entry entry, UserId who, LocalDateTime? recurrenceId)
    {
        Participation? whole = null;
        foreach (var part in entry.Participations)
        {
            if (part.Who != who)
                continue;
            if (part.RecurrenceId is null)
                whole = part;
            else if (part.RecurrenceId == recurrenceId)
                return part.NotAsked ? null : part;
        }

        return whole;
    }

    /// <summary>
    /// Every required attendee has accepted, the organiser goes on without those who have not, or no reply wanted.
    /// </summary>
    public static bool IsAgreed(Entry entry, LocalDateTime? recurrenceId)
    {
        if (entry.Status != MeetingStatus.Sent)
            return false;
        if (!entry.AnswersWanted || GoesOn(entry, recurrenceId))
            return true;
        foreach (var part in For(entry, recurrenceId))
            // Where somebody else comes, it is theirs that counts.
            if (part is { Role: AttendeeRole.Required, Answer: not Answer.Accepted } and not { Answer: Answer.Delegated, DelegatedTo: { } })
                return false;
        return true;
    }

    /// <summary>Whether its organiser said that it goes on without those who have not accepted.</summary>
    public static bool GoesOn(Entry entry, LocalDateTime? recurrenceId) =>
        !entry.GoesOn.IsEmpty && (entry.GoesOn.Contains(null) || (recurrenceId is not null && entry.GoesOn.Contains(recurrenceId)));

    /// <summary>How an occurrence takes the time of a lane's owner; null where it does not stand on that lane at all.</summary>
    /// <param name="now">Decides whether a hold is over.</param>
    public static TimeTaken? On(Occurrence occurrence, UserId owner, Instant now)
    {
        var entry = occurrence.Entry;
        if (entry.Status == MeetingStatus.Cancelled)
            return null;
        // Nobody else is asked to it, so it stands on one lane alone.
        if (entry.Kind != EntryKind.Meeting && entry.Owner != owner)
            return null;
        if (entry.Kind == EntryKind.Hold)
            return entry.LapsesAt <= now ? null : TimeTaken.Hold;
        if (entry.Kind == EntryKind.Appointment)
            return occurrence.Takes;
        if (entry.Owner == owner)
            return IsAgreed(entry, occurrence.RecurrenceId) ? occurrence.Takes : TimeTaken.Pencilled;
        if (entry.Status == MeetingStatus.Draft)
            return null;
        return Of(entry, owner, occurrence.RecurrenceId)?.Answer switch
        {
            Answer.Accepted => occurrence.Takes,
            Answer.None or Answer.Tentative => TimeTaken.Pencilled,
            _ => null,
        };
    }
}
