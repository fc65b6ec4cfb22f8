using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Core.Papers;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Files;

/// <param name="Name">What it is called; null for as its address says.</param>
public sealed record PaperLinkRequest(string? Name, string Address);

/// <param name="GoesOut">Whether it goes to those outside with what is written to them.</param>
public sealed record PaperGoesRequest(bool GoesOut);

/// <summary>Papers that lie with entries.</summary>
internal static class PapersEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/entries/{id}/papers", AddAsync)
            .WithMetadata(new RequestSizeLimitAttribute(Paper.MostBytes + 1))
            .Accepts<byte[]>("application/octet-stream");
        api.MapPost("/entries/{id}/links", LinkAsync);
        api.MapGet("/entries/{id}/papers/{paper}", GetAsync).Produces<byte[]>(200, "application/octet-stream");
        api.MapPut("/entries/{id}/papers/{paper}", GoesAsync);
        api.MapDelete("/entries/{id}/papers/{paper}", RemoveAsync);
    }

    private static async Task<Ok<ChangedView>> AddAsync(Reader reader, string id, string name, HttpRequest request, IPaperFiles files) =>
        TypedResults.Ok(
            new ChangedView(
                (await reader.ChangeAsync(new AddPaper(reader.Person, id, await PaperUpload.OfAsync(request, name, files)))).Change
            )
        );

    private static async Task<Ok<ChangedView>> LinkAsync(Reader reader, string id, PaperLinkRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                (await reader.ChangeAsync(new AddPaper(reader.Person, id, NewPaper.Link(request.Name, request.Address)))).Change
            )
        );

    private static async Task<FileStreamHttpResult> GetAsync(
        Reader reader,
        string id,
        string paper,
        string lane,
        string? occurrence,
        HttpResponse response,
        IPaperFiles files
    ) =>
        PaperUpload.Download(
            await reader.ReadAsync(s => new ReadPaper(reader.Person, id, paper, Reader.Occurrence(occurrence), lane, reader.Now).Run(s)),
            response,
            files
        );

    private static async Task<Ok<ChangedView>> GoesAsync(Reader reader, string id, string paper, PaperGoesRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new SendPaperAlong(reader.Person, id, paper, request.GoesOut))));

    private static async Task<Ok<ChangedView>> RemoveAsync(Reader reader, string id, string paper) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new RemovePaper(reader.Person, id, paper))));
}
