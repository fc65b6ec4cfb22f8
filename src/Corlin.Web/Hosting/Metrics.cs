using System.Diagnostics.Metrics;
using System.Net;
using Corlin.Store;
using Corlin.Web.Edge;
using OpenTelemetry.Metrics;

namespace Corlin.Web.Hosting;

/// <summary>
/// What is measured while it runs (OpenTelemetry), told in the form of Prometheus to this machine, and to whoever the settings name. It
/// counts and names nobody.
/// </summary>
internal sealed class Metrics : IDisposable
{
    public const string Path = "/metrics";

    private const string Name = "Corlin";

    private readonly Meter meter = new(Name);

    public Metrics(Workers workers) =>
        meter.CreateObservableGauge("corlin.workers.failing", () => workers.Failing.Count, null, "Workers that go on failing.");

    public static void Add(IServiceCollection services)
    {
        services.AddSingleton<Metrics>();
        services
            .AddOpenTelemetry()
            .WithMetrics(m =>
                m.AddMeter(Name, WriteGate.Meter, "System.Runtime", "Microsoft.AspNetCore.Hosting", "Microsoft.AspNetCore.Server.Kestrel")
                    .AddPrometheusExporter()
            );
    }

    /// <summary>To anybody else there is nothing there; a proxy's word on who asks was taken before.</summary>
    public static void Guard(WebApplication app, StartOptions options) =>
        app.UseWhen(
            c => c.Request.Path.StartsWithSegments(Path) && !IsAllowed(c.Connection.RemoteIpAddress, options.MetricsFor),
            others =>
                others.Run(c =>
                {
                    c.Response.StatusCode = StatusCodes.Status404NotFound;
                    return Task.CompletedTask;
                })
        );

    public static void Map(WebApplication app)
    {
        // What is measured is there from the start.
        app.Services.GetRequiredService<Metrics>();
        app.MapPrometheusScrapingEndpoint(Path)
            .WithMetadata(new HttpMethodMetadata(["GET"]))
            .AllowAnonymous()
            .RequireRateLimiting(Limits.Stranger);
    }

    internal static bool IsAllowed(IPAddress? from, IPNetwork? allowed)
    {
        var plain = from is { IsIPv4MappedToIPv6: true } ? from.MapToIPv4() : from;
        return plain is not null && (IPAddress.IsLoopback(plain) || allowed?.Contains(plain) == true);
    }

    public void Dispose() => meter.Dispose();
}
