using System.Net;
using Corlin.Simulation.Calendars;
using Corlin.Web.Adapters;

namespace Corlin.Web.Demo;

/// <summary>In the demo every made-up host is the stand-in, and there is no other.</summary>
internal sealed class DemoServers(CalendarHouse house) : IServersElsewhere
{
    public async Task<IReadOnlyList<IPEndPoint>> FindAsync(string host, int port, CancellationToken cancel) =>
        host.EndsWith(".example", StringComparison.OrdinalIgnoreCase) ? [new IPEndPoint(IPAddress.Loopback, await house.PortAsync())] : [];
}
