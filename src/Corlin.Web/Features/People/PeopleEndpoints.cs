using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.HandingOver;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;

namespace Corlin.Web.Features.People;

/// <summary>What is said anew: null leaves a part as it is, an empty text or list, or 0 seats, takes it away.</summary>
public sealed record PersonSaid(
    string? Name,
    string? Address,
    string? Zone,
    string? Post,
    string? Place,
    IReadOnlyList<HoursSpanView>? Hours,
    IReadOnlyList<string>? OtherAddresses,
    IReadOnlyList<string>? Telephones,
    string? Assistant,
    string? Note,
    int? Capacity,
    IReadOnlyList<string>? Features
)
{
    internal PersonEdit ToEdit() =>
        new(Name, Address, Zone, Post, Place, HoursSaid(), OtherAddresses, Telephones, Assistant, Note, Capacity, Features);

    private WorkingHours? HoursSaid() =>
        Hours is null
            ? null
            : new WorkingHours([
                .. Hours.Select(h =>
                    h.Day is >= 1 and <= 7
                        ? new WorkingSpan((IsoDayOfWeek)h.Day, h.From, h.To, string.IsNullOrWhiteSpace(h.Place) ? null : h.Place.Trim())
                        : throw new RefusedException(RefusalKind.BadInput, "hours")
                ),
            ]);
}

/// <param name="Kind">person, group, room or resource.</param>
/// <param name="KeptFor">The public id of the principal whose contact it is, or null.</param>
public sealed record AddToPeopleRequest(string Kind, bool Inside, string? KeptFor, PersonSaid Said);

public sealed record PastedRequest(string Text);

/// <param name="Version">The one that was looked at.</param>
public sealed record ChangePersonRequest(int Version, PersonSaid Said);

/// <param name="Added">Public ids.</param>
public sealed record MembersRequest(IReadOnlyList<string> Added, IReadOnlyList<string> Removed);

/// <param name="Group">The public id of a group that was asked to a meeting.</param>
/// <param name="Members">Who came into it or left it.</param>
/// <param name="TakenUp">They are asked, or no longer; false to leave it as it is.</param>
public sealed record SettleMembersRequest(string Group, IReadOnlyList<string> Members, bool TakenUp);

