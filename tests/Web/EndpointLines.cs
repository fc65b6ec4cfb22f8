using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>Every endpoint there is, how it is asked of what is Desmond's, and what a colleague is answered.</summary>
internal static class EndpointLines
{
    /// <summary>Stands in every text that she may not know.</summary>
    public const string Canary = "canary";

    private const HttpStatusCode Fine = HttpStatusCode.OK;
    private const HttpStatusCode Empty = HttpStatusCode.NoContent;
    private const HttpStatusCode Forbidden = HttpStatusCode.Forbidden;
    private const HttpStatusCode Unknown = HttpStatusCode.NotFound;

    /// <summary>Those that concern no calendar: the page, the session, the demo's own, what is described.</summary>
    public static readonly HashSet<string> OfNoCalendar =
    [
        "GET /healthz",
        "GET /metrics",
        "GET /openapi/{documentName}.json",
        "GET /{*path:nonfile}",
        "HEAD /{*path:nonfile}",
        "GET /api/session",
        "POST /api/session",
        "DELETE /api/session",
        "POST /api/session/code",
        "POST /api/session/passkey/begun",
        "POST /api/session/passkey",
        "POST /api/welcome",
        "POST /api/account/reset",
        "POST /api/setup",
        "GET /api/demo/sign-ins",
        "POST /api/demo/advance",
    ];

    /// <summary>Those that tell taken time alone, or no more than the asker sees: who sees the outline is answered.</summary>
    public static readonly HashSet<string> OfTheOutline =
    [
        "GET /api/calendars/{person}/busy",
        "GET /api/sheets",
        "POST /api/calendars/{person}/feeds",
    ];

    /// <summary>A calendar for somebody outside.</summary>
    public static readonly object ALetter = new
    {
        to = new[] { "somebody@porto.example" },
        from = "2027-03-08",
        days = 7,
        most = "headlines",
        @private = true,
        form = "byDay",
    };

    /// <summary>A day sheet of times alone.</summary>
    public static readonly object NoParts = new
    {
        people = false,
        agenda = false,
        papers = false,
        joining = false,
        ways = false,
        lastTime = false,
        gaps = false,
        @private = false,
    };

