using System.Security.Claims;
using Corlin.Core.Meetings;
using Corlin.Web.Hosting;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Session;

/// <param name="Address">Null where nobody is signed in.</param>
/// <param name="Forgery">Sent back with every change.</param>
/// <param name="SetUpNeeded">Nobody has an account yet.</param>
public sealed record SessionView(string? Address, string Forgery, bool Demo, bool SetUpNeeded);

/// <param name="NeedsCode">The code of the authenticator is asked for next.</param>
public sealed record SignedInView(bool NeedsCode);

public sealed record SignInRequest(string Address, string Password);

public sealed record SetUpRequest(string Name, string Address, string Zone, string Password);

internal static class SessionEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/session", Get).AllowAnonymous();
        api.MapPost("/session", SignInAsync).AllowAnonymous();
        api.MapPost("/session/code", CodeAsync).AllowAnonymous();
        api.MapDelete("/session", SignOutAsync);
        api.MapPost("/setup", SetUpAsync).AllowAnonymous();
    }

    private static Ok<SessionView> Get(HttpContext context, IAntiforgery antiforgery, Hosting.HostOptions options, Accounts accounts)
    {
        var token = antiforgery.GetAndStoreTokens(context).RequestToken!;
        var address = context.User.FindFirstValue(ClaimTypes.Email);
        return TypedResults.Ok(new SessionView(address, token, options.Demo, address is null && !accounts.Any()));
    }

    private static async Task<Results<Ok<SignedInView>, ProblemHttpResult>> SignInAsync(SignInRequest request, Accounts accounts) =>
        // The same words whether the address or the password is wrong.
        Answer(await accounts.SignInAsync(request.Address, request.Password), "The address or the password is not right.");

    private static async Task<Results<Ok<SignedInView>, ProblemHttpResult>> CodeAsync(CodeRequest request, Accounts accounts) =>
        Answer(await accounts.SignInWithCodeAsync(request.Code), "That code is not right, or it is over.");

    internal static Results<Ok<SignedInView>, ProblemHttpResult> Answer(SignInOutcome outcome, string wrong) => outcome switch
    {
        SignInOutcome.SignedIn => TypedResults.Ok(new SignedInView(false)),
        SignInOutcome.NeedsCode => TypedResults.Ok(new SignedInView(true)),
        SignInOutcome.LockedOut => Problem("Too many tries. Wait five minutes and try again; if that does not help, ask an administrator.", 429, "locked-out"),
        _ => Problem(wrong, 401, "not-signed-in"),
    };

    private static async Task<NoContent> SignOutAsync(Accounts accounts)
    {
        await accounts.SignOutAsync();
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SetUpAsync(SetUpRequest request, Accounts accounts)
    {
        if (string.IsNullOrWhiteSpace(request.Name)) throw new RefusedException(RefusalKind.BadInput, "name", request.Name);
        return await accounts.SetUpAsync(request.Name.Trim(), request.Address.Trim(), request.Zone, request.Password) switch
        {
            SetUpOutcome.Done => TypedResults.NoContent(),
            SetUpOutcome.AlreadySetUp => Problem("Corlin is set up already. Sign in.", 409, "set-up"),
            SetUpOutcome.PasswordTooShort => Problem("Choose a password of at least 12 characters.", 400, "password", "password"),
            _ => Problem("The account could not be made; check the address.", 400, "set-up", "address"),
        };
    }

    private static ProblemHttpResult Problem(string title, int status, string type, string? field = null) => TypedResults.Problem(
        title: title, statusCode: status, type: $"corlin:{type}", extensions: field is null ? null : new Dictionary<string, object?> { ["field"] = field });
}
