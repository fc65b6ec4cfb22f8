using Corlin.Application.Mail;
using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>
/// Takes in the mail that another program lays into a folder, a file (.eml) a message. What was taken in is put into “taken-in” there, what
/// is no message into “set-aside”; nothing is deleted.
/// </summary>
/// <param name="vouchedBy">The name by which the receiving server signs what it found of a sender; null where none does.</param>
internal sealed class PickUpFolder(string folder, string? vouchedBy, IncomingMail incoming, IMailReader reader)
{
    /// <summary>A file that was written a moment ago may still be being written.</summary>
    private static readonly TimeSpan Settles = TimeSpan.FromSeconds(2);

    private const int AtOnce = 100;
    private const long Largest = 30 * 1024 * 1024;

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

    private async Task<bool> TakeInAsync(FileInfo file, CancellationToken cancel)
    {
        if (file.Length > Largest)
            return false;
        var source = await File.ReadAllBytesAsync(file.FullName, cancel);
        try
        {
            var vouched = vouchedBy is not null && reader.Vouched(source, vouchedBy);
            await incoming.TakeInAsync(source, vouched, cancel);
            return true;
        }
        catch (Exception e) when (e is not (OperationCanceledException or IOException or Microsoft.Data.Sqlite.SqliteException))
        {
            // One that cannot be read stops none after it; it is set aside as it came.
            return false;
        }
    }

    private void Put(FileInfo file, string where) =>
        file.MoveTo(Path.Combine(Directory.CreateDirectory(Path.Combine(folder, where)).FullName, file.Name), overwrite: true);
}
