using System.Net;
using System.Net.Http.Json;

namespace Corlin.Web.Tests;

/// <summary>
/// What a real organisation meets: nothing is invented, a request does its work once, wrong passwords keep no owner out, set-up is all or
/// nothing.
/// </summary>
public sealed class RealServeTests
{
    private const string Password = "long enough to keep";

    private static readonly object First = new
    {
        name = "Hedda O'Lind",
        address = "hedda.o'lind@ebbline.example",
        zone = "Lisbon",
        password = Password,
        place = new
        {
            name = "Head office",
            town = "Lisbon",
            country = "PT",
        },
    };

    private static async Task<(Host Host, Browser Browser)> SetUpAsync()
    {
        var host = await Host.StartAsync(demo: false);
        var browser = host.Open();
        Assert.Equal(HttpStatusCode.NoContent, (await browser.PostAsync("/api/setup", First)).StatusCode);
        return (host, browser);
    }

    [Fact]
    public async Task The_first_set_up_takes_an_apostrophe_a_city_for_a_zone_and_a_place_and_is_done_once_however_many_race()
    {
        await using var host = await Host.StartAsync(demo: false);
        var browsers = Enumerable.Range(0, 6).Select(_ => host.Open()).ToList();
        foreach (var browser in browsers)
            await browser.GetAsync("/api/session");
        var done = await Task.WhenAll(
            browsers.Select(
                async (b, i) =>
                    (
                        await b.PostAsync(
                            "/api/setup",
                            new
                            {
                                name = "Hedda",
                                address = $"hedda{i}.o'lind@ebbline.example",
                                zone = "Lisbon",
                                password = Password,
                                place = new
                                {
                                    name = "Head office",
                                    town = "Lisbon",
                                    country = "PT",
                                },
                            }
                        )
                    ).StatusCode
            )
        );
        Assert.Equal(1, done.Count(d => d == HttpStatusCode.NoContent));
        Assert.Equal(5, done.Count(d => d == HttpStatusCode.Conflict));
        using var first = browsers[Array.IndexOf(done, HttpStatusCode.NoContent)];
        Assert.Equal(1, (await first.GetAsync("/api/index?text=Hedda")).GetProperty("rows").GetArrayLength());
        var place = (await first.GetAsync("/api/places")).GetProperty("places")[0];
        Assert.Equal(
            ("Head office", "Europe/Lisbon", "PT", 1),
            (place.Text("name"), place.Text("zone"), place.Text("country"), place.GetProperty("people").GetInt32())
        );
    }

    [Fact]
    public async Task Without_a_mail_server_nothing_is_called_sent_and_nobody_answers_in_anybodys_name()
    {
        var (host, browser) = await SetUpAsync();
        await using var _ = host;
        using var __ = browser;
        var session = await browser.GetAsync("/api/session");
        Assert.Equal(
            (false, false),
            (session.GetProperty("mailLeaves").GetBoolean(), session.GetProperty("makesConferences").GetBoolean())
        );
        var own = (await browser.GetAsync("/api/index?text=Hedda")).GetProperty("rows")[0].GetProperty("who").Text("id");
        var ida = (
            await browser.DoAsync(
                "/api/people",
                new
                {
                    kind = "person",
                    inside = true,
                    keptFor = (string?)null,
                    said = new { name = "Ida Admin", address = "ida@ebbline.example" },
                }
            )
        ).Text("id");
        object Meeting(bool video) =>
            new
            {
                inNameOf = own,
                title = "Lease",
                required = new[] { ida, "rosa@porto.example" },
                optional = Array.Empty<string>(),
                start = "2027-03-16T10:00",
                zone = "Europe/Lisbon",
                minutes = 30,
                place = (string?)null,
                video,
                agenda = (string?)null,
                line = (string?)null,
                @private = false,
                repeats = (string?)null,
            };
        Assert.Equal(HttpStatusCode.BadRequest, (await browser.PostAsync("/api/meetings", Meeting(true))).StatusCode);
        var chosen = await browser.DoAsync(
            "/api/slots/chosen",
            new
            {
                inNameOf = own,
                required = new[] { "rosa@porto.example" },
                optional = Array.Empty<string>(),
                start = "2027-03-16T10:00",
                zone = "Europe/Lisbon",
                minutes = 30,
                place = (string?)null,
                video = false,
            }
        );
        Assert.Contains(chosen.GetProperty("wrong").EnumerateArray(), w =>
            w.Text("words").StartsWith("Mail cannot leave here", StringComparison.Ordinal)
        );
        var sent = (await browser.DoAsync("/api/meetings", Meeting(false))).Text("entry");
        await host.RunDueAsync(TimeSpan.FromSeconds(11));
        await host.RunDueAsync(TimeSpan.FromMinutes(5));
        var entry = await browser.GetAsync($"/api/entries/{sent}?lane={own}");
        Assert.All(entry.GetProperty("attendees").EnumerateArray(), a => Assert.Equal("none", a.Text("answer")));
        var mail = Assert.Single((await browser.GetAsync("/api/mails")).GetProperty("mails").EnumerateArray());
        Assert.Contains(
            "Mail cannot leave",
            (await browser.GetAsync($"/api/mails/{mail.GetProperty("id").GetInt64()}")).ToString(),
            StringComparison.Ordinal
        );
        Assert.Empty((await browser.GetAsync("/api/mails?pile=received")).GetProperty("mails").EnumerateArray());
        Assert.False(Directory.Exists(Path.Combine(host.Folder, "simulation")));
    }

