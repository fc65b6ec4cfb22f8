using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>Reads the calendars kept elsewhere when they are due. What cannot be read stays as it was read last.</summary>
public sealed class FollowWorker(IReadStore reads, IWriteGate gate, ICalendarsElsewhere elsewhere, ICalendarFiles files)
{
    private const int AtOnce = 4;

    /// <summary>A calendar with more is not followed: it would be read again and again.</summary>
    private const int MostEntries = 20_000;

    /// <returns>How many were asked for.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var due = await reads.ReadAsync(
            s => s.FollowedDue(now, AtOnce).Select(f => (Followed: f, Zone: s.Users([f.Owner])[f.Owner].HomeZone)).ToList(),
            cancel
        );
        // Nothing of what others keep one waiting for happens inside the gate.
        var read = await Task.WhenAll(due.Select(d => ReadAsync(d.Followed, d.Zone, cancel)));
        var wrong = new List<Exception>();
        foreach (var one in read)
        {
            try
            {
                await gate.RunAsync(one, cancel);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                // What cannot be kept must not be tried again at once, nor keep the others waiting.
                await gate.RunAsync(one with { Entries = null, Failure = FetchFailure.NotKept }, cancel);
                wrong.Add(e);
            }
        }

        return wrong.Count == 0 ? due.Count : throw new AggregateException(wrong);
    }

    private async Task<TakeOver> ReadAsync(Followed followed, DateTimeZone zone, CancellationToken cancel)
    {
        try
        {
            var (content, tag, failure) = await elsewhere.FetchAsync(followed.Address, followed.Tag, cancel);
            if (content is null)
                return new TakeOver(followed, null, tag, failure);
            await using (content)
            {
                using var file = files.Open(content, zone, cancel);
                var entries = file.Entries().Take(MostEntries + 1).ToList();
                return entries.Count > MostEntries
                    ? new TakeOver(followed, null, null, FetchFailure.TooLarge)
                    : new TakeOver(followed, entries, tag, null);
            }
        }
        // Whatever one of them holds must not keep the others waiting; what it is, is said of that one.
        catch (Exception e) when (e is not (OperationCanceledException or OutOfMemoryException))
        {
            return new TakeOver(followed, null, null, FetchFailure.NoCalendar);
        }
    }
}
