using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Corlin.Web.Edge;
using Corlin.Web.Hosting;

namespace Corlin.Web.Tests;

/// <summary>Where a real server listens, and whom it believes.</summary>
public sealed class ListeningTests
{
    private static async Task<HttpResponseMessage> AskAsync(Host host, string forwardedHost)
    {
        using var client = new HttpClient { BaseAddress = host.Address };
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/session");
        request.Headers.Add("X-Forwarded-Proto", "https");
        request.Headers.Add("X-Forwarded-Host", forwardedHost);
        request.Headers.Add("X-Forwarded-For", "203.0.113.7");
        return await client.SendAsync(request, TestContext.Current.CancellationToken);
    }

    private static bool IsSecure(HttpResponseMessage answer) =>
        answer.Headers.GetValues("Set-Cookie").All(c => c.Contains("; secure", StringComparison.OrdinalIgnoreCase));

    [Theory]
    [InlineData("127.0.0.1", true)]
    [InlineData("127.0.0.0/8", true)]
    [InlineData("10.1.2.3", false)]
    [InlineData(null, false)]
    public async Task A_proxy_is_believed_from_its_own_address_alone(string? proxy, bool believed)
    {
        string[] said = proxy is null ? [] : ["--behind-proxy", proxy, "--address", "https://corlin.ebbline.example"];
        var parsed = StartOptions.Parse(["serve", .. said]);
        await using var host = await Host.StartAsync(demo: false, o =>
            o with
            {
                BehindProxy = parsed.BehindProxy,
                PublicAddress = parsed.PublicAddress,
            }
        );
        using var answer = await AskAsync(host, "corlin.ebbline.example");
        Assert.Equal((believed, believed), (IsSecure(answer), answer.Headers.Contains("Strict-Transport-Security")));
        // Another name than its own is not taken over.
        using var other = await AskAsync(host, "elsewhere.example");
        Assert.False(other.Headers.Contains("Strict-Transport-Security") && !believed);
    }

    [Fact]
    public async Task With_a_certificate_it_speaks_https_and_its_cookies_stay_on_it()
    {
        using var key = RSA.Create(2048);
        var request = new CertificateRequest("CN=corlin.ebbline.example", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
        using var made = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(2));
        var file = Path.GetTempFileName();
        try
        {
            await File.WriteAllTextAsync(
                file,
                $"{made.ExportCertificatePem()}\n{key.ExportPkcs8PrivateKeyPem()}\n",
                TestContext.Current.CancellationToken
            );
            await using var host = await Host.StartAsync(demo: false, o => o with { Certificate = file });
            Assert.Equal("https", host.Address.Scheme);
            using var handler = new HttpClientHandler
            {
                ServerCertificateCustomValidationCallback = (_, shown, _, _) => shown?.Thumbprint == made.Thumbprint,
            };
            using var client = new HttpClient(handler) { BaseAddress = host.Address };
            using var answer = await client.GetAsync("/api/session", TestContext.Current.CancellationToken);
            Assert.True(answer.IsSuccessStatusCode && IsSecure(answer));
        }
        finally
        {
            File.Delete(file);
        }
    }

    [Theory]
    [InlineData("--listen", "localhost:80")]
    [InlineData("--listen", "0.0.0.0")]
    [InlineData("--listen", "0.0.0.0:99999")]
    [InlineData("--behind-proxy", "proxy")]
    [InlineData("--behind-proxy", "10.0.0.0/24")]
    public void What_cannot_be_is_said_in_a_line(string option, string value) =>
        Assert.StartsWith(
            option,
            Assert.Throws<FormatException>(() => StartOptions.Parse(["serve", option, value])).Message,
            StringComparison.Ordinal
        );

    [Theory]
    [InlineData("0.0.0.0:5080", true)]
    [InlineData("[::]:5080", true)]
    [InlineData("127.0.0.1:5080", false)]
    [InlineData("[::1]:0", false)]
    public void Whether_others_can_read_along_is_known(string at, bool inTheClear)
    {
        var options = StartOptions.Parse(["serve", "--listen", at]);
        Assert.Equal(inTheClear, Listening.IsInTheClear(options));
        Assert.False(Listening.IsInTheClear(options with { Certificate = "some.pem" }));
    }
}
