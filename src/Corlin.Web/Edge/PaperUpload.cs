using Corlin.Application.Files;
using Corlin.Application.Ports;
using Corlin.Core.Papers;
using Corlin.Core.Refusals;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Edge;

/// <summary>Papers as they come in and go out.</summary>
internal static class PaperUpload
{
    /// <summary>So many bytes are looked at to tell what a content is.</summary>
    private const int Looked = 512;

    /// <summary>Keeps the content of a document that a request carries.</summary>
    /// <exception cref="RefusedException">It is none of those taken, or too large.</exception>
    public static async Task<NewPaper> OfAsync(HttpRequest request, string name, IPaperFiles files)
    {
        var plain = PlainName(name);
        await using var coming = await TemporaryFile.OfAsync(request);
        var begins = new byte[Looked];
        var looked = await coming.ReadAtLeastAsync(begins, Looked, throwOnEndOfStream: false, request.HttpContext.RequestAborted);
        var type = PaperTypes.MediaTypeOf(plain, begins.AsSpan(0, looked))
            ?? throw new RefusedException(RefusalKind.PaperNotTaken, "papers", plain);
        coming.Position = 0;
        var kept = await files.KeepAsync(coming, Paper.MostBytes, request.HttpContext.RequestAborted)
            ?? throw new RefusedException(RefusalKind.PaperNotTaken, "papers", plain);
        return new NewPaper(plain, type, kept.Size, kept.Hash);
    }

    /// <summary>As a download, never shown in the page: whatever is in it runs nowhere.</summary>
    public static FileStreamHttpResult Download(Paper paper, HttpResponse response, IPaperFiles files)
    {
        // A link leads elsewhere; there is nothing of it here.
        var content = (paper.Address is null ? files.Open(paper.Hash) : null) ?? throw new RefusedException(RefusalKind.NotFound);
        response.Headers.ContentSecurityPolicy = "sandbox; default-src 'none'";
        response.Headers.CacheControl = "private, no-store";
        return TypedResults.Stream(content, paper.MediaType, paper.Name);
    }

    /// <summary>The name without folders and without what no file system writes.</summary>
    private static string PlainName(string name)
    {
        var last = name.Split('/', '\\')[^1];
        var plain = string.Concat(last.Where(c => !char.IsControl(c) && !"<>:\"|?*".Contains(c))).Trim().TrimStart('.');
        return plain.Length is > 0 and <= Paper.LongestName
            ? plain
            : throw new RefusedException(RefusalKind.BadInput, "name", plain.Length > 60 ? plain[..60] + "…" : plain);
    }
}
