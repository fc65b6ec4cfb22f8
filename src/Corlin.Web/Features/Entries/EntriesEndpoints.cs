using Corlin.Application.Changes;
using Corlin.Application.Reads;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Web.Features.Chase;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Entries;

/// <param name="InNameOf">Whose answer it is.</param>
/// <param name="ProposedStart">With <paramref name="ProposedEnd"/> another time, in milliseconds since 1970.</param>
public sealed record AnswerRequest(string InNameOf, string? Occurrence, Answer Answer, string? Comment, long? ProposedStart, long? ProposedEnd);

internal static class EntriesEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/entries/{id}", GetAsync);
        api.MapPost("/entries/{id}/answer", AnswerAsync);
        api.MapPost("/changes/{id:long}/undo", UndoAsync);
    }

    /// <param name="lane">The public id of whose lane it was chosen on.</param>
    private static async Task<Ok<EntryDetails>> GetAsync(Reader reader, string id, string lane, string? occurrence) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadEntry(reader.Person, id, Reader.Occurrence(occurrence), lane, reader.Now).Run(s)));

    private static async Task<Ok<ChangedView>> AnswerAsync(Reader reader, string id, AnswerRequest request)
    {
        if (request.Answer is Answer.None or Answer.Delegated) throw new RefusedException(RefusalKind.BadInput, "answer", request.Answer.ToString());
        var who = await reader.UserAsync(request.InNameOf, "inNameOf");
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new AnswerInvitation(
            reader.Person, who, id, Reader.Occurrence(request.Occurrence), request.Answer, request.Comment?.Length > 2000 ? request.Comment[..2000] : request.Comment, Proposed(request)))));
    }

    private static async Task<Ok<ChangedView>> UndoAsync(Reader reader, long id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new UndoChange(reader.Person, id))));

    private static Stretch? Proposed(AnswerRequest request)
    {
        if (request is not { ProposedStart: { } start, ProposedEnd: { } end }) return null;
        if (end <= start) throw new RefusedException(RefusalKind.EndBeforeStart, "proposed");
        if (end - start > TimeSpan.FromDays(1).TotalMilliseconds) throw new RefusedException(RefusalKind.LengthTooLong, "proposed");
        return new Stretch(Instant.FromUnixTimeMilliseconds(start), Instant.FromUnixTimeMilliseconds(end));
    }
}