    /// <summary>Each endpoint, how it is asked of what is Desmond's, and what a colleague is answered.</summary>
    public static readonly Dictionary<string, (Func<Known, (string Path, object? Body)> Ask, HttpStatusCode Answer)> All = new()
    {
        ["GET /api/settings"] = (_ => ("/api/settings", null), Fine),
        ["PUT /api/settings/{name}"] = (_ => ("/api/settings/as-list", new { value = true }), Empty),
        ["PUT /api/organisation"] = (_ => ("/api/organisation", new { stood = (string?)null, name = "Ebbline Wind" }), Forbidden),
        ["GET /api/desk"] = (_ => ("/api/desk", null), Fine),
        ["GET /api/lanes"] = (k => ($"/api/lanes?who={k.Owner}&view=working-days", null), Fine),
        ["GET /api/hand"] = (k => ($"/api/hand?who={k.Owner}", null), Fine),
        ["GET /api/years"] = (k => ($"/api/years?who={k.Owner}", null), Fine),
        ["GET /api/whereabouts"] = (_ => ("/api/whereabouts", null), Fine),
        ["GET /api/whereabouts/year"] = (_ => ("/api/whereabouts/year?year=2027", null), Fine),
        ["POST /api/whereabouts/read"] = (
            k =>
                (
                    "/api/whereabouts/read",
                    new
                    {
                        who = k.Owner,
                        line = "home tomorrow",
                        said = Array.Empty<object>(),
                        month = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["POST /api/whereabouts"] = (
            k =>
                (
                    "/api/whereabouts",
                    new
                    {
                        who = k.Owner,
                        said = new[]
                        {
                            new
                            {
                                kind = "home",
                                place = (string?)null,
                                first = "2027-04-05",
                                last = "2027-04-05",
                                rule = (string?)null,
                                from = 0,
                                to = 1440,
                                usual = false,
                            },
                        },
                        seen = 0,
                    }
                ),
            Forbidden
        ),
        ["DELETE /api/whereabouts/{id:long}"] = (_ => ("/api/whereabouts/1", null), Unknown),
        ["PUT /api/whereabouts/told"] = (k => ("/api/whereabouts/told", new { who = k.Owner, told = "town" }), Forbidden),
        ["GET /api/absences/standing"] = (
            k => ($"/api/absences/standing?who={k.Owner}&from=2027-04-05T00:00&to=2027-04-06T00:00", null),
            Forbidden
        ),
        ["GET /api/absences/{id:long}/return"] = (_ => ("/api/absences/1/return", null), Unknown),
        ["POST /api/absences"] = (
            k =>
                (
                    "/api/absences",
                    new
                    {
                        who = k.Owner,
                        said = new
                        {
                            from = "2027-04-05T00:00",
                            to = "2027-04-06T00:00",
                            covers = (string?)null,
                            reason = (string?)null,
                            kind = "holiday",
                        },
                    }
                ),
            Forbidden
        ),
        ["POST /api/absences/{id:long}/settled"] = (
            k =>
                (
                    "/api/absences/1/settled",
                    new
                    {
                        settled = new[]
                        {
                            new
                            {
                                entry = k.Entry,
                                occurrences = Array.Empty<string>(),
                                wish = "cancel",
                                to = (long?)null,
                            },
                        },
                    }
                ),
            Unknown
        ),
        ["PUT /api/absences/{id:long}"] = (
            _ =>
                (
                    "/api/absences/1",
                    new
                    {
                        from = "2027-04-05T00:00",
                        to = "2027-04-06T00:00",
                        covers = (string?)null,
                        reason = (string?)null,
                        kind = "holiday",
                    }
                ),
            Unknown
        ),
        ["DELETE /api/absences/{id:long}"] = (_ => ("/api/absences/1", null), Unknown),
        ["POST /api/no-go-weeks"] = (
            k =>
                (
                    "/api/no-go-weeks",
                    new
                    {
                        inNameOf = k.Owner,
                        date = "2027-04-05",
                        weeks = 1,
                        words = "x",
                    }
                ),
            Forbidden
        ),
        ["GET /api/wishes/{who}"] = (k => ($"/api/wishes/{k.Owner}", null), Forbidden),
        ["PUT /api/wishes/{who}"] = (
            k =>
                (
                    $"/api/wishes/{k.Owner}",
                    new
                    {
                        stood = Array.Empty<object>(),
                        wishes = new[]
                        {
                            new
                            {
                                kind = "lunch",
                                value = 0,
                                always = true,
                            },
                        },
                    }
                ),
            Forbidden
        ),
        ["DELETE /api/no-go-weeks/{id:long}"] = (k => ($"/api/no-go-weeks/1?inNameOf={k.Owner}", null), Forbidden),
        ["POST /api/people/pasted"] = (_ => ("/api/people/pasted", new { text = "nobody@porto.example" }), Fine),
        ["GET /api/zones"] = (_ => ("/api/zones?text=lis", null), Fine),
        ["POST /api/marks/chosen"] = (
            k => ("/api/marks/chosen", new { chosen = new[] { new { lane = k.Owner, entries = new[] { k.Entry } } }, category = "x" }),
            Unknown
        ),
        ["POST /api/marks"] = (
            k =>
                (
                    "/api/marks",
                    new
                    {
                        lane = k.Owner,
                        entries = new[] { k.Entry },
                        category = "x",
                        reminder = "none",
                    }
                ),
            Unknown
        ),
        ["PUT /api/categories/{id:long}"] = (
            k =>
                (
                    "/api/categories/1",
                    new
                    {
                        lane = k.Owner,
                        name = "x",
                        colour = 1,
                        remove = false,
                    }
                ),
            Forbidden
        ),
        ["GET /api/closures"] = (_ => ("/api/closures", null), Fine),
        ["POST /api/closures"] = (
            _ =>
                (
                    "/api/closures",
                    new
                    {
                        site = "Head office",
                        first = "2027-04-05",
                        last = "2027-04-05",
                        words = "x",
                    }
                ),
            Forbidden
        ),
        ["DELETE /api/closures/{id:long}"] = (_ => ("/api/closures/1", null), Forbidden),
        ["GET /api/reminders"] = (_ => ("/api/reminders", null), Fine),
        // Whether there is such an entry is not told: a mark on one that may not be seen is never read.
        ["POST /api/reminders"] = (
            k =>
                (
                    "/api/reminders",
                    new
                    {
                        act = "dismiss",
                        which = new[]
                        {
                            new
                            {
                                entry = k.Entry,
                                occurrence = (string?)null,
                                start = 1,
                            },
                        },
                        until = (long?)null,
                    }
                ),
            Empty
        ),
        ["GET /api/people"] = (_ => ($"/api/people?text={Canary}", null), Fine),
        ["GET /api/index"] = (_ => ($"/api/index?text={Canary}", null), Fine),
        ["GET /api/people/{id}"] = (k => ($"/api/people/{k.Contact}", null), Unknown),
        ["POST /api/people"] = (
            k =>
                (
                    "/api/people",
                    new
                    {
                        kind = "person",
                        inside = false,
                        keptFor = k.Owner,
                        said = new { name = "x", address = "x@x.example" },
                    }
                ),
            Forbidden
        ),
        ["PUT /api/people/{id}"] = (k => ($"/api/people/{k.Contact}", new { version = 1, said = new { name = "x" } }), Unknown),
        ["DELETE /api/people/{id}"] = (k => ($"/api/people/{k.Contact}", null), Unknown),
        ["POST /api/people/{id}/members"] = (
            k => ($"/api/people/{k.Group}/members", new { added = new[] { k.Other }, removed = Array.Empty<string>() }),
            Forbidden
        ),
        ["POST /api/people/file"] = (k => ($"/api/people/file?keptFor={k.Owner}", "text/csv"), Forbidden),
        ["GET /api/find"] = (_ => ($"/api/find?text={Canary}", null), Fine),
        ["POST /api/slots"] = (k => ("/api/slots", Slots(k)), Forbidden),
        ["GET /api/offers"] = (_ => ("/api/offers", null), Fine),
        ["POST /api/offers"] = (
            k =>
                (
                    "/api/offers",
                    new
                    {
                        meeting = new
                        {
                            inNameOf = k.Owner,
                            title = "x",
                            required = new[] { "rosa@cais.example" },
                            optional = Array.Empty<string>(),
                            start = "2027-03-12T12:00",
                            zone = "Europe/Lisbon",
                            minutes = 30,
                            place = (string?)null,
                            video = false,
                            agenda = (string?)null,
                            line = (string?)null,
                            @private = false,
                        },
                        starts = new[] { 1_805_200_000_000 },
                        zone = "Europe/Lisbon",
                        until = 1_804_700_000_000,
                        decision = "firstChoice",
                    }
                ),
            Forbidden
        ),
        ["POST /api/offers/{id}/links"] = (_ => ("/api/offers/nothing/links", new { reader = 0 }), Unknown),
        ["POST /api/offers/{id}/booking"] = (_ => ("/api/offers/nothing/booking", new { time = 0 }), Unknown),
        ["DELETE /api/offers/{id}"] = (_ => ("/api/offers/nothing", null), Unknown),
        ["POST /api/slots/room"] = (k => ("/api/slots/room", Slots(k)), Forbidden),
        ["POST /api/slots/panel"] = (
            k => ("/api/slots/panel", new { search = Slots(k), each = new[] { "somebody@far-away.example" } }),
            Forbidden
        ),
        ["POST /api/slots/occurrences"] = (
            k => ("/api/slots/occurrences", new { search = Slots(k), start = 1_804_500_000_000 }),
            Forbidden
        ),
        ["GET /api/slots/weights"] = (_ => ("/api/slots/weights", null), HttpStatusCode.OK),
        ["PUT /api/slots/weights"] = (
            _ =>
                (
                    "/api/slots/weights",
                    new
                    {
                        term = "lunch",
                        stood = 10,
                        weight = 20,
                    }
                ),
            Forbidden
        ),
        ["POST /api/room"] = (
            k =>
                (
                    "/api/room",
                    new
                    {
                        search = Slots(k),
                        start = 1_804_500_000_000,
                        moves = new[]
                        {
                            new
                            {
                                entry = "x",
                                occurrence = (string?)null,
                                fromStart = 1_804_500_000_000,
                                fromEnd = 1_804_501_800_000,
                                toStart = 1_804_511_800_000,
                                toEnd = 1_804_513_600_000,
                            },
                        },
                    }
                ),
            Unknown
        ),
        ["POST /api/slots/chosen"] = (
            k =>
                (
                    "/api/slots/chosen",
                    new
                    {
                        inNameOf = k.Owner,
                        required = new[] { k.Owner },
                        optional = Array.Empty<string>(),
                        start = "2027-03-09T10:00",
                        zone = "Europe/Lisbon",
                        minutes = 30,
                        place = (string?)null,
                        video = true,
                    }
                ),
            Forbidden
        ),
        ["POST /api/meetings"] = (
            k =>
                (
                    "/api/meetings",
                    new
                    {
                        inNameOf = k.Owner,
                        title = "x",
                        required = new[] { k.Owner },
                        optional = Array.Empty<string>(),
                        start = "2027-03-09T10:00",
                        zone = "Europe/Lisbon",
                        minutes = 30,
                        place = (string?)null,
                        video = true,
                        agenda = (string?)null,
                        line = (string?)null,
                        @private = false,
                        repeats = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["GET /api/drafts"] = (_ => ("/api/drafts", null), Fine),
        ["POST /api/drafts"] = (
            k =>
                (
                    "/api/drafts",
                    new
                    {
                        version = 0,
                        parts = "{}",
                        papersOf = k.Meeting,
                    }
                ),
            Unknown
        ),
        ["PUT /api/drafts/{id}"] = (k => ($"/api/drafts/{k.Draft}", new { version = 1, parts = "{}" }), Unknown),
        ["DELETE /api/drafts/{id}"] = (k => ($"/api/drafts/{k.Draft}", null), Unknown),
        ["POST /api/drafts/{id}/papers"] = (k => ($"/api/drafts/{k.Draft}/papers?name=x.txt", "text/plain"), Unknown),
        ["POST /api/drafts/{id}/links"] = (
            k => ($"/api/drafts/{k.Draft}/links", new { name = "x", address = "https://x.example" }),
            Unknown
        ),
        ["GET /api/drafts/{id}/papers/{paper}"] = (k => ($"/api/drafts/{k.Draft}/papers/1", null), Unknown),
        ["PUT /api/drafts/{id}/papers/{paper}"] = (k => ($"/api/drafts/{k.Draft}/papers/1", new { goesOut = true }), Unknown),
        ["DELETE /api/drafts/{id}/papers/{paper}"] = (k => ($"/api/drafts/{k.Draft}/papers/1", null), Unknown),
        ["GET /api/presets"] = (k => ($"/api/presets?of={k.Owner}", null), Forbidden),
        ["POST /api/kinds"] = (
            k =>
                (
                    "/api/kinds",
                    new
                    {
                        inNameOf = k.Owner,
                        id = (string?)null,
                        name = "x",
                        parts = "{}",
                    }
                ),
            Forbidden
        ),
        ["DELETE /api/kinds/{id}"] = (k => ($"/api/kinds/x?inNameOf={k.Owner}", null), Forbidden),
        ["PUT /api/standing"] = (
            k =>
                (
                    "/api/standing",
                    new
                    {
                        inNameOf = k.Owner,
                        link = "https://x.example",
                        dialIn = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["POST /api/holds"] = (
            k =>
                (
                    "/api/holds",
                    new
                    {
                        inNameOf = k.Owner,
                        title = "x",
                        starts = new[] { 1_804_000_000_000 },
                        minutes = 30,
                        zone = "Europe/Lisbon",
                        with = Array.Empty<string>(),
                        lapses = 1_804_000_000_000,
                    }
                ),
            Forbidden
        ),
        ["DELETE /api/holds/{request}"] = (k => ($"/api/holds/{k.Held}", null), Unknown),
        ["GET /api/requests"] = (_ => ($"/api/requests?text={Canary}&settled=true", null), Fine),
        ["POST /api/requests"] = (k => ("/api/requests", Request(k)), Forbidden),
        ["PUT /api/requests/{id}"] = (k => ($"/api/requests/{k.Asked}", Request(k)), Forbidden),
        ["POST /api/requests/{id}/settling"] = (
            k => ($"/api/requests/{k.Asked}/settling", new { state = "dropped", letter = (string?)null }),
            Unknown
        ),
        ["POST /api/requests/{id}/appointment"] = (
            k =>
                (
                    $"/api/requests/{k.Asked}/appointment",
                    new
                    {
                        time = new
                        {
                            start = "2027-03-09T10:00",
                            zone = "Europe/Lisbon",
                            minutes = 30,
                            allDay = false,
                            endZone = (string?)null,
                        },
                        place = (string?)null,
                    }
                ),
            Unknown
        ),
        ["POST /api/repeat"] = (
            k =>
                (
                    "/api/repeat",
                    new
                    {
                        words = "every week",
                        time = new
                        {
                            start = "2027-03-09T10:00",
                            zone = "Europe/Lisbon",
                            minutes = 30,
                            allDay = false,
                            endZone = (string?)null,
                        },
                        people = new[] { k.Owner },
                    }
                ),
            Fine
        ),
        ["POST /api/line"] = (_ => ("/api/line", new { text = $"Tue 10:00 with Desmond about {"nothing"}" }), Fine),
        ["GET /api/chase"] = (_ => ("/api/chase", null), Fine),
        ["POST /api/meetings/{id}/proposal/accept"] = (
            k => ($"/api/meetings/{k.Meeting}/proposal/accept", new { occurrence = (string?)null, attendee = k.Owner }),
            Unknown
        ),
        ["POST /api/meetings/{id}/proposal/refuse"] = (
            k => ($"/api/meetings/{k.Meeting}/proposal/refuse", new { occurrence = (string?)null, attendee = k.Owner }),
            Unknown
        ),
        ["POST /api/meetings/{id}/go-on"] = (k => ($"/api/meetings/{k.Meeting}/go-on", new { occurrence = (string?)null }), Unknown),
        ["POST /api/meetings/{id}/answers"] = (
            k =>
                (
                    $"/api/meetings/{k.Meeting}/answers",
                    new
                    {
                        occurrence = (string?)null,
                        attendee = k.Owner,
                        answer = "accepted",
                        comment = (string?)null,
                    }
                ),
            Unknown
        ),
        ["POST /api/meetings/{id}/restoring"] = (k => ($"/api/meetings/{k.Meeting}/restoring", new { }), Unknown),
        ["DELETE /api/meetings/{id}/turning-over"] = (k => ($"/api/meetings/{k.Meeting}/turning-over", null), Unknown),
        ["POST /api/people/{id}/address"] = (k => ($"/api/people/{k.Other}/address", new { version = 1, address = "not one" }), Forbidden),
        ["POST /api/addresses/{id:long}"] = (_ => ("/api/addresses/1", new { uses = true }), Unknown),
        ["POST /api/account/address"] = (_ => ("/api/account/address", new { key = "not this one" }), Forbidden),
        ["POST /api/turning-over/{id:long}"] = (_ => ("/api/turning-over/1", new { takes = true }), Unknown),
        ["POST /api/meetings/{id}/turning-over"] = (
            k =>
                (
                    $"/api/meetings/{k.Meeting}/turning-over",
                    new
                    {
                        to = k.Other,
                        stays = true,
                        note = (string?)null,
                    }
                ),
            Unknown
        ),
        ["GET /api/entries/{id}"] = (k => ($"/api/entries/{k.Entry}?lane={k.Owner}", null), Unknown),
        ["POST /api/meetings/{id}/forwarding"] = (
            k =>
                (
                    $"/api/meetings/{k.Meeting}/forwarding",
                    new
                    {
                        inNameOf = k.Owner,
                        occurrence = (string?)null,
                        to = new[] { "rosa.teixeira@porto-insurance.example" },
                        note = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["GET /api/entries/{id}/notes"] = (k => ($"/api/entries/{k.Meeting}/notes?lane={k.Owner}", null), Unknown),
        ["PUT /api/entries/{id}/notes"] = (
            k =>
                (
                    $"/api/entries/{k.Meeting}/notes",
                    new
                    {
                        lane = k.Owner,
                        occurrence = (string?)null,
                        version = 0,
                        text = "<p>x</p>",
                        tasks = Array.Empty<object>(),
                    }
                ),
            Unknown
        ),
        ["POST /api/entries/{id}/notes/release"] = (
            k =>
                (
                    $"/api/entries/{k.Meeting}/notes/release",
                    new
                    {
                        lane = k.Owner,
                        occurrence = (string?)null,
                        to = new[] { "rosa.teixeira@porto-insurance.example" },
                        line = (string?)null,
                    }
                ),
            Unknown
        ),
        ["PUT /api/tasks/{id}"] = (k => ($"/api/tasks/{k.Task}", new { done = true }), Unknown),
        // Who has the link comes to its page, knocks, and reads no title before somebody lets them in.
        ["POST /api/conference/{key}"] = (k => ($"/api/conference/{k.Conference}", new { secret = (string?)null }), Fine),
        ["POST /api/conference/{key}/join"] = (k => ($"/api/conference/{k.Conference}/join", new { name = (string?)null }), Fine),
        ["POST /api/conference/{key}/admit"] = (
            k => ($"/api/conference/{k.Conference}/admit", new { presence = "x", admits = true }),
            Unknown
        ),
        ["POST /api/conference/{key}/leave"] = (k => ($"/api/conference/{k.Conference}/leave", new { secret = (string?)null }), Empty),
        ["PUT /api/entries/{id}/admission"] = (k => ($"/api/entries/{k.Entry}/admission", new { admission = "anyone" }), Unknown),
        ["POST /api/convene"] = (
            k =>
                (
                    "/api/convene",
                    new
                    {
                        inNameOf = k.Owner,
                        title = "x",
                        called = new[] { k.Other },
                        @private = false,
                    }
                ),
            Forbidden
        ),
        ["POST /api/meetings/{id}/calls"] = (k => ($"/api/meetings/{k.Meeting}/calls", new { who = k.Other }), Unknown),
        ["DELETE /api/meetings/{id}/calls/{who}"] = (k => ($"/api/meetings/{k.Meeting}/calls/{k.Other}", null), Unknown),
        ["GET /api/calls"] = (_ => ("/api/calls", null), Fine),
        ["DELETE /api/calls/{id}"] = (k => ($"/api/calls/{k.Meeting}", null), Unknown),
        ["GET /api/groups/{id}"] = (k => ($"/api/groups/{k.Group}", null), Fine),
        ["POST /api/meetings/{id}/asking"] = (k => ($"/api/meetings/{k.Meeting}/asking", null), Unknown),
        ["POST /api/meetings/{id}/members"] = (
            k =>
                (
                    $"/api/meetings/{k.Meeting}/members",
                    new
                    {
                        group = k.Group,
                        members = new[] { k.Other },
                        takenUp = true,
                    }
                ),
            Unknown
        ),
        ["POST /api/entries/{id}/ties"] = (
            k =>
                (
                    $"/api/entries/{k.Meeting}/ties",
                    new
                    {
                        lane = k.Owner,
                        occurrence = (string?)null,
                        kind = "preparation",
                        gapMinutes = 30,
                        minutes = 30,
                    }
                ),
            Unknown
        ),
        ["POST /api/entries/{id}/answer"] = (
            k =>
                (
                    $"/api/entries/{k.Meeting}/answer",
                    new
                    {
                        inNameOf = k.Owner,
                        occurrence = (string?)null,
                        answer = "accepted",
                        comment = (string?)null,
                        proposed = (object?)null,
                    }
                ),
            Forbidden
        ),
        ["GET /api/answers"] = (_ => ("/api/answers", null), Fine),
        ["GET /api/entries/{id}/ways-out"] = (k => ($"/api/entries/{k.Meeting}/ways-out?who={k.Owner}", null), Forbidden),
        ["POST /api/entries/{id}/clearing"] = (
            k =>
                (
                    $"/api/entries/{k.Meeting}/clearing",
                    new
                    {
                        inNameOf = k.Owner,
                        occurrence = (string?)null,
                        moves = Array.Empty<object>(),
                        accept = false,
                    }
                ),
            Forbidden
        ),
        ["GET /api/entries/{id}/series-fit"] = (k => ($"/api/entries/{k.Meeting}/series-fit?who={k.Owner}", null), Forbidden),
        ["POST /api/entries/{id}/series-answer"] = (
            k =>
                (
                    $"/api/entries/{k.Meeting}/series-answer",
                    new
                    {
                        inNameOf = k.Owner,
                        except = new[] { "2027-03-09T10:00:00" },
                        comment = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["POST /api/entries/{id}/question"] = (
            k => ($"/api/entries/{k.Meeting}/question", new { inNameOf = k.Owner, occurrence = (string?)null }),
            Forbidden
        ),
        ["POST /api/entries/{id}/question/ended"] = (
            k => ($"/api/entries/{k.Meeting}/question/ended", new { inNameOf = k.Owner, occurrence = (string?)null }),
            Forbidden
        ),
        ["POST /api/entries/{id}/question/reply"] = (
            k => ($"/api/entries/{k.Meeting}/question/reply", new { occurrence = (string?)null, reply = "yes" }),
            Unknown
        ),
        ["GET /api/chase/unanswered"] = (_ => ("/api/chase/unanswered", null), Fine),
        ["POST /api/chase/reminders"] = (
            k =>
                (
                    "/api/chase/reminders",
                    new
                    {
                        meetings = new[] { new { meeting = k.Meeting, occurrence = (string?)null } },
                        line = (string?)null,
                        again = true,
                    }
                ),
            Unknown
        ),
        ["POST /api/tasks/{id}/reminders"] = (k => ($"/api/tasks/{k.Task}/reminders", new { again = true }), Unknown),
        ["PUT /api/meetings/{id}/deadline"] = (
            k =>
                (
                    $"/api/meetings/{k.Meeting}/deadline",
                    new
                    {
                        occurrence = (string?)null,
                        at = "2027-03-08T12:00",
                        zone = "Europe/Lisbon",
                        then = "told",
                        tell = false,
                    }
                ),
            Unknown
        ),
        ["POST /api/meetings/{id}/deadline/ended"] = (
            k => ($"/api/meetings/{k.Meeting}/deadline/ended", new { occurrence = (string?)null }),
            Unknown
        ),
        ["GET /api/instructions"] = (_ => ("/api/instructions", null), Fine),
        ["POST /api/instructions"] = (k => ("/api/instructions", Instruction(k)), Forbidden),
        ["POST /api/instructions/tried"] = (k => ("/api/instructions/tried", Instruction(k)), Forbidden),
        ["PUT /api/instructions/{key}"] = (k => ("/api/instructions/nothing", Instruction(k)), Forbidden),
        ["POST /api/instructions/{key}/ended"] = (k => ("/api/instructions/nothing/ended", new { inNameOf = k.Owner }), Forbidden),
        ["GET /api/watch"] = (_ => ("/api/watch", null), Fine),
        ["POST /api/watch/dismissals"] = (
            k =>
                (
                    "/api/watch/dismissals",
                    new
                    {
                        of = k.Owner,
                        key = "Clash-x",
                        print = "00",
                    }
                ),
            Forbidden
        ),
        ["POST /api/watch/shown"] = (k => ("/api/watch/shown", new { of = k.Owner, key = "Clash-x" }), Forbidden),
        ["PUT /api/watch/ahead"] = (
            k =>
                (
                    "/api/watch/ahead",
                    new
                    {
                        of = k.Owner,
                        kind = "clash",
                        days = 3,
                    }
                ),
            Forbidden
        ),
        ["POST /api/answers"] = (
            k =>
                (
                    "/api/answers",
                    new
                    {
                        invitations = new[]
                        {
                            new
                            {
                                inNameOf = k.Owner,
                                entry = k.Meeting,
                                occurrence = (string?)null,
                            },
                        },
                        answer = "accepted",
                        comment = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["POST /api/entries/{id}/delegation"] = (
            k =>
                (
                    $"/api/entries/{k.Meeting}/delegation",
                    new
                    {
                        inNameOf = k.Owner,
                        occurrence = (string?)null,
                        to = k.Other,
                        comment = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["GET /api/meetings/{id}/letters"] = (k => ($"/api/meetings/{k.Entry}/letters", null), Unknown),
        ["POST /api/entries/{id}/weighed"] = (
            k =>
                (
                    $"/api/entries/{k.Entry}/weighed",
                    new
                    {
                        occurrence = (string?)null,
                        reach = "all",
                        becomes = new { title = "x" },
                    }
                ),
            Unknown
        ),
        ["POST /api/entries/{id}/change"] = (
            k =>
                (
                    $"/api/entries/{k.Entry}/change",
                    new
                    {
                        occurrence = (string?)null,
                        reach = "all",
                        becomes = new { title = "x" },
                        was = new { },
                    }
                ),
            Unknown
        ),
        ["POST /api/entries/{id}/cancel"] = (
            k => ($"/api/entries/{k.Entry}/cancel", new { occurrence = (string?)null, reach = "all" }),
            Unknown
        ),
        ["POST /api/appointments"] = (
            k =>
                (
                    "/api/appointments",
                    new
                    {
                        inNameOf = k.Owner,
                        title = "x",
                        time = new
                        {
                            start = "2027-03-09T10:00",
                            zone = "Europe/Lisbon",
                            minutes = 30,
                            allDay = false,
                            endZone = (string?)null,
                        },
                        place = (string?)null,
                        takes = "firm",
                        @private = false,
                        repeats = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["GET /api/acts"] = (_ => ("/api/acts", null), Fine),
        ["POST /api/changes/{id:long}/back"] = (k => ($"/api/changes/{k.Change}/back", null), Unknown),
        ["POST /api/changes/undo"] = (k => ("/api/changes/undo", new { changes = new[] { k.Change } }), Unknown),
        ["POST /api/entries/{id}/papers"] = (k => ($"/api/entries/{k.Entry}/papers?name=x.txt", "text/plain"), Unknown),
        ["POST /api/entries/{id}/links"] = (
            k => ($"/api/entries/{k.Entry}/links", new { name = "x", address = "https://x.example" }),
            Unknown
        ),
        ["PUT /api/entries/{id}/papers/{paper}"] = (k => ($"/api/entries/{k.Entry}/papers/1", new { goesOut = true }), Unknown),
        ["GET /api/entries/{id}/papers/{paper}"] = (k => ($"/api/entries/{k.Entry}/papers/1?lane={k.Owner}", null), Unknown),
        ["DELETE /api/entries/{id}/papers/{paper}"] = (k => ($"/api/entries/{k.Entry}/papers/1", null), Unknown),
        ["POST /api/calendars/{person}/file"] = (k => ($"/api/calendars/{k.Owner}/file", "text/calendar"), Forbidden),
        ["GET /api/calendars/{person}/busy"] = (k => ($"/api/calendars/{k.Owner}/busy", null), Forbidden),
        ["GET /api/calendars/{person}/file"] = (k => ($"/api/calendars/{k.Owner}/file", null), Forbidden),
        ["GET /api/work/{name}"] = (_ => ("/api/work/x", null), Fine),
        ["GET /api/sheets"] = (k => ($"/api/sheets?who={k.Owner}&days=7&parts=255", null), Unknown),
        ["POST /api/sheets"] = (
            k =>
                (
                    "/api/sheets",
                    new
                    {
                        inNameOf = k.Owner,
                        from = "2027-03-09",
                        days = 1,
                        parts = NoParts,
                        to = Array.Empty<string>(),
                    }
                ),
            Forbidden
        ),
        ["PUT /api/sheets/{person}"] = (
            k =>
                (
                    $"/api/sheets/{k.Owner}",
                    new
                    {
                        parts = NoParts,
                        dayBefore = true,
                        again = true,
                        to = Array.Empty<string>(),
                    }
                ),
            Forbidden
        ),
        ["POST /api/calendars/{person}/letters/tried"] = (k => ($"/api/calendars/{k.Owner}/letters/tried", ALetter), Forbidden),
        ["POST /api/calendars/{person}/letters"] = (k => ($"/api/calendars/{k.Owner}/letters", ALetter), Forbidden),
        ["GET /api/calendars/{person}/feeds"] = (k => ($"/api/calendars/{k.Owner}/feeds", null), Fine),
        ["POST /api/calendars/{person}/feeds"] = (
            k => ($"/api/calendars/{k.Owner}/feeds", new { most = "headlines", days = 28 }),
            Forbidden
        ),
        ["POST /api/feeds/{id:long}/renewal"] = (k => ("/api/feeds/999/renewal", new { }), Unknown),
        ["DELETE /api/feeds/{id:long}"] = (k => ("/api/feeds/999", null), Unknown),
        ["GET /api/setup/missing"] = (k => ("/api/setup/missing", null), Fine),
        ["GET /api/archive"] = (k => ("/api/archive", null), Fine),
        ["GET /api/devices"] = (k => ("/api/devices", null), Fine),
        ["POST /api/devices"] = (k => ("/api/devices", new { name = "Telephone" }), Fine),
        ["DELETE /api/devices/{id:long}"] = (k => ("/api/devices/999", null), Unknown),
        ["GET /api/calendars/{person}/followed"] = (k => ($"/api/calendars/{k.Owner}/followed", null), Fine),
        ["POST /api/calendars/{person}/followed"] = (
            k =>
                (
                    $"/api/calendars/{k.Owner}/followed",
                    new
                    {
                        name = "x",
                        address = "https://x.example/x.ics",
                        most = "firm",
                        everyMinutes = 60,
                    }
                ),
            Forbidden
        ),
        ["PUT /api/calendars/{person}/followed/{id:long}"] = (
            k =>
                (
                    $"/api/calendars/{k.Owner}/followed/1",
                    new
                    {
                        name = "x",
                        address = "https://x.example/x.ics",
                        most = "firm",
                        everyMinutes = 60,
                    }
                ),
            Forbidden
        ),
        ["DELETE /api/calendars/{person}/followed/{id:long}"] = (k => ($"/api/calendars/{k.Owner}/followed/1", null), Forbidden),
        ["POST /api/calendars/{person}/followed/{id:long}/reading"] = (
            k => ($"/api/calendars/{k.Owner}/followed/1/reading", new { }),
            Forbidden
        ),
        ["GET /api/calendars/{person}/further"] = (k => ($"/api/calendars/{k.Owner}/further", null), Fine),
        ["POST /api/calendars/{person}/further"] = (
            k => ($"/api/calendars/{k.Owner}/further", new { name = "x", counts = true }),
            Forbidden
        ),
        ["PUT /api/calendars/{person}/further/{id}"] = (
            k => ($"/api/calendars/{k.Owner}/further/{k.Calendar}", new { name = "x", counts = true }),
            Forbidden
        ),
        ["DELETE /api/calendars/{person}/further/{id}"] = (k => ($"/api/calendars/{k.Owner}/further/{k.Calendar}", null), Forbidden),
        ["GET /api/places"] = (_ => ("/api/places", null), Fine),
        ["POST /api/places"] = (
            _ =>
                (
                    "/api/places",
                    new
                    {
                        name = "x",
                        exists = false,
                        site = "x",
                        town = "x",
                        zone = "Europe/Lisbon",
                        country = (string?)null,
                        address = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["DELETE /api/places/{name}"] = (_ => ("/api/places/Head%20office", null), Forbidden),
        ["PUT /api/ways"] = (
            _ =>
                (
                    "/api/ways",
                    new
                    {
                        from = "x",
                        to = "y",
                        minutes = 5,
                    }
                ),
            Forbidden
        ),
        ["PUT /api/entries/{id}/own-part"] = (
            k => ($"/api/entries/{k.Meeting}/own-part", new { inNameOf = k.Owner, @private = true }),
            Forbidden
        ),
        ["PUT /api/entries/{id}/calendar"] = (k => ($"/api/entries/{k.Entry}/calendar", new { calendar = k.Calendar }), Unknown),
        ["DELETE /api/news/{id:long}"] = (_ => ("/api/news/1", null), Unknown),
        ["GET /api/mine"] = (_ => ("/api/mine", null), Fine),
        ["GET /api/handovers/"] = (_ => ("/api/handovers", null), Fine),
        ["GET /api/handovers/cover"] = (k => ($"/api/handovers/cover?cover={k.Other}&first=2027-03-09", null), Fine),
        ["GET /api/handovers/{id:long}"] = (k => ($"/api/handovers/{k.Handover}", null), Unknown),
        ["POST /api/handovers/"] = (
            k =>
                (
                    "/api/handovers",
                    new
                    {
                        cover = k.Other,
                        first = "2027-03-09",
                        last = "2027-03-10",
                        line = (string?)null,
                        items = new[]
                        {
                            new
                            {
                                principal = k.Owner,
                                key = (string?)null,
                                entry = (string?)null,
                                words = "x",
                                promised = (string?)null,
                                note = (string?)null,
                            },
                        },
                    }
                ),
            Forbidden
        ),
        ["PUT /api/handovers/{id:long}/items/{item:long}/kept"] = (_ => ("/api/handovers/1/items/1/kept", new { kept = true }), Unknown),
        ["PUT /api/handovers/{id:long}/items/{item:long}"] = (k => ($"/api/handovers/{k.Handover}/items/1", new { note = "x" }), Unknown),
        ["DELETE /api/handovers/{id:long}"] = (k => ($"/api/handovers/{k.Handover}", null), Unknown),
        ["GET /api/mails/"] = (_ => ($"/api/mails?text={Canary}", null), Fine),
        ["POST /api/mails/"] = (_ => ("/api/mails", "message/rfc822"), HttpStatusCode.BadRequest),
        ["GET /api/mails/{id:long}"] = (k => ($"/api/mails/{k.Mail}", null), Unknown),
        ["GET /api/mails/{id:long}/source"] = (k => ($"/api/mails/{k.Mail}/source", null), Unknown),
        ["POST /api/mails/{id:long}/sending"] = (k => ($"/api/mails/{k.Mail}/sending", new { }), Unknown),
        ["POST /api/mails/{id:long}/settling"] = (k => ($"/api/mails/{k.Mail}/settling", new { }), Unknown),
        ["POST /api/mails/{id:long}/taking-in"] = (k => ($"/api/mails/{k.Mail}/taking-in", new { }), Unknown),
        ["POST /api/mails/{id:long}/answer"] = (k => ($"/api/mails/{k.Mail}/answer", new { text = "x" }), Unknown),
        ["POST /api/meetings/{id}/organiser/letters"] = (
            k =>
                (
                    $"/api/meetings/{k.Meeting}/organiser/letters",
                    new
                    {
                        inNameOf = k.Owner,
                        occurrence = (string?)null,
                        text = "x",
                    }
                ),
            Forbidden
        ),
        ["POST /api/meetings/{id}/letters"] = (
            k =>
                (
                    $"/api/meetings/{k.Meeting}/letters",
                    new
                    {
                        occurrence = (string?)null,
                        circle = "everyone",
                        subject = "x",
                        text = "x",
                    }
                ),
            Unknown
        ),
        ["GET /api/people/{id}/account"] = (k => ($"/api/people/{k.Owner}/account", null), Forbidden),
        ["GET /api/accounts"] = (_ => ("/api/accounts", null), Forbidden),
        ["POST /api/people/{id}/account/signing-out"] = (k => ($"/api/people/{k.Owner}/account/signing-out", new { }), Forbidden),
        ["PUT /api/people/{id}/administrator"] = (k => ($"/api/people/{k.Owner}/administrator", new { isOne = true }), Forbidden),
        ["POST /api/account/signing-out"] = (_ => ("/api/account/signing-out", new { }), Empty),
        ["GET /api/people/{id}/deletion"] = (k => ($"/api/people/{k.Contact}/deletion", null), Unknown),
        ["POST /api/people/{id}/deletion"] = (k => ($"/api/people/{k.Contact}/deletion", new { }), Unknown),
        ["GET /api/people/{id}/leaving"] = (k => ($"/api/people/{k.Owner}/leaving", null), Forbidden),
        ["POST /api/people/{id}/leaving"] = (k => ($"/api/people/{k.Owner}/leaving", new { to = (string?)null }), Forbidden),
        ["POST /api/people/{id}/account/invitation"] = (k => ($"/api/people/{k.Owner}/account/invitation", new { }), Forbidden),
        ["PUT /api/people/{id}/account"] = (k => ($"/api/people/{k.Owner}/account", new { closed = true }), Forbidden),
        ["DELETE /api/people/{id}/account/authenticator"] = (k => ($"/api/people/{k.Owner}/account/authenticator", null), Forbidden),
        ["GET /api/account"] = (_ => ("/api/account", null), Fine),
        ["POST /api/account/password"] = (
            _ => ("/api/account/password", new { old = "not this one", password = "long enough to keep" }),
            Forbidden
        ),
        ["POST /api/account/authenticator"] = (_ => ("/api/account/authenticator", new { }), Fine),
        ["PUT /api/account/authenticator"] = (_ => ("/api/account/authenticator", new { code = "000000" }), HttpStatusCode.BadRequest),
        ["POST /api/account/authenticator/removal"] = (
            _ => ("/api/account/authenticator/removal", new { password = "not this one" }),
            Forbidden
        ),
        ["GET /api/account/passkeys"] = (_ => ("/api/account/passkeys", null), Fine),
        ["POST /api/account/passkeys/begun"] = (_ => ("/api/account/passkeys/begun", new { }), Fine),
        ["POST /api/account/passkeys"] = (_ => ("/api/account/passkeys", new { credential = "{}", name = "x" }), HttpStatusCode.BadRequest),
        ["DELETE /api/account/passkeys/{id}"] = (_ => ("/api/account/passkeys/x", null), Unknown),
        ["GET /api/history"] = (k => ($"/api/history?who={k.Owner}", null), Forbidden),
        ["GET /api/history/file"] = (k => ($"/api/history/file?who={k.Owner}&entry={k.Entry}", null), Unknown),
        ["GET /api/access/"] = (_ => ("/api/access", null), Fine),
        ["GET /api/access/cells"] = (k => ($"/api/access/cells?row={k.Owner}&row=inside", null), Fine),
        ["GET /api/access/grants"] = (k => ($"/api/access/grants?who={k.Other}&owner={k.Owner}", null), Unknown),
        ["GET /api/access/as-seen"] = (k => ($"/api/access/as-seen?who={k.Other}&owner={k.Owner}", null), Unknown),
        ["GET /api/access/readers"] = (k => ($"/api/access/readers?owner={k.Owner}", null), Empty),
        ["POST /api/access/grants"] = (
            k =>
                (
                    "/api/access/grants",
                    new
                    {
                        owner = k.Owner,
                        receivers = new[] { k.Other },
                        terms = k.Terms,
                        line = (string?)null,
                        request = (long?)null,
                    }
                ),
            Forbidden
        ),
        ["PUT /api/access/grants/{id:long}"] = (
            k =>
                (
                    $"/api/access/grants/{k.Grant}",
                    new
                    {
                        owner = k.Owner,
                        terms = k.Terms,
                        line = (string?)null,
                    }
                ),
            Unknown
        ),
        ["POST /api/access/grants/{id:long}/withdrawal"] = (
            k => ($"/api/access/grants/{k.Grant}/withdrawal", new { line = (string?)null }),
            Unknown
        ),
        ["POST /api/access/requests"] = (
            k =>
                (
                    "/api/access/requests",
                    new
                    {
                        owner = k.Owner,
                        terms = k.Terms,
                        words = (string?)null,
                        offer = (object?)null,
                    }
                ),
            Fine
        ),
        ["DELETE /api/access/requests/{id:long}"] = (k => ($"/api/access/requests/{k.Request}", null), Unknown),
        ["POST /api/access/requests/{id:long}/refusal"] = (
            k => ($"/api/access/requests/{k.Request}/refusal", new { line = (string?)null }),
            Forbidden
        ),
        ["DELETE /api/access/news/{id:long}"] = (_ => ("/api/access/news/1", null), Unknown),
        ["GET /api/access/covers"] = (k => ($"/api/access/covers?away={k.Other}", null), Fine),
        ["POST /api/access/covers"] = (
            k =>
                (
                    "/api/access/covers",
                    new
                    {
                        away = k.Other,
                        cover = k.Owner,
                        first = "2027-04-05",
                        last = "2027-04-06",
                        line = (string?)null,
                    }
                ),
            Forbidden
        ),
        ["PUT /api/access/defaults/{side}"] = (
            k =>
                (
                    "/api/access/defaults/inside",
                    new
                    {
                        owner = k.Owner,
                        sight = "everything",
                        acting = "look",
                    }
                ),
            Forbidden
        ),
        ["PUT /api/access/ceilings/{side}"] = (
            _ =>
                (
                    "/api/access/ceilings/inside",
                    new
                    {
                        sight = "everything",
                        acting = "look",
                        @private = true,
                    }
                ),
            Forbidden
        ),
    };

    /// <param name="Owner">Desmond.</param>
    /// <param name="Other">Ruta, who holds something in his calendar.</param>
    public sealed record Known(
        string Owner,
        string Other,
        string Entry,
        string Meeting,
        long Change,
        long Grant,
        long Request,
        string Contact,
        string Group,
        string Calendar,
        long Handover,
        long Mail,
        string Draft,
        string Held,
        string Asked,
        string Task,
        string Conference
    )
    {
        public object Terms { get; } = new
        {
            sight = "everything",
            acting = "look",
            @private = true,
            passOn = true,
            from = (string?)null,
            until = (string?)null,
        };
    }

    private static object Request(Known k) =>
        new
        {
            inNameOf = k.Owner,
            version = 1,
            caller = "x",
            person = (string?)null,
            ringBack = (string?)null,
            way = "mail",
            why = "x",
            minutes = 30,
            urgency = "canWait",
            promised = (long?)null,
            @private = false,
        };

    public static HttpContent? Content(object? body) =>
        body switch
        {
            null => null,
            "text/csv" => new ByteArrayContent("name,address\nx,x@x.example\n"u8.ToArray()) { Headers = { ContentType = new("text/csv") } },
            string type => new ByteArrayContent(Encoding.UTF8.GetBytes("BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n"))
            {
                Headers = { ContentType = new(type) },
            },
            _ => JsonContent.Create(body),
        };

    /// <summary>
    /// What stands on Desmond's lane: an appointment, a private one and a meeting, every text of which is told by its canary.
    /// </summary>
    public static async Task<Known> PrepareAsync(Host host)
    {
        using var noor = await host.SignInAsync(Host.Noor);
        var (owner, other) = (await noor.PersonAsync("Desmond Oyelaran"), await noor.PersonAsync("Ruta Vaitkus"));
        object Time(string start) =>
            new
            {
                start,
                zone = "Europe/Lisbon",
                minutes = 30,
                allDay = false,
                endZone = (string?)null,
            };
        var added = await noor.DoAsync(
            "/api/appointments",
            new
            {
                inNameOf = owner,
                title = Canary,
                time = Time("2027-03-09T12:00"),
                place = Canary,
                takes = "firm",
                @private = false,
                repeats = (string?)null,
            }
        );
        await noor.DoAsync(
            "/api/appointments",
            new
            {
                inNameOf = owner,
                title = Canary,
                time = Time("2027-03-09T13:00"),
                place = Canary,
                takes = "firm",
                @private = true,
                repeats = (string?)null,
            }
        );
        var contact = await noor.DoAsync(
            "/api/people",
            new
            {
                kind = "person",
                inside = false,
                keptFor = owner,
                said = new
                {
                    name = Canary,
                    address = $"{Canary}@strand.example",
                    note = Canary,
                },
            }
        );
        var arranged = await noor.DoAsync(
            "/api/meetings",
            new
            {
                inNameOf = owner,
                title = Canary,
                required = new[] { other, Text(contact, "id"), await noor.PersonAsync("Safety board") },
                optional = Array.Empty<string>(),
                start = "2027-03-09T09:00",
                zone = "Europe/Lisbon",
                minutes = 30,
                place = Canary,
                video = true,
                agenda = $"<h3>{Canary}</h3>",
                line = Canary,
                dialIn = Canary,
                category = Canary,
                @private = true,
                repeats = (string?)null,
            }
        );
        var mail = (await noor.GetAsync($"/api/mails?of={owner}&text={Canary}")).GetProperty("mails")[0].GetProperty("id").GetInt64();
        await noor.DoAsync($"/api/calendars/{owner}/further", new { name = Canary, counts = true });
        var calendar = Text((await noor.GetAsync($"/api/calendars/{owner}/further")).GetProperty("further")[0], "id");
        await noor.DoAsync(
            "/api/appointments",
            new
            {
                inNameOf = owner,
                title = Canary,
                time = Time("2027-03-09T17:00"),
                place = Canary,
                takes = "firm",
                @private = false,
                repeats = (string?)null,
                calendar,
            }
        );
        var handover = await noor.DoAsync(
            "/api/handovers",
            new
            {
                cover = await noor.PersonAsync("Ines Quadros"),
                first = "2027-03-08",
                last = "2027-03-09",
                line = Canary,
                items = new[]
                {
                    new
                    {
                        principal = owner,
                        key = (string?)null,
                        entry = (string?)null,
                        words = Canary,
                        promised = (string?)null,
                        note = Canary,
                    },
                },
            }
        );
        var draft = await noor.DoAsync("/api/drafts", new { version = 0, parts = $"{{\"title\":\"{Canary}\"}}" });
        await noor.DoAsync($"/api/drafts/{Text(draft, "id")}/links", new { name = Canary, address = $"https://{Canary}.example" });
        await noor.DoAsync(
            "/api/kinds",
            new
            {
                inNameOf = owner,
                id = (string?)null,
                name = Canary,
                parts = "{}",
            }
        );
        var held = await noor.DoAsync(
            "/api/holds",
            new
            {
                inNameOf = owner,
                title = Canary,
                starts = new[] { Milliseconds(2027, 3, 10, 9), Milliseconds(2027, 3, 10, 11) },
                minutes = 30,
                zone = "Europe/Lisbon",
                with = Array.Empty<string>(),
                lapses = Milliseconds(2027, 3, 12, 18),
            }
        );
        await noor.DoAsync(
            "/api/requests",
            new
            {
                inNameOf = owner,
                version = 0,
                caller = Canary,
                person = (string?)null,
                ringBack = Canary,
                way = "telephone",
                why = Canary,
                minutes = 30,
                urgency = "atOnce",
                promised = (long?)null,
                @private = true,
            }
        );
        var asked = Text((await noor.GetAsync($"/api/requests?text={Canary}")).GetProperty("requests")[0], "id");
        var notes = await noor.DoAsync(
            $"/api/entries/{Text(arranged, "entry")}/notes",
            new
            {
                lane = owner,
                occurrence = (string?)null,
                version = 0,
                text = $"<p>{Canary}</p>",
                tasks = new[]
                {
                    new
                    {
                        id = (string?)null,
                        words = Canary,
                        owner = other,
                        due = "2027-03-09",
                    },
                },
            },
            HttpMethod.Put
        );
        var link = Text(await noor.GetAsync($"/api/entries/{Text(arranged, "entry")}?lane={owner}"), "link");
        var grants = await noor.GetAsync($"/api/access/grants?who={other}&owner={owner}");
        var access = await noor.GetAsync("/api/access");
        var request = access
            .GetProperty("requests")
            .EnumerateArray()
            .First(r => r.GetProperty("owner").GetProperty("id").GetString() == owner);
        return new Known(
            owner,
            other,
            Text(added, "entry"),
            Text(arranged, "entry"),
            added.GetProperty("change").GetInt64(),
            grants.GetProperty("grants")[0].GetProperty("id").GetInt64(),
            request.GetProperty("id").GetInt64(),
            Text(contact, "id"),
            await noor.PersonAsync("Safety board"),
            calendar,
            handover.GetProperty("id").GetInt64(),
            mail,
            Text(draft, "id"),
            Text(held, "request"),
            asked,
            Text(notes.GetProperty("own").GetProperty("tasks")[0], "id"),
            link.Split('/')[^1]
        );
    }

    private static long Milliseconds(int year, int month, int day, int hour) =>
        new DateTimeOffset(year, month, day, hour, 0, 0, TimeSpan.Zero).ToUnixTimeMilliseconds();

    private static string Text(JsonElement element, string name) => element.GetProperty(name).GetString()!;

    private static object Instruction(Known known) =>
        new
        {
            inNameOf = known.Owner,
            asks = "inside",
            people = Array.Empty<string>(),
            time = "withinHours",
            clashTitle = (string?)null,
            title = (string?)null,
            atLeastMinutes = (int?)null,
            answer = "accepted",
            line = (string?)null,
            byItself = false,
        };

    private static object Slots(Known known) =>
        new
        {
            inNameOf = known.Owner,
            required = new[] { known.Owner },
            optional = Array.Empty<string>(),
            minutes = 30,
            from = "2027-03-08",
            to = "2027-03-09",
        };
}
