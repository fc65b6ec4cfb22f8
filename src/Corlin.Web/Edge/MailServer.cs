namespace Corlin.Web.Edge;

/// <summary>The mail server that takes over what goes out.</summary>
/// <param name="Plain">Whether it may go without encryption; on the machine itself it may.</param>
/// <param name="User">Null where the server asks for no name; from the environment, never from the command line.</param>
internal sealed record MailServer(string Host, int Port, bool Plain, string? User, string? Password)
{
    /// <summary>"mail.ebbline.example:587"; name and password come from CORLIN_SMTP_USER and CORLIN_SMTP_PASSWORD.</summary>
    /// <exception cref="FormatException">It is no host with a port.</exception>
    public static MailServer Parse(string text)
    {
        var colon = text.LastIndexOf(':');
        if (
            colon < 1
            || !int.TryParse(
                text[(colon + 1)..],
                System.Globalization.NumberStyles.None,
                System.Globalization.CultureInfo.InvariantCulture,
                out var port
            )
            || port is 0 or > 65535
        )
            throw new FormatException($"--smtp takes a host with its port, mail.ebbline.example:587, not “{text}”.");
        var host = text[..colon];
        return new MailServer(
            host,
            port,
            host is "127.0.0.1" or "localhost" or "[::1]",
            Environment.GetEnvironmentVariable("CORLIN_SMTP_USER"),
            Environment.GetEnvironmentVariable("CORLIN_SMTP_PASSWORD")
        );
    }
}
