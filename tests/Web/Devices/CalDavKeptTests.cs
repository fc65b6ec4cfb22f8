namespace Corlin.Web.Tests;

/// <summary>What a device was not told, or does not say, stands as it did.</summary>
public sealed class CalDavKeptTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private const string Tome = "tome.vidal@ebbline.example";

    private const string Ana = "ana.brandao@ebbline.example";

    private async Task<(Phone His, string Lane, Phone Hers, string Granted)> BothAsync(string sight, string acting)
    {
        var (his, hers) = (await Phone.AddAsync(demo.Host, Tome), await Phone.AddAsync(demo.Host, Ana));
        await his.Owner.WithdrawAllAsync(his.Id, hers.Id);
        await his.Owner.GrantAsync(his.Id, hers.Id, Access.Terms(sight, acting, isPrivate: false));
        return (his, await his.CalendarAsync("Tomé Vidal"), hers, await hers.CalendarAsync("Tomé Vidal"));
    }

    [Fact]
    public async Task Who_sees_headlines_and_changes_them_takes_nothing_away_that_they_do_not_see()
    {
        var (his, lane, hers, granted) = await BothAsync("headlines", "change");
        using var first = his;
        using var second = hers;
        var said = Phone.Event(
            "headline@phone.example",
            "Slipway",
            6,
            "LOCATION:Yard",
            "DESCRIPTION:What only he reads",
            "URL:https://ebbline.example/slip",
            "X-KEPT:1"
        );
        Assert.Equal(201, await his.StatusAsync("PUT", $"{lane}slipway.ics", said));
        var told = await hers.WithAsync(granted, "Slipway");
        var text = (await hers.GetAsync(told)).Text;
        Assert.DoesNotContain("What only he reads", text, StringComparison.Ordinal);
        Assert.Equal(
            204,
            await hers.StatusAsync(
                "PUT",
                told,
                text.Replace("SUMMARY:Slipway", "SUMMARY:Slipway two", StringComparison.Ordinal)
                    .Replace("T060000", "T050000", StringComparison.Ordinal)
            )
        );
        var after = (await his.GetAsync($"{lane}slipway.ics")).Text;
        foreach (
            var part in new[]
            {
                "SUMMARY:Slipway two",
                "T050000",
                "DESCRIPTION:What only he reads",
                "URL:https://ebbline.example/slip",
                "X-KEPT:1",
                "LOCATION:Yard",
            }
        )
            Assert.Contains(part, after, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Of_a_series_with_one_private_occurrence_each_time_stands_by_itself_and_none_is_put_back()
    {
        var (his, lane, hers, granted) = await BothAsync("everything", "change");
        using var first = his;
        using var second = hers;
        const string Uid = "private-one@phone.example";
        var said = Phone
            .Event(Uid, "Dock round", 6, "RRULE:FREQ=DAILY;COUNT=4")
            .Replace(
                "END:VCALENDAR",
                $"BEGIN:VEVENT\r\nUID:{Uid}\r\nDTSTAMP:20270308T090000Z\r\nRECURRENCE-ID;TZID=Europe/Lisbon:20270313T060000\r\nDTSTART;TZID=Europe/Lisbon:20270313T060000\r\nDTEND;TZID=Europe/Lisbon:20270313T070000\r\nSUMMARY:Known to him\r\nLOCATION:His place\r\nCLASS:PRIVATE\r\nEND:VEVENT\r\nEND:VCALENDAR",
                StringComparison.Ordinal
            );
        Assert.Equal(201, await his.StatusAsync("PUT", $"{lane}dock.ics", said));
        var told = (await hers.AllAsync(granted))
            .Where(o => o.Value.Contains("20270313", StringComparison.Ordinal) || o.Value.Contains("Dock round", StringComparison.Ordinal))
            .ToList();
        Assert.DoesNotContain(told, o =>
            o.Value.Contains("Known to him", StringComparison.Ordinal) || o.Value.Contains("His place", StringComparison.Ordinal)
        );
        var rounds = told.Where(o => o.Value.Contains("SUMMARY:Dock round", StringComparison.Ordinal)).ToList();
        Assert.Equal(3, rounds.Count);
        Assert.Single(told, o =>
            o.Value.Contains("SUMMARY:Private", StringComparison.Ordinal) && o.Value.Contains("20270313T060000", StringComparison.Ordinal)
        );
        foreach (var (path, text) in rounds)
            Assert.Equal(
                403,
                await hers.StatusAsync(
                    "PUT",
                    path,
                    text.Replace("Dock round", "Dock rounds", StringComparison.Ordinal).Replace("\n", "\r\n", StringComparison.Ordinal)
                )
            );
        var after = (await his.GetAsync($"{lane}dock.ics")).Text;
        foreach (var part in new[] { "SUMMARY:Dock round", "SUMMARY:Known to him", "LOCATION:His place", "CLASS:PRIVATE" })
            Assert.Contains(part, after, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("noor.haddad@ebbline.example")]
    [InlineData("maren.falk@ebbline.example")]
    [InlineData("ines.quadros@ebbline.example")]
    public async Task Whatever_is_put_back_as_it_was_read_changes_nothing(string address)
    {
        using var phone = await Phone.AddAsync(demo.Host, address);
        var home = await phone.XmlAsync("PROPFIND", phone.Home, Phone.Properties("displayname", "resourcetype"));
        var calendars = home.Elements(Phone.D + "response")
            .Where(r => r.Descendants(Phone.C + "calendar").Any())
            .Select(r => r.Element(Phone.D + "href")!.Value)
            .ToList();
        var wrong = new List<string>();
        var tried = 0;
        foreach (var calendar in calendars)
        {
            var token = (await phone.SyncAsync(calendar, "")).Token;
            foreach (var path in (await phone.AllAsync(calendar)).Keys)
            {
                tried++;
                using var got = await phone.SendAsync("GET", path);
                var text = await got.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
                var status = await phone.StatusAsync("PUT", path, text);
                // Taken time, absences and holds are changed by no device, and what is only looked at by none of theirs.
                if (status is not (204 or 403) || (await phone.GetAsync(path)).Tag != got.Headers.ETag!.ToString())
                    wrong.Add($"{status} {path} {text}");
            }

            if ((await phone.SyncAsync(calendar, token)).Token != token)
                wrong.Add($"{calendar} changed");
        }

        Assert.True(tried > 10);
        Assert.True(wrong.Count == 0, string.Join("\n\n", wrong.Take(5)));
    }

    [Fact]
    public async Task A_category_of_the_lane_goes_out_and_comes_back_without_a_change()
    {
        using var phone = await Phone.AddAsync(demo.Host, Tome);
        var lane = await phone.CalendarAsync("Tomé Vidal");
        var entry = (
            await phone.Owner.DoAsync(
                "/api/appointments",
                new
                {
                    inNameOf = phone.Id,
                    title = "With a category",
                    time = Access.At("2027-03-12T05:00"),
                    place = (string?)null,
                    takes = "firm",
                    @private = false,
                    repeats = (string?)null,
                    category = "Moorings",
                }
            )
        ).Text("entry");
        var path = $"{lane}{entry}.ics";
        var (text, tag, _) = await phone.GetAsync(path);
        Assert.Contains("CATEGORIES:Moorings", text, StringComparison.Ordinal);
        var done = (await phone.Owner.GetAsync($"/api/history?who={phone.Id}&entry={entry}")).GetProperty("rows").GetArrayLength();
        Assert.Equal(204, await phone.StatusAsync("PUT", path, text));
        Assert.Equal(tag, (await phone.GetAsync(path)).Tag);
        Assert.Equal(204, await phone.StatusAsync("PUT", path, text.Replace("\r\nCATEGORIES:Moorings", "", StringComparison.Ordinal)));
        Assert.Equal(done, (await phone.Owner.GetAsync($"/api/history?who={phone.Id}&entry={entry}")).GetProperty("rows").GetArrayLength());
        Assert.Equal(204, await phone.StatusAsync("PUT", path, text.Replace("With a category", "Renamed", StringComparison.Ordinal)));
        Assert.Contains("CATEGORIES:Moorings", (await phone.GetAsync(path)).Text, StringComparison.Ordinal);
    }
}
