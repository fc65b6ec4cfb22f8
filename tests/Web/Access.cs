using System.Text.Json;

namespace Corlin.Web.Tests;

/// <summary>Grants, as the tests give and take them.</summary>
internal static class Access
{
    /// <summary>The legal pairs of the two scales.</summary>
    public static readonly IReadOnlyList<(string Sight, string Acting)> Pairs =
    [
        ("nothing", "look"),
        ("nothing", "add"),
        ("outline", "look"),
        ("outline", "add"),
        ("headlines", "look"),
        ("headlines", "add"),
        ("headlines", "change"),
        ("everything", "look"),
        ("everything", "add"),
        ("everything", "change"),
        ("everything", "speakFor"),
    ];

    public static object Terms(string sight, string acting, bool isPrivate, string? until = null) =>
        new
        {
            sight,
            acting,
            @private = isPrivate,
            passOn = false,
            from = (string?)null,
            until,
        };

    public static Task<JsonElement> GrantAsync(this Browser by, string owner, string to, object terms, string? calendar = null) =>
        by.DoAsync(
            "/api/access/grants",
            new
            {
                owner,
                receivers = new[] { to },
                terms,
                line = (string?)null,
                request = (long?)null,
                calendar,
            }
        );

    /// <summary>Withdraws all that somebody holds of their own in somebody's calendars.</summary>
    public static async Task WithdrawAllAsync(this Browser by, string owner, string from)
    {
        var held = await by.GetAsync($"/api/access/grants?who={from}&owner={owner}");
        foreach (var grant in held.GetProperty("grants").EnumerateArray().ToList())
            await by.DoAsync($"/api/access/grants/{grant.GetProperty("id").GetInt64()}/withdrawal", new { line = (string?)null });
    }

    public static object At(string start, int minutes = 30) =>
        new
        {
            start,
            zone = "Europe/Lisbon",
            minutes,
            allDay = false,
            endZone = (string?)null,
        };

    public static object Appointment(string owner, string title, string start, bool isPrivate = false, string? calendar = null) =>
        new
        {
            inNameOf = owner,
            title,
            time = At(start),
            place = title,
            takes = "firm",
            @private = isPrivate,
            repeats = (string?)null,
            calendar,
        };

    public static object Meeting(string owner, string title, string whole, string start, bool isPrivate, params string[] required) =>
        new
        {
            inNameOf = owner,
            title,
            required,
            optional = Array.Empty<string>(),
            start,
            zone = "Europe/Lisbon",
            minutes = 30,
            place = title,
            video = false,
            agenda = whole,
            line = whole,
            @private = isPrivate,
            repeats = (string?)null,
        };

    public static string Text(this JsonElement element, string name) => element.GetProperty(name).GetString()!;
}
