using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;

namespace Corlin.Web.Tests;

/// <summary>What stands behind the link of a feed, as a program without a session reads it.</summary>
public sealed class FeedPagesTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private static async Task<(string Key, string Maren)> MakeAsync(Browser noor, object? said = null)
    {
        var maren = await noor.PersonAsync("Maren Falk");
        return ((
                await noor.DoAsync(
                    $"/api/calendars/{maren}/feeds",
                    said
                        ?? new
                        {
                            most = "headlines",
                            @private = false,
                            days = 28,
                        }
                )
            ).GetProperty("key").GetString()!, maren);
    }

    [Fact]
    public async Task A_program_without_a_session_reads_what_stands_there_and_is_told_when_nothing_changed()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var (key, maren) = await MakeAsync(noor);
        await noor.DoAsync("/api/appointments", Access.Appointment(maren, "Sea trial <b>&", "2027-03-10T07:00"));
        await noor.DoAsync("/api/appointments", Access.Appointment(maren, "Kept secret", "2027-03-10T06:00", isPrivate: true));
        using var program = demo.Host.Open();
        using var first = await program.SendAsync(HttpMethod.Get, $"/feeds/{key}/calendar.ics");
        Assert.Equal((HttpStatusCode.OK, "text/calendar"), (first.StatusCode, first.Content.Headers.ContentType!.MediaType));
        var text = await first.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        var events = Ical.Net.Calendar.Load(text)!.Events;
        Assert.Contains(events, e => e.Summary == "Sea trial <b>&");
        Assert.Contains(events, e => e.Summary == "Private");
        Assert.DoesNotContain("Kept secret", text, StringComparison.Ordinal);

        using var client = new HttpClient { BaseAddress = program.Address };
        async Task<HttpStatusCode> AgainAsync(string tag)
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, $"/feeds/{key}/calendar.ics");
            request.Headers.IfNoneMatch.Add(EntityTagHeaderValue.Parse(tag));
            using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
            return answer.StatusCode;
        }

        var tag = first.Headers.ETag!.ToString();
        Assert.Equal(HttpStatusCode.NotModified, await AgainAsync(tag));
        Assert.Equal(HttpStatusCode.OK, await AgainAsync("\"of-another-time\""));
        await noor.DoAsync("/api/appointments", Access.Appointment(maren, "Dry dock", "2027-03-11T07:00"));
        Assert.Equal(HttpStatusCode.OK, await AgainAsync(tag));

        using var page = await program.SendAsync(HttpMethod.Get, $"/feeds/{key}");
        var html = await page.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        Assert.Contains("Sea trial &lt;b&gt;&amp;", html, StringComparison.Ordinal);
        Assert.DoesNotContain("<script", html, StringComparison.Ordinal);
        Assert.Equal("no-referrer", page.Headers.GetValues("Referrer-Policy").Single());
        Assert.Contains(
            "BEGIN:VAVAILABILITY",
            await (await program.SendAsync(HttpMethod.Get, $"/feeds/{key}/busy.ics")).Content.ReadAsStringAsync(
                TestContext.Current.CancellationToken
            ),
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("0123456789abcdef0123456789abcdef", HttpStatusCode.NotFound)]
    [InlineData("x", HttpStatusCode.NotFound)]
    [InlineData("%0d%0aSet-Cookie:x", HttpStatusCode.NotFound)]
    public async Task A_guessed_key_opens_nothing(string key, HttpStatusCode answer)
    {
        using var program = demo.Host.Open();
        foreach (var path in new[] { "", "/calendar.ics", "/busy.ics" })
            Assert.Equal(answer, (await program.SendAsync(HttpMethod.Get, $"/feeds/{key}{path}")).StatusCode);
    }

    [Fact]
    public async Task An_ended_link_says_so_and_so_does_one_of_somebody_whose_way_in_is_closed()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        using var program = demo.Host.Open();
        var (key, maren) = await MakeAsync(ana);
        async Task<HttpStatusCode> StatusAsync() => (await program.SendAsync(HttpMethod.Get, $"/feeds/{key}/calendar.ics")).StatusCode;
        Assert.Equal(HttpStatusCode.OK, await StatusAsync());
        var who = await noor.PersonAsync("Ana Brandão");
        Task<HttpResponseMessage> CloseAsync(bool closed) =>
            noor.SendAsync(HttpMethod.Put, $"/api/people/{who}/account", JsonContent.Create(new { closed }));
        await CloseAsync(true);
        Assert.Equal(HttpStatusCode.Gone, await StatusAsync());
        await CloseAsync(false);
        Assert.Equal(HttpStatusCode.OK, await StatusAsync());

        using var again = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var feed = (await again.GetAsync($"/api/calendars/{maren}/feeds")).GetProperty("feeds").EnumerateArray().Single();
        Assert.DoesNotContain(key, feed.GetRawText(), StringComparison.Ordinal);
        await again.DoAsync($"/api/feeds/{feed.GetProperty("id").GetInt64()}", new { }, HttpMethod.Delete);
        Assert.Equal(HttpStatusCode.Gone, await StatusAsync());
        Assert.Contains(
            "has ended",
            await (await program.SendAsync(HttpMethod.Get, $"/feeds/{key}")).Content.ReadAsStringAsync(
                TestContext.Current.CancellationToken
            ),
            StringComparison.Ordinal
        );
    }
}
