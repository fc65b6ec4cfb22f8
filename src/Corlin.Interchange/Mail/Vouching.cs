using MimeKit;
using MimeKit.Cryptography;

namespace Corlin.Interchange.Mail;

/// <summary>Whether the receiving server vouched for who a message says it is from (Authentication-Results, RFC 8601).</summary>
public static class Vouching
{
    /// <param name="host">The name by which the receiving server signs what it found (authserv-id).</param>
    /// <remarks>
    /// Only the topmost field counts, and only where it is that server's: what a sender writes below it says nothing. It vouches by DMARC,
    /// or by DKIM or SPF of the domain of the From address itself, or of one above it.
    /// </remarks>
    public static bool IsVouched(MimeMessage mail, string host)
    {
        if (mail.From.Mailboxes.ToList() is not [{ Domain: { Length: > 0 } domain }])
            return false;
        var field = mail.Headers.FirstOrDefault(h => h.Id == HeaderId.AuthenticationResults);
        if (field is null || !AuthenticationResults.TryParse(field.RawValue, out var found))
            return false;
        if (!string.Equals(found.AuthenticationServiceIdentifier, host, StringComparison.OrdinalIgnoreCase))
            return false;
        return found.Results.Any(r =>
            r.Result.Equals("pass", StringComparison.OrdinalIgnoreCase)
            && r.Method.ToUpperInvariant() switch
            {
                "DMARC" => Is(Said(r, "header", "from"), domain),
                "DKIM" => IsAbove(Said(r, "header", "d"), domain),
                "SPF" => IsAbove(Said(r, "smtp", "mailfrom"), domain),
                _ => false,
            }
        );
    }

    private static string? Said(AuthenticationMethodResult result, string type, string property) =>
        result
            .Properties.FirstOrDefault(p =>
                p.PropertyType.Equals(type, StringComparison.OrdinalIgnoreCase)
                && p.Property.Equals(property, StringComparison.OrdinalIgnoreCase)
            )
            ?.Value;

    /// <summary>A domain, or the one of an address.</summary>
    private static string Domain(string said) => said[(said.LastIndexOf('@') + 1)..].TrimEnd('.');

    private static bool Is(string? said, string domain) =>
        said is not null && Domain(said).Equals(domain, StringComparison.OrdinalIgnoreCase);

    /// <summary>A domain vouches for those below it, but no domain of one label does.</summary>
    private static bool IsAbove(string? said, string domain) =>
        Is(said, domain)
        || (
            said is not null
            && Domain(said).Contains('.', StringComparison.Ordinal)
            && domain.EndsWith("." + Domain(said), StringComparison.OrdinalIgnoreCase)
        );
}
