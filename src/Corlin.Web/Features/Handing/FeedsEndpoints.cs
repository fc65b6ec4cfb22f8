using Corlin.Application.Handing;
using Corlin.Core.Access;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Handing;

/// <param name="Reader">The public id of somebody outside who may see the calendar; null for a program of one's own.</param>
/// <param name="Most">outline or headline.</param>
public sealed record FeedRequest(string? Reader, Sight Most, bool Private, int Days);

/// <param name="Key">The last part of the link; it is told this once.</param>
public sealed record MadeFeedView(long Change, string Key);

/// <summary>The links by which programs read a calendar, as they are made and ended.</summary>
internal static class FeedsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/calendars/{person}/feeds", GetAsync);
        api.MapPost("/calendars/{person}/feeds", MakeAsync).ToldOnce();
        api.MapPost("/feeds/{id:long}/renewal", RenewAsync).ToldOnce();
        api.MapDelete("/feeds/{id:long}", EndAsync);
    }

    private static async Task<Ok<FeedsView>> GetAsync(Reader reader, string person) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadFeeds(reader.Person, person, reader.Now).Run));

    private static async Task<Ok<MadeFeedView>> MakeAsync(Reader reader, string person, FeedRequest request)
    {
        var owner = await reader.UserAsync(person, "calendar");
        var program = request.Reader is null ? reader.Person : await reader.UserAsync(request.Reader, "reader");
        return Made(await reader.ChangeAsync(new MakeFeed(reader.Person, owner, program, request.Most, request.Private, request.Days)));
    }

    private static async Task<Ok<MadeFeedView>> RenewAsync(Reader reader, long id) =>
        Made(await reader.ChangeAsync(new RenewFeed(reader.Person, id)));

    private static async Task<Ok<ChangedView>> EndAsync(Reader reader, long id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new EndFeed(reader.Person, id))));

    private static Ok<MadeFeedView> Made(MadeFeed made) => TypedResults.Ok(new MadeFeedView(made.Change, made.Key));
}
