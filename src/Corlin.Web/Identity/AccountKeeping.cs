using System.Text;
using Corlin.Application.Accounts;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Model;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Web.Identity;

internal enum AccountState
{
    None,

    /// <summary>A key was handed out and no password is set yet.</summary>
    Invited,
    Open,
    Closed,
}

/// <summary>The ways in of others, as an administrator keeps them. Each act is allowed and noted by a change before it is done.</summary>
internal sealed class AccountKeeping(UserManager<Account> users, IWriteGate gate, IReadStore store, LiveUpdates live, KeyMail mail)
{
    public async Task<(AccountState State, bool SecondFactor)> OfAsync(UserId who) =>
        await users.OfPersonAsync(who) is not { } account ? (AccountState.None, false) : (StateOf(account), account.TwoFactorEnabled);

    /// <summary>How many have a way in, or were given a key to one.</summary>
    public Task<int> CountAsync() => users.Users.CountAsync();

    private static AccountState StateOf(Account account) =>
        account.IsClosed() ? AccountState.Closed
        : account.PasswordHash is null ? AccountState.Invited
        : AccountState.Open;

    /// <summary>The same of many at once; who has no account is left out.</summary>
    public async Task<IReadOnlyDictionary<UserId, (AccountState State, bool SecondFactor, Instant? LastIn)>> OfAsync(
        IReadOnlyCollection<UserId> who
    )
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return await users
            .Users.Where(a => wanted.Contains(a.PersonId))
            .AsAsyncEnumerable()
            .ToDictionaryAsync(a => new UserId(a.PersonId), a => (StateOf(a), a.TwoFactorEnabled, a.LastInAt));
    }

    /// <summary>A key with which somebody sets their password: once, within a day. It is nowhere stored.</summary>
    public async Task<string> InviteAsync(UserId actor, CalendarUser who)
    {
        await gate.RunAsync(new NoteAccount(actor, who.Id, ChangeKind.AccountInvited));
        var account = await users.OfPersonAsync(who.Id);
        if (account is null)
        {
            account = new Account
            {
                UserName = who.Address,
                Email = who.Address,
                EmailConfirmed = true,
                PersonId = who.Id.Value,
            };
            Must(await users.CreateAsync(account), RefusalKind.AddressTaken, who.Address);
        }

        return await KeyAsync(account, who);
    }

    /// <summary>The same, sent to them: who asks for it does not see it.</summary>
    /// <exception cref="RefusedException">It was not taken over; another can be made.</exception>
    public async Task MailInvitationAsync(UserId actor, CalendarUser who)
    {
        var by = await store.ReadAsync(s => s.Users([actor])[actor]);
        await mail.SendAsync(who, by, await InviteAsync(actor, who));
    }

    /// <summary>Sends a link to somebody who lost their password.</summary>
    /// <returns>False where nobody who can sign in has that address: nobody learns that.</returns>
    public async Task<bool> MailResetAsync(string address, CancellationToken cancel)
    {
        var who = await store.ReadAsync(s => s.UserByAddress(address.Trim().ToLowerInvariant()), cancel);
        if (who is null || await users.OfPersonAsync(who.Id) is not { } account || account.IsClosed())
            return false;
        await gate.RunAsync(new NoteReset(who.Id), cancel);
        await mail.SendAsync(who, null, await KeyAsync(account, who), cancel);
        return true;
    }

    /// <summary>A key for somebody who has an account, made on the machine itself; it lets a closed way in stay closed.</summary>
    /// <returns>Null where nobody with an account has that address.</returns>
    public async Task<string?> ResetAsync(string address)
    {
        var who = await store.ReadAsync(s => s.UserByAddress(address.Trim().ToLowerInvariant()));
        if (who is null || await users.OfPersonAsync(who.Id) is not { } account)
            return null;
        await gate.RunAsync(new NoteReset(who.Id));
        return await KeyAsync(account, who);
    }

    private async Task<string> KeyAsync(Account account, CalendarUser who) =>
        $"{who.PublicId}.{WebEncoders.Base64UrlEncode(Encoding.UTF8.GetBytes(await users.GeneratePasswordResetTokenAsync(account)))}";

    /// <summary>Closes or opens somebody's way in. What they have open ends with it.</summary>
    public async Task SetClosedAsync(UserId actor, UserId who, bool closed)
    {
        await gate.RunAsync(new NoteAccount(actor, who, closed ? ChangeKind.AccountClosed : ChangeKind.AccountOpened));
        var account = await users.OfPersonAsync(who) ?? throw new RefusedException(RefusalKind.NotFound);
        await users.SetLockoutEndDateAsync(account, closed ? DateTimeOffset.MaxValue : null);
        await users.UpdateSecurityStampAsync(account);
        live.End(who);
    }

    /// <summary>Ends all that somebody has open, on whatever machine.</summary>
    public async Task SignOutAsync(UserId actor, UserId who)
    {
        await gate.RunAsync(new NoteAccount(actor, who, ChangeKind.AccountSignedOut));
        var account = await users.OfPersonAsync(who) ?? throw new RefusedException(RefusalKind.NotFound);
        await users.UpdateSecurityStampAsync(account);
        live.End(who);
    }

    /// <summary>Takes away a second factor whose owner has lost it.</summary>
    public async Task RemoveSecondFactorAsync(UserId actor, UserId who)
    {
        await gate.RunAsync(new NoteAccount(actor, who, ChangeKind.SecondFactorRemoved));
        var account = await users.OfPersonAsync(who) ?? throw new RefusedException(RefusalKind.NotFound);
        await users.RemoveSecondFactorAsync(account);
        // What was lost may be what the passkey was on.
        await users.RemovePasskeysAsync(account);
    }

    private static void Must(IdentityResult result, RefusalKind kind, string? what = null)
    {
        if (!result.Succeeded)
            throw new RefusedException(kind, null, what);
    }
}
