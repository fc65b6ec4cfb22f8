using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.RegularExpressions;
using Corlin.Web.Hosting;
using Microsoft.AspNetCore.Authorization;

namespace Corlin.Web.Tests;

public partial class EdgeTests(DemoHost demo) : IClassFixture<DemoHost>
{
    [GeneratedRegex(@"\{[^}]+\}")]
    private static partial Regex Part();

    [Fact]
    public void The_endpoints_that_answer_without_a_session_are_those_on_the_list()
    {
        var open = demo.Host.Routes.Where(r => r.Metadata.GetMetadata<IAllowAnonymous>() is not null).SelectMany(Names).ToHashSet();
        Assert.Equal(Endpoints.WithoutSession.Order(), open.Order());
    }

    [Fact]
    public async Task Every_other_endpoint_turns_a_stranger_away()
    {
        using var stranger = demo.Host.Open();
        var closed = demo
            .Host.Routes.SelectMany(Names)
            .Where(n => !Endpoints.WithoutSession.Contains(n) && n.Contains("/api/", StringComparison.Ordinal))
            .ToList();
        Assert.NotEmpty(closed);
        foreach (var name in closed)
        {
            var (method, path) = (
                new HttpMethod(name.Split(' ')[0]),
                Part().Replace(name.Split(' ')[1], part => part.Value.Contains(":long", StringComparison.Ordinal) ? "1" : "x")
            );
            var response =
                method == HttpMethod.Get
                    ? await stranger.SendAsync(method, path)
                    : await stranger.SendAsync(method, path, JsonContent.Create(new { }));
            Assert.Equal((name, HttpStatusCode.Unauthorized), (name, response.StatusCode));
        }
    }

    [Fact]
    public async Task A_change_without_the_sessions_token_is_refused()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var response = await noor.SendAsync(HttpMethod.Post, "/api/changes/undo");
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Equal(
            "corlin:forgery",
            (await response.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken)).GetProperty("type").GetString()
        );
    }

    [Fact]
    public async Task A_wrong_password_says_nothing_of_the_account_and_locks_after_six()
    {
        using var stranger = demo.Host.Open();
        async Task<(HttpStatusCode, string?)> Try(string address)
        {
            var response = await stranger.PostAsync("/api/session", new { address, password = "not the password" });
            return (response.StatusCode, (await response.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("title").GetString());
        }

        Assert.Equal(await Try("nobody@ebbline.example"), await Try("tome.vidal@ebbline.example"));
        for (var i = 0; i < 5; i++)
            await Try("tome.vidal@ebbline.example");
        Assert.Equal(HttpStatusCode.TooManyRequests, (await Try("tome.vidal@ebbline.example")).Item1);
    }

    [Theory]
    [InlineData("/api/entries/00000000000000000000000000000000?lane=x", HttpStatusCode.NotFound)]
    [InlineData("/api/lanes?who=nobody", HttpStatusCode.BadRequest)]
    [InlineData("/api/lanes?from=yesterday", HttpStatusCode.BadRequest)]
    [InlineData("/api/nothing", HttpStatusCode.NotFound)]
    public async Task What_is_asked_wrongly_gets_problem_details(string path, HttpStatusCode status)
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var response = await noor.SendAsync(HttpMethod.Get, path);
        Assert.Equal(status, response.StatusCode);
        Assert.StartsWith(
            "corlin:",
            (await response.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken)).GetProperty("type").GetString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_private_entry_of_somebody_else_is_in_no_answer_to_a_colleague()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var maren = await noor.PersonAsync("Maren Falk");
        var desk = await noor.GetAsync("/api/desk");
        var papers = desk.GetProperty("day")
            .GetProperty("lanes")[0]
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("label").GetString() == "Board papers");

        using var colleague = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        foreach (
            var path in new[]
            {
                "/api/desk",
                "/api/chase",
                $"/api/lanes?who={maren}&from=2027-03-08",
                $"/api/lanes?who={maren}&view=working-days",
                "/api/people?text=board",
            }
        )
            Assert.DoesNotContain("Board papers", (await colleague.GetAsync(path)).GetRawText(), StringComparison.Ordinal);
        var opened = await colleague.SendAsync(HttpMethod.Get, $"/api/entries/{papers.GetProperty("id").GetString()}?lane={maren}");
        var guessed = await colleague.SendAsync(HttpMethod.Get, $"/api/entries/{Guid.NewGuid():N}?lane={maren}");
        Assert.Equal(HttpStatusCode.NotFound, opened.StatusCode);
        Assert.Equal(await Words(guessed), await Words(opened));
    }

    [Theory]
    [InlineData("required", "nobody-here", "corlin:person-unknown", "required")]
    [InlineData("required", "not@an@address", "corlin:address-is-none", "required")]
    [InlineData("zone", "Europe/Atlantis", "corlin:zone-unknown", "zone")]
    [InlineData("minutes", "-45", "corlin:end-before-start", "minutes")]
    [InlineData("minutes", "2000", "corlin:length-too-long", "minutes")]
    [InlineData("start", "soon", "corlin:bad-input", "start")]
    [InlineData("start", "2027-03-01T12:00", "corlin:in-the-past", "start")]
    [InlineData("title", "", "corlin:no-title", "title")]
    public async Task Bad_input_is_answered_with_its_field(string field, string value, string type, string at)
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var response = await noor.PostAsync(
            "/api/meetings",
            new
            {
                inNameOf = await noor.PersonAsync("Maren Falk"),
                title = field == "title" ? value : "Insurers",
                required = new[] { field == "required" ? value : await noor.PersonAsync("Tomé Vidal") },
                optional = Array.Empty<string>(),
                start = field == "start" ? value : "2027-03-16T12:00",
                zone = field == "zone" ? value : "Europe/Lisbon",
                minutes = field == "minutes" ? int.Parse(value, null) : 45,
                place = (string?)null,
                video = true,
                agenda = (string?)null,
                line = (string?)null,
                @private = false,
            }
        );
        var problem = await response.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken);
        Assert.Equal((type, at), (problem.GetProperty("type").GetString(), problem.GetProperty("field").GetString()));
    }

    [Fact]
    public async Task Pages_cannot_be_framed_and_answers_are_not_kept()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var response = await noor.SendAsync(HttpMethod.Get, "/api/desk");
        Assert.Contains("frame-ancestors 'none'", response.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.True(response.Headers.CacheControl!.NoStore);
        Assert.False(response.Headers.Contains("Server"));
    }

    private static async Task<(string?, string?)> Words(HttpResponseMessage response)
    {
        var problem = await response.Content.ReadFromJsonAsync<JsonElement>();
        return (problem.GetProperty("type").GetString(), problem.GetProperty("title").GetString());
    }

    internal static IEnumerable<string> Names(RouteEndpoint route) =>
        (route.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? []).Select(m =>
            $"{m} {(route.RoutePattern.RawText!.StartsWith('/') ? "" : "/")}{route.RoutePattern.RawText}"
        );
}
