using System.Security.Claims;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Text;
using Corlin.Web.Edge;
using Corlin.Web.Identity;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Accounts;

/// <param name="Address">Null where nobody is signed in.</param>
/// <param name="Forgery">Sent back with every change.</param>
/// <param name="Organisation">"Ebbline", told to whoever opens the page; null where it was never said.</param>
/// <param name="SetUpNeeded">Nobody has an account yet.</param>
/// <param name="MailLeaves">Whether mail reaches anybody outside.</param>
/// <param name="MakesConferences">Whether conferences are made here; where not, a link can only be given.</param>
/// <param name="Trouble">What goes on failing, told to administrators; empty where nothing does.</param>
public sealed record SessionView(
    string? Address,
    string Forgery,
    bool Demo,
    string? Organisation,
    bool SetUpNeeded,
    bool MailLeaves,
    bool MakesConferences,
    IReadOnlyList<string> Trouble
);

/// <param name="NeedsCode">The code of the authenticator is asked for next.</param>
public sealed record SignedInView(bool NeedsCode);

public sealed record SignInRequest(string Address, string Password);

/// <param name="Place">The first place where people work, "Head office"; null where that is said later.</param>
/// <param name="Organisation">How the organisation is called; null where that is said later.</param>
public sealed record SetUpRequest(
    string Name,
    string Address,
    string Zone,
    string Password,
    FirstPlaceRequest? Place = null,
    string? Organisation = null
);

/// <param name="Country">Its name, or by ISO 3166, for its public holidays; null where none is told.</param>
public sealed record FirstPlaceRequest(string Name, string Town, string? Country);

internal static class SessionEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/session", GetAsync).AllowAnonymous();
        api.MapPost("/session", SignInAsync).AllowAnonymous().RequireRateLimiting(Limits.Key);
        api.MapPost("/session/code", CodeAsync).AllowAnonymous().RequireRateLimiting(Limits.Key);
        api.MapDelete("/session", SignOutAsync);
        api.MapPost("/setup", SetUpAsync).AllowAnonymous().RequireRateLimiting(Limits.Key);
    }

    private static async Task<Ok<SessionView>> GetAsync(
        HttpContext context,
        IAntiforgery antiforgery,
        StartOptions options,
        AccountSignIn accounts,
        IReadStore store,
        IConferenceLinks conferences,
        Workers workers
    )
    {
        var trouble =
            context.User.Identity?.IsAuthenticated == true
            && workers.Failing.Count > 0
            && await store.ReadAsync(s => s.IsAdministrator(context.User.Person()))
                ? workers.Failing.Select(f => f.Name).ToList()
                : [];
        var token = antiforgery.GetAndStoreTokens(context).RequestToken!;
        var address = context.User.FindFirstValue(ClaimTypes.Email);
        return TypedResults.Ok(
            new SessionView(
                address,
                token,
                options.Demo,
                await store.ReadAsync(s => s.OrganisationName()),
                address is null && !accounts.Any(),
                options.MailLeaves,
                conferences.MakesLinks,
                trouble
            )
        );
    }

    private static async Task<Results<Ok<SignedInView>, ProblemHttpResult>> SignInAsync(
        HttpContext context,
        SignInRequest request,
        AccountSignIn accounts
    ) =>
        // The same words whether the address or the password is wrong.
        Answer(
            context,
            await accounts.SignInAsync(request.Address, request.Password, Limits.From(context)),
            "The address or the password is not right."
        );

    private static async Task<Results<Ok<SignedInView>, ProblemHttpResult>> CodeAsync(
        HttpContext context,
        CodeRequest request,
        AccountSignIn accounts
    ) => Answer(context, await accounts.SignInWithCodeAsync(request.Code, Limits.From(context)), "That code is not right, or it is over.");

    internal static Results<Ok<SignedInView>, ProblemHttpResult> Answer(HttpContext context, SignInResultOf result, string wrong)
    {
        switch (result.Outcome)
        {
            case SignInOutcome.SignedIn:
                return TypedResults.Ok(new SignedInView(false));
            case SignInOutcome.NeedsCode:
                return TypedResults.Ok(new SignedInView(true));
            case SignInOutcome.Closed:
                return Problem("Sign-in is blocked here. Ask an administrator.", 403, "closed");
            case SignInOutcome.TooSoon:
                var seconds = (int)Math.Ceiling(result.Wait.TotalSeconds);
                context.Response.Headers.RetryAfter = seconds.ToString(System.Globalization.CultureInfo.InvariantCulture);
                return Problem(Limits.Words(seconds), 429, "too-many");
            default:
                return Problem(wrong, 401, "not-signed-in");
        }
    }

    private static async Task<NoContent> SignOutAsync(Reader reader, AccountSignIn accounts, LiveUpdates live)
    {
        live.End(reader.Person);
        await accounts.SignOutAsync();
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SetUpAsync(
        SetUpRequest request,
        AccountSignIn accounts,
        NodaTime.IClock clock
    )
    {
        if (string.IsNullOrWhiteSpace(request.Name))
            throw new RefusedException(RefusalKind.BadInput, "name", request.Name);
        var zone = Zone(request.Zone, clock.GetCurrentInstant());
        var place = request.Place is { } said ? new Core.Whereabouts.Place(said.Name ?? "", "", said.Town ?? "", zone, said.Country) : null;
        var organisation = string.IsNullOrWhiteSpace(request.Organisation) ? null : OrganisationName.Of(request.Organisation);
        return await accounts.SetUpAsync(request.Name.Trim(), request.Address.Trim(), zone, request.Password, place, organisation) switch
        {
            SetUpOutcome.Done => TypedResults.NoContent(),
            SetUpOutcome.AlreadySetUp => Problem("Corlin is set up already. Sign in.", 409, "set-up"),
            _ => Problem("Choose a password of at least 12 characters.", 400, "password", "password"),
        };
    }

    /// <summary>A zone by its id, or by its city where one alone is called so.</summary>
    private static string Zone(string said, NodaTime.Instant now)
    {
        if (Core.Time.Zones.Exists(said))
            return said;
        var called = Core.Time.ZoneSearch.Find(said, now).Where(z => Plain.Of(z.City).Trim() == Plain.Of(said).Trim()).Take(2).ToList();
        return called is [var one]
            ? one.Id
            : throw new RefusedException(RefusalKind.ZoneUnknown, "zone", said.Length > 60 ? said[..60] : said);
    }

    private static ProblemHttpResult Problem(string title, int status, string type, string? field = null) =>
        TypedResults.Problem(
            title: title,
            statusCode: status,
            type: $"corlin:{type}",
            extensions: field is null ? null : new Dictionary<string, object?> { ["field"] = field }
        );
}
