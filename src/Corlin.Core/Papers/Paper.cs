using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Papers;

/// <summary>
/// A document that lies with an entry, or a link to one. Its content never changes; a later version of it is another paper of the same
/// name.
/// </summary>
/// <param name="PublicId">The opaque id that may leave the server.</param>
/// <param name="Name">As its file was called, without folders; of a link what it is called.</param>
/// <param name="Size">In bytes.</param>
/// <param name="Hash">SHA-256 of its content, lower-case hexadecimal: under it the content is kept. Empty for a link.</param>
public sealed record Paper(
    string PublicId,
    EntryId Entry,
    string Name,
    string MediaType,
    long Size,
    string Hash,
    UserId AddedBy,
    Instant AddedAt
)
{
    /// <summary>Where a link leads (http or https); null for a document.</summary>
    public string? Address { get; init; }

    /// <summary>Whether it goes to those outside with what is written to them; others lie with the entry and stay inside.</summary>
    public bool GoesOut { get; init; }

    /// <summary>A larger one is refused.</summary>
    public const long MostBytes = 25L * 1024 * 1024;

    /// <summary>More than these do not lie with one entry.</summary>
    public const int MostOfOne = 100;

    /// <summary>Of the name of a paper, in characters; what is longer is cut.</summary>
    public const int LongestName = 150;

    /// <summary>Of a link that lies as a paper, in characters; a longer one is refused.</summary>
    public const int LongestAddress = 2_000;

    /// <summary>What goes out with one message is no more than this together.</summary>
    public const long MostBytesOut = 15_000_000;
}
