using Corlin.Application.Ports;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Handing;

/// <summary>Everything that somebody has here, for themselves.</summary>
internal static class ArchiveEndpoints
{
    public static void Map(RouteGroupBuilder api) =>
        api.MapGet("/archive", GetAsync).RequireRateLimiting(Limits.Key).Produces<byte[]>(200, "application/zip");

    private static async Task<FileStreamHttpResult> GetAsync(Reader reader, ICalendarFiles files, ITables tables, IPaperFiles papers) =>
        TypedResults.File(await new ArchiveFile(reader, files, tables, papers).WriteAsync(), "application/zip", "everything of mine.zip");
}
