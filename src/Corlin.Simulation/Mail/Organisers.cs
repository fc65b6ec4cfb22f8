using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Simulation.Mail;

/// <summary>What somebody outside asks by mail.</summary>
/// <param name="After">How many seconds after the demo begins.</param>
/// <param name="Day">Counted from its first.</param>
/// <param name="At">On the clock of <paramref name="Zone"/>.</param>
/// <param name="AgreesAfter">So many seconds after a proposal they move it there; null where they do not.</param>
public sealed record AskedByMail(
    Mailbox From,
    Mailbox To,
    int After,
    string Title,
    int Day,
    string At,
    int Minutes,
    string Zone,
    string? Link,
    string? Line,
    int? AgreesAfter
);

/// <summary>People of the demo who arrange meetings outside and ask those inside by mail.</summary>
public sealed class Organisers(MailFolder folder, IReadOnlyList<AskedByMail> invitations, IClock clock)
{
    public static IReadOnlyList<AskedByMail> Read(string file) =>
        JsonSerializer.Deserialize<List<AskedByMail>>(File.ReadAllText(file), DemoJson.Options)!;

    private static readonly LocalTimePattern Clock = LocalTimePattern.CreateWithInvariantCulture("HH:mm");

    private string State => Path.Combine(folder.Pending, "organisers.state");

    /// <summary>Sends what is due.</summary>
    /// <returns>How many were sent.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var arranged = await LoadAsync(now, cancel);
        var sent = 0;
        for (var i = 0; i < arranged.Count; i++)
        {
            var one = arranged[i];
            if (one.Due is not { } due || Instant.FromUnixTimeMilliseconds(due) > now)
                continue;
            var at = new Stretch(Instant.FromUnixTimeMilliseconds(one.Start), Instant.FromUnixTimeMilliseconds(one.End));
            await folder.PutAsync(SchedulingWriter.ToMime(Message(one, invitations[i], at, now), $"{one.Uid}.{one.Sequence}"), cancel);
            arranged[i] = one with { Due = null };
            await SaveAsync(arranged, cancel);
            sent++;
        }

        return sent;
    }

    /// <summary>Reads what comes back; a time that is proposed is taken up, an answer is only noted.</summary>
    internal async Task ReceiveAsync(MimeMessage message, CancellationToken cancel)
    {
        var now = clock.GetCurrentInstant();
        if (MessageReader.Read(message, vouched: true, DateTimeZone.Utc) is not { Method: SchedulingMethod.Counter, Parts: [var part, ..] })
            return;
        var arranged = await LoadAsync(now, cancel);
        var at = arranged.FindIndex(a => a.Uid == part.Uid);
        if (at < 0 || part.Time is not { Stretch: var wanted } || invitations[at].AgreesAfter is not { } seconds)
            return;
        // Handed over again it is the same proposal.
        if (arranged[at].Start == Ms(wanted.Start))
            return;
        arranged[at] = arranged[at] with
        {
            Start = Ms(wanted.Start),
            End = Ms(wanted.End),
            Sequence = arranged[at].Sequence + 1,
            Agreed = true,
            Due = Ms(now + Duration.FromSeconds(seconds)),
        };
        await SaveAsync(arranged, cancel);
    }

    private static OutgoingMail Message(Arranged one, AskedByMail asked, Stretch at, Instant now) =>
        new(
            SchedulingMethod.Request,
            asked.To,
            asked.From,
            null,
            one.Uid,
            one.Sequence,
            now,
            at,
            asked.Zone,
            asked.Title,
            null,
            asked.Link,
            null,
            one.Agreed ? "That time suits me as well." : asked.Line,
            [new AddressedAttendee(asked.To, AttendeeRole.Required, one.Agreed ? Answer.Accepted : Answer.None)],
            null
        )
        {
            Subject = one.Agreed ? $"Moved: {asked.Title}" : asked.Title,
        };

    private async Task<List<Arranged>> LoadAsync(Instant now, CancellationToken cancel)
    {
        if (File.Exists(State))
            return JsonSerializer.Deserialize<List<Arranged>>(await File.ReadAllTextAsync(State, cancel), DemoJson.Options)!;
        var begun = invitations.Select((asked, i) => Begun(asked, i, now)).ToList();
        await SaveAsync(begun, cancel);
        return begun;
    }

    private static Arranged Begun(AskedByMail asked, int number, Instant now)
    {
        var zone = Zones.Get(asked.Zone);
        var start = zone.ToInstant(zone.ToLocal(now).Date.PlusDays(asked.Day) + Clock.Parse(asked.At).Value);
        return new Arranged(
            FormattableString.Invariant(
                $"{number}.{Ms(start)}@{asked.From.Address[(asked.From.Address.IndexOf('@', StringComparison.Ordinal) + 1)..]}"
            ),
            0,
            Ms(start),
            Ms(start + Duration.FromMinutes(asked.Minutes)),
            Ms(now + Duration.FromSeconds(asked.After)),
            false
        );
    }

    private Task SaveAsync(List<Arranged> arranged, CancellationToken cancel) =>
        Pending.WriteAsync(State, JsonSerializer.Serialize(arranged, DemoJson.Options), cancel);

    private static long Ms(Instant at) => at.ToUnixTimeMilliseconds();

    /// <summary>A meeting of theirs; times in milliseconds since 1970 in UTC.</summary>
    /// <param name="Due">When the next message about it goes; null for none.</param>
    private sealed record Arranged(string Uid, int Sequence, long Start, long End, long? Due, bool Agreed);
}
