using System.Reflection;

namespace Corlin.Web.Tests;

/// <summary>The commands of ./corlin that work on a data folder while no server does.</summary>
public sealed class CommandTests
{
    private static (int Code, string Said, string Wrong) Run(params string[] args)
    {
        using var said = new StringWriter();
        using var wrong = new StringWriter();
        var (output, error) = (Console.Out, Console.Error);
        Console.SetOut(said);
        Console.SetError(wrong);
        try
        {
            return ((int)Assembly.Load("Corlin.Cli").EntryPoint!.Invoke(null, [args])!, said.ToString(), wrong.ToString());
        }
        finally
        {
            Console.SetOut(output);
            Console.SetError(error);
        }
    }

    private const string Tides =
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20270316T170000Z\r\nSUMMARY:Tide\r\nEND:VEVENT\r\n"
        + "BEGIN:VEVENT\r\nUID:b\r\nDTSTART:20270316T170000Z\r\nRRULE:FREQ=SECONDLY\r\nSUMMARY:Ticking\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";

    [Fact]
    public async Task A_calendar_file_is_taken_into_the_calendar_of_an_address_and_what_cannot_be_is_said_in_a_line()
    {
        await using var host = await Host.StartAsync(demo: false);
        using var browser = host.Open();
        await browser.PostAsync(
            "/api/setup",
            new
            {
                name = "Hedda Lind",
                address = "hedda.lind@ebbline.example",
                zone = "Europe/Lisbon",
                password = "long enough to keep",
            }
        );
        var file = Path.Combine(host.Folder, "tides.ics");
        await File.WriteAllTextAsync(file, Tides, TestContext.Current.CancellationToken);
        (int, string, string) Import(string address, string folder) => Run("import", file, "--for", address, "--data", folder);

        Assert.Contains("is in use by another Corlin", Import("hedda.lind@ebbline.example", host.Folder).Item3, StringComparison.Ordinal);
        var (none, _, reason) = Import("hedda.lind@ebbline.example", "nowhere");
        Assert.Equal((1, "corlin: There is no Corlin in nowhere. Name its data folder with --data.\n"), (none, reason));
        (none, _, reason) = await host.WhileDownAsync(false, folder => Import("x@ebbline.example", folder));
        Assert.Equal((1, "corlin: Nobody here has the address x@ebbline.example.\n"), (none, reason));
        var (code, said, wrong) = await host.WhileDownAsync(false, folder => Import("hedda.lind@ebbline.example", folder));
        Assert.Equal((0, ""), (code, wrong));
        Assert.StartsWith("Hedda Lind: 1 added, 0 changed, 0 as they were, 1 not taken over.\nTicking: ", said, StringComparison.Ordinal);
        Assert.StartsWith(
            "Hedda Lind: 0 added, 0 changed, 1 as they were",
            (await host.WhileDownAsync(false, folder => Import("hedda.lind@ebbline.example", folder))).Item2,
            StringComparison.Ordinal
        );
    }
}
