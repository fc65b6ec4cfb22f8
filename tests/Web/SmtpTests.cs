using System.Buffers;
using System.Net;
using System.Net.Sockets;
using Corlin.Application.Ports;
using Corlin.Web.Adapters;
using Corlin.Web.Edge;
using SmtpServer.Protocol;
using SmtpServer.Storage;
using Local = SmtpServer;
using Mailbox = Corlin.Core.Meetings.Mailbox;

namespace Corlin.Web.Tests;

/// <summary>Mail handed to a real server on this machine.</summary>
public sealed class SmtpTests : IAsyncLifetime
{
    private static readonly int Port = FreePort();
    private readonly Boxes boxes = new();
    private readonly CancellationTokenSource stop = new();
    private Task running = Task.CompletedTask;

    public ValueTask InitializeAsync()
    {
        var options = new Local.SmtpServerOptionsBuilder()
            .ServerName("localhost")
            .Endpoint(e => e.Endpoint(new IPEndPoint(IPAddress.Loopback, Port)))
            .Build();
        var services = new Local.ComponentModel.ServiceProvider();
        services.Add((IMessageStore)boxes);
        services.Add((IMailboxFilter)boxes);
        running = new Local.SmtpServer(options, services).StartAsync(stop.Token);
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await stop.CancelAsync();
        await running;
        stop.Dispose();
    }

    [Fact]
    public async Task A_message_arrives_whole_under_its_own_id()
    {
        var written = Written("lakshmi.rao@coromandel-marine.example");
        await Carrier().SendAsync(written, TestContext.Current.CancellationToken);
        var arrived = Assert.Single(boxes.Arrived);
        Assert.Equal(("noor.haddad@ebbline.example", "lakshmi.rao@coromandel-marine.example"), (arrived.From, arrived.To));
        var mail = await MimeKit.MimeMessage.LoadAsync(new MemoryStream(arrived.Source), TestContext.Current.CancellationToken);
        Assert.Equal(
            ("7.0.1@corlin.example", "Invitation: Réunion", "Grüße\n.\nNoor"),
            (mail.MessageId, mail.Subject, mail.TextBody!.TrimEnd().ReplaceLineEndings())
        );
    }

    [Fact]
    public async Task What_answers_by_itself_names_no_sender_on_the_envelope_and_says_that_it_is_automatic()
    {
        await Carrier().SendAsync(Written("lakshmi.rao@coromandel-marine.example", automatic: true), TestContext.Current.CancellationToken);
        var arrived = Assert.Single(boxes.Arrived);
        Assert.Equal("", arrived.From.Trim('@'));
        var mail = await MimeKit.MimeMessage.LoadAsync(new MemoryStream(arrived.Source), TestContext.Current.CancellationToken);
        Assert.Equal(
            ("auto-replied", "noor.haddad@ebbline.example"),
            (mail.Headers["Auto-Submitted"], mail.From.Mailboxes.Single().Address)
        );
    }

    [Fact]
    public async Task A_box_that_is_not_there_is_given_up_at_once_in_the_words_of_the_server()
    {
        var refused = await Assert.ThrowsAsync<UndeliverableException>(() =>
            Carrier().SendAsync(Written("nobody@coromandel-marine.example"), TestContext.Current.CancellationToken)
        );
        Assert.True(refused.Final);
        Assert.StartsWith("The mail server says: 550", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_server_that_is_busy_is_tried_again()
    {
        var refused = await Assert.ThrowsAsync<UndeliverableException>(() =>
            Carrier().SendAsync(Written("busy@coromandel-marine.example"), TestContext.Current.CancellationToken)
        );
        Assert.False(refused.Final);
    }

    [Fact]
    public async Task A_server_that_is_not_there_is_tried_again()
    {
        var refused = await Assert.ThrowsAsync<UndeliverableException>(() =>
            new SmtpCarrier(MailServer.Parse($"127.0.0.1:{FreePort()}")).SendAsync(
                Written("x@x.example"),
                TestContext.Current.CancellationToken
            )
        );
        Assert.Equal((false, "The mail server cannot be reached."), (refused.Final, refused.Message));
    }

    [Theory]
    [InlineData("mail.ebbline.example")]
    [InlineData(":25")]
    [InlineData("mail.ebbline.example:0")]
    [InlineData("mail.ebbline.example:smtp")]
    public void A_server_without_a_port_is_refused(string text) => Assert.Throws<FormatException>(() => MailServer.Parse(text));

    private static SmtpCarrier Carrier() => new(MailServer.Parse($"127.0.0.1:{Port}"));

    private static WrittenMail Written(string to, bool automatic = false)
    {
        var from = new Mailbox("Noor Haddad", "noor.haddad@ebbline.example");
        return new MailWriter(new StartOptions { Data = "x" }, new NoPapers()).Write(
            "7.0.1@corlin.example",
            new Letter(
                from,
                new Mailbox("Lakshmi Rao", to),
                "Invitation: Réunion",
                "Grüße\r\n.\r\nNoor",
                NodaTime.Instant.FromUtc(2027, 3, 8, 9, 42)
            )
            {
                Automatic = automatic,
            }
        );
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private sealed class NoPapers : IPaperFiles
    {
        public Task<(string Hash, long Size)?> KeepAsync(Stream content, long mostBytes, CancellationToken cancel = default) =>
            throw new NotSupportedException();

        public Stream? Open(string hash) => null;

        public IEnumerable<string> KeptBefore(NodaTime.Instant moment) => [];

        public void Remove(string hash) => throw new NotSupportedException();
    }

    /// <summary>What arrived; "nobody" is not there and "busy" not now.</summary>
    private sealed class Boxes : MessageStore, IMailboxFilter
    {
        public List<(string From, string To, byte[] Source)> Arrived { get; } = [];

        public override Task<SmtpResponse> SaveAsync(
            Local.ISessionContext context,
            Local.IMessageTransaction transaction,
            ReadOnlySequence<byte> buffer,
            CancellationToken cancellationToken
        )
        {
            Arrived.Add((Address(transaction.From), Address(transaction.To.Single()), buffer.ToArray()));
            return Task.FromResult(SmtpResponse.Ok);
        }

        public Task<bool> CanAcceptFromAsync(
            Local.ISessionContext context,
            Local.Mail.IMailbox from,
            int size,
            CancellationToken cancellationToken
        ) => Task.FromResult(true);

        public Task<bool> CanDeliverToAsync(
            Local.ISessionContext context,
            Local.Mail.IMailbox to,
            Local.Mail.IMailbox from,
            CancellationToken cancellationToken
        ) =>
            to.User switch
            {
                "nobody" => Task.FromResult(false),
                "busy" => throw new SmtpResponseException(new SmtpResponse(SmtpReplyCode.ServiceUnavailable, "busy")),
                _ => Task.FromResult(true),
            };

        private static string Address(Local.Mail.IMailbox box) => $"{box.User}@{box.Host}";
    }
}
