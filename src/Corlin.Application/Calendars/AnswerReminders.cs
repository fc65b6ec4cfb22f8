using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Calendars;

public enum ReminderAct
{
    /// <summary>It stood on the screen.</summary>
    Shown,
    Snooze,
    Dismiss,
}

/// <param name="Start">The start that it is about.</param>
public sealed record ReminderRef(string Entry, LocalDateTime? RecurrenceId, Instant Start);

/// <summary>Says what becomes of reminders of one's own. They are nobody else's, so no history tells it.</summary>
/// <param name="Until">Of those put off: until when.</param>
public sealed record AnswerReminders(UserId Actor, ReminderAct Act, IReadOnlyList<ReminderRef> Which, Instant? Until) : IChange<bool>
{
    private const int Most = 200;

    private static readonly Duration LongestSnooze = Duration.FromDays(1);

    public bool Apply(IChangeSession session)
    {
        if (Which.Count > Most)
            throw new RefusedException(RefusalKind.BadInput, "which");
        if (Act == ReminderAct.Snooze && (Until is null || Until > session.Now + LongestSnooze))
            throw new RefusedException(RefusalKind.BadInput, "until");
        foreach (var one in Which)
        {
            // Whether there is such an entry is not told: a mark on one that may not be seen is never read.
            if (session.Entry(one.Entry) is not { } entry)
                continue;
            var stands = session.ReminderMarks(Actor, [entry.Id]).GetValueOrDefault((entry.Id, one.RecurrenceId));
            var mark = stands?.OccursAt == one.Start ? stands : new ReminderMark(one.Start);
            session.ReminderStore.Save(
                Actor,
                entry.Id,
                one.RecurrenceId,
                Act switch
                {
                    ReminderAct.Shown => mark with { ShownAt = mark.ShownAt ?? session.Now },
                    ReminderAct.Snooze => mark with { SnoozedUntil = Until, ShownAt = mark.ShownAt ?? session.Now },
                    _ => mark with { DismissedAt = session.Now },
                }
            );
        }

        return true;
    }
}
