using Corlin.Application.Changes;
using Corlin.Application.Reads;
using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using Corlin.Web.Features.Chase;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Whereabouts;

/// <param name="From">Wall-clock time at the home of who is away, "2027-03-10T00:00".</param>
/// <param name="To">Its end; of whole days the midnight after the last.</param>
/// <param name="Covers">The public id of who covers, or null.</param>
public sealed record AbsenceSaid(string From, string To, string? Covers, string? Reason, AbsenceKind Kind);

/// <param name="Who">The public id of who is away.</param>
public sealed record AbsenceRequest(string Who, AbsenceSaid Said);

internal static class WhereaboutsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/whereabouts", GetAsync);
        api.MapGet("/absences/standing", StandingAsync);
        api.MapPost("/absences", PostAsync);
        api.MapPut("/absences/{id:long}", ChangeAsync);
        api.MapDelete("/absences/{id:long}", EndAsync);
    }

    /// <param name="month">"2027-03"; that of today where none is given.</param>
    private static async Task<Ok<WhereaboutsView>> GetAsync(Reader reader, string? month) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadWhereabouts(reader.Person, month, reader.Now).Run));

    private static async Task<Ok<IReadOnlyList<InAbsenceView>>> StandingAsync(Reader reader, string who, string from, string to) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadInAbsence(reader.Person, who, Reader.Time(from, "from"), Reader.Time(to, "to"), reader.Now).Run));

    private static async Task<Ok<ChangedView>> PostAsync(Reader reader, AbsenceRequest request)
    {
        var who = await reader.FindAsync(request.Who, "who");
        return TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new PostAbsence(reader.Person, who.Id, Absent.AtHome(who, Reader.Time(request.Said.From, "from"), Reader.Time(request.Said.To, "to")), await CoversAsync(reader, request.Said), request.Said.Reason, request.Said.Kind))));
    }

    private static async Task<Ok<ChangedView>> ChangeAsync(Reader reader, long id, AbsenceSaid said) => TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new ChangeAbsence(
        reader.Person, id, Reader.Time(said.From, "from"), Reader.Time(said.To, "to"), await CoversAsync(reader, said), said.Reason, said.Kind))));

    private static async Task<Ok<ChangedView>> EndAsync(Reader reader, long id) => TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new EndAbsence(reader.Person, id))));

    private static async Task<UserId?> CoversAsync(Reader reader, AbsenceSaid said) => said.Covers is { } covers ? await reader.UserAsync(covers, "covers") : null;
}
