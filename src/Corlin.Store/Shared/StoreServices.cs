using System.Data.Common;
using Corlin.Application.Ports;
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
        services.AddSingleton<StoreMemory>();
        services.AddSingleton<IReadStore, ReadStore>();
        services.AddSingleton<IOutbox, Outbox>();
        services.AddSingleton<IAnswers, Answers>();
        services.AddSingleton<IPruning, Pruning>();
        return services;
    }

    /// <summary>Brings the database to the newest schema, making it where there is none.</summary>
    /// <returns>Whether nobody is in it yet.</returns>
    /// <exception cref="DataFolderException">Another version of Corlin wrote it, with a schema that this one does not know; nothing was
    /// changed.</exception>
    public static async Task<bool> PrepareStoreAsync(this IServiceProvider services, CancellationToken cancel = default)
    {
        await using var db = await services.GetRequiredService<IDbContextFactory<CorlinDb>>().CreateDbContextAsync(cancel);
        var applied = (await db.Database.GetAppliedMigrationsAsync(cancel)).ToHashSet();
        var known = db.Database.GetMigrations().ToHashSet();
        if (!applied.IsSubsetOf(known))
            throw new DataFolderException(
                "This data folder was written by another version of Corlin, which this one cannot open. Nothing was changed: start that version, or choose another folder with --data."
            );
        // Asking it to migrate where nothing is to be done costs seconds at every start: it builds each schema anew to compare them.
        if (!known.IsSubsetOf(applied))
            await db.Database.MigrateAsync(cancel);
        return !await db.People.AnyAsync(cancel);
    }

    /// <summary>The store for a command that works on a folder by itself: by the machine's clock, and no screen is open.</summary>
    public static IServiceCollection AddStoreAlone(this IServiceCollection services, string database) =>
        services.AddStore(database).AddSingleton<NodaTime.IClock>(NodaTime.SystemClock.Instance).AddSingleton<ILiveUpdates, NoScreens>();

    /// <summary>Whether the database has the schema of this version; nothing is changed.</summary>
    public static async Task<bool> IsOfThisVersionAsync(this IServiceProvider services, CancellationToken cancel = default)
    {
        await using var db = await services.GetRequiredService<IDbContextFactory<CorlinDb>>().CreateDbContextAsync(cancel);
        return (await db.Database.GetAppliedMigrationsAsync(cancel)).ToHashSet().SetEquals(db.Database.GetMigrations());
    }

    internal static void Configure(DbContextOptionsBuilder options, string database)
    {
        var connection = new SqliteConnectionStringBuilder
        {
            DataSource = database,
            ForeignKeys = true,
            DefaultTimeout = 30,
        };
        options
            .UseSqlite(connection.ToString(), sqlite => sqlite.UseParameterizedCollectionMode(ParameterTranslationMode.Parameter))
            .AddInterceptors(new Pragmas())
            // The test run holds the model against its migrations; a start need not.
            .ConfigureWarnings(w => w.Ignore(RelationalEventId.PendingModelChangesWarning));
    }

    /// <summary>Another process would hold the folder.</summary>
    private sealed class NoScreens : ILiveUpdates
    {
        public Task AnnounceAsync(IReadOnlyCollection<CalendarChange> changes) => Task.CompletedTask;
    }

    /// <summary>A commit is on the disk when it returns.</summary>
    private sealed class Pragmas : DbConnectionInterceptor
    {
        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
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
