using Corlin.Application.Calendars;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Corlin.Web.Features.Entries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Meetings;

/// <param name="Attendee">The public id of who proposed.</param>
public sealed record ProposalRequest(string? Occurrence, string Attendee);

public sealed record OccurrenceRequest(string? Occurrence);

/// <param name="To">The public id of who organises it from now on.</param>
/// <param name="Stays">Whether who organised it so far still comes.</param>
/// <param name="Note">To those who are told.</param>
public sealed record TurnOverRequest(string To, bool Stays, string? Note = null);

/// <param name="Offered">Whether they are asked first; otherwise it is done.</param>
public sealed record TurnedOverView(long Change, bool Offered);

public sealed record TurnOverAnswer(bool Takes);

/// <param name="InNameOf">Who organises it or is asked to it.</param>
/// <param name="To">Public ids or addresses of those who are to know of it.</param>
public sealed record ForwardRequest(string InNameOf, string? Occurrence, IReadOnlyList<string> To, string? Note = null);

/// <param name="Attendee">The public id of who told it.</param>
/// <param name="Comment">Their words.</param>
/// <param name="AllTheSame">Whether it takes the place of another answer that stands.</param>
public sealed record EnterAnswerRequest(
    string? Occurrence,
    string Attendee,
    Answer Answer,
    string? Comment = null,
    bool AllTheSame = false
);

/// <param name="At">Wall-clock time in <paramref name="Zone"/>, 2027-03-11T12:00.</param>
/// <param name="Tell">Whether those who have not answered are written to.</param>
public sealed record DeadlineRequest(string? Occurrence, string At, string Zone, AfterDeadline Then, bool Tell);

/// <param name="Meeting">Its public id.</param>
public sealed record MeetingAtRequest(string Meeting, string? Occurrence);

/// <param name="Line">What is written besides, or null.</param>
/// <param name="Again">Whether also to those who were written to today.</param>
/// <param name="ByMouth">Whether also to those who told their last answer and are rather called.</param>
public sealed record RemindRequest(IReadOnlyList<MeetingAtRequest> Meetings, string? Line, bool Again, bool ByMouth = false);

/// <param name="Again">Whether also where they were written to today.</param>
public sealed record RemindOwedRequest(bool Again);

internal static class ChaseEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/chase", GetAsync);
        api.MapPost("/meetings/{id}/proposal/accept", AcceptAsync);
        api.MapPost("/meetings/{id}/proposal/refuse", RefuseAsync);
        api.MapPost("/meetings/{id}/go-on", GoOnAsync);
        api.MapGet("/chase/unanswered", UnansweredAsync);
        api.MapPost("/chase/reminders", RemindAsync);
        api.MapPost("/tasks/{id}/reminders", RemindOwedAsync);
        api.MapPut("/meetings/{id}/deadline", SetDeadlineAsync);
        api.MapPost("/meetings/{id}/deadline/ended", EndDeadlineAsync);
        api.MapPost("/meetings/{id}/answers", EnterAnswerAsync);
        api.MapPost("/meetings/{id}/restoring", RestoreAsync);
        api.MapPost("/meetings/{id}/turning-over", TurnOverAsync);
        api.MapDelete("/meetings/{id}/turning-over", TakeBackTurnOverAsync);
        api.MapPost("/turning-over/{id:long}", AnswerTurnOverAsync);
        api.MapPost("/meetings/{id}/forwarding", ForwardAsync);
    }

    private static async Task<Ok<ChaseView>> GetAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadChase(reader.Person, reader.Now).Run(s)));

    private static async Task<Ok<ChangedView>> AcceptAsync(Reader reader, string id, ProposalRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(new AcceptProposal(reader.Person, id, request.Attendee, Reader.Occurrence(request.Occurrence)))
            )
        );

    private static async Task<Ok<ChangedView>> RefuseAsync(Reader reader, string id, ProposalRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(new RefuseProposal(reader.Person, id, request.Attendee, Reader.Occurrence(request.Occurrence)))
            )
        );

    private static async Task<Ok<ChangedView>> GoOnAsync(Reader reader, string id, OccurrenceRequest request) =>
        TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new GoOnWithout(reader.Person, id, Reader.Occurrence(request.Occurrence))))
        );

    private static async Task<Ok<UnansweredView>> UnansweredAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadUnanswered(reader.Person, reader.Now).Run));

    private static async Task<Ok<ActView>> RemindAsync(Reader reader, RemindRequest request)
    {
        if (request.Meetings.Count > RemindSilent.Most)
            throw new RefusedException(RefusalKind.BadInput, "meetings");
        IReadOnlyList<MeetingAt> meetings = [.. request.Meetings.Select(m => new MeetingAt(m.Meeting, Reader.Occurrence(m.Occurrence)))];
        var line = Times.Limited(request.Line, EntriesEndpoints.LongestComment, "line");
        return TypedResults.Ok(
            new ActView(await reader.ChangeAsync(new RemindSilent(reader.Person, meetings, line, request.Again, request.ByMouth)))
        );
    }

    private static async Task<Ok<ChangedView>> RemindOwedAsync(Reader reader, string id, RemindOwedRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new RemindOwed(reader.Person, id, request.Again))));

    private static async Task<Ok<ChangedView>> SetDeadlineAsync(Reader reader, string id, DeadlineRequest request)
    {
        var occurrence = Reader.Occurrence(request.Occurrence);
        var at = Times.Moment(request.At, request.Zone, "at");
        return TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new SetDeadline(reader.Person, id, occurrence, at, request.Then, request.Tell)))
        );
    }

    private static async Task<Ok<ChangedView>> EndDeadlineAsync(Reader reader, string id, OccurrenceRequest request) =>
        TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new EndDeadline(reader.Person, id, Reader.Occurrence(request.Occurrence))))
        );

    private static async Task<Ok<ChangedView>> EnterAnswerAsync(Reader reader, string id, EnterAnswerRequest request)
    {
        var occurrence = Reader.Occurrence(request.Occurrence);
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new EnterAnswer(reader.Person, id, request.Attendee, occurrence, request.Answer, request.Comment)
                    {
                        AllTheSame = request.AllTheSame,
                    }
                )
            )
        );
    }

    private static async Task<Ok<ChangedView>> RestoreAsync(Reader reader, string id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new RestoreMeeting(reader.Person, id))));

    private static async Task<Ok<TurnedOverView>> TurnOverAsync(Reader reader, string id, TurnOverRequest request)
    {
        var done = await reader.ChangeAsync(new TurnOver(reader.Person, id, request.To, request.Stays, request.Note));
        return TypedResults.Ok(new TurnedOverView(done.Change, done.Offered));
    }

    private static async Task<Ok<ChangedView>> TakeBackTurnOverAsync(Reader reader, string id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new TakeBackTurnOver(reader.Person, id))));

    private static async Task<Ok<ChangedView>> AnswerTurnOverAsync(Reader reader, long id, TurnOverAnswer request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new AnswerTurnOver(reader.Person, id, request.Takes))));

    private static async Task<Ok<ChangedView>> ForwardAsync(Reader reader, string id, ForwardRequest request)
    {
        var who = await reader.UserAsync(request.InNameOf, "inNameOf");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new ForwardMeeting(reader.Person, who, id, Reader.Occurrence(request.Occurrence), [.. request.To], request.Note)
                )
            )
        );
    }
}
