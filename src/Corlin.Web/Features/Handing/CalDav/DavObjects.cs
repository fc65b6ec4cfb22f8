using System.Text;
using System.Xml.Linq;
using Corlin.Application.Handing;
using Corlin.Core.Time;
using Corlin.Web.Adapters;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>Objects of a calendar: got, put and removed (RFC 4791 5.3, RFC 6638 3.2).</summary>
internal static class DavObjects
{
    public const int MostBytes = 2 * 1024 * 1024;

    public const string Type = "text/calendar; charset=utf-8";

    private const string ScheduleTag = "Schedule-Tag";

    public static async Task<IResult> GetAsync(DavRequest request, DavPath.Object path)
    {
        request.Calendar(path.Who, path.Key);
        var found = await request.ObjectAsync(path) ?? throw DavRequest.NotFound();
        request.Context.Response.Headers.CacheControl = "private, no-cache";
        Tell(request, found);
        return Results.Bytes(
            Encoding.UTF8.GetBytes(found.Text),
            Type,
            entityTag: new Microsoft.Net.Http.Headers.EntityTagHeaderValue(found.Tag)
        );
    }

    public static async Task<IResult> PutAsync(DavRequest request, DavPath.Object path)
    {
        var calendar = request.Calendar(path.Who, path.Key);
        var asked = request.Context.Request;
        if (asked.ContentType is { } type && !type.StartsWith("text/calendar", StringComparison.OrdinalIgnoreCase))
            throw new DavException(
                StatusCodes.Status415UnsupportedMediaType,
                Dav.C + "supported-calendar-data",
                "Only iCalendar objects lie in a calendar (text/calendar)."
            );
        var bytes = await DavBody.ReadAsync(asked, MostBytes);
        var (body, why, words) = DeviceTexts.Read(bytes, Zones.Get(calendar.Zone), request.Context.RequestAborted);
        if (body is null)
            throw new DavException(StatusCodes.Status403Forbidden, Condition(why), words);
        var done = await request.Reader.ChangeAsync(
            new PutObject(request.Reader.Person, path.Key, path.Name, body.Entry, body.Parts, body.Kept, c => Holds(request, c))
            {
                SameBesidesCategory = DeviceTexts.SameBesidesCategory,
            }
        );
        switch (done.Outcome)
        {
            case PutOutcome.OutOfDate:
                throw OutOfDate();
            case PutOutcome.UidElsewhere:
                throw new DavException(
                    StatusCodes.Status403Forbidden,
                    Dav.C + "no-uid-conflict",
                    "An entry with that UID stands there under another name.",
                    done.At is { } at ? Dav.Href(new DavPath.Object(path.Who, path.Key, at).Address) : null
                );
        }

        // What was laid down is told in Corlin’s words: the device reads it again, and gets no tag for its own.
        if (await request.ObjectAsync(path) is { } stands)
            Tell(request, stands);
        return Results.StatusCode(done.Outcome == PutOutcome.Made ? StatusCodes.Status201Created : StatusCodes.Status204NoContent);
    }

    public static async Task<IResult> RemoveAsync(DavRequest request, DavPath.Object path)
    {
        request.Calendar(path.Who, path.Key);
        var reply = request.Context.Request.Headers["Schedule-Reply"].ToString() != "F";
        return await request.Reader.ChangeAsync(new RemoveObject(request.Reader.Person, path.Key, path.Name, c => Holds(request, c), reply))
            ? Results.NoContent()
            : throw OutOfDate();
    }

    private static void Tell(DavRequest request, ObjectText found)
    {
        if (found.ScheduleTag is { } tag)
            request.Context.Response.Headers[ScheduleTag] = tag;
    }

    private static XName Condition(WhyNotRead why) =>
        Dav.C
        + why switch
        {
            WhyNotRead.Component => "supported-calendar-component",
            WhyNotRead.Object => "valid-calendar-object-resource",
            _ => "valid-calendar-data",
        };

    private static DavException OutOfDate() =>
        new(StatusCodes.Status412PreconditionFailed, null, "It changed meanwhile; nothing was changed. Read it again.");

    /// <summary>Whether what stands is what the device says that it read last (RFC 7232 3, RFC 6638 8.3).</summary>
    private static bool Holds(DavRequest request, DeviceContent content)
    {
        var stands = request.Texts(content) is [var one] ? one : null;
        var headers = request.Context.Request.Headers;
        if (headers.IfMatch.ToString() is { Length: > 0 } match && !(stands is not null && Names(match, stands.Tag)))
            return false;
        if (headers.IfNoneMatch.ToString() is { Length: > 0 } none && stands is not null && Names(none, stands.Tag))
            return false;
        return headers["If-Schedule-Tag-Match"].ToString() is not { Length: > 0 } schedule
            || (stands?.ScheduleTag is { } tag && Names(schedule, tag));
    }

    private static bool Names(string header, string tag) => header.Trim() == "*" || header.Split(',').Any(t => t.Trim() == tag);
}
