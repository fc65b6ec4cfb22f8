using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Corlin.Store;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.HttpOverrides;

namespace Corlin.Web.Hosting;

/// <summary>Where the server listens, and whose word counts on where a request comes from.</summary>
internal static class Listening
{
    public static void Configure(WebApplicationBuilder builder, StartOptions options)
    {
        var certificate = options.Certificate is { } file ? Read(file) : null;
        builder.WebHost.UseKestrelHttpsConfiguration();
        builder.WebHost.UseKestrel(k =>
        {
            k.AddServerHeader = false;
            k.Limits.MaxRequestBodySize = 1024 * 1024;
            k.Listen(options.Listen ?? new IPEndPoint(IPAddress.Loopback, options.Port), l =>
            {
                if (certificate is not null)
                    l.UseHttps(certificate);
            });
        });
    }

    /// <summary>
    /// What a proxy says of the scheme, the host and the caller is believed where it comes from that proxy; anybody else's word is not. Who
    /// came by https is told to come so again.
    /// </summary>
    public static void Use(WebApplication app, StartOptions options)
    {
        if (options.BehindProxy is { } proxy)
        {
            var forwarded = new ForwardedHeadersOptions { ForwardedHeaders = ForwardedHeaders.All, ForwardLimit = 1 };
            forwarded.KnownProxies.Clear();
            forwarded.KnownIPNetworks.Clear();
            forwarded.KnownIPNetworks.Add(proxy);
            forwarded.AllowedHosts.Add(new Uri(options.Address).Host);
            app.UseForwardedHeaders(forwarded);
        }

        if (options.BehindProxy is not null || options.Certificate is not null)
            app.UseHsts();
    }

    /// <summary>Whether what passes can be read by others on the network.</summary>
    public static bool IsInTheClear(StartOptions options) =>
        options is { Listen: { } at, Certificate: null, BehindProxy: null } && !IPAddress.IsLoopback(at.Address);

    /// <exception cref="DataFolderException">It holds no certificate with its key; the message is one line for people.</exception>
    private static X509Certificate2 Read(string file)
    {
        try
        {
            return Path.GetExtension(file) is ".pfx" or ".p12"
                ? X509CertificateLoader.LoadPkcs12FromFile(file, Environment.GetEnvironmentVariable("CORLIN_CERTIFICATE_PASSWORD"))
                : X509Certificate2.CreateFromPemFile(file);
        }
        catch (Exception e) when (e is CryptographicException or IOException or UnauthorizedAccessException)
        {
            throw new DataFolderException(
                $"--certificate: {file} holds no certificate with its key that can be read. It is one file, PEM (certificate and key) or PKCS 12 (.pfx, its password in CORLIN_CERTIFICATE_PASSWORD)."
            );
        }
    }
}
