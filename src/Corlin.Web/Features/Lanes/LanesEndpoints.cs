using Corlin.Application.Reads;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Lanes;

internal static class LanesEndpoints
{
    public static void Map(RouteGroupBuilder api) => api.MapGet("/lanes", GetAsync);

    /// <param name="who">Public ids.</param>
    /// <param name="from">A date; today where none is given.</param>
    /// <param name="view">day or working-days.</param>
    private static async Task<Ok<LanesView>> GetAsync(Reader reader, [FromQuery] string[] who, string? from, string? view)
    {
        var date = from is null ? (NodaTime.LocalDate?)null : Reader.Date(from, "from");
        return TypedResults.Ok(await reader.ReadAsync(s => new ReadLanes(reader.Person, who, date, view == "working-days", reader.Now).Run(s)));
    }
}
