using Corlin.Core.Calendars;
using Corlin.Store.Model;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Web.Identity;

/// <summary>What every act on an account needs of Identity.</summary>
internal static class AccountUsers
{
    /// <summary>The account of somebody, or null where they have none.</summary>
    public static Task<Account?> OfPersonAsync(this UserManager<Account> users, UserId who) =>
        users.Users.FirstOrDefaultAsync(a => a.PersonId == who.Value);

    public static async Task<bool> TakesPasswordAsync(this UserManager<Account> users, Account account, string password)
    {
        foreach (var check in users.PasswordValidators)
            if (!(await check.ValidateAsync(users, account, password)).Succeeded)
                return false;
        return true;
    }

    /// <summary>No passkey lets in any more.</summary>
    public static async Task RemovePasskeysAsync(this UserManager<Account> users, Account account)
    {
        foreach (var passkey in await users.GetPasskeysAsync(account))
            await users.RemovePasskeyAsync(account, passkey.CredentialId);
    }

    /// <summary>The password alone lets in again, and the old secret of the authenticator holds no more.</summary>
    public static async Task RemoveSecondFactorAsync(this UserManager<Account> users, Account account)
    {
        await users.SetTwoFactorEnabledAsync(account, false);
        await users.ResetAuthenticatorKeyAsync(account);
    }
}
