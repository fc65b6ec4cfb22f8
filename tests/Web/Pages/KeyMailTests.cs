using System.Net;
using System.Text.RegularExpressions;

namespace Corlin.Web.Tests;

/// <summary>Links to a password that go by mail: to whom they are for alone, and kept nowhere else.</summary>
public sealed partial class KeyMailTests
{
    private const string Maren = "maren.falk@ebbline.example";

    private static string[] Keys(Host host) =>
        [
            .. Directory
                .EnumerateFiles(Path.Combine(host.Simulation, "sent"), "*", SearchOption.AllDirectories)
                .Select(f =>
                    File.ReadAllText(f).Replace("=\r\n", "", StringComparison.Ordinal).Replace("=3D", "=", StringComparison.Ordinal)
                )
                .Where(t => t.Contains($"To: Maren Falk <{Maren}>", StringComparison.Ordinal))
                .SelectMany(t => Link().Matches(t).Select(m => m.Groups[1].Value)),
        ];

    private static async Task WorksAsync(Host host, string key)
    {
        using var maren = host.Open();
        await maren.GetAsync("/api/session");
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await maren.PostAsync("/api/welcome", new { key, password = "another long password" })).StatusCode
        );
        await maren.GetAsync("/api/session");
        Assert.Equal(Maren, (await maren.GetAsync("/api/account")).Text("address"));
    }

    [Fact]
    public async Task One_sent_by_an_administrator_is_shown_to_nobody_else()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        var made = await noor.DoAsync($"/api/people/{await noor.PersonAsync("Maren Falk")}/account/invitation", new { byMail = true });
        Assert.DoesNotContain("key\":\"", made.ToString(), StringComparison.Ordinal);
        await noor.DoAsync("/api/demo/advance", new { seconds = 60 });
        var key = Assert.Single(Keys(host));
        // Noor speaks for Maren and reads her mail; this she does not.
        foreach (var place in (string[])["/api/mails", "/api/desk", "/api/history", "/api/archive"])
            Assert.DoesNotContain(
                key.Split('.')[1],
                await (await noor.SendAsync(HttpMethod.Get, place)).Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
                StringComparison.Ordinal
            );
        await WorksAsync(host, key);
    }

    [Fact]
    public async Task Who_lost_their_password_is_sent_one_and_a_stranger_learns_nothing()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var stranger = host.Open();
        await stranger.GetAsync("/api/session");
        async Task AsksAsync(string address) =>
            Assert.Equal(HttpStatusCode.NoContent, (await stranger.PostAsync("/api/account/reset", new { address })).StatusCode);
        foreach (var address in (string[])[Maren, "nobody@ebbline.example", "no address", "", $"  {Maren.ToUpperInvariant()} ", Maren])
            await AsksAsync(address);
        await host.RunDueAsync(TimeSpan.Zero);
        var key = Assert.Single(Keys(host));
        // Not again within the hour, and then once more.
        await AsksAsync(Maren);
        await host.RunDueAsync(TimeSpan.FromMinutes(59));
        Assert.Single(Keys(host));
        await WorksAsync(host, key);
        await AsksAsync(Maren);
        await host.RunDueAsync(TimeSpan.FromHours(2));
        Assert.Equal(2, Keys(host).Length);
    }

    [Fact]
    public async Task A_closed_way_in_is_sent_none()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        var id = await noor.PersonAsync("Maren Falk");
        await noor.SendAsync(HttpMethod.Put, $"/api/people/{id}/account", System.Net.Http.Json.JsonContent.Create(new { closed = true }));
        await noor.PostAsync("/api/account/reset", new { address = Maren });
        await host.RunDueAsync(TimeSpan.Zero);
        Assert.Empty(Keys(host));
    }

    [GeneratedRegex("/welcome#([A-Za-z0-9._-]+)")]
    private static partial Regex Link();
}
