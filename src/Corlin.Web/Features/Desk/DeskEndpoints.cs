using Corlin.Application.Reads;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Desk;

internal static class DeskEndpoints
{
    public static void Map(RouteGroupBuilder api) => api.MapGet("/desk", GetAsync);

    private static async Task<Ok<DeskView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadDesk(reader.Person, reader.Now).Run(s)));
}
