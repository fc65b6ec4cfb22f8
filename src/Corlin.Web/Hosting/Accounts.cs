using Corlin.Application.Changes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Store.Model;
using Microsoft.AspNetCore.Identity;

namespace Corlin.Web.Hosting;

internal enum SignInOutcome
{
    SignedIn,
    Wrong,
    LockedOut,

    /// <summary>The password is right; the code of the authenticator is asked for next.</summary>
    NeedsCode,
}

internal enum SetUpOutcome
{
    Done,
    AlreadySetUp,
    PasswordTooShort,
    Failed,
}

/// <summary>Signing in and out, and the first account.</summary>
internal sealed class Accounts(UserManager<Account> users, SignInManager<Account> signIn, IWriteGate gate, IReadStore store)
{
    private const int CodeLength = 6;

    public bool Any() => users.Users.Any();

    /// <param name="address">Any of somebody's addresses, as they are now.</param>
    public async Task<SignInOutcome> SignInAsync(string address, string password)
    {
        var person = await store.ReadAsync(s => s.UserByAddress(address.Trim().ToLowerInvariant()));
        var account = person is null ? null : await users.OfPersonAsync(person.Id);
        if (account is null) return SignInOutcome.Wrong;
        var result = await signIn.PasswordSignInAsync(account, password, isPersistent: true, lockoutOnFailure: true);
        return result.RequiresTwoFactor ? SignInOutcome.NeedsCode : Outcome(result);
    }

    /// <summary>The second step: a code of the authenticator, or one of the codes kept for when it is lost.</summary>
    public async Task<SignInOutcome> SignInWithCodeAsync(string code)
    {
        var said = new string([.. code.Where(char.IsAsciiLetterOrDigit)]);
        var result = said.Length == CodeLength && said.All(char.IsAsciiDigit)
            ? await signIn.TwoFactorAuthenticatorSignInAsync(said, isPersistent: true, rememberClient: false)
            : await signIn.TwoFactorRecoveryCodeSignInAsync(code.Trim());
        return Outcome(result);
    }

    private static SignInOutcome Outcome(SignInResult result) =>
        result.Succeeded ? SignInOutcome.SignedIn : result.IsLockedOut ? SignInOutcome.LockedOut : SignInOutcome.Wrong;

    public Task SignOutAsync() => signIn.SignOutAsync();

    /// <summary>Makes the first administrator and signs them in; refused as soon as anybody has an account.</summary>
    public async Task<SetUpOutcome> SetUpAsync(string name, string address, string zone, string password)
    {
        if (Any()) return SetUpOutcome.AlreadySetUp;
        var account = new Account { UserName = address, Email = address, EmailConfirmed = true };
        if (!await users.TakesPasswordAsync(account, password)) return SetUpOutcome.PasswordTooShort;
        var person = await gate.RunAsync(new AddPerson(
            new CalendarUser(default, "", UserKind.Person, name, address.ToLowerInvariant(), true, zone, WorkingHours.Usual, null, 0, "administrator"), Administrator: true));
        account.PersonId = person.Id.Value;
        if (!(await users.CreateAsync(account, password)).Succeeded) return SetUpOutcome.Failed;
        await signIn.SignInAsync(account, isPersistent: true);
        return SetUpOutcome.Done;
    }
}
