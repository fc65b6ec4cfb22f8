using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>
/// Somebody's mail is to go to another address, which waits: for an administrator, or for a letter that shows that it is theirs.
/// </summary>
/// <param name="By">Who asks for it.</param>
/// <param name="KeyHash">Of the key in the letter (SHA-256, hexadecimal), where they ask for themselves; null otherwise.</param>
public sealed record WaitingAddress(long Id, UserId Who, string Address, UserId By, Instant At, string? KeyHash)
{
    /// <summary>So long the key in a letter is good.</summary>
    public static readonly Duration KeyHolds = Duration.FromDays(7);
}

/// <summary>That mail to somebody went elsewhere from a moment on.</summary>
/// <param name="Was">Where it went before.</param>
/// <param name="By">Who changed it.</param>
public sealed record AddressChange(UserId Who, string Was, UserId By, Instant At);
