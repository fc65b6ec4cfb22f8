using Corlin.Application.Desk;
using Corlin.Application.Meetings;
using Corlin.Application.Waiting;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Corlin.Web.Features.Entries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Desk;

/// <param name="InNameOf">Whose answer it is.</param>
public sealed record InvitationRequest(string InNameOf, string Entry, string? Occurrence);

public sealed record AnswerSeveralRequest(IReadOnlyList<InvitationRequest> Invitations, Answer Answer, string? Comment);

/// <param name="InNameOf">Whose answer it is.</param>
/// <param name="Except">The occurrences that are declined.</param>
public sealed record AcceptSeriesRequest(string InNameOf, IReadOnlyList<string> Except, string? Comment);

internal static class DeskEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/desk", GetAsync);
        api.MapGet("/answers", GetAnswersAsync);
        api.MapPost("/answers", AnswerAsync);
        api.MapGet("/entries/{id}/series-fit", GetSeriesFitAsync);
        api.MapPost("/entries/{id}/series-answer", AcceptSeriesAsync);
        api.MapGet("/mine", GetMineAsync);
        api.MapDelete("/news/{id:long}", PutAwayAsync);
    }

    private static async Task<Ok<DeskView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadDesk(reader.Person, reader.Now).Run(s)));

    private static async Task<Ok<AnswersView>> GetAnswersAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadAnswers(reader.Person, reader.Now).Run(s)));

    private static async Task<Ok<ActView>> AnswerAsync(Reader reader, AnswerSeveralRequest request)
    {
        if (request.Answer is Answer.None or Answer.Delegated)
            throw new RefusedException(RefusalKind.BadInput, "answer", request.Answer.ToString());
        var asked = new List<ToAnswer>();
        foreach (var one in request.Invitations.Take(AnswerSeveral.Most + 1))
            asked.Add(new ToAnswer(await reader.UserAsync(one.InNameOf, "inNameOf"), one.Entry, Reader.Occurrence(one.Occurrence)));
        return TypedResults.Ok(
            new ActView(
                await reader.ChangeAsync(
                    new AnswerSeveral(
                        reader.Person,
                        asked,
                        request.Answer,
                        Times.Limited(request.Comment, EntriesEndpoints.LongestComment, "comment")
                    )
                )
            )
        );
    }

    private static async Task<Results<Ok<SeriesFitView>, NoContent>> GetSeriesFitAsync(Reader reader, string id, string who) =>
        await reader.ReadAsync(new ReadSeriesFit(reader.Person, who, id, reader.Now).Run) is { } fit
            ? TypedResults.Ok(fit)
            : TypedResults.NoContent();

    private static async Task<Ok<ActView>> AcceptSeriesAsync(Reader reader, string id, AcceptSeriesRequest request)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        return TypedResults.Ok(
            new ActView(
                await reader.ChangeAsync(
                    new AcceptSeries(
                        reader.Person,
                        owner,
                        id,
                        [
                            .. request
                                .Except.Take(AcceptSeries.Most + 1)
                                .Select(e => Reader.Occurrence(e) ?? throw new RefusedException(RefusalKind.BadInput, "except")),
                        ],
                        Times.Limited(request.Comment, EntriesEndpoints.LongestComment, "comment")
                    )
                )
            )
        );
    }

    private static async Task<Ok<MineView>> GetMineAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadMine(reader.Person, reader.Now).Run(s)));

    private static async Task<NoContent> PutAwayAsync(Reader reader, long id)
    {
        await reader.ChangeAsync(new PutMeetingNewsAway(reader.Person, id));
        return TypedResults.NoContent();
    }
}
