using System.Net;
using Corlin.Web.Edge;
using Corlin.Web.Hosting;

namespace Corlin.Web.Tests;

/// <summary>What is set for a server, where it was said, and what holds; and who reads its measurements.</summary>
public sealed class SettingsTests : IDisposable
{
    private readonly string file = Path.GetTempFileName();

    public void Dispose() => File.Delete(file);

    private (string[] Args, IReadOnlyList<StartSetting> All) Read(
        string[] args,
        string lines,
        params (string Name, string Value)[] environment
    )
    {
        File.WriteAllText(file, lines);
        return StartSettings.Read(
            [.. args, "--settings", file],
            environment.ToDictionary(e => e.Name, e => e.Value, StringComparer.Ordinal)
        );
    }

    [Fact]
    public void The_command_line_holds_before_the_environment_and_that_before_the_file()
    {
        var (args, all) = Read(
            ["serve", "--port", "1"],
            "# of the house\n\nport = 3\nsmtp = mail.ebbline.example:587\nbackups=/mnt/backups\nsmtp-password = s3cret\n",
            ("CORLIN_PORT", "2"),
            ("CORLIN_BACKUPS", "/srv/backups"),
            ("CORLIN_IMAP_PASSWORD", "hidden"),
            ("CORLIN_LOG", "")
        );
        (string?, string) Of(string name) => all.Where(s => s.Name == name).Select(s => (s.Value, s.From)).Single();
        Assert.Equal(("1", "the command line"), Of("port"));
        Assert.Equal(("/srv/backups", "CORLIN_BACKUPS"), Of("backups"));
        Assert.Equal(("mail.ebbline.example:587", $"{file}, line 4"), Of("smtp"));
        Assert.Equal((null, ""), Of("log"));
        // Of what is secret only that it is there.
        Assert.Equal(("(set)", "CORLIN_IMAP_PASSWORD"), Of("imap-password"));
        Assert.Equal(("(set)", $"{file}, line 6"), Of("smtp-password"));
        Assert.Equal(1, StartOptions.Parse(args).Port);
        Assert.Equal("/srv/backups", StartOptions.Parse(args).Backups);
    }

    [Theory]
    [InlineData("prot = 1", "line 1: there is no setting “prot”")]
    [InlineData("port", "line 1: say a setting as “name = value”")]
    [InlineData("port = 1\nport = 2", "line 2: “port” is said twice")]
    [InlineData("fresh = yes", "line 1: there is no setting “fresh”")]
    public void What_a_file_cannot_say_is_said_with_its_line(string lines, string words) =>
        Assert.Contains(words, Assert.Throws<FormatException>(() => Read(["serve"], lines)).Message, StringComparison.Ordinal);

    [Fact]
    public void A_file_that_is_not_there_is_said() =>
        Assert.Contains(
            "cannot be read",
            Assert.Throws<FormatException>(() => StartSettings.Read(["serve", "--settings", "/nowhere/at/all"], null)).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public async Task Measurements_are_told_on_this_machine_and_name_nobody()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        var maren = await noor.PersonAsync("Maren Falk");
        await noor.DoAsync("/api/appointments", Access.Appointment(maren, "Nobody counts this title", "2027-03-10T07:00"));
        using var client = new HttpClient { BaseAddress = host.Address };
        var text = await client.GetStringAsync("/metrics", TestContext.Current.CancellationToken);
        Assert.Contains("corlin_gate_took_seconds", text, StringComparison.Ordinal);
        Assert.Contains("corlin_workers_failing", text, StringComparison.Ordinal);
        Assert.Contains("http_server_request_duration_seconds", text, StringComparison.Ordinal);
        foreach (var word in new[] { "Nobody counts", "ebbline.example", maren })
            Assert.DoesNotContain(word, text, StringComparison.OrdinalIgnoreCase);
    }

    [Theory]
    [InlineData("127.0.0.1", null, true)]
    [InlineData("::1", null, true)]
    [InlineData("::ffff:127.0.0.1", null, true)]
    [InlineData("10.0.0.7", null, false)]
    [InlineData("10.0.0.7", "10.0.0.0/24", true)]
    [InlineData("::ffff:10.0.0.7", "10.0.0.0/24", true)]
    [InlineData("10.0.1.7", "10.0.0.0/24", false)]
    public void Others_read_measurements_where_the_settings_say_so(string from, string? allowed, bool told) =>
        Assert.Equal(
            told,
            Metrics.IsAllowed(
                IPAddress.Parse(from),
                allowed is null ? null : StartOptions.Parse(["serve", "--metrics-for", allowed]).MetricsFor
            )
        );

    [Fact]
    public async Task Behind_a_proxy_whoever_asks_through_it_reads_no_measurements()
    {
        await using var host = await Host.StartAsync(demo: false, o =>
            o with
            {
                BehindProxy = IPNetwork.Parse("127.0.0.0/8"),
                PublicAddress = "https://corlin.ebbline.example",
            }
        );
        using var client = new HttpClient { BaseAddress = host.Address };
        async Task<HttpStatusCode> AskAsync(string? from)
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, "/metrics");
            if (from is not null)
                request.Headers.Add("X-Forwarded-For", from);
            using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
            return answer.StatusCode;
        }

        Assert.Equal(HttpStatusCode.OK, await AskAsync(null));
        Assert.Equal(HttpStatusCode.NotFound, await AskAsync("203.0.113.7"));
    }
}
