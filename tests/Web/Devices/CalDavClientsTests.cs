using System.Diagnostics;
using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>Two libraries that are not ours keep a calendar: found, laid down, changed, told what changed, removed.</summary>
public sealed class CalDavClientsTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private static readonly string Folder = Path.Combine(Host.Root, "tests", "readers");

    private static async Task<JsonElement> KeptByAsync(
        string program,
        string script,
        Phone phone,
        string address,
        string user,
        string calendar
    )
    {
        var start = new ProcessStartInfo(program, [Path.Combine(Folder, script), address, user, phone.Password, calendar])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Folder,
        };
        using var process = Process.Start(start)!;
        var errors = process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        var said = await process.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        Assert.True(process.ExitCode == 0, await errors);
        return JsonDocument.Parse(said).RootElement;
    }

    [Fact]
    public async Task The_library_of_Python_keeps_a_calendar()
    {
        using var phone = await Phone.AddAsync(demo.Host, "tome.vidal@ebbline.example");
        var said = await KeptByAsync(
            "/usr/bin/python3",
            "keep.py",
            phone,
            $"{demo.Host.Address}dav/",
            "tome.vidal@ebbline.example",
            "Tomé Vidal"
        );
        var before = said.GetProperty("before").GetInt32();
        Assert.True(before > 0);
        Assert.Equal(before, said.GetProperty("synced").GetInt32());
        Assert.Equal(["Kept by a library, over there"], said.GetProperty("made").EnumerateArray().Select(m => m.GetString()));
        Assert.Equal(["Kept by a library, over there"], said.GetProperty("found").EnumerateArray().Select(m => m.GetString()));
        Assert.Equal("Kept otherwise", said.Text("changed"));
        Assert.Equal(4, said.GetProperty("expanded").GetInt32());
        Assert.True(said.GetProperty("busy").GetBoolean());
        Assert.Equal(2, said.GetProperty("gone").GetInt32());
        Assert.Equal(before, said.GetProperty("after").GetInt32());
    }

    [Fact]
    public async Task The_library_of_Node_keeps_a_calendar()
    {
        using var phone = await Phone.AddAsync(demo.Host, "ana.brandao@ebbline.example");
        // It finds the way by itself from the address of the house.
        var said = await KeptByAsync("node", "keep.mjs", phone, demo.Host.Address.ToString(), "ana.brandao@ebbline.example", "Ana Brandão");
        Assert.Equal(201, said.GetProperty("made").GetInt32());
        Assert.Equal(1, said.GetProperty("synced").GetInt32());
        Assert.True(said.GetProperty("found").GetBoolean());
        Assert.Equal(204, said.GetProperty("updated").GetInt32());
        Assert.Equal(412, said.GetProperty("late").GetInt32());
        Assert.Equal(204, said.GetProperty("deleted").GetInt32());
        Assert.Equal(said.GetProperty("before").GetInt32(), said.GetProperty("after").GetInt32());
    }
}
