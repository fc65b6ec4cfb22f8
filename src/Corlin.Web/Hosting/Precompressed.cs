using Microsoft.AspNetCore.StaticFiles;

namespace Corlin.Web.Hosting;

/// <summary>Hands out what the build of the front end has compressed already, so that no request waits for it.</summary>
internal sealed class Precompressed(RequestDelegate next, string site)
{
    private static readonly FileExtensionContentTypeProvider Types = new();

    public Task InvokeAsync(HttpContext context)
    {
        var path = context.Request.Path.Value ?? "";
        var brotli = context.Request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.Ordinal);
        // Only names the build made: a folder, a hash, an ending; nothing that could leave the folder.
        if (!brotli || !path.StartsWith("/assets/", StringComparison.Ordinal) || path.Contains("..", StringComparison.Ordinal))
            return next(context);
        var file = Path.Combine(site, path[1..] + ".br");
        if (!File.Exists(file) || !Types.TryGetContentType(path, out var type))
            return next(context);
        context.Response.ContentType = type;
        context.Response.Headers.ContentEncoding = "br";
        context.Response.Headers.Vary = "Accept-Encoding";
        context.Response.Headers.CacheControl = CorlinHost.Forever;
        return context.Response.SendFileAsync(file, context.RequestAborted);
    }
}
