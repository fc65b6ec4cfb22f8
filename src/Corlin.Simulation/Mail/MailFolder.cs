using MimeKit;

namespace Corlin.Simulation.Mail;

/// <summary>The stand-in's mail as files: what went out, what waits to be taken in, what was taken in.</summary>
public sealed class MailFolder
{
    // Lines of mail end in CRLF (RFC 5322 2.1), whatever the machine's own habit.
    private static readonly FormatOptions Crlf = MakeCrlf();

    private readonly string sent;
    private readonly string waiting;
    private readonly string taken;
    private readonly string setAside;

    public MailFolder(string root)
    {
        sent = Directory.CreateDirectory(Path.Combine(root, "sent")).FullName;
        waiting = Directory.CreateDirectory(Path.Combine(root, "inbox")).FullName;
        setAside = Directory.CreateDirectory(Path.Combine(root, "set-aside")).FullName;
        taken = Directory.CreateDirectory(Path.Combine(root, "taken-in")).FullName;
        Pending = Directory.CreateDirectory(Path.Combine(root, "correspondents")).FullName;
    }

    /// <summary>Where correspondents keep what they mean to answer.</summary>
    internal string Pending { get; }

    /// <summary>Keeps a message that went out; false where it was kept before.</summary>
    public Task<bool> KeepSentAsync(MimeMessage message, CancellationToken cancel) => KeepAsync(sent, message, cancel);

    /// <summary>Puts a message to where Corlin takes its mail in.</summary>
    public Task<bool> PutAsync(MimeMessage message, CancellationToken cancel) => KeepAsync(waiting, message, cancel);

    /// <summary>The files that wait to be taken in, oldest first.</summary>
    public IReadOnlyList<string> Waiting() => [.. Directory.EnumerateFiles(waiting, "*.eml").Order(StringComparer.Ordinal)];

    public void TakenIn(string file) => File.Move(file, Path.Combine(taken, Path.GetFileName(file)), overwrite: true);

    /// <summary>One that could not be read is kept as it came, out of the way of those after it.</summary>
    public void SetAside(string file) => File.Move(file, Path.Combine(setAside, Path.GetFileName(file)), overwrite: true);

    public IEnumerable<string> Sent() => Directory.EnumerateFiles(sent, "*.eml");

    private static FormatOptions MakeCrlf()
    {
        var options = FormatOptions.Default.Clone();
        options.NewLineFormat = NewLineFormat.Dos;
        return options;
    }

    /// <summary>Written beside and then renamed, so that a reader never sees half a message.</summary>
    private static async Task<bool> KeepAsync(string folder, MimeMessage message, CancellationToken cancel)
    {
        var name = Path.Combine(folder, $"{message.Date.ToUnixTimeSeconds()}-{message.MessageId!.Replace('@', '-')}.eml");
        if (File.Exists(name))
            return false;
        var unfinished = name + ".part";
        await using (var stream = File.Create(unfinished))
            await message.WriteToAsync(Crlf, stream, cancel);
        File.Move(unfinished, name, overwrite: true);
        return true;
    }
}
