using Corlin.Application.Arranging;
using Corlin.Core.Time;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Arranging;

/// <param name="Starts">Of the stretches to be kept, in milliseconds since 1970.</param>
/// <param name="Zone">In which they are told.</param>
/// <param name="With">The public ids of others on whose calendars they stand too, where that may be.</param>
/// <param name="Lapses">When they are over if none was chosen, in milliseconds since 1970.</param>
/// <param name="For">The public id of what somebody asked for, for which they are held.</param>
/// <param name="InPlaceOf">The request whose holds these take the place of, or null.</param>
public sealed record HoldsRequest(
    string InNameOf,
    string Title,
    IReadOnlyList<long> Starts,
    int Minutes,
    string Zone,
    IReadOnlyList<string> With,
    long Lapses,
    string? InPlaceOf = null,
    string? For = null
);

/// <param name="Request">What they have in common.</param>
/// <param name="Lanes">On how many calendars they stand.</param>
public sealed record HeldRequestView(string Request, long Change, int Lanes);

/// <summary>Stretches kept while something is being agreed.</summary>
internal static class HoldsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/holds", PlaceAsync);
        api.MapDelete("/holds/{request}", ReleaseAsync);
    }

    private static async Task<Ok<HeldRequestView>> PlaceAsync(Reader reader, HoldsRequest request)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        var length = Duration.FromMinutes(Times.Length(request.Minutes));
        var zone = Times.Zone(request.Zone, "zone");
        var held = await reader.ChangeAsync(
            new PlaceHolds(
                reader.Person,
                owner,
                Times.Limited(request.Title, 200, "title") ?? "",
                [
                    .. request
                        .Starts.Take(PlaceHolds.MostTimes + 1)
                        .Select(s => Times.Moment(s, "starts"))
                        .Select(s => TimedEntry.At(new Stretch(s, s + length), zone)),
                ],
                Times.Moment(request.Lapses, "lapses")
            )
            {
                With = [.. request.With],
                InPlaceOf = request.InPlaceOf,
                For = request.For,
            }
        );
        return TypedResults.Ok(new HeldRequestView(held.Request, held.Change, held.Lanes));
    }

    private static async Task<Ok<ChangedView>> ReleaseAsync(Reader reader, string request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new ReleaseHolds(reader.Person, request))));
}
