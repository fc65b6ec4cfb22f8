namespace Corlin.Web.Edge;

/// <summary>Headers that keep a page to itself.</summary>
internal sealed class SecurityHeaders(RequestDelegate next)
{
    // Styles are set on elements for positions on a lane; scripts only ever come from files.
    private const string Policy =
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; connect-src 'self'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'";

    public Task InvokeAsync(HttpContext context)
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers.XFrameOptions = "DENY";
        if (context.Request.Path.StartsWithSegments("/api"))
            headers.CacheControl = "no-store";
        return next(context);
    }
}
