using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.FileProviders;
using Microsoft.Extensions.Logging;

namespace Corlin.Simulation.Calendars;

/// <summary>
/// Stands in for the servers of others that keep calendars: a server on this machine's own address that answers for every made-up host with
/// the files of its folder, a folder a host.
/// </summary>
public sealed class CalendarHouse : IAsyncDisposable
{
    private readonly string root;
    private readonly Lazy<Task<WebApplication>> server;

    /// <param name="root">The folder of the stand-ins' state.</param>
    public CalendarHouse(string root)
    {
        this.root = Path.GetFullPath(Path.Combine(root, "calendars"));
        server = new(StartAsync);
    }

    /// <summary>Where the file behind an address lies.</summary>
    public string FileOf(Uri address) => Path.Combine(root, address.Host, address.AbsolutePath.TrimStart('/'));

    /// <summary>The port at which it answers; it is started where it was not.</summary>
    public async Task<int> PortAsync()
    {
        var addresses = (await server.Value)
            .Services.GetRequiredService<IServer>()
            .Features.GetRequiredFeature<IServerAddressesFeature>()
            .Addresses;
        return new Uri(addresses.First()).Port;
    }

    public async ValueTask DisposeAsync()
    {
        if (server.IsValueCreated)
            await (await server.Value).DisposeAsync();
    }

    private async Task<WebApplication> StartAsync()
    {
        Directory.CreateDirectory(root);
        var builder = WebApplication.CreateEmptyBuilder(new WebApplicationOptions());
        builder.WebHost.UseKestrelCore().UseUrls("http://127.0.0.1:0");
        builder.Services.AddLogging(l => l.SetMinimumLevel(LogLevel.Error));
        var app = builder.Build();
        app.Use(
            (context, next) =>
            {
                context.Request.Path = $"/{context.Request.Host.Host}{context.Request.Path}";
                return next(context);
            }
        );
        // It says ETag and 304 as any server of files does.
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = new PhysicalFileProvider(root),
                ContentTypeProvider = new FileExtensionContentTypeProvider(new Dictionary<string, string> { [".ics"] = "text/calendar" }),
            }
        );
        app.Run(context =>
        {
            context.Response.StatusCode = 404;
            return Task.CompletedTask;
        });
        await app.StartAsync();
        return app;
    }
}
