using Corlin.Application.Access;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Web.Edge;
using Corlin.Web.Identity;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;

namespace Corlin.Web.Features.Access;

/// <summary>What is granted or asked for.</summary>
/// <param name="From">The first day in the owner's zone, or null for at once.</param>
/// <param name="Until">The last day, or null for no end.</param>
public sealed record TermsRequest(Sight Sight, Acting Acting, bool Private, bool PassOn, string? From, string? Until);

/// <param name="Owner">Whose calendars they are.</param>
/// <param name="Receivers">Public ids of people and groups.</param>
/// <param name="Line">What is written to them with it.</param>
/// <param name="Request">The request that is answered by it.</param>
/// <param name="Calendar">"main" or the public id of a further calendar; null for all of the owner's.</param>
public sealed record GrantRequest(
    string Owner,
    IReadOnlyList<string> Receivers,
    TermsRequest Terms,
    string? Line,
    long? Request,
    string? Calendar = null
);

public sealed record ChangeGrantRequest(string Owner, TermsRequest Terms, string? Line);

/// <param name="Offer">What the owner is given in one's own calendars at once.</param>
public sealed record AskRequest(string Owner, TermsRequest Terms, string? Words, TermsRequest? Offer);

public sealed record DefaultRequest(string Owner, Sight Sight, Acting Acting);

/// <param name="Away">Who is away, by public id.</param>
/// <param name="Cover">Who covers.</param>
/// <param name="First">The first day.</param>
/// <param name="Last">The last day.</param>
public sealed record CoverRequest(string Away, string Cover, string First, string Last, string? Line);

/// <param name="Changes">With these it can be undone.</param>
/// <param name="Left">The names of those whose calendars have to be granted by others.</param>
public sealed record CoveredView(IReadOnlyList<long> Changes, IReadOnlyList<string> Left);

/// <param name="Cut">How many grants were for more; who holds them is told.</param>
public sealed record CeilingSetView(long Change, int Cut);

/// <param name="NoWayIn">Of those who were given it the names of those inside who cannot sign in yet.</param>
public sealed record GrantedView(long Change, IReadOnlyList<string> NoWayIn);

public sealed record WithLineRequest(string? Line);

