using System.Globalization;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Web.Hosting;

/// <summary>What the command line says.</summary>
internal sealed record HostOptions
{
    public bool Demo { get; init; }

    public int Port { get; init; } = 5080;

    public required string Data { get; init; }

    public bool Fresh { get; init; }

    /// <summary>Where the demo's clock starts.</summary>
    public Instant? Now { get; init; }

    /// <summary>The folder of the built front end.</summary>
    public string Site { get; init; } = "web/dist";

    /// <summary>The folder of the demo's data.</summary>
    public string DemoFolder { get; init; } = "demo";

    /// <summary>Write the description of the endpoints there and end.</summary>
    public string? OpenApiFile { get; init; }

    /// <summary>The mail server for what goes out; null for the loop on this machine.</summary>
    public MailServer? Smtp { get; init; }

    /// <summary>Where people reach Corlin, without a slash at the end; null for the port on this machine.</summary>
    public string? PublicAddress { get; init; }

    public string Address => PublicAddress ?? $"http://127.0.0.1:{Port}";

    /// <summary>Whether workers run by themselves; tests drive them.</summary>
    public bool Timers { get; init; } = true;

    /// <exception cref="FormatException">An option is not known or its value cannot be read; the message is for people.</exception>
    public static HostOptions Parse(string[] args)
    {
        var demo = args.FirstOrDefault() == "demo";
        if (!demo && args.FirstOrDefault() is not ("serve" or "openapi")) throw new FormatException("Say demo or serve.");
        var options = new HostOptions { Demo = demo, Data = demo ? "data/demo" : "data/corlin" };
        for (var i = 1; i < args.Length; i++)
        {
            string Value(string name) => ++i < args.Length ? args[i] : throw new FormatException($"{name} needs a value.");
            options = args[i] switch
            {
                "--port" => options with { Port = PortNumber(Value("--port")) },
                "--data" => options with { Data = Value("--data") },
                "--fresh" => options with { Fresh = true },
                "--now" when demo => options with { Now = Moment(Value("--now")) },
                "--site" => options with { Site = Value("--site") },
                "--demo-folder" => options with { DemoFolder = Value("--demo-folder") },
                "--smtp" => options with { Smtp = MailServer.Parse(Value("--smtp")) },
                "--address" => options with { PublicAddress = WebAddress(Value("--address")) },
                "--no-timers" => options with { Timers = false },
                "--to" when args[0] == "openapi" => options with { OpenApiFile = Value("--to") },
                var other => throw new FormatException($"{other} is no option of {args[0]}."),
            };
        }

        return options;
    }

    /// <summary>A wall-clock time with its zone, "2027-03-08T09:42[Europe/Lisbon]".</summary>
    private static Instant Moment(string text)
    {
        var bracket = text.IndexOf('[', StringComparison.Ordinal);
        if (bracket > 0 && text[^1] == ']' && Zones.Exists(text[(bracket + 1)..^1]))
        {
            var local = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(text[..bracket]);
            if (local.Success) return Zones.Get(text[(bracket + 1)..^1]).ToInstant(local.Value);
        }

        throw new FormatException($"--now takes a time with its zone, 2027-03-08T09:42[Europe/Lisbon], not “{text}”.");
    }

    private static string WebAddress(string text) => Uri.TryCreate(text, UriKind.Absolute, out var address) && address.Scheme is "https" or "http" && address.Query.Length == 0
        ? text.TrimEnd('/')
        : throw new FormatException($"--address takes where people reach Corlin, https://corlin.ebbline.example, not “{text}”.");

    private static int PortNumber(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port < 65536 ? port : throw new FormatException($"“{text}” is no port.");
}
