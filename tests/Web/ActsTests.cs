using System.Net;

namespace Corlin.Web.Tests;

/// <summary>
/// Each legal pair of the two scales, with private entries and without, against each thing that is done in somebody's calendar.
/// </summary>
public sealed class ActsTests(DemoHost demo) : IClassFixture<DemoHost>
{
    private const HttpStatusCode Done = HttpStatusCode.OK;
    private const HttpStatusCode Refused = HttpStatusCode.Forbidden;
    private const HttpStatusCode Unknown = HttpStatusCode.NotFound;

    /// <summary>What is held, in the order of the scales.</summary>
    private sealed record Held(int Sight, int Acting, bool IsPrivate)
    {
        private const int Headline = 2;
        public const int Add = 1;
        public const int Change = 2;
        public const int SpeakFor = 3;

        public bool Reads => Sight >= Headline;

        public bool ReadsPrivate => Reads && IsPrivate;

        /// <summary>Done from an acting on; below that refused where the entry is known, and otherwise as if it were not there.</summary>
        public HttpStatusCode From(int acting, bool isPrivate) =>
            (isPrivate ? ReadsPrivate : Reads)
                ? Acting >= acting
                    ? Done
                    : Refused
                : Unknown;

        public HttpStatusCode OnCalendar(int acting) => Acting >= acting ? Done : Refused;
    }

    /// <summary>What is done, how it is asked, and what comes of it.</summary>
    private sealed record Act(
        string Name,
        Func<Things, (HttpMethod Method, string Path, object Body)> Ask,
        Func<Held, HttpStatusCode> Answer
    );

    private sealed record Things(
        string Owner,
        string Entry,
        string Private,
        string Meeting,
        string PrivateMeeting,
        string Asked,
        string Other,
        string Further
    );

