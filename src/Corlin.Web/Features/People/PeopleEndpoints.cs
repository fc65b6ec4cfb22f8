using Corlin.Application.Reads;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.People;

internal static class PeopleEndpoints
{
    private const int MostText = 100;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapGet("/people", GetAsync);
        api.MapGet("/find", FindAsync);
    }

    private static async Task<Ok<IReadOnlyList<PersonView>>> GetAsync(Reader reader, string? text) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadPeople(reader.Person, text ?? "", reader.Now).Run(s)));

    /// <param name="text">A word of a name, title, place or agenda.</param>
    private static async Task<Ok<FoundView>> FindAsync(Reader reader, string text) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadFind(reader.Person, text.Length > MostText ? text[..MostText] : text, reader.Now).Run(s)));
}
