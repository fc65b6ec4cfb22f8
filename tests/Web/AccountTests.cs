using System.Globalization;
using System.Net;
using System.Security.Cryptography;
using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>Ways in: invited, set anew, closed, and with a second factor.</summary>
public sealed class AccountTests
{
    private const string Password = "long enough to keep";
    private const string Base32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    [Fact]
    public async Task Somebody_is_invited_sets_a_password_once_and_is_shut_out_and_let_in_again()
    {
        await using var host = await Host.StartAsync(demo: false);
        using var first = host.Open();
        await first.GetAsync("/api/session");
        await first.PostAsync(
            "/api/setup",
            new
            {
                name = "Hedda Lind",
                address = "hedda.lind@ebbline.example",
                zone = "Europe/Lisbon",
                password = Password,
            }
        );
        await first.GetAsync("/api/session");
        var id = (
            await first.DoAsync(
                "/api/people",
                new
                {
                    kind = "person",
                    inside = true,
                    keptFor = (string?)null,
                    said = new { name = "Ana Brandão", address = "ana@ebbline.example" },
                }
            )
        ).GetProperty("id").GetString()!;
        Assert.Equal("none", await StateAsync(first, id));
        var key = (await first.DoAsync($"/api/people/{id}/account/invitation", new { })).GetProperty("key").GetString()!;
        Assert.Equal("invited", await StateAsync(first, id));

        using var ana = host.Open();
        await ana.GetAsync("/api/session");
        Assert.Equal(HttpStatusCode.BadRequest, (await ana.PostAsync("/api/welcome", new { key, password = "short" })).StatusCode);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await ana.PostAsync("/api/welcome", new { key = key[..^4] + "aaaa", password = Password })).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await ana.PostAsync("/api/welcome", new { key = "nobody." + key.Split('.')[1], password = Password })).StatusCode
        );
        Assert.Equal(HttpStatusCode.NoContent, (await ana.PostAsync("/api/welcome", new { key, password = Password })).StatusCode);
        await ana.GetAsync("/api/session");
        Assert.Equal("ana@ebbline.example", (await ana.GetAsync("/api/account")).GetProperty("address").GetString());
        // The key has been used.
        Assert.Equal(HttpStatusCode.BadRequest, (await ana.PostAsync("/api/welcome", new { key, password = Password })).StatusCode);
        // Who is no administrator gives nobody a way in, nor closes their own by an administrator's hand.
        Assert.Equal(HttpStatusCode.Forbidden, (await ana.PostAsync($"/api/people/{id}/account/invitation", new { })).StatusCode);

        Assert.Equal(
            HttpStatusCode.NoContent,
            (await first.SendAsync(HttpMethod.Put, $"/api/people/{id}/account", Json(new { closed = true }))).StatusCode
        );
        Assert.Equal("closed", await StateAsync(first, id));
        using var again = host.Open();
        await again.GetAsync("/api/session");
        // That a way in is closed is told to who knows its password.
        Assert.Equal(
            HttpStatusCode.Unauthorized,
            (await again.PostAsync("/api/session", new { address = "ana@ebbline.example", password = "not the one it is" })).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await again.PostAsync("/api/session", new { address = "ana@ebbline.example", password = Password })).StatusCode
        );
        await first.SendAsync(HttpMethod.Put, $"/api/people/{id}/account", Json(new { closed = false }));
        Assert.Equal(
            HttpStatusCode.OK,
            (await again.PostAsync("/api/session", new { address = "ana@ebbline.example", password = Password })).StatusCode
        );

        // Another first address is what she signs in with from then on.
        var version = (await first.GetAsync($"/api/people/{id}")).GetProperty("version").GetInt32();
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await first.SendAsync(
                    HttpMethod.Put,
                    $"/api/people/{id}",
                    Json(new { version, said = new { address = "ana.brandao@ebbline.example" } })
                )
            ).StatusCode
        );
        using var renamed = host.Open();
        await renamed.GetAsync("/api/session");
        Assert.Equal(
            HttpStatusCode.Unauthorized,
            (await renamed.PostAsync("/api/session", new { address = "ana@ebbline.example", password = Password })).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (await renamed.PostAsync("/api/session", new { address = "ana.brandao@ebbline.example", password = Password })).StatusCode
        );

        var own = (await first.GetAsync("/api/index?text=hedda")).GetProperty("rows")[0].GetProperty("who").GetProperty("id").GetString();
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await first.SendAsync(HttpMethod.Put, $"/api/people/{own}/account", Json(new { closed = true }))).StatusCode
        );
        var history = await first.GetAsync($"/api/history?who={own}");
        Assert.NotEqual(JsonValueKind.Undefined, history.ValueKind);
        Assert.DoesNotContain(key.Split('.')[1], history.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_administrator_sees_who_can_sign_in_makes_another_and_signs_somebody_out_and_there_is_always_one()
    {
        await using var host = await Host.StartAsync(demo: false);
        using var first = host.Open();
        await first.GetAsync("/api/session");
        await first.PostAsync(
            "/api/setup",
            new
            {
                name = "Hedda Lind",
                address = "hedda.lind@ebbline.example",
                zone = "Europe/Lisbon",
                password = Password,
            }
        );
        await first.GetAsync("/api/session");
        var own = (await first.GetAsync("/api/index?text=hedda")).GetProperty("rows")[0].GetProperty("who").GetProperty("id").GetString();
        var id = (
            await first.DoAsync(
                "/api/people",
                new
                {
                    kind = "person",
                    inside = true,
                    keptFor = (string?)null,
                    said = new { name = "Ana Brandão", address = "ana@ebbline.example" },
                }
            )
        ).GetProperty("id").GetString()!;
        Assert.Equal(["Ana Brandão none False", "Hedda Lind open True"], await ListedAsync(first));
        Assert.Equal(
            HttpStatusCode.Conflict,
            (await first.SendAsync(HttpMethod.Put, $"/api/people/{own}/administrator", Json(new { isOne = false }))).StatusCode
        );

        var key = (await first.DoAsync($"/api/people/{id}/account/invitation", new { })).GetProperty("key").GetString()!;
        using var ana = host.Open();
        await ana.GetAsync("/api/session");
        await ana.PostAsync("/api/welcome", new { key, password = Password });
        await ana.GetAsync("/api/session");
        Assert.Equal(HttpStatusCode.Forbidden, (await ana.SendAsync(HttpMethod.Get, "/api/accounts")).StatusCode);
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await ana.SendAsync(HttpMethod.Put, $"/api/people/{id}/administrator", Json(new { isOne = true }))).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await first.SendAsync(HttpMethod.Put, $"/api/people/{id}/administrator", Json(new { isOne = true }))).StatusCode
        );
        Assert.Equal(["Ana Brandão open True", "Hedda Lind open True"], await ListedAsync(ana));
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await ana.SendAsync(HttpMethod.Put, $"/api/people/{own}/administrator", Json(new { isOne = false }))).StatusCode
        );
        Assert.Equal(HttpStatusCode.Forbidden, (await first.SendAsync(HttpMethod.Get, "/api/accounts")).StatusCode);
    }

    private static async Task<IReadOnlyList<string>> ListedAsync(Browser client) =>
        [
            .. (await client.GetAsync("/api/accounts"))
                .GetProperty("rows")
                .EnumerateArray()
                .Select(r =>
                    $"{r.GetProperty("who").GetProperty("name").GetString()} {r.GetProperty("state").GetString()} {r.GetProperty("administrator").GetBoolean()}"
                ),
        ];

    [Fact]
    public async Task With_an_authenticator_the_password_alone_lets_nobody_in()
    {
        await using var host = await Host.StartAsync(demo: false);
        using var first = host.Open();
        await first.GetAsync("/api/session");
        await first.PostAsync(
            "/api/setup",
            new
            {
                name = "Hedda Lind",
                address = "hedda.lind@ebbline.example",
                zone = "Europe/Lisbon",
                password = Password,
            }
        );
        await first.GetAsync("/api/session");
        var begun = await first.DoAsync("/api/account/authenticator", new { });
        var secret = begun.GetProperty("secret").GetString()!;
        Assert.True(begun.GetProperty("picture").GetArrayLength() > 20);
        await first.GetAsync("/api/session");
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await first.SendAsync(HttpMethod.Put, "/api/account/authenticator", Json(new { code = "000000" }))).StatusCode
        );
        var confirmed = await first.SendAsync(HttpMethod.Put, "/api/account/authenticator", Json(new { code = Code(secret) }));
        Assert.Equal(HttpStatusCode.OK, confirmed.StatusCode);
        var later = JsonDocument
            .Parse(await confirmed.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))
            .RootElement.GetProperty("codes")[0]
            .GetString()!;

        using var second = host.Open();
        await second.GetAsync("/api/session");
        Assert.True(
            (await second.DoAsync("/api/session", new { address = "hedda.lind@ebbline.example", password = Password }))
                .GetProperty("needsCode")
                .GetBoolean()
        );
        Assert.Equal(HttpStatusCode.Unauthorized, (await second.SendAsync(HttpMethod.Get, "/api/desk")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await second.PostAsync("/api/session/code", new { code = "123" })).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await second.PostAsync("/api/session/code", new { code = later })).StatusCode);
        await second.GetAsync("/api/session");
        Assert.Equal(
            (true, 7),
            await second.GetAsync("/api/account") is var own
                ? (own.GetProperty("secondFactor").GetBoolean(), own.GetProperty("codesLeft").GetInt32())
                : default
        );

        using var third = host.Open();
        await third.GetAsync("/api/session");
        await third.DoAsync("/api/session", new { address = "hedda.lind@ebbline.example", password = Password });
        // A code for later holds once.
        Assert.Equal(HttpStatusCode.Unauthorized, (await third.PostAsync("/api/session/code", new { code = later })).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await third.PostAsync("/api/session/code", new { code = Code(secret) })).StatusCode);
        await third.GetAsync("/api/session");
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await third.PostAsync("/api/account/authenticator/removal", new { password = "another" })).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await third.PostAsync("/api/account/authenticator/removal", new { password = Password })).StatusCode
        );
    }

    private static async Task<string> StateAsync(Browser browser, string id) =>
        (await browser.GetAsync($"/api/people/{id}/account")).GetProperty("state").GetString()!;

    private static HttpContent Json(object body) => System.Net.Http.Json.JsonContent.Create(body);

    /// <summary>The code of an authenticator at this moment (RFC 6238): six digits of HMAC-SHA-1 over the count of half minutes.</summary>
    private static string Code(string secret)
    {
        var bits = string.Concat(secret.Select(c => Convert.ToString(Base32.IndexOf(c, StringComparison.Ordinal), 2).PadLeft(5, '0')));
        var key = Enumerable.Range(0, bits.Length / 8).Select(i => Convert.ToByte(bits.Substring(i * 8, 8), 2)).ToArray();
        var count = BitConverter.GetBytes(DateTimeOffset.UtcNow.ToUnixTimeSeconds() / 30);
        Array.Reverse(count);
#pragma warning disable CA5350 // The standard says SHA-1.
        var hash = HMACSHA1.HashData(key, count);
#pragma warning restore CA5350
        var at = hash[^1] & 15;
        var number = (((hash[at] & 127) << 24) | (hash[at + 1] << 16) | (hash[at + 2] << 8) | hash[at + 3]) % 1_000_000;
        return number.ToString("000000", CultureInfo.InvariantCulture);
    }
}
