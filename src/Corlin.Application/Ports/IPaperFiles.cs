using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>The contents of papers, each under the hash of its content. They never change.</summary>
public interface IPaperFiles
{
    /// <summary>Keeps a content; on the disk when it returns.</summary>
    /// <returns>Its hash and size; null where it is larger than may be, and then nothing is kept.</returns>
    Task<(string Hash, long Size)?> KeepAsync(Stream content, long mostBytes, CancellationToken cancel = default);

    /// <summary>The content, or null where it is not there.</summary>
    Stream? Open(string hash);

    /// <summary>The hashes of what was kept before a moment.</summary>
    IEnumerable<string> KeptBefore(Instant moment);

    void Remove(string hash);
}
