using Microsoft.AspNetCore.Identity;

namespace Corlin.Store.Model;

/// <summary>The sign-in of a person.</summary>
public sealed class Account : IdentityUser<long>
{
    /// <summary>Whose it is, by the number inside.</summary>
    public long PersonId { get; set; }
}
