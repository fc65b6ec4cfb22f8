using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>The sign-in of a person.</summary>
public sealed class Account : IdentityUser<long>
{
    /// <summary>Whoever is shut out for longer than this has no way in.</summary>
    private const int YearsClosed = 100;

    /// <summary>Whose it is, by the number inside.</summary>
    public long PersonId { get; set; }

    /// <summary>When they were last here, to the hour; null for never.</summary>
    public Instant? LastInAt { get; set; }

    /// <summary>Whether it was closed, and not only locked for a while.</summary>
    public bool IsClosed() => LockoutEnd > DateTimeOffset.UtcNow.AddYears(YearsClosed);
}
