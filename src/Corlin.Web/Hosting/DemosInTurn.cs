using System.Globalization;
using Corlin.Store;
using Corlin.Web.Edge;

namespace Corlin.Web.Hosting;

/// <summary>
/// Demos one after another in one process, so that what was compiled for one serves the next. For tests: a line names the folder of the
/// next one, and an empty line ends it.
/// </summary>
internal static class DemosInTurn
{
    public static async Task<int> RunAsync(StartOptions options, TextReader lines)
    {
        while (await lines.ReadLineAsync() is { } path)
        {
            if (path.Length == 0)
                continue;
            using var folder = DataFolder.Take(path, fresh: false);
            await using var app = await CorlinHost.BuildAsync(options with { Data = path }, folder);
            await app.StartAsync();
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"Corlin is at {app.Urls.First()}"));
            await lines.ReadLineAsync();
            await app.StopAsync();
            Console.WriteLine("Corlin has stopped");
        }

        return 0;
    }
}
