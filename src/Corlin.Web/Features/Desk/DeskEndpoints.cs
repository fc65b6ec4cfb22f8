using Corlin.Application.Desk;
using Corlin.Application.Meetings;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Desk;

internal static class DeskEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/desk", GetAsync);
        api.MapGet("/mine", GetMineAsync);
        api.MapDelete("/news/{id:long}", PutAwayAsync);
    }

    private static async Task<Ok<DeskView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadDesk(reader.Person, reader.Now).Run(s)));

    private static async Task<Ok<MineView>> GetMineAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadMine(reader.Person, reader.Now).Run(s)));

    private static async Task<NoContent> PutAwayAsync(Reader reader, long id)
    {
        await reader.ChangeAsync(new PutMeetingNewsAway(reader.Person, id));
        return TypedResults.NoContent();
    }
}
