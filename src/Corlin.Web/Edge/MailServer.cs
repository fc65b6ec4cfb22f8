namespace Corlin.Web.Edge;

/// <summary>A mail server: the one that takes over what goes out, or the one that keeps what comes in.</summary>
/// <param name="Plain">Whether it may go without encryption; on the machine itself it may.</param>
/// <param name="User">Null where the server asks for no name; from the environment, never from the command line.</param>
internal sealed record MailServer(string Host, int Port, bool Plain, string? User, string? Password)
{
    /// <summary>"mail.ebbline.example:587"; name and password come from CORLIN_SMTP_USER and CORLIN_SMTP_PASSWORD.</summary>
    /// <exception cref="FormatException">It is no host with a port.</exception>
    public static MailServer Parse(string text) => Parse(text, "smtp", 587);

    /// <summary>"mail.ebbline.example:993"; name and password come from CORLIN_IMAP_USER and CORLIN_IMAP_PASSWORD.</summary>
    /// <exception cref="FormatException">It is no host with a port.</exception>
    public static MailServer ParseMailbox(string text) => Parse(text, "imap", 993);

    private static MailServer Parse(string text, string what, int usual)
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
            throw new FormatException($"--{what} takes a host with its port, mail.ebbline.example:{usual}, not “{text}”.");
        var host = text[..colon];
        return new MailServer(
            host,
            port,
            host is "127.0.0.1" or "localhost" or "[::1]",
            Environment.GetEnvironmentVariable($"CORLIN_{what.ToUpperInvariant()}_USER"),
            Environment.GetEnvironmentVariable($"CORLIN_{what.ToUpperInvariant()}_PASSWORD")
        );
    }
}
