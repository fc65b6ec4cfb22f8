using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Model;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.WebUtilities;

namespace Corlin.Web.Identity;

/// <summary>A passkey as its owner knows it.</summary>
/// <param name="Id">The credential's id, base 64 for addresses.</param>
internal sealed record PasskeyKept(string Id, string Name, DateTimeOffset At);

/// <summary>
/// Passkeys (WebAuthn): something that one has and opens with a finger, a face or a number. They let in without the password.
/// </summary>
internal sealed class Passkeys(UserManager<Account> users, SignInManager<Account> signIn, IReadStore store)
{
    public const int MostOfOne = 10;

    public const int LongestName = 60;

    public async Task<IReadOnlyList<PasskeyKept>> OfAsync(UserId who) =>
        [
            .. (await users.GetPasskeysAsync(await MustFindAsync(who)))
                .OrderBy(p => p.CreatedAt)
                .Select(p => new PasskeyKept(WebEncoders.Base64UrlEncode(p.CredentialId), p.Name ?? "A passkey", p.CreatedAt)),
        ];

    /// <returns>What the browser is asked for, as WebAuthn writes it (PublicKeyCredentialCreationOptionsJSON).</returns>
    public async Task<string> BeginAsync(UserId who)
    {
        var account = await MustFindAsync(who);
        if ((await users.GetPasskeysAsync(account)).Count >= MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, null, $"{MostOfOne}");
        var person = (await store.ReadAsync(s => s.Users([who])))[who];
        return await signIn.MakePasskeyCreationOptionsAsync(
            new PasskeyUserEntity
            {
                Id = account.Id.ToString(System.Globalization.CultureInfo.InvariantCulture),
                Name = person.Address,
                DisplayName = person.Name,
            }
        );
    }

    /// <param name="credential">What the browser made of it, as JSON.</param>
    public async Task AddAsync(UserId who, string credential, string name)
    {
        var account = await MustFindAsync(who);
        if (string.IsNullOrWhiteSpace(credential))
            throw new RefusedException(RefusalKind.PasskeyNotTaken);
        if (name.Trim() is not { Length: > 0 and <= LongestName } called)
            throw new RefusedException(RefusalKind.BadInput, "name", name);
        if (
            await BegunAsync(signIn.PerformPasskeyAttestationAsync(credential))
                is not { Succeeded: true, Passkey: { } made, UserEntity: { } entity }
            || entity.Id != $"{account.Id}"
        )
            throw new RefusedException(RefusalKind.PasskeyNotTaken);
        made.Name = called;
        if (!(await users.AddOrUpdatePasskeyAsync(account, made)).Succeeded)
            throw new RefusedException(RefusalKind.PasskeyNotTaken);
        await signIn.RefreshSignInAsync(account);
    }

    public async Task RemoveAsync(UserId who, string id)
    {
        var account = await MustFindAsync(who);
        var kept = (await users.GetPasskeysAsync(account)).FirstOrDefault(p => WebEncoders.Base64UrlEncode(p.CredentialId) == id)
            ?? throw new RefusedException(RefusalKind.NotFound);
        await users.RemovePasskeyAsync(account, kept.CredentialId);
        await signIn.RefreshSignInAsync(account);
    }

    /// <returns>What the browser is asked for, whoever it is (PublicKeyCredentialRequestOptionsJSON).</returns>
    public Task<string> AskAsync() => signIn.MakePasskeyRequestOptionsAsync(null);

    /// <summary>Signs in whose passkey it is. It is both factors: what one has, and what opens it.</summary>
    public async Task<SignInOutcome> SignInAsync(string credential)
    {
        if (
            await BegunAsync(signIn.PerformPasskeyAssertionAsync(credential))
            is not { Succeeded: true, Passkey: { IsUserVerified: true } passkey, User: { } account }
        )
            return SignInOutcome.Wrong;
        if (await users.IsLockedOutAsync(account))
            return SignInOutcome.Closed;
        // It counts how often it was used; one that counts back was copied.
        if (!(await users.AddOrUpdatePasskeyAsync(account, passkey)).Succeeded)
            return SignInOutcome.Wrong;
        await signIn.SignInAsync(account, isPersistent: true);
        return SignInOutcome.SignedIn;
    }

    /// <summary>What came of it; null where nothing was asked for before.</summary>
    private static async Task<T?> BegunAsync<T>(Task<T> act)
        where T : class
    {
        try
        {
            return await act;
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }

    private async Task<Account> MustFindAsync(UserId who) =>
        await users.OfPersonAsync(who) ?? throw new RefusedException(RefusalKind.NotFound);
}
