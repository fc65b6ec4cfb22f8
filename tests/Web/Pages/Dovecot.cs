using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using MailKit;
using MailKit.Net.Imap;
using MailKit.Security;
using MimeKit;

namespace Corlin.Web.Tests;

/// <summary>An IMAP server of somebody else's making (Debian's dovecot-imapd), on a port and in a folder of its own.</summary>
internal sealed class Dovecot : IAsyncDisposable
{
    public const string User = "hedda";
    public const string Secret = "a-mailbox-of-its-own";

    /// <summary>Where Debian puts it, which is not on everybody's path.</summary>
    private const string Program = "/usr/sbin/dovecot";

    // Not in the folder for what passes of this run, which may be closed to the server's own user.
    private readonly string folder = Directory.CreateDirectory($"/tmp/corlin-imap-{Guid.NewGuid():N}").FullName;
    private Process? process;

    public int Port { get; } = FreePort();

    public async Task StartAsync()
    {
        var mail = Directory.CreateDirectory(Path.Combine(folder, "mail")).FullName;
        // Nobody's mail is read as root there; who is no root runs all of it as themselves.
        var root = Environment.UserName == "root";
        var (user, group) = root ? ("nobody", "nogroup") : (Environment.UserName, Environment.UserName);
        if (!OperatingSystem.IsWindows())
        {
            foreach (var one in new[] { folder, mail })
                File.SetUnixFileMode(one, (UnixFileMode)Convert.ToInt32("777", 8));
        }

        var config = Path.Combine(folder, "dovecot.conf");
        var internals = root
            ? ""
            : $"default_internal_user = {user}\ndefault_internal_group = {group}\ndefault_login_user = {user}\nservice anvil {{\n  chroot =\n}}\n";
        await File.WriteAllTextAsync(
            config,
            string.Create(
                CultureInfo.InvariantCulture,
                $$"""
                base_dir = {{folder}}/run
                state_dir = {{folder}}/state
                log_path = {{folder}}/log
                protocols = imap
                listen = 127.0.0.1
                ssl = no
                disable_plaintext_auth = no
                first_valid_uid = 1
                mail_location = maildir:{{mail}}/%u
                {{internals}}service imap-login {
                  chroot =
                  inet_listener imap {
                    port = {{Port}}
                  }
                  inet_listener imaps {
                    port = 0
                  }
                }
                passdb {
                  driver = static
                  args = password={{Secret}}
                }
                userdb {
                  driver = static
                  args = uid={{user}} gid={{group}} home={{mail}}/%u
                }

                """
            )
        );
        process = Process.Start(
            new ProcessStartInfo(Program, ["-F", "-c", config]) { RedirectStandardError = true, RedirectStandardOutput = true }
        )!;
        await ListensAsync();
    }

    public async Task LayAsync(params string[] messages)
    {
        using var client = await OpenAsync();
        foreach (var message in messages)
        {
            using var source = new MemoryStream(System.Text.Encoding.UTF8.GetBytes(message.ReplaceLineEndings("\r\n")));
            await client.Inbox!.AppendAsync(await MimeMessage.LoadAsync(source));
        }
    }

    /// <summary>The flags and keywords of each message, in the order in which they came.</summary>
    public async Task<IReadOnlyList<(MessageFlags Flags, string Keywords)>> FlagsAsync()
    {
        using var client = await OpenAsync();
        await client.Inbox!.OpenAsync(FolderAccess.ReadOnly);
        var all = await client.Inbox.FetchAsync(0, -1, MessageSummaryItems.Flags);
        return [.. all.Select(m => (m.Flags!.Value & ~MessageFlags.Recent, string.Join(' ', m.Keywords)))];
    }

    public async ValueTask DisposeAsync()
    {
        if (process is not null)
        {
            process.Kill(entireProcessTree: true);
            await process.WaitForExitAsync();
            process.Dispose();
        }

        Directory.Delete(folder, recursive: true);
    }

    private async Task<ImapClient> OpenAsync()
    {
        var client = new ImapClient();
        await client.ConnectAsync("127.0.0.1", Port, SecureSocketOptions.None);
        await client.AuthenticateAsync(User, Secret);
        return client;
    }

    /// <summary>It is up once it takes a connection.</summary>
    private async Task ListensAsync()
    {
        for (var tries = 0; ; tries++)
        {
            try
            {
                using var client = new TcpClient();
                await client.ConnectAsync(IPAddress.Loopback, Port);
                return;
            }
            catch (SocketException) when (tries < 100 && !process!.HasExited)
            {
                await Task.Delay(50);
            }
        }
    }

    private static int FreePort()
    {
        using var free = new TcpListener(IPAddress.Loopback, 0);
        free.Start();
        return ((IPEndPoint)free.LocalEndpoint).Port;
    }
}
