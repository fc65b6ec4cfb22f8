using System.Buffers;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;
using Corlin.Web.Edge;
using SmtpServer.Protocol;
using SmtpServer.Storage;
using Local = SmtpServer;

namespace Corlin.Web.Tests;

/// <summary>Two organisations that each run Corlin and invite each other: out by SMTP, in by a folder.</summary>
public sealed class TwoHousesTests : IAsyncLifetime
{
    private const string Hedda = "hedda@ebbline.example";
    private const string Rui = "rui@porto-norte.example";

    private readonly Post post = new();
    private readonly CancellationTokenSource stop = new();
    private Task running = Task.CompletedTask;
    private House ebbline = null!;
    private House porto = null!;

    public async ValueTask InitializeAsync()
    {
        using (var free = new TcpListener(IPAddress.Loopback, 0))
        {
            free.Start();
            post.Port = ((IPEndPoint)free.LocalEndpoint).Port;
        }

        var services = new Local.ComponentModel.ServiceProvider();
        services.Add((IMessageStore)post);
        running = new Local.SmtpServer(
            new Local.SmtpServerOptionsBuilder()
                .ServerName("localhost")
                .Endpoint(e => e.Endpoint(new IPEndPoint(IPAddress.Loopback, post.Port)))
                .Build(),
            services
        ).StartAsync(stop.Token);
        ebbline = await House.OpenAsync("Hedda Lind", Hedda, post);
        porto = await House.OpenAsync("Rui Sousa", Rui, post);
    }

    public async ValueTask DisposeAsync()
    {
        await ebbline.DisposeAsync();
        await porto.DisposeAsync();
        await stop.CancelAsync();
        await running;
        stop.Dispose();
    }

    [Fact]
    public async Task An_invitation_goes_there_its_answer_comes_back_and_each_change_follows()
    {
        var meeting = await ebbline.ArrangeAsync("Berth plan", Rui, "2027-03-16T10:00");
        await PassOnAsync();
        var asked = await porto.AskedAsync("Berth plan");
        Assert.Equal("Hedda Lind", asked.Organiser);
        await porto.AnswerAsync(asked.Entry, "accepted", "With pleasure.", null);
        await PassOnAsync();
        Assert.Equal(("accepted", "With pleasure."), await ebbline.AnswerOfAsync(meeting, Rui));

        // Rui's house goes down and comes up again in between: nothing is taken in twice.
        await porto.RestartAsync();
        await ebbline.MoveAsync(meeting, "2027-03-16T12:00");
        await PassOnAsync();
        Assert.Equal(("none", null), await ebbline.AnswerOfAsync(meeting, Rui));
        Assert.Equal(("none", "2027-03-16T12:00"), await porto.StandsAsync(asked.Entry));

        await porto.AnswerAsync(asked.Entry, "tentative", null, "2027-03-17T09:00");
        await PassOnAsync();
        Assert.Equal("tentative", (await ebbline.AnswerOfAsync(meeting, Rui)).Answer);
        await ebbline.TakeUpAsync(meeting, Rui);
        await PassOnAsync();
        Assert.Equal(("accepted", "2027-03-17T09:00"), await porto.StandsAsync(asked.Entry));
        Assert.Equal("accepted", (await ebbline.AnswerOfAsync(meeting, Rui)).Answer);

        await ebbline.CancelAsync(meeting);
        await PassOnAsync();
        Assert.Equal(HttpStatusCode.NotFound, await porto.StatusAsync(asked.Entry));
    }

    [Fact]
    public async Task What_no_server_vouches_for_changes_nothing_and_waits()
    {
        post.Vouches = false;
        await ebbline.ArrangeAsync("Berth plan", Rui, "2027-03-16T10:00");
        await PassOnAsync();
        var mails = (await porto.Browser.GetAsync("/api/mails?pile=open")).GetProperty("mails");
        Assert.Equal("waits: no server vouches for its sender", mails[0].Text("words"));
        Assert.Empty((await porto.Browser.GetAsync("/api/desk")).GetProperty("queue").EnumerateArray());
        await porto.Browser.DoAsync($"/api/mails/{mails[0].GetProperty("id").GetInt64()}/taking-in", new { });
        Assert.Equal("Hedda Lind", (await porto.AskedAsync("Berth plan")).Organiser);
    }

    /// <summary>What waits goes out, lies in the folder of the other, and is taken in.</summary>
    private async Task PassOnAsync()
    {
        foreach (var house in new[] { ebbline, porto })
            await house.Host.RunDueAsync(TimeSpan.FromSeconds(11));
        foreach (var house in new[] { ebbline, porto })
            await house.Host.RunDueAsync(TimeSpan.FromSeconds(11));
    }

    /// <summary>The servers in between: they lay what comes into the folder of whom it is for, and vouch for its sender.</summary>
    private sealed class Post : MessageStore
    {
        private int laid;

        public int Port { get; set; }

        public bool Vouches { get; set; } = true;

        public Dictionary<string, string> Folders { get; } = [];

