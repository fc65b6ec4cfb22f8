using Corlin.Application.Reads;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.People;

internal static class PeopleEndpoints
{
    public static void Map(RouteGroupBuilder api) => api.MapGet("/people", FindAsync);

    private static async Task<Ok<IReadOnlyList<PersonView>>> FindAsync(Reader reader, string? text) =>
        TypedResults.Ok(await reader.ReadAsync(s => new ReadPeople(reader.Person, text ?? "", reader.Now).Run(s)));
}
