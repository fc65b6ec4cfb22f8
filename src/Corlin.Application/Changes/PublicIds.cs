using System.Security.Cryptography;

namespace Corlin.Application.Changes;

/// <summary>Ids that may leave the server: opaque, 128 random bits.</summary>
public static class PublicIds
{
    public static string New() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
}
