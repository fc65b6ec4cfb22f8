using Corlin.Application.Arranging;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Arranging;

/// <param name="Id">Null for a new one.</param>
/// <param name="Parts">In JSON, as the screen that uses it writes them.</param>
public sealed record KindRequest(string InNameOf, string? Id, string Name, string Parts);

public sealed record KeptKindView(string Id);

/// <param name="Link">Null for none any more.</param>
public sealed record StandingRequest(string InNameOf, string? Link, string? DialIn);

/// <summary>What is ready to be taken where a meeting is arranged in somebody's name.</summary>
internal static class PresetsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/presets", async (Reader reader, string of) =>
            TypedResults.Ok(await reader.ReadAsync(new ReadPresets(reader.Person, of, reader.Now).Run))
        );
        api.MapPost("/kinds", KeepAsync);
        api.MapDelete("/kinds/{id}", DropAsync);
        api.MapPut("/standing", StandingAsync);
    }

    private static async Task<Ok<KeptKindView>> KeepAsync(Reader reader, KindRequest request) =>
        TypedResults.Ok(
            new KeptKindView(
                await reader.ChangeAsync(
                    new KeepKind(
                        reader.Person,
                        await reader.UserAsync(request.InNameOf, "inNameOf"),
                        request.Id,
                        request.Name,
                        request.Parts
                    )
                )
            )
        );

    private static async Task<NoContent> DropAsync(Reader reader, string id, string inNameOf)
    {
        await reader.ChangeAsync(new DropKind(reader.Person, await reader.UserAsync(inNameOf, "inNameOf"), id));
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> StandingAsync(Reader reader, StandingRequest request)
    {
        await reader.ChangeAsync(
            new KeepStanding(
                reader.Person,
                await reader.UserAsync(request.InNameOf, "inNameOf"),
                Times.Limited(request.Link, 2_000, "link"),
                Times.Limited(request.DialIn, 500, "dialIn")
            )
        );
        return TypedResults.NoContent();
    }
}
