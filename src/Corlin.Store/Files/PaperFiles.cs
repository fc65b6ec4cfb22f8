using System.Security.Cryptography;
using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Store;

/// <summary>Contents of papers as files named by their hash, in a folder that nothing is served from.</summary>
public sealed class PaperFiles(string folder, IClock clock) : IPaperFiles
{
    public async Task<(string Hash, long Size)?> KeepAsync(Stream content, long mostBytes, CancellationToken cancel = default)
    {
        Directory.CreateDirectory(folder);
        var coming = Path.Combine(folder, Path.GetRandomFileName() + ".coming");
        try
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            long size = 0;
            await using (
                var file = new FileStream(coming, FileMode.CreateNew, FileAccess.Write, FileShare.None, 65_536, FileOptions.Asynchronous)
            )
            {
                var buffer = new byte[65_536];
                while (await content.ReadAsync(buffer, cancel) is > 0 and var read)
                {
                    size += read;
                    if (size > mostBytes)
                        return null;
                    hash.AppendData(buffer, 0, read);
                    await file.WriteAsync(buffer.AsMemory(0, read), cancel);
                }

                // Before the commit that names it.
                file.Flush(flushToDisk: true);
            }

            var name = Convert.ToHexStringLower(hash.GetHashAndReset());
            // The same content twice is one file; its time says when it was last kept.
            File.SetLastWriteTimeUtc(coming, clock.GetCurrentInstant().ToDateTimeUtc());
            File.Move(coming, Path.Combine(folder, name), overwrite: true);
            return (name, size);
        }
        finally
        {
            File.Delete(coming);
        }
    }

    public Stream? Open(string hash) =>
        File.Exists(Of(hash))
            ? new FileStream(Of(hash), FileMode.Open, FileAccess.Read, FileShare.Read | FileShare.Delete, 65_536, FileOptions.Asynchronous)
            : null;

    public IEnumerable<string> KeptBefore(Instant moment) =>
        !Directory.Exists(folder)
            ? []
            : Directory
                .EnumerateFiles(folder)
                .Where(f => Path.GetExtension(f).Length == 0 && Instant.FromDateTimeUtc(File.GetLastWriteTimeUtc(f)) < moment)
                .Select(f => Path.GetFileName(f)!);

    public void Remove(string hash) => File.Delete(Of(hash));

    private string Of(string hash) =>
        hash.All(char.IsAsciiHexDigitLower) && hash.Length == 64
            ? Path.Combine(folder, hash)
            : throw new ArgumentException("That is no hash.", nameof(hash));
}
