using Corlin.Application.Access;
using Corlin.Application.HandingOver;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.HandingOver;

/// <param name="Principal">The public id of for whom it is to be done.</param>
/// <param name="Key">The key of what waits; null for something promised.</param>
/// <param name="Words">Of something promised what that is.</param>
/// <param name="Promised">The day by which it was promised.</param>
public sealed record HandedItemRequest(string Principal, string? Key, string? Entry, string? Words, string? Promised, string? Note);

/// <param name="First">The first day away.</param>
/// <param name="Last">The last day.</param>
public sealed record HandoverRequest(string Cover, string First, string Last, string? Line, IReadOnlyList<HandedItemRequest> Items);

/// <param name="Change">With it the handover can be undone.</param>
public sealed record HandedOverView(long Id, long Change);

public sealed record HandoverNoteRequest(string Note);

/// <summary>What assistants leave to one another.</summary>
/// <param name="Kept">Whether what was promised is done.</param>
public sealed record KeptRequest(bool Kept);

internal static class HandoverEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        var handovers = api.MapGroup("/handovers");
        handovers.MapGet("/", GetAllAsync);
        handovers.MapGet("/cover", GetCoverAsync);
        handovers.MapGet("/{id:long}", GetAsync);
        handovers.MapPost("/", HandOverAsync);
        handovers.MapPut("/{id:long}/items/{item:long}", NoteAsync);
        handovers.MapPut("/{id:long}/items/{item:long}/kept", KeepPromiseAsync);
        handovers.MapDelete("/{id:long}", TakeBackAsync);
    }

    private static async Task<Ok<ChangedView>> KeepPromiseAsync(Reader reader, long id, long item, KeptRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new KeepPromise(reader.Person, id, item, request.Kept))));

    private static async Task<Ok<HandoversView>> GetAllAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadHandovers(reader.Person, reader.Now).Run(s)));

    /// <param name="cover">The public id of who covers.</param>
    /// <param name="first">The first day away.</param>
    private static async Task<Ok<HandoverCoverView>> GetCoverAsync(Reader reader, string cover, string first) =>
        TypedResults.Ok(
            await reader.ReadAsync(s => new ReadHandoverCover(reader.Person, cover, Reader.Date(first, "first"), reader.Now).Run(s))
        );

    private static async Task<Ok<HandoverView>> GetAsync(Reader reader, long id) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadHandover(reader.Person, id, reader.Now).Run(s)));

    private static async Task<Ok<HandedOverView>> HandOverAsync(Reader reader, HandoverRequest request)
    {
        if (request.Items.Count > Core.Whereabouts.Handover.MostItems)
            throw new RefusedException(RefusalKind.TooMany, "items");
        var cover = await reader.UserAsync(request.Cover, "cover");
        var principals = new Dictionary<string, UserId>();
        foreach (var principal in request.Items.Select(i => i.Principal).Distinct())
            principals[principal] = await reader.UserAsync(principal, "items");
        var items = request.Items.Select(i => new HandedItem(
            principals[i.Principal],
            i.Key,
            i.Entry,
            i.Words,
            i.Promised is { Length: > 0 } day ? Reader.Date(day, "promised") : null,
            i.Note
        ));
        var made = await reader.ChangeAsync(
            new HandOver(
                reader.Person,
                cover,
                Reader.Date(request.First, "first"),
                Reader.Date(request.Last, "last"),
                Times.Limited(request.Line, GrantAccess.LongestLine, "line"),
                [.. items]
            )
        );
        return TypedResults.Ok(new HandedOverView(made.Number, made.Change));
    }

    private static async Task<Ok<ChangedView>> NoteAsync(Reader reader, long id, long item, HandoverNoteRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new NoteHandedItem(reader.Person, id, item, request.Note ?? ""))));

    private static async Task<Ok<ChangedView>> TakeBackAsync(Reader reader, long id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new TakeBackHandover(reader.Person, id))));
}
