using Corlin.Web.Demo;
using Corlin.Web.Edge;
using Corlin.Web.Features.Access;
using Corlin.Web.Features.Accounts;
using Corlin.Web.Features.Arranging;
using Corlin.Web.Features.Calendars;
using Corlin.Web.Features.Conferences;
using Corlin.Web.Features.Desk;
using Corlin.Web.Features.Entries;
using Corlin.Web.Features.Files;
using Corlin.Web.Features.Handing;
using Corlin.Web.Features.Handing.CalDav;
using Corlin.Web.Features.HandingOver;
using Corlin.Web.Features.History;
using Corlin.Web.Features.Lanes;
using Corlin.Web.Features.Mail;
using Corlin.Web.Features.Meetings;
using Corlin.Web.Features.Offers;
using Corlin.Web.Features.People;
using Corlin.Web.Features.Watching;
using Corlin.Web.Features.Whereabouts;

namespace Corlin.Web.Hosting;

/// <summary>Every endpoint there is.</summary>
internal static class Endpoints
{
    /// <summary>Those that answer without a session. A test compares this list with the routes.</summary>
    public static readonly IReadOnlySet<string> WithoutSession = new HashSet<string>
    {
        "GET /healthz",
        "GET /metrics",
        "GET /api/session",
        "POST /api/session",
        "POST /api/session/code",
        "POST /api/session/passkey/begun",
        "POST /api/session/passkey",
        "POST /api/welcome",
        "POST /api/account/reset",
        "POST /api/setup",
        // Who has the link of a conference comes to its page.
        "POST /api/conference/{key}",
        "POST /api/conference/{key}/join",
        "POST /api/conference/{key}/leave",
        // Who has the link of a feed reads it, with a program or as a page.
        "GET /feeds/{key}",
        "GET /feeds/{key}/calendar.ics",
        "GET /feeds/{key}/busy.ics",
        // Where a device finds the calendars; what is there asks for its password.
        "GET /.well-known/caldav",
        "HEAD /.well-known/caldav",
        "OPTIONS /.well-known/caldav",
        "PROPFIND /.well-known/caldav",
        // Who has the link of an offer answers it, on a page without script.
        "GET /offers/{key}",
        "POST /offers/{key}",
        "GET /offers/{key}/times.ics",
        "GET /api/demo/sign-ins",
        "GET /openapi/{documentName}.json",
        // The page itself, whatever place its address names.
        "GET /{*path:nonfile}",
        "HEAD /{*path:nonfile}",
    };

    /// <summary>Whether it answers, and what goes on failing beside it.</summary>
    private static IResult Health(Warmth warmth, Workers workers)
    {
        if (!warmth.IsWarm)
            return Results.StatusCode(StatusCodes.Status503ServiceUnavailable);
        var failing = workers.Failing;
        return Results.Text(failing.Count == 0 ? "healthy" : string.Join('\n', failing.Select(f => $"failing since {f.Since}: {f.Name}")));
    }

    public static void Map(WebApplication app, bool demo)
    {
        app.MapGet("/healthz", Health).AllowAnonymous().RequireRateLimiting(Limits.Stranger).ExcludeFromDescription();
        app.MapOpenApi().AllowAnonymous();
        app.MapHub<LiveHub>("/live", o => o.CloseOnAuthenticationExpiration = true);
        var api = app.MapGroup("/api").AddEndpointFilter<RouteGroupBuilder, Bodies>();
        SessionEndpoints.Map(api);
        SettingsEndpoints.Map(api);
        AccountEndpoints.Map(api);
        PasskeyEndpoints.Map(api);
        DeskEndpoints.Map(api);
        LanesEndpoints.Map(api);
        ZonesEndpoints.Map(api);
        MarksEndpoints.Map(api);
        ClosuresEndpoints.Map(api);
        RemindersEndpoints.Map(api);
        PeopleEndpoints.Map(api);
        AddressEndpoints.Map(api);
        WhereaboutsEndpoints.Map(api);
        PlacesEndpoints.Map(api);
        ArrangeEndpoints.Map(api);
        SlotsEndpoints.Map(api);
        WaysOutEndpoints.Map(api);
        QuestionEndpoints.Map(api);
        InstructionEndpoints.Map(api);
        WatchEndpoints.Map(api);
        DraftsEndpoints.Map(api);
        PresetsEndpoints.Map(api);
        HoldsEndpoints.Map(api);
        OffersEndpoints.Map(api);
        OfferPages.Map(app);
        RequestsEndpoints.Map(api);
        NotesEndpoints.Map(api);
        ConferenceEndpoints.Map(api);
        ChaseEndpoints.Map(api);
        MailEndpoints.Map(api);
        EntriesEndpoints.Map(api);
        PapersEndpoints.Map(api);
        FilesEndpoints.Map(api);
        FollowedEndpoints.Map(api);
        FeedsEndpoints.Map(api);
        SheetsEndpoints.Map(api);
        FeedPages.Map(app);
        DevicesEndpoints.Map(api);
        ArchiveEndpoints.Map(api);
        CalDavEndpoints.Map(app);
        CalendarsEndpoints.Map(api);
        HandoverEndpoints.Map(api);
        AccessEndpoints.Map(api);
        HistoryEndpoints.Map(api);
        if (demo)
            DemoEndpoints.Map(api);
        api.MapFallback(() => Results.Problem(title: "Not found.", statusCode: 404, type: "corlin:not-found"));
    }
}
