using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>
/// Decides what comes for a time in which somebody is away, as their absence says, once the sender can take it back no more.
/// </summary>
public sealed class AwayWorker(IReadStore store, IWriteGate gate)
{
    private static readonly Duration Undo = Duration.FromSeconds(10);

    private const int MostAtOnce = 50;

    /// <returns>How many were decided or told.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var due = await store.ReadAsync(s => Due(s, now), cancel);
        var done = 0;
        foreach (var answer in due)
            if (await gate.RunAsync(answer, cancel))
                done++;
        return done;
    }

    private static IReadOnlyList<AnswerByAbsence> Due(ICalendarReads store, Instant now)
    {
        var found = new List<AnswerByAbsence>();
        var absences = store.AbsencesThatAnswer(now);
        UserId[] away = [.. absences.Select(a => a.Who).Distinct()];
        var (calendars, people) = (store.MainCalendars(away), store.Users(away));
        foreach (var absence in absences)
        {
            if (!calendars.TryGetValue(absence.Who, out var calendar))
                continue;
            var who = people[absence.Who];
            foreach (var meeting in store.Touching([calendar], absence.Stretch)[calendar])
            {
                if (!AnswerByAbsence.Waiting(meeting, absence, who).Any() || store.WasTakenIn(Absent.KeyOf(absence, meeting.PublicId)))
                    continue;
                // As long as who sent it can take it back, it is not answered.
                if (store.PastOf(meeting.Id, long.MaxValue, 1) is [var last, ..] && last.At + Undo > now)
                    continue;
                found.Add(new AnswerByAbsence(absence.Id, meeting.PublicId));
                if (found.Count == MostAtOnce)
                    return found;
            }
        }

        return found;
    }
}