internal static class PeopleEndpoints
{
    private const int MostText = 100;
    private const long MostBytes = 4L * 1024 * 1024;
    private const int MostChosen = 500;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/people", GetAsync).RequireRateLimiting(Limits.Search);
        api.MapPost("/people/pasted", PastedAsync).RequireRateLimiting(Limits.Search);
        api.MapGet("/find", FindAsync).RequireRateLimiting(Limits.Search);
        api.MapGet("/index", IndexAsync).RequireRateLimiting(Limits.Search);
        api.MapGet("/people/{id}", PersonAsync);
        api.MapGet("/groups/{id}", GroupAsync);
        api.MapPost("/meetings/{id}/members", SettleAsync);
        api.MapPost("/meetings/{id}/asking", AskAsync);
        api.MapPost("/people", AddAsync);
        api.MapPut("/people/{id}", ChangeAsync);
        api.MapDelete("/people/{id}", RemoveAsync);
        api.MapGet("/people/{id}/deletion", DeletingAsync);
        api.MapPost("/people/{id}/deletion", DeleteAsync);
        api.MapPost("/people/{id}/members", MembersAsync);
        api.MapPost("/people/file", ImportAsync).WithMetadata(new RequestSizeLimitAttribute(MostBytes)).Accepts<byte[]>("text/csv");
    }

    private static async Task<Ok<IReadOnlyList<PersonView>>> GetAsync(Reader reader, string? text) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadPeople(reader.Person, text ?? "", reader.Now).Run(s)));

    /// <summary>Who stands in a text that was pasted.</summary>
    private static async Task<Ok<IReadOnlyList<PastedView>>> PastedAsync(Reader reader, PastedRequest request) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadPasted(reader.Person, request.Text ?? "", reader.Now).Run));

    /// <param name="text">A word of a name, title, place or agenda.</param>
    private static async Task<Ok<FoundView>> FindAsync(Reader reader, string text) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadFind(reader.Person, Limited(text), reader.Now).Run(s)));

    /// <param name="of">people, outside, groups or rooms; all where none is given.</param>
    private static async Task<Ok<IndexView>> IndexAsync(Reader reader, string? text, string? of) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadIndex(reader.Person, Limited(text ?? ""), of, reader.Now).Run(s)));

    private static async Task<Ok<PersonPageView>> PersonAsync(Reader reader, string id) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadPerson(reader.Person, id, reader.Now).Run(s)));

    private static async Task<Ok<GroupPageView>> GroupAsync(Reader reader, string id) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadGroup(reader.Person, id, reader.Now).Run));

    private static async Task<Ok<ChangedView>> AskAsync(Reader reader, string id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new AskToCome(reader.Person, id))));

    private static async Task<Ok<ChangedView>> SettleAsync(Reader reader, string id, SettleMembersRequest request) =>
        TypedResults.Ok(
            new ChangedView(
                await reader.ChangeAsync(new SettleMembers(reader.Person, id, request.Group, [.. request.Members], request.TakenUp))
            )
        );

    private static async Task<Ok<AddedPerson>> AddAsync(Reader reader, AddToPeopleRequest request)
    {
        var keptFor = request.KeptFor is { } principal ? await reader.UserAsync(principal, "keptFor") : (UserId?)null;
        var kind =
            Enum.TryParse<UserKind>(request.Kind, ignoreCase: true, out var known) && Enum.IsDefined(known)
                ? known
                : throw new RefusedException(RefusalKind.BadInput, "kind", request.Kind);
        return TypedResults.Ok(
            await reader.ChangeAsync(new AddToPeople(reader.Person, kind, request.Inside, keptFor, request.Said.ToEdit()))
        );
    }

    private static async Task<Ok<ChangedView>> ChangeAsync(Reader reader, string id, ChangePersonRequest request) =>
        TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new ChangePerson(reader.Person, id, request.Version, request.Said.ToEdit())))
        );

    private static async Task<Ok<ChangedView>> RemoveAsync(Reader reader, string id) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new RemovePerson(reader.Person, id))));

    private static async Task<Ok<DeletingView>> DeletingAsync(Reader reader, string id) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadDeleting(reader.Person, id, reader.Now).Run));

    private static async Task<NoContent> DeleteAsync(Reader reader, string id)
    {
        await reader.ChangeAsync(new DeletePerson(reader.Person, id));
        return TypedResults.NoContent();
    }

    private static async Task<Ok<ChangedView>> MembersAsync(Reader reader, string id, MembersRequest request)
    {
        if (request.Added.Count + request.Removed.Count > MostChosen)
            throw new RefusedException(
                RefusalKind.TooMany,
                "added",
                MostChosen.ToString(System.Globalization.CultureInfo.InvariantCulture)
            );
        return TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new ChangeMembers(reader.Person, id, request.Added, request.Removed)))
        );
    }

    /// <param name="keptFor">The public id of the principal whose contacts they become, or null.</param>
    private static async Task<Ok<ImportedPeople>> ImportAsync(Reader reader, string? keptFor, HttpRequest request, IPeopleFiles files)
    {
        var principal = keptFor is null ? (UserId?)null : await reader.UserAsync(keptFor, "keptFor");
        await using var kept = await TemporaryFile.OfAsync(request);
        try
        {
            var (lines, unread) = files.Read(kept);
            var came = await reader.ChangeAsync(new ImportPeople(reader.Person, lines, principal));
            return TypedResults.Ok(came with { Skipped = [.. unread.Concat(came.Skipped)] });
        }
        catch (FormatException e)
        {
            throw new RefusedException(RefusalKind.FileNotRead, "file", e.Message);
        }
    }

    private static string Limited(string text) => text.Length > MostText ? text[..MostText] : text;
}
