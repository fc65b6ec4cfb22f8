using System.Security.Cryptography;

namespace Corlin.Application.Shared;

/// <summary>Ids that may leave the server: opaque, 128 random bits.</summary>
public static class PublicIds
{
    /// <summary>The UID (RFC 5545 3.8.4.7) of an entry that is made here under a public id.</summary>
    public static string Uid(string publicId) => $"{publicId}@corlin";

    public static string New() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
}
