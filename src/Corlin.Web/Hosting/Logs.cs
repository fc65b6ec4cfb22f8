using Corlin.Web.Edge;

namespace Corlin.Web.Hosting;

/// <summary>What goes wrong, as lines for people or as JSON, each with the id of the request, which its answer tells too.</summary>
internal static class Logs
{
    public static void Add(ILoggingBuilder logging, StartOptions options)
    {
        logging.ClearProviders();
        logging.Configure(l => l.ActivityTrackingOptions = ActivityTrackingOptions.TraceId);
        if (options.JsonLog)
            logging.AddJsonConsole(c =>
            {
                c.IncludeScopes = true;
                c.UseUtcTimestamp = true;
                c.TimestampFormat = "yyyy-MM-dd'T'HH:mm:ss.fff'Z'";
            });
        else
            logging.AddSimpleConsole(c =>
            {
                c.SingleLine = true;
                // The id of a request stands in its scope; in the demo nobody looks for it.
                c.IncludeScopes = !options.Demo;
                c.TimestampFormat = options.Demo ? null : "yyyy-MM-dd HH:mm:ss ";
            });
    }
}
