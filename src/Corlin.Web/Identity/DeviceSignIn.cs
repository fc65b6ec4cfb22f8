using System.Security.Claims;
using System.Text;
using System.Text.Encodings.Web;
using Corlin.Application.Handing;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Authentication;
using Microsoft.Extensions.Options;
using NodaTime;

namespace Corlin.Web.Identity;

/// <summary>
/// A device signs in with each request (Basic, RFC 7617), with the address of its owner and a password that is the device's alone. The
/// password of the account opens nothing here, and that of a device nothing else.
/// </summary>
internal sealed class DeviceSignIn(
    IOptionsMonitor<AuthenticationSchemeOptions> options,
    ILoggerFactory logger,
    UrlEncoder encoder,
    IReadStore store,
    IWriteGate gate,
    IClock clock,
    AccountKeeping accounts,
    SignInSlowdown slowdown
) : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
{
    public const string Name = "Device";

    public static void Add(IServiceCollection services) =>
        services.AddAuthentication().AddScheme<AuthenticationSchemeOptions, DeviceSignIn>(Name, null);

    private const string Basic = "Basic ";

    private const int LongestHeader = 1_000;

    private Duration? wait;

    protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        if (Said(Request.Headers.Authorization.ToString()) is not var (address, password))
            return AuthenticateResult.NoResult();
        var (from, account) = (Limits.From(Context), $"device {address}");
        wait = slowdown.Wait(from, account);
        if (wait is not null)
            return AuthenticateResult.Fail("Too many tries.");
        var found = await store.ReadAsync(new FindDevice(password, clock.GetCurrentInstant()).Run, Context.RequestAborted);
        if (
            found is null
            || found.Owner.Address != address
            // Whose way in is closed comes in with no device either.
            || (await accounts.OfAsync(found.Owner.Id)).State == AccountState.Closed
        )
        {
            slowdown.Wrong(from, account);
            return AuthenticateResult.Fail("No device has that name and password.");
        }

        slowdown.Right(from, account);
        if (found.Note)
            await gate.RunAsync(new NoteDeviceUsed(found.Device.Id, Programs.Name(Request, Device.LongestProgram)), Context.RequestAborted);
        var identity = new ClaimsIdentity([SignIn.ClaimOf(found.Owner.Id)], Scheme.Name);
        return AuthenticateResult.Success(new AuthenticationTicket(new ClaimsPrincipal(identity), Scheme.Name));
    }

    protected override async Task HandleChallengeAsync(AuthenticationProperties properties)
    {
        if (wait is { } left)
        {
            await Limits.TooMany(Context, left.ToTimeSpan()).ExecuteAsync(Context);
            return;
        }

        Response.StatusCode = StatusCodes.Status401Unauthorized;
        Response.Headers.WWWAuthenticate = "Basic realm=\"Corlin\", charset=\"UTF-8\"";
    }

    /// <summary>Name and password of the header; null where it says none.</summary>
    private static (string Address, string Password)? Said(string header)
    {
        if (header.Length > LongestHeader || !header.StartsWith(Basic, StringComparison.OrdinalIgnoreCase))
            return null;
        var bytes = new byte[LongestHeader];
        if (!Convert.TryFromBase64String(header[Basic.Length..].Trim(), bytes, out var length))
            return null;
        var said = Encoding.UTF8.GetString(bytes, 0, length);
        var colon = said.IndexOf(':', StringComparison.Ordinal);
        return colon <= 0 ? null : (said[..colon].Trim().ToLowerInvariant(), said[(colon + 1)..]);
    }
}
