using Corlin.Application.Files;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Files;

/// <param name="Address">http, https or webcal.</param>
/// <param name="Most">firm, pencilled or free: the most that its entries take up time.</param>
public sealed record FollowRequest(string Name, string Address, string Most, int EveryMinutes);

/// <summary>Calendars kept elsewhere that stand on a lane.</summary>
internal static class FollowedEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/calendars/{person}/followed", GetAsync);
        api.MapPost("/calendars/{person}/followed", FollowAsync);
        api.MapPut("/calendars/{person}/followed/{id:long}", ChangeAsync);
        api.MapDelete("/calendars/{person}/followed/{id:long}", EndAsync);
        api.MapPost("/calendars/{person}/followed/{id:long}/reading", ReadNowAsync);
    }

    private static async Task<Ok<FollowedListView>> GetAsync(Reader reader, string person) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadFollowed(reader.Person, person, reader.Now).Run(s)));

    private static async Task<Ok<ChangedView>> FollowAsync(Reader reader, string person, FollowRequest request)
    {
        var who = await reader.UserAsync(person, "calendar");
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new FollowCalendar(reader.Person, who, What(request)))));
    }

    private static async Task<Ok<ChangedView>> ChangeAsync(Reader reader, string person, long id, FollowRequest request)
    {
        var who = await reader.UserAsync(person, "calendar");
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new ChangeFollowing(reader.Person, who, id, What(request)))));
    }

    private static async Task<Ok<ChangedView>> EndAsync(Reader reader, string person, long id)
    {
        var who = await reader.UserAsync(person, "calendar");
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new EndFollowing(reader.Person, who, id))));
    }

    private static async Task<NoContent> ReadNowAsync(Reader reader, string person, long id)
    {
        var who = await reader.UserAsync(person, "calendar");
        await reader.ChangeAsync(new FetchNow(reader.Person, who, id));
        return TypedResults.NoContent();
    }

    private static Following What(FollowRequest request) =>
        new(
            request.Name ?? "",
            request.Address ?? "",
            request.Most switch
            {
                "firm" => TimeTaken.Firm,
                "pencilled" => TimeTaken.Pencilled,
                "free" => TimeTaken.Free,
                _ => throw new RefusedException(RefusalKind.BadInput, "most", request.Most),
            },
            Duration.FromMinutes(Math.Clamp(request.EveryMinutes, 0, 100_000))
        );
}