    [Fact]
    public async Task The_same_request_again_is_answered_as_it_was_and_does_its_work_once()
    {
        var (host, browser) = await SetUpAsync();
        await using var _ = host;
        using var __ = browser;
        var own = (await browser.GetAsync("/api/index?text=Hedda")).GetProperty("rows")[0].GetProperty("who").Text("id");
        var body = Access.Appointment(own, "once", "2027-03-16T10:00");
        var answers = await Task.WhenAll(
            Enumerable.Range(0, 5).Select(_ => browser.SendWithKeyAsync("/api/appointments", JsonContent.Create(body), "key-1"))
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
        var told = await Task.WhenAll(answers.Select(a => a.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)));
        Assert.Single(told.Distinct());
        Assert.Single((await browser.GetAsync("/api/find?text=once")).GetProperty("entries").EnumerateArray());
        // The same key for something else is no repetition.
        Assert.Equal(
            HttpStatusCode.Conflict,
            (
                await browser.SendWithKeyAsync(
                    "/api/appointments",
                    JsonContent.Create(Access.Appointment(own, "twice", "2027-03-16T10:00")),
                    "key-1"
                )
            ).StatusCode
        );
        // What was refused did nothing and may be asked again.
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (
                await browser.SendWithKeyAsync(
                    "/api/appointments",
                    JsonContent.Create(Access.Appointment(own, "", "2027-03-16T10:00")),
                    "key-2"
                )
            ).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (await browser.SendWithKeyAsync("/api/appointments", JsonContent.Create(body), "key-2")).StatusCode
        );
    }

    [Fact]
    public async Task Wrong_passwords_slow_down_where_they_come_from_and_are_told_when_to_try_again()
    {
        var (host, browser) = await SetUpAsync();
        await using var _ = host;
        using var __ = browser;
        using var stranger = host.Open();
        await stranger.GetAsync("/api/session");
        for (var i = 0; i < 5; i++)
            Assert.Equal(
                HttpStatusCode.Unauthorized,
                (
                    await stranger.PostAsync("/api/session", new { address = "hedda.o'lind@ebbline.example", password = "not the one" })
                ).StatusCode
            );
        var slowed = await stranger.PostAsync("/api/session", new { address = "hedda.o'lind@ebbline.example", password = "not the one" });
        Assert.Equal((HttpStatusCode)429, slowed.StatusCode);
        Assert.True(slowed.Headers.RetryAfter!.Delta > TimeSpan.Zero);
        // Another account is not slowed down, nor is it told from one that there is not.
        Assert.Equal(
            HttpStatusCode.Unauthorized,
            (await stranger.PostAsync("/api/session", new { address = "nobody@ebbline.example", password = "not the one" })).StatusCode
        );
    }

    [Fact]
    public async Task What_an_administrator_does_with_a_way_in_is_told_to_its_owner_and_to_who_speaks_for_them()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var noor = await host.SignInAsync(Host.Noor);
        using var maren = await host.SignInAsync("maren.falk@ebbline.example");
        using var ines = await host.SignInAsync("ines.quadros@ebbline.example");
        var id = await noor.PersonAsync("Maren Falk");
        await noor.WithdrawAllAsync(id, await noor.PersonAsync("Ines Quadros"));
        await noor.GrantAsync(id, await noor.PersonAsync("Ines Quadros"), Access.Terms("everything", "speakFor", false));
        await noor.DoAsync($"/api/people/{id}/account/invitation", new { });
        await noor.DoAsync("/api/demo/advance", new { seconds = 11 });
        Assert.Contains(
            "made a key with which you set your password",
            (await maren.GetAsync("/api/desk")).ToString(),
            StringComparison.Ordinal
        );
        Assert.Contains("made a key with which Maren Falk", (await ines.GetAsync("/api/desk")).ToString(), StringComparison.Ordinal);
        var letters = (await maren.GetAsync("/api/mails")).GetProperty("mails").EnumerateArray().Select(m => m.Text("subject"));
        Assert.Contains("Signing in as you", letters);
    }

    [Fact]
    public async Task Who_has_lost_every_password_gets_a_key_on_the_machine()
    {
        var (host, browser) = await SetUpAsync();
        await using var _ = host;
        using var __ = browser;
        var said = await host.WhileDownAsync(false, folder =>
            RunAsync("reset-password", "hedda.o'lind@ebbline.example", "--data", folder).GetAwaiter().GetResult()
        );
        var key = said.Split("/welcome#")[1].Trim();
        using var again = host.Open();
        await again.GetAsync("/api/session");
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await again.PostAsync("/api/welcome", new { key, password = "another long password" })).StatusCode
        );
        await again.GetAsync("/api/session");
        Assert.Equal("hedda.o'lind@ebbline.example", (await again.GetAsync("/api/account")).Text("address"));
    }

    private static async Task<string> RunAsync(params string[] args)
    {
        using var process = System.Diagnostics.Process.Start(
            new System.Diagnostics.ProcessStartInfo(Path.Combine(AppContext.BaseDirectory, "Corlin.Web"), args)
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        var said = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return said;
    }
}
