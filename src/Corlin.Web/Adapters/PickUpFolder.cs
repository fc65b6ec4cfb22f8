using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>
/// Takes in the mail that another program lays into a folder, a file (.eml) a message. What was taken in is put into “taken-in” there, what
/// is no message into “set-aside”; nothing is deleted.
/// </summary>
internal sealed class PickUpFolder(string folder, PickedUp pickedUp)
{
    /// <summary>A file that was written a moment ago may still be being written.</summary>
    private static readonly TimeSpan Settles = TimeSpan.FromSeconds(2);

    private const int AtOnce = 100;

    /// <summary>Takes in what lies there, oldest first.</summary>
    /// <returns>How many files were seen to.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var before = DateTime.UtcNow - Settles;
        var files = new DirectoryInfo(folder)
            .EnumerateFiles("*.eml")
            .Where(f => f.LastWriteTimeUtc < before)
            .OrderBy(f => f.LastWriteTimeUtc)
            .ThenBy(f => f.Name, StringComparer.Ordinal)
            .Take(AtOnce)
            .ToList();
        foreach (var file in files)
            Put(file, await TakeInAsync(file, cancel) ? "taken-in" : "set-aside");
        return files.Count;
    }

    private async Task<bool> TakeInAsync(FileInfo file, CancellationToken cancel) =>
        file.Length <= PickedUp.Largest && await pickedUp.TakeInAsync(await File.ReadAllBytesAsync(file.FullName, cancel), cancel);

    private void Put(FileInfo file, string where) =>
        file.MoveTo(Path.Combine(Directory.CreateDirectory(Path.Combine(folder, where)).FullName, file.Name), overwrite: true);
}
