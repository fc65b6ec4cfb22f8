using Corlin.Application.Conferences;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Corlin.Web.Features.Conferences;

/// <summary>What a guest shows that it is them; nothing of who is signed in.</summary>
public sealed record GuestParts(string? Secret);

/// <param name="Name">Of a guest; of who is signed in it is known.</param>
public sealed record JoinParts(string? Name);

/// <param name="Secret">What shows from now on that it is them; null for who is signed in.</param>
public sealed record JoinedView(string? Secret);

/// <param name="Presence">Who knocks.</param>
public sealed record AdmitParts(string Presence, bool Admits);

/// <param name="Admission">Who joins by the link at once.</param>
public sealed record AdmissionParts(Admission Admission);

/// <param name="Called">Public ids or addresses.</param>
public sealed record ConveneParts(string InNameOf, string Title, IReadOnlyList<string> Called, bool Private);

/// <param name="Link">The address of its conference.</param>
/// <param name="Key">The key in it, where it leads to a page of this server; null otherwise.</param>
/// <param name="Change">With it all of it can be undone for ten seconds.</param>
public sealed record ConvenedView(string Entry, string Link, string? Key, long Change);

/// <param name="Who">A public id, or an address of somebody called besides.</param>
public sealed record CallParts(string Who);

/// <summary>
/// The page of a conference, which stands for the service of one: who joined, who knocks. Who has the link needs no session there; the key
/// of the address is all that leads to it.
/// </summary>
internal static class ConferenceEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/conference/{key}", SeeAsync).AllowAnonymous().RequireRateLimiting(Limits.Stranger);
        api.MapPost("/conference/{key}/join", JoinAsync).AllowAnonymous().RequireRateLimiting(Limits.Knock);
        api.MapPost("/conference/{key}/leave", LeaveAsync).AllowAnonymous().RequireRateLimiting(Limits.Stranger);
        api.MapPost("/conference/{key}/admit", AdmitAsync);
        api.MapPut("/entries/{id}/admission", AdmissionAsync);
        api.MapPost("/convene", ConveneAsync);
        api.MapPost("/meetings/{id}/calls", CallAsync);
        api.MapDelete("/meetings/{id}/calls/{who}", WithdrawAsync);
        api.MapGet("/calls", RingingAsync);
        api.MapDelete("/calls/{id}", PutOffAsync);
    }

    /// <summary>Who is in; that this page is open is kept at the same time.</summary>
    private static async Task<Ok<ConferenceView>> SeeAsync(
        HttpContext context,
        IWriteGate gate,
        IReadStore store,
        IClock clock,
        string key,
        GuestParts parts
    )
    {
        var comer = Comer(context, parts.Secret);
        var (view, stale) = await store.ReadAsync(new ReadConference(key, comer, clock.GetCurrentInstant()).Run, context.RequestAborted);
        if (stale)
            await gate.RunAsync(new SeenInConference(key, comer), context.RequestAborted);
        return TypedResults.Ok(view);
    }

    private static async Task<Ok<JoinedView>> JoinAsync(HttpContext context, IWriteGate gate, string key, JoinParts parts)
    {
        var joined = await gate.RunAsync(new JoinConference(key, Signed(context), parts.Name), context.RequestAborted);
        return TypedResults.Ok(new JoinedView(joined.Secret));
    }

    private static async Task<NoContent> LeaveAsync(HttpContext context, IWriteGate gate, string key, GuestParts parts)
    {
        await gate.RunAsync(new LeaveConference(key, Comer(context, parts.Secret)), context.RequestAborted);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> AdmitAsync(Reader reader, string key, AdmitParts parts)
    {
        await reader.ChangeAsync(new AdmitToConference(reader.Person, key, parts.Presence, parts.Admits));
        return TypedResults.NoContent();
    }

    private static async Task<Ok<ChangedView>> AdmissionAsync(Reader reader, string id, AdmissionParts parts) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new SetAdmission(reader.Person, id, parts.Admission))));

    private static async Task<Ok<ConvenedView>> ConveneAsync(Reader reader, ConveneParts parts, IConferenceLinks links)
    {
        var owner = await reader.UserAsync(parts.InNameOf, "inNameOf");
        var conference = links.Make() ?? throw new RefusedException(RefusalKind.NoConferences, "video");
        var made = await reader.ChangeAsync(
            new Convene(
                reader.Person,
                owner,
                Times.Limited(parts.Title, 200, "title") ?? "",
                [.. parts.Called],
                conference.Link,
                parts.Private
            )
            {
                DialIn = conference.DialIn,
            }
        );
        return TypedResults.Ok(new ConvenedView(made.PublicId, conference.Link, ConferenceRules.KeyOf(conference.Link), made.Change));
    }

    private static async Task<Ok<ChangedView>> CallAsync(Reader reader, string id, CallParts parts) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new CallIn(reader.Person, id, parts.Who))));

    private static async Task<Ok<ChangedView>> WithdrawAsync(Reader reader, string id, string who) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new WithdrawCall(reader.Person, id, who))));

    private static async Task<Ok<IReadOnlyList<RingingCall>>> RingingAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadCalls(reader.Person, reader.Now).Run));

    private static async Task<NoContent> PutOffAsync(Reader reader, string id)
    {
        await reader.ChangeAsync(new PutOffCall(reader.Person, id));
        return TypedResults.NoContent();
    }

    private static Comer Comer(HttpContext context, string? secret) => new(Signed(context), secret);

    private static UserId? Signed(HttpContext context) => context.User.Identity is { IsAuthenticated: true } ? context.User.Person() : null;
}
