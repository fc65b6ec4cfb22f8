using Corlin.Application.Accounts;
using Corlin.Application.HandingOver;
using Corlin.Application.Lanes;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Corlin.Web.Identity;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Accounts;

/// <param name="State">none, invited, open or closed.</param>
public sealed record AccountView(string State, bool SecondFactor, bool Administrator);

/// <param name="Who">Somebody inside.</param>
/// <param name="LastIn">When they were last here, to the hour, in milliseconds since 1970; null for never.</param>
public sealed record AccountRow(PersonView Who, string State, bool SecondFactor, bool Administrator, long? LastIn);

/// <param name="InAll">How many there are; the first of them are told.</param>
/// <param name="Organisation">How the organisation is called; null where that was never said.</param>
public sealed record AccountsView(IReadOnlyList<AccountRow> Rows, int InAll, string? Organisation);

public sealed record AdministratorRequest(bool IsOne);

/// <param name="Key">With it somebody sets their password, once, within a day; null where it was sent to them.</param>
public sealed record InvitationView(string? Key);

/// <param name="ByMail">Whether it is sent to them, and not shown.</param>
public sealed record KeyWayRequest(bool ByMail = false);

public sealed record ResetRequest(string Address);

/// <param name="To">The public id of who takes over; null for nobody yet.</param>
public sealed record LeaveRequest(string? To = null);

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
        api.MapGet("/accounts", ListAsync);
        api.MapPost("/people/{id}/account/signing-out", SignOutAsync);
        api.MapPut("/people/{id}/administrator", SetAdministratorAsync);
        api.MapPost("/account/signing-out", SignOutElsewhereAsync);
        api.MapPost("/people/{id}/account/invitation", InviteAsync).ToldOnce();
        api.MapPut("/people/{id}/account", CloseAsync);
        api.MapGet("/people/{id}/leaving", LeavingAsync);
        api.MapPost("/people/{id}/leaving", LeaveAsync);
        api.MapDelete("/people/{id}/account/authenticator", RemoveSecondFactorAsync);
        api.MapPost("/welcome", WelcomeAsync).AllowAnonymous().RequireRateLimiting(Limits.Key);
        api.MapPost("/account/reset", AskForReset).AllowAnonymous().RequireRateLimiting(Limits.Key);
        api.MapGet("/account", OwnAsync);
        api.MapPost("/account/password", ChangePasswordAsync);
        api.MapPost("/account/authenticator", BeginAuthenticatorAsync);
        api.MapPut("/account/authenticator", ConfirmAuthenticatorAsync);
        api.MapPost("/account/authenticator/removal", RemoveAuthenticatorAsync);
    }

    private static async Task<Ok<AccountView>> GetAsync(Reader reader, string id, AccountKeeping accounts)
    {
        var who = await reader.FindAsync(id, "who");
        if (!await reader.ReadAsync(s => s.IsAdministrator(reader.Person)))
            throw new RefusedException(RefusalKind.AdministratorsOnly);
        var (state, secondFactor) = await accounts.OfAsync(who.Id);
        return TypedResults.Ok(
            new AccountView(state.ToString().ToLowerInvariant(), secondFactor, await reader.ReadAsync(s => s.IsAdministrator(who.Id)))
        );
    }

    /// <param name="text">What is typed of a name or address.</param>
    private static async Task<Ok<AccountsView>> ListAsync(Reader reader, string? text, AccountKeeping accounts)
    {
        var holders = await reader.ReadAsync(s => new ReadAccountHolders(reader.Person, text ?? "", reader.Now).Run(s));
        var states = await accounts.OfAsync([.. holders.Found.Select(f => f.Id)]);
        return TypedResults.Ok(
            new AccountsView(
                [
                    .. holders.Found.Select(f =>
                        states.TryGetValue(f.Id, out var way)
                            ? new AccountRow(
                                f.Who,
                                way.State.ToString().ToLowerInvariant(),
                                way.SecondFactor,
                                f.Administrator,
                                way.LastIn?.ToUnixTimeMilliseconds()
                            )
                            : new AccountRow(f.Who, "none", false, f.Administrator, null)
                    ),
                ],
                holders.InAll,
                holders.Organisation
            )
        );
    }

    private static async Task<NoContent> SignOutAsync(Reader reader, string id, AccountKeeping accounts)
    {
        await accounts.SignOutAsync(reader.Person, await reader.UserAsync(id, "who"));
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SetAdministratorAsync(Reader reader, string id, AdministratorRequest request)
    {
        await reader.ChangeAsync(new SetAdministrator(reader.Person, await reader.UserAsync(id, "who"), request.IsOne));
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutElsewhereAsync(Reader reader, OwnAccount account)
    {
        await account.SignOutElsewhereAsync(reader.Person);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<InvitationView>> InviteAsync(Reader reader, string id, KeyWayRequest request, AccountKeeping accounts)
    {
        var who = await reader.FindAsync(id, "who");
        if (!request.ByMail)
            return TypedResults.Ok(new InvitationView(await accounts.InviteAsync(reader.Person, who)));
        await accounts.MailInvitationAsync(reader.Person, who);
        return TypedResults.Ok(new InvitationView(null));
    }

    /// <summary>The same answer whoever asks, and for whatever address.</summary>
    private static NoContent AskForReset(ResetRequest request, KeyRequests requests, StartOptions options)
    {
        if (options.MailLeaves)
            requests.Ask((Times.Limited(request.Address, 254, "address") ?? "").Trim().ToLowerInvariant());
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> CloseAsync(Reader reader, string id, ClosedRequest request, AccountKeeping accounts)
    {
        await accounts.SetClosedAsync(reader.Person, await reader.UserAsync(id, "who"), request.Closed);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<LeavingView>> LeavingAsync(Reader reader, string id) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadLeaving(reader.Person, id, reader.Now).Run));

    /// <summary>What hangs on them is handed on first; their way in is closed where that was done.</summary>
    private static async Task<Ok<LeftView>> LeaveAsync(Reader reader, string id, LeaveRequest request, AccountKeeping accounts)
    {
        var who = await reader.UserAsync(id, "who");
        var left = await reader.ChangeAsync(new Leave(reader.Person, id, request.To));
        if (await reader.ReadAsync(s => s.IsAdministrator(who)))
            await reader.ChangeAsync(new SetAdministrator(reader.Person, who, IsOne: false));
        if ((await accounts.OfAsync(who)).State is AccountState.Open or AccountState.Invited)
            await accounts.SetClosedAsync(reader.Person, who, closed: true);
        return TypedResults.Ok(left);
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
