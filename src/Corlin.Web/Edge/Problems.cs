using Corlin.Application.Wording;
using Corlin.Core.Refusals;
using Microsoft.AspNetCore.Diagnostics;

namespace Corlin.Web.Edge;

/// <summary>Turns a refusal into problem details (RFC 9457) with a stable type; what else goes wrong says nothing of the inside.</summary>
internal sealed class Problems(ILogger<Problems> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var refusal = exception switch
        {
            RefusedException refused => refused.Refusal,
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => new Refusal(
                RefusalKind.FileNotRead,
                "file",
                "That is larger than can be taken in at once."
            ),
            BadHttpRequestException => new Refusal(RefusalKind.BadInput, null, "The request"),
            _ => null,
        };
        if (refusal is null)
        {
            log.LogError(exception, "A request failed.");
            var failed = FullDisk.Caused(exception)
                ? Results.Problem(
                    title: "The disk on which Corlin keeps everything is full; nothing was changed. Whoever runs it has to make room.",
                    statusCode: StatusCodes.Status507InsufficientStorage,
                    type: "corlin:disk-full"
                )
                : Results.Problem(
                    title: "Something went wrong here; nothing was changed. Try again.",
                    statusCode: StatusCodes.Status500InternalServerError,
                    type: "corlin:failed"
                );
            await failed.ExecuteAsync(httpContext);
            return true;
        }

        var kind = System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(refusal.Kind.ToString());
        await Results
            .Problem(
                title: English.Refused(refusal),
                statusCode: Status(refusal.Kind),
                type: $"corlin:{kind}",
                extensions: refusal.Field is null ? null : new Dictionary<string, object?> { ["field"] = refusal.Field }
            )
            .ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>The status with which a refusal is answered.</summary>
    public static int Status(RefusalKind kind) =>
        kind switch
        {
            RefusalKind.NotFound => StatusCodes.Status404NotFound,
            RefusalKind.FeedEnded => StatusCodes.Status410Gone,
            RefusalKind.MayNotSpeakFor
            or RefusalKind.MayNotAdd
            or RefusalKind.MayNotChange
            or RefusalKind.NotYourAddition
            or RefusalKind.NotTheOrganiser
            or RefusalKind.KeptElsewhere
            or RefusalKind.AdministratorsOnly
            or RefusalKind.AddressByAdministrator
            or RefusalKind.AddressKeyUnknown
            or RefusalKind.HistoryNotTold
            or RefusalKind.MayNotKeep
            or RefusalKind.OwnWayIn
            or RefusalKind.PasswordWrong
            or RefusalKind.MoreThanHeld
            or RefusalKind.MayNotGrant
            or RefusalKind.OnlyTheirOwnWord
            or RefusalKind.AboveCeiling
            or RefusalKind.ReaderSeesNothing => StatusCodes.Status403Forbidden,
            RefusalKind.ChangedSince
            or RefusalKind.RemovedAlready
            or RefusalKind.LastAdministrator
            or RefusalKind.SignsInStill
            or RefusalKind.FileUnderWay
            or RefusalKind.AnsweredOtherwise
            or RefusalKind.MailNotTaken
            or RefusalKind.WhereSaidSince
            or RefusalKind.RoomChanged
            or RefusalKind.PanelChanged
            or RefusalKind.OfferBooked
            or RefusalKind.OfferEnded
            or RefusalKind.OfferTimeGone
            or RefusalKind.DoneAlready
            or RefusalKind.AlreadySent
            or RefusalKind.Cancelled
            or RefusalKind.NothingToAsk
            or RefusalKind.WrittenToday
            or RefusalKind.NothingProposed => StatusCodes.Status409Conflict,
            _ => StatusCodes.Status400BadRequest,
        };
}
