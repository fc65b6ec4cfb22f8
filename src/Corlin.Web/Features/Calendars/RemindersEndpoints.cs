using Corlin.Application.Calendars;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Calendars;

/// <param name="Start">The start that it is about, in milliseconds.</param>
public sealed record ReminderRefRequest(string Entry, string? Occurrence, long Start);

/// <param name="Until">Of those put off: until when, in milliseconds.</param>
public sealed record ReminderRequest(ReminderAct Act, IReadOnlyList<ReminderRefRequest> Which, long? Until);

internal static class RemindersEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/reminders", GetAsync);
        api.MapPost("/reminders", AnswerAsync);
    }

    private static async Task<Ok<RemindersView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadReminders(reader.Person, reader.Now).Run(s)));

    private static async Task<NoContent> AnswerAsync(Reader reader, ReminderRequest request)
    {
        await reader.ChangeAsync(
            new AnswerReminders(
                reader.Person,
                request.Act,
                [.. request.Which.Select(w => new ReminderRef(w.Entry, Reader.Occurrence(w.Occurrence), Times.Moment(w.Start, "start")))],
                request.Until is { } until ? Times.Moment(until, "until") : null
            )
        );
        return TypedResults.NoContent();
    }
}
