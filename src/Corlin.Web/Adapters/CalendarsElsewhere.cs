using System.Net;
using System.Net.Http.Headers;
using System.Net.Sockets;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Web.Edge;

namespace Corlin.Web.Adapters;

/// <summary>Says to which servers Corlin may connect, and where they are.</summary>
internal interface IServersElsewhere
{
    /// <summary>The addresses of a host that may be asked; empty where none may.</summary>
    Task<IReadOnlyList<IPEndPoint>> FindAsync(string host, int port, CancellationToken cancel);
}

/// <summary>
/// The servers of the open network: nothing of this machine, its network or its provider can be reached by an address that somebody types
/// in.
/// </summary>
internal sealed class OpenNetwork : IServersElsewhere
{
    public async Task<IReadOnlyList<IPEndPoint>> FindAsync(string host, int port, CancellationToken cancel) =>
        [.. (await Dns.GetHostAddressesAsync(host, cancel)).Where(IsOpen).Select(a => new IPEndPoint(a, port))];

    private static readonly IPNetwork[] Closed =
    [
        .. new[]
        {
            "0.0.0.0/8",
            "10.0.0.0/8",
            "100.64.0.0/10",
            "127.0.0.0/8",
            "169.254.0.0/16",
            "172.16.0.0/12",
            "192.0.0.0/24",
            "192.0.2.0/24",
            "192.88.99.0/24",
            "192.168.0.0/16",
            "198.18.0.0/15",
            "198.51.100.0/24",
            "203.0.113.0/24",
            "224.0.0.0/3",
            "::/96",
            "64:ff9b::/96",
            "64:ff9b:1::/48",
            "100::/64",
            "2001::/23",
            "2001:db8::/32",
            "2002::/16",
            "fc00::/7",
            "fe80::/9",
            "ff00::/8",
        }.Select(n => IPNetwork.Parse(n)),
    ];

    internal static bool IsOpen(IPAddress address)
    {
        var plain = address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;
        return !Closed.Any(n => n.Contains(plain));
    }
}

/// <summary>
/// Reads calendars by HTTP. It follows a few redirections, each checked like the first address, and takes no more than a bounded file in
/// bounded time.
/// </summary>
internal sealed class CalendarsElsewhere : ICalendarsElsewhere, IDisposable
{
    private const int MostRedirections = 3;
    private const long MostBytes = 32L * 1024 * 1024;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);

    private readonly HttpClient client;

    public CalendarsElsewhere(IServersElsewhere servers)
    {
        client = new HttpClient(
            new SocketsHttpHandler
            {
                AllowAutoRedirect = true,
                MaxAutomaticRedirections = MostRedirections,
                AutomaticDecompression = DecompressionMethods.None,
                UseCookies = false,
                UseProxy = false,
                PooledConnectionLifetime = TimeSpan.FromMinutes(2),
                ConnectCallback = (context, cancel) => ConnectAsync(servers, context.DnsEndPoint, cancel),
                ActivityHeadersPropagator = null,
            }
        )
        {
            Timeout = Timeout.InfiniteTimeSpan,
        };
        client.DefaultRequestHeaders.Accept.Add(new MediaTypeWithQualityHeaderValue("text/calendar"));
        client.DefaultRequestHeaders.UserAgent.Add(new ProductInfoHeaderValue("Corlin", null));
    }

    public async Task<Fetched> FetchAsync(string address, string? tag, CancellationToken cancel = default)
    {
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(Patience);
        try
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, address);
            if (tag is not null && EntityTagHeaderValue.TryParse(tag, out var known))
                request.Headers.IfNoneMatch.Add(known);
            using var response = await client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, patience.Token);
            if (response.StatusCode == HttpStatusCode.NotModified)
                return new Fetched(null, tag);
            if (FailureOf(response.StatusCode) is { } failure)
                return new Fetched(null, null, failure);
            return await KeepAsync(response, patience.Token);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return new Fetched(null, null, FetchFailure.TooSlow);
        }
        catch (HttpRequestException e)
        {
            return new Fetched(null, null, e.InnerException is NotAllowedException ? FetchFailure.NotAllowed : FetchFailure.NoAnswer);
        }
        catch (IOException)
        {
            return new Fetched(null, null, FetchFailure.NoAnswer);
        }
    }

    private static FetchFailure? FailureOf(HttpStatusCode status) =>
        (int)status switch
        {
            >= 200 and < 300 => null,
            401 or 403 or 407 => FetchFailure.Refused,
            >= 400 and < 500 => FetchFailure.NotThere,
            _ => FetchFailure.ServerFailed,
        };

    private static async Task<Fetched> KeepAsync(HttpResponseMessage response, CancellationToken cancel)
    {
        var file = TemporaryFile.Make();
        try
        {
            await using var from = await response.Content.ReadAsStreamAsync(cancel);
            var buffer = new byte[65_536];
            for (long sum = 0; await from.ReadAsync(buffer, cancel) is > 0 and var read; )
            {
                sum += read;
                if (sum > MostBytes)
                {
                    await file.DisposeAsync();
                    return new Fetched(null, null, FetchFailure.TooLarge);
                }

                await file.WriteAsync(buffer.AsMemory(0, read), cancel);
            }
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }

        file.Position = 0;
        return new Fetched(file, response.Headers.ETag?.ToString());
    }

    private static async ValueTask<Stream> ConnectAsync(IServersElsewhere servers, DnsEndPoint to, CancellationToken cancel)
    {
        var found = await servers.FindAsync(to.Host, to.Port, cancel);
        if (found.Count == 0)
            throw new NotAllowedException();
        Exception? last = null;
        foreach (var one in found)
        {
            var socket = new Socket(one.AddressFamily, SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
            try
            {
                await socket.ConnectAsync(one, cancel);
                return new NetworkStream(socket, ownsSocket: true);
            }
            catch (SocketException e)
            {
                socket.Dispose();
                last = e;
            }
        }

        throw last!;
    }

    public void Dispose() => client.Dispose();

    private sealed class NotAllowedException() : Exception("No open address.");
}
