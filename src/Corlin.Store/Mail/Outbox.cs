using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

public sealed class Outbox(IDbContextFactory<CorlinDb> factory, WriteGate gate) : IOutbox
{
    public async Task<IReadOnlyList<WaitingMessage>> DueAsync(Instant now, int limit, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var rows = await db
            .Outbox.AsNoTracking()
            .Where(o => o.SentAt == null && o.WithdrawnAt == null && o.GivenUpAt == null && o.NotBefore <= now)
            .OrderBy(o => o.NotBefore)
            .ThenBy(o => o.Id)
            .Take(limit)
            .ToListAsync(cancel);
        var wanted = rows.Select(r => r.AskedId).OfType<long>().Distinct().ToArray();
        var asked = await db.Asked.AsNoTracking().Where(a => wanted.Contains(a.Id)).ToDictionaryAsync(a => a.Id, a => a.Json, cancel);
        return
        [
            .. rows.Select(r => new WaitingMessage(
                r.Id,
                r.MessageId,
                OutboxMapping.ToMessage(r, r.AskedId is { } id ? asked[id] : null),
                r.Failures
            )),
        ];
    }

    public Task SentAsync(WaitingMessage waiting, Instant at, WrittenMail? written, CancellationToken cancel = default) =>
        gate.WriteAsync(
            async db =>
            {
                var row = await db.Outbox.SingleAsync(o => o.Id == waiting.Id, cancel);
                row.SentAt = at;
                if (waiting.Message.Notice is { IsNews: true } notice)
                    await TellAsync(db, row, notice, at, cancel);
                if (written is null || await db.Mails.SingleOrDefaultAsync(m => m.OutboxId == waiting.Id, cancel) is not { } mail)
                    return;
                (mail.Text, mail.Settled) = (written.Text, true);
                if (row.Failures > 0)
                    mail.At = at;
                db.MailSources.Add(new MailSourceRow { MailId = mail.Id, Source = written.Source });
            },
            cancel
        );

    public Task FailedAsync(long id, string reason, Instant now, Instant? again, CancellationToken cancel = default) =>
        gate.WriteAsync(
            async db =>
            {
                var row = await db.Outbox.SingleAsync(o => o.Id == id, cancel);
                row.Failures++;
                row.Failure = reason;
                if (again is { } later)
                    row.NotBefore = later;
                else
                    row.GivenUpAt = now;
            },
            cancel
        );

    private static async Task TellAsync(CorlinDb db, OutboxRow row, Notice notice, Instant at, CancellationToken cancel)
    {
        var lane = notice.For ?? notice.To;
        var ids = await db
            .People.Where(p => p.Inside && p.Kind == UserKind.Person && (p.Address == notice.To || p.Address == lane))
            .Select(p => new { p.Address, p.Id })
            .ToDictionaryAsync(p => p.Address, p => p.Id, cancel);
        var entry = await db.Entries.Where(e => e.PublicId == notice.Entry).Select(e => (long?)e.Id).SingleOrDefaultAsync(cancel);
        if (
            notice.Stretch is not { } stretch
            || entry is not { } about
            || !ids.TryGetValue(notice.To, out var to)
            || !ids.TryGetValue(lane, out var of)
        )
            return;
        db.MeetingNews.Add(
            new MeetingNewsRow
            {
                OutboxId = row.Id,
                Kind = notice.Kind,
                ToId = to,
                LaneId = of,
                EntryId = about,
                RecurrenceId = notice.RecurrenceId,
                Start = stretch.Start,
                End = stretch.End,
                Note = notice.Note,
                ChangeId = row.ChangeId,
                At = at,
            }
        );
    }
}
