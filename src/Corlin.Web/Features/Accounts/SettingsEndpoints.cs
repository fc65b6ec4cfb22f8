using System.Text.Json;
using Corlin.Application.Accounts;
using Corlin.Web.Edge;
using Corlin.Web.Identity;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Accounts;

/// <param name="Value">As the screen that uses it writes it.</param>
public sealed record SettingRequest(JsonElement Value);

/// <param name="What">In the order in which it is best done.</param>
public sealed record MissingView(IReadOnlyList<Missing> What);

/// <param name="Stood">How it was called when that was edited; null for not at all.</param>
public sealed record OrganisationRequest(string? Stood, string Name);

internal static class SettingsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/settings", GetAsync);
        api.MapPut("/settings/{name}", KeepAsync);
        api.MapGet("/setup/missing", MissingAsync);
        api.MapPut("/organisation", NameAsync);
    }

    private static async Task<Ok<Dictionary<string, JsonElement>>> GetAsync(Reader reader)
    {
        var kept = await reader.ReadAsync(s => s.Settings(reader.Person));
        return TypedResults.Ok(kept.ToDictionary(k => k.Key, k => JsonElement.Parse(k.Value)));
    }

    /// <summary>What is still to be set up, for who can do something about it; the demo has all it needs.</summary>
    private static async Task<Ok<MissingView>> MissingAsync(Reader reader, StartOptions options, AccountKeeping accounts)
    {
        if (options.Demo || !await reader.ReadAsync(s => s.IsAdministrator(reader.Person)))
            return TypedResults.Ok(new MissingView([]));
        var found = (await reader.ReadAsync(new ReadMissing(reader.Person).Run)).ToList();
        if (await reader.ReadAsync(s => s.CountInside()) > await accounts.CountAsync())
            found.Add(Missing.SignUp);
        if (!options.MailLeaves)
            found.Add(Missing.MailOut);
        if (!options.MailComes)
            found.Add(Missing.MailIn);
        return TypedResults.Ok(new MissingView(found));
    }

    private static async Task<Ok<ChangedView>> NameAsync(Reader reader, OrganisationRequest request) =>
        TypedResults.Ok(new ChangedView(await reader.ChangeAsync(new NameOrganisation(reader.Person, request.Stood, request.Name ?? ""))));

    private static async Task<NoContent> KeepAsync(Reader reader, string name, SettingRequest request)
    {
        await reader.ChangeAsync(new KeepSetting(reader.Person, name, request.Value.GetRawText()));
        return TypedResults.NoContent();
    }
}
