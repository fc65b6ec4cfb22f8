using Corlin.Core.Meetings;
using Corlin.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Session;

/// <param name="State">none, invited, open or closed.</param>
public sealed record AccountView(string State, bool SecondFactor);

/// <param name="Key">With it somebody sets their password, once, within a day.</param>
public sealed record InvitationView(string Key);

public sealed record ClosedRequest(bool Closed);

public sealed record WelcomeRequest(string Key, string Password);

/// <param name="CodesLeft">How many of the codes for a lost authenticator are left.</param>
public sealed record OwnAccountView(string Address, bool SecondFactor, int CodesLeft);

public sealed record PasswordRequest(string Old, string Password);

/// <param name="Picture">Dark (1) and light (0) squares, a line each.</param>
public sealed record AuthenticatorView(string Secret, string Link, IReadOnlyList<string> Picture);

public sealed record CodeRequest(string Code);

public sealed record CodesView(IReadOnlyList<string> Codes);

public sealed record ConfirmedRequest(string Password);

internal static class AccountEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/people/{id}/account", GetAsync);
        api.MapPost("/people/{id}/account/invitation", InviteAsync);
        api.MapPut("/people/{id}/account", CloseAsync);
        api.MapDelete("/people/{id}/account/authenticator", RemoveSecondFactorAsync);
        api.MapPost("/welcome", WelcomeAsync).AllowAnonymous().RequireRateLimiting(Limits.Key);
        api.MapGet("/account", OwnAsync);
        api.MapPost("/account/password", ChangePasswordAsync);
        api.MapPost("/account/authenticator", BeginAuthenticatorAsync);
        api.MapPut("/account/authenticator", ConfirmAuthenticatorAsync);
        api.MapPost("/account/authenticator/removal", RemoveAuthenticatorAsync);
    }

    private static async Task<Ok<AccountView>> GetAsync(Reader reader, string id, AccountKeeping accounts)
    {
        var who = await reader.FindAsync(id, "who");
        if (!await reader.ReadAsync(s => s.IsAdministrator(reader.Person))) throw new RefusedException(RefusalKind.AdministratorsOnly);
        var (state, secondFactor) = await accounts.OfAsync(who.Id);
        return TypedResults.Ok(new AccountView(state.ToString().ToLowerInvariant(), secondFactor));
    }

    private static async Task<Ok<InvitationView>> InviteAsync(Reader reader, string id, AccountKeeping accounts) =>
        TypedResults.Ok(new InvitationView(await accounts.InviteAsync(reader.Person, await reader.FindAsync(id, "who"))));

    private static async Task<NoContent> CloseAsync(Reader reader, string id, ClosedRequest request, AccountKeeping accounts)
    {
        await accounts.SetClosedAsync(reader.Person, await reader.UserAsync(id, "who"), request.Closed);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> RemoveSecondFactorAsync(Reader reader, string id, AccountKeeping accounts)
    {
        await accounts.RemoveSecondFactorAsync(reader.Person, await reader.UserAsync(id, "who"));
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> WelcomeAsync(WelcomeRequest request, OwnAccount account)
    {
        await account.WelcomeAsync(request.Key, request.Password);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<OwnAccountView>> OwnAsync(Reader reader, OwnAccount account)
    {
        var (address, secondFactor, codesLeft) = await account.ReadAsync(reader.Person);
        return TypedResults.Ok(new OwnAccountView(address, secondFactor, codesLeft));
    }

    private static async Task<NoContent> ChangePasswordAsync(Reader reader, PasswordRequest request, OwnAccount account)
    {
        await account.ChangePasswordAsync(reader.Person, request.Old, request.Password);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<AuthenticatorView>> BeginAuthenticatorAsync(Reader reader, OwnAccount account)
    {
        var (secret, link, picture) = await account.BeginAuthenticatorAsync(reader.Person);
        return TypedResults.Ok(new AuthenticatorView(secret, link, picture));
    }

    private static async Task<Ok<CodesView>> ConfirmAuthenticatorAsync(Reader reader, CodeRequest request, OwnAccount account) =>
        TypedResults.Ok(new CodesView(await account.ConfirmAuthenticatorAsync(reader.Person, request.Code)));

    private static async Task<NoContent> RemoveAuthenticatorAsync(Reader reader, ConfirmedRequest request, OwnAccount account)
    {
        await account.RemoveAuthenticatorAsync(reader.Person, request.Password);
        return TypedResults.NoContent();
    }
}
