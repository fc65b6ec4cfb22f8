using Corlin.Application.Arranging;
using Corlin.Web.Edge;
using Corlin.Web.Features.Entries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Arranging;

/// <param name="InNameOf">The public id of on whose lane it stands.</param>
/// <param name="Occurrence">Which of a series; null for what does not repeat.</param>
/// <param name="Accept">Whether it is an invitation that is accepted with it.</param>
public sealed record ClearRequest(
    string InNameOf,
    string? Occurrence,
    IReadOnlyList<RoomMoveRequest> Moves,
    bool Accept,
    string? Comment = null
);

/// <param name="Changes">With them the whole act can be undone for ten seconds.</param>
public sealed record ClearedView(IReadOnlyList<long> Changes);

/// <summary>What one press can do about something that has no room on a lane.</summary>
internal static class WaysOutEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/entries/{id}/ways-out", ReadAsync).RequireRateLimiting(Limits.Search);
        api.MapPost("/entries/{id}/clearing", ClearAsync).RequireRateLimiting(Limits.Search);
    }

    private static async Task<Ok<WaysOutView>> ReadAsync(Reader reader, string id, string who, string? occurrence) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadWaysOut(reader.Person, who, id, Reader.Occurrence(occurrence), reader.Now).Run));

    private static async Task<Ok<ClearedView>> ClearAsync(Reader reader, string id, ClearRequest request)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        return TypedResults.Ok(
            new ClearedView(
                await reader.ChangeAsync(
                    new ClearFor(
                        reader.Person,
                        owner,
                        id,
                        Reader.Occurrence(request.Occurrence),
                        [.. SlotsEndpoints.Moves(request.Moves)],
                        request.Accept,
                        Times.Limited(request.Comment, EntriesEndpoints.LongestComment, "comment")
                    )
                )
            )
        );
    }
}