    private static readonly IReadOnlyList<Act> Acts =
    [
        new(
            "add",
            t => (HttpMethod.Post, "/api/appointments", Access.Appointment(t.Owner, "x", "2027-03-12T10:00")),
            h => h.OnCalendar(Held.Add)
        ),
        new("change another's", t => Change(t.Entry), h => h.From(Held.Change, false)),
        new("change a private one", t => Change(t.Private), h => h.From(Held.Change, true)),
        new(
            "cancel another's",
            t => (HttpMethod.Post, $"/api/entries/{t.Entry}/cancel", new { occurrence = (string?)null, reach = "all" }),
            h => h.From(Held.Change, false)
        ),
        new(
            "cancel a private one",
            t => (HttpMethod.Post, $"/api/entries/{t.Private}/cancel", new { occurrence = (string?)null, reach = "all" }),
            h => h.From(Held.Change, true)
        ),
        new("note a category", t => Mark(t.Owner, t.Meeting), h => h.From(Held.Change, false)),
        new("note one on a private meeting", t => Mark(t.Owner, t.PrivateMeeting), h => h.From(Held.Change, true)),
        new("change a meeting", t => Change(t.Meeting), h => h.From(Held.SpeakFor, false)),
        new("change a private meeting", t => Change(t.PrivateMeeting), h => h.From(Held.SpeakFor, true)),
        new(
            "moved to another calendar",
            t => (HttpMethod.Put, $"/api/entries/{t.Entry}/calendar", new { calendar = t.Further }),
            h => h.From(Held.Change, false)
        ),
        new(
            "go on without",
            t => (HttpMethod.Post, $"/api/meetings/{t.Meeting}/go-on", new { occurrence = (string?)null }),
            h => h.From(Held.SpeakFor, false)
        ),
        new(
            "enter an answer",
            t =>
                (
                    HttpMethod.Post,
                    $"/api/meetings/{t.Meeting}/answers",
                    new
                    {
                        occurrence = (string?)null,
                        attendee = t.Other,
                        answer = "accepted",
                        comment = (string?)null,
                    }
                ),
            h => h.From(Held.SpeakFor, false)
        ),
        new(
            "answer for them",
            t =>
                (
                    HttpMethod.Post,
                    $"/api/entries/{t.Asked}/answer",
                    new
                    {
                        inNameOf = t.Owner,
                        occurrence = (string?)null,
                        answer = "accepted",
                        comment = (string?)null,
                        proposed = (object?)null,
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "arrange for them",
            t => (HttpMethod.Post, "/api/meetings", Access.Meeting(t.Owner, "x", "x", "2027-03-12T12:00", false, t.Other)),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "look for slots for them",
            t =>
                (
                    HttpMethod.Post,
                    "/api/slots",
                    new
                    {
                        inNameOf = t.Owner,
                        required = new[] { t.Owner },
                        optional = Array.Empty<string>(),
                        minutes = 30,
                        from = "2027-03-12",
                        to = "2027-03-12",
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "offer times in their name",
            t =>
                (
                    HttpMethod.Post,
                    "/api/offers",
                    new
                    {
                        meeting = Access.Meeting(t.Owner, "x", "x", "2027-03-12T12:00", false, t.Other, "rosa@survey.example"),
                        starts = new[] { 1_804_860_000_000 },
                        zone = "Europe/Lisbon",
                        until = 1_804_700_000_000,
                        decision = "firstChoice",
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "say what is wished of every meeting",
            t => (HttpMethod.Put, $"/api/wishes/{t.Owner}", new { stood = Array.Empty<object>(), wishes = Array.Empty<object>() }),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "dismiss what needs a look",
            t =>
                (
                    HttpMethod.Post,
                    "/api/watch/dismissals",
                    new
                    {
                        of = t.Owner,
                        key = "Clash-one",
                        print = "00",
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "bring back what needs a look",
            t => (HttpMethod.Post, "/api/watch/shown", new { of = t.Owner, key = "Clash-one" }),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "say how far ahead is looked",
            t =>
                (
                    HttpMethod.Put,
                    "/api/watch/ahead",
                    new
                    {
                        of = t.Owner,
                        kind = "clash",
                        days = 3,
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "say how the day sheet is made",
            t =>
                (
                    HttpMethod.Put,
                    $"/api/sheets/{t.Owner}",
                    new
                    {
                        parts = EndpointLines.NoParts,
                        dayBefore = true,
                        again = true,
                        to = Array.Empty<string>(),
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "send a calendar",
            t => (HttpMethod.Post, $"/api/calendars/{t.Owner}/letters", EndpointLines.ALetter),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "hand out the day sheet",
            t =>
                (
                    HttpMethod.Post,
                    "/api/sheets",
                    new
                    {
                        inNameOf = t.Owner,
                        from = "2027-03-09",
                        days = 1,
                        parts = EndpointLines.NoParts,
                        to = new[] { t.Owner },
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "keep no-go weeks",
            t =>
                (
                    HttpMethod.Post,
                    "/api/no-go-weeks",
                    new
                    {
                        inNameOf = t.Owner,
                        date = "2027-08-02",
                        weeks = 1,
                        words = "x",
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "follow a calendar",
            t =>
                (
                    HttpMethod.Post,
                    $"/api/calendars/{t.Owner}/followed",
                    new
                    {
                        name = Guid.NewGuid().ToString(),
                        address = "https://x.example/x.ics",
                        most = "firm",
                        everyMinutes = 60,
                    }
                ),
            h => h.OnCalendar(Held.Change)
        ),
        new(
            "keep another calendar",
            t => (HttpMethod.Post, $"/api/calendars/{t.Owner}/further", new { name = Guid.NewGuid().ToString(), counts = true }),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "hand over",
            t =>
                (
                    HttpMethod.Post,
                    "/api/handovers",
                    new
                    {
                        cover = t.Other,
                        first = "2027-03-09",
                        last = "2027-03-10",
                        line = (string?)null,
                        items = new[]
                        {
                            new
                            {
                                principal = t.Owner,
                                key = (string?)null,
                                entry = (string?)null,
                                words = "x",
                                promised = (string?)null,
                                note = (string?)null,
                            },
                        },
                    }
                ),
            h => h.OnCalendar(Held.SpeakFor)
        ),
        new(
            "grant further",
            t =>
                (
                    HttpMethod.Post,
                    "/api/access/grants",
                    new
                    {
                        owner = t.Owner,
                        receivers = new[] { t.Other },
                        terms = Access.Terms("outline", "look", false),
                        line = (string?)null,
                        request = (long?)null,
                    }
                ),
            _ => Refused
        ),
    ];

    private static (HttpMethod Method, string Path, object Body) Change(string entry) =>
        (
            HttpMethod.Post,
            $"/api/entries/{entry}/change",
            new
            {
                occurrence = (string?)null,
                reach = "all",
                becomes = new { title = "other" },
                was = new { },
            }
        );

    private static (HttpMethod Method, string Path, object Body) Mark(string lane, string entry) =>
        (
            HttpMethod.Post,
            "/api/marks",
            new
            {
                lane,
                entries = new[] { entry },
                category = "x",
                reminder = (string?)null,
            }
        );

    [Fact]
    public async Task Each_pair_lets_be_done_what_it_lets_be_done_and_nothing_else()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ana = await demo.Host.SignInAsync("ana.brandao@ebbline.example");
        var (owner, viewer, other) = (
            await noor.PersonAsync("Desmond Oyelaran"),
            await noor.PersonAsync("Ana Brandão"),
            await noor.PersonAsync("Sam Levy")
        );
        await noor.DoAsync($"/api/calendars/{owner}/further", new { name = "Sea trials", counts = true });
        var further = (await noor.GetAsync($"/api/calendars/{owner}/further"))
            .GetProperty("further")
            .EnumerateArray()
            .Single(f => f.Text("name") == "Sea trials")
            .Text("id");
        using var tome = await demo.Host.SignInAsync("tome.vidal@ebbline.example");
        var wrong = new List<string>();
        foreach (var ((sight, acting), at) in Access.Pairs.Select((p, i) => (p, i)))
        {
            // Who reads no title reads no private one either.
            foreach (var isPrivate in sight is "headlines" or "everything" ? new[] { false, true } : [false])
            {
                await noor.WithdrawAllAsync(owner, viewer);
                await noor.GrantAsync(owner, viewer, Access.Terms(sight, acting, isPrivate));
                var held = new Held(
                    Array.IndexOf(["nothing", "outline", "headlines", "everything"], sight),
                    Array.IndexOf(["look", "add", "change", "speakFor"], acting),
                    isPrivate
                );
                Things? things = null;
                foreach (var act in Acts)
                {
                    var (method, path, body) = act.Ask(things ??= await ThingsAsync(noor, tome, owner, other, further));
                    var response = await ana.SendAsync(method, path, EndpointLines.Content(body));
                    var expected = act.Answer(held);
                    // What was done to one of them must not help the next.
                    if (response.IsSuccessStatusCode)
                        things = null;
                    if (response.StatusCode != expected)
                        wrong.Add(
                            $"{at}: {act.Name} with {held}: {(int)response.StatusCode}, not {(int)expected}: {await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}"
                        );
                }
            }
        }

        Assert.True(wrong.Count == 0, string.Join('\n', wrong.Take(30)));
    }

    [Fact]
    public async Task Who_may_add_changes_and_removes_what_they_added_and_no_more_once_they_may_only_look()
    {
        using var noor = await demo.Host.SignInAsync(Host.Noor);
        using var ines = await demo.Host.SignInAsync("ines.quadros@ebbline.example");
        var (owner, viewer) = (await noor.PersonAsync("Maren Falk"), await noor.PersonAsync("Ines Quadros"));
        async Task<HttpStatusCode> Try(string entry)
        {
            var (method, path, body) = Change(entry);
            return (await ines.SendAsync(method, path, EndpointLines.Content(body))).StatusCode;
        }

        await noor.WithdrawAllAsync(owner, viewer);
        await noor.GrantAsync(owner, viewer, Access.Terms("nothing", "add", false));
        var own = (await ines.DoAsync("/api/appointments", Access.Appointment(owner, "own", "2027-03-12T10:00", isPrivate: true))).Text(
            "entry"
        );
        Assert.Equal(Done, await Try(own));
        await noor.WithdrawAllAsync(owner, viewer);
        // Who holds nothing there any more does not even learn that it still stands.
        Assert.Equal(HttpStatusCode.NotFound, await Try(own));
    }

    private static async Task<Things> ThingsAsync(Browser noor, Browser tome, string owner, string other, string further)
    {
        async Task<string> Add(bool isPrivate) =>
            (await noor.DoAsync("/api/appointments", Access.Appointment(owner, "it", "2027-03-11T10:00", isPrivate))).Text("entry");
        async Task<string> Send(Browser by, string organiser, bool isPrivate, string asked) =>
            (await by.DoAsync("/api/meetings", Access.Meeting(organiser, "it", "it", "2027-03-11T12:00", isPrivate, asked))).Text("entry");
        return new Things(
            owner,
            await Add(false),
            await Add(true),
            await Send(noor, owner, false, other),
            await Send(noor, owner, true, other),
            await Send(tome, await tome.PersonAsync("Tomé Vidal"), false, owner),
            other,
            further
        );
    }
}
