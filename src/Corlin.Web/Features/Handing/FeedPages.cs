using System.Security.Cryptography;
using System.Text;
using Corlin.Application.Handing;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Refusals;
using Corlin.Web.Adapters;
using Corlin.Web.Edge;
using Microsoft.Net.Http.Headers;
using NodaTime;

namespace Corlin.Web.Features.Handing;

/// <summary>
/// What stands behind the link of a feed: an iCalendar object, taken time alone, and a page that people read. All of them work without
/// session and script.
/// </summary>
internal static class FeedPages
{
    private const string Html = "text/html; charset=utf-8";

    public static void Map(WebApplication app)
    {
        var feeds = app.MapGroup("/feeds").AllowAnonymous().RequireRateLimiting(Limits.Stranger).ExcludeFromDescription();
        feeds.MapGet("/{key}", PageAsync);
        feeds.MapGet("/{key}/calendar.ics", CalendarAsync);
        feeds.MapGet("/{key}/busy.ics", BusyAsync);
    }

    private static Task<IResult> CalendarAsync(HttpContext context, FeedSource source, string key) =>
        AnswerAsync(context, source, key, (content, now, text) => SharedLaneEntries.Write(text, content.Lane, now));

    private static Task<IResult> BusyAsync(HttpContext context, FeedSource source, string key, ICalendarFiles files) =>
        AnswerAsync(context, source, key, (content, now, text) => files.WriteBusy(text, content.Busy, now));

    private static async Task<IResult> AnswerAsync(
        HttpContext context,
        FeedSource source,
        string key,
        Action<FeedContent, Instant, TextWriter> write
    )
    {
        var content = await source.OpenAsync(context, key);
        using var text = new StringWriter();
        write(content, source.Now, text);
        return Text(context, text.ToString(), "text/calendar; charset=utf-8");
    }

    private static async Task<IResult> PageAsync(HttpContext context, FeedSource source, string key)
    {
        try
        {
            return Text(context, FeedPage.Of((await source.OpenAsync(context, key)).Lane, key, source.Now), Html);
        }
        catch (RefusedException e)
        {
            return Results.Text(FeedPage.Ended(English.Refused(e.Refusal)), Html, Encoding.UTF8, Problems.Status(e.Refusal.Kind));
        }
    }

    /// <summary>With a tag of what it says, so that a program that has it already is told no more than that.</summary>
    private static IResult Text(HttpContext context, string text, string type)
    {
        context.Response.Headers.CacheControl = "private, no-cache";
        // When it was written says nothing of the calendar.
        var said = string.Concat(text.Split('\n').Where(l => !l.StartsWith("DTSTAMP", StringComparison.Ordinal)));
        var tag = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(said)))[..32];
        return Results.Bytes(Encoding.UTF8.GetBytes(text), type, entityTag: new EntityTagHeaderValue($"\"{tag}\""));
    }
}
