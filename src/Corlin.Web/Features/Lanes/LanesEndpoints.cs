using Corlin.Application.Handing;
using Corlin.Application.Lanes;
using Corlin.Application.Whereabouts;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Lanes;

/// <param name="Date">Any day of the first week.</param>
public sealed record NoGoRequest(string InNameOf, string Date, int Weeks, string? Words);

internal static class LanesEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/lanes", GetAsync);
        api.MapGet("/hand", GetHandAsync);
        api.MapGet("/years", GetYearAsync);
        api.MapPost("/no-go-weeks", KeepNoGoAsync);
        api.MapDelete("/no-go-weeks/{id:long}", OpenNoGoAsync);
    }

    /// <param name="who">A public id; the first of those the reader speaks for where none is given.</param>
    /// <param name="day">Today where none is given.</param>
    private static async Task<Ok<HandDayView>> GetHandAsync(Reader reader, string? who, string? day) =>
        TypedResults.Ok(
            await reader.ReadAsync(s =>
                new ReadHandDay(reader.Person, who, day is null ? null : Reader.Date(day, "day"), reader.Now).Run(s)
            )
        );

    /// <param name="who">A public id; the first of those the reader speaks for where none is given.</param>
    private static async Task<Ok<YearView>> GetYearAsync(Reader reader, string? who, int? year) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadYear(reader.Person, who, year, reader.Now).Run(s)));

    private static async Task<Ok<ChangedView>> KeepNoGoAsync(Reader reader, NoGoRequest request)
    {
        var who = await reader.UserAsync(request.InNameOf, "inNameOf");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new KeepNoGo(
                        reader.Person,
                        who,
                        Reader.Date(request.Date, "date"),
                        request.Weeks,
                        Times.Limited(request.Words, 100, "words") ?? ""
                    )
                )
            )
        );
    }

    private static async Task<Ok<ChangedView>> OpenNoGoAsync(Reader reader, long id, string inNameOf)
    {
        var who = await reader.UserAsync(inNameOf, "inNameOf");
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new OpenNoGo(reader.Person, who, id))));
    }

    /// <param name="who">Public ids.</param>
    /// <param name="from">A date; today where none is given.</param>
    /// <param name="ruler">Zones whose clock is shown too.</param>
    /// <param name="view">day, working-days, week, month or list.</param>
    /// <param name="days">The zone whose days are shown; the reader's own where none is given.</param>
    private static async Task<Ok<LanesView>> GetAsync(
        Reader reader,
        [FromQuery] string[] who,
        string? from,
        string? view,
        [FromQuery] string[] ruler,
        string? days
    )
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
        return TypedResults.Ok(await reader.ReadAsync(s => new ReadLanes(reader.Person, who, date, shown, reader.Now, ruler, days).Run(s)));
    }
}
