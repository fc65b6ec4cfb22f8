using System.Globalization;
using System.Net.Sockets;
using Corlin.Store;
using Corlin.Web.Demo;
using Corlin.Web.Edge;
using Corlin.Web.Identity;

namespace Corlin.Web.Hosting;

/// <summary>The process from its arguments to its end. What goes wrong before it serves is said in one line.</summary>
internal static class Start
{
    public static async Task<int> RunAsync(string[] args)
    {
        StartOptions options;
        try
        {
            options = StartOptions.Parse(args);
        }
        catch (FormatException e)
        {
            return Fail(e.Message);
        }

        if (options.Printed is { } settings)
            return Print(settings);
        if (options.OpenApiFile is not null)
            return await OpenApiFile.WriteAsync(options);
        if (options.InTurn)
            return await DemosInTurn.RunAsync(options, Console.In);
        if (options.ResetFor is not null)
            return await ResetAsync(options, options.ResetFor);
        if (options.Demo && !File.Exists(Path.Combine(options.DemoFolder, "correspondents.json")))
            return Fail($"The people of the demo are not in {Path.GetFullPath(options.DemoFolder)}. Start it with ./corlin demo.");
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
        catch (Microsoft.Data.Sqlite.SqliteException e)
        {
            return Fail(
                $"The database in {options.Data} cannot be opened or written: {e.Message.TrimEnd('.')}. Is the disk full, or the folder not yours?"
            );
        }
        catch (IOException e) when (e.InnerException is SocketException or Microsoft.AspNetCore.Connections.AddressInUseException)
        {
            return Fail(
                options.Listen is { } at
                    ? $"{at} cannot be listened on: taken, or no address of this machine."
                    : $"Port {options.Port} is taken. Choose another with --port."
            );
        }
        catch (SocketException e)
        {
            return Fail($"Port {options.Port} cannot be opened: {e.Message}. Choose another with --port.");
        }
    }

    private static void Announce(WebApplication app, StartOptions options)
    {
        var address = app.Urls.First();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Corlin is at {address}"));
        if (!File.Exists(Path.Combine(options.Site, "index.html")))
            Console.WriteLine(
                $"The screens are not in {Path.GetFullPath(options.Site)}: browsers are shown nothing. Say where with --site FOLDER."
            );
        if (!options.Demo)
        {
            if (Listening.IsInTheClear(options))
                Console.WriteLine(
                    "What passes can be read by others on the network, passwords too: say --certificate FILE, or put a proxy before it and say --behind-proxy."
                );
            if (!options.MailLeaves)
                Console.WriteLine(
                    "Mail cannot leave: no mail server is named. Nobody outside hears of anything; start with --smtp HOST:PORT."
                );
            if (!options.MailComes)
                Console.WriteLine(
                    "No mail comes in: answers from outside are entered by hand. Say --imap HOST:PORT of a mailbox, or --inbox FOLDER where a program lays them."
                );
            else if (options.VouchedBy is null)
                Console.WriteLine(
                    "Nobody vouches for what comes in: all of it waits in the mail room. Say --vouched-by with the name of your mail server."
                );
            if (options.Conferences is null)
                Console.WriteLine(
                    "No conferences are made: links are pasted. Say --conferences here, or a service's address, to have them made."
                );
            return;
        }

        Console.WriteLine($"Sign in as one of these, password {DemoSetUp.Password}:");
        foreach (var signIn in app.Services.GetRequiredService<DemoSignIns>().All)
            Console.WriteLine($"  {signIn.Address, -34} {signIn.Name}, {signIn.Post}");
        Console.WriteLine("Ctrl-C stops it; what was changed is kept until --fresh.");
    }

    /// <summary>
    /// Makes a key with which somebody sets their password, for when no administrator can: on this machine, while no server works on the
    /// folder.
    /// </summary>
    private static async Task<int> ResetAsync(StartOptions options, string address)
    {
        try
        {
            using var folder = DataFolder.Take(options.Data, fresh: false);
            await using var app = CorlinHost.Compose(options with { Timers = false }, folder);
            await app.Services.PrepareStoreAsync();
            await using var scope = app.Services.CreateAsyncScope();
            var key = await scope.ServiceProvider.GetRequiredService<AccountKeeping>().ResetAsync(address);
            if (key is null)
                return Fail($"Nobody here who may sign in has the address {address}.");
            Console.WriteLine($"With this, {address} sets a new password once, within a day, when Corlin runs again:");
            Console.WriteLine($"{options.Address}/welcome#{key}");
            return 0;
        }
        catch (DataFolderException e)
        {
            return Fail(e.Message);
        }
    }

    /// <summary>What holds, and by whose word; secrets only as that they are there.</summary>
    private static int Print(IReadOnlyList<StartSetting> settings)
    {
        foreach (var setting in settings)
            Console.WriteLine(
                setting.Value is { } value
                    ? $"{setting.Name, -21} {value}  (from {setting.From})"
                    : $"{setting.Name, -21} -  ({setting.Note})"
            );
        return 0;
    }

    private static int Fail(string message)
    {
        Console.Error.WriteLine($"corlin: {message}");
        return 1;
    }
}
