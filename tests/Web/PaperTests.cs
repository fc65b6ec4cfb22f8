using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>Papers over HTTP: what is refused before it is kept, and how they are served.</summary>
public sealed class PaperTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static ByteArrayContent Bytes(byte[] bytes) =>
        new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("application/octet-stream") } };

    [Fact]
    public async Task A_paper_is_served_as_a_download_that_runs_nowhere_and_what_is_no_paper_is_refused()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var maren = await noor.PersonAsync("Maren Falk");
        var found = (await noor.GetAsync("/api/find?text=tide%20lease"))
            .GetProperty("entries")
            .EnumerateArray()
            .First(e => e.GetProperty("title").GetString() == "Tide lease review");
        var entry = found.GetProperty("id").GetString()!;
        async Task<HttpResponseMessage> Lay(string name, byte[] content) =>
            await noor.PostContentAsync($"/api/entries/{entry}/papers?name={Uri.EscapeDataString(name)}", Bytes(content));

        Assert.Equal(
            HttpStatusCode.OK,
            (await Lay("../../Lease “4”\r\n.pdf", "%PDF-1.7 <script>alert(1)</script>"u8.ToArray())).StatusCode
        );
        foreach (
            var (name, content) in new[]
            {
                ("tool.exe", "MZ"u8.ToArray()),
                ("Lease.pdf", "<html>"u8.ToArray()),
                ("page.html", "<html>"u8.ToArray()),
            }
        )
        {
            var refused = await Lay(name, content);
            Assert.Equal(
                (HttpStatusCode.BadRequest, "corlin:paper-not-taken"),
                (
                    refused.StatusCode,
                    JsonDocument.Parse(await refused.Content.ReadAsStringAsync(Cancel)).RootElement.GetProperty("type").GetString()
                )
            );
        }

        var paper = Assert.Single(
            (await noor.GetAsync($"/api/entries/{entry}?lane={maren}")).GetProperty("papers").EnumerateArray().ToList()
        );
        Assert.Equal("Lease “4”.pdf", paper.GetProperty("name").GetString());

        var path = $"/api/entries/{entry}/papers/{paper.GetProperty("id").GetString()}?lane={maren}";
        var served = await noor.SendAsync(HttpMethod.Get, path);
        Assert.Equal("attachment", served.Content.Headers.ContentDisposition!.DispositionType);
        Assert.Equal("nosniff", served.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Equal("sandbox; default-src 'none'", served.Headers.GetValues("Content-Security-Policy").Single());
        Assert.True(served.Headers.CacheControl!.NoStore);
        using var other = await demo.Host.SignInAsync("desmond.oyelaran@ebbline.example");
        Assert.Equal(HttpStatusCode.NotFound, (await other.SendAsync(HttpMethod.Get, path)).StatusCode);
    }
}
