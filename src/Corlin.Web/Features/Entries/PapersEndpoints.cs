using Corlin.Application.Changes;
using Corlin.Application.Ports;
using Corlin.Application.Reads;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Web.Features.Chase;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Entries;

/// <summary>Papers that lie with entries.</summary>
internal static class PapersEndpoints
{
    /// <summary>So many bytes are looked at to tell what a content is.</summary>
    private const int Looked = 512;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/entries/{id}/papers", AddAsync).WithMetadata(new RequestSizeLimitAttribute(Paper.MostBytes + 1)).Accepts<byte[]>("application/octet-stream");
        api.MapGet("/entries/{id}/papers/{paper}", GetAsync).Produces<byte[]>(200, "application/octet-stream");
        api.MapDelete("/entries/{id}/papers/{paper}", RemoveAsync);
    }

    private static async Task<Ok<ChangedView>> AddAsync(Reader reader, string id, string name, HttpRequest request, IPaperFiles files)
    {
        var plain = PlainName(name);
        await using var coming = await TemporaryFile.OfAsync(request);
        var begins = new byte[Looked];
        var looked = await coming.ReadAtLeastAsync(begins, Looked, throwOnEndOfStream: false, request.HttpContext.RequestAborted);
        var type = PaperTypes.MediaTypeOf(plain, begins.AsSpan(0, looked)) ?? throw new RefusedException(RefusalKind.PaperNotTaken, "papers", plain);
        coming.Position = 0;
        var kept = await files.KeepAsync(coming, Paper.MostBytes, request.HttpContext.RequestAborted) ?? throw new RefusedException(RefusalKind.PaperNotTaken, "papers", plain);
        var made = await reader.ChangeAsync(new AddPaper(reader.Person, id, plain, type, kept.Size, kept.Hash));
        return TypedResults.Ok(new ChangedView(made.Change));
    }

    /// <summary>As a download, never shown in the page: whatever is in it runs nowhere.</summary>
    private static async Task<FileStreamHttpResult> GetAsync(Reader reader, string id, string paper, string lane, string? occurrence, HttpResponse response, IPaperFiles files)
    {
        var found = await reader.ReadAsync(s => new ReadPaper(reader.Person, id, paper, Reader.Occurrence(occurrence), lane, reader.Now).Run(s));
        var content = files.Open(found.Hash) ?? throw new RefusedException(RefusalKind.NotFound);
        response.Headers.ContentSecurityPolicy = "sandbox; default-src 'none'";
        response.Headers.CacheControl = "private, no-store";
        return TypedResults.Stream(content, found.MediaType, found.Name);
    }

    private static async Task<Ok<ChangedView>> RemoveAsync(Reader reader, string id, string paper) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new RemovePaper(reader.Person, id, paper))));

    /// <summary>The name without folders and without what no file system writes.</summary>
    private static string PlainName(string name)
    {
        var last = name.Split('/', '\\')[^1];
        var plain = string.Concat(last.Where(c => !char.IsControl(c) && !"<>:\"|?*".Contains(c))).Trim().TrimStart('.');
        return plain.Length is > 0 and <= Paper.LongestName ? plain : throw new RefusedException(RefusalKind.BadInput, "name", plain.Length > 60 ? plain[..60] + "…" : plain);
    }
}
