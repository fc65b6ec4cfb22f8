using System.Net;
using System.Net.Http.Json;

namespace Corlin.Web.Tests;

/// <summary>
/// What a phone is told and may do, for every pair of the two scales, held against a plain statement of it that shares nothing with the
/// rules; and who comes in at all.
/// </summary>
public sealed class CalDavRightsTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private const string Ana = "ana.brandao@ebbline.example";

    private const string Desmond = "desmond.oyelaran@ebbline.example";

    [Fact]
    public async Task A_phone_is_told_and_may_do_what_its_owner_may()
    {
        using var phone = await Phone.AddAsync(demo.Host, Ana);
        using var owner = await demo.Host.SignInAsync(Desmond);
        var wrong = new List<string>();
        foreach (var (sight, acting) in Access.Pairs)
        foreach (var isPrivate in new[] { false, true })
        {
            try
            {
                await HoldingAsync(phone, owner, sight, acting, isPrivate);
            }
            catch (Xunit.Sdk.XunitException e)
            {
                wrong.Add(
                    $"{sight} {acting} {(isPrivate ? "with private" : "")}: {e.Message} {e.StackTrace?.Split('\n').FirstOrDefault(l => l.Contains("Rights", StringComparison.Ordinal))}"
                );
            }
        }

        Assert.True(wrong.Count == 0, string.Join("\n\n", wrong));
    }

    private static async Task HoldingAsync(Phone phone, Browser owner, string sight, string acting, bool isPrivate)
    {
        var key = $"{sight}{acting}{isPrivate}".ToLowerInvariant();
        var (desmond, ana, tome) = (
            await owner.PersonAsync("Desmond Oyelaran"),
            await owner.PersonAsync("Ana Brandão"),
            await owner.PersonAsync("Tomé Vidal")
        );
        await owner.WithdrawAllAsync(desmond, ana);
        await owner.GrantAsync(desmond, ana, Access.Terms(sight, acting, isPrivate));
        var open = (await owner.DoAsync("/api/appointments", Access.Appointment(desmond, $"open {key}", "2027-04-06T06:00"))).Text("entry");
        var hidden = (
            await owner.DoAsync("/api/appointments", Access.Appointment(desmond, $"hidden {key}", "2027-04-06T07:00", isPrivate: true))
        ).Text("entry");
        var meeting = (
            await owner.DoAsync(
                "/api/meetings",
                Access.Meeting(desmond, $"meeting {key}", $"agenda {key}", "2027-04-06T05:00", false, tome)
            )
        ).Text("entry");

        var lane = $"{phone.Home}{desmond}/";
        string At(string id) => $"{lane}{id}.ics";
        if (sight == "nothing")
        {
            Assert.Equal(404, await phone.StatusAsync("PROPFIND", lane, Phone.Properties("getetag"), ("Depth", "1")));
            foreach (var id in new[] { open, hidden, meeting })
                Assert.Equal(404, await phone.StatusAsync("GET", At(id)));
            if (acting == "look")
                Assert.Equal(404, await phone.StatusAsync("PUT", At($"new-{key}"), Phone.Event($"{key}@phone.example", "New", 5)));
            return;
        }

        var all = await phone.AllAsync(lane);
        var said = string.Concat(all.Values);
        var (headlines, whole) = (sight is "headlines" or "everything", sight == "everything");
        // A meeting’s time is told to whoever sees anything, what it is from the headline on, and who and why only whole.
        void Told(bool told, string text) => Assert.True(said.Contains(text, StringComparison.Ordinal) == told, $"{text} told: {!told}");
        Told(headlines, $"SUMMARY:open {key}");
        Told(headlines, $"LOCATION:open {key}");
        Told(headlines && isPrivate, $"hidden {key}");
        Told(headlines, $"SUMMARY:meeting {key}");
        Told(whole, $"agenda {key}");
        // Whatever clock it is told by.
        var taken = all.Values.SelectMany(o => Ical.Net.Calendar.Load(o)!.Events).Select(e => e.Start!.AsUtc).ToHashSet();
        foreach (var hour in new[] { 4, 5, 6 })
            Assert.Contains(new DateTime(2027, 4, 6, hour, 0, 0, DateTimeKind.Utc), taken);
        Assert.Equal(headlines ? 200 : 404, await phone.StatusAsync("GET", At(open)));
        Assert.Equal(headlines && isPrivate ? 200 : 404, await phone.StatusAsync("GET", At(hidden)));

        var rank = Array.IndexOf(["look", "add", "change", "speakFor"], acting);
        var laid = At($"own-{key}");
        Assert.Equal(rank >= 1 ? 201 : 403, await phone.StatusAsync("PUT", laid, Phone.Event($"{key}@phone.example", $"own {key}", 5)));
        if (rank >= 1)
        {
            // What somebody added they read and change, whatever else they see.
            Assert.Contains($"own {key}", (await phone.GetAsync(laid)).Text, StringComparison.Ordinal);
            Assert.Equal(204, await phone.StatusAsync("PUT", laid, Phone.Event($"{key}@phone.example", $"own {key} again", 5)));
            Assert.Equal(204, await phone.StatusAsync("DELETE", laid));
        }

        var changed = headlines
            ? (await phone.GetAsync(At(open))).Text.Replace($"SUMMARY:open {key}", $"SUMMARY:open {key} changed", StringComparison.Ordinal)
            : Phone.Event($"{open}@corlin", "Changed", 5);
        var expected = !headlines
            ? rank >= 1
                ? 201
                : 403
            : rank >= 2
                ? 204
                : 403;
        Assert.Equal(expected, await phone.StatusAsync("PUT", At(open), changed));
        Assert.Equal(
            !headlines || !isPrivate ? 404
                : rank >= 2 ? 204
                : 403,
            await phone.StatusAsync("DELETE", At(hidden))
        );
        Assert.Equal(
            headlines
                ? rank == 3
                    ? 204
                    : 403
                : 404,
            await phone.StatusAsync("DELETE", At(meeting))
        );
        // Whatever was refused stands as it was on her own lane.
        var day = (await owner.GetAsync($"/api/lanes?who={desmond}&from=2027-04-06")).GetRawText();
        Assert.Equal(!(headlines && isPrivate && rank >= 2), day.Contains($"hidden {key}", StringComparison.Ordinal));
        Assert.Equal(rank != 3, day.Contains($"meeting {key}", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Whose_device_it_is_keeps_their_home_and_nobody_elses()
    {
        using var ana = await Phone.AddAsync(demo.Host, Ana);
        using var noor = await Phone.AddAsync(demo.Host, Host.Noor);
        var lane = await noor.CalendarAsync("Maren Falk");
        foreach (
            var path in new[]
            {
                noor.Home,
                lane,
                (await noor.AllAsync(lane)).Keys.First(),
                $"{noor.Home}inbox/",
                "/dav/people/nobody/",
                "/dav/calendars/",
                "/dav/x/y/z",
                $"{ana.Home}x/y/z/w",
            }
        )
            Assert.Equal(404, await ana.StatusAsync("PROPFIND", path, Phone.Properties("getetag"), ("Depth", "0")));
        Assert.Equal(404, await ana.StatusAsync("PUT", $"{lane}x.ics", Phone.Event("x@phone.example", "Not mine", 9)));
        Assert.Equal(404, await ana.StatusAsync("POST", $"{noor.Home}outbox/", "BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n"));
    }

    [Fact]
    public async Task Only_the_password_of_a_device_opens_until_it_is_withdrawn_or_its_owner_is_shut_out()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var phone = await Phone.AddAsync(host, Ana);
        using var client = new HttpClient { BaseAddress = phone.Owner.Address };
        async Task<HttpStatusCode> TryAsync(string address, string password)
        {
            using var request = Phone.Request("PROPFIND", "/dav/", null, ("Depth", "0"));
            request.Headers.Authorization = Phone.Basic(address, password);
            using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
            Assert.Equal(answer.StatusCode == HttpStatusCode.Unauthorized, answer.Headers.WwwAuthenticate.Count > 0);
            return answer.StatusCode;
        }

        Assert.Equal(HttpStatusCode.MultiStatus, await TryAsync(Ana, phone.Password));
        // As somebody types it: without dashes, in capitals.
        Assert.Equal(
            HttpStatusCode.MultiStatus,
            await TryAsync(Ana.ToUpperInvariant(), phone.Password.Replace("-", " ", StringComparison.Ordinal).ToUpperInvariant())
        );
        Assert.Equal(HttpStatusCode.Unauthorized, await TryAsync(Host.Noor, phone.Password));
        Assert.Equal(HttpStatusCode.Unauthorized, await TryAsync(Ana, Demo.DemoSetUp.Password));
        using var nobody = await client.SendAsync(
            Phone.Request("PROPFIND", "/dav/", null, ("Depth", "0")),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.Unauthorized, nobody.StatusCode);
        // A session at the screen is no device, and the password of a device opens no screen.
        using var screen = await phone.Owner.SendAsync(new HttpMethod("PROPFIND"), "/dav/");
        Assert.Equal(HttpStatusCode.Unauthorized, screen.StatusCode);
        using var other = host.Open();
        using var signIn = await other.PostAsync("/api/session", new { address = Ana, password = phone.Password });
        Assert.False(signIn.IsSuccessStatusCode);

        using var noor = await host.SignInAsync(Host.Noor);
        var who = await noor.PersonAsync("Ana Brandão");
        async Task CloseAsync(bool closed)
        {
            using var answer = await noor.SendAsync(HttpMethod.Put, $"/api/people/{who}/account", JsonContent.Create(new { closed }));
            Assert.True(answer.IsSuccessStatusCode);
        }

        await CloseAsync(true);
        Assert.Equal(HttpStatusCode.Unauthorized, await TryAsync(Ana, phone.Password));
        await CloseAsync(false);
        Assert.Equal(HttpStatusCode.MultiStatus, await TryAsync(Ana, phone.Password));

        using var again = await host.SignInAsync(Ana);
        var own = await again.GetAsync("/api/devices");
        Assert.DoesNotContain(phone.Password, own.GetRawText(), StringComparison.Ordinal);
        var device = own.GetProperty("devices").EnumerateArray().Single().GetProperty("id").GetInt64();
        // Nobody shuts out the device of another.
        using var foreign = await noor.SendAsync(HttpMethod.Delete, $"/api/devices/{device}", null);
        Assert.Equal(HttpStatusCode.NotFound, foreign.StatusCode);
        using var removed = await again.SendAsync(HttpMethod.Delete, $"/api/devices/{device}", null);
        Assert.Equal(HttpStatusCode.NoContent, removed.StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, await TryAsync(Ana, phone.Password));
    }

    [Fact]
    public async Task Wrong_passwords_are_slowed_down_where_they_come_from()
    {
        await using var host = await Host.StartAsync(demo: true);
        using var client = new HttpClient { BaseAddress = host.Address };
        var answers = new List<HttpStatusCode>();
        for (var i = 0; i < 12; i++)
        {
            using var request = Phone.Request("PROPFIND", "/dav/", null, ("Depth", "0"));
            request.Headers.Authorization = Phone.Basic(Ana, $"wrong-{i}");
            using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
            answers.Add(answer.StatusCode);
        }

        Assert.Equal(HttpStatusCode.Unauthorized, answers[0]);
        Assert.Equal(HttpStatusCode.TooManyRequests, answers[^1]);
    }

    [Fact]
    public async Task A_key_that_was_told_is_kept_nowhere_for_who_asks_again()
    {
        using var ana = await demo.Host.SignInAsync(Ana);
        using var first = await ana.SendWithKeyAsync("/api/devices", JsonContent.Create(new { name = "Watch" }), "the-same-request");
        var password = (await first.Content.ReadFromJsonAsync<System.Text.Json.JsonElement>(TestContext.Current.CancellationToken)).Text(
            "password"
        );
        using var again = await ana.SendWithKeyAsync("/api/devices", JsonContent.Create(new { name = "Watch" }), "the-same-request");
        Assert.Equal(HttpStatusCode.Conflict, again.StatusCode);
        Assert.DoesNotContain(
            password,
            await again.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
        Assert.Single((await ana.GetAsync("/api/devices")).GetProperty("devices").EnumerateArray(), d => d.Text("name") == "Watch");
    }
}
