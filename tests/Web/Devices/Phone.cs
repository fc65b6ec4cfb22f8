using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using System.Xml.Linq;

namespace Corlin.Web.Tests;

/// <summary>A phone that keeps somebody's calendars: plain requests as RFC 4791 writes them.</summary>
internal sealed class Phone : IDisposable
{
    public static readonly XNamespace D = "DAV:";

    public static readonly XNamespace C = "urn:ietf:params:xml:ns:caldav";

    private readonly HttpClient client;

    private Phone(HttpClient client, string id, string password, Browser owner)
    {
        (this.client, Id, Password, Owner) = (client, id, password, owner);
    }

    /// <summary>The public id of whose it is.</summary>
    public string Id { get; }

    public string Password { get; }

    public Browser Owner { get; }

    public string Home => $"/dav/calendars/{Id}/";

    /// <summary>A new one, let in by its owner at the screen.</summary>
    public static async Task<Phone> AddAsync(Host host, string address)
    {
        var owner = await host.SignInAsync(address);
        var password = (await owner.DoAsync("/api/devices", new { name = "Phone" })).Text("password");
        var client = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false }) { BaseAddress = owner.Address };
        client.DefaultRequestHeaders.Authorization = Basic(address, password);
        using var found = await client.SendAsync(Request("PROPFIND", "/dav/", Properties("current-user-principal"), ("Depth", "0")));
        var principal = XElement.Parse(await found.Content.ReadAsStringAsync()).Descendants(D + "current-user-principal").Single().Value;
        return new Phone(client, principal.Split('/')[^2], password, owner);
    }

    public static AuthenticationHeaderValue Basic(string address, string password) =>
        new("Basic", Convert.ToBase64String(Encoding.UTF8.GetBytes($"{address}:{password}")));

    public static HttpRequestMessage Request(string method, string path, string? body = null, params (string Name, string Value)[] headers)
    {
        var request = new HttpRequestMessage(new HttpMethod(method), path);
        if (body is not null)
            request.Content = new StringContent(body, Encoding.UTF8, body.StartsWith('<') ? "application/xml" : "text/calendar");
        foreach (var (name, value) in headers)
            request.Headers.TryAddWithoutValidation(name, value);
        return request;
    }

    public static string Properties(params string[] names) =>
        $"<D:propfind xmlns:D='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><D:prop>{string.Concat(names.Select(n => $"<{(n.Contains(':', StringComparison.Ordinal) ? n : "D:" + n)}/>"))}</D:prop></D:propfind>";

    public Task<HttpResponseMessage> SendAsync(
        string method,
        string path,
        string? body = null,
        params (string Name, string Value)[] headers
    ) => client.SendAsync(Request(method, path, body, headers));

    public async Task<int> StatusAsync(string method, string path, string? body = null, params (string Name, string Value)[] headers)
    {
        using var answer = await SendAsync(method, path, body, headers);
        return (int)answer.StatusCode;
    }

    /// <summary>The status, the precondition and the reason of a refusal.</summary>
    public async Task<(int Status, string? Condition, string? Reason)> RefusedAsync(
        string method,
        string path,
        string? body = null,
        params (string Name, string Value)[] headers
    )
    {
        using var answer = await SendAsync(method, path, body, headers);
        var error = XElement.Parse(await answer.Content.ReadAsStringAsync());
        return (
            (int)answer.StatusCode,
            error.Elements().FirstOrDefault(e => e.Name.LocalName != "reason")?.Name.LocalName,
            error.Elements().FirstOrDefault(e => e.Name.LocalName == "reason")?.Value
        );
    }

    public async Task<XElement> XmlAsync(string method, string path, string body, string depth = "1")
    {
        using var answer = await SendAsync(method, path, body, ("Depth", depth));
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.StatusCode == System.Net.HttpStatusCode.MultiStatus, $"{answer.StatusCode} {text}");
        return XElement.Parse(text);
    }

    /// <summary>The address of the calendar with a name.</summary>
    public async Task<string> CalendarAsync(string name)
    {
        var found = await XmlAsync("PROPFIND", Home, Properties("displayname"));
        return found
            .Elements(D + "response")
            .Single(r => r.Descendants(D + "displayname").Single().Value == name)
            .Element(D + "href")!
            .Value;
    }

    public async Task<(string Text, string Tag, string? ScheduleTag)> GetAsync(string path)
    {
        using var answer = await SendAsync("GET", path);
        Assert.Equal(System.Net.HttpStatusCode.OK, answer.StatusCode);
        return (
            (await answer.Content.ReadAsStringAsync()).Replace("\r\n ", "", StringComparison.Ordinal),
            answer.Headers.ETag!.ToString(),
            answer.Headers.TryGetValues("Schedule-Tag", out var tags) ? tags.Single() : null
        );
    }

    /// <summary>All objects of a calendar: address and text.</summary>
    public async Task<IReadOnlyDictionary<string, string>> AllAsync(string calendar)
    {
        var found = await XmlAsync(
            "REPORT",
            calendar,
            "<C:calendar-query xmlns:D='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><D:prop><D:getetag/><C:calendar-data/></D:prop><C:filter><C:comp-filter name='VCALENDAR'><C:comp-filter name='VEVENT'/></C:comp-filter></C:filter></C:calendar-query>"
        );
        return found
            .Elements(D + "response")
            .ToDictionary(
                r => r.Element(D + "href")!.Value,
                r => r.Descendants(C + "calendar-data").Single().Value.ReplaceLineEndings("\n").Replace("\n ", "", StringComparison.Ordinal)
            );
    }

    /// <summary>The address of the one object in which a text stands.</summary>
    public async Task<string> WithAsync(string calendar, string text) =>
        (await AllAsync(calendar)).Single(o => o.Value.Contains(text, StringComparison.Ordinal)).Key;

    /// <summary>What changed since a token: the addresses of what is there and of what is gone, and the next token.</summary>
    public async Task<(IReadOnlyList<string> There, IReadOnlyList<string> Gone, string Token)> SyncAsync(string calendar, string token)
    {
        var found = await XmlAsync("REPORT", calendar, Sync(token), "0");
        var responses = found.Elements(D + "response").ToLookup(r => r.Element(D + "status") is null, r => r.Element(D + "href")!.Value);
        return ([.. responses[true]], [.. responses[false]], found.Element(D + "sync-token")!.Value);
    }

    public static string Sync(string token) =>
        $"<D:sync-collection xmlns:D='DAV:'><D:sync-token>{token}</D:sync-token><D:sync-level>1</D:sync-level><D:prop><D:getetag/></D:prop></D:sync-collection>";

    /// <summary>An event on 12 March 2027, Lisbon's clock, with further lines.</summary>
    public static string Event(string uid, string title, int hour, params string[] lines) =>
        string.Join(
            "\r\n",
            [
                "BEGIN:VCALENDAR",
                "VERSION:2.0",
                "PRODID:-//A phone//EN",
                "BEGIN:VEVENT",
                $"UID:{uid}",
                "DTSTAMP:20270308T090000Z",
                string.Create(CultureInfo.InvariantCulture, $"DTSTART;TZID=Europe/Lisbon:20270312T{hour:00}0000"),
                string.Create(CultureInfo.InvariantCulture, $"DTEND;TZID=Europe/Lisbon:20270312T{hour + 1:00}0000"),
                $"SUMMARY:{title}",
                .. lines,
                "END:VEVENT",
                "END:VCALENDAR",
                "",
            ]
        );

    public void Dispose()
    {
        client.Dispose();
        Owner.Dispose();
    }
}
