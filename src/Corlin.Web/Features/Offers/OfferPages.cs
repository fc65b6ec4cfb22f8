using System.Globalization;
using System.Text;
using Corlin.Application.Offers;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Web.Adapters;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.Features;
using NodaTime;

namespace Corlin.Web.Features.Offers;

/// <summary>What stands behind the link of an offer: a page that people answer without session and script, and a file.</summary>
internal static class OfferPages
{
    private const string Html = "text/html; charset=utf-8";
    private const int LongestKey = 100;
    private const int LargestForm = 64 * 1024;

    public static void Map(WebApplication app)
    {
        var offers = app.MapGroup("/offers").AllowAnonymous().RequireRateLimiting(Limits.Stranger).ExcludeFromDescription();
        offers.MapGet("/{key}", PageAsync);
        offers.MapPost("/{key}", AnswerAsync).DisableAntiforgery();
        offers.MapGet("/{key}/times.ics", FileAsync);
    }

    private static async Task<IResult> PageAsync(HttpContext context, IReadStore store, IClock clock, string key, string? zone)
    {
        context.Response.Headers.CacheControl = "private, no-store";
        try
        {
            var offer = await ReadAsync(context, store, clock, key);
            return Page(OfferPage.Of(offer, key, ZoneOf(offer, zone), null, null), StatusCodes.Status200OK);
        }
        catch (RefusedException e)
        {
            return Page(OfferPage.Nothing(Words(e)), Problems.Status(e.Refusal.Kind));
        }
    }

    private static async Task<IResult> AnswerAsync(
        HttpContext context,
        IReadStore store,
        IWriteGate gate,
        IClock clock,
        string key,
        string? zone
    )
    {
        context.Response.Headers.CacheControl = "private, no-store";
        OfferAnswer? said = null;
        try
        {
            var offer = await ReadAsync(context, store, clock, key);
            said = await SaidAsync(context, offer);
            await gate.RunAsync(new AnswerOffer(key, said), context.RequestAborted);
            // Read anew, so that going back or loading again says nothing twice.
            return Results.LocalRedirect($"~/offers/{Uri.EscapeDataString(key)}?zone={Uri.EscapeDataString(ZoneOf(offer, zone))}");
        }
        catch (RefusedException e)
        {
            try
            {
                var offer = await ReadAsync(context, store, clock, key);
                return Page(OfferPage.Of(offer, key, ZoneOf(offer, zone), said, Words(e)), Problems.Status(e.Refusal.Kind));
            }
            catch (RefusedException)
            {
                return Page(OfferPage.Nothing(Words(e)), Problems.Status(e.Refusal.Kind));
            }
        }
    }

    private static async Task<IResult> FileAsync(HttpContext context, IReadStore store, IClock clock, string key)
    {
        context.Response.Headers.CacheControl = "private, no-store";
        var offer = await ReadAsync(context, store, clock, key);
        var place = offer.Where.StartsWith("in ", StringComparison.Ordinal) ? offer.Where["in ".Length..] : null;
        SharedEntry Entry(string uid, OfferedTime time, TimeTaken takes) => new(uid, time.Stretch, false, offer.Title, place, takes);
        var entries = offer.Booked is { } booked
            ? [Entry(offer.Uid ?? $"{offer.Id}@corlin", booked, TimeTaken.Firm)]
            : offer
                .Times.Where(t => t.Free)
                .Select(t => Entry($"{offer.Id}-{t.Number.ToString(CultureInfo.InvariantCulture)}@corlin", t, TimeTaken.Pencilled))
                .ToList();
        var now = clock.GetCurrentInstant();
        var lane = new SharedLane(offer.Title, offer.Zone, Zones.Get(offer.Zone).ToLocal(now).Date, entries, false);
        return Results.Text(SharedLaneEntries.ToText(lane, now), "text/calendar; charset=utf-8", Encoding.UTF8);
    }

    private static Task<OfferedView> ReadAsync(HttpContext context, IReadStore store, IClock clock, string key) =>
        key.Length > LongestKey
            ? throw new RefusedException(RefusalKind.NotFound)
            : store.ReadAsync(new ReadOffered(key, clock.GetCurrentInstant()).Run, context.RequestAborted);

    private static IResult Page(string page, int status) => Results.Text(page, Html, Encoding.UTF8, status);

    private static string ZoneOf(OfferedView offer, string? asked) => asked is not null && Zones.Exists(asked) ? asked : offer.Zone;

    private static string Words(RefusedException refused) =>
        refused.Refusal.Kind == RefusalKind.NotFound
            ? "There is no offer behind this link. Ask for a new one where you got it."
            : English.Refused(refused.Refusal);

    private static async Task<OfferAnswer> SaidAsync(HttpContext context, OfferedView offer)
    {
        if (!context.Request.HasFormContentType || context.Request.ContentLength > LargestForm)
            throw new RefusedException(RefusalKind.BadInput, "form");
        var limits = new FormOptions
        {
            BufferBodyLengthLimit = LargestForm,
            KeyLengthLimit = 100,
            ValueCountLimit = 100,
        };
        var form = await context.Request.ReadFormAsync(limits, context.RequestAborted);
        var words = form["words"].ToString() is { Length: > 0 } written ? written : null;
        if (words?.Length > Offer.LongestWords)
            words = words[..Offer.LongestWords];
        switch (form["answer"].ToString())
        {
            case "none":
                return new OfferAnswer(null, [], words);
            case "chosen" when Number(form["time"].ToString()) is { } time:
                return new OfferAnswer(time, [], words);
            case "marks":
                var marks = offer
                    .Times.Select(t => Number(form[$"time{t.Number.ToString(CultureInfo.InvariantCulture)}"].ToString()))
                    .ToList();
                return marks.TrueForAll(m => m is not null)
                    ? new OfferAnswer(null, [.. marks.Select(m => (OfferMark)m!.Value)], words)
                    : throw new RefusedException(RefusalKind.OfferMarkMissing);
            default:
                throw new RefusedException(RefusalKind.OfferMarkMissing);
        }
    }

    private static int? Number(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
}
