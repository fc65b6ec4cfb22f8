using Corlin.Application.Calendars;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Calendars;

/// <param name="Counts">Whether its entries take up time.</param>
public sealed record CalendarRequest(string Name, bool Counts);

/// <summary>The calendars that somebody keeps beside their main one.</summary>
internal static class CalendarsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/calendars/{person}/further", GetAsync);
        api.MapPost("/calendars/{person}/further", AddAsync);
        api.MapPut("/calendars/{person}/further/{id}", ChangeAsync);
        api.MapDelete("/calendars/{person}/further/{id}", RemoveAsync);
    }

    private static async Task<Ok<CalendarsView>> GetAsync(Reader reader, string person) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadCalendars(reader.Person, person, reader.Now).Run(s)));

    private static async Task<Ok<ChangedView>> AddAsync(Reader reader, string person, CalendarRequest request)
    {
        var who = await reader.UserAsync(person, "calendar");
        return TypedResults.Ok(
            new ChangedView((await reader.ChangeAsync(new AddCalendar(reader.Person, who, request.Name ?? "", request.Counts))).Change)
        );
    }

    private static async Task<Ok<ChangedView>> ChangeAsync(Reader reader, string person, string id, CalendarRequest request)
    {
        var who = await reader.UserAsync(person, "calendar");
        return TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new ChangeCalendar(reader.Person, who, id, request.Name ?? "", request.Counts)))
        );
    }

    private static async Task<Ok<ChangedView>> RemoveAsync(Reader reader, string person, string id)
    {
        var who = await reader.UserAsync(person, "calendar");
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new RemoveCalendar(reader.Person, who, id))));
    }
}
