using Corlin.Application.Meetings;
using Corlin.Core.Meetings;
using Corlin.Web.Edge;
using Corlin.Web.Features.Entries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Desk;

/// <param name="InNameOf">The public id of who is asked.</param>
public sealed record QuestionRequest(string InNameOf, string? Occurrence, string? Line = null);

public sealed record QuestionReplyRequest(string? Occurrence, QuestionReply Reply, string? Words = null);

/// <param name="Change">With it what was done can be undone for ten seconds.</param>
public sealed record QuestionChangedView(long Change);

/// <summary>What principals are asked by those who keep their calendars.</summary>
internal static class QuestionEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/entries/{id}/question", AskAsync);
        api.MapPost("/entries/{id}/question/ended", EndAsync);
        api.MapPost("/entries/{id}/question/reply", ReplyAsync);
    }

    private static async Task<Ok<QuestionChangedView>> AskAsync(Reader reader, string id, QuestionRequest request)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        var line = Times.Limited(request.Line, Question.LongestLine, "line");
        return Done(await reader.ChangeAsync(new AskPrincipal(reader.Person, owner, id, Reader.Occurrence(request.Occurrence), line)));
    }

    private static async Task<Ok<QuestionChangedView>> EndAsync(Reader reader, string id, QuestionRequest request)
    {
        var owner = await reader.UserAsync(request.InNameOf, "inNameOf");
        return Done(await reader.ChangeAsync(new EndQuestion(reader.Person, owner, id, Reader.Occurrence(request.Occurrence))));
    }

    private static async Task<Ok<ActView>> ReplyAsync(Reader reader, string id, QuestionReplyRequest request)
    {
        var words = Times.Limited(request.Words, EntriesEndpoints.LongestComment, "words");
        return TypedResults.Ok(
            new ActView(
                await reader.ChangeAsync(
                    new ReplyToQuestion(reader.Person, id, Reader.Occurrence(request.Occurrence), request.Reply, words)
                )
            )
        );
    }

    private static Ok<QuestionChangedView> Done(long change) => TypedResults.Ok(new QuestionChangedView(change));
}
