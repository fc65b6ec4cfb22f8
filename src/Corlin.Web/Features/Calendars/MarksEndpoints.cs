using Corlin.Application.Calendars;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Calendars;

/// <param name="Lane">Whose lane they stand on.</param>
/// <param name="Category">The name of one, new or known; empty for none; null for as it is.</param>
/// <param name="Reminder">usual, none, or minutes before; null for as it is.</param>
/// <param name="Rank">fixed, askFirst, mayMove, or none for nothing said; null for as it is.</param>
public sealed record MarkRequest(string Lane, IReadOnlyList<string> Entries, string? Category, string? Reminder, string? Rank = null);

/// <param name="Lane">Whose lane they stand on.</param>
public sealed record MarkedRequest(string Lane, IReadOnlyList<string> Entries);

/// <param name="Category">The name of one, new or known; empty for none.</param>
public sealed record MarkChosenRequest(IReadOnlyList<MarkedRequest> Chosen, string Category);

/// <param name="Name">Null for as it is.</param>
/// <param name="Colour">Null for as it is.</param>
public sealed record CategoryRequest(string Lane, string? Name, int? Colour, bool Remove);

internal static class MarksEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/marks", MarkAsync);
        api.MapPost("/marks/chosen", MarkChosenAsync);
        api.MapPut("/categories/{id:long}", ChangeAsync);
    }

    private static async Task<Ok<ChangedView>> MarkAsync(Reader reader, MarkRequest request)
    {
        var lane = await reader.UserAsync(request.Lane, "lane");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new MarkEntries(reader.Person, lane, request.Entries, request.Category, Reminder(request.Reminder), Rank(request.Rank))
                )
            )
        );
    }

    private static async Task<Ok<ActView>> MarkChosenAsync(Reader reader, MarkChosenRequest request)
    {
        var chosen = new List<ChosenOnLane>();
        foreach (var one in request.Chosen)
            chosen.Add(new ChosenOnLane(await reader.UserAsync(one.Lane, "lane"), one.Entries));
        return TypedResults.Ok(new ActView(await reader.ChangeAsync(new MarkChosen(reader.Person, chosen, request.Category))));
    }

    private static async Task<Ok<ChangedView>> ChangeAsync(Reader reader, long id, CategoryRequest request)
    {
        var lane = await reader.UserAsync(request.Lane, "lane");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new ChangeCategory(reader.Person, lane, new CategoryId(id), request.Name, request.Colour, request.Remove)
                )
            )
        );
    }

    private static RankChoice? Rank(string? text) =>
        text switch
        {
            null => null,
            "none" => new RankChoice(null),
            _ when Enum.TryParse<Rank>(text, ignoreCase: true, out var rank) && Enum.IsDefined(rank) => new RankChoice(rank),
            _ => throw new RefusedException(RefusalKind.BadInput, "rank", text),
        };

    internal static ReminderChoice? Reminder(string? text) =>
        text switch
        {
            null => null,
            "usual" => new ReminderChoice(null),
            "none" => new ReminderChoice(new ReminderWish(null)),
            _ when int.TryParse(text, System.Globalization.CultureInfo.InvariantCulture, out var minutes) => new ReminderChoice(
                new ReminderWish(Duration.FromMinutes(minutes))
            ),
            _ => throw new RefusedException(RefusalKind.BadInput, "reminder", text),
        };
}
