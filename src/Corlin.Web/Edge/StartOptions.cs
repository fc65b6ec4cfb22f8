using System.Globalization;
using System.Net;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Edge;

/// <summary>What the command line says.</summary>
internal sealed record StartOptions
{
    /// <summary>What stands for the key in the address of a conference service.</summary>
    public const string ConferenceKey = "{key}";

    public bool Demo { get; init; }

    /// <summary>Whether demos come one after another, as lines name their folders.</summary>
    public bool InTurn { get; init; }

    public int Port { get; init; } = 5080;

    public required string Data { get; init; }

    public bool Fresh { get; init; }

    /// <summary>Where the demo's clock starts.</summary>
    public Instant? Now { get; init; }

    /// <summary>How the people of the demo differ from run to run; null for the same each time.</summary>
    public int? Seed { get; init; }

    /// <summary>The folder of the built front end.</summary>
    public string Site { get; init; } = "web/dist";

    /// <summary>The folder of the demo's data.</summary>
    public string DemoFolder { get; init; } = "demo";

    /// <summary>Write the description of the endpoints there and end.</summary>
    public string? OpenApiFile { get; init; }

    /// <summary>The mail server for what goes out; null for the loop on this machine.</summary>
    public MailServer? Smtp { get; init; }

    /// <summary>Where another program lays the mail that comes in; null where none comes in (in serve).</summary>
    public string? Inbox { get; init; }

    /// <summary>Where a mailbox is read for the mail that comes in; null for none.</summary>
    public MailServer? Imap { get; init; }

    /// <summary>Whether mail comes in from anywhere (in serve).</summary>
    public bool MailComes => Inbox is not null || Imap is not null;

    /// <summary>By which name the receiving mail server signs what it found (authserv-id, RFC 8601); null for none.</summary>
    public string? VouchedBy { get; init; }

    /// <summary>Where people reach Corlin, without a slash at the end; null for the port on this machine.</summary>
    public string? PublicAddress { get; init; }

    /// <summary>Where it listens; null for the port on this machine alone.</summary>
    public IPEndPoint? Listen { get; init; }

    /// <summary>From where the words of a proxy are believed; null for nowhere.</summary>
    public IPNetwork? BehindProxy { get; init; }

    /// <summary>The file with a certificate and its key; null where something before it speaks https, or nothing does.</summary>
    public string? Certificate { get; init; }

    public string Address => PublicAddress ?? $"http://127.0.0.1:{Port}";

    /// <summary>How the address of a conference is made, with {key} in it; null where none are made (in serve).</summary>
    public string? Conferences { get; init; }

    /// <summary>Whether mail leaves: to a server, or in the demo to the people that it makes up.</summary>
    public bool MailLeaves => Demo || Smtp is not null;

    /// <summary>Whose key to make instead of serving: how somebody gets in again who lost their password.</summary>
    public string? ResetFor { get; init; }

    /// <summary>Where the backups of every night go, in serve; null for the data folder.</summary>
    public string? Backups { get; init; }

    /// <summary>Whether what goes wrong is written as JSON, an object a line, instead of as lines for people.</summary>
    public bool JsonLog { get; init; }

    /// <summary>From where the measurements may be read besides this machine; null for nowhere.</summary>
    public IPNetwork? MetricsFor { get; init; }

    /// <summary>What holds, and by whose word: to be printed instead of serving; null where it is served.</summary>
    public IReadOnlyList<StartSetting>? Printed { get; init; }

    /// <summary>Whether workers run by themselves; tests drive them.</summary>
    public bool Timers { get; init; } = true;

