using System.Text.Json;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging.Abstractions;

namespace Corlin.Web.Tests;

/// <summary>A disk on which nothing more can be written, as SQLite and the system report it.</summary>
public sealed class FullDiskTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("corlin-full").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private static async Task<(int Status, string Type, string Title)> AnswerAsync(Exception exception)
    {
        await using var services = new ServiceCollection().AddLogging().BuildServiceProvider();
        var context = new DefaultHttpContext { RequestServices = services };
        using var body = new MemoryStream();
        context.Response.Body = body;
        await new Problems(NullLogger<Problems>.Instance).TryHandleAsync(context, exception, TestContext.Current.CancellationToken);
        using var problem = JsonDocument.Parse(body.ToArray());
        string Of(string name) => problem.RootElement.GetProperty(name).GetString()!;
        return (context.Response.StatusCode, Of("type"), Of("title"));
    }

    /// <summary>A database that may not grow is full as one on a full disk is.</summary>
    private SqliteException Full()
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "small.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "CREATE TABLE t (x BLOB); PRAGMA max_page_count = 4;";
        command.ExecuteNonQuery();
        command.CommandText = "INSERT INTO t VALUES (zeroblob(100000))";
        return Assert.Throws<SqliteException>(() => command.ExecuteNonQuery());
    }

    [Fact]
    public async Task A_full_database_is_told_as_what_it_is()
    {
        var full = Full();
        foreach (var exception in (Exception[])[full, new DbUpdateException("not saved", full)])
        {
            var (status, type, title) = await AnswerAsync(exception);
            Assert.Equal((507, "corlin:disk-full"), (status, type));
            Assert.Contains("nothing was changed", title, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_file_that_cannot_be_written_is_told_so_too()
    {
        var full = await Assert.ThrowsAsync<IOException>(async () =>
        {
            await using var device = new FileStream("/dev/full", FileMode.Open, FileAccess.Write);
            await device.WriteAsync(new byte[8192], TestContext.Current.CancellationToken);
            device.Flush(flushToDisk: true);
        });
        Assert.Equal(507, (await AnswerAsync(full)).Status);
    }

    [Fact]
    public async Task Whatever_else_fails_is_not_a_full_disk()
    {
        foreach (var exception in (Exception[])[new IOException("The pipe is broken."), new SqliteException("locked", 5)])
            Assert.Equal((500, "corlin:failed"), await AnswerAsync(exception) is var (status, type, _) ? (status, type) : default);
    }
}
