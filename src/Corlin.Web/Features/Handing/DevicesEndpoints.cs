using Corlin.Application.Handing;
using Corlin.Web.Edge;
using Corlin.Web.Features.Handing.CalDav;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Handing;

public sealed record DeviceRequest(string Name);

/// <param name="Password">It is told this once.</param>
public sealed record AddedDeviceView(long Change, string Password);

/// <param name="Address">What is typed into a device as the server.</param>
public sealed record OwnDevicesView(DevicesView Own, string Address);

/// <summary>The devices that keep one’s calendars, as they are let in and shut out.</summary>
internal static class DevicesEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/devices", GetAsync);
        api.MapPost("/devices", AddAsync).RequireRateLimiting(Limits.Key).ToldOnce();
        api.MapDelete("/devices/{id:long}", EndAsync);
    }

    private static async Task<Ok<OwnDevicesView>> GetAsync(Reader reader, StartOptions options) =>
        TypedResults.Ok(
            new OwnDevicesView(await reader.ReadAsync(new ReadDevices(reader.Person, reader.Now).Run), $"{options.Address}{DavPath.Base}/")
        );

    private static async Task<Ok<AddedDeviceView>> AddAsync(Reader reader, DeviceRequest request)
    {
        var added = await reader.ChangeAsync(new AddDevice(reader.Person, request.Name));
        return TypedResults.Ok(new AddedDeviceView(added.Change, added.Password));
    }

    private static async Task<Ok<ChangedView>> EndAsync(Reader reader, long id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new WithdrawDevice(reader.Person, id))));
}
