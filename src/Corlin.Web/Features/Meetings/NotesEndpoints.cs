using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Corlin.Web.Features.Meetings;

/// <param name="Id">Null for a new one.</param>
/// <param name="Owner">Who is to do it, by public id; null where that is open.</param>
/// <param name="Due">By the end of which day, as a date; null for none.</param>
public sealed record TaskParts(string? Id, string Words, string? Owner, string? Due);

/// <param name="Lane">The public id of whose lane they belong to.</param>
/// <param name="Version">The version that was written on; 0 for the first.</param>
/// <param name="Text">Rich text as HTML; empty for none.</param>
public sealed record NotesParts(string Lane, string? Occurrence, int Version, string Text, IReadOnlyList<TaskParts> Tasks);

/// <param name="To">Public ids or addresses.</param>
/// <param name="Line">A line to them.</param>
public sealed record ReleaseParts(string Lane, string? Occurrence, IReadOnlyList<string> To, string? Line = null);

public sealed record DoneParts(bool Done);

/// <summary>What is noted of a meeting, and what is to be done after it.</summary>
internal static class NotesEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/entries/{id}/notes", GetAsync);
        api.MapPut("/entries/{id}/notes", KeepAsync);
        api.MapPost("/entries/{id}/notes/release", ReleaseAsync);
        api.MapPut("/tasks/{id}", FinishAsync);
    }

    private static async Task<Ok<NotesView>> GetAsync(Reader reader, string id, [FromQuery] string lane, [FromQuery] string? occurrence) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadNotes(reader.Person, id, Reader.Occurrence(occurrence), lane, reader.Now).Run));

    private static async Task<Ok<NotesView>> KeepAsync(Reader reader, string id, NotesParts parts, IRichTexts texts)
    {
        var text = Times.Limited(parts.Text, Times.LongestAgenda, "text");
        await reader.ChangeAsync(
            new KeepNotes(
                reader.Person,
                await AtAsync(reader, id, parts.Lane, parts.Occurrence),
                parts.Version,
                text is null ? null : texts.Read(text),
                [.. parts.Tasks.Select(t => new TaskSaid(t.Id, t.Words, t.Owner, t.Due is null ? null : Reader.Date(t.Due, "due")))]
            )
        );
        return await GetAsync(reader, id, parts.Lane, parts.Occurrence);
    }

    private static async Task<Ok<ChangedView>> ReleaseAsync(Reader reader, string id, ReleaseParts parts) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new ReleaseNotes(reader.Person, await AtAsync(reader, id, parts.Lane, parts.Occurrence), [.. parts.To], parts.Line)
                )
            )
        );

    private static async Task<Ok<ChangedView>> FinishAsync(Reader reader, string id, DoneParts parts) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new FinishTask(reader.Person, id, parts.Done))));

    private static async Task<NotesAt> AtAsync(Reader reader, string entry, string lane, string? occurrence) =>
        new(entry, Reader.Occurrence(occurrence), await reader.UserAsync(lane, "lane"));
}
