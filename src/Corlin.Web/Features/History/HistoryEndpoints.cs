using System.Text;
using Corlin.Application;
using Corlin.Application.Changes;
using Corlin.Application.Ports;
using Corlin.Application.Reads;
using Corlin.Web.Features.Chase;
using Corlin.Web.Features.Shared;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Features.History;

/// <param name="Who">In whose name, by public id.</param>
/// <param name="Entry">The public id of the one entry.</param>
/// <param name="By">Who did it, by public id.</param>
/// <param name="First">The first day.</param>
/// <param name="Last">The last day.</param>
/// <param name="Before">What the answer before said to go on with.</param>
internal sealed record HistoryAsked(
    [FromQuery(Name = "who")] string Who, [FromQuery(Name = "entry")] string? Entry, [FromQuery(Name = "by")] string? By, [FromQuery(Name = "first")] string? First,
    [FromQuery(Name = "last")] string? Last, [FromQuery(Name = "before")] long? Before)
{
    public ReadHistory Read(Reader reader, int limit = ReadHistory.PageSize) => new(
        reader.Person, Who, Entry, By, First is null ? null : Reader.Date(First, "first"), Last is null ? null : Reader.Date(Last, "last"), Before, reader.Now, limit);
}

internal static class HistoryEndpoints
{
    private const int MostInFile = 10_000;

    private static readonly string[] Columns = ["when", "who", "in whose name", "what", "details", "under", "taken back"];

    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/acts", ActsAsync);
        api.MapPost("/changes/undo", UndoAsync);
        api.MapPost("/changes/{id:long}/back", TurnBackAsync);
        api.MapGet("/history", GetAsync);
        api.MapGet("/history/file", FileAsync).Produces<string>(200, "text/csv");
    }

    private static async Task<Ok<ActsView>> ActsAsync(Reader reader) => TypedResults.Ok(await reader.ReadAsync(s => new ReadActs(reader.Person, reader.Now).Run(s)));

    private static async Task<Ok<ActView>> UndoAsync(Reader reader, UndoRequest request, LargeUndo undo, CancellationToken cancel) =>
        TypedResults.Ok(new ActView(await undo.RunAsync(new UndoAct(reader.Person, request.Changes), cancel)));

    private static async Task<Ok<ChangedView>> TurnBackAsync(Reader reader, long id) => TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new TurnChangeBack(reader.Person, id))));

    private static async Task<Ok<HistoryView>> GetAsync(Reader reader, [AsParameters] HistoryAsked asked) =>
        TypedResults.Ok(await reader.ReadAsync(s => asked.Read(reader).Run(s)));

    private static async Task<FileContentHttpResult> FileAsync(Reader reader, [AsParameters] HistoryAsked asked, ITables tables)
    {
        var history = await reader.ReadAsync(s => asked.Read(reader, MostInFile).Run(s));
        using var text = new StringWriter();
        tables.Write(text, Columns, history.Rows.Select(r => new[]
        {
            InstantPattern.General.Format(Instant.FromUnixTimeMilliseconds(r.At)), r.By.Name, (r.For ?? r.By).Name, r.Words, string.Join("; ", r.Details), r.Under ?? "", r.Undone ? "yes" : "",
        }));
        return TypedResults.File(Encoding.UTF8.GetBytes(text.ToString()), "text/csv; charset=utf-8", "history.csv");
    }
}
