using Corlin.Application.Requests;
using Corlin.Core.Meetings;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Arranging;

/// <param name="Version">The version that was written on; of a new one 0.</param>
/// <param name="Person">The public id of who asks, where they are known here.</param>
/// <param name="Promised">By when they were promised to hear, in milliseconds since 1970.</param>
public sealed record RequestParts(
    string InNameOf,
    int Version,
    string Caller,
    string? Person,
    string? RingBack,
    RequestWay Way,
    string Why,
    int Minutes,
    Urgency Urgency,
    long? Promised,
    bool Private
);

/// <param name="Letter">A courteous no by mail; null where it was said otherwise.</param>
public sealed record SettleParts(RequestState State, string? Letter = null);

public sealed record EnterParts(TimeRequest Time, string? Place);

/// <summary>Who asked for somebody's time, before there is an invitation.</summary>
internal static class RequestsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/requests", ListAsync);
        api.MapPost("/requests", async (Reader reader, RequestParts parts) => await KeepAsync(reader, null, parts));
        api.MapPut("/requests/{id}", async (Reader reader, string id, RequestParts parts) => await KeepAsync(reader, id, parts));
        api.MapPost("/requests/{id}/settling", SettleAsync);
        api.MapPost("/requests/{id}/appointment", EnterAsync);
    }

    private static async Task<Ok<RequestsView>> ListAsync(Reader reader, [FromQuery] string? text, [FromQuery] bool? settled) =>
        TypedResults.Ok(
            await reader.ReadAsync(
                new ReadRequests(reader.Person, Times.Limited(text, 100, "text") ?? "", settled ?? false, reader.Now).Run
            )
        );

    private static async Task<Ok<ChangedView>> KeepAsync(Reader reader, string? id, RequestParts parts)
    {
        var said = new RequestSaid(
            parts.Caller,
            parts.Person,
            Times.Limited(parts.RingBack, MeetingRequest.LongestWords, "ringBack"),
            parts.Way,
            Times.Limited(parts.Why, MeetingRequest.LongestWords, "why") ?? "",
            parts.Minutes,
            parts.Urgency,
            parts.Promised is { } promised ? Times.Moment(promised, "promised") : null,
            parts.Private
        );
        return TypedResults.Ok(
            new ChangedView(
                (
                    await reader.ChangeAsync(
                        new KeepRequest(reader.Person, await reader.UserAsync(parts.InNameOf, "inNameOf"), id, parts.Version, said)
                    )
                ).Change
            )
        );
    }

    private static async Task<Ok<ChangedView>> SettleAsync(Reader reader, string id, SettleParts parts) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new SettleRequest(reader.Person, id, parts.State, parts.Letter))));

    private static async Task<Ok<AddedView>> EnterAsync(Reader reader, string id, EnterParts parts)
    {
        var added = await reader.ChangeAsync(
            new EnterRequest(reader.Person, id, Times.Entry(parts.Time), Times.Limited(parts.Place, 200, "place"))
        );
        return TypedResults.Ok(new AddedView(added.PublicId, added.Change));
    }
}
