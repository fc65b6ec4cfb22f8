using Corlin.Application.Handing;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Corlin.Web.Identity;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>
/// The calendars as a device keeps them (RFC 4791). Everything is read and changed by the same reads and changes as on the screens.
/// </summary>
internal static class CalDavEndpoints
{
    /// <summary>Where a device finds the rest (RFC 6764 5).</summary>
    public const string WellKnown = "/.well-known/caldav";

    /// <summary>What names twenty thousand objects is no larger.</summary>
    private const long MostBytes = 4 * 1024 * 1024;

    private const string Compliance = "1, 3, access-control, calendar-access, calendar-auto-schedule";

    private static readonly string[] Methods =
    [
        "OPTIONS",
        "GET",
        "HEAD",
        "PUT",
        "DELETE",
        "POST",
        "PROPFIND",
        "PROPPATCH",
        "REPORT",
        "MKCALENDAR",
        "MKCOL",
        "COPY",
        "MOVE",
    ];

    public static void Map(WebApplication app)
    {
        var policy = new AuthorizationPolicyBuilder(DeviceSignIn.Name).RequireAuthenticatedUser().Build();
        app.MapMethods($"{DavPath.Base}/{{**path}}", Methods, AnswerAsync)
            .RequireAuthorization(policy)
            .RequireRateLimiting(Limits.Device)
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
            .ExcludeFromDescription();
        app.MapMethods(WellKnown, ["GET", "HEAD", "PROPFIND", "OPTIONS"], () => Results.Redirect($"{DavPath.Base}/", permanent: true))
            .AllowAnonymous()
            .RequireRateLimiting(Limits.Stranger)
            .ExcludeFromDescription();
    }

    private static async Task<IResult> AnswerAsync(HttpContext context, Reader reader, ICalendarFiles files)
    {
        context.Response.Headers["DAV"] = Compliance;
        try
        {
            var home = await reader.ReadAsync(new ReadDeviceCalendars(reader.Person, reader.Now).Run);
            var path = DavPath.Parse(context.Request.Path.Value ?? "") ?? throw DavRequest.NotFound();
            return await RunAsync(new DavRequest(context, reader, files, home), path);
        }
        catch (DavException e)
        {
            return e.Result;
        }
        catch (RefusedException e)
        {
            return DavException.Of(e.Refusal, English.Refused(e.Refusal));
        }
    }

    private static async Task<IResult> RunAsync(DavRequest request, DavPath path) =>
        (request.Context.Request.Method.ToUpperInvariant(), path) switch
        {
            ("OPTIONS", _) => Options(request.Context, path),
            ("PROPFIND", _) => await DavPropfind.FindAsync(request, path),
            ("PROPPATCH", _) => await DavPropfind.PatchAsync(request, path),
            ("REPORT", _) => await DavReports.RunAsync(request, path),
            ("GET" or "HEAD", DavPath.Object one) => await DavObjects.GetAsync(request, one),
            ("PUT", DavPath.Object one) => await DavObjects.PutAsync(request, one),
            ("DELETE", DavPath.Object one) => await DavObjects.RemoveAsync(request, one),
            ("POST", DavPath.Outbox outbox) => await DavOutbox.PostAsync(request, outbox),
            ("DELETE" or "MKCALENDAR" or "MKCOL" or "COPY" or "MOVE", _) => throw new DavException(
                StatusCodes.Status403Forbidden,
                Dav.D + "need-privileges",
                "Calendars are made, removed and put in order in Corlin itself."
            ),
            _ => NotAllowed(request.Context, path),
        };

    private static IResult Options(HttpContext context, DavPath path)
    {
        context.Response.Headers.Allow = Allowed(path);
        return Results.Ok();
    }

    private static IResult NotAllowed(HttpContext context, DavPath path)
    {
        context.Response.Headers.Allow = Allowed(path);
        return Results.StatusCode(StatusCodes.Status405MethodNotAllowed);
    }

    private static string Allowed(DavPath path) =>
        path switch
        {
            DavPath.Object => "OPTIONS, GET, HEAD, PUT, DELETE, PROPFIND",
            DavPath.Calendar => "OPTIONS, PROPFIND, PROPPATCH, REPORT",
            DavPath.Outbox => "OPTIONS, PROPFIND, PROPPATCH, POST",
            _ => "OPTIONS, PROPFIND, PROPPATCH",
        };
}
