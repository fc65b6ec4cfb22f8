using System.Diagnostics;
using System.Diagnostics.Metrics;
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
    /// <summary>The name under which it is measured how long changes wait and take.</summary>
    public const string Meter = "Corlin.Gate";

    private static readonly Meter Measured = new(Meter);

    private static readonly UpDownCounter<int> Waiting = Measured.CreateUpDownCounter<int>(
        "corlin.gate.waiting",
        null,
        "Changes that wait for their turn."
    );

    private static readonly Histogram<double> Waited = Measured.CreateHistogram<double>(
        "corlin.gate.waited",
        "s",
        "How long a change waited for its turn."
    );

    private static readonly Histogram<double> Took = Measured.CreateHistogram<double>(
        "corlin.gate.took",
        "s",
        "How long a change held the others up."
    );

    private readonly SemaphoreSlim gate = new(1, 1);

    public async Task<T> RunAsync<T>(IChange<T> change, CancellationToken cancel = default)
    {
        T result;
        IReadOnlyCollection<CalendarChange> changed = [];
        var began = await WaitAsync(cancel);
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
            Leave(began);
        }

        if (changed.Count > 0)
            await live.AnnounceAsync(changed);
        return result;
    }

    /// <returns>When its turn came.</returns>
    private async Task<long> WaitAsync(CancellationToken cancel)
    {
        var came = Stopwatch.GetTimestamp();
        Waiting.Add(1);
        try
        {
            await gate.WaitAsync(cancel);
        }
        finally
        {
            Waiting.Add(-1);
        }

        Waited.Record(Stopwatch.GetElapsedTime(came).TotalSeconds);
        return Stopwatch.GetTimestamp();
    }

    private void Leave(long began)
    {
        Took.Record(Stopwatch.GetElapsedTime(began).TotalSeconds);
        gate.Release();
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
        var began = await WaitAsync(cancel);
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
            Leave(began);
        }
    }

    public void Dispose() => gate.Dispose();
}
