using Corlin.Application.Handing;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Handing;

public sealed record DeviceRequest(string Name);

/// <param name="Password">It is told this once.</param>
public sealed record AddedDeviceView(string Password);

/// <summary>The devices that keep one’s calendars, as they are let in and shut out.</summary>
internal static class DevicesEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/devices", GetAsync);
        api.MapPost("/devices", AddAsync).RequireRateLimiting(Limits.Key).ToldOnce();
        api.MapDelete("/devices/{id:long}", EndAsync);
    }

    private static async Task<Ok<DevicesView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadDevices(reader.Person, reader.Now).Run));

    private static async Task<Ok<AddedDeviceView>> AddAsync(Reader reader, DeviceRequest request)
    {
        var added = await reader.ChangeAsync(new AddDevice(reader.Person, request.Name));
        return TypedResults.Ok(new AddedDeviceView(added.Password));
    }

    private static async Task<NoContent> EndAsync(Reader reader, long id)
    {
        await reader.ChangeAsync(new WithdrawDevice(reader.Person, id));
        return TypedResults.NoContent();
    }
}
