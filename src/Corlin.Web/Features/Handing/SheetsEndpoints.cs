using Corlin.Application.Handing;
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

/// <summary>Day sheets: read, printed, sent, and how they are made.</summary>
internal static class SheetsEndpoints
{
    private const int Midnight = 24 * 60;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/sheets", GetAsync);
        api.MapPost("/sheets", HandAsync);
        api.MapPut("/sheets/{person}", SayAsync);
    }

    /// <param name="parts">The parts as a number; null for what was said.</param>
    private static async Task<Ok<DaySheetView>> GetAsync(Reader reader, string? who, string? from, int days = 1, int? parts = null)
    {
        var wanted = (SheetParts?)parts;
        if (wanted is { } some && (some & ~SheetWish.All) != 0)
            throw new RefusedException(RefusalKind.BadInput, "parts");
        return TypedResults.Ok(
            await reader.ReadAsync(
                new ReadDaySheet(reader.Person, who, from is null ? null : Reader.Date(from, "from"), days, wanted, reader.Now).Run
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
        );
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(change)));
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
        );
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(change)));
    }
}
