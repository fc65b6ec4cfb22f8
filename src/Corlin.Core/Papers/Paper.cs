using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Papers;

/// <summary>A document that lies with an entry. Its content never changes; another state of it is another paper.</summary>
/// <param name="PublicId">The opaque id that may leave the server.</param>
/// <param name="Name">As its file was called, without folders.</param>
/// <param name="Size">In bytes.</param>
/// <param name="Hash">SHA-256 of its content, lower-case hexadecimal: under it the content is kept.</param>
public sealed record Paper(string PublicId, EntryId Entry, string Name, string MediaType, long Size, string Hash, UserId AddedBy, Instant AddedAt)
{
    /// <summary>A larger one is refused.</summary>
    public const long MostBytes = 25L * 1024 * 1024;

    /// <summary>More than these do not lie with one entry.</summary>
    public const int MostOfOne = 100;

    public const int LongestName = 150;
}
