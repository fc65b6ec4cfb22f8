using Corlin.Web.Edge;
using MailKit;
using MailKit.Net.Imap;
using MailKit.Search;
using MailKit.Security;
using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>
/// Takes in the mail of a mailbox by IMAP (RFC 9051), every minute. What was seen to carries a keyword there, and stays as it is: nothing
/// is deleted, moved, or marked as read.
/// </summary>
internal sealed class ImapMailbox(MailServer server, PickedUp pickedUp)
{
    /// <summary>What was taken in.</summary>
    public const string TakenIn = "CorlinTakenIn";

    /// <summary>What cannot be read as a message, or is larger than any.</summary>
    public const string SetAside = "CorlinSetAside";

    private static readonly Duration Every = Duration.FromMinutes(1);
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);
    private const int AtOnce = 100;

    private Instant due = Instant.MinValue;

    /// <summary>Mail comes encrypted or not at all (RFC 8314 3.2 for port 993).</summary>
    private SecureSocketOptions Security =>
        server.Plain ? SecureSocketOptions.StartTlsWhenAvailable
        : server.Port == 993 ? SecureSocketOptions.SslOnConnect
        : SecureSocketOptions.StartTls;

    /// <summary>Takes in what came since, the oldest first.</summary>
    /// <returns>How many messages were seen to.</returns>
    /// <exception cref="MailboxException">It cannot be reached, or does not let us do what we must; the message is for people.</exception>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        if (now < due)
            return 0;
        // Where it fails it is tried again a minute later, not at once.
        due = now + Every;
        try
        {
            using var client = new ImapClient { Timeout = (int)Patience.TotalMilliseconds };
            await client.ConnectAsync(server.Host, server.Port, Security, cancel);
            if (server is { User: { } user, Password: { } password })
                await client.AuthenticateAsync(user, password, cancel);
            var seen = await TakeInAsync(client.Inbox, cancel);
            await client.DisconnectAsync(true, cancel);
            // Where there was more than is taken at once it goes on with the rest.
            if (seen == AtOnce)
                due = now;
            return seen;
        }
        catch (AuthenticationException e)
        {
            throw new MailboxException("The mailbox does not accept our name and password.", e);
        }
        catch (Exception e) when (e is NotSupportedException or SslHandshakeException)
        {
            throw new MailboxException("The mailbox offers no encryption that can be trusted.", e);
        }
        catch (Exception e)
            when (e
                    is System.Net.Sockets.SocketException
                        or TimeoutException
                        or ProtocolException
                        or CommandException
                        or ServiceNotConnectedException
            )
        {
            throw new MailboxException("The mailbox cannot be reached, or ended the talk.", e);
        }
    }

    private async Task<int> TakeInAsync(IMailFolder? inbox, CancellationToken cancel)
    {
        if (inbox is null)
            throw new MailboxException("The mailbox has no INBOX.");
        await inbox.OpenAsync(FolderAccess.ReadWrite, cancel);
        if (!inbox.PermanentFlags.HasFlag(MessageFlags.UserDefined))
            throw new MailboxException("The mailbox keeps no keywords: what was taken in could not be told from what was not.");
        var open = await inbox.SearchAsync(
            SearchQuery.NotKeyword(TakenIn).And(SearchQuery.NotKeyword(SetAside)).And(SearchQuery.NotDeleted),
            cancel
        );
        var some = open.OrderBy(u => u.Id).Take(AtOnce).ToList();
        if (some.Count == 0)
            return 0;
        foreach (var message in await inbox.FetchAsync(some, MessageSummaryItems.UniqueId | MessageSummaryItems.Size, cancel))
        {
            var taken = message.Size is not > (uint)PickedUp.Largest && await TakeInAsync(inbox, message.UniqueId, cancel);
            await inbox.AddFlagsAsync(
                message.UniqueId,
                MessageFlags.None,
                new HashSet<string> { taken ? TakenIn : SetAside },
                true,
                cancel
            );
        }

        return some.Count;
    }

    private async Task<bool> TakeInAsync(IMailFolder inbox, UniqueId id, CancellationToken cancel)
    {
        using var source = new MemoryStream();
        // Peeked at: whoever reads the mailbox finds it as it came.
        await using (var stream = await inbox.GetStreamAsync(id, "", cancel))
            await stream.CopyToAsync(source, cancel);
        return await pickedUp.TakeInAsync(source.ToArray(), cancel);
    }
}

/// <summary>Why nothing comes from a mailbox, in words for who set it up.</summary>
internal sealed class MailboxException(string message, Exception? because = null) : Exception(message, because);
