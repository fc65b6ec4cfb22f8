using System.Net;
using Corlin.Web.Adapters;
using Corlin.Web.Edge;
using MailKit;
using NodaTime;

namespace Corlin.Web.Tests;

/// <summary>Mail that comes in by IMAP, from a server that is not ours.</summary>
public sealed class MailboxTests : IAsyncLifetime
{
    private const string Hedda = "hedda@ebbline.example";
    private static readonly TimeSpan Minute = TimeSpan.FromSeconds(61);

    private readonly Dovecot server = new();

    public async ValueTask InitializeAsync() => await server.StartAsync();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task What_lies_there_is_taken_in_once_and_left_as_it_was()
    {
        await using var host = await OpenAsync();
        using var browser = await SetUpAsync(host);
        await server.LayAsync(Invitation("one", "dmarc=pass"), Invitation("two", "dmarc=fail"), "Subject: neither from nor to\n\nx\n");
        await host.RunDueAsync(Minute);
        var titles = (await browser.GetAsync("/api/answers")).GetProperty("rows").EnumerateArray().Select(r => r.Text("title"));
        Assert.Equal(["Berth plan one"], titles);
        var waits = (await browser.GetAsync("/api/mails?pile=open")).GetProperty("mails").EnumerateArray().Single();
        Assert.Equal("waits: no server vouches for its sender", waits.Text("words"));
        Assert.Equal(
            [(MessageFlags.None, ImapMailbox.TakenIn), (MessageFlags.None, ImapMailbox.TakenIn), (MessageFlags.None, ImapMailbox.SetAside)],
            await server.FlagsAsync()
        );

        // Nothing is looked at twice; what comes after a restart is taken in.
        Assert.Equal(0, await host.Service<ImapMailbox>().RunDueAsync(Host.Start + Duration.FromDays(3), Stop));
        await server.LayAsync(Invitation("three", "dmarc=pass"));
        await host.RestartAsync(demo: false);
        await host.RunDueAsync(Minute);
        using var again = host.Open();
        await again.PostAsync("/api/session", new { address = Hedda, password = Password });
        Assert.Equal(2, (await again.GetAsync("/api/answers")).GetProperty("rows").GetArrayLength());
    }

    [Fact]
    public async Task Between_two_looks_a_minute_passes()
    {
        await using var host = await OpenAsync();
        using var browser = await SetUpAsync(host);
        var mailbox = host.Service<ImapMailbox>();
        var now = Host.Start + Duration.FromDays(1);
        Assert.Equal(0, await mailbox.RunDueAsync(now, Stop));
        await server.LayAsync(Invitation("one", "dmarc=pass"));
        Assert.Equal(0, await mailbox.RunDueAsync(now + Duration.FromSeconds(59), Stop));
        Assert.Equal(1, await mailbox.RunDueAsync(now + Duration.FromSeconds(60), Stop));
    }

    [Theory]
    [InlineData("wrong", true, "The mailbox does not accept our name and password.")]
    [InlineData("", false, "The mailbox cannot be reached, or ended the talk.")]
    public async Task What_is_wrong_is_said_without_the_password(string password, bool there, string words)
    {
        await using var host = await OpenAsync();
        var mailbox = new ImapMailbox(
            new MailServer("127.0.0.1", there ? server.Port : 1, true, Dovecot.User, password),
            host.Service<PickedUp>()
        );
        var failed = await Assert.ThrowsAsync<MailboxException>(() => mailbox.RunDueAsync(Host.Start, Stop));
        Assert.Equal(words, failed.Message);
    }

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private const string Password = "long enough to keep";

    private Task<Host> OpenAsync() =>
        Host.StartAsync(demo: false, o =>
            o with
            {
                Imap = new MailServer("127.0.0.1", server.Port, true, Dovecot.User, Dovecot.Secret),
                VouchedBy = "mx.ebbline.example",
            }
        );

    private static async Task<Browser> SetUpAsync(Host host)
    {
        var browser = host.Open();
        var said = new
        {
            name = "Hedda Lind",
            address = Hedda,
            zone = "Lisbon",
            password = Password,
            place = new
            {
                name = "Head office",
                town = "Lisbon",
                country = "PT",
            },
        };
        Assert.Equal(HttpStatusCode.NoContent, (await browser.PostAsync("/api/setup", said)).StatusCode);
        return browser;
    }

    private static string Invitation(string which, string found) =>
        $"""
            Authentication-Results: mx.ebbline.example; {found} header.from=porto-norte.example
            From: Rui Sousa <rui@porto-norte.example>
            To: Hedda Lind <{Hedda}>
            Subject: Berth plan {which}
            Message-ID: <{which}@porto-norte.example>
            MIME-Version: 1.0
            Content-Type: text/calendar; method=REQUEST; charset=utf-8

            BEGIN:VCALENDAR
            VERSION:2.0
            PRODID:-//Elsewhere//EN
            METHOD:REQUEST
            BEGIN:VEVENT
            UID:{which}@porto-norte.example
            SEQUENCE:0
            DTSTAMP:20270308T094000Z
            DTSTART:20270316T100000Z
            DTEND:20270316T103000Z
            SUMMARY:Berth plan {which}
            ORGANIZER;CN=Rui Sousa:mailto:rui@porto-norte.example
            ATTENDEE;RSVP=TRUE:mailto:{Hedda}
            END:VEVENT
            END:VCALENDAR

            """;
}
