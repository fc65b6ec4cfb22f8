using Corlin.Application.Whereabouts;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Whereabouts;

/// <param name="First">Its first day.</param>
/// <param name="Last">Its last day.</param>
public sealed record ClosureRequest(string Site, string First, string Last, string Words);

internal static class ClosuresEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/closures", GetAsync);
        api.MapPost("/closures", CloseAsync);
        api.MapDelete("/closures/{id:long}", OpenAsync);
    }

    private static async Task<Ok<ClosuresView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadClosures(reader.Person, reader.Now).Run(s)));

    private static async Task<Ok<ChangedView>> CloseAsync(Reader reader, ClosureRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new CloseSite(
                        reader.Person,
                        request.Site,
                        Reader.Date(request.First, "first"),
                        Reader.Date(request.Last, "last").PlusDays(1),
                        Times.Limited(request.Words, 100, "words") ?? ""
                    )
                )
            )
        );

    private static async Task<Ok<ChangedView>> OpenAsync(Reader reader, long id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new OpenSite(reader.Person, id))));
}