        public override async Task<SmtpResponse> SaveAsync(
            Local.ISessionContext context,
            Local.IMessageTransaction transaction,
            ReadOnlySequence<byte> buffer,
            CancellationToken cancellationToken
        )
        {
            var found = Vouches ? $"mx.example; dmarc=pass header.from={transaction.From.Host}" : "mx.example; dmarc=fail";
            var file = Path.Combine(Folders[transaction.To.Single().Host], $"{laid++:D4}.eml");
            byte[] whole = [.. Encoding.ASCII.GetBytes($"Authentication-Results: {found}\r\n"), .. buffer.ToArray()];
            await File.WriteAllBytesAsync(file, whole, cancellationToken);
            // It was written a while ago, as far as its reader goes.
            File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddMinutes(-1));
            return SmtpResponse.Ok;
        }
    }

    private sealed class House : IAsyncDisposable
    {
        private readonly string address;

        private House(Host host, Browser browser, string address) => (Host, Browser, this.address) = (host, browser, address);

        public Host Host { get; }

        public Browser Browser { get; private set; }

        public static async Task<House> OpenAsync(string name, string address, Post post)
        {
            var folder = Directory.CreateTempSubdirectory("corlin-inbox").FullName;
            post.Folders[address[(address.IndexOf('@', StringComparison.Ordinal) + 1)..]] = folder;
            var host = await Host.StartAsync(demo: false, o =>
                o with
                {
                    Smtp = MailServer.Parse($"127.0.0.1:{post.Port}"),
                    Inbox = folder,
                    VouchedBy = "mx.example",
                }
            );
            var browser = host.Open();
            var place = new
            {
                name = "Head office",
                town = "Lisbon",
                country = "PT",
            };
            var said = new
            {
                name,
                address,
                zone = "Lisbon",
                password = Password,
                place,
            };
            Assert.Equal(HttpStatusCode.NoContent, (await browser.PostAsync("/api/setup", said)).StatusCode);
            return new House(host, browser, address);
        }

        private const string Password = "long enough to keep";

        public async Task RestartAsync()
        {
            await Host.RestartAsync(demo: false);
            Browser.Dispose();
            Browser = Host.Open();
            await Browser.PostAsync("/api/session", new { address, password = Password });
        }

        public async Task<string> ArrangeAsync(string title, string with, string start)
        {
            var meeting = new
            {
                inNameOf = await OwnAsync(),
                title,
                required = new[] { with },
                optional = Array.Empty<string>(),
                start,
                zone = "Europe/Lisbon",
                minutes = 30,
                place = "Quay 4",
                video = false,
                agenda = (string?)null,
                line = (string?)null,
                @private = false,
                repeats = (string?)null,
            };
            return (await Browser.DoAsync("/api/meetings", meeting)).Text("entry");
        }

        public async Task<(string Entry, string Organiser)> AskedAsync(string title)
        {
            var row = (await Browser.GetAsync("/api/desk")).GetProperty("queue").EnumerateArray().Single(r => r.Text("title") == title);
            var entry = row.Text("entry");
            return (entry, (await SheetAsync(entry)).GetProperty("organiser").Text("name"));
        }

        public async Task AnswerAsync(string entry, string answer, string? comment, string? proposed) =>
            await Browser.DoAsync(
                $"/api/entries/{entry}/answer",
                new
                {
                    inNameOf = await OwnAsync(),
                    occurrence = (string?)null,
                    answer,
                    comment,
                    proposed = proposed is null ? null : Time(proposed),
                }
            );

        public async Task<(string Answer, string? Comment)> AnswerOfAsync(string meeting, string who)
        {
            var attendee = (await SheetAsync(meeting))
                .GetProperty("attendees")
                .EnumerateArray()
                .Single(a => a.GetProperty("who").Text("address") == who);
            return (attendee.Text("answer"), attendee.GetProperty("comment").GetString());
        }

        /// <summary>What was answered here, and when it starts.</summary>
        public async Task<(string Answer, string Start)> StandsAsync(string entry) =>
            (
                (await AnswerOfAsync(entry, address)).Answer,
                DateTimeOffset
                    .FromUnixTimeMilliseconds((await SheetAsync(entry)).GetProperty("start").GetInt64())
                    .ToString("yyyy-MM-dd'T'HH:mm", null)
            );

        private static object Time(string start) =>
            new
            {
                start,
                zone = "Europe/Lisbon",
                minutes = 30,
            };

        public async Task MoveAsync(string meeting, string start) =>
            await Browser.DoAsync(
                $"/api/entries/{meeting}/change",
                new
                {
                    occurrence = (string?)null,
                    reach = "all",
                    becomes = new { time = Time(start) },
                    was = new { },
                }
            );

        public async Task TakeUpAsync(string meeting, string who)
        {
            var attendee = (await SheetAsync(meeting))
                .GetProperty("attendees")
                .EnumerateArray()
                .Single(a => a.GetProperty("who").Text("address") == who);
            await Browser.DoAsync(
                $"/api/meetings/{meeting}/proposal/accept",
                new { occurrence = (string?)null, attendee = attendee.GetProperty("who").Text("id") }
            );
        }

        public Task CancelAsync(string meeting) =>
            Browser.DoAsync($"/api/entries/{meeting}/cancel", new { occurrence = (string?)null, reach = "all" });

        public async Task<HttpStatusCode> StatusAsync(string entry) =>
            (await Browser.SendAsync(HttpMethod.Get, $"/api/entries/{entry}?lane={await OwnAsync()}")).StatusCode;

        private async Task<JsonElement> SheetAsync(string entry) => await Browser.GetAsync($"/api/entries/{entry}?lane={await OwnAsync()}");

        private async Task<string> OwnAsync() =>
            (await Browser.GetAsync($"/api/index?text={Uri.EscapeDataString(address)}"))
                .GetProperty("rows")[0]
                .GetProperty("who")
                .Text("id");

        public async ValueTask DisposeAsync()
        {
            Browser.Dispose();
            await Host.DisposeAsync();
        }
    }
}
