using System.Net;

namespace Corlin.Web.Tests;

/// <summary>What stands behind the link of an offer, as somebody outside answers it without session and script.</summary>
public sealed class OfferPagesTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private const string Title = "Pier <script>alert(1)</script> & quay";

    /// <summary>Of the times offered: Thursday 11 March 2027, 10:00, 12:00 and 14:00.</summary>
    private static readonly long[] Starts = [1_804_759_200_000, 1_804_766_400_000, 1_804_773_600_000];

    private static async Task<(string Key, string Id)> MakeAsync(Browser noor, string decision = "firstChoice")
    {
        var made = await noor.DoAsync(
            "/api/offers",
            new
            {
                meeting = new
                {
                    inNameOf = await noor.PersonAsync("Maren Falk"),
                    title = Title,
                    required = new[] { "rosa@survey.example", await noor.PersonAsync("Tomé Vidal") },
                    optional = Array.Empty<string>(),
                    start = "2027-03-11T10:00",
                    zone = "Europe/Lisbon",
                    minutes = 30,
                    place = (string?)null,
                    video = false,
                    agenda = (string?)null,
                    line = "See <b>you</b>",
                    @private = false,
                },
                starts = Starts,
                zone = "Asia/Kolkata",
                until = 1_804_700_000_000,
                decision,
            }
        );
        return (made.GetProperty("keys")[0].GetString()!, made.GetProperty("id").GetString()!);
    }

    private static FormUrlEncodedContent Form(params (string Name, string Value)[] fields) =>
        new(fields.Select(f => KeyValuePair.Create(f.Name, f.Value)));

    private async Task<(HttpResponseMessage Answer, string Text)> AskAsync(HttpMethod method, string path, HttpContent? content = null)
    {
        using var handler = new HttpClientHandler { AllowAutoRedirect = false };
        using var open = demo.Host.Open();
        using var client = new HttpClient(handler) { BaseAddress = open.Address };
        using var request = new HttpRequestMessage(method, path) { Content = content };
        var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
        return (answer, await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task It_is_answered_without_session_and_script_and_names_nobody_else()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var (key, _) = await MakeAsync(noor);
        var (page, html) = await AskAsync(HttpMethod.Get, $"/offers/{key}");
        Assert.Equal((HttpStatusCode.OK, "text/html"), (page.StatusCode, page.Content.Headers.ContentType!.MediaType));
        Assert.Equal("no-referrer", page.Headers.GetValues("Referrer-Policy").Single());
        Assert.True(page.Headers.CacheControl!.NoStore);
        Assert.DoesNotContain("<script", html, StringComparison.Ordinal);
        Assert.DoesNotContain("<b>you", html, StringComparison.Ordinal);
        Assert.Contains("Pier &lt;script&gt;", html, StringComparison.Ordinal);
        Assert.DoesNotContain("Tom", html, StringComparison.Ordinal);
        Assert.DoesNotContain("Noor", html, StringComparison.Ordinal);
        // 10:00 in Lisbon.
        Assert.Contains("15:30 to 16:00", html, StringComparison.Ordinal);

        var (file, text) = await AskAsync(HttpMethod.Get, $"/offers/{key}/times.ics");
        Assert.Equal("text/calendar", file.Content.Headers.ContentType!.MediaType);
        var events = Ical.Net.Calendar.Load(text)!.Events;
        Assert.Equal(3, events.Count);
        Assert.All(events, e => Assert.Equal((Title, "TENTATIVE"), (e.Summary, e.Status)));

        var (chosen, _) = await AskAsync(HttpMethod.Post, $"/offers/{key}", Form(("answer", "chosen"), ("time", "1")));
        Assert.Equal(HttpStatusCode.Found, chosen.StatusCode);
        Assert.StartsWith($"/offers/{key}", chosen.Headers.Location!.ToString(), StringComparison.Ordinal);
        // Pressed twice it is the same; another time is too late.
        Assert.Equal(
            HttpStatusCode.Found,
            (await AskAsync(HttpMethod.Post, $"/offers/{key}", Form(("answer", "chosen"), ("time", "1")))).Answer.StatusCode
        );
        var (late, why) = await AskAsync(HttpMethod.Post, $"/offers/{key}", Form(("answer", "chosen"), ("time", "0")));
        Assert.Equal(HttpStatusCode.Conflict, late.StatusCode);
        Assert.Contains("booked", why, StringComparison.Ordinal);
        // 12:00 in Lisbon, by the clock of the reader.
        var booked = Ical.Net.Calendar.Load((await AskAsync(HttpMethod.Get, $"/offers/{key}/times.ics")).Text)!.Events;
        Assert.Equal(17, Assert.Single(booked).Start!.Value.Hour);
    }

    [Theory]
    [InlineData("")]
    [InlineData("answer=chosen")]
    [InlineData("answer=chosen&time=x")]
    [InlineData("answer=chosen&time=99")]
    [InlineData("answer=chosen&time=-1")]
    [InlineData("answer=chosen&time=99999999999")]
    [InlineData("answer=marks&time0=0")]
    [InlineData("answer=marks&time0=0&time1=7&time2=0")]
    [InlineData("answer=none&answer=chosen")]
    [InlineData("answer=all")]
    public async Task What_makes_no_sense_is_answered_with_the_page_and_changes_nothing(string form)
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var (key, id) = await MakeAsync(noor, form.Contains("marks", StringComparison.Ordinal) ? "byMaker" : "firstChoice");
        using var content = new StringContent(form, System.Text.Encoding.ASCII, "application/x-www-form-urlencoded");
        var (answer, html) = await AskAsync(HttpMethod.Post, $"/offers/{key}", content);
        Assert.InRange((int)answer.StatusCode, 400, 409);
        Assert.Contains("role=\"alert\"", html, StringComparison.Ordinal);
        var stands = (await noor.GetAsync("/api/offers")).GetProperty("offers").EnumerateArray().Single(o => o.Text("id") == id);
        Assert.All(stands.GetProperty("readers").EnumerateArray(), r => Assert.Equal("no reply yet", r.Text("answered")));
    }

    [Fact]
    public async Task Bodies_that_are_no_form_or_huge_are_refused()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var (key, _) = await MakeAsync(noor);
        using var json = new StringContent("{}", System.Text.Encoding.UTF8, "application/json");
        Assert.Equal(HttpStatusCode.BadRequest, (await AskAsync(HttpMethod.Post, $"/offers/{key}", json)).Answer.StatusCode);
        using var huge = Form(("answer", "none"), ("words", new string('x', 200_000)));
        Assert.Equal(HttpStatusCode.BadRequest, (await AskAsync(HttpMethod.Post, $"/offers/{key}", huge)).Answer.StatusCode);
        // What is only too long is cut where a field would have stopped.
        using var words = Form(("answer", "none"), ("words", new string('y', 5_000)));
        Assert.Equal(HttpStatusCode.Found, (await AskAsync(HttpMethod.Post, $"/offers/{key}", words)).Answer.StatusCode);
    }

    [Theory]
    [InlineData("0123456789abcdef0123456789abcdef")]
    [InlineData("x")]
    [InlineData("%0d%0aSet-Cookie:x")]
    public async Task A_guessed_key_opens_nothing(string key)
    {
        foreach (var path in new[] { "", "/times.ics" })
            Assert.Equal(HttpStatusCode.NotFound, (await AskAsync(HttpMethod.Get, $"/offers/{key}{path}")).Answer.StatusCode);
        using var form = Form(("answer", "chosen"), ("time", "0"));
        Assert.Equal(HttpStatusCode.NotFound, (await AskAsync(HttpMethod.Post, $"/offers/{key}", form)).Answer.StatusCode);
    }

    [Fact]
    public async Task It_can_be_told_by_another_clock_and_a_zone_that_is_none_changes_nothing()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        var (key, _) = await MakeAsync(noor);
        Assert.Contains(
            "10:00 to 10:30",
            (await AskAsync(HttpMethod.Get, $"/offers/{key}?zone=Europe/Lisbon")).Text,
            StringComparison.Ordinal
        );
        var other = (await AskAsync(HttpMethod.Get, $"/offers/{key}?zone=Mars/%3Cscript%3E")).Text;
        Assert.Contains("15:30 to 16:00", other, StringComparison.Ordinal);
        Assert.DoesNotContain("Mars", other, StringComparison.Ordinal);
    }
}
