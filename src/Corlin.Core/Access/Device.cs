using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Access;

/// <summary>A device or program that keeps somebody's calendars with a password of its own (CalDAV, RFC 4791).</summary>
/// <param name="Owner">Who uses it: it knows and may do what they may.</param>
/// <param name="Name">What they call it.</param>
public sealed record Device(long Id, UserId Owner, string Name, Instant MadeAt)
{
    /// <summary>In characters; a longer name is refused.</summary>
    public const int LongestName = 60;

    /// <summary>Of the program's name as it gives it, in characters; what is longer is cut.</summary>
    public const int LongestProgram = 100;

    /// <summary>When it came last; null for never.</summary>
    public Instant? UsedAt { get; init; }

    /// <summary>What the program calls itself that came last; null where it said nothing.</summary>
    public string? UsedWith { get; init; }
}
