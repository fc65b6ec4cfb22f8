using Corlin.Application.Ports;
using Corlin.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>Reads in one deferred transaction, so that a read sees one state from beginning to end and never waits for a change.</summary>
public sealed class ReadStore(IDbContextFactory<CorlinDb> factory, StoreMemory memory) : IReadStore
{
    public async Task<T> ReadAsync<T>(Func<ICalendarReads, T> read, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        await db.Database.OpenConnectionAsync(cancel);
        await using var transaction = ((SqliteConnection)db.Database.GetDbConnection()).BeginTransaction(deferred: true);
        await db.Database.UseTransactionAsync(transaction, cancel);
        return read(new StoreReads(db, memory));
    }
}
