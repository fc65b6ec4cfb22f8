using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using MimeKit;

namespace Corlin.Web.Tests;

/// <summary>
/// One meeting from its sending to its cancellation: after each step what lies in every mailbox, and what stands on every lane.
/// </summary>
public sealed class LongRunTests : IAsyncLifetime
{
    private const string Rosa = "rosa.teixeira@porto-norte.example";

    private Host host = null!;
    private Browser noor = null!;

    /// <summary>Everyone whose lane is looked at: the organiser, the members of the group, the room.</summary>
    private Dictionary<string, string> lanes = [];

    public async ValueTask InitializeAsync()
    {
        host = await Host.StartAsync(demo: true);
        noor = await host.SignInAsync(Host.Noor);
    }

    public async ValueTask DisposeAsync()
    {
        noor.Dispose();
        await host.DisposeAsync();
    }

    [Fact]
    public async Task A_series_with_a_group_a_room_an_outsider_and_papers_is_sent_changed_once_left_by_one_and_cancelled()
    {
        var (maren, group, room) = (
            await noor.PersonAsync("Maren Falk"),
            await noor.PersonAsync("Finance round"),
            await noor.PersonAsync("Gannet")
        );
        var members = (await noor.GetAsync($"/api/people/{group}"))
            .GetProperty("members")
            .EnumerateArray()
            .Select(m => m.GetProperty("who"))
            .ToDictionary(w => Text(w, "name"), w => Text(w, "id"));
        lanes = members
            .Append(new("Maren Falk", maren))
            .Append(new("Gannet", room))
            .DistinctBy(l => l.Key)
            .ToDictionary(l => l.Key, l => l.Value);
        Assert.All(await StandAsync(), lane => Assert.Empty(lane.Value));

        var draft = Text(await noor.DoAsync("/api/drafts", new { version = 0, parts = "{}" }), "id");
        var paper = new ByteArrayContent("%PDF-1.7 plan"u8.ToArray())
        {
            Headers = { ContentType = new MediaTypeHeaderValue("application/octet-stream") },
        };
        Assert.True((await noor.PostContentAsync($"/api/drafts/{draft}/papers?name=Plan.pdf", paper)).IsSuccessStatusCode);
        var lies = (await noor.GetAsync("/api/drafts")).EnumerateArray().Single(d => Text(d, "id") == draft).GetProperty("papers")[0];
        await SendAsync($"/api/drafts/{draft}/papers/{Text(lies, "id")}", new { goesOut = true });
        var made = await noor.DoAsync(
            "/api/meetings",
            new
            {
                inNameOf = maren,
                title = "Quay accounts",
                required = new[] { group, room, Rosa },
                optional = Array.Empty<string>(),
                start = "2027-03-16T19:00",
                zone = "Europe/Lisbon",
                minutes = 30,
                place = "Gannet",
                video = true,
                agenda = "<p>Fees</p>",
                line = "Please bring last year.",
                @private = false,
                repeats = "every week, 4 times",
                draft,
            }
        );
        var id = Text(made, "entry");
        // Nothing leaves within the time of undo, and the lanes have it at once.
        Assert.Empty(await MailAsync());
        await EveryoneHasAsync("16 19:00", "23 19:00", "30 19:00", "6 19:00");

        await LaterAsync();
        var invitation = Assert.Single(await MailAsync());
        Assert.Equal((Rosa, "Invitation: Quay accounts", "REQUEST"), (To(invitation), invitation.Subject, Method(invitation)));
        Assert.Equal("Plan.pdf", Assert.IsType<MimePart>(Assert.Single(invitation.Attachments)).FileName);
        Assert.Contains("RRULE:FREQ=WEEKLY", Calendar(invitation), StringComparison.Ordinal);

        await noor.DoAsync(
            $"/api/entries/{id}/change",
            new
            {
                occurrence = "2027-03-23T19:00:00",
                reach = "thisOne",
                becomes = new { time = Time("2027-03-24T19:30") },
                was = new { time = Time("2027-03-23T19:00") },
            }
        );
        await LaterAsync();
        var moved = Assert.Single(await MailAsync());
        Assert.Equal((Rosa, "Moved: Quay accounts", "REQUEST"), (To(moved), moved.Subject, Method(moved)));
        Assert.Contains("RECURRENCE-ID", Calendar(moved), StringComparison.Ordinal);
        Assert.DoesNotContain("RRULE", Calendar(moved), StringComparison.Ordinal);
        await EveryoneHasAsync("16 19:00", "24 19:30", "30 19:00", "6 19:00");

        var (gone, goneId) = members.First(m => m.Key != "Maren Falk");
        var nothing = new { };
        await noor.DoAsync(
            $"/api/entries/{id}/change",
            new
            {
                occurrence = "2027-03-16T19:00:00",
                reach = "all",
                becomes = nothing,
                was = nothing,
                asking = new
                {
                    required = Array.Empty<string>(),
                    optional = Array.Empty<string>(),
                    removed = new[] { goneId },
                },
            }
        );
        await LaterAsync();
        // To those who stay it makes no difference: nothing is written to anybody outside.
        Assert.Empty(await MailAsync());
        Assert.Empty((await StandAsync())[gone]);
        lanes.Remove(gone);
        await EveryoneHasAsync("16 19:00", "24 19:30", "30 19:00", "6 19:00");

        await noor.DoAsync(
            $"/api/entries/{id}/cancel",
            new
            {
                occurrence = "2027-03-16T19:00:00",
                reach = "all",
                note = "The accounts are not closed.",
            }
        );
        await LaterAsync();
        var cancelled = Assert.Single(await MailAsync());
        Assert.Equal((Rosa, "Cancelled: Quay accounts", "CANCEL"), (To(cancelled), cancelled.Subject, Method(cancelled)));
        Assert.Contains("The accounts are not closed.", Calendar(cancelled), StringComparison.Ordinal);
        Assert.All(await StandAsync(), lane => Assert.Empty(lane.Value));

        // Who was asked is told with the reason, wherever they sign in; who was taken out before is not told again.
        using var ana = await host.SignInAsync("ana.brandao@ebbline.example");
        var told = (await ana.GetAsync("/api/desk"))
            .GetProperty("told")
            .EnumerateArray()
            .Where(t => Text(t, "words").Contains("Quay accounts", StringComparison.Ordinal))
            .Select(t => (Text(t, "verb"), t.GetProperty("note").GetString()))
            .ToList();
        Assert.Equal(gone == "Ana Brandão" ? "Without" : "Cancelled", told[0].Item1);
        if (gone != "Ana Brandão")
            Assert.Equal("The accounts are not closed.", told[0].Item2);
        var kept = (await noor.GetAsync($"/api/mails?of={maren}&text=quay%20accounts"))
            .GetProperty("mails")
            .EnumerateArray()
            .Select(m => Text(m, "subject"))
            .ToList();
        Assert.Equal(
            ["Cancelled: Quay accounts", "Moved: Quay accounts", "Invitation: Quay accounts"],
            kept.Where(k =>
                !k.StartsWith("Re:", StringComparison.Ordinal)
                && k.EndsWith("Quay accounts", StringComparison.Ordinal)
                && k != "Quay accounts"
            )
        );
    }

