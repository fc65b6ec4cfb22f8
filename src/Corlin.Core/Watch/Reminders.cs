using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>Where a reminder stands.</summary>
public enum ReminderState
{
    /// <summary>Not yet.</summary>
    Ahead,

    /// <summary>Now: what it is about begins soon, or has just begun.</summary>
    Due,

    /// <summary>What it was about is over, and it was never shown.</summary>
    Missed,

    /// <summary>Dealt with, or long past.</summary>
    Quiet,
}

/// <summary>What became of somebody's reminder of an occurrence.</summary>
/// <param name="OccursAt">The start that it was about; an occurrence that has moved since is reminded of anew.</param>
public sealed record ReminderMark(Instant OccursAt, Instant? ShownAt = null, Instant? SnoozedUntil = null, Instant? DismissedAt = null);

/// <summary>When somebody is reminded of what stands on a lane.</summary>
public static class Reminders
{
    /// <summary>How long before the start where nothing else is said.</summary>
    public static readonly Duration Usual = Duration.FromMinutes(10);

    /// <summary>How long a reminder that was shown stays after the start.</summary>
    public static readonly Duration Lingers = Duration.FromMinutes(10);

    /// <summary>How far back a missed one is brought up on return.</summary>
    public static readonly Duration LooksBack = Duration.FromHours(12);

    /// <summary>When the reminder is due; null for none.</summary>
    /// <param name="start">When the occurrence begins.</param>
    /// <param name="leave">When one must be on the way to it, or null where there is no way to go.</param>
    /// <param name="wish">What was chosen for the entry; null for as usual.</param>
    /// <param name="usual">How long before, where nothing was chosen and there is no way to go.</param>
    /// <remarks>A reminder that was chosen for later than the time to leave comes with the time to leave.</remarks>
    public static Instant? DueAt(Instant start, Instant? leave, ReminderWish? wish, Duration usual)
    {
        if (wish is null)
            return leave ?? start - usual;
        if (wish.Before is not { } before)
            return null;
        return leave is { } latest ? Instant.Min(latest, start - before) : start - before;
    }

    /// <summary>How a reminder stands at a moment.</summary>
    public static ReminderState StateOf(Stretch takesPlace, Instant dueAt, ReminderMark? mark, Instant now)
    {
        var own = mark?.OccursAt == takesPlace.Start ? mark : null;
        if (own?.DismissedAt is not null || now >= takesPlace.End + LooksBack)
            return ReminderState.Quiet;
        if (now < NextAt(dueAt, own))
            return ReminderState.Ahead;
        if (now >= takesPlace.End)
            return own?.ShownAt < takesPlace.End ? ReminderState.Quiet : ReminderState.Missed;
        // One that was put off past the start stays as long after that.
        var stays = Instant.Max(takesPlace.Start, own?.SnoozedUntil ?? takesPlace.Start) + Lingers;
        return own?.ShownAt is not null && now >= stays ? ReminderState.Quiet : ReminderState.Due;
    }

    /// <summary>When it comes up next: as it is due, or as it was put off.</summary>
    public static Instant NextAt(Instant dueAt, ReminderMark? mark) => mark?.SnoozedUntil is { } until && until > dueAt ? until : dueAt;
}
