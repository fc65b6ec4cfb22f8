using Microsoft.AspNetCore.Antiforgery;

namespace Corlin.Web.Edge;

/// <summary>Every request that changes something carries the token that the session gave.</summary>
internal sealed class Antiforgery(RequestDelegate next, IAntiforgery antiforgery)
{
    public const string Header = "X-Corlin-Forgery";

    public async Task InvokeAsync(HttpContext context)
    {
        var changes = !(
            HttpMethods.IsGet(context.Request.Method)
            || HttpMethods.IsHead(context.Request.Method)
            || HttpMethods.IsOptions(context.Request.Method)
        );
        if (changes && context.Request.Path.StartsWithSegments("/api") && !await antiforgery.IsRequestValidAsync(context))
        {
            await Results
                .Problem(
                    title: "This page is too old to change anything. Load it again; nothing was changed.",
                    statusCode: StatusCodes.Status400BadRequest,
                    type: "corlin:forgery"
                )
                .ExecuteAsync(context);
            return;
        }

        await next(context);
    }
}
