using System.Globalization;

namespace Corlin.Web.Edge;

/// <summary>A setting, what holds for it and by whose word.</summary>
/// <param name="Value">As it was said; null where nothing was said. Of a secret only whether it is there.</param>
/// <param name="From">"the command line", "CORLIN_PORT", "/etc/corlin.conf, line 3", or empty.</param>
internal sealed record StartSetting(string Name, string? Value, string From, string Note);

/// <summary>
/// Settings come from one file, from the environment and from the command line; what is said nearer to the start of the process holds.
/// </summary>
internal static class StartSettings
{
    /// <summary>What can be set, with what holds where nothing is said.</summary>
    private static readonly (string Name, string Note)[] Known =
    [
        ("data", "the data folder; data/corlin"),
        ("listen", "an address and port for others than this machine; 127.0.0.1 alone"),
        ("port", "the port on this machine; 5080"),
        ("address", "where people reach Corlin; http://127.0.0.1:PORT"),
        ("certificate", "the file with certificate and key; none"),
        ("behind-proxy", "from where a proxy’s word is believed; nowhere"),
        ("smtp", "the mail server for what goes out; nothing leaves"),
        ("imap", "the mailbox for what comes in; none"),
        ("inbox", "the folder for what comes in; none"),
        ("vouched-by", "the mail server whose word on senders counts; none"),
        ("conferences", "“here”, or the address of a service with {key}; none are made"),
        ("backups", "the folder of the nightly backups; backups/ in the data folder"),
        ("log", "lines or json; lines"),
        ("metrics-for", "from where /metrics is read besides this machine; nowhere"),
        ("site", "the folder of the front end; web/dist"),
    ];

    /// <summary>What is read from the environment where it is needed, and told to nobody.</summary>
    private static readonly string[] Secrets = ["smtp-user", "smtp-password", "imap-user", "imap-password", "certificate-password"];

    private const string FileOption = "--settings";

    /// <summary>The arguments with all that was said elsewhere before them, and every setting with where it comes from.</summary>
    /// <param name="environment">What it says, by name; null for that of this process.</param>
    /// <exception cref="FormatException">The file cannot be read, or says what is no setting; the message is for people.</exception>
    public static (string[] Args, IReadOnlyList<StartSetting> All) Read(
        string[] args,
        IReadOnlyDictionary<string, string>? environment = null
    )
    {
        string? Said(string name) =>
            environment is null ? Environment.GetEnvironmentVariable(NameOf(name)) : environment.GetValueOrDefault(NameOf(name));
        var said = args.ToList();
        var file = Said("settings");
        if (said.IndexOf(FileOption) is >= 0 and var at)
        {
            file = at + 1 < said.Count ? said[at + 1] : throw new FormatException($"{FileOption} needs a value.");
            said.RemoveRange(at, 2);
        }

        var lines = file is null ? [] : Lines(file);
        var all = new List<StartSetting>();
        var before = new List<string>();
        foreach (var (name, note) in Known)
        {
            var (value, from) =
                said.LastIndexOf("--" + name) is >= 0 and var on ? (said.ElementAtOrDefault(on + 1), "the command line")
                : Said(name) is { Length: > 0 } set ? (set, NameOf(name))
                : lines.TryGetValue(name, out var line) ? (line.Value, line.From)
                : (null, "");
            all.Add(new StartSetting(name, value, from, note));
            if (value is not null && from != "the command line")
                before.AddRange(["--" + name, value]);
        }

        foreach (var name in Secrets)
        {
            var isSet = Said(name) is { Length: > 0 };
            // It is read where it is needed, as if the environment had said it.
            if (!isSet && lines.TryGetValue(name, out var line))
                Environment.SetEnvironmentVariable(NameOf(name), line.Value);
            var from =
                isSet ? NameOf(name)
                : lines.TryGetValue(name, out var own) ? own.From
                : "";
            all.Add(new StartSetting(name, from.Length > 0 ? "(set)" : null, from, "not set"));
        }

        var first = said is ["reset-password", _, ..] ? 2 : 1;
        return ([.. said.Take(first), .. before, .. said.Skip(first)], all);
    }

    private static string NameOf(string name) => "CORLIN_" + name.ToUpperInvariant().Replace('-', '_');

    /// <summary>A line a setting, "name = value"; a line that begins with # is a remark.</summary>
    private static Dictionary<string, (string Value, string From)> Lines(string file)
    {
        string[] lines;
        try
        {
            lines = File.ReadAllLines(file);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new FormatException($"{FileOption}: {file} cannot be read.");
        }

        var found = new Dictionary<string, (string, string)>(StringComparer.Ordinal);
        foreach (var (text, number) in lines.Select((l, i) => (l.Trim(), i + 1)))
        {
            if (text.Length == 0 || text[0] == '#')
                continue;
            var parts = text.Split('=', 2, StringSplitOptions.TrimEntries);
            var from = string.Create(CultureInfo.InvariantCulture, $"{file}, line {number}");
            if (parts.Length < 2)
                throw new FormatException($"{from}: say a setting as “name = value”.");
            if (!Known.Any(k => k.Name == parts[0]) && !Secrets.Contains(parts[0]))
                throw new FormatException($"{from}: there is no setting “{parts[0]}”. ./corlin settings lists them.");
            if (!found.TryAdd(parts[0], (parts[1], from)))
                throw new FormatException($"{from}: “{parts[0]}” is said twice.");
        }

        return found;
    }
}
