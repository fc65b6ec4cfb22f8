namespace Corlin.Web.Hosting;

/// <summary>
/// While the process stops, no screen opens its live line anew: one that is closed comes back at once, and the stop would wait for it half
/// a minute.
/// </summary>
internal sealed class Stopping(RequestDelegate next, IHostApplicationLifetime lifetime)
{
    public Task InvokeAsync(HttpContext context)
    {
        if (!lifetime.ApplicationStopping.IsCancellationRequested || !context.Request.Path.StartsWithSegments("/live"))
            return next(context);
        context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
        return Task.CompletedTask;
    }
}
