using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Corlin.Application.Ports;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Web.Tests;

/// <summary>
/// Databases that earlier schemas wrote are opened by this one. `Schemas/` has one of each that has landed: the demo as that Corlin made it
/// up.
/// </summary>
public sealed class EarlierSchemaTests
{
    private static readonly string Folder = Path.Combine(Host.Root, "tests", "Web", "Schemas");

    public static TheoryData<string> Written =>
        [.. Directory.EnumerateFiles(Folder, "*.db.gz").Select(f => Path.GetFileName(f)[..^".db.gz".Length])];

    [Fact]
    public async Task There_is_one_of_each_schema_before_this_one()
    {
        await using var host = await Host.StartAsync(demo: true);
        await using var db = await host.Service<IDbContextFactory<CorlinDb>>().CreateDbContextAsync(TestContext.Current.CancellationToken);
        var earlier = db.Database.GetMigrations().SkipLast(1).Select(m => m[(m.IndexOf('_', StringComparison.Ordinal) + 1)..]);
        Assert.Equal(
            earlier.Order(),
            Directory.EnumerateFiles(Folder, "*.db.gz").Select(f => Path.GetFileName(f)[..^".db.gz".Length]).Order()
        );
    }

    [Theory]
    [MemberData(nameof(Written))]
    public async Task What_it_wrote_is_read_and_goes_on_being_changed(string schema)
    {
        await using var host = await Host.StartAsync(demo: true);
        await host.WhileDownAsync(demo: true, folder => Unpack(schema, folder));
        using var noor = await host.SignInAsync(Host.Noor);
        var desk = await noor.GetAsync("/api/desk");
        var principal = desk.GetProperty("day").GetProperty("lanes")[0].GetProperty("who").GetProperty("id").GetString()!;
        Assert.NotEmpty((await noor.GetAsync("/api/chase")).GetProperty("rows").EnumerateArray());

        // Every entry of a week with its history, as it was written.
        var seen = 0;
        foreach (var (entry, occurrence) in await EntriesAsync(noor, principal))
        {
            var one = occurrence is null ? "" : $"&occurrence={occurrence}";
            Assert.Equal(
                HttpStatusCode.OK,
                (await noor.SendAsync(HttpMethod.Get, $"/api/entries/{entry}?lane={principal}{one}")).StatusCode
            );
            seen++;
        }

        Assert.InRange(seen, 5, int.MaxValue);
        var history = await noor.GetAsync($"/api/history?who={principal}");
        Assert.NotEmpty(history.GetProperty("rows").EnumerateArray());

        var added = await noor.PostAsync(
            "/api/appointments",
            new
            {
                inNameOf = principal,
                title = "After the update",
                time = new
                {
                    start = "2027-03-12T12:00",
                    zone = "Europe/Lisbon",
                    minutes = 30,
                    allDay = false,
                    endZone = (string?)null,
                },
                place = (string?)null,
                takes = "firm",
                @private = false,
                repeats = (string?)null,
            }
        );
        Assert.Equal(HttpStatusCode.OK, added.StatusCode);
        var change = (await added.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken))
            .GetProperty("change")
            .GetInt64();
        Assert.Equal(HttpStatusCode.OK, (await noor.PostAsync("/api/changes/undo", new { changes = new[] { change } })).StatusCode);
    }

    [Theory]
    [MemberData(nameof(Written))]
    public async Task What_was_done_last_to_an_entry_still_counts_as_done_last(string schema)
    {
        await using var host = await Host.StartAsync(demo: true);
        await host.WhileDownAsync(demo: true, folder => Unpack(schema, folder));
        await using var db = await host.Service<IDbContextFactory<CorlinDb>>().CreateDbContextAsync(TestContext.Current.CancellationToken);
        var last = await db
            .Database.SqlQuery<long>(
                $"""
                SELECT DISTINCT own.ChangeId AS Value FROM History AS own WHERE own.Before IS NOT NULL AND NOT EXISTS (
                    SELECT 1 FROM History AS one JOIN History AS later ON later.EntryId = one.EntryId AND later.Id > one.Id
                    WHERE one.ChangeId = own.ChangeId)
                """
            )
            .ToListAsync(TestContext.Current.CancellationToken);
        Assert.NotEmpty(last);
        foreach (var change in last)
            Assert.True(await host.Service<IReadStore>().ReadAsync(s => s.StandsAsMade(change), TestContext.Current.CancellationToken));
    }

    private static async Task<List<(string Entry, string? Occurrence)>> EntriesAsync(Browser browser, string who)
    {
        var lanes = await browser.GetAsync($"/api/lanes?who={who}&view=working-days&from=2027-03-08");
        return [.. Entries(lanes).Distinct()];
    }

    /// <summary>All entries in an answer, wherever they stand in it.</summary>
    private static IEnumerable<(string Entry, string? Occurrence)> Entries(JsonElement element) =>
        element.ValueKind switch
        {
            JsonValueKind.Object
                when element.TryGetProperty("takes", out _)
                    && element.TryGetProperty("id", out var id)
                    && id.ValueKind == JsonValueKind.String => [(id.GetString()!, element.GetProperty("occurrence").GetString())],
            JsonValueKind.Object => element.EnumerateObject().SelectMany(p => Entries(p.Value)),
            JsonValueKind.Array => element.EnumerateArray().SelectMany(Entries),
            _ => [],
        };

    private static bool Unpack(string schema, string folder)
    {
        var database = Path.Combine(folder, "corlin.db");
        foreach (var beside in new[] { "-wal", "-shm" })
            File.Delete(database + beside);
        using var packed = new GZipStream(File.OpenRead(Path.Combine(Folder, $"{schema}.db.gz")), CompressionMode.Decompress);
        using var written = File.Create(database);
        packed.CopyTo(written);
        return true;
    }
}
