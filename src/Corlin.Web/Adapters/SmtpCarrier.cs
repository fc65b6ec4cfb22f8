using System.Net.Sockets;
using Corlin.Application.Ports;
using Corlin.Web.Edge;
using MailKit.Net.Smtp;
using MailKit.Security;
using MimeKit;

namespace Corlin.Web.Adapters;

/// <summary>Hands mail to a server over SMTP. The Message-ID stays the same however often a message is handed over.</summary>
internal sealed class SmtpCarrier(MailServer server) : IMailCarrier
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    /// <summary>Mail leaves the machine encrypted or not at all (RFC 8314 3.3 for port 465).</summary>
    private SecureSocketOptions Security =>
        server.Plain ? SecureSocketOptions.StartTlsWhenAvailable
        : server.Port == 465 ? SecureSocketOptions.SslOnConnect
        : SecureSocketOptions.StartTls;

    public async Task SendAsync(WrittenMail mail, CancellationToken cancel = default)
    {
        using var source = new MemoryStream(mail.Source);
        using var message = await MimeMessage.LoadAsync(source, cancel);
        using var client = new SmtpClient { Timeout = (int)Patience.TotalMilliseconds };
        try
        {
            await client.ConnectAsync(server.Host, server.Port, Security, cancel);
            if (server is { User: { } user, Password: { } password })
            {
                await client.AuthenticateAsync(user, password, cancel);
            }

            // What answers by itself names no sender on the envelope, so that nothing answers it in turn (RFC 3834 3.3).
            var sender = message.Headers.Contains("Auto-Submitted")
                ? new MailboxAddress("", "")
                : new MailboxAddress(mail.From.Name, mail.From.Address);
            await client.SendAsync(message, sender, [new MailboxAddress(mail.To.Name, mail.To.Address)], cancel);
            await client.DisconnectAsync(true, cancel);
        }
        catch (SmtpCommandException e)
        {
            // 5yz is for good, 4yz for now (RFC 5321 4.2.1).
            throw new UndeliverableException($"The mail server says: {(int)e.StatusCode} {e.Message}", (int)e.StatusCode >= 500, e);
        }
        catch (AuthenticationException e)
        {
            throw new UndeliverableException("The mail server does not accept our name and password.", false, e);
        }
        catch (Exception e) when (e is NotSupportedException or SslHandshakeException)
        {
            throw new UndeliverableException("The mail server offers no encryption that can be trusted.", false, e);
        }
        catch (Exception e) when (e is SocketException or IOException or TimeoutException or SmtpProtocolException)
        {
            throw new UndeliverableException("The mail server cannot be reached.", false, e);
        }
    }
}
