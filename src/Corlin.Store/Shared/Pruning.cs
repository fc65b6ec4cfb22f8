using Corlin.Application.Ports;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>Clears away, some thousand lines at a time, what the rule no longer keeps.</summary>
internal sealed class Pruning(WriteGate gate) : IPruning
{
    private const int Most = 2_000;

    public async Task<int> PruneAsync(PruneRule rule, Instant now, CancellationToken cancel = default)
    {
        var cleared = 0;
        await gate.WriteAsync(
            async db =>
            {
                cleared += await PresencesAsync(db, now - rule.Presences, cancel);
                cleared += await SourcesAsync(db, now - rule.Sources, cancel);
                cleared += await LogAsync(db, rule.Log, cancel);
            },
            cancel
        );
        return cleared;
    }

    private static async Task<int> PresencesAsync(CorlinDb db, Instant before, CancellationToken cancel)
    {
        var old = await db.Presences.Where(p => p.SeenAt < before).OrderBy(p => p.Id).Select(p => p.Id).Take(Most).ToListAsync(cancel);
        return old.Count == 0 ? 0 : await db.Presences.Where(p => old.Contains(p.Id)).ExecuteDeleteAsync(cancel);
    }

    private static async Task<int> SourcesAsync(CorlinDb db, Instant before, CancellationToken cancel)
    {
        // Of what waits for somebody the source stays.
        var old = await db
            .Mails.Where(m => m.At < before && m.Settled)
            .Join(db.MailSources, m => m.Id, s => s.MailId, (m, _) => m.Id)
            .OrderBy(id => id)
            .Take(Most)
            .ToListAsync(cancel);
        return old.Count == 0 ? 0 : await db.MailSources.Where(s => old.Contains(s.MailId)).ExecuteDeleteAsync(cancel);
    }

    private static async Task<int> LogAsync(CorlinDb db, long kept, CancellationToken cancel)
    {
        var cleared = 0;
        foreach (
            var calendar in await db
                .Calendars.Where(c => c.ChangeNumber > kept)
                .Select(c => new { c.Id, c.ChangeNumber })
                .ToListAsync(cancel)
        )
        {
            var last = calendar.ChangeNumber - kept;
            var first = await db.ChangeLog.Where(l => l.CalendarId == calendar.Id).MinAsync(l => (long?)l.Number, cancel);
            if (first is not { } from || from > last)
                continue;
            var until = Math.Min(last, from + Most - 1);
            cleared += await db.ChangeLog.Where(l => l.CalendarId == calendar.Id && l.Number <= until).ExecuteDeleteAsync(cancel);
        }

        return cleared;
    }
}
