using System.Text;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Model;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.WebUtilities;
using QRCoder;

namespace Corlin.Web.Identity;

/// <summary>The way in of somebody, as they keep it themselves.</summary>
internal sealed class OwnAccount(UserManager<Account> users, SignInManager<Account> signIn, IReadStore store, LiveUpdates live)
{
    private const int CodesForLater = 8;

    /// <summary>Sets the password with a key that an administrator handed out, and signs in.</summary>
    public async Task WelcomeAsync(string key, string password)
    {
        var parts = key.Split('.', 2);
        var account =
            parts.Length == 2 && await store.ReadAsync(s => s.User(parts[0])) is { } person ? await users.OfPersonAsync(person.Id) : null;
        // Whether there is such a person is not told.
        if (account is null || Token(parts[1]) is not { } token)
            throw new RefusedException(RefusalKind.KeyNotHeld, "key");
        await MustBeGoodAsync(account, password);
        if (!(await users.ResetPasswordAsync(account, token, password)).Succeeded)
            throw new RefusedException(RefusalKind.KeyNotHeld, "key");
        // With a second factor the password alone lets nobody in.
        if (!account.TwoFactorEnabled && !await users.IsLockedOutAsync(account))
            await signIn.SignInAsync(account, isPersistent: true);
    }

    public async Task<(string Address, bool SecondFactor, int CodesLeft)> ReadAsync(UserId who)
    {
        var account = await MustFindAsync(who);
        var person = (await store.ReadAsync(s => s.Users([who])))[who];
        return (person.Address, account.TwoFactorEnabled, await users.CountRecoveryCodesAsync(account));
    }

    /// <summary>Other sessions end with it; this one goes on.</summary>
    public async Task ChangePasswordAsync(UserId who, string old, string next)
    {
        var account = await MustFindAsync(who);
        await MustBeGoodAsync(account, next);
        if (!(await users.ChangePasswordAsync(account, old, next)).Succeeded)
            throw new RefusedException(RefusalKind.PasswordWrong, "old");
        live.End(who);
        await signIn.RefreshSignInAsync(account);
    }

    /// <summary>Ends all other sessions; this one goes on.</summary>
    public async Task SignOutElsewhereAsync(UserId who)
    {
        var account = await MustFindAsync(who);
        await users.UpdateSecurityStampAsync(account);
        live.End(who);
        await signIn.RefreshSignInAsync(account);
    }

    /// <summary>A new secret for an authenticator (RFC 6238). It counts once a code of it was given.</summary>
    /// <returns>The secret in base 32, and the same as a picture of dark (1) and light (0) squares, a line each.</returns>
    public async Task<(string Secret, string Link, IReadOnlyList<string> Picture)> BeginAuthenticatorAsync(UserId who)
    {
        var account = await MustFindAsync(who);
        if (account.TwoFactorEnabled)
            throw new RefusedException(RefusalKind.ChangedSince);
        await users.ResetAuthenticatorKeyAsync(account);
        await signIn.RefreshSignInAsync(account);
        var secret = await users.GetAuthenticatorKeyAsync(account) ?? "";
        var link = $"otpauth://totp/Corlin:{Uri.EscapeDataString(account.Email!)}?secret={secret}&issuer=Corlin&digits=6&period=30";
        using var maker = new QRCodeGenerator();
        using var code = maker.CreateQrCode(link, QRCodeGenerator.ECCLevel.M);
        return (secret, link, [.. code.ModuleMatrix.Select(row => string.Concat(row.Cast<bool>().Select(dark => dark ? '1' : '0')))]);
    }

    /// <returns>Codes for when the authenticator is lost, each for once. They are told this one time.</returns>
    public async Task<IReadOnlyList<string>> ConfirmAuthenticatorAsync(UserId who, string code)
    {
        var account = await MustFindAsync(who);
        var said = new string([.. code.Where(char.IsAsciiDigit)]);
        if (!await users.VerifyTwoFactorTokenAsync(account, users.Options.Tokens.AuthenticatorTokenProvider, said))
            throw new RefusedException(RefusalKind.CodeWrong, "code");
        await users.SetTwoFactorEnabledAsync(account, true);
        var codes = await users.GenerateNewTwoFactorRecoveryCodesAsync(account, CodesForLater);
        await signIn.RefreshSignInAsync(account);
        return [.. codes!];
    }

    public async Task RemoveAuthenticatorAsync(UserId who, string password)
    {
        var account = await MustFindAsync(who);
        if (!await users.CheckPasswordAsync(account, password))
            throw new RefusedException(RefusalKind.PasswordWrong, "password");
        await users.RemoveSecondFactorAsync(account);
        await signIn.RefreshSignInAsync(account);
    }

    private static string? Token(string text)
    {
        try
        {
            return Encoding.UTF8.GetString(WebEncoders.Base64UrlDecode(text));
        }
        catch (FormatException)
        {
            return null;
        }
    }

    private async Task MustBeGoodAsync(Account account, string password)
    {
        if (!await users.TakesPasswordAsync(account, password))
            throw new RefusedException(RefusalKind.PasswordTooShort, "password");
    }

    private async Task<Account> MustFindAsync(UserId who) =>
        await users.OfPersonAsync(who) ?? throw new RefusedException(RefusalKind.NotFound);
}
