using Corlin.Web.Edge;
using Corlin.Web.Identity;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Accounts;

/// <param name="Options">What the browser is asked for, as WebAuthn writes it in JSON.</param>
public sealed record PasskeyBegunView(string Options);

/// <param name="Credential">What the browser made of it, as JSON.</param>
/// <param name="Name">How its owner calls it.</param>
public sealed record PasskeyRequest(string Credential, string Name);

/// <param name="Credential">What the browser made of it, as JSON.</param>
public sealed record PasskeySignInRequest(string Credential);

/// <param name="At">When it was added, in milliseconds since 1970.</param>
public sealed record PasskeyView(string Id, string Name, long At);

internal static class PasskeyEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/account/passkeys", GetAsync);
        api.MapPost("/account/passkeys/begun", BeginAsync);
        api.MapPost("/account/passkeys", AddAsync);
        api.MapDelete("/account/passkeys/{id}", RemoveAsync);
        api.MapPost("/session/passkey/begun", AskAsync).AllowAnonymous().RequireRateLimiting(Limits.Key);
        api.MapPost("/session/passkey", SignInAsync).AllowAnonymous().RequireRateLimiting(Limits.Key);
    }

    private static async Task<Ok<IReadOnlyList<PasskeyView>>> GetAsync(Reader reader, Passkeys passkeys) =>
        TypedResults.Ok<IReadOnlyList<PasskeyView>>([
            .. (await passkeys.OfAsync(reader.Person)).Select(p => new PasskeyView(p.Id, p.Name, p.At.ToUnixTimeMilliseconds())),
        ]);

    private static async Task<Ok<PasskeyBegunView>> BeginAsync(Reader reader, Passkeys passkeys) =>
        TypedResults.Ok(new PasskeyBegunView(await passkeys.BeginAsync(reader.Person)));

    private static async Task<NoContent> AddAsync(Reader reader, PasskeyRequest request, Passkeys passkeys)
    {
        await passkeys.AddAsync(reader.Person, request.Credential ?? "", request.Name ?? "");
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> RemoveAsync(Reader reader, string id, Passkeys passkeys)
    {
        await passkeys.RemoveAsync(reader.Person, id);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<PasskeyBegunView>> AskAsync(Passkeys passkeys) =>
        TypedResults.Ok(new PasskeyBegunView(await passkeys.AskAsync()));

    private static async Task<Results<Ok<SignedInView>, ProblemHttpResult>> SignInAsync(
        HttpContext context,
        PasskeySignInRequest request,
        Passkeys passkeys
    ) =>
        SessionEndpoints.Answer(
            context,
            new SignInResultOf(await passkeys.SignInAsync(request.Credential ?? "")),
            "That passkey lets nobody in here."
        );
}
