namespace Corlin.Web.Edge;

/// <summary>What comes in from outside goes to the disk first: however large, little of it is in memory.</summary>
internal static class TemporaryFile
{
    /// <summary>What a request carries, from its beginning; it is gone when it is closed.</summary>
    public static async Task<FileStream> OfAsync(HttpRequest request)
    {
        var file = Make();
        try
        {
            await request.Body.CopyToAsync(file, request.HttpContext.RequestAborted);
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }

        file.Position = 0;
        return file;
    }

    /// <summary>A file that is gone when it is closed.</summary>
    public static FileStream Make() =>
        new(
            Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()),
            FileMode.CreateNew,
            FileAccess.ReadWrite,
            FileShare.None,
            65_536,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
}
