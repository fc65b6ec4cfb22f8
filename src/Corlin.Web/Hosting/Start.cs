using System.Globalization;
using System.Net.Sockets;
using Corlin.Store;

namespace Corlin.Web.Hosting;

/// <summary>The process from its arguments to its end. What goes wrong before it serves is said in one line.</summary>
internal static class Start
{
    public static async Task<int> RunAsync(string[] args)
    {
        HostOptions options;
        try
        {
            options = HostOptions.Parse(args);
        }
        catch (FormatException e)
        {
            return Fail(e.Message);
        }

        if (options.OpenApiFile is not null) return await OpenApiFile.WriteAsync(options);
        try
        {
            using var folder = DataFolder.Take(options.Data, options.Fresh);
            await using var app = await CorlinHost.BuildAsync(options, folder);
            await app.StartAsync();
            Announce(app, options);
            await app.WaitForShutdownAsync();
            return 0;
        }
        catch (DataFolderException e)
        {
            return Fail(e.Message);
        }
        catch (IOException e) when (e.InnerException is SocketException or Microsoft.AspNetCore.Connections.AddressInUseException)
        {
            return Fail($"Port {options.Port} is taken. Choose another with --port.");
        }
        catch (SocketException e)
        {
            return Fail($"Port {options.Port} cannot be opened: {e.Message}. Choose another with --port.");
        }
    }

    private static void Announce(WebApplication app, HostOptions options)
    {
        var address = app.Urls.First();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Corlin is at {address}"));
        if (!options.Demo) return;
        Console.WriteLine($"Sign in as one of these, password {DemoSetUp.Password}:");
        foreach (var signIn in app.Services.GetRequiredService<DemoSignIns>().All) Console.WriteLine($"  {signIn.Address,-34} {signIn.Name}, {signIn.Post}");
        Console.WriteLine("Ctrl-C stops it; what was changed is kept until --fresh.");
    }

    private static int Fail(string message)
    {
        Console.Error.WriteLine($"corlin: {message}");
        return 1;
    }
}
