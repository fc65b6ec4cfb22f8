using System.Collections.Concurrent;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Sheets;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>Sends day sheets at the hour that was said, and again when something on them changes that day.</summary>
public sealed class SheetWorker(IReadStore store, IWriteGate gate)
{
    private const int MostWishes = 2_000;
    private static readonly Duration BetweenLooks = Duration.FromMinutes(1);

    // Taken back it does not go again.
    private readonly ConcurrentDictionary<(UserId Owner, LocalDate Day), bool> gone = [];
    private Instant nextLook = Instant.MinValue;

    /// <returns>How many went.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        if (now < nextLook)
            return 0;
        nextLook = now + BetweenLooks;
        var sent = 0;
        foreach (var wish in await store.ReadAsync(s => s.SheetsByThemselves(MostWishes), cancel))
        {
            var due = await store.ReadAsync(s => SheetDue.Of(s, wish, now), cancel);
            if (due is null || (!due.Again && !gone.TryAdd((wish.Owner, due.First), true)))
                continue;
            try
            {
                await gate.RunAsync(due, cancel);
                sent++;
            }
            catch (RefusedException)
            {
                // Who said it speaks for them no more, or who was to get it sees nothing now: it is said anew by whoever does.
            }
        }

        return sent;
    }
}

/// <summary>Whether a sheet goes by itself now.</summary>
internal static class SheetDue
{
    private const int MostOfADay = 50;

    /// <summary>What is being changed is told once.</summary>
    private static readonly Duration BetweenTwo = Duration.FromMinutes(10);

    /// <returns>What is to be done; null for nothing.</returns>
    public static HandSheet? Of(ICalendarReads store, SheetWish wish, Instant now)
    {
        if (wish.At is not { } at)
            return null;
        var owner = store.Users([wish.Owner])[wish.Owner];
        var local = owner.HomeZone.ToLocal(now);
        // Sent the evening before, it is that of tomorrow from then on.
        var day =
            wish.DayBefore && local.TimeOfDay >= at ? local.Date.PlusDays(1)
            : wish.DayBefore || local.TimeOfDay >= at ? local.Date
            : (LocalDate?)null;
        if (day is not { } date)
            return null;
        var dueAt = owner.HomeZone.ToInstant((wish.DayBefore ? date.PlusDays(-1) : date).At(at));
        if (dueAt < wish.SaidAt)
            return null;
        var handed = store.HandedSheets(wish.Owner, date, date.PlusDays(1), MostOfADay);
        var people = store.Users(wish.To);
        var sheet = new HandSheet(wish.By, wish.Owner, date, 1, wish.Parts, [.. wish.To.Select(t => people[t].PublicId)], null)
        {
            Order = wish.Order,
            ByItself = true,
        };
        var lane = LaneReading.Read(new Viewing(store, wish.Owner, now), [owner], SheetDays.Span(owner, date, 1))[0];
        var span = SheetDays.ZoneOn(lane, date).Day(date);
        if (!handed.Any(h => h.ByItself && h.Days == 1))
            return lane.Hours.Overlaps(span) || lane.Entries.Any(e => e.Told.Stretch.Overlaps(span)) ? sheet : null;
        var isChanged =
            wish.Again
            && date == local.Date
            && now - handed[0].At >= BetweenTwo
            && Differs(handed[0], SheetLines.Kept(lane, span), span, now);
        return isChanged ? sheet with { Again = true } : null;
    }

    /// <summary>Whether anything that is not over stands otherwise than on a sheet.</summary>
    private static bool Differs(HandedSheet last, IEnumerable<SheetLine> lines, Stretch span, Instant now)
    {
        bool Matters(SheetLine line) => line.Stretch.Overlaps(span) && line.Stretch.End > now;
        return !last.Lines.Where(Matters).ToHashSet().SetEquals(lines.Where(Matters));
    }
}
