using Corlin.Application.Watching;
using Corlin.Core.Watch;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Watching;

/// <param name="Of">The public id of whose calendar it is on.</param>
/// <param name="Key">As it was told, as is the print.</param>
public sealed record DismissalRequest(string Of, string Key, string Print);

/// <param name="Of">The public id of whose calendar it is on.</param>
public sealed record ShowAgainRequest(string Of, string Key);

/// <param name="Of">The public id of on whose calendar is looked.</param>
/// <param name="Days">How far ahead; 0 for not at all.</param>
public sealed record LookAheadRequest(string Of, ConcernKind Kind, int Days);

/// <param name="Change">With it what was said can be taken back for ten seconds.</param>
public sealed record WatchChangedView(long Change);

/// <summary>What needs a look, over all calendars that are kept.</summary>
internal static class WatchEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/watch", ReadAsync);
        api.MapPost("/watch/dismissals", DismissAsync);
        api.MapPost("/watch/shown", ShowAsync);
        api.MapPut("/watch/ahead", LookAsync);
    }

    private static async Task<Ok<NeedsLookView>> ReadAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadWatch(reader.Person, reader.Now).Run));

    private static async Task<Ok<WatchChangedView>> DismissAsync(Reader reader, DismissalRequest request)
    {
        var of = await reader.UserAsync(request.Of, "of");
        return Done(await reader.ChangeAsync(new DismissConcern(reader.Person, of, request.Key, request.Print)));
    }

    private static async Task<Ok<WatchChangedView>> ShowAsync(Reader reader, ShowAgainRequest request)
    {
        var of = await reader.UserAsync(request.Of, "of");
        return Done(await reader.ChangeAsync(new ShowConcern(reader.Person, of, request.Key)));
    }

    private static async Task<Ok<WatchChangedView>> LookAsync(Reader reader, LookAheadRequest request)
    {
        var of = await reader.UserAsync(request.Of, "of");
        return Done(await reader.ChangeAsync(new SayLookAhead(reader.Person, of, new LookAhead(request.Kind, request.Days))));
    }

    private static Ok<WatchChangedView> Done(long change) => TypedResults.Ok(new WatchChangedView(change));
}
