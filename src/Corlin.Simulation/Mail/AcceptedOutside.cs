using System.Text.Json;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Simulation.Mail;

/// <summary>What somebody outside accepted, in a file of their own, by the UID of the meeting.</summary>
/// <param name="file">It need not be there.</param>
internal sealed class AcceptedOutside(string file)
{
    public async Task<IReadOnlyDictionary<string, Stretch>> ReadAsync(CancellationToken cancel) =>
        File.Exists(file)
            ? JsonSerializer
                .Deserialize<Dictionary<string, long[]>>(await File.ReadAllTextAsync(file, cancel), DemoJson.Options)!
                .ToDictionary(
                    a => a.Key,
                    a => new Stretch(Instant.FromUnixTimeMilliseconds(a.Value[0]), Instant.FromUnixTimeMilliseconds(a.Value[1]))
                )
            : new Dictionary<string, Stretch>();

    /// <param name="at">When it is; null where it is not accepted any more.</param>
    public async Task NoteAsync(string uid, Stretch? at, CancellationToken cancel)
    {
        var known = new Dictionary<string, Stretch>(await ReadAsync(cancel));
        if (at is { } accepted)
            known[uid] = accepted;
        else if (!known.Remove(uid))
            return;
        var text = known.ToDictionary(
            k => k.Key,
            k => new[] { k.Value.Start.ToUnixTimeMilliseconds(), k.Value.End.ToUnixTimeMilliseconds() }
        );
        await Pending.WriteAsync(file, JsonSerializer.Serialize(text, DemoJson.Options), cancel);
    }
}

/// <summary>How correspondents keep what they mean to do.</summary>
internal static class Pending
{
    /// <summary>Written beside and then renamed, so that nothing is found half written.</summary>
    public static async Task WriteAsync(string file, string text, CancellationToken cancel)
    {
        await File.WriteAllTextAsync(file + ".part", text, cancel);
        File.Move(file + ".part", file, overwrite: true);
    }
}
