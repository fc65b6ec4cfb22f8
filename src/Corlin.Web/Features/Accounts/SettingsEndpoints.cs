using System.Text.Json;
using Corlin.Application.Accounts;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Accounts;

/// <param name="Value">As the screen that uses it writes it.</param>
public sealed record SettingRequest(JsonElement Value);

internal static class SettingsEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/settings", GetAsync);
        api.MapPut("/settings/{name}", KeepAsync);
    }

    private static async Task<Ok<Dictionary<string, JsonElement>>> GetAsync(Reader reader)
    {
        var kept = await reader.ReadAsync(s => s.Settings(reader.Person));
        return TypedResults.Ok(kept.ToDictionary(k => k.Key, k => JsonElement.Parse(k.Value)));
    }

    private static async Task<NoContent> KeepAsync(Reader reader, string name, SettingRequest request)
    {
        await reader.ChangeAsync(new KeepSetting(reader.Person, name, request.Value.GetRawText()));
        return TypedResults.NoContent();
    }
}
