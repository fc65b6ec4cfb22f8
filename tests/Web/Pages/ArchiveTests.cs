using System.IO.Compression;
using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>Everything that somebody has here, as the file they take along.</summary>
public sealed class ArchiveTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private static async Task<ZipArchive> TakeAsync(Browser who)
    {
        using var answer = await who.SendAsync(HttpMethod.Get, "/api/archive");
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return new ZipArchive(new MemoryStream(await answer.Content.ReadAsByteArrayAsync()));
    }

    private static string Text(ZipArchive zip, string name)
    {
        using var reader = new StreamReader(zip.GetEntry(name)!.Open());
        return reader.ReadToEnd();
    }

    [Fact]
    public async Task It_holds_what_is_theirs_and_nothing_that_is_somebody_elses()
    {
        using var maren = await demo.Host.SignInAsync("maren.falk@ebbline.example");
        using var tome = await demo.Host.SignInAsync("tome.vidal@ebbline.example");
        var (his, hers) = (await tome.PersonAsync("Tomé Vidal"), await maren.PersonAsync("Maren Falk"));
        var entry = (await tome.DoAsync("/api/appointments", Access.Appointment(his, "../../Harbour: dues", "2027-03-10T07:00"))).Text(
            "entry"
        );
        await maren.DoAsync("/api/appointments", Access.Appointment(hers, "Nobody elses affair", "2027-03-10T07:00", isPrivate: true));
        using var paper = new ByteArrayContent("Dues of the harbour\n"u8.ToArray());
        paper.Headers.ContentType = new("application/octet-stream");
        using var laid = await tome.PostContentAsync($"/api/entries/{entry}/papers?name=Dues.txt", paper);
        Assert.True(laid.IsSuccessStatusCode, await laid.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        await tome.DoAsync("/api/devices", new { name = "Telephone" });

        using var zip = await TakeAsync(tome);
        var names = zip.Entries.Select(e => e.FullName).ToList();
        // No name leads out of the folder in which it is unpacked.
        Assert.DoesNotContain(names, n => n.Contains("..", StringComparison.Ordinal) || n.StartsWith('/'));
        var events = Ical.Net.Calendar.Load(Text(zip, "calendars/Tomé Vidal.ics"))!.Events;
        Assert.Contains(events, e => e.Summary == "../../Harbour: dues");
        Assert.Contains(
            "Dues of the harbour",
            Text(zip, names.Single(n => n.EndsWith("Dues.txt", StringComparison.Ordinal))),
            StringComparison.Ordinal
        );
        Assert.Equal(
            "tome.vidal@ebbline.example",
            JsonDocument.Parse(Text(zip, "person.json")).RootElement.GetProperty("who").GetProperty("address").GetString()
        );
        Assert.Contains("Telephone", Text(zip, "devices.json"), StringComparison.Ordinal);
        Assert.Contains("Harbour: dues", Text(zip, "done.csv"), StringComparison.Ordinal);
        Assert.Contains("Tomé Vidal", Text(zip, "read me.txt"), StringComparison.Ordinal);
        foreach (var name in names.Where(n => !n.StartsWith("mail/", StringComparison.Ordinal)))
            Assert.DoesNotContain("Nobody elses affair", Text(zip, name), StringComparison.Ordinal);

        using var own = await TakeAsync(maren);
        Assert.Contains("Nobody elses affair", Text(own, "calendars/Maren Falk.ics"), StringComparison.Ordinal);
        Assert.Contains(own.Entries, e => e.FullName.StartsWith("calendars/", StringComparison.Ordinal) && e.Name != "Maren Falk.ics");
    }
}
