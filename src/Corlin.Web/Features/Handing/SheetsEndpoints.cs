using Corlin.Application.Handing;
using Corlin.Core.Access;
using Corlin.Core.Refusals;
using Corlin.Core.Sheets;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Handing;

/// <param name="InNameOf">Whose days they are.</param>
/// <param name="To">The public ids of those who get it by mail; none where it is printed.</param>
public sealed record HandSheetRequest(string InNameOf, string From, int Days, SheetPartsView Parts, IReadOnlyList<string> To, string? Note);

/// <param name="At">Minutes after midnight at home; null where it is sent by hand only.</param>
public sealed record SaySheetRequest(SheetPartsView Parts, int? At, bool DayBefore, bool Again, IReadOnlyList<string> To);

/// <param name="To">Public ids or addresses; for a preview its first reader.</param>
/// <param name="Most">outline, headlines or everything.</param>
/// <param name="Papers">Whether the papers go along, where everything is told.</param>
/// <param name="Zone">In which the times are written; null for the calendar's own.</param>
public sealed record SendCalendarRequest(
    IReadOnlyList<string> To,
    string From,
    int Days,
    Sight Most,
    bool Private,
    CalendarForm Form,
    string? Zone,
    string? Note,
    bool Papers = false
);

/// <summary>Day sheets: read, printed, sent, and how they are made.</summary>
internal static class SheetsEndpoints
{
    private const int Midnight = 24 * 60;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/sheets", GetAsync);
        api.MapPost("/sheets", HandAsync);
        api.MapPut("/sheets/{person}", SayAsync);
        api.MapPost("/calendars/{person}/letters/tried", TryAsync);
        api.MapPost("/calendars/{person}/letters", SendAsync);
    }

    /// <param name="parts">The parts as a number; null for what was said.</param>
    /// <param name="order">The order of the blocks, their numbers one after another; null for what was said.</param>
    private static async Task<Ok<DaySheetView>> GetAsync(
        Reader reader,
        string? who,
        string? from,
        int days = 1,
        int? parts = null,
        string? order = null
    )
    {
        var wanted = (SheetParts?)parts;
        if (wanted is { } some && (some & ~SheetWish.All) != 0)
            throw new RefusedException(RefusalKind.BadInput, "parts");
        return TypedResults.Ok(
            await reader.ReadAsync(
                new ReadDaySheet(reader.Person, who, from is null ? null : Reader.Date(from, "from"), days, wanted, reader.Now)
                {
                    Order = order is null ? null : SheetOrder.Of(order),
                }.Run
            )
        );
    }

    private static async Task<Ok<ChangedView>> HandAsync(Reader reader, HandSheetRequest request)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        var change = new HandSheet(
            reader.Person,
            owner,
            Reader.Date(request.From, "from"),
            request.Days,
            request.Parts.ToParts(),
            [.. request.To],
            Times.Limited(request.Note, HandSheet.LongestNote, "note")
        )
        {
            Order = [.. request.Parts.Order],
        };
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(change)));
    }

    private static CalendarPart Part(SendCalendarRequest request) =>
        new(
            Reader.Date(request.From, "from"),
            request.Days,
            request.Most,
            request.Private,
            request.Form,
            request.Zone is null ? null : Times.Zone(request.Zone, "zone"),
            request.Papers
        );

    private static async Task<Ok<CalendarLetterView>> TryAsync(Reader reader, string person, SendCalendarRequest request)
    {
        var note = Times.Limited(request.Note, HandSheet.LongestNote, "note");
        // Nobody named yet is told as much as was chosen.
        var inside =
            request.To is not [var first, ..]
            || !first.Contains('@', StringComparison.Ordinal) && (await reader.FindAsync(first, "to")).Inside;
        return TypedResults.Ok(
            await reader.ReadAsync(new ReadCalendarLetter(reader.Person, person, Part(request), note, inside, reader.Now).Run)
        );
    }

    private static async Task<Ok<ChangedView>> SendAsync(Reader reader, string person, SendCalendarRequest request)
    {
        var owner = await reader.UserAsync(person, "inNameOf");
        var note = Times.Limited(request.Note, HandSheet.LongestNote, "note");
        return TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new SendCalendar(reader.Person, owner, [.. request.To], Part(request), note)))
        );
    }

    private static async Task<Ok<ChangedView>> SayAsync(Reader reader, string person, SaySheetRequest request)
    {
        var owner = await reader.UserAsync(person, "inNameOf");
        if (request.At is < 0 or >= Midnight)
            throw new RefusedException(RefusalKind.BadInput, "at");
        var change = new SaySheet(
            reader.Person,
            owner,
            request.Parts.ToParts(),
            request.At is { } at ? LocalTime.Midnight.PlusMinutes(at) : null,
            request.DayBefore,
            request.Again,
            [.. request.To]
        )
        {
            Order = [.. request.Parts.Order],
        };
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(change)));
    }
}
