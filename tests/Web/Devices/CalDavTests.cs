using System.Net;
using System.Xml.Linq;

namespace Corlin.Web.Tests;

/// <summary>A calendar as a phone keeps it: found, read, changed, told what changed (RFC 4791, 5397, 6578, 6764).</summary>
public sealed class CalDavTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private static readonly XNamespace D = Phone.D;

    private static readonly XNamespace C = Phone.C;

    private static string New() => $"{Guid.NewGuid():N}@phone.example";

    [Fact]
    public async Task A_phone_finds_its_way_from_the_address_of_the_house_to_the_calendars()
    {
        using var noor = await Phone.AddAsync(demo.Host, Host.Noor);
        using var known = await noor.SendAsync("PROPFIND", "/.well-known/caldav", Phone.Properties("resourcetype"), ("Depth", "0"));
        Assert.Equal((HttpStatusCode.MovedPermanently, "/dav/"), (known.StatusCode, known.Headers.Location!.OriginalString));

        var principal = await noor.XmlAsync(
            "PROPFIND",
            $"/dav/people/{noor.Id}/",
            Phone.Properties("C:calendar-home-set", "C:calendar-user-address-set", "C:schedule-outbox-URL", "nothing-of-that"),
            "0"
        );
        Assert.Equal(noor.Home, principal.Descendants(C + "calendar-home-set").Single().Value);
        Assert.Equal("mailto:noor.haddad@ebbline.example", principal.Descendants(C + "calendar-user-address-set").Single().Value);
        Assert.Contains("404", principal.Descendants(D + "propstat").Last().Element(D + "status")!.Value, StringComparison.Ordinal);

        var home = await noor.XmlAsync(
            "PROPFIND",
            noor.Home,
            Phone.Properties("displayname", "resourcetype", "current-user-privilege-set", "sync-token")
        );
        var calendars = home.Elements(D + "response").Where(r => r.Descendants(C + "calendar").Any()).ToList();
        Assert.Equal("Noor Haddad", calendars[0].Descendants(D + "displayname").Single().Value);
        Assert.Contains("Maren Falk", calendars.Select(c => c.Descendants(D + "displayname").Single().Value));
        Assert.All(calendars, c => Assert.NotEmpty(c.Descendants(D + "sync-token").Single().Value));

        using var options = await noor.SendAsync("OPTIONS", await noor.CalendarAsync("Maren Falk"));
        Assert.Contains("calendar-access", options.Headers.GetValues("DAV").Single(), StringComparison.Ordinal);
        Assert.Contains("calendar-auto-schedule", options.Headers.GetValues("DAV").Single(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_laid_down_stands_on_the_screen_and_what_changes_there_is_told_to_the_phone()
    {
        using var phone = await Phone.AddAsync(demo.Host, "tome.vidal@ebbline.example");
        var calendar = await phone.CalendarAsync("Tomé Vidal");
        var token = (await phone.SyncAsync(calendar, "")).Token;
        var (uid, path) = (New(), $"{calendar}from%20a%20phone.ics");
        var said = Phone.Event(
            uid,
            "Dry run\\, part one",
            9,
            "X-KEPT:by the phone",
            "BEGIN:VALARM",
            "ACTION:DISPLAY",
            "TRIGGER:-PT10M",
            "END:VALARM"
        );
        Assert.Equal(201, await phone.StatusAsync("PUT", path, said, ("If-None-Match", "*")));
        Assert.Equal(412, await phone.StatusAsync("PUT", path, said, ("If-None-Match", "*")));
        Assert.Equal(204, await phone.StatusAsync("PUT", path, said));

        var (text, tag, schedule) = await phone.GetAsync(path);
        Assert.Contains("SUMMARY:Dry run\\, part one", text, StringComparison.Ordinal);
        Assert.Contains("X-KEPT:by the phone", text, StringComparison.Ordinal);
        Assert.Contains("TRIGGER:-PT10M", text, StringComparison.Ordinal);
        Assert.Null(schedule);
        Assert.Equal(tag, (await phone.GetAsync(path)).Tag);
        Assert.Equal(304, await phone.StatusAsync("GET", path, null, ("If-None-Match", tag)));

        var changes = await phone.SyncAsync(calendar, token);
        Assert.Equal([path], changes.There);
        Assert.Equal(changes.Token, (await phone.SyncAsync(calendar, changes.Token)).Token);

        var found = (await phone.Owner.GetAsync($"/api/find?text={Uri.EscapeDataString("Dry run, part one")}")).GetRawText();
        Assert.Contains("Dry run, part one", found, StringComparison.Ordinal);

        Assert.Equal(204, await phone.StatusAsync("PUT", path, Phone.Event(uid, "Dry run\\, part two", 10), ("If-Match", tag)));
        Assert.Equal(412, await phone.StatusAsync("PUT", path, Phone.Event(uid, "Too late", 11), ("If-Match", tag)));
        Assert.Equal(412, await phone.StatusAsync("DELETE", path, null, ("If-Match", tag)));
        Assert.Contains("T100000", (await phone.GetAsync(path)).Text, StringComparison.Ordinal);

        Assert.Equal(204, await phone.StatusAsync("DELETE", path));
        Assert.Equal(404, await phone.StatusAsync("GET", path));
        Assert.Equal(404, await phone.StatusAsync("DELETE", path));
        var after = await phone.SyncAsync(calendar, changes.Token);
        Assert.Empty(after.There);
        Assert.Equal([path], after.Gone);
        // A phone that had not come meanwhile hears of nothing but that it is gone.
        Assert.Equal([path], (await phone.SyncAsync(calendar, token)).Gone);

        // The same again comes back, under whatever name.
        Assert.Equal(201, await phone.StatusAsync("PUT", $"{calendar}again.ics", said));
        Assert.Equal([$"{calendar}again.ics"], (await phone.SyncAsync(calendar, after.Token)).There);
        Assert.Equal(
            (403, "no-uid-conflict"),
            (await phone.RefusedAsync("PUT", $"{calendar}third.ics", said)) is var (status, condition, _) ? (status, condition) : default
        );
    }

    [Fact]
    public async Task A_series_goes_there_and_back_with_its_changed_and_its_missing_occurrence()
    {
        using var phone = await Phone.AddAsync(demo.Host, "tome.vidal@ebbline.example");
        var calendar = await phone.CalendarAsync("Tomé Vidal");
        var uid = New();
        var series = Phone
            .Event(uid, "Tide tables", 8, "RRULE:FREQ=DAILY;COUNT=5", "EXDATE;TZID=Europe/Lisbon:20270314T080000")
            .Replace(
                "END:VCALENDAR",
                $"BEGIN:VEVENT\r\nUID:{uid}\r\nDTSTAMP:20270308T090000Z\r\nRECURRENCE-ID;TZID=Europe/Lisbon:20270313T080000\r\nDTSTART;TZID=Europe/Lisbon:20270313T110000\r\nDTEND;TZID=Europe/Lisbon:20270313T120000\r\nSUMMARY:Tide tables\\, late\r\nEND:VEVENT\r\nEND:VCALENDAR",
                StringComparison.Ordinal
            );
        Assert.Equal(201, await phone.StatusAsync("PUT", $"{calendar}{uid}.ics", series));
        var query = """
            <C:calendar-query xmlns:D='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'>
            <D:prop><C:calendar-data><C:expand start='20270312T000000Z' end='20270320T000000Z'/></C:calendar-data></D:prop>
            <C:filter><C:comp-filter name='VCALENDAR'><C:comp-filter name='VEVENT'>
            <C:time-range start='20270313T000000Z' end='20270314T000000Z'/>
            <C:prop-filter name='UID'><C:text-match collation='i;octet'>UID-HERE</C:text-match></C:prop-filter>
            </C:comp-filter></C:comp-filter></C:filter></C:calendar-query>
            """.Replace("UID-HERE", uid, StringComparison.Ordinal);
        var found = await phone.XmlAsync("REPORT", calendar, query);
        var expanded = Ical.Net.Calendar.Load(found.Descendants(C + "calendar-data").Single().Value)!;
        Assert.Equal(
            ["20270312T080000Z", "20270313T110000Z", "20270315T080000Z", "20270316T080000Z"],
            expanded
                .Events.Select(e => e.Start!.AsUtc.ToString("yyyyMMdd'T'HHmmss'Z'", System.Globalization.CultureInfo.InvariantCulture))
                .Order()
        );
        Assert.All(expanded.Events, e => Assert.Null(e.RecurrenceRule));
        // On a day on which nothing of it takes place it is not found.
        var other = query
            .Replace("20270313T000000Z", "20270314T000000Z", StringComparison.Ordinal)
            .Replace("end='20270314T", "end='20270315T", StringComparison.Ordinal);
        Assert.Empty((await phone.XmlAsync("REPORT", calendar, other)).Elements(D + "response"));
    }

    [Fact]
    public async Task Objects_are_named_found_and_missed_together()
    {
        using var phone = await Phone.AddAsync(demo.Host, Host.Noor);
        var calendar = await phone.CalendarAsync("Maren Falk");
        var all = await phone.AllAsync(calendar);
        var hrefs = all.Keys.Take(3).Append($"{calendar}nothing.ics").Append("/dav/calendars/other/x/y.ics").ToList();
        var answer = await phone.XmlAsync(
            "REPORT",
            calendar,
            $"<C:calendar-multiget xmlns:D='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><D:prop><D:getetag/><C:calendar-data/></D:prop>{string.Concat(hrefs.Select(h => $"<D:href>{h}</D:href>"))}</C:calendar-multiget>"
        );
        var told = answer
            .Elements(D + "response")
            .ToLookup(r => r.Element(D + "status")?.Value.Contains("404", StringComparison.Ordinal) == true);
        Assert.Equal(hrefs.Take(3).Order(), told[false].Select(r => r.Element(D + "href")!.Value).Order());
        Assert.Equal(2, told[true].Count());
        // Each is what it is when it is got alone, and known by the same tag.
        foreach (var one in told[false])
            Assert.Equal((await phone.GetAsync(one.Element(D + "href")!.Value)).Tag, one.Descendants(D + "getetag").Single().Value);
    }

    [Fact]
    public async Task Taken_time_is_told_without_what_takes_it()
    {
        using var noor = await Phone.AddAsync(demo.Host, Host.Noor);
        var calendar = await noor.CalendarAsync("Maren Falk");
        using var answer = await noor.SendAsync(
            "REPORT",
            calendar,
            "<C:free-busy-query xmlns:C='urn:ietf:params:xml:ns:caldav'><C:time-range start='20270308T000000Z' end='20270309T000000Z'/></C:free-busy-query>",
            ("Depth", "1")
        );
        var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        Assert.Contains("FREEBUSY;FBTYPE=BUSY:20270308T090000Z/20270308T100000Z", text, StringComparison.Ordinal);
        Assert.DoesNotContain("Tide lease", text, StringComparison.Ordinal);

        var asked =
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nMETHOD:REQUEST\r\nBEGIN:VFREEBUSY\r\nUID:asked\r\nDTSTAMP:20270308T090000Z\r\nDTSTART:20270308T000000Z\r\nDTEND:20270309T000000Z\r\nORGANIZER:mailto:noor.haddad@ebbline.example\r\nATTENDEE:mailto:maren.falk@ebbline.example\r\nATTENDEE:mailto:nobody@elsewhere.example\r\nEND:VFREEBUSY\r\nEND:VCALENDAR\r\n";
        using var posted = await noor.SendAsync("POST", $"{noor.Home}outbox/", asked);
        var responses = XElement
            .Parse(await posted.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))
            .Elements(C + "response")
            .ToList();
        Assert.StartsWith("2.0", responses[0].Element(C + "request-status")!.Value, StringComparison.Ordinal);
        Assert.Contains("UID:asked", responses[0].Element(C + "calendar-data")!.Value, StringComparison.Ordinal);
        Assert.StartsWith("3.7", responses[1].Element(C + "request-status")!.Value, StringComparison.Ordinal);
        Assert.Equal(
            "organizer-allowed",
            (
                await noor.RefusedAsync(
                    "POST",
                    $"{noor.Home}outbox/",
                    asked.Replace("ORGANIZER:mailto:noor.haddad", "ORGANIZER:mailto:maren.falk", StringComparison.Ordinal)
                )
            ).Condition
        );
    }

    [Theory]
    [InlineData("", "valid-calendar-data")]
    [InlineData("no calendar at all", "valid-calendar-data")]
    [InlineData(
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VTODO\r\nUID:t\r\nSUMMARY:A task\r\nEND:VTODO\r\nEND:VCALENDAR\r\n",
        "supported-calendar-component"
    )]
    [InlineData(
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nMETHOD:REQUEST\r\nBEGIN:VEVENT\r\nUID:m\r\nDTSTART:20270312T090000Z\r\nSUMMARY:A message\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
        "valid-calendar-object-resource"
    )]
    [InlineData(
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20270312T090000Z\r\nSUMMARY:One\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:b\r\nDTSTART:20270312T090000Z\r\nSUMMARY:Two\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
        "valid-calendar-object-resource"
    )]
    [InlineData(
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:s\r\nSUMMARY:No start\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
        "valid-calendar-data"
    )]
    public async Task What_is_no_event_is_refused_with_what_is_wrong_with_it(string body, string condition)
    {
        using var phone = await Phone.AddAsync(demo.Host, "ana.brandao@ebbline.example");
        var calendar = await phone.CalendarAsync("Ana Brandão");
        var (status, said, reason) = await phone.RefusedAsync("PUT", $"{calendar}wrong.ics", body);
        Assert.Equal((403, condition), (status, said));
        Assert.False(string.IsNullOrWhiteSpace(reason));
        Assert.Equal(404, await phone.StatusAsync("GET", $"{calendar}wrong.ics"));
    }

    [Fact]
    public async Task A_sign_that_no_XML_can_say_spoils_no_answer()
    {
        using var phone = await Phone.AddAsync(demo.Host, "ana.brandao@ebbline.example");
        var calendar = await phone.CalendarAsync("Ana Brandão");
        Assert.Equal(
            "valid-calendar-data",
            (await phone.RefusedAsync("PUT", $"{calendar}bell.ics", Phone.Event(New(), "Bell\u0007", 5))).Condition
        );
        Assert.Equal(201, await phone.StatusAsync("PUT", $"{calendar}bell.ics", Phone.Event(New(), "Bell\uFFFE and \U0001F514", 5)));
        var told = (await phone.AllAsync(calendar)).Single(o => o.Value.Contains("Bell", StringComparison.Ordinal)).Value;
        Assert.Contains("Bell and \U0001F514", told, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_may_add_and_may_not_know_lays_their_own_beside_what_is_there()
    {
        using var tome = await Phone.AddAsync(demo.Host, "tome.vidal@ebbline.example");
        using var ana = await Phone.AddAsync(demo.Host, "ana.brandao@ebbline.example");
        await tome.Owner.WithdrawAllAsync(tome.Id, ana.Id);
        await tome.Owner.GrantAsync(tome.Id, ana.Id, Access.Terms("headlines", "add", isPrivate: false));
        var (his, hers) = (await tome.CalendarAsync("Tomé Vidal"), await ana.CalendarAsync("Tomé Vidal"));
        var uid = New();
        Assert.Equal(201, await tome.StatusAsync("PUT", $"{his}hidden.ics", Phone.Event(uid, "Hidden from her", 5, "CLASS:PRIVATE")));
        // Neither its name nor its UID tells that it is there.
        foreach (var title in new[] { "Her own", "Her own again" })
        {
            Assert.InRange(await ana.StatusAsync("PUT", $"{hers}mine.ics", Phone.Event(uid, title, 6)), 201, 204);
            Assert.Contains($"SUMMARY:{title}", (await ana.GetAsync($"{hers}mine.ics")).Text, StringComparison.Ordinal);
        }

        Assert.Equal(204, await ana.StatusAsync("DELETE", $"{hers}mine.ics"));
        Assert.Equal(201, await ana.StatusAsync("PUT", $"{hers}mine.ics", Phone.Event(uid, "Her own, back", 6)));
        Assert.Contains("SUMMARY:Hidden from her", (await tome.GetAsync($"{his}hidden.ics")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Bombs_depths_and_heaps_are_answered_and_not_carried_out()
    {
        using var phone = await Phone.AddAsync(demo.Host, "ana.brandao@ebbline.example");
        var calendar = await phone.CalendarAsync("Ana Brandão");
        Assert.Equal(
            (403, "propfind-finite-depth"),
            await phone.RefusedAsync("PROPFIND", calendar, Phone.Properties("getetag"), ("Depth", "infinity")) is var (s, c, _)
                ? (s, c)
                : default
        );
        const string Bomb =
            "<!DOCTYPE x [<!ENTITY a 'aaaaaaaaaa'><!ENTITY b '&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;'>]><D:propfind xmlns:D='DAV:'><D:prop><D:displayname>&b;</D:displayname></D:prop></D:propfind>";
        const string External =
            "<!DOCTYPE x [<!ENTITY f SYSTEM 'file:///etc/hostname'>]><D:propfind xmlns:D='DAV:'><D:prop><D:displayname>&f;</D:displayname></D:prop></D:propfind>";
        var deep = string.Concat(Enumerable.Repeat("<a>", 200)) + string.Concat(Enumerable.Repeat("</a>", 200));
        foreach (var body in new[] { Bomb, External, deep, "<", "<D:propfind xmlns:D='DAV:'>" })
            Assert.Equal(400, await phone.StatusAsync("PROPFIND", calendar, body, ("Depth", "0")));
        Assert.Equal(413, await phone.StatusAsync("PUT", $"{calendar}huge.ics", Phone.Event(New(), new string('x', 3_000_000), 9)));
        Assert.Equal(
            413,
            await phone.StatusAsync(
                "REPORT",
                calendar,
                "<!--" + new string('x', 5_000_000) + "-->",
                ("Depth", "1"),
                ("Expect", "100-continue")
            )
        );
        foreach (var (token, _) in new[] { ("data:,1-0123456789ab", 0), ("data:,99999999-x", 0), ("of-another-house", 0), ("data:,-", 0) })
            Assert.Equal("valid-sync-token", (await phone.RefusedAsync("REPORT", calendar, Phone.Sync(token))).Condition);
        foreach (var method in new[] { "MKCALENDAR", "MKCOL", "DELETE", "MOVE", "COPY" })
            Assert.Equal(403, await phone.StatusAsync(method, calendar));
        Assert.Equal(405, await phone.StatusAsync("PUT", calendar, Phone.Event(New(), "On the calendar itself", 9)));
        Assert.Equal("supported-report", (await phone.RefusedAsync("REPORT", calendar, "<D:expand-property xmlns:D='DAV:'/>")).Condition);
        // Nothing that a phone sets of a calendar is kept, and it is told so.
        var patched = await phone.XmlAsync(
            "PROPPATCH",
            calendar,
            "<D:propertyupdate xmlns:D='DAV:'><D:set><D:prop><D:displayname>Mine</D:displayname></D:prop></D:set></D:propertyupdate>",
            "0"
        );
        Assert.Contains("403", patched.Descendants(D + "status").Single().Value, StringComparison.Ordinal);
    }
}
