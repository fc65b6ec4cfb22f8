using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Core.Whereabouts;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.People;

/// <param name="Exists">Whether it is one that there is already.</param>
/// <param name="Site">Places of one site need no way between them; null for a site of its own.</param>
/// <param name="Country">Its name, or by ISO 3166, for its public holidays; null where none is told.</param>
public sealed record PlaceRequest(string Name, bool Exists, string? Site, string Town, string Zone, string? Country, string? Address);

/// <param name="Minutes">Null where the way is not known any more.</param>
public sealed record WayRequest(string From, string To, int? Minutes);

internal static class PlacesEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/places", GetAsync);
        api.MapPost("/places", KeepAsync);
        api.MapDelete("/places/{name}", CloseAsync);
        api.MapPut("/ways", WayAsync);
    }

    private static async Task<Ok<PlacesView>> GetAsync(Reader reader, IPublicHolidays holidays) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadPlaces(reader.Person, reader.Now, holidays).Run));

    private static async Task<Ok<ChangedView>> KeepAsync(Reader reader, PlaceRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new KeepPlace(
                        reader.Person,
                        new Place(request.Name ?? "", request.Site ?? "", request.Town ?? "", request.Zone ?? "", request.Country)
                        {
                            Address = request.Address,
                        },
                        request.Exists
                    )
                )
            )
        );

    private static async Task<Ok<ChangedView>> CloseAsync(Reader reader, string name) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new ClosePlace(reader.Person, name))));

    private static async Task<Ok<ChangedView>> WayAsync(Reader reader, WayRequest request) =>
        TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new KeepWay(reader.Person, request.From ?? "", request.To ?? "", request.Minutes)))
        );
}
