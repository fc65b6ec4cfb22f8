using Corlin.Application.Reads;
using Corlin.Core.Meetings;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Lanes;

internal static class LanesEndpoints
{
    public static void Map(RouteGroupBuilder api) => api.MapGet("/lanes", GetAsync);

    /// <param name="who">Public ids.</param>
    /// <param name="from">A date; today where none is given.</param>
    /// <param name="ruler">Zones whose clock is shown too.</param>
    /// <param name="view">day, working-days, week, month or list.</param>
    private static async Task<Ok<LanesView>> GetAsync(Reader reader, [FromQuery] string[] who, string? from, string? view, [FromQuery] string[] ruler)
    {
        var date = from is null ? (NodaTime.LocalDate?)null : Reader.Date(from, "from");
        var shown = view switch
        {
            null or "day" => LanesSpan.Day,
            "working-days" => LanesSpan.WorkingDays,
            "week" => LanesSpan.Week,
            "month" => LanesSpan.Month,
            "list" => LanesSpan.List,
            _ => throw new RefusedException(RefusalKind.BadInput, "view", view),
        };
        return TypedResults.Ok(await reader.ReadAsync(s => new ReadLanes(reader.Person, who, date, shown, reader.Now, ruler).Run(s)));
    }
}