    /// <exception cref="FormatException">An option is not known or its value cannot be read; the message is for people.</exception>
    public static StartOptions Parse(string[] args)
    {
        var demo = args.FirstOrDefault() == "demo";
        if (!demo && args.FirstOrDefault() is not ("serve" or "openapi" or "reset-password" or "settings"))
            throw new FormatException("Say demo or serve.");
        var serves = args[0] is "serve" or "reset-password" or "settings";
        IReadOnlyList<StartSetting>? printed = null;
        if (serves)
        {
            var settings = StartSettings.Read(args);
            printed = args[0] == "settings" ? settings.All : null;
            args = settings.Args;
        }

        var options = new StartOptions { Demo = demo, Data = demo ? "data/demo" : "data/corlin" };
        var first = 1;
        if (args[0] == "reset-password")
        {
            options = options with
            {
                ResetFor =
                    args.Length > 1 && args[1].Contains('@', StringComparison.Ordinal)
                        ? args[1]
                        : throw new FormatException("Say whose: reset-password somebody@ebbline.example."),
            };
            first = 2;
        }

        string? emptied = null,
            conferences = null;
        for (var i = first; i < args.Length; i++)
        {
            string Value(string name) => ++i < args.Length ? args[i] : throw new FormatException($"{name} needs a value.");
            options = args[i] switch
            {
                "--port" => options with { Port = PortNumber(Value("--port")) },
                "--data" => options with { Data = Value("--data") },
                "--fresh" when demo => options with { Fresh = true },
                "--fresh" => throw new FormatException(
                    "--fresh empties the demo alone. To empty a real organisation for good say --empty-this-folder with the name of its folder."
                ),
                "--empty-this-folder" when args[0] == "serve" => Said(options, emptied = Value("--empty-this-folder")),
                "--conferences" when serves => Said(options, conferences = Value("--conferences")),
                "--now" when demo => options with { Now = Moment(Value("--now")) },
                "--seed" when demo => options with { Seed = Number("--seed", Value("--seed")) },
                "--site" => options with { Site = Value("--site") },
                "--demo-folder" => options with { DemoFolder = Value("--demo-folder") },
                "--smtp" => options with { Smtp = MailServer.Parse(Value("--smtp")) },
                "--inbox" when serves => options with { Inbox = Folder(Value("--inbox")) },
                "--imap" when serves => options with { Imap = MailServer.ParseMailbox(Value("--imap")) },
                "--listen" when serves => options with { Listen = EndPoint(Value("--listen")) },
                "--behind-proxy" when serves => options with { BehindProxy = Network(Value("--behind-proxy")) },
                "--certificate" when serves => options with { Certificate = Value("--certificate") },
                "--backups" when serves => options with { Backups = Value("--backups") },
                "--vouched-by" when serves => options with { VouchedBy = Value("--vouched-by") },
                "--address" => options with { PublicAddress = WebAddress(Value("--address")) },
                "--log" when serves => options with { JsonLog = IsJson(Value("--log")) },
                "--metrics-for" when serves => options with { MetricsFor = Network(Value("--metrics-for"), "--metrics-for") },
                "--no-timers" => options with { Timers = false },
                "--in-turn" when demo => options with { InTurn = true },
                "--to" when args[0] == "openapi" => options with { OpenApiFile = Value("--to") },
                var other => throw new FormatException($"{other} is no option of {args[0]}."),
            };
        }

        if (emptied is not null && emptied != Path.GetFileName(Path.GetFullPath(options.Data)))
            throw new FormatException(
                $"--empty-this-folder says “{emptied}”, and the data folder is called “{Path.GetFileName(Path.GetFullPath(options.Data))}”. Nothing was emptied."
            );
        if (options is { BehindProxy: not null, PublicAddress: null })
            throw new FormatException(
                "--behind-proxy needs to know where people reach Corlin: say --address https://corlin.ebbline.example too."
            );
        if (options is { VouchedBy: not null, MailComes: false })
            throw new FormatException(
                "--vouched-by says who vouches for what comes in; say from where with --inbox FOLDER or --imap HOST:PORT."
            );
        if (options.Imap is { User: null } or { Password: null })
            throw new FormatException("--imap reads a mailbox by name and password: set CORLIN_IMAP_USER and CORLIN_IMAP_PASSWORD.");
        return options with
        {
            Printed = printed,
            Fresh = options.Fresh || emptied is not null,
            Conferences = conferences is null ? null : ConferencePattern(conferences, options),
        };
    }

    private static bool IsJson(string text) =>
        text switch
        {
            "json" => true,
            "lines" => false,
            _ => throw new FormatException($"--log takes lines or json, not “{text}”."),
        };

    private static string Folder(string text) =>
        Directory.Exists(text) ? Path.GetFullPath(text) : throw new FormatException($"--inbox: there is no folder {text}.");

    private static StartOptions Said(StartOptions options, string _) => options;

    /// <summary>"here" for the page of this server, or the address of a service with {key} in it.</summary>
    private static string ConferencePattern(string text, StartOptions options)
    {
        if (text == "here")
            return $"{options.Address}/conference/{ConferenceKey}";
        return
            text.Contains(ConferenceKey, StringComparison.Ordinal)
            && Uri.TryCreate(text.Replace(ConferenceKey, "x", StringComparison.Ordinal), UriKind.Absolute, out var address)
            && address.Scheme is "https" or "http"
            ? text
            : throw new FormatException(
                $"--conferences takes “here” or an address with {ConferenceKey} in it, https://meet.ebbline.example/{ConferenceKey}, not “{text}”."
            );
    }

    /// <summary>A wall-clock time with its zone, "2027-03-08T09:42[Europe/Lisbon]".</summary>
    private static Instant Moment(string text)
    {
        var bracket = text.IndexOf('[', StringComparison.Ordinal);
        if (bracket > 0 && text[^1] == ']' && Zones.Exists(text[(bracket + 1)..^1]))
        {
            var local = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(text[..bracket]);
            if (local.Success)
                return Zones.Get(text[(bracket + 1)..^1]).ToInstant(local.Value);
        }

        throw new FormatException($"--now takes a time with its zone, 2027-03-08T09:42[Europe/Lisbon], not “{text}”.");
    }

    private static string WebAddress(string text) =>
        Uri.TryCreate(text, UriKind.Absolute, out var address) && address.Scheme is "https" or "http" && address.Query.Length == 0
            ? text.TrimEnd('/')
            : throw new FormatException($"--address takes where people reach Corlin, https://corlin.ebbline.example, not “{text}”.");

    private static IPEndPoint EndPoint(string text) =>
        IPEndPoint.TryParse(text, out var at) && text.EndsWith($":{at.Port}", StringComparison.Ordinal)
            ? at
            : throw new FormatException($"--listen takes an address of this machine with a port, 0.0.0.0:5080 or [::]:5080, not “{text}”.");

    /// <summary>One address, or all that begin alike.</summary>
    private static IPNetwork Network(string text, string option = "--behind-proxy") =>
        IPNetwork.TryParse(text, out var network) ? network
        : IPAddress.TryParse(text, out var one) ? new IPNetwork(one, one.GetAddressBytes().Length * 8)
        : throw new FormatException($"{option} takes an address or a network, 127.0.0.1 or 10.0.0.0/24, not “{text}”.");

    private static int Number(string option, string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? number
            : throw new FormatException($"{option}: “{text}” is no number.");

    private static int PortNumber(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port < 65536
            ? port
            : throw new FormatException($"“{text}” is no port.");
}
