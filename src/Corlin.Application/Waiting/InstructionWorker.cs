using System.Collections.Concurrent;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>Puts standing instructions into effect where who they are of said so. It looks where a calendar has changed.</summary>
public sealed class InstructionWorker(IReadStore store, IWriteGate gate)
{
    private const int MostPeople = 500;

    /// <summary>What changes no calendar, such as who is in a group, is seen by then.</summary>
    private static readonly Duration Again = Duration.FromHours(1);

    private readonly ConcurrentDictionary<UserId, (long Number, Instant At)> looked = [];

    /// <returns>How many were answered.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var done = 0;
        var calendars = await store.ReadAsync(s => s.InstructedByThemselves(MostPeople), cancel);
        foreach (var calendar in calendars.Where(c => !WasLookedAt(c, now)))
        {
            var (due, waits) = await store.ReadAsync(s => AnswerByInstruction.Due(s, calendar.Of, now), cancel);
            foreach (var answer in due)
                if (await AnswerAsync(new AnswerByInstruction(calendar.Of, answer.Entry, answer.RecurrenceId), cancel))
                    done++;
            if (!waits)
                looked[calendar.Of] = (calendar.Number, now);
        }

        return done;
    }

    /// <summary>What cannot be answered so is for a person, and keeps nothing else waiting.</summary>
    private async Task<bool> AnswerAsync(AnswerByInstruction answer, CancellationToken cancel)
    {
        try
        {
            return await gate.RunAsync(answer, cancel);
        }
        catch (RefusedException)
        {
            return false;
        }
    }

    private bool WasLookedAt(InstructedCalendar calendar, Instant now) =>
        looked.TryGetValue(calendar.Of, out var last) && last.Number == calendar.Number && now - last.At < Again;
}
