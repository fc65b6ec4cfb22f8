using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace Corlin.Web.Tests;

public sealed class ServeTests
{
    [Fact]
    public async Task A_new_organisation_makes_its_first_account_once()
    {
        await using var host = await Host.StartAsync(demo: false);
        using var browser = host.Open();
        Assert.True((await browser.GetAsync("/api/session")).GetProperty("setUpNeeded").GetBoolean());
        var first = new
        {
            name = "Hedda Lind",
            address = "hedda.lind@ebbline.example",
            zone = "Europe/Lisbon",
            password = "long enough to keep",
        };
        Assert.Equal(HttpStatusCode.BadRequest, (await browser.PostAsync("/api/setup", first with { password = "short" })).StatusCode);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await browser.PostAsync("/api/setup", first with { zone = "Europe/Atlantis" })).StatusCode
        );
        var nowhere = new
        {
            first.name,
            first.address,
            first.zone,
            first.password,
            place = new
            {
                name = "Head office",
                town = "Lisbon",
                country = "Portugall",
            },
        };
        Assert.Equal(HttpStatusCode.BadRequest, (await browser.PostAsync("/api/setup", nowhere)).StatusCode);
        var called = new
        {
            first.name,
            first.address,
            first.zone,
            first.password,
            organisation = new string('e', 81),
        };
        Assert.Equal(HttpStatusCode.BadRequest, (await browser.PostAsync("/api/setup", called)).StatusCode);
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await browser.PostAsync("/api/setup", called with { organisation = " Ebbline " })).StatusCode
        );
        Assert.Equal("Nothing waits for you.", (await browser.GetAsync("/api/desk")).GetProperty("lead").GetString());
        using var second = host.Open();
        Assert.Equal("Ebbline", (await second.GetAsync("/api/session")).GetProperty("organisation").GetString());
        Assert.Equal(
            HttpStatusCode.Conflict,
            (await second.PostAsync("/api/setup", first with { address = "second@ebbline.example" })).StatusCode
        );
    }

    [Fact]
    public async Task What_is_for_the_demo_is_absent()
    {
        await using var host = await Host.StartAsync(demo: false);
        Assert.DoesNotContain(host.Routes, r => r.RoutePattern.RawText!.Contains("demo", StringComparison.Ordinal));
        using var browser = host.Open();
        Assert.Equal(
            "healthy",
            await (await browser.SendAsync(HttpMethod.Get, "/healthz")).Content.ReadAsStringAsync(TestContext.Current.CancellationToken)
        );
    }

    [Fact]
    public async Task A_start_that_cannot_be_says_why_in_one_line()
    {
        var folder = Directory.CreateTempSubdirectory("corlin-serve").FullName;
        var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        var port = ((IPEndPoint)taken.LocalEndpoint).Port;
        Assert.Equal(
            (1, $"corlin: Port {port} is taken. Choose another with --port."),
            await Run("serve", "--data", folder, "--port", $"{port}")
        );
        taken.Stop();

        using (Corlin.Store.DataFolder.Take(folder, fresh: false))
            Assert.Equal(
                (1, $"corlin: The data folder {folder} is in use by another Corlin. Stop that one, or choose another with --data."),
                await Run("serve", "--data", folder)
            );

        await using (
            var another = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(folder, "corlin.db")};Pooling=False")
        )
        {
            await another.OpenAsync(TestContext.Current.CancellationToken);
            await using var command = another.CreateCommand();
            command.CommandText = "INSERT INTO __EFMigrationsHistory VALUES ('20990101000000_Later', '10');";
            await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        }

        Assert.Equal(
            (
                1,
                "corlin: This data folder was written by another version of Corlin, which this one cannot open. Nothing was changed: start that version, or choose another folder with --data."
            ),
            await Run("serve", "--data", folder)
        );

        Assert.Equal(
            (1, "corlin: The data folder /proc/corlin cannot be written. Choose another with --data."),
            await Run("serve", "--data", "/proc/corlin")
        );
        var nobody = Path.Combine(folder, "nobody");
        Assert.Equal(
            (1, $"corlin: The people of the demo are not in {nobody}. Start it with ./corlin demo."),
            await Run("demo", "--data", folder, "--demo-folder", nobody)
        );
        Assert.Equal((1, "corlin: “many” is no port."), await Run("serve", "--port", "many"));
        Assert.Equal((1, "corlin: --now is no option of serve."), await Run("serve", "--now", "2027-03-08T09:42[Europe/Lisbon]"));
        Assert.Equal(
            (1, "corlin: --now takes a time with its zone, 2027-03-08T09:42[Europe/Lisbon], not “noon”."),
            await Run("demo", "--now", "noon")
        );
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task A_screen_that_is_open_when_it_stops_opens_its_live_line_no_more()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        Assert.NotEqual(HttpStatusCode.ServiceUnavailable, (await noor.SendAsync(HttpMethod.Get, "/live")).StatusCode);
        host.BeginToStop();
        Assert.Equal(HttpStatusCode.ServiceUnavailable, (await noor.SendAsync(HttpMethod.Get, "/live")).StatusCode);
    }

    private static async Task<(int Exit, string Error)> Run(params string[] args)
    {
        var start = new ProcessStartInfo(Path.Combine(AppContext.BaseDirectory, "Corlin.Web"), args)
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        using var process = Process.Start(start)!;
        var error = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, error.Trim());
    }
}
