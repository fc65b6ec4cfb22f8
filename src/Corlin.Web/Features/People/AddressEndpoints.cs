using Corlin.Application.People;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.People;

/// <param name="Version">The one that was looked at.</param>
public sealed record AddressRequest(int Version, string Address);

/// <param name="Waits">nothing, letter or administrator.</param>
public sealed record AddressSaidView(long Change, AddressWaits Waits);

/// <param name="Uses">It is taken; false to leave the one before.</param>
public sealed record SettleAddressRequest(bool Uses);

/// <param name="Key">From the letter.</param>
public sealed record AddressKeyRequest(string Key);

internal static class AddressEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/people/{id}/address", SayAsync);
        api.MapPost("/addresses/{id:long}", SettleAsync);
        api.MapPost("/account/address", ConfirmAsync).RequireRateLimiting(Limits.Key);
    }

    private static async Task<Ok<AddressSaidView>> SayAsync(Reader reader, string id, AddressRequest request)
    {
        var (change, waits) = await reader.ChangeAsync(new SayAddress(reader.Person, id, request.Version, request.Address));
        return TypedResults.Ok(new AddressSaidView(change, waits));
    }

    private static async Task<Ok<ChangedView>> SettleAsync(Reader reader, long id, SettleAddressRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new SettleAddress(reader.Person, id, request.Uses))));

    private static async Task<Ok<ChangedView>> ConfirmAsync(Reader reader, AddressKeyRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new ConfirmAddress(reader.Person, request.Key))));
}
