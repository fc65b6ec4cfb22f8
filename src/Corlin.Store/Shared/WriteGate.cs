using Corlin.Application.Calendars;
using Corlin.Application.Ports;
using Corlin.Core.Refusals;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>One change at a time: BEGIN IMMEDIATE behind one gate in the process, told to open screens after the commit.</summary>
public sealed class WriteGate(IDbContextFactory<CorlinDb> factory, IClock clock, ILiveUpdates live) : IWriteGate, IDisposable
{
    private readonly SemaphoreSlim gate = new(1, 1);

    public async Task<T> RunAsync<T>(IChange<T> change, CancellationToken cancel = default)
    {
        T result;
        IReadOnlyCollection<CalendarChange> changed = [];
        await gate.WaitAsync(cancel);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var session = new ChangeSession(db, clock.GetCurrentInstant());
            if (RequestKey.Current is { Noted: false } key)
                await NoteAsync(db, key, session.Now, cancel);
            result = change.Apply(session);
            TiedEntries.Follow(session);
            session.MailStore.WriteHandedOver();
            await db.SaveChangesAsync(cancel);
            await transaction.CommitAsync(cancel);
            if (RequestKey.Current is { } done)
                done.Noted = true;
            changed = session.Changed;
        }
        finally
        {
            gate.Release();
        }

        if (changed.Count > 0)
            await live.AnnounceAsync(changed);
        return result;
    }

    /// <summary>The key is written down with the work, so that after a stop in between it is not done again.</summary>
    /// <exception cref="RefusedException">The work was done meanwhile.</exception>
    private static async Task NoteAsync(CorlinDb db, RequestKey key, Instant now, CancellationToken cancel)
    {
        if (await db.Answers.FindAsync([key.Who.Value, key.Key], cancel) is { } row)
        {
            if (row.At > now - RequestKey.Kept)
                throw new RefusedException(RefusalKind.DoneAlready);
            db.Answers.Remove(row);
            await db.SaveChangesAsync(cancel);
        }

        db.Answers.Add(
            new AnswerRow
            {
                UserId = key.Who.Value,
                Key = key.Key,
                Hash = key.Hash,
                At = now,
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Writes that are no change of anybody's: what workers mark as done.</summary>
    internal async Task WriteAsync(Func<CorlinDb, Task> write, CancellationToken cancel)
    {
        await gate.WaitAsync(cancel);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            await write(db);
            await db.SaveChangesAsync(cancel);
            await transaction.CommitAsync(cancel);
        }
        finally
        {
            gate.Release();
        }
    }

    public void Dispose() => gate.Dispose();
}
