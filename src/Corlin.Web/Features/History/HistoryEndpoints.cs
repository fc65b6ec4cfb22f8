using System.Text;
using Corlin.Application.History;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Features.History;

/// <summary>What of the history is asked for, in the address.</summary>
internal sealed record HistoryAsked
{
    /// <summary>In whose name, by public id.</summary>
    [FromQuery(Name = "who")]
    public required string Who { get; init; }

    /// <summary>The public id of the one entry.</summary>
    [FromQuery(Name = "entry")]
    public string? Entry { get; init; }

    /// <summary>Who did it, by public id.</summary>
    [FromQuery(Name = "by")]
    public string? By { get; init; }

    /// <summary>The first day.</summary>
    [FromQuery(Name = "first")]
    public string? First { get; init; }

    /// <summary>The last day.</summary>
    [FromQuery(Name = "last")]
    public string? Last { get; init; }

    /// <summary>What the answer before said to go on with.</summary>
    [FromQuery(Name = "before")]
    public long? Before { get; init; }

    public ReadHistory Read(Reader reader, int limit = ReadHistory.PageSize) =>
        new(
            reader.Person,
            Who,
            Entry,
            By,
            First is null ? null : Reader.Date(First, "first"),
            Last is null ? null : Reader.Date(Last, "last"),
            Before,
            reader.Now,
            limit
        );
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

    private static async Task<Ok<ActsView>> ActsAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadActs(reader.Person, reader.Now).Run(s)));

    private static async Task<Ok<ActView>> UndoAsync(Reader reader, UndoRequest request, LargeUndo undo, CancellationToken cancel) =>
        TypedResults.Ok(new ActView(await undo.RunAsync(new UndoAct(reader.Person, request.Changes), cancel)));

    private static async Task<Ok<ChangedView>> TurnBackAsync(Reader reader, long id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new TurnChangeBack(reader.Person, id))));

    private static async Task<Ok<HistoryView>> GetAsync(Reader reader, [AsParameters] HistoryAsked asked) =>
        TypedResults.Ok(await reader.ReadAsync(s => asked.Read(reader).Run(s)));

    private static async Task<FileContentHttpResult> FileAsync(Reader reader, [AsParameters] HistoryAsked asked, ITables tables)
    {
        var history = await reader.ReadAsync(s => asked.Read(reader, MostInFile).Run(s));
        using var text = new StringWriter();
        tables.Write(
            text,
            Columns,
            history.Rows.Select(r =>
                new[]
                {
                    InstantPattern.General.Format(Instant.FromUnixTimeMilliseconds(r.At)),
                    r.By.Name,
                    (r.For ?? r.By).Name,
                    r.Words,
                    string.Join("; ", r.Details),
                    r.Under ?? "",
                    r.Undone ? "yes" : "",
                }
            )
        );
        return TypedResults.File(Encoding.UTF8.GetBytes(text.ToString()), "text/csv; charset=utf-8", "history.csv");
    }
}
