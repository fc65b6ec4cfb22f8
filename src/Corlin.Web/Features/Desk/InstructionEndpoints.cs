using Corlin.Application.Meetings;
using Corlin.Application.Waiting;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using Corlin.Web.Edge;
using Corlin.Web.Features.Entries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Desk;

/// <param name="InNameOf">The public id of who it is of.</param>
/// <param name="People">The public ids of who is named, people and groups.</param>
/// <param name="Line">What is written with the answer, or null.</param>
/// <param name="ByItself">Whether it is put into effect without anybody looking: only who it is of can say so.</param>
public sealed record InstructionRequest(
    string InNameOf,
    WhoAsks Asks,
    IReadOnlyList<string> People,
    AskedTime Time,
    string? ClashTitle,
    string? Title,
    int? AtLeastMinutes,
    Answer Answer,
    string? Line,
    bool ByItself
);

/// <param name="InNameOf">The public id of who it is of.</param>
public sealed record InstructionEndRequest(string InNameOf);

/// <param name="Change">With it what was said can be taken back for ten seconds.</param>
public sealed record InstructionChangedView(long Change);

/// <summary>What principals want answered to invitations of one kind.</summary>
internal static class InstructionEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/instructions", ReadAsync);
        api.MapPost("/instructions", AddAsync);
        api.MapPost("/instructions/tried", TryAsync);
        api.MapPut("/instructions/{key}", ChangeAsync);
        api.MapPost("/instructions/{key}/ended", EndAsync);
    }

    private static async Task<Ok<InstructionsView>> ReadAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadInstructions(reader.Person, reader.Now).Run));

    private static async Task<Ok<InstructionTriedView>> TryAsync(Reader reader, InstructionRequest request)
    {
        var about = await AboutAsync(reader, request);
        return TypedResults.Ok(
            await reader.ReadAsync(new TryInstruction(reader.Person, request.InNameOf, about, request.Answer, reader.Now).Run)
        );
    }

    private static async Task<Ok<InstructionChangedView>> AddAsync(Reader reader, InstructionRequest request) =>
        Done(await SayAsync(reader, null, request));

    private static async Task<Ok<InstructionChangedView>> ChangeAsync(Reader reader, string key, InstructionRequest request) =>
        Done(await SayAsync(reader, key, request));

    private static async Task<long> SayAsync(Reader reader, string? key, InstructionRequest request)
    {
        var of = await reader.UserAsync(request.InNameOf, "inNameOf");
        var about = await AboutAsync(reader, request);
        var line = Times.Limited(request.Line, EntriesEndpoints.LongestComment, "line");
        return await reader.ChangeAsync(new SayInstruction(reader.Person, of, key, about, request.Answer, line, request.ByItself));
    }

    private static async Task<Ok<InstructionChangedView>> EndAsync(Reader reader, string key, InstructionEndRequest request)
    {
        var of = await reader.UserAsync(request.InNameOf, "inNameOf");
        return Done(await reader.ChangeAsync(new EndInstruction(reader.Person, of, key)));
    }

    private static async Task<InstructionCase> AboutAsync(Reader reader, InstructionRequest request)
    {
        if (request.People.Count > InstructionCase.MostPeople)
            throw new Core.Refusals.RefusedException(Core.Refusals.RefusalKind.BadInput, "people");
        var people = new List<UserId>();
        foreach (var id in request.People)
            people.Add(await reader.UserAsync(id, "people"));
        return new InstructionCase(
            request.Asks,
            [.. people],
            request.Time,
            Times.Limited(request.ClashTitle, InstructionCase.LongestWords, "clashTitle"),
            Times.Limited(request.Title, InstructionCase.LongestWords, "title"),
            request.AtLeastMinutes
        );
    }

    private static Ok<InstructionChangedView> Done(long change) => TypedResults.Ok(new InstructionChangedView(change));
}
