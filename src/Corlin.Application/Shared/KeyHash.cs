using System.Security.Cryptography;
using System.Text;

namespace Corlin.Application.Shared;

/// <summary>Keys that were handed out are stored hashed.</summary>
internal static class KeyHash
{
    /// <returns>SHA-256 in lower-case hexadecimal; null of no key.</returns>
    public static string? Of(string? key) => key is null ? null : Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(key)));
}
