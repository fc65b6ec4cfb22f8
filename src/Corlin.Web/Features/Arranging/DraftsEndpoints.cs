using Corlin.Application.Arranging;
using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Core.Papers;
using Corlin.Web.Edge;
using Corlin.Web.Features.Files;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Arranging;

/// <param name="Version">The version that was written on; of a new one 0.</param>
/// <param name="Parts">In JSON, as the screen keeps them.</param>
/// <param name="PapersOf">Of a new one, the public id of the saved meeting, or of the other draft, whose papers it begins with.</param>
public sealed record DraftRequest(int Version, string Parts, string? PapersOf = null);

/// <summary>What somebody is writing: theirs alone.</summary>
internal static class DraftsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/drafts", async (Reader reader) =>
            TypedResults.Ok(await reader.ReadAsync(new ReadDrafts(reader.Person, reader.Now).Run))
        );
        api.MapPost("/drafts", BeginAsync);
        api.MapPut("/drafts/{id}", KeepAsync);
        api.MapDelete("/drafts/{id}", DropAsync);
        api.MapPost("/drafts/{id}/papers", AddAsync)
            .WithMetadata(new RequestSizeLimitAttribute(Paper.MostBytes + 1))
            .Accepts<byte[]>("application/octet-stream");
        api.MapPost("/drafts/{id}/links", LinkAsync);
        api.MapGet("/drafts/{id}/papers/{paper}", GetAsync).Produces<byte[]>(200, "application/octet-stream");
        api.MapPut("/drafts/{id}/papers/{paper}", GoesAsync);
        api.MapDelete("/drafts/{id}/papers/{paper}", RemoveAsync);
    }

    private static async Task<Ok<DraftView>> BeginAsync(Reader reader, DraftRequest request)
    {
        var begun = await reader.ChangeAsync(new KeepDraft(reader.Person, null, 0, request.Parts, request.PapersOf));
        return await DraftAsync(reader, begun.PublicId);
    }

    private static async Task<Ok<DraftView>> KeepAsync(Reader reader, string id, DraftRequest request)
    {
        await reader.ChangeAsync(new KeepDraft(reader.Person, id, request.Version, request.Parts));
        return await DraftAsync(reader, id);
    }

    private static async Task<NoContent> DropAsync(Reader reader, string id)
    {
        await reader.ChangeAsync(new DropDraft(reader.Person, id));
        return TypedResults.NoContent();
    }

    private static async Task<Ok<DraftView>> AddAsync(Reader reader, string id, string name, HttpRequest request, IPaperFiles files)
    {
        // Before anything is kept for it.
        await DraftAsync(reader, id);
        await reader.ChangeAsync(new LayPaper(reader.Person, id, await PaperUpload.OfAsync(request, name, files)));
        return await DraftAsync(reader, id);
    }

    private static async Task<Ok<DraftView>> LinkAsync(Reader reader, string id, PaperLinkRequest request)
    {
        await reader.ChangeAsync(new LayPaper(reader.Person, id, NewPaper.Link(request.Name, request.Address)));
        return await DraftAsync(reader, id);
    }

    private static async Task<FileStreamHttpResult> GetAsync(
        Reader reader,
        string id,
        string paper,
        HttpResponse response,
        IPaperFiles files
    ) => PaperUpload.Download(await reader.ReadAsync(new ReadDraftPaper(reader.Person, id, paper).Run), response, files);

    private static async Task<Ok<DraftView>> GoesAsync(Reader reader, string id, string paper, PaperGoesRequest request)
    {
        await reader.ChangeAsync(new ChangeDraftPaper(reader.Person, id, paper, request.GoesOut));
        return await DraftAsync(reader, id);
    }

    private static async Task<Ok<DraftView>> RemoveAsync(Reader reader, string id, string paper)
    {
        await reader.ChangeAsync(new ChangeDraftPaper(reader.Person, id, paper, null));
        return await DraftAsync(reader, id);
    }

    private static async Task<Ok<DraftView>> DraftAsync(Reader reader, string id) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadDraft(reader.Person, id, reader.Now).Run));
}
