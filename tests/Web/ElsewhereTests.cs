using System.Net;
using System.Net.Sockets;
using System.Text;
using Corlin.Core.Calendars;
using Corlin.Simulation.Calendars;
using Corlin.Web.Adapters;
using Corlin.Web.Demo;

namespace Corlin.Web.Tests;

/// <summary>Reading calendars by HTTP: what a server says, what is refused, and which addresses are never asked.</summary>
public sealed class ElsewhereTests : IAsyncLifetime
{
    private readonly string folder = Directory.CreateTempSubdirectory("corlin-elsewhere").FullName;
    private CalendarHouse house = null!;

    public ValueTask InitializeAsync()
    {
        house = new CalendarHouse(folder);
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await house.DisposeAsync();
        Directory.Delete(folder, recursive: true);
    }

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task A_file_is_read_once_and_then_only_when_it_has_changed()
    {
        const string address = "http://pilots.example/a.ics";
        var file = house.FileOf(new Uri(address));
        Directory.CreateDirectory(Path.GetDirectoryName(file)!);
        await File.WriteAllTextAsync(file, "one", Cancel);
        using var elsewhere = new CalendarsElsewhere(new DemoServers(house));
        var first = await elsewhere.FetchAsync(address, null, Cancel);
        using (var text = new StreamReader(first.Content!))
            Assert.Equal("one", await text.ReadToEndAsync(Cancel));
        var again = await elsewhere.FetchAsync(address, first.Tag, Cancel);
        Assert.Equal((null, first.Tag, null), (again.Content, again.Tag, again.Failure));
        await File.WriteAllTextAsync(file, "another", Cancel);
        var changed = await elsewhere.FetchAsync(address, first.Tag, Cancel);
        Assert.NotEqual(first.Tag, changed.Tag);
        await changed.Content!.DisposeAsync();
        File.Delete(file);
        Assert.Equal(FetchFailure.NotThere, (await elsewhere.FetchAsync(address, null, Cancel)).Failure);
    }

    [Theory]
    [InlineData("HTTP/1.1 403 Forbidden\r\nContent-Length: 0\r\n\r\n", FetchFailure.Refused)]
    [InlineData("HTTP/1.1 503 Busy\r\nContent-Length: 0\r\n\r\n", FetchFailure.ServerFailed)]
    [InlineData("HTTP/1.1 302 Found\r\nLocation: http://inside.corp/\r\nContent-Length: 0\r\n\r\n", FetchFailure.NotAllowed)]
    [InlineData("no HTTP at all\r\n\r\n", FetchFailure.NoAnswer)]
    public async Task What_a_server_says_becomes_a_reason(string says, FetchFailure reason)
    {
        using var server = new TcpListener(IPAddress.Loopback, 0);
        server.Start();
        var answering = AnswerAsync(server, says);
        using var elsewhere = new CalendarsElsewhere(new One("there.example", (IPEndPoint)server.LocalEndpoint));
        Assert.Equal(reason, (await elsewhere.FetchAsync("http://there.example/a.ics", null, Cancel)).Failure);
        await answering;
    }

    [Fact]
    public async Task Nobody_at_that_address_and_no_address_at_all_are_told_apart()
    {
        using var free = new TcpListener(IPAddress.Loopback, 0);
        free.Start();
        var nobody = (IPEndPoint)free.LocalEndpoint;
        free.Stop();
        using var elsewhere = new CalendarsElsewhere(new One("there.example", nobody));
        Assert.Equal(FetchFailure.NoAnswer, (await elsewhere.FetchAsync("http://there.example/a.ics", null, Cancel)).Failure);
        Assert.Equal(FetchFailure.NotAllowed, (await elsewhere.FetchAsync("http://elsewhere.example/a.ics", null, Cancel)).Failure);
    }

    [Theory]
    [InlineData("127.0.0.1", false)]
    [InlineData("10.1.2.3", false)]
    [InlineData("172.20.0.1", false)]
    [InlineData("192.168.1.1", false)]
    [InlineData("169.254.169.254", false)]
    [InlineData("100.64.0.1", false)]
    [InlineData("0.0.0.0", false)]
    [InlineData("224.0.0.1", false)]
    [InlineData("255.255.255.255", false)]
    [InlineData("::1", false)]
    [InlineData("::ffff:10.0.0.1", false)]
    [InlineData("fd00::1", false)]
    [InlineData("fe80::1", false)]
    [InlineData("ff02::1", false)]
    [InlineData("64:ff9b::a00:1", false)]
    [InlineData("2002:a00:1::", false)]
    [InlineData("9.9.9.9", true)]
    [InlineData("172.15.255.255", true)]
    [InlineData("2620:fe::fe", true)]
    public void Only_open_addresses_are_asked(string address, bool open) =>
        Assert.Equal(open, OpenNetwork.IsOpen(IPAddress.Parse(address)));

    [Fact]
    public async Task In_serve_a_name_of_this_machine_is_never_asked() =>
        Assert.Empty(await new OpenNetwork().FindAsync("localhost", 80, Cancel));

    private static async Task AnswerAsync(TcpListener server, string says)
    {
        using var client = await server.AcceptTcpClientAsync(Cancel);
        var stream = client.GetStream();
        await stream.ReadAtLeastAsync(new byte[4_096], 1, cancellationToken: Cancel);
        await stream.WriteAsync(Encoding.ASCII.GetBytes(says), Cancel);
    }

    private sealed class One(string known, IPEndPoint at) : IServersElsewhere
    {
        public Task<IReadOnlyList<IPEndPoint>> FindAsync(string host, int port, CancellationToken cancel) =>
            Task.FromResult<IReadOnlyList<IPEndPoint>>(host == known ? [at] : []);
    }
}
