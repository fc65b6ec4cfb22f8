using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>
/// What hangs on single occurrences of a series goes along where an edit gave them other recurrence ids, or another series.
/// </summary>
internal static class SingleOccurrences
{
    private const int MostNotes = 10_000;

    /// <summary>The same for one occurrence that became an entry of its own.</summary>
    public static void GoOff(this IChangeSession session, Entry series, LocalDateTime id, Entry alone)
    {
        session.TiesGoOff(series, id, alone);
        foreach (var notes in session.NotesOf([series.Id], MostNotes))
            if (notes.RecurrenceId == id)
                session.NotesStore.Save(notes with { Entry = alone.Id, RecurrenceId = null }, told: true);
    }

    /// <param name="id">At which the series was edited; null for one that takes place once.</param>
    public static void GoAlong(this IChangeSession session, Entry before, LocalDateTime? id, Entry after)
    {
        var cut = before.Id != after.Id ? id : null;
        if (id is null || (cut is null && before.Time.LocalStart == after.Time.LocalStart))
            return;
        var by = Period.Between(cut ?? before.Time.LocalStart, after.Time.LocalStart, PeriodUnits.Seconds);
        session.TiesGoAlong(before, after, cut, by);
        session.NotesGoAlong(before, after, cut, by);
    }

    /// <summary>
    /// A series that was cut is one again: what hangs on the one that is no more, and the papers laid with it since, are with the other.
    /// </summary>
    public static void GoBack(this IChangeSession session, Entry begun, Entry stands, Period by)
    {
        session.TiesGoAlong(begun, stands, null, by);
        session.NotesGoAlong(begun, stands, null, by);
        var there = session.Papers([stands.Id]);
        session.LayWith(
            stands,
            session.Papers([begun.Id]).Where(p => there.All(t => (t.Name, t.Hash, t.Address) != (p.Name, p.Hash, p.Address)))
        );
    }

    private static void NotesGoAlong(this IChangeSession session, Entry before, Entry after, LocalDateTime? cut, Period by)
    {
        foreach (var notes in session.NotesOf([before.Id], MostNotes))
            if (notes.RecurrenceId is { } one && (cut is null || one >= cut))
                session.NotesStore.Save(notes with { Entry = after.Id, RecurrenceId = one + by }, told: true);
    }
}