/// <summary>Who may see and do what.</summary>
internal static class AccessEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        var access = api.MapGroup("/access");
        access.MapGet("/", GetAsync);
        access.MapGet("/cells", GetCellsAsync);
        access.MapGet("/grants", GetGrantsAsync);
        access.MapGet("/as-seen", GetAsSeenAsync);
        access.MapGet("/readers", GetReadersAsync);
        access.MapPost("/grants", GrantAsync);
        access.MapPut("/grants/{id:long}", ChangeAsync);
        access.MapPost("/grants/{id:long}/withdrawal", WithdrawAsync);
        access.MapPost("/requests", AskAsync);
        access.MapDelete("/requests/{id:long}", AskNoMoreAsync);
        access.MapPost("/requests/{id:long}/refusal", RefuseAsync);
        access.MapDelete("/news/{id:long}", PutAwayAsync);
        access.MapGet("/covers", GetCoverAsync);
        access.MapPost("/covers", CoverAsync);
        access.MapPut("/defaults/{side}", SetDefaultAsync);
        access.MapPut("/ceilings/{side}", SetCeilingAsync);
    }

    /// <param name="of">Whose calendar it is about; all in which the reader grants where nobody is named.</param>
    private static async Task<Ok<AccessView>> GetAsync(Reader reader, string? of) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadAccess(reader.Person, of, reader.Now).Run(s)));

    /// <param name="of">As the table was asked for.</param>
    /// <param name="row">The rows of the table, at most 25.</param>
    private static async Task<Ok<IReadOnlyList<AccessCellsView>>> GetCellsAsync(Reader reader, string? of, [FromQuery] string[] row) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadAccessCells(reader.Person, of, row, reader.Now).Run(s)));

    /// <param name="who">A public id, or inside or outside for a default.</param>
    /// <param name="owner">Whose calendars they are.</param>
    private static async Task<Ok<GrantsView>> GetGrantsAsync(Reader reader, string who, string owner) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadGrants(reader.Person, who, owner, reader.Now).Run(s)));

    /// <param name="who">A public id, or inside or outside for who holds only the default.</param>
    /// <param name="owner">Whose lane it is.</param>
    /// <param name="date">Today where none is given.</param>
    private static async Task<Ok<AsSeenView>> GetAsSeenAsync(Reader reader, string who, string owner, string? date) =>
        TypedResults.Ok(
            await reader.ReadAsync(s =>
                new ReadAs(reader.Person, who, owner, date is null ? null : Reader.Date(date, "date"), reader.Now).Run(s)
            )
        );

    /// <summary>Nothing where the reader may not add to that lane.</summary>
    /// <param name="owner">On whose lane the title would stand.</param>
    /// <param name="calendar">On which of their further calendars; the main one where none is named.</param>
    private static async Task<Results<Ok<ReadersView>, NoContent>> GetReadersAsync(Reader reader, string owner, string? calendar) =>
        await reader.ReadAsync(s => new ReadReaders(reader.Person, owner, calendar, reader.Now).Run(s)) is { } readers
            ? TypedResults.Ok(readers)
            : TypedResults.NoContent();

    /// <param name="away">Who is away, by public id.</param>
    private static async Task<Ok<CoverView>> GetCoverAsync(Reader reader, string away) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadCover(reader.Person, away, reader.Now).Run(s)));

    private static async Task<Ok<CoveredView>> CoverAsync(Reader reader, CoverRequest request)
    {
        var away = await reader.UserAsync(request.Away, "away");
        var cover = await reader.UserAsync(request.Cover, "cover");
        var covered = await reader.ChangeAsync(
            new CoverFor(
                reader.Person,
                away,
                cover,
                Reader.Date(request.First, "first"),
                Reader.Date(request.Last, "last"),
                Line(request.Line, "line")
            )
        );
        var left = await reader.ReadAsync(s => s.Users(covered.Left));
        return TypedResults.Ok(new CoveredView(covered.Changes, [.. covered.Left.Select(l => left[l].Name)]));
    }

    private static async Task<Ok<GrantedView>> GrantAsync(Reader reader, GrantRequest request, AccountKeeping accounts)
    {
        var owner = await reader.FindAsync(request.Owner, "owner");
        var receivers = new List<UserId>();
        foreach (var receiver in request.Receivers.Take(GrantAccess.MostReceivers + 1))
            receivers.Add(await reader.UserAsync(receiver, "receivers"));
        var change = await reader.ChangeAsync(
            new GrantAccess(
                reader.Person,
                owner.Id,
                receivers,
                Terms(request.Terms, owner.HomeZone),
                Line(request.Line, "line"),
                request.Request,
                request.Calendar
            )
        );
        var inside = (await reader.ReadAsync(s => s.Users(receivers)))
            .Values.Where(u => u is { Inside: true, Kind: UserKind.Person })
            .ToList();
        var ways = await accounts.OfAsync([.. inside.Select(u => u.Id)]);
        return TypedResults.Ok(
            new GrantedView(
                change,
                [.. inside.Where(u => !ways.TryGetValue(u.Id, out var way) || way.State != AccountState.Open).Select(u => u.Name)]
            )
        );
    }

    private static async Task<Ok<ChangedView>> ChangeAsync(Reader reader, long id, ChangeGrantRequest request)
    {
        var owner = await reader.FindAsync(request.Owner, "owner");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new ChangeAccess(reader.Person, id, Terms(request.Terms, owner.HomeZone), Line(request.Line, "line"))
                )
            )
        );
    }

    private static async Task<Ok<ChangedView>> WithdrawAsync(Reader reader, long id, WithLineRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new WithdrawAccess(reader.Person, id, Line(request.Line, "line")))));

    private static async Task<Ok<ChangedView>> AskAsync(Reader reader, AskRequest request)
    {
        var owner = await reader.FindAsync(request.Owner, "owner");
        var own = await reader.ReadAsync(s => s.Users([reader.Person])[reader.Person]);
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(
                    new AskForAccess(
                        reader.Person,
                        owner.Id,
                        Terms(request.Terms, owner.HomeZone),
                        Line(request.Words, "words"),
                        request.Offer is { } offer ? Terms(offer, own.HomeZone) : null
                    )
                )
            )
        );
    }

    private static async Task<Ok<ChangedView>> AskNoMoreAsync(Reader reader, long id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new AskNoMore(reader.Person, id))));

    private static async Task<Ok<ChangedView>> RefuseAsync(Reader reader, long id, WithLineRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new RefuseAccess(reader.Person, id, Line(request.Line, "line")))));

    private static async Task<NoContent> PutAwayAsync(Reader reader, long id)
    {
        await reader.ChangeAsync(new PutAccessNewsAway(reader.Person, id));
        return TypedResults.NoContent();
    }

    /// <param name="side">inside or outside.</param>
    private static async Task<Ok<CeilingSetView>> SetCeilingAsync(Reader reader, string side, CeilingView request)
    {
        var inside = IsInside(side);
        var set = await reader.ChangeAsync(
            new SetCeiling(reader.Person, inside, new Ceiling(request.Sight, request.Acting, request.Private))
        );
        return TypedResults.Ok(new CeilingSetView(set.Change, set.Cut));
    }

    /// <param name="side">inside or outside.</param>
    private static async Task<Ok<ChangedView>> SetDefaultAsync(Reader reader, string side, DefaultRequest request)
    {
        var owner = await reader.FindAsync(request.Owner, "owner");
        return TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(new SetDefaultAccess(reader.Person, owner.Id, IsInside(side), request.Sight, request.Acting))
            )
        );
    }

    private static bool IsInside(string side) =>
        side switch
        {
            "inside" => true,
            "outside" => false,
            _ => throw new RefusedException(RefusalKind.BadInput, "side", side),
        };

    private static AccessTerms Terms(TermsRequest request, DateTimeZone zone) =>
        new(
            request.Sight,
            request.Acting,
            request.Private,
            request.From is { } from ? zone.Day(Reader.Date(from, "from")).Start : null,
            request.Until is { } until ? zone.Day(Reader.Date(until, "until")).End : null,
            request.PassOn
        );

    private static string? Line(string? text, string field) => Times.Limited(text, GrantAccess.LongestLine, field);
}
