using System.Net;
using System.Net.Http.Json;

namespace Corlin.Web.Tests;

/// <summary>
/// What a client says of itself is not believed: forged tokens, rights that have ended, fields that are not asked for, ids that were
/// guessed.
/// </summary>
public sealed class TrustTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private const string Title = "Rotor inspection";

    [Fact]
    public async Task The_token_of_another_session_is_none()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        foreach (var token in new[] { await ana.ForgeryAsync(), "", "AAAA" })
        {
            var response = await noor.SendAsync(HttpMethod.Put, "/api/settings/as-list", JsonContent.Create(new { value = true }), token);
            Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        }
    }

    [Fact]
    public async Task A_grant_that_ends_while_a_session_goes_on_tells_nothing_from_then_on()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var (owner, viewer) = (await noor.PersonAsync("Desmond Oyelaran"), await noor.PersonAsync("Ana Brandão"));
        await noor.GrantAsync(owner, viewer, Access.Terms("everything", "change", false, until: "2027-03-08"));
        var lane = $"/api/lanes?who={owner}&view=day&from=2027-03-08";
        Assert.Contains(Title, (await ana.GetAsync(lane)).ToString(), StringComparison.Ordinal);
        var added = await ana.DoAsync("/api/appointments", Access.Appointment(owner, "mine", "2027-03-12T10:00"));

        // To the first moment of the next day in Halifax.
        await noor.DoAsync("/api/demo/advance", new { seconds = 19 * 3600 });
        Assert.DoesNotContain(Title, (await ana.GetAsync(lane)).ToString(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Forbidden, (await ana.SendAsync(HttpMethod.Get, $"/api/history?who={owner}")).StatusCode);
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await ana.PostAsync("/api/appointments", Access.Appointment(owner, "mine", "2027-03-12T11:00"))).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await ana.PostAsync("/api/changes/undo", new { changes = new[] { added.GetProperty("change").GetInt64() } })).StatusCode
        );
    }

    [Fact]
    public async Task Fields_that_are_not_asked_for_change_nothing()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var (self, other) = (await ana.PersonAsync("Ana Brandão"), await ana.PersonAsync("Maren Falk"));
        await ana.PostAsync(
            "/api/appointments",
            new
            {
                inNameOf = self,
                title = "smuggled",
                time = Access.At("2027-03-11T10:00"),
                place = (string?)null,
                takes = "firm",
                @private = false,
                repeats = (string?)null,
                owner = other,
                ownerId = 1,
                madeBy = other,
                home = 1,
                calendarId = 1,
                status = "cancelled",
            }
        );
        foreach (var browser in new[] { noor, ana })
            Assert.DoesNotContain(
                "smuggled",
                (await browser.GetAsync($"/api/lanes?who={other}&view=day&from=2027-03-11")).ToString(),
                StringComparison.Ordinal
            );

        var version = (await noor.GetAsync($"/api/people/{self}")).GetProperty("version").GetInt32();
        await noor.SendAsync(
            HttpMethod.Put,
            $"/api/people/{self}",
            JsonContent.Create(
                new
                {
                    version,
                    administrator = true,
                    said = new
                    {
                        post = "grid",
                        administrator = true,
                        inside = false,
                        kind = "group",
                    },
                }
            )
        );
        Assert.False((await ana.GetAsync("/api/access")).GetProperty("mayChangeCeilings").GetBoolean());
        Assert.True((await noor.GetAsync($"/api/people/{self}")).GetProperty("who").GetProperty("inside").GetBoolean());
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (
                await ana.SendAsync(
                    HttpMethod.Put,
                    "/api/access/ceilings/inside",
                    EndpointLines.Content(
                        new
                        {
                            sight = "everything",
                            acting = "look",
                            @private = true,
                        }
                    )
                )
            ).StatusCode
        );
    }

    [Theory]
    [InlineData("/api/entries/{0}?lane={1}")]
    [InlineData("/api/people/{0}")]
    [InlineData("/api/calendars/{0}/file")]
    [InlineData("/api/history?who={0}")]
    [InlineData("/api/access/grants?who={1}&owner={0}")]
    [InlineData("/api/access/as-seen?who={1}&owner={0}")]
    [InlineData("/api/handovers/999999?x={0}")]
    public async Task A_guessed_id_finds_nothing(string path)
    {
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var self = await ana.PersonAsync("Ana Brandão");
        var response = await ana.SendAsync(HttpMethod.Get, string.Format(null, path, new string('0', 32), self));
        Assert.True(response.StatusCode is HttpStatusCode.NotFound or HttpStatusCode.BadRequest, $"{response.StatusCode}");
    }
}
