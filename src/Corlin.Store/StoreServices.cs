using System.Data.Common;
using Corlin.Application.Ports;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace Corlin.Store;

public static class StoreServices
{
    /// <summary>Registers the store on a database file. The caller holds the data folder.</summary>
    public static IServiceCollection AddStore(this IServiceCollection services, string database)
    {
        services.AddPooledDbContextFactory<CorlinDb>(options => Configure(options, database));
        services.AddDbContextPool<CorlinDb>(options => Configure(options, database));
        services.AddSingleton<WriteGate>();
        services.AddSingleton<IWriteGate>(s => s.GetRequiredService<WriteGate>());
        services.AddSingleton<PeopleIndex>();
        services.AddSingleton<IReadStore, ReadStore>();
        services.AddSingleton<IOutbox, Outbox>();
        services.AddSingleton<IAnswers, Answers>();
        return services;
    }

    /// <summary>Brings the database to the newest schema, making it where there is none.</summary>
    /// <returns>Whether nobody is in it yet.</returns>
    public static async Task<bool> PrepareStoreAsync(this IServiceProvider services, CancellationToken cancel = default)
    {
        await using var db = await services.GetRequiredService<IDbContextFactory<CorlinDb>>().CreateDbContextAsync(cancel);
        await db.Database.MigrateAsync(cancel);
        await FillSearchTextAsync(db, cancel);
        return !await db.People.AnyAsync(cancel);
    }

    /// <summary>Entries that were stored before they could be found by their words.</summary>
    private static async Task FillSearchTextAsync(CorlinDb db, CancellationToken cancel)
    {
        while (await db.Entries.Where(e => e.SearchText == "").OrderBy(e => e.Id).Take(500).ToListAsync(cancel) is { Count: > 0 } rows)
        {
            var ids = rows.Select(r => r.Id).ToArray();
            var overrides = (await db.Overrides.Where(o => ids.Contains(o.EntryId)).ToListAsync(cancel)).ToLookup(o => o.EntryId);
            foreach (var row in rows) row.SearchText = EntryMapping.SearchText(EntryMapping.ToCore(row, overrides[row.Id], [], []));
            await db.SaveChangesAsync(cancel);
            db.ChangeTracker.Clear();
        }
    }

    internal static void Configure(DbContextOptionsBuilder options, string database)
    {
        var connection = new SqliteConnectionStringBuilder { DataSource = database, ForeignKeys = true, DefaultTimeout = 30 };
        options.UseSqlite(connection.ToString(), sqlite => sqlite.UseParameterizedCollectionMode(ParameterTranslationMode.Parameter)).AddInterceptors(new Pragmas());
    }

    /// <summary>A commit is on the disk when it returns.</summary>
    private sealed class Pragmas : DbConnectionInterceptor
    {
        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            Set(connection);
            return Task.CompletedTask;
        }

        private static void Set(DbConnection connection)
        {
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;";
            command.ExecuteNonQuery();
        }
    }
}
