using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Store;
using Corlin.Store.Model;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace Corlin.Web.Identity;

internal enum SignInOutcome
{
    SignedIn,
    Wrong,

    /// <summary>An administrator has closed the way in.</summary>
    Closed,

    /// <summary>Too many wrong tries came from there.</summary>
    TooSoon,

    /// <summary>The password is right; the code of the authenticator is asked for next.</summary>
    NeedsCode,
}

/// <param name="Wait">Of one that came too soon, how long to wait.</param>
internal sealed record SignInResultOf(SignInOutcome Outcome, Duration Wait = default);

internal enum SetUpOutcome
{
    Done,
    AlreadySetUp,
    PasswordTooShort,
}

/// <summary>Signing in and out, and the first account.</summary>
internal sealed class AccountSignIn(
    UserManager<Account> users,
    SignInManager<Account> signIn,
    IWriteGate gate,
    IReadStore store,
    SignInSlowdown slowdown
)
{
    private const int CodeLength = 6;

    /// <summary>Of a password that nobody has: checking it takes as long as checking somebody's.</summary>
    private static readonly Lazy<string> Nobodys = new(() => new PasswordHasher<Account>().HashPassword(new Account(), "nobody has this"));

    public bool Any() => users.Users.Any();

    /// <param name="address">Any of somebody's addresses, as they are now.</param>
    /// <param name="from">Where the request comes from.</param>
    public async Task<SignInResultOf> SignInAsync(string address, string password, string from)
    {
        var said = address.Trim().ToLowerInvariant();
        if (slowdown.Wait(from, said) is { } wait)
            return new SignInResultOf(SignInOutcome.TooSoon, wait);
        var person = await store.ReadAsync(s => s.UserByAddress(said));
        var account = person is null ? null : await users.OfPersonAsync(person.Id);
        if (account?.PasswordHash is null)
        {
            users.PasswordHasher.VerifyHashedPassword(new Account(), Nobodys.Value, password);
            return Wrong(from, said);
        }

        // That a way in is closed is told to who knows its password.
        if (await users.IsLockedOutAsync(account))
            return await users.CheckPasswordAsync(account, password) ? new SignInResultOf(SignInOutcome.Closed) : Wrong(from, said);
        var result = await signIn.PasswordSignInAsync(account, password, isPersistent: true, lockoutOnFailure: false);
        if (result.RequiresTwoFactor)
            return new SignInResultOf(SignInOutcome.NeedsCode);
        return Outcome(result, from, said);
    }

    /// <summary>The second step: a code of the authenticator, or one of the codes kept for when it is lost.</summary>
    public async Task<SignInResultOf> SignInWithCodeAsync(string code, string from)
    {
        var account = await signIn.GetTwoFactorAuthenticationUserAsync();
        if (account is null)
            return new SignInResultOf(SignInOutcome.Wrong);
        var key = $"code {account.Id}";
        if (slowdown.Wait(from, key) is { } wait)
            return new SignInResultOf(SignInOutcome.TooSoon, wait);
        var said = new string([.. code.Where(char.IsAsciiLetterOrDigit)]);
        var result =
            said.Length == CodeLength && said.All(char.IsAsciiDigit)
                ? await signIn.TwoFactorAuthenticatorSignInAsync(said, isPersistent: true, rememberClient: false)
                : await signIn.TwoFactorRecoveryCodeSignInAsync(code.Trim());
        return Outcome(result, from, key);
    }

    private SignInResultOf Outcome(SignInResult result, string from, string key)
    {
        if (result.IsLockedOut)
            return new SignInResultOf(SignInOutcome.Closed);
        if (!result.Succeeded)
            return Wrong(from, key);
        slowdown.Right(from, key);
        return new SignInResultOf(SignInOutcome.SignedIn);
    }

    private SignInResultOf Wrong(string from, string key)
    {
        slowdown.Wrong(from, key);
        return new SignInResultOf(SignInOutcome.Wrong);
    }

    public Task SignOutAsync() => signIn.SignOutAsync();

    /// <summary>
    /// Makes the first administrator with the first place and the name of the organisation, and signs them in, all or nothing; refused as
    /// soon as anybody has an account.
    /// </summary>
    /// <param name="place">Where people work first; null where that is said later.</param>
    /// <param name="organisation">How the organisation is called; null where that is said later.</param>
    public async Task<SetUpOutcome> SetUpAsync(
        string name,
        string address,
        string zone,
        string password,
        Place? place,
        OrganisationName? organisation
    )
    {
        if (Any())
            return SetUpOutcome.AlreadySetUp;
        var said = address.ToLowerInvariant();
        var account = new Account
        {
            UserName = said,
            Email = said,
            EmailConfirmed = true,
            NormalizedUserName = users.NormalizeName(said),
            NormalizedEmail = users.NormalizeEmail(said),
            SecurityStamp = Guid.NewGuid().ToString("N"),
            LockoutEnabled = true,
        };
        if (!await users.TakesPasswordAsync(account, password))
            return SetUpOutcome.PasswordTooShort;
        account.PasswordHash = users.PasswordHasher.HashPassword(account, password);
        try
        {
            await gate.RunAsync(
                new FirstAccount(
                    new CalendarUser(
                        default,
                        "",
                        UserKind.Person,
                        name,
                        said,
                        true,
                        zone,
                        WorkingHours.Usual,
                        place?.Name,
                        0,
                        "administrator"
                    ),
                    account,
                    place,
                    organisation
                )
            );
        }
        catch (RefusedException e) when (e.Refusal.Kind == RefusalKind.ChangedSince)
        {
            return SetUpOutcome.AlreadySetUp;
        }

        await signIn.SignInAsync((await users.FindByEmailAsync(said))!, isPersistent: true);
        return SetUpOutcome.Done;
    }
}
