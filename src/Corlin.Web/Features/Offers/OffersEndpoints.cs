using Corlin.Application.Offers;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Corlin.Web.Features.Arranging;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Offers;

/// <param name="Meeting">What comes of it; its start is not read.</param>
/// <param name="Starts">Of the times offered, in milliseconds since 1970.</param>
/// <param name="Zone">The tzdb id of the zone in which the readers are told the times.</param>
/// <param name="Until">When it ends, in milliseconds since 1970.</param>
public sealed record OfferRequest(ArrangeRequest Meeting, IReadOnlyList<long> Starts, string Zone, long Until, OfferDecision Decision);

/// <param name="Request">What the holds of the times have in common.</param>
/// <param name="Keys">The last part of each reader's link, in their order; they are told this once.</param>
public sealed record MadeOfferView(string Id, long Change, string Request, IReadOnlyList<string> Keys);

/// <param name="Reader">Their number.</param>
public sealed record OfferLinkRequest(int Reader);

/// <param name="Key">The last part of the link; it is told this once.</param>
public sealed record OfferLinkView(string Key);

/// <param name="Time">Its number.</param>
public sealed record BookingRequest(int Time);

/// <summary>Times that are offered to people outside, as those inside keep them.</summary>
internal static class OffersEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/offers", GetAsync);
        api.MapPost("/offers", MakeAsync).ToldOnce();
        api.MapPost("/offers/{id}/links", RenewAsync).ToldOnce();
        api.MapPost("/offers/{id}/booking", BookAsync);
        api.MapDelete("/offers/{id}", EndAsync);
    }

    private static async Task<Ok<OffersView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadOffers(reader.Person, reader.Now).Run));

    private static async Task<Ok<MadeOfferView>> MakeAsync(
        Reader reader,
        OfferRequest request,
        Application.Ports.IConferenceLinks links,
        Application.Ports.IRichTexts texts
    )
    {
        if (!Enum.IsDefined(request.Decision))
            throw new RefusedException(RefusalKind.BadInput, "decision");
        var meeting = await ArrangeEndpoints.MeetingAsync(reader, request.Meeting, links, texts);
        var made = await reader.ChangeAsync(
            new MakeOffer(
                reader.Person,
                meeting,
                [.. request.Starts.Take(Offer.MostTimes + 1).Select(s => Times.Moment(s, "times"))],
                Times.Zone(request.Zone, "zone"),
                Times.Moment(request.Until, "until"),
                request.Decision,
                request.Meeting.HoldRequest
            )
        );
        return TypedResults.Ok(new MadeOfferView(made.PublicId, made.Change, made.Request, made.Keys));
    }

    private static async Task<Ok<OfferLinkView>> RenewAsync(Reader reader, string id, OfferLinkRequest request) =>
        TypedResults.Ok(new OfferLinkView(await reader.ChangeAsync(new RenewOfferLink(reader.Person, id, request.Reader))));

    private static async Task<Ok<ArrangedView>> BookAsync(Reader reader, string id, BookingRequest request)
    {
        var made = await reader.ChangeAsync(new BookOffered(reader.Person, id, request.Time));
        return TypedResults.Ok(new ArrangedView(made.PublicId, made.Change, made.Asked, made.Meetings));
    }

    private static async Task<Ok<ChangedView>> EndAsync(Reader reader, string id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new EndOffer(reader.Person, id))));
}