    private static object Time(string start) =>
        new
        {
            start,
            zone = "Europe/Lisbon",
            minutes = 30,
            allDay = false,
            endZone = (string?)null,
        };

    private async Task SendAsync(string path, object body) =>
        Assert.True((await noor.SendAsync(HttpMethod.Put, path, JsonContent.Create(body))).IsSuccessStatusCode);

    private async Task LaterAsync() => await noor.DoAsync("/api/demo/advance", new { seconds = 11 });

    private readonly HashSet<string> read = [];

    /// <summary>What went out since the last look, to anybody.</summary>
    private async Task<IReadOnlyList<MimeMessage>> MailAsync()
    {
        var sent = Path.Combine(host.Simulation, "sent");
        var found = new List<MimeMessage>();
        foreach (var file in Directory.Exists(sent) ? Directory.GetFiles(sent, "*.eml") : [])
            if (read.Add(file))
                found.Add(await MimeMessage.LoadAsync(file, TestContext.Current.CancellationToken));
        return found;
    }

    private static string To(MimeMessage mail) => mail.To.Mailboxes.Single().Address;

    private static TextPart Part(MimeMessage mail) =>
        mail.BodyParts.OfType<TextPart>().Single(p => p.ContentType.IsMimeType("text", "calendar"));

    private static string Method(MimeMessage mail) => Part(mail).ContentType.Parameters["method"] ?? "";

    private static string Calendar(MimeMessage mail) => Part(mail).Text.Replace("\r\n ", "", StringComparison.Ordinal);

    private async Task EveryoneHasAsync(params string[] starts) => Assert.All(await StandAsync(), lane => Assert.Equal(starts, lane.Value));

    /// <summary>
    /// What begins after 18:59 by the clock of Lisbon on each lane within the four weeks, by day and hour; nobody has anything else so
    /// late.
    /// </summary>
    private async Task<Dictionary<string, List<string>>> StandAsync()
    {
        var lisbon = TimeZoneInfo.FindSystemTimeZoneById("Europe/Lisbon");
        var stand = lanes.Keys.ToDictionary(l => l, _ => new List<string>());
        foreach (var monday in new[] { "2027-03-15", "2027-03-22", "2027-03-29", "2027-04-05" })
        {
            var week = await noor.GetAsync(
                $"/api/lanes?{string.Join("&", lanes.Values.Select(l => $"who={l}"))}&view=working-days&from={monday}"
            );
            foreach (var lane in week.GetProperty("days").EnumerateArray().SelectMany(d => d.GetProperty("lanes").EnumerateArray()))
            {
                var name = Text(lane.GetProperty("who"), "name");
                foreach (var entry in lane.GetProperty("entries").EnumerateArray())
                {
                    var start = TimeZoneInfo.ConvertTime(
                        DateTimeOffset.FromUnixTimeMilliseconds(entry.GetProperty("start").GetInt64()),
                        lisbon
                    );
                    if (start.TimeOfDay >= TimeSpan.FromHours(19))
                        stand[name].Add(start.ToString("d HH:mm", System.Globalization.CultureInfo.InvariantCulture));
                }
            }
        }

        return stand;
    }

    private static string Text(JsonElement element, string name) => element.GetProperty(name).GetString()!;
}
