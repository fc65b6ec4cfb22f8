using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>The first slice over HTTP: from the search to a meeting that is agreed, and what is left after a restart.</summary>
public sealed class SliceTests
{
    [Fact]
    public async Task A_meeting_is_arranged_answered_moved_and_agreed_and_outlives_the_process()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        var maren = await noor.PersonAsync("Maren Falk");
        string[] required =
        [
            await noor.PersonAsync("Desmond Oyelaran"),
            await noor.PersonAsync("Tomé Vidal"),
            await noor.PersonAsync("Lakshmi Rao"),
        ];
        string[] optional = [await noor.PersonAsync("Ana Brandão")];

        var slots = await noor.DoAsync(
            "/api/slots",
            new
            {
                inNameOf = maren,
                required,
                optional,
                minutes = 45,
                from = "2027-03-09",
                to = "2027-03-19",
            }
        );
        Assert.True(slots.GetProperty("total").GetInt32() > 5);
        var best = slots.GetProperty("slots")[0];
        Assert.Equal(5, best.GetProperty("plants").GetArrayLength());
        Assert.NotEmpty(best.GetProperty("reason").GetString()!);

        var start = DateTimeOffset.FromUnixTimeMilliseconds(best.GetProperty("start").GetInt64()).ToString("yyyy-MM-dd'T'HH:mm", null);
        var made = await noor.DoAsync(
            "/api/meetings",
            new
            {
                inNameOf = maren,
                title = "Insurers, renewal terms",
                required,
                optional,
                start,
                zone = "Europe/Lisbon",
                minutes = 45,
                place = (string?)null,
                video = true,
                agenda = "1. Terms",
                line = (string?)null,
                @private = false,
            }
        );
        var id = made.GetProperty("entry").GetString()!;
        Assert.Equal(4, made.GetProperty("asked").GetInt32());
        Assert.Equal("answers", (await Row(noor, id)).GetProperty("group").GetString());

        await noor.DoAsync("/api/demo/advance", new { seconds = 11 });
        var mail = Assert.Single(Directory.GetFiles(Path.Combine(host.Simulation, "sent"), "*.eml"));
        var text = (await File.ReadAllTextAsync(mail, TestContext.Current.CancellationToken))
            .Replace("=\r\n", "", StringComparison.Ordinal)
            .Replace("\r\n ", "", StringComparison.Ordinal);
        Assert.Contains("method=REQUEST", text, StringComparison.Ordinal);
        Assert.Contains("mailto:maren.falk@ebbline.example", text, StringComparison.Ordinal);
        Assert.Contains("mailto:noor.haddad@ebbline.example", text, StringComparison.Ordinal);

        await noor.DoAsync("/api/demo/advance", new { seconds = 30 });
        var row = await Row(noor, id);
        Assert.Equal("newTime", row.GetProperty("group").GetString());
        Assert.Equal(
            ["accepted", "accepted", "tentative", "tentative"],
            row.GetProperty("attendees").EnumerateArray().Select(a => a.GetProperty("answer").GetString()!).Order()
        );

        await noor.DoAsync($"/api/meetings/{id}/proposal/accept", new { occurrence = (string?)null, attendee = required[2] });
        await noor.DoAsync("/api/demo/advance", new { seconds = 11 });
        await noor.DoAsync("/api/demo/advance", new { seconds = 30 });
        row = await Row(noor, id);
        Assert.True(row.GetProperty("agreed").GetBoolean());
        Assert.Equal(best.GetProperty("start").GetInt64() + (15 * 60_000), row.GetProperty("start").GetInt64());

        await host.RestartAsync(demo: true);
        using var again = await host.SignInAsync(Host.Noor);
        Assert.True((await Row(again, id)).GetProperty("agreed").GetBoolean());
        var lane = (await again.GetAsync($"/api/lanes?who={maren}&from={start[..10]}")).GetProperty("days")[0].GetProperty("lanes")[0];
        Assert.Equal(
            "firm",
            lane.GetProperty("entries")
                .EnumerateArray()
                .Single(e => e.GetProperty("label").GetString() == "Insurers, renewal terms")
                .GetProperty("takes")
                .GetString()
        );
    }

    private static async Task<JsonElement> Row(Browser browser, string entry) =>
        (await browser.GetAsync("/api/chase"))
            .GetProperty("rows")
            .EnumerateArray()
            .Single(r => r.GetProperty("entry").GetString() == entry);
}
